// Asking for what takes a while: the answer counts unless the question is outdated by then.

/**
 * For effects. @param take gets the answer; null is none
 * @returns ends the waiting: the effect's own end
 */
export function asking<T>(
  answer: Promise<T | null>,
  take: (answer: T) => void,
  failed: (e: unknown) => void = (e) => console.error(e),
): () => void {
  let on = true;
  answer.then(
    (a) => {
      if (on && a !== null) take(a);
    },
    (e: unknown) => {
      if (on) failed(e);
    },
  );
  return () => {
    on = false;
  };
}
