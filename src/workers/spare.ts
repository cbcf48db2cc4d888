// Canvases that were used and will be wanted again. The first stroke on a new canvas of a worker, or on one that was
// given another size, waits until the page's own thread is free; on one that was only emptied it does not.

/** What is kept: its area is what it weighs. */
interface Sized {
  width: number;
  height: number;
}

/** Keeps the canvases that were given back last, up to so many pixels and pieces. */
export class Spare<C extends Sized> {
  /** What was given last is last. */
  private readonly kept: C[] = [];
  private area = 0;

  /** @param most px in all @param count canvases in all */
  constructor(
    private readonly most: number,
    private readonly count: number,
  ) {}

  /** One of just that size, no longer kept; null where there is none. What was painted on it is still there. */
  take(width: number, height: number): C | null {
    return this.taken((c) => c.width === width && c.height === height);
  }

  /** The same with one that may be larger. */
  takeAtLeast(width: number, height: number): C | null {
    return this.taken((c) => c.width >= width && c.height >= height);
  }

  private taken(fits: (canvas: C) => boolean): C | null {
    const at = this.kept.findLastIndex(fits);
    if (at < 0) return null;
    const [canvas] = this.kept.splice(at, 1);
    this.area -= canvas.width * canvas.height;
    return canvas;
  }

  /** Keeps one that is not used any more; those that have waited longest give their memory back for it. */
  give(canvas: C): void {
    this.kept.push(canvas);
    this.area += canvas.width * canvas.height;
    while (this.area > this.most || this.kept.length > this.count) {
      const oldest = this.kept.shift()!;
      this.area -= oldest.width * oldest.height;
      // At once: collectors do not know how much a canvas weighs.
      oldest.width = oldest.height = 1;
    }
  }
}
