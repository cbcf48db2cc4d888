// A spruce forest on a slope, seen obliquely from above in low sun: busy everywhere. uA: seed, tilt of the camera, sun
// azimuth, mist.
vec3 SUN, EYE, FWD, RIGHT, UP;
float slopeAt(vec2 p) { return 0.20 * p.y + 26.0 * fbm(p * 0.011 + uA.x, 4) + 5.0 * noise(p * 0.045 + 3.0); }
// Height over the ground of the trees at a place, how far up its tree that is, and the tree's own number.
vec3 trees(vec2 p) {
  vec2 g = p / 4.4; ivec2 base = ivec2(floor(g));
  vec3 best = vec3(0.0, 0.0, 0.0);
  for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
    ivec2 c = base + ivec2(x, y);
    float h = hash2(c + ivec2(uA.x * 77.0, 5)), k = hash2(c + ivec2(91, 17));
    if (k < 0.07 + 0.5 * smoothstep(0.60, 0.70, noise(vec2(c) * 0.09 + 7.0))) continue;
    vec2 o = vec2(c) + 0.5 + 0.62 * (vec2(hash2(c + 3), hash2(c + 29)) - 0.5);
    vec2 q = (g - o) * 4.4;
    float tall = 9.0 + 13.0 * h, wide = 2.2 + 1.2 * h, r = length(q);
    // Out of reach even of its longest branches.
    if (r > wide * 1.55 || tall * (0.24 + 0.78 * (1.0 - 0.6 * r / wide)) < best.x) continue;
    float a = atan(q.y, q.x);
    float arms = 9.0 + floor(5.0 * k);
    // Branches in whorls: a tooth for each, and steps from whorl to whorl.
    float rough = 0.20 * sin(a * arms + h * 40.0 + 9.0 * noise(vec2(r * 2.2, h * 50.0))) + 0.34 * (noise(q * 2.6 + h * 30.0) - 0.5) + 0.22 * (noise(q * 7.0) - 0.5);
    float u = 1.0 - r * (1.0 + rough) / wide;
    if (u <= 0.0) continue;
    float whorl = floor(u * 13.0) / 13.0;
    float z = tall * (0.22 + 0.78 * mix(u, whorl, 0.45));
    if (z > best.x) best = vec3(z, u, h + k * 0.37);
  }
  return best;
}
void setUp() {
  EYE = vec3(0.0, 118.0, -150.0);
  float pitch = uA.y;
  FWD = normalize(vec3(0.05, sin(pitch), cos(pitch)));
  RIGHT = normalize(cross(vec3(0, 1, 0), FWD)); UP = cross(FWD, RIGHT);
  SUN = normalize(vec3(sin(uA.z), 0.42, cos(uA.z)));
}
float top(vec2 p) { return slopeAt(p) + trees(p).x; }
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 d = normalize(FWD + 0.62 * (uv.x * RIGHT + uv.y * UP));
  float t = 40.0, before = t; bool hit = false;
  for (int i = 0; i < 420; i++) {
    vec3 p = EYE + d * t;
    float ground = slopeAt(p.xz), over = p.y - ground;
    if (over < 23.0) {
      float h = over - trees(p.xz).x;
      if (h < 0.0) { hit = true; break; }
      before = t; t += clamp(h * 0.26, 0.12 + 0.0008 * t, 1.8);
    } else { before = t; t += max(0.5, (over - 22.0) * 0.55); }
    if (t > 900.0) break;
  }
  vec3 air = vec3(0.42, 0.50, 0.58) + vec3(0.55, 0.38, 0.20) * pow(max(dot(d, SUN), 0.0), 3.0);
  if (!hit) return air * 1.1;
  for (int k = 0; k < 5; k++) { float m = 0.5 * (before + t); vec3 p = EYE + d * m; if (p.y < top(p.xz)) t = m; else before = m; }
  vec3 p = EYE + d * t; vec3 tr = trees(p.xz);
  float e = 0.09 + 0.0005 * t;
  vec3 n = normalize(vec3(top(p.xz - vec2(e, 0)) - top(p.xz + vec2(e, 0)), 2.6 * e, top(p.xz - vec2(0, e)) - top(p.xz + vec2(0, e))));
  float kind = fract(tr.z * 7.31);
  vec3 leaf = mix(vec3(0.020, 0.040, 0.020), vec3(0.052, 0.078, 0.030), fract(tr.z * 3.17));
  if (kind > 0.86) leaf = mix(vec3(0.16, 0.105, 0.026), vec3(0.20, 0.15, 0.04), fract(tr.z * 11.0));
  vec3 floor_ = mix(vec3(0.035, 0.032, 0.018), vec3(0.075, 0.068, 0.032), fbm(p.xz * 0.6, 4));
  // Branches lie in layers, each in the shade of the one above; needles are as fine as they are deep.
  float layer = fract(p.y * 0.85 + 1.6 * tr.y + 0.8 * noise(p.xz * 2.0)), needles = noise3(p * vec3(3.4, 5.2, 3.4)) * 0.6 + noise3(p * vec3(9.0, 13.0, 9.0)) * 0.4;
  vec3 albedo = tr.x > 0.3 ? leaf * (0.42 + 0.75 * smoothstep(0.15, 0.9, layer)) * (0.35 + 1.25 * needles) : floor_;
  // Crowns shade each other: towards the sun, a few steps.
  float lit = 1.0;
  for (int i = 1; i < 9; i++) { vec3 s = p + vec3(0, 0.25, 0) + SUN * (0.6 * float(i) * (1.0 + 0.2 * float(i))); float over = top(s.xz) - s.y; lit = min(lit, 1.0 - smoothstep(-0.5, 0.7, over)); }
  float deep = tr.x > 0.3 ? smoothstep(-0.1, 0.75, tr.y) : 0.12;
  float nl = max(dot(n, SUN), 0.0);
  vec3 c = albedo * (vec3(6.4, 4.9, 3.1) * (nl * 0.75 + 0.16) * lit * (0.35 + 0.65 * deep) + vec3(0.62, 0.80, 1.02) * (0.18 + 0.85 * deep) * (0.55 + 0.45 * n.y));
  c += albedo * vec3(2.6, 2.0, 0.7) * pow(max(dot(d, SUN), 0.0), 2.0) * deep * lit * 0.5;
  float mist = 1.0 - exp(-t * 0.0011 * uA.w - 0.35 * uA.w * smoothstep(14.0, -6.0, p.y - 12.0 - 0.2 * p.z) * smoothstep(120.0, 400.0, t));
  return mix(c * 1.25, air, clamp(mist, 0.0, 1.0));
}
