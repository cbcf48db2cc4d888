// A mountain lake in low sun. uA: eye x, y, z, heading; uB: seed, sun azimuth (relative), pitch, weather (0 dawn, 1 clear winter, 2 fog, 3 evening portrait, 4 autumn).
vec3 FWD, RIGHT, UP, EYE; float FOV;
void setUp() {
  float w = uB.w, hd = uA.w, az = hd + uB.y;
  EYE = uA.xyz;
  float pitch = uB.z;
  FWD = normalize(vec3(sin(hd) * cos(pitch), sin(pitch), cos(hd) * cos(pitch)));
  RIGHT = normalize(cross(vec3(0, 1, 0), FWD));
  UP = cross(FWD, RIGHT);
  FOV = 0.78;
  L.seed = uB.x; L.relief = 1.0; L.water = 0.0; L.autumn = 0.0; L.hazeFall = 0.0; L.cloudShade = 0.0;
  float el = 0.16;
  if (w < 0.5) { el = 0.17; L.sunColour = vec3(3.1, 2.2, 1.35); L.zenith = vec3(0.20, 0.36, 0.66); L.horizon = vec3(0.86, 0.74, 0.60); L.hazeColour = vec3(0.46, 0.48, 0.54); L.haze = 0.000045; L.snowLine = 560.0; L.treeLine = 330.0; L.clouds = 0.50; L.wind = 0.10; }
  else if (w < 1.5) { el = 0.36; L.sunColour = vec3(3.3, 2.9, 2.45); L.zenith = vec3(0.13, 0.31, 0.70); L.horizon = vec3(0.60, 0.72, 0.88); L.hazeColour = vec3(0.44, 0.56, 0.74); L.haze = 0.000032; L.snowLine = -240.0; L.treeLine = 190.0; L.clouds = 0.30; L.wind = 0.05; }
  else if (w < 2.5) { el = 0.22; L.sunColour = vec3(2.0, 1.75, 1.4); L.zenith = vec3(0.42, 0.50, 0.60); L.horizon = vec3(0.74, 0.74, 0.72); L.hazeColour = vec3(0.66, 0.68, 0.70); L.haze = 0.0011; L.hazeFall = 0.0042; L.snowLine = 900.0; L.treeLine = 700.0; L.clouds = 0.0; L.wind = 0.03; }
  else if (w < 3.5) { el = 0.075; L.sunColour = vec3(3.4, 1.75, 0.75); L.zenith = vec3(0.15, 0.24, 0.46); L.horizon = vec3(0.95, 0.62, 0.40); L.hazeColour = vec3(0.46, 0.38, 0.40); L.haze = 0.000060; L.snowLine = 700.0; L.treeLine = 380.0; L.clouds = 0.62; L.wind = 0.12; }
  else { el = 0.42; L.sunColour = vec3(3.3, 2.85, 2.2); L.zenith = vec3(0.17, 0.36, 0.70); L.horizon = vec3(0.66, 0.74, 0.82); L.hazeColour = vec3(0.46, 0.54, 0.64); L.haze = 0.000038; L.snowLine = 760.0; L.treeLine = 520.0; L.clouds = 0.46; L.wind = 0.16; L.autumn = 1.0; }
  L.sun = normalize(vec3(sin(az) * cos(el), sin(el), cos(az) * cos(el)));
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 d = normalize(FWD + FOV * (uv.x * RIGHT + uv.y * UP));
  return look(EYE, d);
}
