// Which text of a post reads worst as it is shown.

/** The one furthest below what it needs; undefined where none was measured. */
export const weakestShown = <T extends { ratio: number | null; needed: number }>(texts: readonly T[]): T | undefined =>
  texts.filter((t) => t.ratio !== null).sort((a, b) => a.ratio! / a.needed - b.ratio! / b.needed)[0];
