// Outlines of pattern tiles in tile units: built by short words, traced onto a canvas or any sink that takes canvas
// path calls.

export interface PathSink {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  quadraticCurveTo(x1: number, y1: number, x: number, y: number): void;
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  closePath(): void;
}

type Step =
  | readonly ['M' | 'L', number, number]
  | readonly ['Q', number, number, number, number]
  | readonly ['C', number, number, number, number, number, number]
  | readonly ['Z'];

/** Share of the radius at which the handles of a quarter circle stand. */
export const QUARTER = 0.5522847498;

export class Path {
  readonly steps: Step[] = [];

  M(x: number, y: number): this {
    this.steps.push(['M', x, y]);
    return this;
  }
  L(x: number, y: number): this {
    this.steps.push(['L', x, y]);
    return this;
  }
  Q(x1: number, y1: number, x: number, y: number): this {
    this.steps.push(['Q', x1, y1, x, y]);
    return this;
  }
  C(x1: number, y1: number, x2: number, y2: number, x: number, y: number): this {
    this.steps.push(['C', x1, y1, x2, y2, x, y]);
    return this;
  }
  Z(): this {
    this.steps.push(['Z']);
    return this;
  }

  line(x0: number, y0: number, x1: number, y1: number): this {
    return this.M(x0, y0).L(x1, y1);
  }
  polygon(points: readonly (readonly [number, number])[]): this {
    points.forEach(([x, y], i) => (i ? this.L(x, y) : this.M(x, y)));
    return this.Z();
  }
  polyline(points: readonly (readonly [number, number])[]): this {
    points.forEach(([x, y], i) => (i ? this.L(x, y) : this.M(x, y)));
    return this;
  }
  rect(x: number, y: number, w: number, h: number): this {
    return this.polygon([
      [x, y],
      [x + w, y],
      [x + w, y + h],
      [x, y + h],
    ]);
  }
  circle(cx: number, cy: number, r: number, ry = r): this {
    const k = r * QUARTER,
      l = ry * QUARTER;
    return this.M(cx + r, cy)
      .C(cx + r, cy + l, cx + k, cy + ry, cx, cy + ry)
      .C(cx - k, cy + ry, cx - r, cy + l, cx - r, cy)
      .C(cx - r, cy - l, cx - k, cy - ry, cx, cy - ry)
      .C(cx + k, cy - ry, cx + r, cy - l, cx + r, cy)
      .Z();
  }
  /** A regular polygon or, with an inner radius, a star; the first point is above the middle, turned by degrees. */
  star(cx: number, cy: number, points: number, r: number, inner = r, turn = 0): this {
    const n = inner === r ? points : points * 2;
    return this.polygon(
      Array.from({ length: n }, (_, i) => {
        const a = (i / n) * 2 * Math.PI - Math.PI / 2 + (turn * Math.PI) / 180,
          q = i % 2 && inner !== r ? inner : r;
        return [cx + q * Math.cos(a), cy + q * Math.sin(a)] as const;
      }),
    );
  }

  /** Traces the outline moved by (dx, dy). */
  trace(to: PathSink, dx = 0, dy = 0): void {
    for (const s of this.steps)
      switch (s[0]) {
        case 'M':
          to.moveTo(s[1] + dx, s[2] + dy);
          break;
        case 'L':
          to.lineTo(s[1] + dx, s[2] + dy);
          break;
        case 'Q':
          to.quadraticCurveTo(s[1] + dx, s[2] + dy, s[3] + dx, s[4] + dy);
          break;
        case 'C':
          to.bezierCurveTo(s[1] + dx, s[2] + dy, s[3] + dx, s[4] + dy, s[5] + dx, s[6] + dy);
          break;
        default:
          to.closePath();
      }
  }
}

export const path = (): Path => new Path();

/** Adds what is traced to a path. */
export const tracedInto = (path: Path): PathSink => ({
  moveTo: (x, y) => void path.M(x, y),
  lineTo: (x, y) => void path.L(x, y),
  quadraticCurveTo: (x1, y1, x, y) => void path.Q(x1, y1, x, y),
  bezierCurveTo: (x1, y1, x2, y2, x, y) => void path.C(x1, y1, x2, y2, x, y),
  closePath: () => void path.Z(),
});
