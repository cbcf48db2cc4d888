// House styles: one to a campaign, with a revision of its own, so that nobody overwrites another silently.
import { logoPictures, NO_HOUSE } from '../../core/house/styled';
import { type HouseStyle, HouseStyleSchema } from '../../core/values/house';
import { database } from '../database';
import { notFound, Problem } from '../problem';

export interface House {
  revision: number;
  style: HouseStyle;
}

/** The house style of a campaign. @throws Problem 404, or 422 where it is damaged */
export async function readHouse(campaign: string): Promise<House> {
  const row = await database()<{ id: string; house: string | null; house_revision: number }>('campaigns')
    .where({ id: campaign })
    .first('house', 'house_revision');
  if (!row) throw notFound('campaign');
  if (!row.house) return { revision: row.house_revision, style: NO_HOUSE };
  try {
    return { revision: row.house_revision, style: HouseStyleSchema.parse(JSON.parse(row.house)) };
  } catch {
    throw new Problem(
      422,
      'The house style is damaged',
      'It cannot be read. Pieces keep the colours they have; saving a house style anew mends it.',
    );
  }
}

/** All its swatches are the house's. */
export const asHouse = (style: HouseStyle): HouseStyle => ({
  ...style,
  swatches: style.swatches.map((s) => ({ ...s, house: true })),
});

/**
 * Replaces a house style over a revision; pieces follow when they are next read.
 * @throws Problem 404, 409 with the present one where somebody changed it since, 422 where a logo is not stored
 */
export async function saveHouse(campaign: string, over: number, wanted: HouseStyle): Promise<House> {
  const style = HouseStyleSchema.parse(asHouse(wanted)),
    logos = logoPictures(style),
    there = logos.length ? ((await database()('assets').whereIn('id', logos).pluck('id')) as string[]) : [],
    missing = style.logos.findIndex((l) => !there.includes(l.asset) || (l.plain !== null && !there.includes(l.plain)));
  if (missing >= 0)
    throw new Problem(422, 'A logo is not here', 'Upload its picture first. Nothing was changed.', [
      { path: `/logos/${missing}/asset`, reason: 'no picture of that id is stored' },
    ]);
  const n = await database()('campaigns')
    .where({ id: campaign, house_revision: over })
    .update({ house: JSON.stringify(style), house_revision: over + 1 });
  if (n) return { revision: over + 1, style };
  const now = await readHouse(campaign);
  if (now.revision === over + 1 && JSON.stringify(now.style) === JSON.stringify(style)) return now;
  throw new Problem(
    409,
    'The house style was changed elsewhere',
    `It is at revision ${now.revision}, your change began at ${over}. Nothing was changed.`,
    [],
    { revision: now.revision, house: now.style },
  );
}

/** A damaged house style leaves pieces with the colours they have. */
export const houseIfWhole = (campaign: string): Promise<House | null> =>
  readHouse(campaign).catch((e: unknown) => {
    if (e instanceof Problem && e.status === 422) return null;
    throw e;
  });
