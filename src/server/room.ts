// Room on the disk of the database. It is looked at before anything is stored: a database that runs into a full disk
// ends.
import { statfs } from 'node:fs/promises';
import { Problem } from './problem';

/** Bytes that always stay free: logs of the database, and what is written meanwhile. */
export const SPARE = 64 * 1024 * 1024;

/**
 * @param bytes that will be stored; the log holds them once more
 * @param folder where the database's data lies; nothing is known of a server elsewhere
 * @throws Problem 507 where they would fill the disk
 */
export async function checkRoom(bytes: number, folder = process.env.PLAVO_DATA_DIR): Promise<void> {
  if (!folder) return;
  let free: number;
  try {
    const { bavail, bsize } = await statfs(folder);
    free = bavail * bsize;
  } catch {
    return;
  }
  if (free < 2 * bytes + SPARE)
    throw new Problem(
      507,
      'The disk is full',
      `There are ${Math.round(free / 1048576)} MB left where the database lies, too few to store this safely. Nothing was stored; your edits stay in this browser until there is room.`,
    );
}
