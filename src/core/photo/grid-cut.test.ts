import { gridCut } from './grid-cut';

const DX = [1, -1, 0, 0, 1, -1, 1, -1],
  DY = [0, 0, 1, -1, 1, -1, -1, 1];
function energy(w: number, h: number, terminal: Float32Array, edges: Float32Array, inside: ArrayLike<number>): number {
  let e = 0;
  for (let p = 0; p < w * h; p++) {
    // To be outside costs what is positive, to be inside what is negative.
    e += inside[p] ? Math.max(0, -terminal[p]) : Math.max(0, terminal[p]);
    for (let d = 0; d < 8; d++) {
      const x = (p % w) + DX[d],
        y = Math.floor(p / w) + DY[d];
      if (x >= 0 && x < w && y >= 0 && y < h && inside[p] && !inside[y * w + x]) e += edges[p * 8 + d];
    }
  }
  return e;
}
let seed = 7;
const random = (): number => (seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0) / 4294967296;

it('is the cheapest of all ways to part small grids', () => {
  for (let round = 0; round < 20; round++) {
    const w = 3 + (round % 2),
      h = 3,
      n = w * h;
    const terminal = Float32Array.from({ length: n }, () => Math.round((random() - 0.5) * 20)),
      edges = new Float32Array(n * 8);
    for (let p = 0; p < n; p++)
      for (const d of [0, 2, 4, 6]) {
        const x = (p % w) + DX[d],
          y = Math.floor(p / w) + DY[d];
        if (x < 0 || x >= w || y < 0 || y >= h) continue;
        edges[p * 8 + d] = edges[(y * w + x) * 8 + d + 1] = Math.round(random() * 6);
      }
    const found = energy(w, h, terminal, edges, gridCut(w, h, terminal, Float32Array.from(edges)));
    let least = Infinity;
    for (let mask = 0; mask < 1 << n; mask++)
      least = Math.min(
        least,
        energy(
          w,
          h,
          terminal,
          edges,
          Array.from({ length: n }, (_, i) => (mask >> i) & 1),
        ),
      );
    expect(found).toBeCloseTo(least, 4);
  }
});
