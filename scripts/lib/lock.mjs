// One Plavo to a data folder: a lock file that names its holder, which counts only while that process lives.
import { linkSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { readState } from './files.mjs';
import { ensureFolder, fail } from './machine.mjs';

/**
 * When a process began, in ticks since the machine did: a number that another process of the same id does not have.
 * Null where that cannot be told.
 */
export function beganAt(pid) {
  try {
    // proc(5): field 22, counted after the name in parentheses.
    return readFileSync(`/proc/${pid}/stat`, 'latin1').split(') ').pop().split(' ')[19];
  } catch {
    return null;
  }
}

const alive = (pid) => {
  try {
    process.kill(pid, 0);
    return true;
  } catch (e) {
    return e.code === 'EPERM';
  }
};

/** Is it still the process that was noted down? */
export const sameProcess = ({ pid, began }) =>
  Number.isInteger(pid) && alive(pid) && (began === undefined || began === null || beganAt(pid) === began);

/**
 * Takes the folder, or ends the program saying who holds it.
 * @param {{ address: string }} about what others are told
 * @returns {() => void} gives it back
 */
export function takeFolder(folder, about) {
  const path = join(folder, 'plavo.lock');
  ensureFolder(folder);
  const mine = `${path}.${process.pid}`;
  writeFileSync(mine, JSON.stringify({ pid: process.pid, began: beganAt(process.pid), ...about }), { mode: 0o600 });
  try {
    for (let attempt = 0; ; attempt++) {
      try {
        // A link is made in one step, or not at all.
        linkSync(mine, path);
        break;
      } catch (e) {
        if (e.code !== 'EEXIST' || attempt > 3) fail(`The data folder ${folder} cannot be locked: ${e.message}`);
        const holder = readState(path);
        if (holder && sameProcess(holder))
          fail(
            `The data folder ${folder} is in use by another Plavo (process ${holder.pid}, ${holder.address}).\nNothing was changed. Use that one, stop it first, or set PLAVO_DATA_DIR to another folder.`,
          );
        // Left behind by one that was killed.
        rmSync(path, { force: true });
      }
    }
  } finally {
    rmSync(mine, { force: true });
  }
  return () => {
    if (readState(path)?.pid === process.pid) rmSync(path, { force: true });
  };
}
