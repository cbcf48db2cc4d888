// Mountain land: terrain, forest, snow, water, haze, clouds. Each scene sets the constants marked by SCENE.
struct Land {
  vec3 sun; vec3 sunColour; vec3 zenith; vec3 horizon; vec3 hazeColour;
  float haze; float hazeFall; float snowLine; float treeLine; float water; float clouds; float cloudShade; float seed; float relief; float wind; float autumn;
};
Land L;
float height(vec2 p, int oct) {
  vec2 q = p * 0.00055 + L.seed;
  float h = eroded(q, oct) * 1500.0 * L.relief;
  h += (noise(q * 0.35 + 7.7) - 0.55) * 900.0 * L.relief;
  return h - 120.0;
}
vec3 landNormal(vec2 p, float t, int oct) {
  float e = max(0.35, 0.0009 * t);
  return normalize(vec3(height(p - vec2(e, 0), oct) - height(p + vec2(e, 0), oct), 2.0 * e, height(p - vec2(0, e), oct) - height(p + vec2(0, e), oct)));
}
vec3 sky(vec3 d, bool withClouds) {
  float up = max(d.y, 0.0);
  vec3 c = mix(L.horizon, L.zenith, 1.0 - exp(-up * 3.6));
  float s = max(dot(d, L.sun), 0.0);
  c += L.sunColour * (0.10 * pow(s, 6.0) + 0.22 * pow(s, 60.0) + 1.2 * pow(s, 900.0));
  if (withClouds && L.clouds > 0.0 && d.y > 0.005) {
    vec2 q = d.xz / (d.y + 0.12) * 1.15 + L.seed * 3.0;
    q *= vec2(1.0, 1.6);
    float n = fbm(q, 8), n2 = fbm(q + L.sun.xz * 0.18, 6);
    float m = smoothstep(1.0 - L.clouds, 1.0 - L.clouds + 0.42, n + 0.22);
    float lit = clamp(0.55 + (n - n2) * 3.2, 0.0, 1.0);
    vec3 cc = mix(L.zenith * 0.75 + 0.16 * L.horizon, L.horizon * 0.45 + L.sunColour * 0.42, lit * (1.0 - L.cloudShade));
    c = mix(c, cc, m * smoothstep(0.0, 0.10, d.y) * 0.92);
  }
  return c;
}
float march(vec3 o, vec3 d, float far, int oct) {
  float t = 2.0, last = 0.0;
  for (int i = 0; i < 300; i++) {
    vec3 p = o + d * t;
    if (p.y > 2400.0 * L.relief && d.y > 0.0) return -1.0;
    float h = p.y - height(p.xz, oct);
    if (h < 0.0012 * t) {
      float a = last, b = t;
      for (int k = 0; k < 6; k++) { float m = 0.5 * (a + b); vec3 q = o + d * m; if (q.y - height(q.xz, oct) < 0.0008 * m) b = m; else a = m; }
      return b;
    }
    last = t;
    t += max(0.42 * h, 0.0018 * t);
    if (t > far) return -1.0;
  }
  return t;
}
float shadow(vec3 p, int oct) {
  float r = 1.0, t = 12.0;
  for (int i = 0; i < 28; i++) {
    vec3 q = p + L.sun * t;
    float h = q.y - height(q.xz, oct);
    r = min(r, 14.0 * h / t);
    if (r < 0.01) return 0.0;
    t += clamp(h * 0.8, 18.0, 320.0);
    if (t > 5200.0) break;
  }
  return smoothstep(0.0, 1.0, clamp(r, 0.0, 1.0));
}
vec3 airFor(vec3 d) {
  float s = max(dot(d, L.sun), 0.0);
  return L.hazeColour + L.sunColour * (0.16 * pow(s, 4.0) + 0.22 * pow(s, 24.0));
}
vec3 throughAir(vec3 c, vec3 o, vec3 d, float t) {
  float f = L.haze * t;
  if (L.hazeFall > 0.0) {
    float k = L.hazeFall * d.y;
    float e = abs(k) * t < 1e-3 ? t : (1.0 - exp(-k * t)) / k;
    f = L.haze * exp(-L.hazeFall * o.y) * e;
  }
  vec3 ext = exp(-f * vec3(0.85, 1.0, 1.22));
  return c * ext + airFor(d) * (1.0 - ext);
}
vec3 landColour(vec3 p, vec3 d, float t, bool fine) {
  int oct = fine ? 13 : 9;
  vec3 n = landNormal(p.xz, t, oct);
  vec3 nb = landNormal(p.xz, 30.0 + t, 5);
  float slope = n.y;
  float v = fbm(p.xz * 0.011, 5), w = fbm(p.xz * 0.13 + 3.0, 4);
  vec3 rock = mix(vec3(0.15, 0.135, 0.12), vec3(0.27, 0.25, 0.23), v) * (0.65 + 0.7 * w);
  rock *= 0.75 + 0.5 * noise(vec2(p.y * 0.055 + v * 3.0, 0.3));
  vec3 grass = mix(vec3(0.085, 0.10, 0.035), vec3(0.19, 0.165, 0.07), v + L.autumn * 0.3) * (0.7 + 0.6 * w);
  vec3 c = mix(rock, grass, smoothstep(0.70, 0.86, slope + 0.14 * (v - 0.5)));
  float tl = L.treeLine + 260.0 * (fbm(p.xz * 0.0035, 4) - 0.5);
  float forest = smoothstep(tl, tl - 120.0, p.y) * smoothstep(0.56, 0.70, nb.y) * smoothstep(0.40, 0.50, fbm(p.xz * 0.006 + 9.0, 4) + 0.10);
  float crown = noise(p.xz * 0.16) * 0.6 + noise(p.xz * 0.41) * 0.4;
  vec3 tree = mix(vec3(0.018, 0.034, 0.016), vec3(0.055, 0.082, 0.03), crown * crown * 1.5);
  if (L.autumn > 0.5) {
    // Tree by tree: each a round crown with a colour of its own, more of them turned where the wood is thin.
    vec2 g = p.xz / 6.5, cell = floor(g); float near = 9.0, own = 0.0, turned = 0.0;
    for (int y = -1; y <= 1; y++) for (int x = -1; x <= 1; x++) {
      vec2 i = cell + vec2(x, y); ivec2 k = ivec2(i);
      float r = length(g - i - 0.5 - 0.7 * (vec2(hash2(k + 3), hash2(k + 47)) - 0.5)) / (0.55 + 0.35 * hash2(k + 91));
      if (r < near) { near = r; own = hash2(k + 7); turned = hash2(k + 19); }
    }
    float round = sqrt(max(0.0, 1.0 - 0.8 * min(near, 1.1) * min(near, 1.1)));
    vec3 green = mix(vec3(0.014, 0.024, 0.011), vec3(0.048, 0.056, 0.022), own), gold = mix(vec3(0.082, 0.044, 0.014), vec3(0.125, 0.085, 0.026), own);
    tree = mix(green, gold, step(turned, 0.07 + 0.42 * smoothstep(0.48, 0.72, fbm(p.xz * 0.012 + 5.0, 4)))) * (0.25 + 0.95 * round) * (0.75 + 0.5 * crown);
  }
  c = mix(c, tree, forest);
  // Stones at the water's edge are wet.
  if (L.autumn > 0.5) c *= mix(0.30, 1.0, smoothstep(0.2, 3.2, p.y + 1.2 * (w - 0.5)));
  vec3 nn = normalize(mix(n, n + vec3(noise(p.xz * 0.21) - 0.5, 0.0, noise(p.xz * 0.21 + 31.0) - 0.5) * 1.3, forest));
  float sl = L.snowLine + 220.0 * (fbm(p.xz * 0.006 + 2.0, 5) - 0.5);
  float snow = smoothstep(sl - 60.0, sl + 120.0, p.y) * smoothstep(0.50, 0.66, n.y + 0.10 * (w - 0.5)) * (1.0 - 0.65 * forest);
  c = mix(c, vec3(0.78, 0.81, 0.86), snow);
  nn = normalize(mix(nn, mix(n, nb, 0.35), snow));
  float sh = shadow(p + vec3(0, 1.5, 0), 6);
  float nl = max(dot(nn, L.sun), 0.0);
  float amb = 0.5 + 0.5 * nn.y;
  vec3 light = L.sunColour * nl * sh * 1.25 + (L.zenith * 0.55 + L.horizon * 0.25) * amb * 0.75;
  light += L.sunColour * 0.09 * max(dot(nn, normalize(vec3(-L.sun.x, 0.15, -L.sun.z))), 0.0);
  float cav = clamp(0.65 + 0.35 * (nb.y * 1.5 - 0.5), 0.35, 1.0);
  return c * light * cav;
}
vec3 sceneBeyond(vec3 o, vec3 d, bool fine) {
  float t = march(o, d, 26000.0, fine ? 10 : 8);
  vec3 c = t < 0.0 ? sky(d, true) : throughAir(landColour(o + d * t, d, t, fine), o, d, t);
  if (t < 0.0 && L.hazeFall > 0.0) c = throughAir(c, o, d, 22000.0);
  return c;
}
// The whole land seen from o along d, with water at L.water.
vec3 look(vec3 o, vec3 d) {
  float tw = d.y < -1e-4 ? (L.water - o.y) / d.y : -1.0;
  float t = march(o, d, tw > 0.0 ? min(tw, 26000.0) : 26000.0, 10);
  if (t < 0.0 && tw > 0.0 && tw < 26000.0) {
    vec3 p = o + d * tw;
    float depth = L.water - height(p.xz, 8);
    vec2 q = p.xz;
    float fade = 1.0 / (1.0 + tw * 0.0035);
    float rough = L.wind * (0.35 + 0.9 * smoothstep(0.35, 0.7, fbm(q * 0.006 + 4.0, 4)));
    vec2 a = noiseD(q * vec2(0.32, 0.9)).yz * vec2(0.32, 0.9), b = noiseD(TURN * q * vec2(1.1, 2.7)).yz;
    vec2 g = (a * 0.55 + b * 0.20) * rough * fade;
    // Ripples as fine as a hand break the edges of what is mirrored.
    if (L.autumn > 0.5) g += (noiseD(TURN * q * vec2(3.1, 8.0) + 5.0).yz * 0.075 + noiseD(q * vec2(9.0, 21.0)).yz * 0.030) * (0.5 + rough) * fade;
    vec3 n = normalize(vec3(-g.x, 1.0, -g.y));
    vec3 r = reflect(d, n); r.y = abs(r.y) + 0.002; r = normalize(r);
    float fr = 0.02 + 0.98 * pow(1.0 - max(dot(-d, n), 0.0), 5.0);
    vec3 mirror = sceneBeyond(p + vec3(0, 0.5, 0), r, false);
    vec3 deep = mix(vec3(0.035, 0.050, 0.042), vec3(0.010, 0.026, 0.034), smoothstep(0.0, 14.0, depth)) * (0.5 * L.sunColour * max(L.sun.y, 0.15) + 0.6 * L.zenith + 0.2 * L.horizon);
    vec3 c = mix(deep, mirror, clamp(fr * 1.12, 0.0, 1.0));
    return throughAir(c, o, d, tw);
  }
  vec3 c = t < 0.0 ? sky(d, true) : throughAir(landColour(o + d * t, d, t, true), o, d, t);
  if (t < 0.0 && L.hazeFall > 0.0) c = throughAir(c, o, d, 22000.0);
  return c;
}
