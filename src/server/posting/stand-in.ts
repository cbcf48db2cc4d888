// The stand-in: a service of our own that takes, refuses, compresses and shows posts as real ones do. It keeps them in
// the database; nothing leaves the computer.
import { nanoid } from 'nanoid';
import { type PostKind, refusals, RULES } from '../../core/posting/rules';
import { keepBytes } from '../assets';
import { run } from '../crew/crews';
import { database } from '../database';
import type { PostingService } from './service';

interface Row {
  id: string;
  account: string;
  kind: PostKind;
  words: string;
  at: Date;
  pictures: string;
}
/** A picture as the stand-in keeps it. */
export interface KeptPicture {
  asset: string;
  width: number;
  height: number;
  alternative: string;
}
export interface ShownPost {
  id: string;
  kind: PostKind;
  words: string;
  at: string;
  pictures: KeptPicture[];
}

export const standIn: PostingService = {
  id: 'stand-in',
  name: 'Stand-in',
  async post({ account, kind, pictures, words, at }, signal) {
    const known = pictures.map(({ width, height, media }) => ({ width, height, media, bytes: 0 })),
      wrong = refusals(kind, known, words);
    if (wrong.length) return { taken: false, reasons: wrong };
    const files = await Promise.all(pictures.map((p) => p.make())),
      reasons = refusals(
        kind,
        known.map((k, i) => ({ ...k, bytes: files[i].length })),
        words,
      );
    if (reasons.length) return { taken: false, reasons };
    const shown = await Promise.all(
        files.map((bytes) => run('compressed', { bytes, ...RULES[kind].shown }, { signal: AbortSignal.any([signal]) })),
      ),
      kept = await Promise.all(
        shown.map(async (s, i): Promise<KeptPicture> => ({
          asset: await keepBytes(s.bytes, 'Posted', 'image/jpeg'),
          width: s.width,
          height: s.height,
          alternative: pictures[i].alternative,
        })),
      ),
      id = nanoid(12);
    await database()<Row>('stand_in_posts').insert({ id, account, kind, words, at, pictures: JSON.stringify(kept) });
    return { taken: true, id, shown };
  },
  async remove(id) {
    await database()('stand_in_posts').where({ id }).delete();
  },
};

const MOST_SHOWN = 200;
/** What an account shows now, the newest first: posts whose time has come. */
export async function shownBy(account: string, now = new Date()): Promise<ShownPost[]> {
  const rows = await database()<Row>('stand_in_posts')
    .where({ account })
    .andWhere('at', '<=', now)
    .orderBy([
      { column: 'at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(MOST_SHOWN);
  return rows.map(({ id, kind, words, at, pictures }) => ({
    id,
    kind,
    words,
    at: at.toISOString(),
    pictures: JSON.parse(pictures) as KeptPicture[],
  }));
}

/** The picture of a post that is shown now; null where there is none. */
export async function shownPicture(id: string, number: number, now = new Date()): Promise<KeptPicture | null> {
  const row = await database()<Row>('stand_in_posts').where({ id }).andWhere('at', '<=', now).first();
  return row ? ((JSON.parse(row.pictures) as KeptPicture[])[number] ?? null) : null;
}
