// Paging by a cursor: where the last page ended, so that pages hold together while rows come and go.
import type { Knex } from 'knex';
import { database } from './database';
import { Problem } from './problem';

export interface Page<T> {
  items: T[];
  /** Where the next page begins; null at the end. */
  next: string | null;
}

/** By what rows are in order. */
export interface Order {
  /** An expression that is never null. */
  by: string;
  falling: boolean;
}

const likeOf = (search: string): string =>
  `%${search
    .trim()
    .toLowerCase()
    .replace(/[\\%_]/g, '\\$&')}%`;

/** Rows of which a column that is in small letters already holds a text. */
export const holdingSmall =
  (search: string | undefined, column: string) =>
  (q: Knex.QueryBuilder): void => {
    if (search?.trim()) void q.whereRaw('?? LIKE ?', [column, likeOf(search)]);
  };

/** Rows one of whose columns holds a text, as it stands: signs of patterns are letters like others. */
export const holding =
  (search: string | undefined, columns: readonly string[]) =>
  (q: Knex.QueryBuilder): void => {
    if (!search?.trim()) return;
    const like = likeOf(search);
    // The tables compare letter by letter; people search without minding case.
    void q.where((any) => columns.forEach((c) => void any.orWhereRaw('LOWER(??) LIKE ?', [c, like])));
  };

type Sorted = string | number | Date;

/** A cursor is the value and the id of the last row. @throws Problem 400 */
function parsed(cursor: string): [Sorted, string] {
  try {
    const [value, id, time] = JSON.parse(Buffer.from(cursor, 'base64url').toString('utf8')) as unknown[];
    if ((typeof value === 'string' || typeof value === 'number') && typeof id === 'string' && id.length <= 64)
      return [time === true ? new Date(value) : value, id];
  } catch {
    // Said below.
  }
  throw new Problem(400, 'The cursor is not valid', 'Take `next` of the page before.', [
    { path: '/cursor', reason: 'not a cursor' },
  ]);
}

const cursorAfter = (value: Sorted, id: string): string =>
  Buffer.from(JSON.stringify(value instanceof Date ? [value.getTime(), id, true] : [value, id])).toString('base64url');

/**
 * A page of rows in an order; rows that are alike in it by their ids.
 * @param query with the columns that are wanted
 * @param order or the name of a time, by which the newest are first
 * @param id the column of their ids, where more than one table has one
 */
export async function pageOf<R extends { id: string }, T>(
  query: Knex.QueryBuilder,
  order: Order | string,
  { cursor, limit }: { cursor?: string; limit: number },
  item: (row: R) => T,
  id = 'id',
): Promise<Page<T>> {
  const { by, falling } = typeof order === 'string' ? { by: order, falling: true } : order,
    way = falling ? 'desc' : 'asc';
  if (cursor !== undefined) {
    const [value, last] = parsed(cursor),
      beyond = falling ? '<' : '>';
    query.whereRaw(`(${by} ${beyond} ? OR (${by} = ? AND ${id} ${beyond} ?))`, [value, value, last]);
  }
  const rows = (await query
    .select(database().raw(`${by} AS sorted`))
    .orderByRaw(`${by} ${way}, ${id} ${way}`)
    .limit(limit + 1)) as (R & { sorted: Sorted })[];
  const last = rows.length > limit ? rows[limit - 1] : null;
  return { items: rows.slice(0, limit).map(item), next: last && cursorAfter(last.sorted, last.id) };
}
