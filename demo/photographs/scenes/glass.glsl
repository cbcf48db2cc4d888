// A glass of water on a sill before a morning garden: light goes through it, the view stands on its head in it.
vec3 SUN;
void setUp() { SUN = normalize(vec3(0.36, 0.30, 1.0)); }
const float R = 0.46, TALL = 1.25, WATER = 0.86, WALL = 0.030;
float disc(vec2 p, float r) { float d = length(p); return smoothstep(r, r * 0.90, d) * (0.80 + 0.30 * smoothstep(r * 0.5, r * 0.95, d)); }
// What lies far behind, out of focus: sky, woods, sun through leaves.
vec3 garden(vec3 d, float blur) {
  vec2 p = d.xy / max(0.15, abs(d.z));
  float line = 0.02 + 0.05 * fbm(vec2(p.x * 2.0 + 3.0, 1.0), 4);
  vec3 sky = mix(vec3(0.92, 0.86, 0.70), vec3(0.42, 0.60, 0.82), smoothstep(0.0, 0.8, p.y));
  vec3 wood = mix(vec3(0.016, 0.030, 0.014), vec3(0.12, 0.17, 0.055), fbm(p * vec2(2.6, 3.4) + 5.0, 4));
  vec3 c = mix(wood, sky, smoothstep(line - 0.10 * blur, line + 0.22 * blur, p.y));
  vec3 meadow = mix(vec3(0.20, 0.26, 0.07), vec3(0.42, 0.42, 0.15), fbm(p * vec2(1.6, 6.0), 3));
  c = mix(c, meadow, smoothstep(-0.10 + 0.10 * blur, -0.16 - 0.10 * blur, p.y));
  for (int i = 0; i < 30; i++) {
    float h = hash2(ivec2(i, 7)), k = hash2(ivec2(i, 31)), m = hash2(ivec2(i, 47));
    vec2 q = vec2((h - 0.5) * 2.6, 0.05 + 0.36 * k);
    float r = (0.022 + 0.045 * m) * (0.35 + blur);
    c += mix(vec3(1.0, 0.9, 0.55), vec3(0.65, 0.85, 0.45), hash2(ivec2(i, 59))) * disc(p - q, r) * (0.10 + 0.40 * k * k) * 0.55;
  }
  float s = max(dot(d, SUN), 0.0);
  c += vec3(2.4, 1.9, 1.1) * pow(s, 40.0) + vec3(0.5, 0.38, 0.2) * pow(s, 6.0);
  return c;
}
// Light that the water gathers on the sill, before the glass.
float gathered(vec2 p) {
  vec2 away = normalize(-SUN.xz); float along = dot(p, away), across = dot(p, vec2(-away.y, away.x));
  float spread = 0.34 - 0.30 * smoothstep(0.4, 1.25, along) + 0.22 * smoothstep(1.25, 2.3, along);
  float k = exp(-pow(across / max(spread * 0.42, 0.03), 2.0)) * smoothstep(0.38, 0.95, along) * smoothstep(2.5, 1.2, along);
  return k * (0.75 + 0.7 * noise(p * vec2(7.0, 7.0)) * noise(p * 15.0));
}
vec3 sill(vec3 p) {
  float board = floor(p.z / 0.55), g = fbm(vec2(p.x * 0.7 + board * 5.0, p.z * 7.0), 6), f = noise(vec2(p.x * 3.0, p.z * 160.0));
  vec3 c = mix(vec3(0.20, 0.165, 0.125), vec3(0.44, 0.39, 0.32), g) * (0.88 + 0.2 * f);
  c *= mix(0.35, 1.0, smoothstep(0.0, 0.018, abs(fract(p.z / 0.55) - 0.5) < 0.49 ? 0.02 : 0.0));
  return c;
}
// In the shadow of the glass?
float shade(vec2 p) {
  vec2 away = normalize(-SUN.xz); float along = dot(p, away), across = abs(dot(p, vec2(-away.y, away.x)));
  float inside = smoothstep(R + 0.05, R - 0.08, across) * smoothstep(-0.1, 0.2, along) * smoothstep(3.6, 1.8, along);
  float rim = exp(-pow((across - R * 0.93) / 0.035, 2.0)) * smoothstep(0.0, 0.3, along) * smoothstep(3.2, 1.6, along);
  return clamp(1.0 - 0.42 * inside - 0.40 * rim, 0.0, 1.0) * (1.0 - 0.55 * smoothstep(R + 0.10, R - 0.06, length(p)));
}
vec3 surroundings(vec3 o, vec3 d, float blur) {
  if (d.y < -0.001) {
    float t = -o.y / d.y; vec3 p = o + d * t;
    if (p.z < 2.6 && t > 0.0) {
      vec3 a = sill(p), light = vec3(1.9, 1.55, 1.1) * 0.55 * shade(p.xz) + vec3(0.42, 0.46, 0.50) + vec3(3.0, 2.3, 1.35) * gathered(p.xz);
      vec3 r = reflect(d, normalize(vec3(0.02 * (noise(p.xz * 40.0) - 0.5), 1.0, 0.0)));
      float fr = 0.03 + 0.5 * pow(1.0 - abs(d.y), 5.0);
      return mix(a * light, garden(r, 1.2), fr);
    }
  }
  return garden(d, blur);
}
// Both cuts of a ray with an upright cylinder; x > y where there are none.
vec2 cuts(vec3 o, vec3 d, float r) {
  float a = dot(d.xz, d.xz), b = dot(o.xz, d.xz), c = dot(o.xz, o.xz) - r * r, q = b * b - a * c;
  if (q < 0.0) return vec2(1.0, -1.0);
  q = sqrt(q); return vec2(-b - q, -b + q) / a;
}
float fresnel(vec3 d, vec3 n, float eta) { float c = 1.0 - abs(dot(d, n)); return mix(0.04, 1.0, c * c * c * c * c); }
vec3 through(vec3 o, vec3 d) {
  vec2 t = cuts(o, d, R);
  float top = (TALL - o.y) / d.y, dead = t.x > t.y ? 0.0 : 1.0;
  if (dead < 0.5) return surroundings(o, d, 1.0);
  vec3 p = o + d * t.x;
  bool side = p.y > 0.0 && p.y < TALL;
  if (!side) {
    // Over the rim and in: the far wall from inside.
    vec3 q = o + d * t.y;
    if (p.y < TALL || q.y > TALL || q.y < 0.0) return surroundings(o, d, 1.0);
    vec3 n = vec3(-q.x, 0.0, -q.z) / R;
    vec3 c = surroundings(q, d, 1.0) * 0.90;
    return mix(c, garden(reflect(d, n), 0.8), fresnel(d, n, 1.5) * 0.7);
  }
  vec3 n = vec3(p.x, 0.0, p.z) / R;
  vec3 mirror = garden(reflect(d, n) * vec3(1, 1, -1), 0.6) * 0.35 + vec3(0.5, 0.6, 0.7) * smoothstep(0.25, 0.5, reflect(d, n).y) * 0.2;
  vec3 c;
  if (p.y < WATER) {
    // Water and its glass bend light as one body; it leaves by the far side, or by the surface above.
    vec3 w = refract(d, n, 1.0 / 1.36);
    vec2 u = cuts(p + w * 0.001, w, R);
    float up = w.y > 0.0 ? (WATER - p.y) / w.y : 1e9, down = w.y < 0.0 ? (0.07 - p.y) / w.y : 1e9;
    if (up < u.y) { vec3 q = p + w * up; c = garden(reflect(w, vec3(0, -1, 0)), 0.5) * 0.75; }
    else if (down < u.y) { vec3 q = p + w * down; c = mix(sill(q) * (vec3(0.95, 0.85, 0.7) + vec3(1.6, 1.3, 0.8) * noise(q.xz * 9.0)), garden(reflect(w, vec3(0, 1, 0)), 0.5), 0.35); }
    else {
      vec3 q = p + w * u.y, m = vec3(-q.x, 0.0, -q.z) / R, x = refract(w, m, 1.36);
      c = dot(x, x) < 0.5 ? garden(reflect(w, m), 0.4) * 0.8 : surroundings(q, x, 0.35);
    }
    c *= vec3(0.93, 0.97, 0.95);
    float graze = 1.0 - abs(dot(d, n));
    c *= mix(1.0, 0.28, smoothstep(0.72, 0.97, graze));
    c += vec3(1.0, 0.95, 0.8) * smoothstep(0.90, 0.985, graze) * 0.35;
    float men = smoothstep(0.028, 0.0, abs(p.y - WATER + 0.012));
    c = mix(c, vec3(1.1, 1.1, 1.0) * (0.45 + 0.5 * graze), men * 0.55);
  } else {
    // Two thin walls, and between them perhaps the surface of the water.
    float surface = d.y < 0.0 ? (WATER - p.y) / d.y : 1e9;
    vec3 q = o + d * t.y;
    if (surface < t.y - t.x) {
      vec3 s = p + d * surface, m = normalize(vec3(0.01 * (noise(s.xz * 18.0) - 0.5), 1.0, 0.01 * (noise(s.xz * 18.0 + 9.0) - 0.5)));
      float fr = 0.02 + 0.98 * pow(1.0 - abs(d.y), 5.0);
      vec3 w = refract(d, m, 1.0 / 1.33); vec2 u = cuts(s, w, R); vec3 far = s + w * u.y;
      vec3 below = surroundings(far, normalize(vec3(w.x, w.y * 0.4 + 0.1, w.z)), 0.4) * 0.8;
      c = mix(below, garden(reflect(d, m), 0.5), clamp(fr * 1.2, 0.0, 1.0));
    } else c = surroundings(q, d, 1.0) * 0.95;
    float graze = 1.0 - abs(dot(d, n));
    c *= mix(1.0, 0.42, smoothstep(0.80, 0.975, graze));
    c += vec3(1.0, 0.97, 0.85) * smoothstep(0.93, 0.99, graze) * 0.6;
  }
  // A thick foot gathers dark and light in rings.
  float foot = smoothstep(0.10, 0.02, p.y);
  c = mix(c, c * 0.55 + vec3(0.85, 0.75, 0.55) * pow(0.5 + 0.5 * sin(p.y * 120.0 + n.x * 5.0), 3.0) * 0.7, foot * 0.75);
  // Where the mouth is ground round.
  float lip = smoothstep(0.030, 0.0, abs(p.y - TALL + 0.015));
  c = mix(c, vec3(1.25, 1.2, 1.05) * (0.35 + 0.75 * noise(vec2(n.x * 6.0, 2.0))), lip * 0.6);
  float fr = fresnel(d, n, 1.5);
  c = mix(c, mirror + vec3(0.35), fr * 0.55);
  // The window stands in it, small and bent.
  vec2 win = vec2(n.x + 0.52, p.y - 0.86);
  c += vec3(0.85, 0.92, 1.0) * smoothstep(0.075, 0.055, abs(win.x)) * smoothstep(0.26, 0.23, abs(win.y)) * (abs(win.x) < 0.006 || abs(win.y) < 0.008 ? 0.1 : 0.42) * step(n.z, 0.0);
  return c;
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 eye = vec3(0.78, 1.16, -4.6), at = vec3(0.72, 0.66, 0.0);
  vec3 f = normalize(at - eye), r = normalize(cross(vec3(0, 1, 0), f)), u = cross(f, r);
  float lens = 0.46;
  vec3 d = normalize(f + lens * (uv.x * r + uv.y * u));
  float focus = dot(vec3(0.0, 0.6, -0.46) - eye, f);
  vec3 target = eye + d * (focus / dot(d, f));
  float a = 6.2831853 * hash2(rnd + 5), q = 0.055 * sqrt(hash2(rnd + 9));
  vec3 o = eye + q * (cos(a) * r + sin(a) * u);
  return through(o, normalize(target - o)) * 0.60;
}
