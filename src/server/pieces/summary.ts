// What lists say of a piece without opening its document.
import type { Knex } from 'knex';
import type { Piece } from '../../core/piece/schema';
import { nameOf } from '../../core/piece/name';
import { searchedIn, TRAITS, traitsOf } from '../../core/piece/traits';
import type { Standing } from '../../core/remedy/outcome';
import { database } from '../database';
import { notFound } from '../problem';

export interface PieceSummary {
  id: string;
  campaign: string;
  name: string;
  revision: number;
  createdAt: string;
  changedAt: string;
  sizes: { id: string; name: string; width: number; height: number; destination: string | null }[];
  slides: number;
  /** A section of a page: its slides are pictures of a slideshow. */
  section: boolean;
  /** Others are made of it. */
  template: boolean;
  /** What a picture of the piece depends on: its revision, and that of its campaign's house style. */
  look: string;
  /** Its document cannot be opened; earlier versions can be restored. */
  damaged: boolean;
  /** Since when it is in the bin. */
  deletedAt: string | null;
  archivedAt: string | null;
  /** YYYY-MM-DD */
  dueOn: string | null;
  /** As it looks now; null until somebody has read it. */
  standing: Standing | null;
}

export type Row = {
  id: string;
  campaign_id: string;
  name: string;
  revision: number;
  document: string;
  created_at: Date;
  changed_at: Date;
  summary: string | null;
  template: number | boolean;
  damaged: number | boolean;
  deleted_at: Date | null;
  archived_at: Date | null;
  due_on: string | null;
  weighed: string | null;
  verdict: number | null;
  ratio: number | null;
  needed: number | null;
  kept: number | null;
};
export type ListedRow = Omit<Row, 'document'> & { house_revision: number };

/** Verdicts as numbers, the worst first. */
export const VERDICT_NUMBERS = { lost: 0, strained: 1, clear: 2, none: 3 } as const;
const VERDICTS = ['lost', 'strained', 'clear', null] as const;

/** The columns that follow from a document, of which lists are made. */
export const listedColumns = (piece: Piece, revision: number) => ({
  traits_of: revision,
  // In small letters: so it is searched, as fast as bytes are compared.
  words: `${nameOf(piece)}\n${searchedIn(piece)}`.toLowerCase(),
  slides: piece.slides.length,
  summary: JSON.stringify({
    sizes: piece.sizes.map(({ id, name, width, height, destination }) => ({ id, name, width, height, destination })),
    slides: piece.slides.length,
    section: piece.section !== null,
  }),
});

const traitRows = (id: string, piece: Piece): { piece_id: string; kind: string; value: string }[] => {
  const traits = traitsOf(piece);
  return TRAITS.flatMap((kind) => traits[kind].map((value) => ({ piece_id: id, kind, value: value.slice(0, 120) })));
};

/** Notes by what a piece is found of which nothing is noted yet. */
export async function addTraits(trx: Knex, id: string, piece: Piece): Promise<void> {
  const rows = traitRows(id, piece);
  if (rows.length) await trx('piece_traits').insert(rows).onConflict(['kind', 'value', 'piece_id']).ignore();
}

/** Notes it anew where it is no longer what is noted: few saves change it. */
export async function noteTraits(trx: Knex, id: string, piece: Piece): Promise<void> {
  const told = (rows: readonly { kind: string; value: string }[]): string =>
      JSON.stringify(rows.map((r) => [r.kind, r.value]).sort()),
    noted = (await trx('piece_traits').where({ piece_id: id }).select('kind', 'value')) as {
      kind: string;
      value: string;
    }[];
  if (told(noted) === told(traitRows(id, piece))) return;
  if (noted.length) await trx('piece_traits').where({ piece_id: id }).delete();
  await addTraits(trx, id, piece);
}

const standingFrom = (r: ListedRow): Standing | null =>
  r.weighed === lookOf(r) && r.verdict !== null
    ? { verdict: VERDICTS[r.verdict], ratio: r.ratio, needed: r.needed, kept: r.kept }
    : null;

const lookOf = (r: Pick<ListedRow, 'revision' | 'house_revision'>): string => `${r.revision}.${r.house_revision}`;

export const fromRow = (r: ListedRow): PieceSummary => ({
  id: r.id,
  campaign: r.campaign_id,
  name: r.name,
  revision: r.revision,
  createdAt: r.created_at.toISOString(),
  changedAt: r.changed_at.toISOString(),
  look: lookOf(r),
  template: Boolean(r.template),
  damaged: Boolean(r.damaged),
  deletedAt: r.deleted_at?.toISOString() ?? null,
  archivedAt: r.archived_at?.toISOString() ?? null,
  dueOn: r.due_on,
  standing: standingFrom(r),
  ...(r.summary === null
    ? { sizes: [], slides: 0, section: false }
    : { section: false, ...(JSON.parse(r.summary) as Pick<PieceSummary, 'sizes' | 'slides'>) }),
});

/** The revision of the house style of a piece's campaign, asked row by row: a join would lose the order of an index. */
export const HOUSE_REVISION = '(SELECT house_revision FROM campaigns WHERE campaigns.id = pieces.campaign_id)';

const LISTED = [
  'id',
  'campaign_id',
  'name',
  'revision',
  'created_at',
  'changed_at',
  'summary',
  'template',
  'damaged',
  'deleted_at',
  'archived_at',
  'due_on',
  'weighed',
  'verdict',
  'ratio',
  'needed',
  'kept',
].map((c) => `pieces.${c}`);

/** Pieces as lists need them. */
export const listedPieces = (): Knex.QueryBuilder =>
  database()('pieces').select([...LISTED, database().raw(`${HOUSE_REVISION} AS house_revision`)]);

/** Some pieces as lists have them, in the order of their ids as given; those that are gone are left out. */
export async function summariesOf(ids: readonly string[]): Promise<PieceSummary[]> {
  const rows = (await listedPieces().whereIn('id', [...ids])) as ListedRow[],
    by = new Map(rows.map((r) => [r.id, fromRow(r)]));
  return ids.flatMap((id) => by.get(id) ?? []);
}

/** Is the piece there, in the bin or out of it? @throws Problem 404 */
export async function summaryOfPiece(id: string): Promise<PieceSummary> {
  const [found] = await summariesOf([id]);
  if (!found) throw notFound('piece');
  return found;
}
