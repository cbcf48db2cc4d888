// Work that yields between its steps, done without a pause.

/** Runs to the end what lets others in between its steps. @returns what it comes to */
export function atOnce<T>(run: Generator<void, T>): T {
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
  }
}
