// Fonts of one's own: unpacked, checked, kept with the pictures, and known to the pieces of their campaign.
import { inflateSync } from 'node:zlib';
import { decompress } from 'wawoff2';
import { FAMILIES, familiesOf, type Family, type OwnFont } from '../core/type/catalogue';
import { loadFont } from '../core/type/font';
import { facesOf, sfntFacts } from '../core/type/sfnt';
import { keepBytes } from './assets';
import { database } from './database';
import { notFound, Problem } from './problem';
import { type Instance, instancesOf } from './variable';

export const FONT_LIMITS = { bytes: 40 * 1024 * 1024, unpacked: 80 * 1024 * 1024 };

/** WOFF 1.0 (W3C Recommendation, section 4) to TTF or OTF. @throws Error for what is none */
export function unpackWoff(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.byteLength < 44) throw new Error('it is cut short');
  const tables = view.getUint16(12),
    total = view.getUint32(16);
  if (total > FONT_LIMITS.unpacked) throw new Error('it unpacks to too much');
  if (44 + tables * 20 > bytes.byteLength) throw new Error('it is cut short');
  const head = 12 + tables * 16,
    parts: Uint8Array[] = [];
  const out = new DataView(new ArrayBuffer(head));
  const power = 2 ** Math.floor(Math.log2(Math.max(1, tables)));
  out.setUint32(0, view.getUint32(4));
  out.setUint16(4, tables);
  out.setUint16(6, power * 16);
  out.setUint16(8, Math.log2(power));
  out.setUint16(10, tables * 16 - power * 16);
  let at = head;
  for (let i = 0; i < tables; i++) {
    const e = 44 + i * 20,
      offset = view.getUint32(e + 4),
      packed = view.getUint32(e + 8),
      length = view.getUint32(e + 12);
    if (offset + packed > bytes.byteLength || length > FONT_LIMITS.unpacked || at + length > FONT_LIMITS.unpacked)
      throw new Error('it is cut short, or unpacks to too much');
    const raw = bytes.subarray(offset, offset + packed),
      table = packed < length ? new Uint8Array(inflateSync(raw, { maxOutputLength: length })) : raw;
    if (table.byteLength !== length) throw new Error('one of its tables is damaged');
    const padded = new Uint8Array(Math.ceil(length / 4) * 4);
    padded.set(table);
    parts.push(padded);
    out.setUint32(12 + i * 16, view.getUint32(e));
    out.setUint32(12 + i * 16 + 4, view.getUint32(e + 16));
    out.setUint32(12 + i * 16 + 8, at);
    out.setUint32(12 + i * 16 + 12, length);
    at += padded.byteLength;
  }
  const whole = new Uint8Array(at);
  whole.set(new Uint8Array(out.buffer));
  let to = head;
  for (const p of parts) {
    whole.set(p, to);
    to += p.byteLength;
  }
  return whole;
}

export interface CheckedFont {
  bytes: Uint8Array;
  family: string;
  weight: number;
  italic: boolean;
}

/** A face as it is kept. @throws Error that says in words what is wrong with it */
function checkedFace({ bytes, weight, italic, width }: Instance): CheckedFont {
  const facts = sfntFacts(bytes);
  const font = loadFont({ id: 'check', weight: facts.weight, italic: facts.italic, path: '' }, bytes);
  // Outlines of some letters are really there.
  const drawn = ['H', 'a', '1', '\u05d0', '\u0627', '\u4e00', '\u3042', '\uac00', '\u0e01', '\u0905']
    .filter((c) => font.has(c.codePointAt(0)!))
    .some((c) => font.outline(font.hbFont.nominalGlyph(c.codePointAt(0)!) ?? 0).length > 0);
  if (!drawn || !(font.ascent > 0) || font.unitsPerEm < 16) throw new Error('its letters have no outlines');
  const shipped = FAMILIES.some((f) => f.name.toLowerCase() === `${facts.family}${width}`.toLowerCase());
  return {
    bytes,
    family: `${facts.family}${width}${shipped ? ' (own)' : ''}`.slice(0, 100),
    weight: weight ?? facts.weight,
    italic: italic ?? facts.italic,
  };
}

/**
 * Unpacks and checks a font: what it says of itself, and that its letters can be shaped and drawn.
 * @returns its faces: of a collection all its fonts, of a font with axes one for each weight, width and slant
 * @throws Problem 413 or 422 saying what is wrong with it
 */
export async function checkedFonts(given: Uint8Array, name: string): Promise<CheckedFont[]> {
  const safe = 'Nothing was stored; your texts stay as they are.';
  if (given.byteLength === 0) throw new Problem(400, 'The file is empty', `${name} holds no bytes.`);
  if (given.byteLength > FONT_LIMITS.bytes)
    throw new Problem(
      413,
      'The font is too large',
      `${name} has ${Math.round(given.byteLength / 1048576)} MB; at most ${FONT_LIMITS.bytes / 1048576} MB are taken.`,
    );
  try {
    const signature = Buffer.from(given.subarray(0, 4)).toString('latin1');
    let bytes = given;
    if (signature === 'wOFF') bytes = unpackWoff(given);
    else if (signature === 'wOF2') {
      if (given.byteLength < 48 || new DataView(given.buffer, given.byteOffset).getUint32(16) > FONT_LIMITS.unpacked)
        throw new Error('it is cut short, or unpacks to too much');
      bytes = new Uint8Array(await decompress(given));
    }
    const faces: CheckedFont[] = [];
    for (const font of facesOf(bytes, FONT_LIMITS.unpacked * 2))
      for (const instance of await instancesOf(font)) faces.push(checkedFace(instance));
    return faces;
  } catch (e) {
    if (e instanceof Problem) throw e;
    throw new Problem(
      422,
      'This is not a font Plavo can use',
      `${name}: ${(e as Error).message || 'it is damaged'}. ${safe}`,
    );
  }
}

/** Checks and keeps a font of a campaign, with all its faces. @throws Problem */
export async function keepFonts(
  campaign: string,
  given: Uint8Array,
  name: string,
  licence: string,
): Promise<OwnFont[]> {
  if (!(await database()('campaigns').where({ id: campaign }).first())) throw notFound('campaign');
  const kept: OwnFont[] = [];
  for (const { bytes, family, weight, italic } of await checkedFonts(given, name)) {
    const id = await keepBytes(bytes, `${family} ${weight}${italic ? ' italic' : ''}`, 'font/ttf');
    await database()('fonts')
      .insert(fontRow(campaign, { id, family, weight, italic, licence }))
      .onConflict(['campaign_id', 'asset_id'])
      .merge(['licence']);
    kept.push({ id, family, weight, italic, licence });
  }
  return kept;
}

/** A font of a campaign as it is stored. */
export const fontRow = (campaign: string, { id, family, weight, italic, licence }: OwnFont) => ({
  campaign_id: campaign,
  asset_id: id,
  family,
  weight,
  italic,
  licence,
  created_at: new Date(),
});

type Row = { campaign_id: string; asset_id: string; family: string; weight: number; italic: number; licence: string };

const fromRow = (r: Row): OwnFont => ({
  id: r.asset_id,
  family: r.family,
  weight: r.weight,
  italic: Boolean(r.italic),
  licence: r.licence,
});

/** Fonts of a campaign, by family and weight. */
export async function listFonts(campaign: string): Promise<OwnFont[]> {
  const rows = await database()<Row>('fonts')
    .where({ campaign_id: campaign })
    .orderBy([{ column: 'family' }, { column: 'weight' }, { column: 'italic' }]);
  return rows.map(fromRow);
}

/** Takes a font out of a campaign; texts set in it are shown in a replacement and say so. @throws Problem 404 */
export async function removeFont(campaign: string, id: string): Promise<void> {
  if (!(await database()('fonts').where({ campaign_id: campaign, asset_id: id }).delete())) throw notFound('font');
}

/** Families of a campaign's own, by name. */
export async function ownFamilies(campaign: string, names: readonly string[]): Promise<Family[]> {
  if (!names.length) return [];
  return familiesOf(
    (
      await database()<Row>('fonts')
        .where({ campaign_id: campaign })
        .whereIn('family', [...names])
        .orderBy(['family', 'weight', 'italic'])
    ).map(fromRow),
  );
}
