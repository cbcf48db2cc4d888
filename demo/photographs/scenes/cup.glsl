// An enamel cup on a wooden table before a plain wall: room on one side, a subject that is clean to cut out.
float sdCup(vec3 p) {
  float r = length(p.xz);
  float wall = max(abs(r - 0.42 - 0.03 * p.y) - 0.012, abs(p.y - 0.42) - 0.42);
  float base = max(r - 0.42, abs(p.y - 0.02) - 0.02);
  vec2 rim = vec2(r - 0.447, p.y - 0.84);
  float torus = length(rim) - 0.021;
  vec3 h = p - vec3(0.47, 0.45, 0.0);
  vec2 hq = vec2(length(vec2(h.x * 0.95, h.y * 0.78)) - 0.21, h.z);
  float handle = max((length(hq * vec2(1.0, 0.8)) - 0.032) * 0.8, -(p.x - 0.40));
  return min(min(min(wall, base), torus), handle);
}
float tea(vec3 p) { return max(length(p.xz) - 0.435, abs(p.y - 0.66) - 0.012); }
float sdTicket(vec3 p) {
  p -= vec3(-0.75, 0.012, 0.42);
  float c = cos(0.5), s = sin(0.5);
  p.xz = mat2(c, -s, s, c) * p.xz;
  p.y += 0.03 * p.x * p.x - 0.006;
  vec3 q = abs(p) - vec3(0.34, 0.004, 0.16);
  float d = length(max(q, 0.0)) + min(max(q.x, max(q.y, q.z)), 0.0);
  return max(d, -(length(p.xz - vec2(0.24, 0.0)) - 0.03));
}
vec2 map(vec3 p) {
  vec2 m = vec2(p.y, 1.0);
  float c = sdCup(p); if (c < m.x) m = vec2(c, 2.0);
  float t = tea(p); if (t < m.x) m = vec2(t, 3.0);
  float k = sdTicket(p); if (k < m.x) m = vec2(k, 4.0);
  float w = 3.1 - p.z; if (w < m.x) m = vec2(w, 5.0);
  return m;
}
vec3 nrm(vec3 p) { vec2 e = vec2(0.0008, 0); return normalize(vec3(map(p + e.xyy).x - map(p - e.xyy).x, map(p + e.yxy).x - map(p - e.yxy).x, map(p + e.yyx).x - map(p - e.yyx).x)); }
vec2 trace(vec3 o, vec3 d, float far) {
  float t = 0.01;
  for (int i = 0; i < 110; i++) { vec2 m = map(o + d * t); if (m.x < 0.0006 * t + 0.0002) return vec2(t, m.y); t += m.x * 0.85; if (t > far) break; }
  return vec2(-1.0, 0.0);
}
vec3 SUN;
void setUp() { SUN = normalize(vec3(-0.78, 0.62, -0.42)); }
vec3 windowLight(vec3 d, float strength) {
  vec3 c = mix(vec3(0.16, 0.145, 0.13), vec3(0.42, 0.45, 0.50), smoothstep(-0.2, 0.9, d.y));
  vec2 w = vec2(dot(d, normalize(vec3(0.42, 0, -0.78))), d.y) / max(0.05, dot(d, normalize(vec3(-0.78, 0.1, -0.42))));
  float pane = smoothstep(0.62, 0.56, abs(w.x)) * smoothstep(0.12, 0.18, w.y) * smoothstep(1.5, 1.4, w.y) * (1.0 - 0.9 * smoothstep(0.05, 0.03, abs(w.x)) ) * step(d.x, 0.2);
  return c + pane * strength * vec3(4.2, 4.0, 3.6);
}
vec3 wood(vec3 p, out float rough) {
  float board = floor(p.z / 0.62 + 0.3); float e = abs(fract(p.z / 0.62 + 0.3) - 0.5);
  vec2 q = vec2(p.x * 0.55 + board * 7.3, p.z * 5.0);
  float g = fbm(q + vec2(0, 0.7 * fbm(q * 0.5, 3)), 6), f = noise(vec2(p.x * 3.0, p.z * 190.0));
  float ring = 0.5 + 0.5 * sin(30.0 * fbm(q * vec2(0.5, 0.34) + board, 4));
  vec3 c = mix(vec3(0.13, 0.062, 0.028), vec3(0.33, 0.185, 0.092), 0.55 * g + 0.45 * ring);
  c *= 0.82 + 0.26 * f; c *= mix(0.16, 1.0, smoothstep(0.5, 0.486, e));
  rough = 0.32 + 0.3 * g;
  return c;
}
vec3 shade(vec3 o, vec3 d, vec2 hit, ivec2 rnd, bool deep) {
  vec3 p = o + d * hit.x, n = nrm(p); vec3 albedo; float spec = 0.03, gloss = 50.0;
  if (hit.y < 1.5) { float r; albedo = wood(p, r); spec = 0.035; gloss = 14.0; n = normalize(n + 0.05 * vec3(noise(p.xz * vec2(6.0, 170.0)) - 0.5, 0, noise(p.xz * vec2(5.0, 150.0) + 8.0) - 0.5)); }
  else if (hit.y < 2.5) {
    float rim = smoothstep(0.812, 0.822, p.y); albedo = mix(vec3(0.56, 0.60, 0.55), vec3(0.035, 0.055, 0.075), rim);
    if (length(p.xz) < 0.425 + 0.03 * p.y) albedo = vec3(0.74, 0.73, 0.68);
    float chip = smoothstep(0.74, 0.76, noise3(p * 9.0) * 0.7 + 0.3 * noise3(p * 31.0)) * smoothstep(0.25, 0.0, p.y);
    float speck = smoothstep(0.80, 0.83, noise3(p * 46.0)); albedo = mix(albedo, vec3(0.10, 0.13, 0.13), max(chip, speck * 0.6)); spec = 0.05; gloss = 260.0;
  }
  else if (hit.y < 3.5) { albedo = vec3(0.07, 0.026, 0.008); spec = 0.05; gloss = 600.0; }
  else if (hit.y < 4.5) { vec3 q = p - vec3(-0.75, 0, 0.42); float c = cos(0.5), s = sin(0.5); q.xz = mat2(c, -s, s, c) * q.xz; albedo = vec3(0.62, 0.42, 0.17) * (0.9 + 0.2 * fbm(q.xz * 30.0, 4)); float bar = step(0.105, abs(q.z)) * step(abs(q.z), 0.115) + step(abs(q.z - 0.03), 0.012) * step(abs(q.x + 0.04), 0.17) * step(0.3, fract(q.x * 14.0)) + step(abs(q.z + 0.035), 0.007) * step(abs(q.x + 0.06), 0.12) * step(0.25, fract(q.x * 23.0)); albedo = mix(albedo, vec3(0.07, 0.05, 0.05), clamp(bar, 0.0, 1.0) * 0.85); }
  else { float v = fbm(p.xy * 1.3, 5), w = noise(p.xy * 60.0) * 0.5 + noise(p.xy * 23.0) * 0.5; albedo = mix(vec3(0.36, 0.40, 0.41), vec3(0.45, 0.48, 0.48), v) * (0.97 + 0.06 * w); }
  // One sun sample on a soft disc, one sky sample; many camera samples average them.
  float r1 = hash2(rnd), r2 = hash2(rnd + 17), r3 = hash2(rnd + 53), r4 = hash2(rnd + 91);
  vec3 ld = normalize(SUN + 0.11 * vec3(r1 - 0.5, r2 - 0.5, r3 - 0.5) * 2.0);
  float lit = trace(p + n * 0.004, ld, 6.0).x < 0.0 ? 1.0 : 0.0;
  // The sun comes through a window: bars fall on the wall.
  vec3 c = albedo * vec3(2.3, 2.0, 1.6) * max(dot(n, ld), 0.0) * lit * (hit.y > 4.5 ? 0.22 : 0.72);
  float a = 6.2831853 * r1, z = sqrt(r4); vec3 u = normalize(cross(n, abs(n.y) < 0.9 ? vec3(0, 1, 0) : vec3(1, 0, 0))), v = cross(n, u);
  vec3 hd = normalize(n * sqrt(1.0 - z * z * 0.999) + z * (cos(a) * u + sin(a) * v));
  vec2 h2 = trace(p + n * 0.004, hd, 6.0);
  vec3 sk = h2.x < 0.0 ? (windowLight(hd, 0.0) + vec3(0.62, 0.58, 0.52) * pow(max(0.0, dot(hd, SUN)), 2.0)) : (h2.y < 1.5 ? vec3(0.20, 0.12, 0.07) * 0.8 : h2.y > 4.5 ? vec3(0.34, 0.36, 0.37) * 0.6 : vec3(0.30, 0.30, 0.28));
  c += albedo * sk * 0.95;
  vec3 rf = reflect(d, n); float fr = spec + (1.0 - spec) * pow(1.0 - max(dot(-d, n), 0.0), 5.0) * (gloss > 100.0 ? 0.9 : 0.32);
  if (gloss < 100.0) rf = normalize(rf + 0.25 * vec3(r2 - 0.5, r3 - 0.5, r4 - 0.5));
  vec2 h3 = trace(p + n * 0.004, rf, 6.0);
  vec3 rl = h3.x < 0.0 ? windowLight(rf, 1.0) : (h3.y < 1.5 ? vec3(0.20, 0.115, 0.06) * 1.1 : h3.y > 4.5 ? vec3(0.30, 0.32, 0.33) : vec3(0.42, 0.43, 0.40));
  c = mix(c, rl, fr);
  return c;
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 eye = vec3(-0.95, 1.32, -5.2), at = vec3(-0.78, 0.66, 0.0);
  vec3 f = normalize(at - eye), r = normalize(cross(vec3(0, 1, 0), f)), u = cross(f, r);
  float lens = 0.42, focus = dot(vec3(0.1, 0.5, -0.35) - eye, f);
  vec3 d = normalize(f + lens * (uv.x * r + uv.y * u));
  vec3 target = eye + d * (focus / dot(d, f));
  float a = 6.2831853 * hash2(rnd + 5), q = 0.085 * sqrt(hash2(rnd + 9));
  vec3 o = eye + q * (cos(a) * r + sin(a) * u); d = normalize(target - o);
  vec2 hit = trace(o, d, 14.0);
  if (hit.x < 0.0) return vec3(0.3);
  vec3 c = shade(o, d, hit, rnd + 131, true);
  return c * 1.0;
}
