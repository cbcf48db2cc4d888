// Lists of pieces: filtered, sorted, searched, page by page.
import type { Knex } from 'knex';
import { FALLING, type SortId } from '../../contract/pieces';
import { database } from '../database';
import { holdingSmall, type Page, pageOf } from '../cursor';
import { coloursNear } from '../near-colours';
import { Problem } from '../problem';
import { opened } from './document';
import { type House, houseIfWhole } from './house';
import { type StoredPiece, storedFrom } from './store';
import {
  fromRow,
  HOUSE_REVISION,
  listedPieces,
  type ListedRow,
  type PieceSummary,
  type Row,
  VERDICT_NUMBERS,
} from './summary';

/** Has somebody read it as it looks now? */
const KNOWN = `(pieces.verdict IS NOT NULL AND pieces.weighed = CONCAT(pieces.revision, '.', ${HOUSE_REVISION}))`;

/** By what a list is in order: expressions that are never null. */
const SORTED_BY: Record<SortId, string> = {
  changed: 'pieces.changed_at',
  created: 'pieces.created_at',
  name: 'LOWER(pieces.name)',
  // The weakest text first: by verdict, then by how much of what it needs it has; what nobody has read comes last.
  verdict: `IF(${KNOWN}, pieces.verdict * 10
    + LEAST(CAST(IFNULL(pieces.ratio / NULLIF(pieces.needed, 0), 0) AS DECIMAL(8,3)), 9), 99)`,
  kept: `IF(${KNOWN} AND pieces.kept IS NOT NULL, CAST(pieces.kept AS DECIMAL(8,2)), 999)`,
  slides: 'pieces.slides',
  due: "IFNULL(pieces.due_on, '9999-12-31')",
};

/** Which pieces are meant. */
export interface Wanted {
  bin?: boolean;
  archived?: boolean;
  campaign?: string;
  search?: string;
  destination?: string;
  font?: string;
  /** #rrggbb; pieces with a colour that an eye takes for the same. */
  colour?: string;
  /** Id of a picture. */
  photo?: string;
  verdict?: keyof typeof VERDICT_NUMBERS | 'unread';
  /** Changed on these days or between them, YYYY-MM-DD. */
  from?: string;
  to?: string;
}

const inTraits = (q: Knex.QueryBuilder, kind: string, values: readonly string[]): void =>
  void q.whereIn('pieces.id', (t) =>
    t
      .from('piece_traits')
      .where({ kind })
      .whereIn('value', [...values])
      .select('piece_id'),
  );

/** Pieces that are no templates, of a campaign, or archived ones. */
function within(q: Knex.QueryBuilder, w: Pick<Wanted, 'campaign' | 'archived'>): void {
  void q.whereNull('pieces.deleted_at').where('pieces.template', false);
  if (w.archived) void q.whereNotNull('pieces.archived_at');
  else void q.whereNull('pieces.archived_at');
  inCampaign(q, w.campaign);
}
const inCampaign = (q: Knex.QueryBuilder, campaign: string | undefined): void =>
  void (campaign !== undefined && q.where('pieces.campaign_id', campaign));

/** Restricts a query to pieces that are meant. @param colours that are as good as the one that is asked for */
function restrict(q: Knex.QueryBuilder, w: Wanted, colours: readonly string[]): void {
  if (w.bin) inCampaign(q.whereNotNull('pieces.deleted_at'), w.campaign);
  else within(q, w);
  if (w.destination !== undefined) inTraits(q, 'destination', [w.destination]);
  if (w.font !== undefined) inTraits(q, 'font', [w.font]);
  if (w.colour !== undefined) inTraits(q, 'colour', colours);
  if (w.photo !== undefined)
    void q.whereIn('pieces.id', (t) => t.from('piece_assets').where({ asset_id: w.photo }).select('piece_id'));
  if (w.verdict === 'unread') void q.whereRaw(`NOT ${KNOWN}`);
  else if (w.verdict !== undefined) void q.whereRaw(`${KNOWN} AND pieces.verdict = ?`, [VERDICT_NUMBERS[w.verdict]]);
  if (w.from !== undefined) void q.where('pieces.changed_at', '>=', new Date(`${w.from}T00:00:00Z`));
  if (w.to !== undefined)
    void q.where('pieces.changed_at', '<', new Date(Date.parse(`${w.to}T00:00:00Z`) + 86_400_000));
  holdingSmall(w.search, 'pieces.words')(q);
}

export interface PieceList extends Page<PieceSummary> {
  /** How many there are in all; told with the first page. */
  total: number | null;
}

/**
 * Pieces that are no templates, or whatever is in the bin. @throws Problem 400 for a broken cursor
 */
export async function listPieces(
  at: Wanted & { cursor?: string; limit: number; sort?: SortId; order?: 'asc' | 'desc' },
): Promise<PieceList> {
  const sort = at.sort ?? 'changed',
    order = { by: SORTED_BY[sort], falling: at.order ? at.order === 'desc' : FALLING.includes(sort) },
    query = listedPieces(),
    count = database()('pieces').count({ n: '*' });
  const colours = at.colour === undefined ? [] : await coloursNear('piece_traits', at.colour);
  for (const q of [query, count]) restrict(q, at, colours);
  const [page, counted] = await Promise.all([
    pageOf<ListedRow, PieceSummary>(query, order, at, fromRow, 'pieces.id'),
    at.cursor === undefined ? (count.first() as unknown as Promise<{ n: number }>) : null,
  ]);
  return { ...page, total: counted && Number(counted.n) };
}

export interface Found {
  value: string;
  name: string;
  pieces: number;
}
/** How many of each are listed for choosing. */
const MOST_FOUND = 40;

/** By what pieces can be found, the most frequent first: what is there at all. */
export async function traitsThere(
  w: Pick<Wanted, 'campaign' | 'archived'>,
): Promise<Record<'destination' | 'font' | 'colour' | 'photo', Found[]>> {
  const found = async (q: Knex.QueryBuilder, value: string, name = value): Promise<Found[]> =>
      (
        (await q
          .modify(within, w)
          .groupBy(value, name)
          .orderByRaw('COUNT(*) DESC, ??', [name])
          .limit(MOST_FOUND)
          .select(`${value} as value`, `${name} as name`)
          .count({ pieces: '*' })) as Found[]
      ).map((f) => ({ ...f, pieces: Number(f.pieces) })),
    traits = (kind: string): Promise<Found[]> =>
      found(
        database()('piece_traits').join('pieces', 'pieces.id', 'piece_traits.piece_id').where({ kind }),
        'piece_traits.value',
      );
  const [destination, font, colour, photo] = await Promise.all([
    traits('destination'),
    traits('font'),
    traits('colour'),
    found(
      database()('piece_assets')
        .join('pieces', 'pieces.id', 'piece_assets.piece_id')
        .join('assets', 'assets.id', 'piece_assets.asset_id')
        .where('assets.listed', true),
      'assets.id',
      'assets.name',
    ),
  ]);
  return { destination, font, colour, photo };
}

/**
 * Templates with their documents, latest changed first. One that is damaged is left out.
 * @throws Problem 400 for a broken cursor
 */
export async function listTemplates(at: { cursor?: string; limit: number }): Promise<Page<StoredPiece>> {
  const query = database()('pieces').where({ template: true, damaged: false }).whereNull('deleted_at').select('*'),
    found = await pageOf<Row, Row>(query, 'changed_at', at, (row) => row),
    houses = new Map<string, House | null>(),
    items: StoredPiece[] = [];
  for (const row of found.items) {
    if (!houses.has(row.campaign_id)) houses.set(row.campaign_id, await houseIfWhole(row.campaign_id));
    try {
      items.push(storedFrom(row, opened(row.document), houses.get(row.campaign_id)!));
    } catch (e) {
      if (!(e instanceof Problem)) throw e;
      await database()('pieces').where({ id: row.id, revision: row.revision }).update({ damaged: true });
    }
  }
  return { items, next: found.next };
}
