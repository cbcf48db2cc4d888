// Exact area coverage of filled outlines on a pixel grid: every edge adds its signed area to the cells it crosses and
// to all cells right of it (the accumulation-buffer method known from font rasterisers). Overlapping contours of one
// direction count once.

/** A rectangle of whole pixels of the slide. */
export interface Region {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Collects an outline and turns it into coverage. Curves are flattened to within a twentieth of a pixel. */
export class CoverageRaster {
  private readonly points: number[] = [];
  private x = 0;
  private y = 0;
  private startX = 0;
  private startY = 0;
  minX = Infinity;
  minY = Infinity;
  maxX = -Infinity;
  maxY = -Infinity;
  /** Signed area and length of the outline in pixels. */
  area = 0;
  perimeter = 0;

  moveTo(x: number, y: number): void {
    this.closePath();
    this.x = this.startX = x;
    this.y = this.startY = y;
  }

  lineTo(x: number, y: number): void {
    this.points.push(this.x, this.y, x, y);
    this.area += (this.x * y - x * this.y) / 2;
    this.perimeter += Math.hypot(x - this.x, y - this.y);
    this.minX = Math.min(this.minX, this.x, x);
    this.maxX = Math.max(this.maxX, this.x, x);
    this.minY = Math.min(this.minY, this.y, y);
    this.maxY = Math.max(this.maxY, this.y, y);
    this.x = x;
    this.y = y;
  }

  quadraticCurveTo(x1: number, y1: number, x: number, y: number): void {
    const x0 = this.x,
      y0 = this.y;
    const n = Math.min(64, Math.max(1, Math.ceil(Math.sqrt(Math.hypot(x0 - 2 * x1 + x, y0 - 2 * y1 + y) * 5))));
    for (let i = 1; i <= n; i++) {
      const t = i / n,
        u = 1 - t;
      this.lineTo(u * u * x0 + 2 * u * t * x1 + t * t * x, u * u * y0 + 2 * u * t * y1 + t * t * y);
    }
  }

  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void {
    const x0 = this.x,
      y0 = this.y;
    const bend = Math.max(Math.hypot(x0 - 2 * x1 + x2, y0 - 2 * y1 + y2), Math.hypot(x1 - 2 * x2 + x, y1 - 2 * y2 + y));
    const n = Math.min(96, Math.max(1, Math.ceil(Math.sqrt(bend * 15))));
    for (let i = 1; i <= n; i++) {
      const t = i / n,
        u = 1 - t;
      this.lineTo(
        u * u * u * x0 + 3 * u * u * t * x1 + 3 * u * t * t * x2 + t * t * t * x,
        u * u * u * y0 + 3 * u * u * t * y1 + 3 * u * t * t * y2 + t * t * t * y,
      );
    }
  }

  closePath(): void {
    if (this.x !== this.startX || this.y !== this.startY) this.lineTo(this.startX, this.startY);
  }

  get empty(): boolean {
    return this.points.length === 0;
  }

  /** Mean stroke width in pixels: twice the inked area over the length of the outline. */
  get stroke(): number {
    return this.perimeter > 0 ? (2 * Math.abs(this.area)) / this.perimeter : 0;
  }

  /** The closed contours of the outline: edges as four numbers each, and how long they are together, pixels. */
  contours(): { points: number[]; length: number }[] {
    const out: { points: number[]; length: number }[] = [],
      p = this.points;
    for (let i = 0; i < p.length; i += 4) {
      if (i === 0 || p[i] !== p[i - 2] || p[i + 1] !== p[i - 1]) out.push({ points: [], length: 0 });
      const c = out[out.length - 1];
      c.points.push(p[i], p[i + 1], p[i + 2], p[i + 3]);
      c.length += Math.hypot(p[i + 2] - p[i], p[i + 3] - p[i + 1]);
    }
    return out;
  }

  /** Coverage 0..1 of every pixel of the region, row by row. */
  cover(region: Region): Float32Array {
    this.closePath();
    const { width: w, height: h } = region,
      stride = w + 2;
    const cells = new Float32Array(stride * h);
    const p = this.points;
    for (let i = 0; i < p.length; i += 4)
      edge(cells, stride, w, h, p[i] - region.x, p[i + 1] - region.y, p[i + 2] - region.x, p[i + 3] - region.y);
    const out = new Float32Array(w * h);
    for (let y = 0; y < h; y++) {
      let sum = 0;
      for (let x = 0; x < w; x++) {
        sum += cells[y * stride + x];
        const c = Math.abs(sum);
        out[y * w + x] = c > 1 ? 1 : c < 1e-4 ? 0 : c;
      }
    }
    return out;
  }
}

function edge(
  cells: Float32Array,
  stride: number,
  w: number,
  h: number,
  ax: number,
  ay: number,
  bx: number,
  by: number,
): void {
  if (ay === by) return;
  const dir = ay < by ? 1 : -1;
  if (dir < 0) [ax, ay, bx, by] = [bx, by, ax, ay];
  if (by <= 0 || ay >= h) return;
  const slope = (bx - ax) / (by - ay);
  const last = Math.min(h, Math.ceil(by));
  for (let y = Math.max(0, Math.floor(ay)); y < last; y++) {
    const top = Math.max(y, ay),
      bottom = Math.min(y + 1, by);
    if (bottom <= top) continue;
    const d = (bottom - top) * dir;
    // Left of the region an edge still fills the row; right of it, it does not matter.
    const xa = Math.min(w, Math.max(0, ax + (top - ay) * slope)),
      xb = Math.min(w, Math.max(0, ax + (bottom - ay) * slope));
    const x0 = Math.min(xa, xb),
      x1 = Math.max(xa, xb);
    const i0 = Math.floor(x0),
      i1 = Math.ceil(x1),
      row = y * stride;
    if (i1 <= i0 + 1) {
      const m = (x0 + x1) / 2 - i0;
      cells[row + i0] += d * (1 - m);
      cells[row + i0 + 1] += d * m;
      continue;
    }
    const s = 1 / (x1 - x0),
      f0 = x0 - i0,
      f1 = x1 - i1 + 1;
    const a0 = 0.5 * s * (1 - f0) * (1 - f0),
      am = 0.5 * s * f1 * f1;
    cells[row + i0] += d * a0;
    if (i1 === i0 + 2) cells[row + i0 + 1] += d * (1 - a0 - am);
    else {
      const a1 = s * (1.5 - f0);
      cells[row + i0 + 1] += d * (a1 - a0);
      for (let x = i0 + 2; x < i1 - 1; x++) cells[row + x] += d * s;
      const a2 = a1 + (i1 - i0 - 3) * s;
      cells[row + i1 - 1] += d * (1 - a2 - am);
    }
    cells[row + i1] += d * am;
  }
}
