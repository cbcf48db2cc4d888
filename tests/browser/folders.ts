// Folders of a file of tests, which go when it is done (session.ts).
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
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

/**
 * Files of a folder that are whole: while a browser writes one, it keeps its place with an empty one, and may give
 * another another name meanwhile.
 */
export const wholeFiles = (folder: string): string[] =>
  readdirSync(folder).filter(
    (f) => !f.endsWith('.crdownload') && (statSync(join(folder, f), { throwIfNoEntry: false })?.size ?? 0) > 0,
  );
