// What went wrong where nobody is told, since nothing is lost by it.

/** Writes an error down for who looks for its cause; what was only given up is none. */
export const report = (e: unknown): void => {
  if (!(e instanceof Error || e instanceof DOMException) || e.name !== 'AbortError') console.error(e);
};
