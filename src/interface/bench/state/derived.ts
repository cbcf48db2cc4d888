// What follows from some parts of the state: computed once for all that ask, and not again as long as those parts are
// the same. Sixty rows each ask with every frame of a drag.

/**
 * @param parts what it follows from, compared by identity
 * @param of what follows; it gets the parts
 * @returns a selector
 */
export function derived<S, P extends readonly unknown[], T>(
  parts: (state: S) => readonly [...P],
  of: (...parts: P) => T,
): (state: S) => T {
  let asked: S | undefined, before: readonly [...P] | undefined, known: T;
  return (state) => {
    if (before && state === asked) return known;
    const now = parts(state);
    asked = state;
    if (!before || now.some((v, i) => v !== before![i])) known = of(...now);
    before = now;
    return known;
  };
}
