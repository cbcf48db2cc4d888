// Shared ground of every demo photograph: hashing, noise, sky, camera response.
// Integer hashing keeps the pictures the same on every machine (no sine hash).
uint mixBits(uint x) { x ^= x >> 16; x *= 0x7feb352du; x ^= x >> 15; x *= 0x846ca68bu; x ^= x >> 16; return x; }
float hash2(ivec2 p) { return float(mixBits(uint(p.x) * 0x9e3779b9u ^ mixBits(uint(p.y) + 0x85ebca6bu)) >> 8) / 16777216.0; }
float hash3(ivec3 p) { return float(mixBits(uint(p.x) * 0x9e3779b9u ^ mixBits(uint(p.y) * 0xc2b2ae35u ^ mixBits(uint(p.z) + 0x27d4eb2fu))) >> 8) / 16777216.0; }

// Value noise with its gradient; quintic fade. x = value 0..1, yz = derivative.
vec3 noiseD(vec2 p) {
  vec2 i = floor(p), f = p - i;
  vec2 u = f * f * f * (f * (f * 6.0 - 15.0) + 10.0);
  vec2 du = 30.0 * f * f * (f * (f - 2.0) + 1.0);
  ivec2 c = ivec2(i);
  float a = hash2(c), b = hash2(c + ivec2(1, 0)), d = hash2(c + ivec2(0, 1)), e = hash2(c + ivec2(1, 1));
  float k1 = b - a, k2 = d - a, k3 = a - b - d + e;
  return vec3(a + k1 * u.x + k2 * u.y + k3 * u.x * u.y, du * vec2(k1 + k3 * u.y, k2 + k3 * u.x));
}
float noise(vec2 p) { return noiseD(p).x; }
float noise3(vec3 p) {
  vec3 i = floor(p), f = p - i;
  f = f * f * (3.0 - 2.0 * f);
  ivec3 c = ivec3(i);
  vec4 a = vec4(hash3(c), hash3(c + ivec3(1, 0, 0)), hash3(c + ivec3(0, 1, 0)), hash3(c + ivec3(1, 1, 0)));
  vec4 b = vec4(hash3(c + ivec3(0, 0, 1)), hash3(c + ivec3(1, 0, 1)), hash3(c + ivec3(0, 1, 1)), hash3(c + ivec3(1, 1, 1)));
  vec4 m = mix(a, b, f.z);
  vec2 n = mix(m.xz, m.yw, f.x);
  return mix(n.x, n.y, f.y);
}
const mat2 TURN = mat2(0.8, -0.6, 0.6, 0.8);
float fbm(vec2 p, int octaves) {
  float s = 0.0, a = 0.5;
  for (int i = 0; i < 14; i++) { if (i >= octaves) break; s += a * noise(p); a *= 0.5; p = TURN * p * 2.03; }
  return s;
}
float fbm3(vec3 p, int octaves) {
  float s = 0.0, a = 0.5;
  for (int i = 0; i < 8; i++) { if (i >= octaves) break; s += a * noise3(p); a *= 0.5; p = p.zxy * 2.02 + 3.1; }
  return s;
}
// Derivative-damped fractal: every octave is divided by one plus the squared slope so far, which erodes ridges.
float eroded(vec2 p, int octaves) {
  float s = 0.0, a = 0.5;
  vec2 d = vec2(0.0);
  for (int i = 0; i < 14; i++) {
    if (i >= octaves) break;
    vec3 n = noiseD(p);
    d += n.yz;
    s += a * n.x / (1.0 + dot(d, d));
    a *= 0.5;
    p = TURN * p * 2.0;
  }
  return s;
}
// Filmic response (rational curve), from scene light to display light.
vec3 film(vec3 c) { c = max(c, 0.0); return clamp((c * (2.51 * c + 0.03)) / (c * (2.43 * c + 0.59) + 0.14), 0.0, 1.0); }
vec3 encode(vec3 c) { return mix(12.92 * c, 1.055 * pow(max(c, 1e-6), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, c)); }
