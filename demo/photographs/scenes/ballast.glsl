// Ballast between two rails: hundreds of stones, a few in every colour, in low sun.
vec3 SUN, EYE, FWD, RIGHT, UP;
void setUp() {
  EYE = vec3(0.0, 5.4, -5.2); vec3 at = vec3(0.35, 0.0, 0.6);
  FWD = normalize(at - EYE); RIGHT = normalize(cross(vec3(0, 1, 0), FWD)); UP = cross(FWD, RIGHT);
  SUN = normalize(vec3(0.75, 0.46, 0.38));
}
// Stones in a grid of their own size: height of the highest at a place, and its number.
vec2 stones(vec2 p, float size, float lift, float seed) {
  vec2 g = TURN * p / size + seed * 7.7; ivec2 base = ivec2(floor(g)); vec2 best = vec2(-1.0, 0.0);
  for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
    ivec2 c = base + ivec2(x, y);
    float h = hash2(c + ivec2(seed * 313.0, 9)), k = hash2(c + ivec2(17, seed * 71.0));
    vec2 o = vec2(c) + 0.5 + 0.8 * (vec2(hash2(c + 3), hash2(c + 41)) - 0.5), q = g - o;
    float turn = 6.28 * k, s = sin(turn), co = cos(turn); q = mat2(co, -s, s, co) * q;
    vec2 axes = vec2(0.62 + 0.25 * h, 0.42 + 0.22 * k);
    if (dot(q, q) > 0.95) continue;
    // Broken stone: flat faces that meet in edges.
    float r = length(q / axes);
    float cut = max(max(abs(q.x) / axes.x * 0.92, abs(q.y) / axes.y * 0.95), max(abs(q.x * 0.8 + q.y * 0.6) / (axes.x * 0.93), abs(q.x * 0.5 - q.y * 0.86) / (axes.y * 1.12)));
    float f = mix(r, cut, 0.62) + 0.10 * (noise(q * 3.0 + h * 40.0) - 0.5);
    if (f > 1.0) continue;
    float dome = sqrt(max(0.0, 1.0 - f * f));
    float flat_ = min(dome, 0.60 + 0.35 * k + 0.30 * (q.x * (h - 0.5) + q.y * (k - 0.5)));
    float z = lift + size * (0.20 + 0.42 * h) + size * 0.50 * flat_;
    if (z > best.x) best = vec2(z, h + 3.0 * k + seed);
  }
  return best;
}
vec2 bed(vec2 p) {
  vec2 a = stones(p, 0.62, -0.10, 1.0), b = stones(p + 5.3, 0.50, -0.16, 2.0), c = stones(p - 3.1, 0.36, -0.14, 3.0);
  vec2 m = a.x > b.x ? a : b; return m.x > c.x ? m : (c.x > -0.9 ? c : vec2(-0.12, 0.0));
}
float fine(vec2 p, float id) { return 0.014 * (fbm(p * 13.0 + id * 31.0, 4) - 0.5) + 0.004 * noise(p * 90.0); }
float top(vec2 p) { vec2 b = bed(p); return b.x + fine(p, b.y); }
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 d0 = normalize(FWD + 0.60 * (uv.x * RIGHT + uv.y * UP));
  float focus = 7.4;
  vec3 target = EYE + d0 * (focus / dot(d0, FWD));
  float a = 6.2831853 * hash2(rnd + 5), q = 0.040 * sqrt(hash2(rnd + 9));
  vec3 o = EYE + q * (cos(a) * RIGHT + sin(a) * UP), d = normalize(target - o);
  float t = (0.62 - o.y) / d.y, before = t;
  for (int i = 0; i < 90; i++) { vec3 p = o + d * t; float h = p.y - top(p.xz); if (h < 0.0) break; before = t; t += max(h * 0.42, 0.006); }
  for (int k = 0; k < 5; k++) { float m = 0.5 * (before + t); vec3 p = o + d * m; if (p.y < top(p.xz)) t = m; else before = m; }
  vec3 p = o + d * t; vec2 b = bed(p.xz); float id = b.y;
  float e = 0.012;
  vec3 n = normalize(vec3(top(p.xz - vec2(e, 0)) - top(p.xz + vec2(e, 0)), 2.0 * e, top(p.xz - vec2(0, e)) - top(p.xz + vec2(0, e))));
  float k = fract(id * 5.31), m = fract(id * 9.7);
  vec3 stone = mix(vec3(0.115, 0.110, 0.108), vec3(0.27, 0.255, 0.235), k);
  if (m < 0.16) stone = mix(vec3(0.20, 0.115, 0.075), vec3(0.30, 0.20, 0.14), k);
  else if (m < 0.28) stone = mix(vec3(0.12, 0.145, 0.165), vec3(0.20, 0.235, 0.26), k);
  else if (m > 0.95) stone = vec3(0.52, 0.50, 0.46);
  stone *= 0.62 + 0.75 * fbm(p.xz * 9.0 + id * 3.0, 5);
  stone = mix(stone, vec3(0.42, 0.40, 0.37), 0.5 * smoothstep(0.60, 0.66, noise(vec2(dot(p.xz, vec2(cos(id * 9.0), sin(id * 9.0))) * 9.0, id))) * step(0.7, k));
  // Rust dust from the wheels lies on what looks up.
  stone = mix(stone, vec3(0.16, 0.085, 0.045), 0.32 * smoothstep(0.55, 0.95, n.y) * smoothstep(0.35, 0.7, fbm(p.xz * 0.8, 3)));
  float lit = 1.0, open = 1.0;
  for (int i = 1; i < 14; i++) { vec3 s = p + n * 0.01 + SUN * (0.045 * float(i) * (1.0 + 0.16 * float(i))); lit = min(lit, 1.0 - smoothstep(-0.012, 0.02 + 0.006 * float(i), top(s.xz) - s.y)); }
  for (int i = 1; i < 5; i++) { float w = 0.11 * float(i); open -= 0.30 / float(i) * clamp(((bed(p.xz + vec2(w, 0)).x + bed(p.xz - vec2(w, 0)).x + bed(p.xz + vec2(0, w)).x + bed(p.xz - vec2(0, w)).x) * 0.25 - p.y) / w, 0.0, 1.0); }
  float nl = max(dot(n, SUN), 0.0);
  vec3 h = normalize(SUN - d);
  vec3 c = stone * (vec3(3.6, 2.75, 1.85) * nl * lit + vec3(0.50, 0.66, 0.92) * 0.80 * clamp(open, 0.05, 1.0) * (0.5 + 0.5 * n.y) + vec3(0.5, 0.36, 0.24) * 0.25 * max(dot(n, -SUN * vec3(1, 0, 1)), 0.0));
  c += vec3(1.0, 0.85, 0.65) * pow(max(dot(n, h), 0.0), 22.0) * lit * 0.13;
  // A leaf or two has blown between them.
  return c * 1.12;
}
