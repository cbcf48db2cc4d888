// A wet carriage window at night: lamps far out of focus behind, drops in focus that turn the view upside down. uA.y: seed.
void setUp() {}
vec3 lamps(vec2 p, float blur) {
  vec3 c = mix(vec3(0.006, 0.010, 0.020), vec3(0.020, 0.018, 0.024), smoothstep(-0.5, 0.5, p.y + 0.2 * noise(p * 2.0)));
  c += vec3(0.05, 0.028, 0.012) * smoothstep(0.05, -0.5, p.y) * (0.4 + noise(p * vec2(1.5, 5.0)));
  for (int i = 0; i < 46; i++) {
    float h1 = hash2(ivec2(i + int(uA.y), 3)), h2 = hash2(ivec2(i + int(uA.y), 11)), h3 = hash2(ivec2(i + int(uA.y), 23)), h4 = hash2(ivec2(i + int(uA.y), 41));
    vec2 q = vec2((h1 - 0.5) * 2.3, -0.06 + (h2 - 0.5) * (0.22 + 0.5 * h3 * h3) + 0.10 * sin(h1 * 7.0));
    float r = (0.030 + 0.045 * h3) * blur;
    vec2 w = p - q; float dd = length(w * vec2(1.0, 1.04)) ;
    float disc = smoothstep(r, r * 0.90, dd) * (0.72 + 0.45 * smoothstep(r * 0.6, r * 0.97, dd));
    vec3 k = h4 < 0.58 ? vec3(1.0, 0.50, 0.14) : h4 < 0.78 ? vec3(1.0, 0.78, 0.48) : h4 < 0.9 ? vec3(0.95, 0.12, 0.06) : h4 < 0.96 ? vec3(0.25, 0.85, 0.55) : vec3(0.45, 0.65, 1.0);
    c += k * disc * (0.12 + 0.75 * h2 * h2) * (0.0022 / (r * r + 0.0004));
    // The wet platform mirrors them, stretched.
    vec2 m = vec2(p.x - q.x, (p.y + 0.42 + 0.12 * (q.y)) * 0.22);
    c += k * smoothstep(r * 1.5, 0.0, length(m)) * 0.05 * (0.3 + h2) * smoothstep(-0.12, -0.3, p.y);
  }
  return c;
}
vec3 dropLayer(vec2 p, float scale, float density, float seed, out float cover) {
  vec2 g = p * scale; ivec2 base = ivec2(floor(g)); cover = 0.0; vec3 best = vec3(0.0);
  for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
    ivec2 c = base + ivec2(x, y); float h = hash2(c + ivec2(seed * 131.0) + int(uA.y));
    if (h > density) continue;
    vec2 o = vec2(hash2(c + ivec2(7, seed * 17.0)), hash2(c + ivec2(31, seed * 29.0)));
    float r = mix(0.12, 0.44, pow(hash2(c + ivec2(57, 3)), 2.2));
    vec2 q = g - vec2(c) - o; q.y *= 0.86; q *= 1.0 + 0.20 * (vec2(noise(g * 2.3 + h * 9.0), noise(g * 2.3 + 40.0)) - 0.5);
    float dd = length(q) / r;
    if (dd < 1.0) { float k = smoothstep(1.0, 0.9, dd); if (k > cover) { cover = k; best = vec3(q / r, dd); } }
  }
  return best;
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 c = lamps(uv, 1.0);
  float mist = 0.05 + 0.06 * fbm(uv * 3.0, 5);
  c = c * 0.93 + vec3(0.16, 0.12, 0.10) * mist * 0.35;
  float k; vec3 q;
  for (int layer = 0; layer < 3; layer++) {
    float sc = layer == 0 ? 46.0 : layer == 1 ? 21.0 : 9.0, de = layer == 0 ? 0.36 : layer == 1 ? 0.26 : 0.24;
    vec2 sp = uv + vec2(0.0, 0.0);
    q = dropLayer(sp, sc, de, float(layer) + 1.0, k);
    if (k > 0.0) {
      float z = sqrt(max(0.0, 1.0 - q.z * q.z));
      vec2 look = -q.xy * (0.75 + 0.5 * q.z) * vec2(1.1, 0.62) + uv * 0.25 + vec2(0.0, -0.10);
      vec3 inside = lamps(look, 0.34) * 1.05 * (0.30 + 0.70 * z);
      inside += vec3(0.5, 0.36, 0.22) * pow(max(0.0, 1.0 - length(q.xy - vec2(-0.28, 0.42)) * 3.4), 2.0) * 0.55;
      inside *= mix(0.30, 1.0, smoothstep(1.0, 0.72, q.z));
      c = mix(c, inside + c * 0.10, k);
    }
  }
  return c * 1.5;
}
