// The camera: a tile of the picture, several jittered samples, film response, vignette, grain.
uniform vec2 uSize; uniform vec2 uTile; uniform int uSamples; uniform int uPass; uniform vec4 uA; uniform vec4 uB;
out vec4 outColour;
void main() {
  vec2 px = gl_FragCoord.xy + uTile;
  setUp();
  vec3 sum = vec3(0.0);
  for (int s = 0; s < 64; s++) {
    if (s >= uSamples) break;
    float jx = fract(0.5 + 0.7548776662 * float(s) + hash2(ivec2(px))), jy = fract(0.5 + 0.5698402910 * float(s) + hash2(ivec2(px) + 77));
    vec2 uv = (px + vec2(jx, jy) - 0.5 * uSize) / uSize.y;
    sum += min(render(uv, ivec2(px) * 64 + ivec2(s, s * 7)), vec3(6.0));
  }
  vec3 c = sum / float(uSamples);
  vec2 q = (px - 0.5 * uSize) / length(uSize);
  c *= 1.0 - 0.75 * dot(q, q);
  c = encode(film(c));
  float l = dot(c, vec3(0.3, 0.6, 0.1));
  float g = (hash2(ivec2(px) + 991) + hash2(ivec2(px) + 4243) + hash2(ivec2(px) + 7717) - 1.5);
  c += g * 0.016 * (0.5 + 0.8 * (1.0 - l));
  outColour = vec4(clamp(c, 0.0, 1.0), 1.0);
}
