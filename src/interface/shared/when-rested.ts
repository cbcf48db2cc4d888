// Something that is done once nothing has happened for a while.

/**
 * Asked for in every frame of a drag it costs next to nothing: its timer is left as it is, and looks again when it
 * ends.
 * @returns `after` has `act` done once it was not called again for so many ms; `stop` calls it off
 */
export function whenRested(act: () => void): { after(ms: number): void; stop(): void } {
  let timer: ReturnType<typeof setTimeout> | undefined,
    due = 0,
    ends = 0;
  const stop = (): void => {
    clearTimeout(timer);
    timer = undefined;
  };
  const wait = (ms: number): void => {
    ends = performance.now() + ms;
    timer = setTimeout(look, ms);
  };
  function look(): void {
    timer = undefined;
    // Timers may end a little early.
    const left = due - performance.now();
    if (left > 1) wait(left);
    else act();
  }
  return {
    after: (ms) => {
      due = performance.now() + ms;
      if (timer !== undefined && ends <= due) return;
      stop();
      wait(ms);
    },
    stop,
  };
}
