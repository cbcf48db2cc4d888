// Looks for places worth standing at: open water in front, high ground behind it.
// The height field repeats land.glsl in double precision; small differences do not matter for a search.
const mix = (x) => {
  x = Math.imul(x ^ (x >>> 16), 0x7feb352d);
  x = Math.imul(x ^ (x >>> 15), 0x846ca68b);
  return (x ^ (x >>> 16)) >>> 0;
};
const hash = (x, y) => (mix(Math.imul(x, 0x9e3779b9) ^ mix((y + 0x85ebca6b) | 0)) >>> 8) / 16777216;

function noiseWithSlope(x, y) {
  const ix = Math.floor(x),
    iy = Math.floor(y),
    fx = x - ix,
    fy = y - iy;
  const u = fx * fx * fx * (fx * (fx * 6 - 15) + 10),
    v = fy * fy * fy * (fy * (fy * 6 - 15) + 10);
  const du = 30 * fx * fx * (fx * (fx - 2) + 1),
    dv = 30 * fy * fy * (fy * (fy - 2) + 1);
  const a = hash(ix, iy),
    b = hash(ix + 1, iy),
    c = hash(ix, iy + 1),
    d = hash(ix + 1, iy + 1);
  const k1 = b - a,
    k2 = c - a,
    k3 = a - b - c + d;
  return [a + k1 * u + k2 * v + k3 * u * v, du * (k1 + k3 * v), dv * (k2 + k3 * u)];
}

/** Height above the datum in metres at (x, z) for a land of the given seed and relief. */
export function height(x, z, seed, relief, octaves = 7) {
  const qx = x * 0.00055 + seed,
    qy = z * 0.00055 + seed;
  let s = 0,
    a = 0.5,
    dx = 0,
    dy = 0,
    px = qx,
    py = qy;
  for (let i = 0; i < octaves; i++) {
    const n = noiseWithSlope(px, py);
    dx += n[1];
    dy += n[2];
    s += (a * n[0]) / (1 + dx * dx + dy * dy);
    a *= 0.5;
    [px, py] = [2 * (0.8 * px + 0.6 * py), 2 * (-0.6 * px + 0.8 * py)];
  }
  const broad = noiseWithSlope(qx * 0.35 + 7.7, qy * 0.35 + 7.7)[0];
  return s * 1500 * relief + (broad - 0.55) * 900 * relief - 120;
}

/**
 * Ranks viewpoints of one land.
 * @param {{seed: number, relief: number, water: number, eye: number, tries?: number, want?: 'lake' | 'ridge', random:
 * () => number}} land
 * @returns {{x: number, y: number, z: number, heading: number, score: number}[]} best first; heading in radians
 */
export function findViewpoints(land) {
  const { seed, relief, water, eye, tries = 60000, want = 'lake', random } = land;
  const h = (x, z) => height(x, z, seed, relief, 6);
  const found = [];
  for (let i = 0; i < tries; i++) {
    const x = (random() - 0.5) * 60000,
      z = (random() - 0.5) * 60000,
      heading = random() * Math.PI * 2;
    const here = h(x, z);
    let y;
    if (want === 'lake') {
      if (here > water - 1) continue;
      y = water + eye;
    } else {
      y = here + eye;
      if (here < 500 * relief) continue;
    }
    let open = 0,
      rays = 0,
      top = 0,
      tops = [];
    for (let k = -3; k <= 3; k++) {
      const a = heading + k * 0.13,
        cx = Math.sin(a),
        cz = Math.cos(a);
      for (let d = 20; d < 420; d += 50) {
        rays++;
        const g = h(x + cx * d, z + cz * d);
        if (want === 'lake' ? g < water - 0.5 : g < y - 0.12 * d) open++;
      }
      let best = -1;
      for (let d = 900; d < 9000; d += 260) best = Math.max(best, (h(x + cx * d, z + cz * d) - y) / d);
      tops.push(best);
      top = Math.max(top, best);
    }
    if (open / rays < 0.93) continue;
    const aim = want === 'lake' ? 0.24 : 0.06;
    const spread = Math.max(...tops) - Math.min(...tops);
    const score = -Math.abs(top - aim) * 6 + Math.min(spread, 0.22) * 3 - (Math.min(...tops) < 0.02 ? 0.4 : 0);
    found.push({ x, y, z, heading, score });
  }
  found.sort((p, q) => q.score - p.score);
  const kept = [];
  for (const v of found) {
    if (kept.every((k) => Math.hypot(k.x - v.x, k.z - v.z) > 700)) kept.push(v);
    if (kept.length >= 40) break;
  }
  return kept;
}

/** A small seeded generator (mulberry32), numbers in [0, 1). */
export function seededRandom(seed) {
  let s = seed >>> 0;
  return () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), s | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}
