// By what pictures of the library are found: tags that people or a service gave them, and their colours, seen on their
// small copies.
import sharp from 'sharp';
import type { Credit } from '../../contract/shapes';
import { coloursOfPhoto, PALETTE_SIDE } from '../../core/colour/palette';
import type { Pixels } from '../../core/ground/pixels';
import { assetBytes, DECODING, findAsset } from '../assets';
import { database, transaction } from '../database';
import { notFound } from '../problem';

/** Tags of a picture. */
export const MOST_TAGS = 30;
/** What a colour of a picture is worth noting as: its darkest and lightest say little. */
const NOTED = new Set(['deep', 'mid', 'light', 'accent', 'second accent']);

/** The colours of a picture by its bytes, #rrggbb. */
export async function coloursIn(bytes: Uint8Array): Promise<string[]> {
  const { data, info } = await sharp(bytes, DECODING)
    .resize(PALETTE_SIDE, PALETTE_SIDE, { fit: 'inside' })
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const pixels: Pixels = {
    width: info.width,
    height: info.height,
    data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.byteLength),
  };
  return [...new Set(coloursOfPhoto(pixels).flatMap((c) => (NOTED.has(c.role) ? [c.hex.slice(0, 7)] : [])))];
}

/** Notes the colours of pictures of which nobody has. @returns how many */
export async function notePictures(limit = Number.MAX_SAFE_INTEGER): Promise<number> {
  const rows = (await database()('assets')
    .where({ listed: true, traits_noted: false })
    .orderBy('created_at', 'desc')
    .limit(Math.min(limit, 100_000))
    .select('id', 'thumbnail_id')) as { id: string; thumbnail_id: string | null }[];
  for (const { id, thumbnail_id: small } of rows) {
    let colours: string[] = [];
    try {
      if (small) colours = await coloursIn(await assetBytes(small));
    } catch {
      // It has none, and is found by its name all the same.
    }
    if (colours.length)
      await database()('asset_traits')
        .insert(colours.map((value) => ({ asset_id: id, kind: 'colour', value })))
        .onConflict(['kind', 'value', 'asset_id'])
        .ignore();
    await database()('assets').where({ id }).update({ traits_noted: true });
  }
  return rows.length;
}

/** Tags as they are kept: in small letters, each once. */
export const tidyTags = (tags: readonly string[]): string[] =>
  [...new Set(tags.map((t) => t.replace(/\s+/g, ' ').trim().toLowerCase().slice(0, 60)).filter(Boolean))].slice(
    0,
    MOST_TAGS,
  );

/** Gives a picture of the library another name, or other tags. @throws Problem 404 */
export async function changePicture(id: string, how: { name?: string; tags?: readonly string[] }): Promise<void> {
  if (!(await findAsset(id))) throw notFound('picture');
  await transaction(async (trx) => {
    if (how.name !== undefined) await trx('assets').where({ id }).update({ name: how.name });
    if (!how.tags) return;
    await trx('asset_traits').where({ asset_id: id, kind: 'tag' }).delete();
    const tags = tidyTags(how.tags);
    if (tags.length) await trx('asset_traits').insert(tags.map((value) => ({ asset_id: id, kind: 'tag', value })));
  });
}

/** Says whose a picture is. */
export async function noteCredit(id: string, credit: Credit): Promise<void> {
  await database()('assets')
    .where({ id })
    .update({ credit: JSON.stringify(credit) });
}

/** What a file of a piece says of a picture: its tags, and whose it is. */
export async function aboutPicture(id: string): Promise<{ tags?: string[]; credit?: Credit }> {
  const [row, tags] = await Promise.all([
    database()<{ id: string; credit: string | null }>('assets').where({ id }).first('credit'),
    database()('asset_traits').where({ asset_id: id, kind: 'tag' }).orderBy('value').pluck<string[]>('value'),
  ]);
  return {
    ...(tags.length ? { tags } : {}),
    ...(row?.credit ? { credit: JSON.parse(row.credit) as Credit } : {}),
  };
}
