// Rows of conifers up a misty slope, low sun behind. uA.x: 0 mist, 1 crisp and busy; uA.y seed.
vec3 SKYTOP, SKYLOW, AIR;
void setUp() {
  if (uA.x < 0.5) { SKYTOP = vec3(0.36, 0.47, 0.60); SKYLOW = vec3(0.90, 0.82, 0.70); AIR = vec3(0.72, 0.70, 0.69); }
  else { SKYTOP = vec3(0.20, 0.40, 0.72); SKYLOW = vec3(0.62, 0.74, 0.86); AIR = vec3(0.25, 0.34, 0.42); }
}
// One conifer, foot at 0, height 1: cover in x, light in y (0 to 1).
vec2 conifer(vec2 p, float seed, float px) {
  if (p.y < -0.02 || p.y > 1.02 || abs(p.x) > 0.30) return vec2(0.0);
  float k = 1.0 - p.y;
  float lean = 0.012 * sin(p.y * 5.0 + seed * 20.0);
  float x = p.x - lean;
  float w = (0.002 + 0.235 * pow(k, 0.9)) * (0.72 + 0.5 * hash2(ivec2(seed * 971.0, 5)));
  float tier = 26.0 + 12.0 * hash2(ivec2(seed * 311.0, 1));
  float side = x < 0.0 ? -1.0 : 1.0;
  float yy = p.y + abs(x) * (0.55 + 0.25 * k);
  float row = floor(yy * tier + 0.5 * side * 0.7), fr = fract(yy * tier + 0.5 * side * 0.7);
  float reach = w * (0.45 + 0.75 * hash2(ivec2(int(row), int(seed * 733.0 + side * 3.0))));
  float comb = noise(vec2(x * 130.0 + seed * 70.0, yy * 95.0)), fine = noise(vec2(x * 330.0, yy * 260.0 + seed * 9.0));
  float edge = reach * (0.72 + 0.45 * (1.0 - fr) + 0.34 * (comb - 0.5)) - abs(x);
  float gap = smoothstep(0.18, 0.42, comb * 0.6 + fine * 0.4 + 0.42 * (1.0 - abs(x) / max(w, 0.01)));
  float c = smoothstep(-px, px * 1.5 + 0.004, edge) * gap;
  c = max(c, smoothstep(0.006 + px, 0.004, abs(x)) * step(p.y, 0.98));
  c *= smoothstep(-0.02, 0.03, p.y) * smoothstep(1.02, 0.985, p.y);
  float light = clamp(0.30 + 0.55 * (x / max(w, 0.01)) * 0.8 + 0.55 * (fr - 0.4) + 0.8 * (comb - 0.5) + 0.5 * (fine - 0.5), 0.0, 1.3);
  return vec2(clamp(c, 0.0, 1.0), light);
}
vec3 render(vec2 uv, ivec2 rnd) {
  float crisp = uA.x;
  vec3 c = mix(SKYLOW, SKYTOP, smoothstep(-0.1, 0.55, uv.y));
  vec2 s = vec2(0.42, 0.30);
  float sd = length((uv - s) * vec2(1.0, 1.1));
  if (crisp < 0.5) c += vec3(1.3, 0.95, 0.55) * exp(-sd * 3.6) + vec3(0.9, 0.75, 0.5) * exp(-sd * 14.0);
  c += 0.05 * (fbm(uv * vec2(2.0, 5.0) + uA.y, 6) - 0.5);
  int ROWS = crisp > 0.5 ? 26 : 15;
  for (int r = 0; r < ROWS; r++) {
    float f = float(r) / float(ROWS - 1);
    float scale = mix(0.085, crisp > 0.5 ? 0.62 : 0.80, pow(f, 1.7));
    float spacing = scale * mix(0.17, 0.25, f) * (crisp > 0.5 ? 0.62 : 1.0);
    float line = (crisp > 0.5 ? mix(0.40, -0.86, pow(f, 1.15)) : mix(0.10, -0.80, pow(f, 1.25))) + 0.14 * (1.0 - 0.6 * f) * (fbm(vec2(uv.x * (1.1 + 0.6 * f) + float(r) * 4.7 + uA.y, 1.0), 4) - 0.5) * 2.0 + (crisp > 0.5 ? 0.16 : 0.10) * (1.0 - f) * sin(uv.x * 1.3 + float(r) * 0.5 + 0.9);
    float depth = 1.0 - f;
    float fogThick = crisp > 0.5 ? 0.42 * depth * depth : 0.94 * pow(depth, 0.75);
    float lowFog = crisp > 0.5 ? 0.0 : 0.75 * smoothstep(line + scale * 0.55, line - scale * 0.15, uv.y + 0.14 * scale * (fbm(uv * vec2(5.0, 9.0) + float(r), 4) - 0.5)) * (0.3 + 0.7 * depth);
    float base = floor(uv.x / spacing);
    for (int k = -2; k <= 2; k++) {
      float id = base + float(k);
      float h = hash2(ivec2(int(id), r * 17 + int(uA.y * 10.0))), h2 = hash2(ivec2(int(id) + 991, r * 23));
      if (h2 < 0.10 + 0.18 * f) continue;
      float size = scale * (0.55 + 0.65 * h * h + 0.15 * h2);
      vec2 foot = vec2((id + 0.5 + 0.8 * (h2 - 0.5)) * spacing, line + 0.10 * scale * (h - 0.5));
      vec2 p = (uv - foot) / size;
      vec2 t = conifer(p, fract(h * 7.13 + h2), 0.0012 / size);
      if (t.x > 0.0) {
        vec3 dark = crisp > 0.5 ? vec3(0.010, 0.020, 0.012) : vec3(0.016, 0.020, 0.018), lit = crisp > 0.5 ? mix(vec3(0.105, 0.145, 0.055), vec3(0.17, 0.145, 0.045), step(0.86, h) * 0.7) : vec3(0.085, 0.080, 0.045);
        vec3 tc = mix(dark, lit, t.y * t.y * (0.55 + 0.6 * h2));
        vec3 air = mix(AIR, c, 0.35) + (crisp < 0.5 ? vec3(0.5, 0.35, 0.18) * exp(-sd * 2.8) : vec3(0.0));
        tc = mix(tc, air, clamp(fogThick + lowFog * (1.0 - fogThick), 0.0, 1.0));
        c = mix(c, tc, t.x * (1.0 - (crisp < 0.5 ? 0.10 * depth : 0.0)));
      }
    }
    if (crisp > 0.5) { float g = smoothstep(line + 0.01, line - 0.05, uv.y); vec3 gr = mix(vec3(0.010, 0.016, 0.010), vec3(0.055, 0.065, 0.026), fbm(uv * vec2(60.0, 90.0) / (0.3 + f), 4) * 0.7); c = mix(c, mix(gr, AIR, fogThick), g * 0.92); }
    else { float g = smoothstep(line + 0.02 + 0.12 * scale, line - 0.22 * scale - 0.03, uv.y + 0.10 * scale * (fbm(uv * vec2(4.0, 10.0) + float(r) * 3.0, 5) - 0.5)); vec3 air = AIR * mix(0.75, 1.0, depth) + vec3(0.35, 0.25, 0.13) * exp(-sd * 2.6); c = mix(c, air, g * 0.80 * (0.35 + 0.65 * depth)); }
  }
  return c * (crisp > 0.5 ? 1.35 : 0.74);
}
