// Minimum cut of a picture's grid, every pixel joined to its eight neighbours and to the two sides: Boykov and
// Kolmogorov, "An Experimental Comparison of Min-Cut/Max-Flow Algorithms for Energy Minimization in Vision", IEEE PAMI
// 26(9), 2004.

const DX = [1, -1, 0, 0, 1, -1, 1, -1];
const DY = [0, 0, 1, -1, 1, -1, -1, 1];
/** The direction back. */
const BACK = [1, 0, 3, 2, 5, 4, 7, 6];
const TERMINAL = 8;
const ORPHAN = 9;
const NONE = 10;

/**
 * @param terminal for each pixel what it costs to be outside less what it costs to be inside
 * @param edges for each pixel and each of eight directions (right, left, down, up, then the diagonals down right, up
 * left, up right,
 *   down left) what it costs to part it from that neighbour; changed by the call
 * @returns 1 for pixels inside
 */
export function gridCut(width: number, height: number, terminal: Float32Array, edges: Float32Array): Uint8Array {
  const n = width * height,
    rest = terminal.slice(),
    cap = edges;
  const tree = new Uint8Array(n),
    parent = new Uint8Array(n).fill(NONE),
    dist = new Int32Array(n),
    stamp = new Int32Array(n);
  const offset = DX.map((dx, i) => DY[i] * width + dx);
  const valid = new Uint8Array(n * 8);
  for (let y = 0, p = 0; y < height; y++)
    for (let x = 0; x < width; x++, p++)
      for (let d = 0; d < 8; d++)
        valid[p * 8 + d] = x + DX[d] >= 0 && x + DX[d] < width && y + DY[d] >= 0 && y + DY[d] < height ? 1 : 0;
  let queue: number[] = [],
    next: number[] = [];
  const queued = new Uint8Array(n);
  const activate = (p: number): void => {
    if (queued[p]) return;
    queued[p] = 1;
    next.push(p);
  };
  for (let p = 0; p < n; p++)
    if (rest[p] !== 0) {
      tree[p] = rest[p] > 0 ? 1 : 2;
      parent[p] = TERMINAL;
      dist[p] = 1;
      activate(p);
    }
  let time = 0,
    at = 0;
  const orphans: number[] = [];

  /** Residual capacity in the direction in which a tree grows from p to its neighbour. */
  const forward = (p: number, d: number): number =>
    tree[p] === 1 ? cap[p * 8 + d] : cap[(p + offset[d]) * 8 + BACK[d]];

  function augment(s: number, d: number): void {
    const t = s + offset[d];
    let least = cap[s * 8 + d];
    for (let p = s; ; p += offset[parent[p]]) {
      if (parent[p] === TERMINAL) {
        least = Math.min(least, rest[p]);
        break;
      }
      least = Math.min(least, cap[(p + offset[parent[p]]) * 8 + BACK[parent[p]]]);
    }
    for (let p = t; ; p += offset[parent[p]]) {
      if (parent[p] === TERMINAL) {
        least = Math.min(least, -rest[p]);
        break;
      }
      least = Math.min(least, cap[p * 8 + parent[p]]);
    }
    cap[s * 8 + d] -= least;
    cap[t * 8 + BACK[d]] += least;
    for (let p = s; ;) {
      const up = parent[p];
      if (up === TERMINAL) {
        rest[p] -= least;
        if (rest[p] <= 1e-7) {
          rest[p] = 0;
          parent[p] = ORPHAN;
          orphans.push(p);
        }
        break;
      }
      const q = p + offset[up];
      cap[p * 8 + up] += least;
      cap[q * 8 + BACK[up]] -= least;
      if (cap[q * 8 + BACK[up]] <= 1e-7) {
        cap[q * 8 + BACK[up]] = 0;
        parent[p] = ORPHAN;
        orphans.push(p);
      }
      p = q;
    }
    for (let p = t; ;) {
      const up = parent[p];
      if (up === TERMINAL) {
        rest[p] += least;
        if (rest[p] >= -1e-7) {
          rest[p] = 0;
          parent[p] = ORPHAN;
          orphans.push(p);
        }
        break;
      }
      const q = p + offset[up];
      cap[q * 8 + BACK[up]] += least;
      cap[p * 8 + up] -= least;
      if (cap[p * 8 + up] <= 1e-7) {
        cap[p * 8 + up] = 0;
        parent[p] = ORPHAN;
        orphans.push(p);
      }
      p = q;
    }
  }

  /** How far p is from its terminal, or Infinity where its tree has lost it; what was found is stamped. */
  function rooted(p: number): number {
    let steps = 0,
      q = p;
    for (;;) {
      if (stamp[q] === time) {
        steps += dist[q];
        break;
      }
      const up = parent[q];
      steps++;
      if (up === TERMINAL) {
        stamp[q] = time;
        dist[q] = 1;
        break;
      }
      if (up === ORPHAN || up === NONE) return Infinity;
      q += offset[up];
    }
    let left = steps;
    for (let r = p; stamp[r] !== time; r += offset[parent[r]]) {
      stamp[r] = time;
      dist[r] = left--;
    }
    return steps;
  }

  function adopt(p: number): void {
    let best = NONE,
      least = Infinity;
    for (let d = 0; d < 8; d++) {
      if (!valid[p * 8 + d]) continue;
      const q = p + offset[d];
      if (tree[q] !== tree[p] || (tree[p] === 1 ? cap[q * 8 + BACK[d]] : cap[p * 8 + d]) <= 0) continue;
      const far = rooted(q);
      if (far < least) {
        least = far;
        best = d;
      }
    }
    if (best !== NONE) {
      parent[p] = best;
      stamp[p] = time;
      dist[p] = least + 1;
      return;
    }
    for (let d = 0; d < 8; d++) {
      if (!valid[p * 8 + d]) continue;
      const q = p + offset[d];
      if (tree[q] !== tree[p]) continue;
      if ((tree[p] === 1 ? cap[q * 8 + BACK[d]] : cap[p * 8 + d]) > 0) activate(q);
      if (parent[q] < 8 && q + offset[parent[q]] === p) {
        parent[q] = ORPHAN;
        orphans.push(q);
      }
    }
    tree[p] = 0;
    parent[p] = NONE;
  }

  for (;;) {
    if (at >= queue.length) {
      if (!next.length) break;
      [queue, next, at] = [next, [], 0];
    }
    const p = queue[at];
    if (tree[p] === 0) {
      queued[p] = 0;
      at++;
      continue;
    }
    let met = -1;
    for (let d = 0; d < 8 && met < 0; d++) {
      if (!valid[p * 8 + d] || forward(p, d) <= 0) continue;
      const q = p + offset[d];
      if (tree[q] === 0) {
        tree[q] = tree[p];
        parent[q] = BACK[d];
        dist[q] = dist[p] + 1;
        stamp[q] = stamp[p];
        activate(q);
      } else if (tree[q] !== tree[p]) met = d;
    }
    if (met < 0) {
      queued[p] = 0;
      at++;
      continue;
    }
    time++;
    if (tree[p] === 1) augment(p, met);
    else augment(p + offset[met], BACK[met]);
    for (let i = 0; i < orphans.length; i++) if (parent[orphans[i]] === ORPHAN) adopt(orphans[i]);
    orphans.length = 0;
  }
  return Uint8Array.from(tree, (t) => (t === 1 ? 1 : 0));
}
