// Keeps costly results within a bounded weight, the least lately used going first.
import { LRUCache } from 'lru-cache';

export class Kept<V extends NonNullable<unknown>> {
  private readonly cache: LRUCache<string, V>;

  /**
   * @param most total weight that is kept
   * @param weigh the weight of one result, 1 where left out
   * @param drop what is done with one that goes
   */
  constructor(most: number, weigh: (value: V) => number = () => 1, drop: (value: V) => void = () => {}) {
    this.cache = new LRUCache({
      maxSize: most,
      // The newest stays, however heavy.
      sizeCalculation: (value) => Math.max(1, Math.min(most, Math.round(weigh(value)))),
      dispose: drop,
    });
  }

  get(key: string, make: () => V): V {
    let value = this.cache.get(key);
    if (value === undefined) this.cache.set(key, (value = make()));
    return value;
  }

  /** Lets all go. */
  clear(): void {
    this.cache.clear();
  }

  has(key: string): boolean {
    return this.cache.has(key);
  }
}
