// Keeps a process running: when it ends by itself it is started again, later each time, and said so. What does not come up again ends everything.
import { setTimeout as wait } from 'node:timers/promises';

/** Starts that fail one after the other before it is given up. */
const ATTEMPTS = 6;
/** A process that lived this long, ms, begins with a short wait again. */
const LIVED = 60_000;

/**
 * @param {{ name: string, start: () => Promise<{ ended: Promise<string> }>, say: (text: string) => void, giveUp: (text: string) => void }} how
 *   `start` resolves once the process answers, and rejects where it does not come up; `ended` says how it ended
 * @returns {Promise<{ stop: () => void }>} after the first start; `stop` ends the watching, not the process
 */
export async function supervise({ name, start, say, giveUp }) {
  let stopped = false, failures = 0;
  const watch = async (running) => {
    for (;;) {
      const since = Date.now(), how = await running.ended;
      if (stopped) return;
      if (Date.now() - since > LIVED) failures = 0;
      say(`${name} ended (${how}); starting it again`);
      for (;;) {
        await wait(failures === 0 ? 0 : Math.min(10_000, 100 * 2 ** failures));
        if (stopped) return;
        failures++;
        try {
          running = await start();
          say(`${name} is there again`);
          break;
        } catch (e) {
          if (stopped) return;
          if (failures >= ATTEMPTS) return giveUp(`${name} does not come up again: ${e.message}`);
          say(`${name} did not come up: ${e.message}`);
        }
      }
    }
  };
  void watch(await start());
  return { stop: () => (stopped = true) };
}
