// The bin: where pieces lie before they are gone for ever.
import { database } from '../database';
import { DAY, KEPT_DAYS } from './revisions';

/** What has lain in the bin for longer than it may is gone for ever. @param now for tests */
export async function emptyBin(now = Date.now()): Promise<number> {
  return database()('pieces')
    .where('deleted_at', '<', new Date(now - KEPT_DAYS * DAY))
    .delete();
}
