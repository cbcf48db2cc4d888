// Dew on blades of grass, very near: one is sharp, everything else is colour. Soft, and bright in the middle. uA.y: seed.
void setUp() {}
float disc(vec2 p, float r) { float d = length(p); return smoothstep(r, r * 0.93, d) * (0.75 + 0.35 * smoothstep(r * 0.55, r * 0.96, d)); }
vec3 far(vec2 p) {
  vec3 c = mix(vec3(0.055, 0.11, 0.035), vec3(0.30, 0.42, 0.14), smoothstep(-0.5, 0.45, p.y + 0.35 * (fbm(p * 1.1 + 4.0, 3) - 0.5)));
  c = mix(c, vec3(0.70, 0.66, 0.30), 0.55 * exp(-dot(p - vec2(0.34, 0.26), p - vec2(0.34, 0.26)) * 5.0));
  for (int i = 0; i < 44; i++) {
    float h = hash2(ivec2(i + int(uA.y), 3)), k = hash2(ivec2(i + int(uA.y), 19)), m = hash2(ivec2(i + int(uA.y), 37));
    vec2 q = vec2((h - 0.5) * 1.9, -0.32 + 0.75 * k);
    float r = 0.028 + 0.075 * m * m;
    vec3 t = mix(vec3(0.50, 0.62, 0.20), vec3(1.0, 0.88, 0.55), hash2(ivec2(i + int(uA.y), 53)));
    c += t * disc(p - q, r) * (0.05 + 0.24 * k * k) * (0.0035 / (r * r + 0.002)) * 0.6;
  }
  return c;
}
// A blade that bends over: foot, tip, how far it sags, width at its foot. Cover in x, across -1..1 in y, along in z.
vec3 blade(vec2 p, vec2 foot, vec2 tip, float sag, float wide, float soft) {
  vec3 best = vec3(0.0);
  float near = 9.0;
  vec2 mid = mix(foot, tip, 0.55) + vec2(0.0, sag);
  for (int i = 0; i < 40; i++) {
    float t = (float(i) + 0.5) / 40.0;
    vec2 a = mix(mix(foot, mid, t), mix(mid, tip, t), t);
    vec2 dir = normalize(mix(mid - foot, tip - mid, t));
    vec2 q = p - a; float along = dot(q, dir), across = dot(q, vec2(-dir.y, dir.x));
    if (abs(along) > 0.035) continue;
    float tt = clamp(t + along * 0.6, 0.0, 1.0), w = wide * pow(max(1.0 - tt, 0.0), 0.55) * (0.55 + 0.45 * smoothstep(0.0, 0.3, tt));
    float d = abs(across) - w;
    if (abs(along) < near) { near = abs(along); best = vec3(smoothstep(soft, -soft, d), clamp(across / max(w, 1e-4), -1.0, 1.0), tt); }
  }
  return best;
}
vec3 leafColour(vec3 b, float seed, vec2 p) {
  float vein = 0.5 + 0.5 * cos(b.y * 3.14159 * 5.0);
  vec3 c = mix(vec3(0.060, 0.150, 0.030), vec3(0.26, 0.46, 0.075), 0.35 + 0.45 * b.z + 0.2 * b.y);
  c *= 0.86 + 0.22 * vein * (1.0 - abs(b.y));
  c = mix(c, vec3(0.42, 0.62, 0.16), smoothstep(0.14, 0.0, abs(b.y)) * 0.5);
  c += vec3(0.30, 0.36, 0.12) * smoothstep(0.55, 1.0, b.y) * 0.6;
  return c * (0.9 + 0.2 * noise(p * 140.0 + seed));
}
vec3 render(vec2 uv, ivec2 rnd) {
  vec3 c = far(uv);
  // Blades out of focus, behind.
  for (int i = 0; i < 9; i++) {
    float h = hash2(ivec2(i + int(uA.y), 71)), k = hash2(ivec2(i + int(uA.y), 83)), f = float(i) / 8.0;
    vec2 foot = vec2(-0.95 + 1.9 * h, -0.62), tip = foot + vec2((k - 0.45) * 0.9, 0.55 + 0.6 * hash2(ivec2(i + int(uA.y), 97)));
    float soft = mix(0.055, 0.022, f);
    vec3 b = blade(uv, foot, tip, 0.10, 0.035 + 0.02 * k, soft);
    vec3 t = mix(vec3(0.07, 0.14, 0.035), vec3(0.33, 0.47, 0.12), 0.2 + 0.6 * b.z) * (0.8 + 0.4 * h);
    c = mix(c, t, b.x * (0.55 + 0.25 * f));
  }
  // The one in focus, from the lower left over to the right, and a second beside it.
  for (int i = 0; i < 2; i++) {
    float soft = i == 0 ? 0.010 : 0.0016;
    vec2 foot = i == 0 ? vec2(-0.30, -0.60) : vec2(-0.62, -0.60), tip = i == 0 ? vec2(0.10, 0.30) : vec2(0.44, -0.07);
    float sag = i == 0 ? 0.10 : 0.42, wide = i == 0 ? 0.030 : 0.026;
    vec3 b = blade(uv, foot, tip, sag, wide, soft);
    c = mix(c, leafColour(b, float(i) * 9.0, uv), b.x);
    // Drops along it, hanging from its lower edge or sitting on it; each shows the view upside down.
    vec2 mid = mix(foot, tip, 0.55) + vec2(0.0, sag);
    for (int j = 0; j < 13; j++) {
      float h = hash2(ivec2(j, 5 + i * 50)), k = hash2(ivec2(j, 17 + i * 50)), t = 0.14 + 0.74 * (float(j) + 0.8 * h) / 13.0;
      vec2 a = mix(mix(foot, mid, t), mix(mid, tip, t), t), dir = normalize(mix(mid - foot, tip - mid, t));
      float r = mix(0.006, 0.027, k * k) * (i == 0 ? 1.2 : 1.0), w = wide * pow(1.0 - t, 0.55);
      bool hangs = k > 0.5;
      vec2 at = a + (hangs ? vec2(0.0, -w - r * 0.55) : vec2(-dir.y, dir.x) * w * (h - 0.4));
      vec2 q = (uv - at) / r; q.y *= hangs && q.y > 0.0 ? 0.84 : 0.97;
      float d = length(q);
      if (d > 1.12) continue;
      float z = sqrt(max(0.0, 1.0 - d * d));
      vec3 inside = far(vec2(-q.x, -q.y) * 0.62 + vec2(0.18, 0.10)) * (0.55 + 0.75 * z);
      inside = mix(inside, leafColour(b, 3.0, uv) * 0.55, hangs ? 0.30 * smoothstep(0.2, 0.9, q.y) : 0.35 * z);
      inside *= mix(0.26, 1.08, smoothstep(1.0, 0.62, d));
      inside += vec3(0.9, 1.0, 0.6) * smoothstep(0.55, 0.95, d) * smoothstep(0.15, -0.9, q.y) * 0.55;
      inside += vec3(2.6, 2.4, 1.9) * smoothstep(0.20, 0.10, length(q - vec2(-0.34, 0.42))) + vec3(0.9) * smoothstep(0.10, 0.04, length(q - vec2(0.30, -0.46)));
      float edge = i == 0 ? 0.22 : 0.06;
      c = mix(c, inside, smoothstep(1.0 + edge, 1.0 - edge, d));
    }
  }
  // One blade before everything, so near that it is a veil.
  vec3 v = blade(uv, vec2(0.95, -0.62), vec2(0.55, 0.75), 0.05, 0.12, 0.16);
  c = mix(c, vec3(0.16, 0.30, 0.07), v.x * 0.55);
  return c * 1.05;
}
