// Keeps costly results within a bounded weight, the least lately used going first.

export class Kept<V> {
  private readonly map = new Map<string, { value: V; weight: number }>();
  private total = 0;

  /**
   * @param most total weight that is kept @param weigh the weight of one result, 1 where left out @param drop what is
   * done with one that goes
   */
  constructor(
    private readonly most: number,
    private readonly weigh: (value: V) => number = () => 1,
    private readonly drop: (value: V) => void = () => {},
  ) {}

  get(key: string, make: () => V): V {
    const known = this.map.get(key);
    if (known) {
      this.map.delete(key);
      this.map.set(key, known);
      return known.value;
    }
    const value = make(),
      weight = this.weigh(value);
    this.map.set(key, { value, weight });
    this.total += weight;
    for (const [k, old] of this.map) {
      // The newest stays, however heavy.
      if (this.total <= this.most || k === key) break;
      this.map.delete(k);
      this.total -= old.weight;
      this.drop(old.value);
    }
    return value;
  }

  /** Lets all go. */
  clear(): void {
    for (const { value } of this.map.values()) this.drop(value);
    this.map.clear();
    this.total = 0;
  }

  has(key: string): boolean {
    return this.map.has(key);
  }
}
