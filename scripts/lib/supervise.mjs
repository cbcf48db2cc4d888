// Keeps a process running: when it ends by itself it is started again, later each time, and said so. What does not come
// up again ends everything.
import { setTimeout as wait } from 'node:timers/promises';

/** Starts that fail one after the other before it is given up. */
const ATTEMPTS = 6;
/** A process that lived this long, ms, begins with a short wait again. */
const LIVED = 60_000;
/** Longest waits, ms: before what does not come up, and before what does but ends soon. */
const MOST = { failed: 10_000, ended: 400 };
const grown = (times, most) => (times === 0 ? 0 : Math.min(most, 100 * 2 ** times));

/**
 * @param {{ name: string, start: () => Promise<{ ended: Promise<string> }>, say: (text: string) => void, giveUp: (text:
 * string) => void }} how
 *   `start` resolves once the process answers, and rejects where it does not come up; `ended` says how it ended
 * @returns {Promise<{ stop: () => void }>} after the first start; `stop` ends the watching, not the process
 */
export async function supervise({ name, start, say, giveUp }) {
  // Starts that failed in a row, and processes that came up and ended soon.
  let stopped = false,
    failed = 0,
    ended = 0;
  const watch = async (running) => {
    for (;;) {
      const since = Date.now(),
        how = await running.ended;
      if (stopped) return;
      ended = Date.now() - since > LIVED ? 0 : ended + 1;
      say(`${name} ended (${how}); starting it again`);
      for (;;) {
        await wait(Math.max(grown(failed, MOST.failed), grown(Math.max(0, ended - 1), MOST.ended)));
        if (stopped) return;
        try {
          running = await start();
          failed = 0;
          say(`${name} is there again`);
          break;
        } catch (e) {
          if (stopped) return;
          if (++failed >= ATTEMPTS) return giveUp(`${name} does not come up again: ${e.message}`);
          say(`${name} did not come up: ${e.message}`);
        }
      }
    }
  };
  void watch(await start());
  return { stop: () => (stopped = true) };
}
