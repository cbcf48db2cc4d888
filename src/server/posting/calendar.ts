// The calendar: what was posted or waits for its hour, and what is due.
import type { z } from 'zod';
import type { posting } from '../../contract/posting';
import { database } from '../database';
import { fromRow, listedPieces, type ListedRow, summariesOf } from '../pieces/summary';
import { Problem } from '../problem';
import { stateOf } from './posts';

type Calendar = z.output<(typeof posting)['GET /api/calendar']['answer']['schema']>;
const DAY = 86_400_000;
/** Days that are looked at together. */
const MOST_DAYS = 400;

/** @param from @param to days, YYYY-MM-DD, both of them seen @throws Problem 400 */
export async function calendarOf(from: string, to: string): Promise<Calendar> {
  const begin = Date.parse(`${from}T00:00:00Z`),
    end = Date.parse(`${to}T00:00:00Z`) + DAY;
  if (!(end > begin) || end - begin > MOST_DAYS * DAY)
    throw new Problem(
      400,
      'These days are no span',
      `The last is not before the first, and at most ${MOST_DAYS} days.`,
      [{ path: '/to', reason: 'before the first day, or too far' }],
    );
  // A day has a different hour wherever one is: half a day more on both sides, and whoever shows it sorts it out.
  const posts = (await database()('posts')
      .whereNotNull('service_id')
      .whereBetween('at', [new Date(begin - DAY / 2), new Date(end + DAY / 2)])
      .orderBy('at')
      .select('id', 'piece_id', 'at', 'kind', 'service_id')) as {
      id: string;
      piece_id: string;
      at: Date;
      kind: Calendar['posts'][number]['kind'];
      service_id: string;
    }[],
    pieces = new Map((await summariesOf([...new Set(posts.map((p) => p.piece_id))])).map((p) => [p.id, p]));
  const due = (await listedPieces()
    .whereBetween('due_on', [from, to])
    .whereNull('deleted_at')
    .whereNull('archived_at')
    .where('template', false)
    .orderBy(['due_on', 'name'])
    .limit(2000)) as ListedRow[];
  return {
    posts: posts.flatMap((p) => {
      const piece = pieces.get(p.piece_id);
      return piece && !piece.deletedAt
        ? [{ id: p.id, at: p.at.toISOString(), kind: p.kind, state: stateOf(p.at), piece }]
        : [];
    }),
    due: due.map(fromRow),
  };
}
