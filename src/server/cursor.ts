// Paging by a cursor: where the last page ended, so that pages hold together while rows come and go.
import type { Knex } from 'knex';
import { Problem } from './problem';

export interface Page<T> {
  items: T[];
  /** Where the next page begins; null at the end. */
  next: string | null;
}

/** A cursor is the time and the id of the last row. @throws Problem 400 */
function parsed(cursor: string): { at: Date; id: string } {
  const m = /^(\d{1,15})\.([\w-]{1,64})$/.exec(cursor);
  if (!m)
    throw new Problem(400, 'The cursor is not valid', 'Take `next` of the page before.', [
      { path: '/cursor', reason: 'not a cursor' },
    ]);
  return { at: new Date(Number(m[1])), id: m[2] };
}

/** Rows one of whose columns holds a text, as it stands: signs of patterns are letters like others. */
export const holding =
  (search: string | undefined, columns: readonly ('name' | 'words')[]) =>
  (q: Knex.QueryBuilder): void => {
    if (!search?.trim()) return;
    const like = `%${search
      .trim()
      .toLowerCase()
      .replace(/[\\%_]/g, '\\$&')}%`;
    // The tables compare letter by letter; people search without minding case.
    void q.where((any) => columns.forEach((c) => void any.orWhereRaw('LOWER(??) LIKE ?', [c, like])));
  };

/**
 * A page of rows, newest first.
 * @param column name of the time by which rows are in order; rows also have an `id`
 */
export async function pageOf<R extends { id: string }, T>(
  query: Knex.QueryBuilder,
  column: string,
  { cursor, limit }: { cursor?: string; limit: number },
  item: (row: R) => T,
): Promise<Page<T>> {
  if (cursor !== undefined) {
    const { at, id } = parsed(cursor);
    query.where((q) => q.where(column, '<', at).orWhere((same) => same.where(column, at).where('id', '<', id)));
  }
  const rows = (await query
    .orderBy([
      { column, order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(limit + 1)) as (R & Record<string, Date>)[];
  const last = rows.length > limit ? rows[limit - 1] : null;
  return { items: rows.slice(0, limit).map(item), next: last && `${last[column].getTime()}.${last.id}` };
}
