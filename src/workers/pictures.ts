// The decoded pictures a worker keeps, within a bounded weight: those not used for longest go, what is worked with
// stays.
import type { Pixels } from '../core/ground/pixels';

/** Pixels that are kept: about two large photos beyond those that are worked with. */
export const MOST_PIXELS = 24_000_000;
/** What was used within this time may still be worked with, ms; unless it is very much. */
const IN_USE = 4000;
const FAR_TOO_MANY = 4 * MOST_PIXELS;

export class Pictures {
  /** The latest used last. */
  private readonly kept = new Map<string, Pixels>();
  /** When each was last asked for, ms. */
  private readonly used = new Map<string, number>();

  /**
   * @param gone is told of what was let go
   * @param now a clock in ms
   */
  constructor(
    private readonly gone: (id: string) => void = () => {},
    private readonly now: () => number = () => performance.now(),
  ) {}

  get(id: string): Pixels | null {
    return this.kept.get(id) ?? null;
  }

  /** Notes that something is asked for. */
  touch(id: string): void {
    this.used.set(id, this.now());
    const p = this.kept.get(id);
    if (!p) return;
    this.kept.delete(id);
    this.kept.set(id, p);
  }

  set(id: string, pixels: Pixels): void {
    this.kept.delete(id);
    this.kept.set(id, pixels);
    this.used.set(id, this.now());
  }

  /**
   * Lets pictures go that were not used for longest, as long as there are too many. @param needed those that must stay
   */
  makeRoom(needed: ReadonlySet<string>): void {
    let sum = this.weight;
    for (const [id, p] of this.kept) {
      if (sum <= MOST_PIXELS) return;
      if (needed.has(id) || (sum <= FAR_TOO_MANY && this.now() - (this.used.get(id) ?? 0) < IN_USE)) continue;
      this.kept.delete(id);
      this.used.delete(id);
      this.gone(id);
      sum -= p.width * p.height;
    }
  }

  /** Pixels that are kept. */
  get weight(): number {
    let sum = 0;
    for (const p of this.kept.values()) sum += p.width * p.height;
    return sum;
  }
}
