// Campaigns: what a list says of them, and which one is meant.
import { nanoid } from 'nanoid';
import { database } from '../database';
import { notFound, Problem } from '../problem';
import { type PieceSummary, summariesOf, summaryOfPiece } from './summary';

export interface Campaign {
  id: string;
  name: string;
  /** How many pieces it has, without those in the bin or archived. */
  pieces: number;
  /** The piece by whose picture it is known: a chosen one, or the latest. */
  cover: PieceSummary | null;
  /** Somebody chose it. */
  coverChosen: boolean;
}

/** The piece changed last of a campaign, by an index of its own. */
const LATEST = `(SELECT id FROM pieces WHERE campaign_id = campaigns.id AND deleted_at IS NULL AND archived_at IS NULL
  AND template = 0 ORDER BY changed_at DESC, id DESC LIMIT 1)`;

interface CampaignRow {
  id: string;
  name: string;
  cover_id: string | null;
  latest: string | null;
}

/** How many pieces each campaign has, without those in the bin or archived. */
async function countPieces(): Promise<Map<string, number>> {
  const rows = await database()('pieces')
    .where({ template: false })
    .whereNull('deleted_at')
    .whereNull('archived_at')
    .groupBy('campaign_id')
    .select('campaign_id')
    .count({ n: '*' });
  return new Map((rows as { campaign_id: string; n: number }[]).map((r) => [r.campaign_id, Number(r.n)]));
}

/** All campaigns, or one of them. */
export async function listCampaigns(id?: string): Promise<Campaign[]> {
  const [rows, counts] = await Promise.all([
    database()('campaigns')
      .modify((q) => {
        if (id !== undefined) void q.where({ id });
      })
      .orderBy('created_at')
      .select('id', 'name', 'cover_id', database().raw(`${LATEST} AS latest`)) as unknown as Promise<CampaignRow[]>,
    countPieces(),
  ]);
  const shown = await summariesOf([...new Set(rows.flatMap((c) => [c.cover_id, c.latest]))].filter((x) => x !== null)),
    // A chosen one that has left is none.
    coverOf = (c: CampaignRow): PieceSummary | null =>
      shown.find((p) => p.id === c.cover_id && p.campaign === c.id && !p.deletedAt) ??
      shown.find((p) => p.id === c.latest) ??
      null;
  return rows.map((c) => {
    const cover = coverOf(c);
    return {
      id: c.id,
      name: c.name,
      pieces: counts.get(c.id) ?? 0,
      cover,
      coverChosen: cover !== null && cover.id === c.cover_id,
    };
  });
}

export async function createCampaign(name: string, id = nanoid(12)): Promise<Campaign> {
  await database()('campaigns').insert({ id, name, created_at: new Date() });
  return { id, name, pieces: 0, cover: null, coverChosen: false };
}

/**
 * Gives a campaign another name, or the piece by whose picture it is known; null goes by the latest.
 * @throws Problem 404, or 422 for a piece of another campaign
 */
export async function changeCampaign(id: string, how: { name?: string; cover?: string | null }): Promise<Campaign> {
  if (how.cover) {
    const piece = await summaryOfPiece(how.cover);
    if (piece.campaign !== id || piece.deletedAt)
      throw new Problem(422, 'The piece is not in this campaign', 'Nothing was changed.', [
        { path: '/cover', reason: 'a piece of another campaign, or in the bin' },
      ]);
  }
  await database()('campaigns')
    .where({ id })
    .update({
      ...(how.name === undefined ? {} : { name: how.name }),
      ...(how.cover === undefined ? {} : { cover_id: how.cover }),
      id,
    });
  const [found] = await listCampaigns(id);
  if (!found) throw notFound('campaign');
  return found;
}

/** @throws Problem 404 */
export async function campaignName(id: string): Promise<string> {
  const found = await database()<{ id: string; name: string }>('campaigns').where({ id }).first('name');
  if (!found) throw notFound('campaign');
  return found.name;
}

/** The campaign of that id; without one, the newest, or a first one made now. @throws Problem 404 */
export async function campaignFor(id: string | undefined): Promise<string> {
  return (await campaignThere(id))?.id ?? (await createCampaign('First campaign')).id;
}

/** The campaign of that id; without one, the newest, or null where there is none. @throws Problem 404 */
export async function campaignThere(id: string | undefined): Promise<{ id: string; name: string } | null> {
  const query = database()<{ id: string; name: string; created_at: Date }>('campaigns'),
    row = await (id ? query.where({ id }) : query.orderBy('created_at', 'desc')).first('id', 'name');
  if (!row && id) throw notFound('campaign');
  return row ?? null;
}
