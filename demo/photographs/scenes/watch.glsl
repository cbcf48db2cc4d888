// The guard's watch on dark oak, from above: as large as a hand, sharp in its middle.
float ring(vec3 p, float R, float r) { vec2 q = vec2(length(p.xz) - R, p.y); return length(q) - r; }
float box(vec3 p, vec3 b, float r) { vec3 q = abs(p) - b; return length(max(q, 0.0)) + min(max(q.x, max(q.y, q.z)), 0.0) - r; }
const vec3 AT = vec3(0.0, 0.115, 0.0);
float sdCase(vec3 p) {
  float r = length(p.xz);
  vec2 q = vec2(r, p.y) - vec2(0.86, 0.0);
  float body = length(max(abs(vec2(r, p.y + 0.01)) - vec2(0.80, 0.055), 0.0)) - 0.055;
  float bezel = ring(p - vec3(0, 0.055, 0), 0.815, 0.052);
  float bowl = max(body, -max(r - 0.775, -(p.y - 0.030)));
  float d = min(bowl, bezel);
  // Stem, crown and bow.
  vec3 s = p - vec3(0.0, 0.0, 0.93);
  float stem = max(length(s.xy) - 0.062, abs(s.z) - 0.085);
  vec3 c = p - vec3(0.0, 0.0, 1.055); float a = atan(c.y, c.x);
  float crown = max(length(c.xy) - 0.105 - 0.006 * cos(a * 22.0), abs(c.z) - 0.062) * 0.8;
  vec3 b = p - vec3(0.0, -0.01, 1.17); vec2 bq = vec2(length(b.xz * vec2(1.0, 1.12)) - 0.215, b.y);
  float bow = max(length(bq) - 0.034, -(length(p.xz - vec2(0, 1.055)) - 0.10));
  return min(d, min(min(stem, crown), bow));
}
float sdChain(vec3 p) {
  float d = 1e9;
  for (int i = 0; i < 13; i++) {
    float f = float(i), t = f / 13.0;
    vec2 c = vec2(0.02 + 0.17 * f * (0.55 + 0.55 * t), 1.34 + 0.30 * sin(t * 2.6) - 0.55 * t * t);
    vec2 next = vec2(0.02 + 0.17 * (f + 1.0) * (0.55 + 0.55 * (t + 0.077)), 1.34 + 0.30 * sin((t + 0.077) * 2.6) - 0.55 * (t + 0.077) * (t + 0.077));
    vec2 dir = normalize(next - c);
    vec3 q = p - vec3(c.x, -0.075, c.y);
    vec2 r = vec2(dot(q.xz, dir), dot(q.xz, vec2(-dir.y, dir.x)));
    float tilt = i % 2 == 0 ? 0.35 : -0.55, y = q.y * cos(tilt) - r.y * sin(tilt), z = q.y * sin(tilt) + r.y * cos(tilt);
    vec2 e = vec2(length(vec2(max(abs(r.x) - 0.055, 0.0), z)) - 0.062, y);
    d = min(d, length(e) - 0.021);
  }
  return d;
}
float hand(vec2 p, float turn, float len, float w) {
  float s = sin(turn), c = cos(turn); vec2 q = vec2(p.x * c - p.y * s, p.x * s + p.y * c);
  float taper = w * (1.0 - 0.75 * clamp(q.y / len, 0.0, 1.0)) + 0.012 * smoothstep(0.06, 0.0, abs(q.y - len * 0.62));
  return max(abs(q.x) - taper, max(q.y - len, -q.y - 0.14));
}
const float HOUR = 5.42, MINUTE = 4.19, SECOND = 2.3;
float sdHands(vec3 p) {
  float a = max(hand(p.xz, HOUR, 0.40, 0.034), abs(p.y - 0.046) - 0.006), b = max(hand(p.xz, MINUTE, 0.63, 0.025), abs(p.y - 0.062) - 0.006);
  float pin = max(length(p.xz) - 0.045, abs(p.y - 0.06) - 0.020);
  vec3 s = p - vec3(0.0, 0.0, -0.36);
  float second = max(hand(s.xz, SECOND, 0.13, 0.007), abs(s.y - 0.044) - 0.003);
  return min(min(a, b), min(pin, second));
}
vec2 map(vec3 p) {
  vec2 m = vec2(p.y, 1.0);
  vec3 q = p - AT;
  if (length(q.xz - vec2(0.0, 0.3)) < 3.2) {
    float c = sdCase(q); if (c < m.x) m = vec2(c, 2.0);
    float dial = max(length(q.xz) - 0.79, abs(q.y - 0.026) - 0.010); if (dial < m.x) m = vec2(dial, 3.0);
    float h = sdHands(q); if (h < m.x) m = vec2(h, 4.0);
    float k = sdChain(q); if (k < m.x) m = vec2(k, 5.0);
  }
  return m;
}
vec3 nrm(vec3 p) { vec2 e = vec2(0.0007, 0); return normalize(vec3(map(p + e.xyy).x - map(p - e.xyy).x, map(p + e.yxy).x - map(p - e.yxy).x, map(p + e.yyx).x - map(p - e.yyx).x)); }
vec2 trace(vec3 o, vec3 d, float far) {
  float t = 0.01;
  for (int i = 0; i < 90; i++) { vec2 m = map(o + d * t); if (m.x < 0.0005 * t + 0.0002) return vec2(t, m.y); t += m.x * 0.85; if (t > far) break; }
  return vec2(-1.0, 0.0);
}
vec3 SUN;
void setUp() { SUN = normalize(vec3(-0.62, 0.66, 0.42)); }
// A window to the left above, a dim room around.
vec3 room(vec3 d) {
  vec3 c = mix(vec3(0.035, 0.030, 0.028), vec3(0.13, 0.125, 0.125), smoothstep(-0.1, 1.0, d.y));
  vec2 w = vec2(dot(d, normalize(vec3(0.42, 0.0, 0.62))), d.y) / max(0.08, dot(d, normalize(vec3(-0.62, 0.35, 0.42))));
  float pane = smoothstep(0.62, 0.50, abs(w.x)) * smoothstep(0.15, 0.28, w.y) * smoothstep(1.25, 1.05, w.y) * (1.0 - 0.85 * smoothstep(0.05, 0.02, abs(w.x))) * (1.0 - 0.85 * smoothstep(0.05, 0.02, abs(w.y - 0.66))) * step(0.0, dot(d, normalize(vec3(-0.62, 0.35, 0.42))));
  return c + pane * vec3(3.4, 3.5, 3.7);
}
vec3 oak(vec3 p) {
  float board = floor(p.x / 1.35 + 0.27), e = abs(fract(p.x / 1.35 + 0.27) - 0.5);
  vec2 q = vec2(p.x * 3.8, p.z * 0.42 + board * 9.0);
  float warp = fbm(q * vec2(0.5, 1.0), 4), rings = 0.5 + 0.5 * sin(24.0 * (q.x * 0.16 + 0.75 * warp));
  float pores = smoothstep(0.56, 0.74, noise(vec2(p.x * 120.0, p.z * 5.0 + board * 3.0)));
  vec3 c = mix(vec3(0.050, 0.024, 0.011), vec3(0.165, 0.086, 0.040), 0.55 * rings + 0.45 * fbm(q * 2.0, 4));
  return c * (1.0 - 0.55 * pores) * mix(0.10, 1.0, smoothstep(0.5, 0.493, e));
}
// Hours by bars, twelve doubled, minutes by strokes on two rings.
float printed(vec2 p) {
  float r = length(p), a = atan(p.x, p.y) / 6.2831853, ink = 0.0;
  float m = abs(fract(a * 60.0 + 0.5) - 0.5) / 60.0 * 6.2831853 * r;
  ink = max(ink, smoothstep(0.0052, 0.0030, m) * step(abs(r - 0.705), 0.028));
  ink = max(ink, smoothstep(0.005, 0.003, abs(abs(r - 0.705) - 0.030)));
  float k = fract(a * 12.0 + 0.5) - 0.5, h = k / 12.0 * 6.2831853 * r; float n = mod(floor(a * 12.0 + 0.5) + 12.0, 12.0);
  float wide = mod(n, 3.0) < 0.5 ? 0.024 : 0.014, from = mod(n, 3.0) < 0.5 ? 0.50 : 0.535;
  float bar = smoothstep(wide + 0.003, wide, n < 0.5 ? abs(abs(h) - 0.030) + 0.006 : abs(h)) * step(from, r) * step(r, 0.645);
  bar *= n == 6.0 ? 0.0 : 1.0;
  ink = max(ink, bar);
  vec2 s = p - vec2(0.0, -0.36); float sr = length(s), sa = atan(s.x, s.y) / 6.2831853;
  ink = max(ink, smoothstep(0.004, 0.002, abs(fract(sa * 12.0 + 0.5) - 0.5) / 12.0 * 6.28 * sr) * step(abs(sr - 0.150), 0.016));
  ink = max(ink, smoothstep(0.0042, 0.0022, abs(sr - 0.172)));
  return ink;
}
vec3 shade(vec3 o, vec3 d, vec2 hit, ivec2 rnd) {
  vec3 p = o + d * hit.x, n = nrm(p), q = p - AT;
  float r1 = hash2(rnd), r2 = hash2(rnd + 17), r3 = hash2(rnd + 53), r4 = hash2(rnd + 91);
  vec3 albedo; vec3 f0 = vec3(0.035); float rough = 0.2; bool metal = false;
  if (hit.y < 1.5) { albedo = oak(p); rough = 0.16; n = normalize(n + 0.05 * vec3(noise(p.xz * vec2(120.0, 6.0)) - 0.5, 0, noise(p.xz * vec2(60.0, 9.0) + 4.0) - 0.5)); }
  else if (hit.y < 2.5) { metal = true; float worn = fbm(q.xz * 7.0 + q.y * 5.0, 4); f0 = mix(vec3(0.78, 0.70, 0.56), vec3(0.90, 0.86, 0.78), worn); rough = 0.035 + 0.05 * worn; albedo = vec3(0.0); }
  else if (hit.y < 3.5) { float ink = printed(q.xz); float age = fbm(q.xz * 4.0 + 3.0, 5); albedo = mix(vec3(0.72, 0.68, 0.585), vec3(0.63, 0.575, 0.46), age * 0.8) * (0.97 + 0.05 * noise(q.xz * 60.0)); albedo = mix(albedo, vec3(0.025, 0.025, 0.035), ink * 0.94); rough = 0.1; }
  else if (hit.y < 4.5) { metal = true; f0 = vec3(0.030, 0.045, 0.13) + 0.02; rough = 0.05; albedo = vec3(0.006, 0.009, 0.022); }
  else { metal = true; f0 = vec3(0.82, 0.74, 0.60); rough = 0.07; albedo = vec3(0.0); }
  vec3 c = vec3(0.0);
  if (!metal || hit.y > 3.5) {
    vec3 ld = normalize(SUN + 0.20 * (vec3(r1, r2, r3) - 0.5));
    float lit = trace(p + n * 0.003, ld, 5.0).x < 0.0 ? 1.0 : 0.0;
    c = albedo * vec3(2.5, 2.45, 2.35) * max(dot(n, ld), 0.0) * lit;
    float a = 6.2831853 * r1, z = sqrt(r4); vec3 u = normalize(cross(n, abs(n.y) < 0.9 ? vec3(0, 1, 0) : vec3(1, 0, 0))), v = cross(n, u);
    vec3 hd = normalize(n * sqrt(max(0.0, 1.0 - z * z)) + z * (cos(a) * u + sin(a) * v));
    vec2 h2 = trace(p + n * 0.003, hd, 4.0);
    c += albedo * (h2.x < 0.0 ? room(hd) * 0.9 : h2.y < 1.5 ? vec3(0.06, 0.035, 0.02) : vec3(0.22, 0.20, 0.16));
  }
  vec3 rf = normalize(reflect(d, n) + rough * (vec3(r2, r3, r4) - 0.5));
  vec2 h3 = trace(p + n * 0.003, rf, 5.0);
  vec3 rl;
  if (h3.x < 0.0) rl = room(rf);
  else { vec3 s = p + rf * h3.x; rl = h3.y < 1.5 ? oak(s) * (0.35 + 1.2 * max(0.0, SUN.y)) : h3.y < 2.5 || h3.y > 4.5 ? vec3(0.30, 0.27, 0.21) : h3.y < 3.5 ? vec3(0.55, 0.52, 0.44) : vec3(0.03); }
  float fr = pow(1.0 - max(dot(-d, n), 0.0), 5.0);
  vec3 F = f0 + (1.0 - f0) * fr * (hit.y < 1.5 ? 0.35 : 1.0);
  c += F * rl * (metal ? 1.15 : 1.0);
  return c;
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 eye = vec3(1.25, 4.3, -3.3), at = vec3(0.95, 0.05, 0.22);
  vec3 f = normalize(at - eye), r = normalize(cross(vec3(0, 1, 0), f)), u = cross(f, r);
  float lens = 0.56, focus = dot(vec3(0.0, 0.16, -0.1) - eye, f);
  vec3 d = normalize(f + lens * (uv.x * r + uv.y * u));
  vec3 target = eye + d * (focus / dot(d, f));
  float a = 6.2831853 * hash2(rnd + 5), q = 0.085 * sqrt(hash2(rnd + 9));
  vec3 o = eye + q * (cos(a) * r + sin(a) * u); d = normalize(target - o);
  vec2 hit = trace(o, d, 14.0);
  if (hit.x < 0.0) return vec3(0.02);
  vec3 c = shade(o, d, hit, rnd + 131);
  // The glass over the dial mirrors the window faintly.
  vec3 p = o + d * ((AT.y + 0.095 - o.y) / d.y) - AT;
  if (length(p.xz) < 0.79 && hit.y > 2.5 && hit.y < 4.5) { vec3 n = normalize(vec3(p.x * 0.30, 1.0, p.z * 0.30)), m = reflect(d, n); float fr = 0.045 + 0.95 * pow(1.0 - max(dot(-d, n), 0.0), 5.0); c = c * 0.95 + room(m) * fr; }
  return c * 1.05;
}
