// What a process and everything it started hold in memory, as Linux tells it.
import { readdirSync, readFileSync } from 'node:fs';

/**
 * @param {number} root a process
 * @returns {number} resident bytes of it and of all its descendants
 */
export function memoryOfAll(root) {
  const parent = new Map(),
    rss = new Map();
  for (const name of readdirSync('/proc')) {
    if (!/^\d+$/.test(name)) continue;
    try {
      const stat = readFileSync(`/proc/${name}/stat`, 'latin1').split(') ').pop().split(' ');
      parent.set(Number(name), Number(stat[1]));
      rss.set(Number(name), Number(stat[21]) * 4096);
    } catch {
      // Gone meanwhile.
    }
  }
  const isWithin = (pid) => pid === root || (parent.has(pid) && parent.get(pid) > 1 && isWithin(parent.get(pid)));
  return [...rss].filter(([pid]) => isWithin(pid)).reduce((sum, [, bytes]) => sum + bytes, 0);
}
