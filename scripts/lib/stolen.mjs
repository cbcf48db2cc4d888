// On a virtual machine: how much of the processors' time went to other machines. Times that were measured meanwhile say
// as much less; ratios still tell something.
import { readFileSync } from 'node:fs';

/** Ticks since the machine began (proc(5), /proc/stat); all 0 where it does not tell. */
function ticks() {
  try {
    const [, ...all] = readFileSync('/proc/stat', 'utf8').split('\n', 1)[0].trim().split(/\s+/).map(Number);
    // Time of guests is counted in that of users already.
    return { all: all.slice(0, 8).reduce((a, b) => a + b, 0), idle: all[3] + all[4], stolen: all[7] ?? 0 };
  } catch {
    return { all: 0, idle: 0, stolen: 0 };
  }
}

/** Begins to watch. @returns {() => number} the share 0..1 that was stolen since, of the time somebody wanted to run */
export function watchStolen() {
  const began = ticks();
  return () => {
    const now = ticks(),
      wanted = now.all - began.all - (now.idle - began.idle);
    return wanted > 0 ? (now.stolen - began.stolen) / wanted : 0;
  };
}
