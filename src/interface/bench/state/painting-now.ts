// What the stage is painting: what is seen comes before what is said of it, since workers share what the machine has.

let latest: Promise<unknown> = Promise.resolve();

/** Notes what is being painted. @param painting becomes null where a newer one overtakes it */
export function paintingIs(painting: Promise<unknown>): void {
  latest = painting.catch(() => undefined);
}

/** Comes back once what was to be painted when this was called, or what overtook it, is on the stage or has failed. */
export async function whenPainted(): Promise<void> {
  // The stage may hear of a change after whoever asks here.
  await Promise.resolve();
  for (;;) {
    const asked = latest;
    if ((await asked) !== null || asked === latest) return;
  }
}
