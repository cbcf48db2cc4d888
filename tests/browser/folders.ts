// Folders of a file of tests, which go when it is done (session.ts).
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const made: string[] = [];

/** A new, empty folder. */
export function folderFor(name: string): string {
  const folder = mkdtempSync(join(tmpdir(), `plavo-${name}-`));
  made.push(folder);
  return folder;
}

export const removeFolders = (): void => {
  for (const folder of made.splice(0)) rmSync(folder, { recursive: true, force: true });
};
