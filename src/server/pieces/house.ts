// House styles: one to a campaign, with a revision of its own, so that nobody overwrites another silently.
import type { Swatch } from '../../core/values/fill';
import { database } from '../database';
import { notFound, Problem } from '../problem';

export interface House {
  revision: number;
  swatches: Swatch[];
}

/** Swatches of a campaign's house style. @throws Problem 404, or 422 where it is damaged */
export async function readHouse(campaign: string): Promise<House> {
  const row = await database()<{ id: string; swatches: string | null; house_revision: number }>('campaigns')
    .where({ id: campaign })
    .first('swatches', 'house_revision');
  if (!row) throw notFound('campaign');
  try {
    return { revision: row.house_revision, swatches: row.swatches ? (JSON.parse(row.swatches) as Swatch[]) : [] };
  } catch {
    throw new Problem(
      422,
      'The house style is damaged',
      'It cannot be read. Pieces keep the colours they have; saving a house style anew mends it.',
    );
  }
}

/**
 * Replaces the swatches of a house style over a revision; pieces follow when they are next read.
 * @throws Problem 404, or 409 with the present ones where somebody changed them since
 */
export async function saveHouse(campaign: string, over: number, swatches: readonly Swatch[]): Promise<House> {
  const house = swatches.map((s) => ({ ...s, house: true }));
  const n = await database()('campaigns')
    .where({ id: campaign, house_revision: over })
    .update({ swatches: JSON.stringify(house), house_revision: over + 1 });
  if (n) return { revision: over + 1, swatches: house };
  const now = await readHouse(campaign);
  if (now.revision === over + 1 && JSON.stringify(now.swatches) === JSON.stringify(house)) return now;
  throw new Problem(
    409,
    'The house style was changed elsewhere',
    `It is at revision ${now.revision}, your change began at ${over}. Nothing was changed.`,
    [],
    { revision: now.revision, swatches: now.swatches },
  );
}

/** A damaged house style leaves pieces with the colours they have. */
export const houseIfWhole = (campaign: string): Promise<House | null> =>
  readHouse(campaign).catch((e: unknown) => {
    if (e instanceof Problem && e.status === 422) return null;
    throw e;
  });
