// A rail in fresh snow, from low down: it goes through the picture from corner to corner, away into the dark wood.
vec3 SUN;
const float RAIL = 0.62;
float snow(vec2 p) {
  float s = 0.05 * (fbm(p * 0.9, 5) - 0.5) + 0.014 * (fbm(p * 6.0 + 3.0, 4) - 0.5) + 0.003 * (noise(p * 60.0) - 0.5);
  // Sleepers show as soft backs across the line; along the rails the wind has left a groove.
  float z = p.y / 0.62, f = abs(fract(z) - 0.5), over = smoothstep(0.36, 0.16, f) * smoothstep(1.5, 1.2, abs(p.x));
  s += 0.075 * over;
  float near = min(abs(p.x - RAIL), abs(p.x + RAIL));
  s += 0.075 * exp(-pow((near - 0.19) / 0.085, 2.0)) - 0.075 * exp(-pow(near / 0.10, 2.0));
  s += 0.35 * smoothstep(1.7, 4.2, abs(p.x)) * (0.8 + 0.4 * fbm(p * 0.5 + 9.0, 3));
  return s;
}
float box2(vec2 p, vec2 b) { vec2 q = abs(p) - b; return length(max(q, 0.0)) + min(max(q.x, q.y), 0.0); }
float profile(vec2 p) {
  float head = box2(p - vec2(0.0, 0.150), vec2(0.030, 0.016)) - 0.010, web = box2(p - vec2(0.0, 0.06), vec2(0.009, 0.10)), foot = box2(p - vec2(0.0, -0.04), vec2(0.075, 0.008)) - 0.004;
  return min(head, min(web, foot));
}
vec2 map(vec3 p) {
  float g = (p.y - snow(p.xz)) * 0.72;
  vec2 m = vec2(g, 1.0);
  float x = abs(p.x) - RAIL;
  float r = profile(vec2(x, p.y)); if (r < m.x) m = vec2(r, 2.0);
  // Snow has stayed on the head here and there.
  float lie = 0.014 * smoothstep(0.58, 0.72, fbm(vec2(p.z * 1.3 + (p.x > 0.0 ? 0.0 : 9.0), 3.0), 4)) + 0.003 * noise(p.xz * 50.0);
  float cap = (length(vec2(x * 0.62, max(p.y - 0.172, 0.0) * 1.6)) - 0.012 - lie) ; cap = max(cap, -lie + 0.004);
  if (cap < m.x) m = vec2(cap, 1.0);
  return m;
}
vec3 nrm(vec3 p, float t) { vec2 e = vec2(0.0012 + 0.0006 * t, 0); return normalize(vec3(map(p + e.xyy).x - map(p - e.xyy).x, map(p + e.yxy).x - map(p - e.yxy).x, map(p + e.yyx).x - map(p - e.yyx).x)); }
vec2 trace(vec3 o, vec3 d, float far, int steps) {
  float t = 0.02;
  for (int i = 0; i < 130; i++) { if (i >= steps) break; vec2 m = map(o + d * t); if (m.x < 0.0007 * t + 0.0003) return vec2(t, m.y); t += m.x * 0.9; if (t > far) break; }
  return vec2(-1.0, 0.0);
}
void setUp() { SUN = normalize(vec3(-0.72, 0.24, 0.52)); }
vec3 beyond(vec3 d) {
  vec2 p = d.xz; float a = atan(d.x, d.z);
  vec3 sky = mix(vec3(0.80, 0.62, 0.48), vec3(0.34, 0.46, 0.66), smoothstep(0.0, 0.42, d.y));
  float s = max(dot(d, SUN), 0.0); sky += vec3(1.6, 0.95, 0.45) * pow(s, 24.0) + vec3(0.5, 0.3, 0.15) * pow(s, 5.0);
  float wood = 0.155 + 0.055 * fbm(vec2(a * 5.0, 2.0), 4) + 0.050 * noise(vec2(a * 34.0, 1.0)) + 0.025 * noise(vec2(a * 90.0, 4.0)) - 0.09 * exp(-pow((a - 0.02) * 4.5, 2.0));
  vec3 dark = mix(vec3(0.026, 0.032, 0.042), vec3(0.070, 0.068, 0.074), noise(vec2(a * 46.0, 2.0)) * 0.6 + 0.4 * noise(vec2(a * 120.0, d.y * 90.0))) + vec3(0.30, 0.17, 0.07) * pow(s, 7.0);
  dark = mix(dark, vec3(0.42, 0.42, 0.46), 0.16 * smoothstep(0.5, 0.9, noise(vec2(a * 130.0, d.y * 170.0 + a * 60.0))));
  return mix(sky, dark, smoothstep(wood + 0.012, wood - 0.012, d.y));
}
vec3 shade(vec3 o, vec3 d, vec2 hit, ivec2 rnd) {
  vec3 p = o + d * hit.x, n = nrm(p, hit.x);
  float r1 = hash2(rnd), r2 = hash2(rnd + 17), r3 = hash2(rnd + 53);
  vec3 ld = normalize(SUN + 0.03 * (vec3(r1, r2, r3) - 0.5));
  float lit = trace(p + n * 0.006, ld, 5.0, 60).x < 0.0 ? 1.0 : 0.0;
  float nl = max(dot(n, ld), 0.0);
  vec3 blue = vec3(0.24, 0.34, 0.55), sun = vec3(3.3, 2.15, 1.25), c;
  if (hit.y < 1.5) {
    vec3 albedo = vec3(0.86, 0.88, 0.91);
    // Light creeps a little way into snow.
    float soft = 0.08 + 0.92 * smoothstep(-0.12, 1.0, dot(n, ld));
    c = albedo * (sun * mix(nl, soft * 0.5, 0.25) * lit + blue * (0.55 + 0.45 * n.y) + vec3(0.06, 0.05, 0.05));
    float spark = step(0.9965, hash2(ivec2(p.xz * 420.0))) * step(hit.x, 4.5); c += sun * spark * lit * 1.1 * hash2(ivec2(p.xz * 420.0) + 7);
  } else {
    bool top = p.y > 0.168 && n.y > 0.6;
    vec3 rust = mix(vec3(0.060, 0.032, 0.020), vec3(0.17, 0.085, 0.042), fbm(vec2(p.z * 7.0, p.y * 40.0), 5));
    vec3 rf = normalize(reflect(d, normalize(n + 0.05 * vec3(noise(vec2(p.x * 300.0, p.z * 3.0)) - 0.5, 0, 0))) + 0.05 * (vec3(r2, r3, r1) - 0.5));
    vec2 h = trace(p + n * 0.006, rf, 6.0, 40); vec3 mirror = h.x < 0.0 ? beyond(rf) : vec3(0.45, 0.50, 0.60);
    float fr = 0.55 + 0.45 * pow(1.0 - max(dot(-d, n), 0.0), 4.0);
    c = top ? mirror * vec3(0.86, 0.88, 0.92) * fr + vec3(0.02) : rust * (sun * nl * lit + blue * (0.4 + 0.4 * n.y) + vec3(0.28, 0.30, 0.34) * 0.6);
  }
  float far = 1.0 - exp(-0.030 * hit.x * hit.x * 0.25);
  return mix(c, vec3(0.52, 0.47, 0.46) + vec3(0.5, 0.28, 0.12) * pow(max(dot(d, SUN), 0.0), 4.0), clamp(far, 0.0, 0.85) * 0.75);
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 eye = vec3(-0.62, 0.74, -2.1), at = vec3(1.02, 0.06, 1.0);
  vec3 f = normalize(at - eye), r = normalize(cross(vec3(0.16, 1, 0.10), f)), u = cross(f, r);
  float lens = 0.74, focus = dot(vec3(0.62, 0.16, 0.35) - eye, f);
  vec3 d = normalize(f + lens * (uv.x * r + uv.y * u));
  vec3 target = eye + d * (focus / dot(d, f));
  float a = 6.2831853 * hash2(rnd + 5), q = 0.022 * sqrt(hash2(rnd + 9));
  vec3 o = eye + q * (cos(a) * r + sin(a) * u); d = normalize(target - o);
  vec2 hit = trace(o, d, 26.0, 130);
  return (hit.x < 0.0 ? beyond(d) : shade(o, d, hit, rnd + 131)) * 0.58;
}
