// State files that survive a crash: written beside their place and renamed, read without trust.
import { closeSync, fsyncSync, openSync, readFileSync, renameSync, rmSync, writeSync } from 'node:fs';

/** Writes a file whole or not at all, readable by its owner only. */
export function writeWhole(path, text) {
  const beside = `${path}.${process.pid}.tmp`;
  const file = openSync(beside, 'w', 0o600);
  try {
    writeSync(file, text);
    fsyncSync(file);
    closeSync(file);
    renameSync(beside, path);
  } catch (e) {
    rmSync(beside, { force: true });
    throw e;
  }
}

/** A JSON file; null where there is none, or where it is damaged. */
export function readState(path) {
  try {
    const value = JSON.parse(readFileSync(path, 'utf8'));
    return typeof value === 'object' ? value : null;
  } catch {
    return null;
  }
}
