// A traveller on a platform in morning mist, in profile before the low sun: nearly all of the figure is black.
void setUp() {}
const vec2 SUNAT = vec2(0.30, 0.03);
vec3 mist(vec2 p) {
  float up = smoothstep(-0.5, 0.55, p.y);
  vec3 c = mix(vec3(0.86, 0.60, 0.36), vec3(0.36, 0.42, 0.50), up);
  float s = length((p - SUNAT) * vec2(1.0, 1.12));
  c += vec3(1.5, 0.92, 0.42) * exp(-s * 3.4) + vec3(2.4, 1.7, 1.0) * exp(-s * s * 190.0);
  c *= 0.93 + 0.14 * fbm(p * vec2(1.3, 3.0) + 2.0, 5);
  return c;
}
// Far things are as soft as they are far: hills, then posts and wires, then trees across the line.
vec3 beyond(vec2 p) {
  vec3 c = mist(p);
  float s = length(p - SUNAT);
  for (int i = 0; i < 4; i++) {
    float f = float(i) / 3.0, line = -0.02 - 0.075 * f + (0.10 - 0.03 * f) * (fbm(vec2(p.x * (1.1 + 0.9 * f) + float(i) * 5.3, 2.0), 5) - 0.45) * 1.6;
    float k = smoothstep(line + 0.012 + 0.012 * f, line - 0.012 - 0.012 * f, p.y);
    vec3 tone = mix(mist(vec2(p.x, line)) * 0.92, vec3(0.20, 0.17, 0.17), 0.12 + 0.30 * f) + vec3(0.5, 0.28, 0.10) * exp(-s * 4.0) * (1.0 - 0.5 * f);
    c = mix(c, tone, k * 0.88);
  }
  // Trees across the line, bare.
  float wood = -0.13 + 0.12 * fbm(vec2(p.x * 3.0 + 7.0, 1.0), 4) + 0.07 * noise(vec2(p.x * 26.0, 3.0)) + 0.04 * noise(vec2(p.x * 70.0, 9.0));
  c = mix(c, vec3(0.15, 0.115, 0.10) + vec3(0.5, 0.26, 0.09) * exp(-s * 3.6), smoothstep(wood + 0.02, wood - 0.05, p.y) * 0.72);
  // The platform's roof and its lamps, going away to the left.
  float roof = smoothstep(0.012, -0.012, p.y - 0.44 - 0.13 * (p.x - 0.3) * step(p.x, 9.0)) ;
  vec3 under = vec3(0.16, 0.14, 0.15) + vec3(0.25, 0.14, 0.06) * exp(-s * 3.0);
  c = mix(c, under, (1.0 - roof) * 0.80);
  for (int i = 0; i < 4; i++) {
    float x = 0.98 - 0.27 * float(i) * (1.0 - 0.10 * float(i)), w = 0.013 - 0.0021 * float(i), soft = 0.007;
    float post = smoothstep(w + soft, w - soft, abs(p.x - x)) * smoothstep(-0.33 - 0.02 * float(i), -0.31, p.y);
    c = mix(c, under * 1.15 + 0.10 * float(i) * mist(p), post * (0.85 - 0.13 * float(i)));
    vec2 l = p - vec2(x - 0.035, 0.30 + 0.02 * float(i));
    c += vec3(1.3, 0.80, 0.34) * smoothstep(0.030 - 0.003 * float(i), 0.024 - 0.003 * float(i), length(l)) * 0.75;
  }
  // Platform and edge.
  float ground = smoothstep(-0.315, -0.335, p.y - 0.05 * (p.x - 0.3));
  vec3 stone = mix(vec3(0.13, 0.11, 0.10), vec3(0.62, 0.40, 0.22), smoothstep(0.55, 0.0, abs(p.x - SUNAT.x)) * smoothstep(-0.62, -0.32, p.y)) * (0.85 + 0.3 * fbm(p * vec2(7.0, 30.0), 4));
  return mix(c, stone, ground * 0.93);
}
// The face from below the chin to the crown: how far forward it goes at a height.
float face(float y) {
  const int N = 20;
  float ys[N] = float[N](-0.60, -0.20, -0.08, -0.02, 0.03, 0.09, 0.135, 0.172, 0.20, 0.23, 0.27, 0.305, 0.335, 0.365, 0.44, 0.51, 0.565, 0.70, 0.84, 1.02);
  float xs[N] = float[N](0.05, 0.035, 0.06, 0.155, 0.205, 0.212, 0.196, 0.228, 0.213, 0.236, 0.226, 0.246, 0.318, 0.316, 0.258, 0.212, 0.232, 0.222, 0.155, -0.10);
  for (int i = 0; i < N - 1; i++)
    if (y < ys[i + 1]) { float t = clamp((y - ys[i]) / (ys[i + 1] - ys[i]), 0.0, 1.0); return mix(xs[i], xs[i + 1], t * t * (3.0 - 2.0 * t)); }
  return -1.0;
}
float join(float a, float b, float k) { float h = clamp(0.5 + 0.5 * (b - a) / k, 0.0, 1.0); return mix(b, a, h) - k * h * (1.0 - h); }
float capsule(vec2 p, vec2 a, vec2 b, float ra, float rb) { vec2 q = p - a, w = b - a; float t = clamp(dot(q, w) / dot(w, w), 0.0, 1.0); return length(q - w * t) - mix(ra, rb, t); }
// Signed distance, roughly, to the figure; head height is 1, chin at 0.
float figure(vec2 p) {
  float wisp = 0.012 * (noise(p * 30.0) - 0.5) + 0.008 * (noise(p * 85.0) - 0.5);
  float skull = (length((p - vec2(-0.145, 0.60)) / vec2(0.350, 0.385)) - 1.0) * 0.36;
  float head = max(max((p.x - face(p.y)) * 0.9, -p.x - 0.28), max(p.y - 0.95, -p.y - 0.03));
  float neck = capsule(p, vec2(-0.14, 0.24), vec2(-0.22, -0.45), 0.215, 0.285);
  float hair = (length((p - vec2(-0.285, 0.40)) / vec2(0.235, 0.31)) - 1.0) * 0.24 + 2.2 * wisp;
  // A knitted cap with a rolled brim, and a bobble.
  vec2 u = p - vec2(-0.125, 0.70); u = mat2(0.994, 0.109, -0.109, 0.994) * u;
  float cap = max((length(u / vec2(0.400, 0.410)) - 1.0) * 0.40, -0.02 - u.y);
  float rib = 0.007 * sin(u.x * 90.0);
  float brim = capsule(u, vec2(-0.365, 0.005), vec2(0.345, 0.020), 0.072, 0.068) + rib + 0.3 * wisp;
  float bob = length(p - vec2(-0.175, 1.145)) - 0.105 + 0.045 * (noise(p * 24.0) - 0.5) + 0.035 * (noise(p * 60.0) - 0.5);
  // A scarf in folds, then the coat's shoulders, and a rucksack behind.
  float scarf = capsule(p, vec2(-0.40, -0.10), vec2(0.055, -0.235), 0.150, 0.115) + 0.007 * sin(p.x * 26.0 + p.y * 40.0) + 0.5 * wisp;
  float x = p.x + 0.14;
  float slope = x > 0.0 ? 0.20 * x + 0.52 * x * x : 0.16 * -x + 0.34 * x * x;
  float shoulder = (p.y + 0.285 + slope) * 0.85 - 0.018 * noise(vec2(p.x * 5.0, 1.0)) + 0.4 * wisp;
  float pack = capsule(p, vec2(-0.86, -0.62), vec2(-0.95, -1.3), 0.26, 0.30) + 0.02 * noise(p * 5.0);
  float strap = capsule(p, vec2(-0.72, -0.40), vec2(-0.46, -0.44), 0.035, 0.045);
  float d = join(join(skull, head, 0.02), neck, 0.05);
  d = join(min(d, hair), min(cap, brim), 0.012);
  d = min(join(d, scarf, 0.06), bob);
  d = join(d, shoulder, 0.10);
  return min(d, min(pack, strap));
}
vec3 render(vec2 uv, ivec2 rnd) {
  // A little depth of field behind: each sample looks past the figure by another way.
  float a = 6.2831853 * hash2(rnd + 5), r = 0.011 * sqrt(hash2(rnd + 9));
  vec3 c = beyond(uv + r * vec2(cos(a), sin(a)));
  vec2 p = (uv - vec2(-0.36, -0.085)) / 0.385;
  float soft = 0.010, d = figure(p);
  float k = smoothstep(soft, -soft, d);
  // Light creeps round edges that face the sun, and veils the black.
  vec2 e = vec2(0.02, 0.0);
  vec2 n = normalize(vec2(figure(p + e.xy) - figure(p - e.xy), figure(p + e.yx) - figure(p - e.yx)) + 1e-5);
  vec2 toSun = normalize(SUNAT - uv);
  float facing = max(dot(n, toSun), 0.0), rim = exp(min(d, 0.0) * 62.0) * facing * facing;
  float s = length(uv - SUNAT);
  vec3 cloth = vec3(0.010, 0.010, 0.014) * (0.7 + 0.6 * noise(p * 60.0) * noise(p * 21.0)) + vec3(0.016, 0.011, 0.007) * exp(min(d, 0.0) * 6.0);
  vec3 body = cloth + vec3(1.25, 0.72, 0.32) * rim * 0.9 * exp(-s * 0.9) + vec3(0.040, 0.026, 0.016) * exp(-s * 2.1);
  c = mix(c, body, k);
  // The lens: a veil about the sun.
  c += vec3(0.16, 0.09, 0.04) * exp(-s * 3.8);
  return c * 0.92;
}
