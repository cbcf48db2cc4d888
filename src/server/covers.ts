// The covers of a campaign as its feed shows them. Each is looked at once, and again when the piece looks otherwise.
import { type Cover, dueNext, type Due, isInFeed } from '../core/piece/covers';
import { listAssets } from './pictures/library';
import { run } from './crew/crews';
import type { Job } from './crew/crew';
import { database } from './database';
import { readHouse } from './pieces/house';
import { readPiece } from './pieces/store';

/** As many as are shown at once: the latest. */
const SHOWN = 24;
/** Pictures of the library that are looked through for one no cover has. */
const LOOKED_THROUGH = 100;

export interface FeedCover extends Cover {
  id: string;
  name: string;
  createdAt: string;
  look: string;
}

export interface Feed {
  /** The newest first. */
  covers: FeedCover[];
  due: Due & {
    /** Where a full photo is due: one of the library that no cover here has. */
    photo: { id: string; name: string } | null;
  };
}

interface Row {
  id: string;
  name: string;
  summary: string | null;
  created_at: Date;
  revision: number;
  cover: string | null;
}

/** @throws Problem 404 */
export async function feedOf(campaign: string, asked: Pick<Job, 'signal' | 'client' | 'heavy'>): Promise<Feed> {
  const house = await readHouse(campaign);
  const rows = (await database()('pieces')
    .where({ campaign_id: campaign, damaged: false, template: false })
    .whereNull('deleted_at')
    .orderBy('created_at', 'desc')
    .orderBy('id', 'desc')
    .limit(400)
    .select('id', 'name', 'summary', 'created_at', 'revision', 'cover')) as Row[];
  const shown = rows.filter((r) => isInFeed(sizesOf(r))).slice(0, SHOWN);
  const covers = await Promise.all(
    shown.map(async (r): Promise<FeedCover[]> => {
      const look = `${r.revision}.${house.revision}`,
        known = r.cover && (JSON.parse(r.cover) as Cover & { look: string });
      const cover = known && known.look === look ? known : await seen(r.id, look, asked);
      return cover ? [{ ...cover, id: r.id, name: r.name, createdAt: r.created_at.toISOString(), look }] : [];
    }),
  );
  const all = covers.flat(),
    due = dueNext(all, house.style.swatches);
  return { covers: all, due: { ...due, photo: due.kind === 'photo' ? await unusedPhoto(all) : null } };
}

const sizesOf = ({ summary }: Row): { destination: string | null }[] =>
  summary ? (JSON.parse(summary) as { sizes: { destination: string | null }[] }).sizes : [];

/** Looks at a cover, and keeps what was seen; null where the piece is gone, or cannot be opened. */
async function seen(
  id: string,
  look: string,
  asked: Pick<Job, 'signal' | 'client' | 'heavy'>,
): Promise<(Cover & { look: string }) | null> {
  const stored = await readPiece(id).catch(() => null);
  if (!stored) return null;
  const cover = { ...(await run('cover', { piece: stored.piece, campaign: stored.campaign, slide: 0 }, asked)), look };
  await database()('pieces')
    .where({ id, revision: stored.revision })
    .update({ cover: JSON.stringify(cover) });
  return cover;
}

/** The newest photograph of the library that none of these pieces shows. */
async function unusedPhoto(covers: readonly FeedCover[]): Promise<{ id: string; name: string } | null> {
  const here = new Set(covers.map((c) => c.id)),
    { items } = await listAssets({ limit: LOOKED_THROUGH }),
    free = items.find(
      (a) =>
        (a.mime === 'image/jpeg' || a.mime === 'image/avif' || a.frames > 0) &&
        Math.min(a.width, a.height) >= 700 &&
        !a.usedIn.some((p) => here.has(p.id)),
    );
  return free ? { id: free.id, name: free.name } : null;
}
