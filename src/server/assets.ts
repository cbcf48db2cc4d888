// Pictures: checked by content, content-addressed, stored in rows of at most 1 MiB, with a working copy for painters.
import { fileTypeFromBuffer } from 'file-type';
import { createHash } from 'node:crypto';
import { gunzipSync } from 'node:zlib';
import sharp, { type Metadata, type Sharp } from 'sharp';
import { cleanSvg, serialised, sizeOfRoot } from '../core/format/svg/clean';
import { outlines } from '../core/format/svg/outlines';
import { beginsLikeSvg, SVG_LIMITS, type SvgElement, SvgFault } from '../core/format/svg/tree';
import type { Drawing } from '../core/paint/drawing';
import type { Pixels } from '../core/ground/pixels';
import { DRAWN_SIDES } from '../core/scene/sides';
import type { Frame } from '../core/values/motion';
import type { Knex } from 'knex';
import { database, transaction } from './database';
import { framesIn, framesOf } from './frames';
import { notFound, Problem } from './problem';
import { checkRoom } from './room';

export const LIMITS = { bytes: 60 * 1024 * 1024, pixels: 100_000_000 };
/**
 * How every picture is opened: what intake lets through, painting must be able to open too. Camera files with small
 * oddities are taken.
 */
export const DECODING = { limitInputPixels: LIMITS.pixels, failOn: 'error' } as const;
/** Longest side of a working copy, in pixels: enough for a full-width picture at twice the size. */
export const WORKING_SIDE = 4096;
const ROW = 1024 * 1024;
export const SVG_MIME = 'image/svg+xml';
const MIME: Record<string, string> = {
  jpeg: 'image/jpeg',
  png: 'image/png',
  webp: 'image/webp',
  heif: 'image/avif',
  gif: 'image/gif',
  tiff: 'image/tiff',
  svg: SVG_MIME,
};

export interface Asset {
  id: string;
  name: string;
  mime: string;
  bytes: number;
  width: number;
  height: number;
  workingId: string;
  /**
   * Its outlines and its thumbnail, kept as bytes of their own; empty where there are none, null where they were not
   * made yet.
   */
  drawingId: string | null;
  thumbnailId: string | null;
  /** The list of its frames, kept likewise, and how many they are; 0 is a still. */
  framesId: string | null;
  frames: number;
}

/** The name of bytes by their content. */
export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** What is taken, by the type its first bytes tell. */
const TAKEN: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpeg',
  'image/png': 'png',
  'image/apng': 'png',
  'image/webp': 'webp',
  'image/avif': 'heif',
  'image/heif': 'heif',
  'image/gif': 'gif',
  'image/tiff': 'tiff',
};
/** Bytes that are looked at: enough for every type, and too few to keep anybody busy. */
const LOOKED_AT = 131_072;

/** Only formats we know by their first bytes reach a decoder. */
async function looksLike(bytes: Uint8Array): Promise<string | null> {
  const head = bytes.subarray(0, LOOKED_AT),
    found = await fileTypeFromBuffer(head).catch(() => undefined);
  return (found && TAKEN[found.mime]) ?? (beginsLikeSvg(decodedText(head)) ? 'svg' : null);
}

/** XML says by its first bytes how its letters are written; UTF-8 where it does not (XML 1.0, appendix F). */
function decodedText(bytes: Uint8Array): string {
  const wide =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : null;
  const named =
    wide ??
    /^<\?xml[^>]{0,100}encoding=["'](iso-8859-1|windows-1252|us-ascii)["']/i.exec(
      Buffer.from(bytes.subarray(0, 200)).toString('latin1'),
    )?.[1];
  return new TextDecoder(named ?? 'utf-8').decode(bytes);
}

/** A drawing that was packed (SVGZ). */
function unpacked(bytes: Uint8Array, name: string): Uint8Array {
  if (bytes[0] !== 0x1f || bytes[1] !== 0x8b) return bytes;
  try {
    return new Uint8Array(gunzipSync(bytes, { maxOutputLength: SVG_LIMITS.bytes + 1 }));
  } catch {
    throw new Problem(
      415,
      'The picture cannot be decoded',
      `${name} is packed, and damaged or too large. Nothing was stored.`,
    );
  }
}

/** RGBA pixels of an opened picture. */
export async function pixelsFrom(image: Sharp): Promise<Pixels> {
  const { data, info } = await image.ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    width: info.width,
    height: info.height,
    data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.byteLength),
  };
}

/** The text of a drawing, packed or not; null for what is none. @throws Problem 415 where it is packed and damaged */
export function drawingText(sent: Uint8Array, name: string): string | null {
  const text = decodedText(unpacked(sent, name));
  return beginsLikeSvg(text) ? text : null;
}

const SVG_PROBLEMS: Record<SvgFault['kind'], [status: number, title: string]> = {
  endless: [422, 'The drawing refers to itself'],
  'too-much': [413, 'The drawing is too much'],
  broken: [415, 'The drawing cannot be read'],
};
const svgProblem = (fault: SvgFault, name: string): Problem =>
  new Problem(...SVG_PROBLEMS[fault.kind], `${name}: ${fault.message}. Nothing was stored.`);

/** Sides beyond which a picture is refused whatever its area: rows that long stall decoders. */
const MOST_SIDE = 30_000;

/**
 * Checks and keeps a picture. It decodes what a stranger sent, so it is only called in a process that can be ended.
 * @param listed whether the library shows it
 * @throws Problem 400, 413 or 415 saying what is wrong with it
 */
export async function keepAsset(sent: Uint8Array, name: string, listed = true): Promise<Asset> {
  if (sent.byteLength === 0) throw new Problem(400, 'The file is empty', `${name} holds no bytes.`);
  if (sent.byteLength > LIMITS.bytes)
    throw new Problem(
      413,
      'The file is too large',
      `${name} has ${Math.round(sent.byteLength / 1048576)} MB; at most ${LIMITS.bytes / 1048576} MB are taken.`,
    );
  const given = unpacked(sent, name),
    format = await looksLike(given);
  if (!format)
    throw new Problem(
      415,
      'This is not a picture Plavo can read',
      `${name} is none of JPEG, PNG, WebP, AVIF, GIF, TIFF and SVG, whatever its name says.`,
    );
  let bytes = given,
    drawing: Drawing | null = null,
    drawn: SvgElement | null = null;
  if (format === 'svg') {
    try {
      drawn = cleanSvg(decodedText(given));
      // What names no size is as large as what it shows.
      if (!sizeOfRoot(drawn)) {
        const { width, height } = await sharp(Buffer.from(serialised(drawn)), {
          limitInputPixels: LIMITS.pixels,
        }).metadata();
        Object.assign(drawn.attributes, { width: String(width), height: String(height) });
      }
      bytes = new TextEncoder().encode(serialised(drawn));
      drawing = outlines(drawn);
    } catch (e) {
      if (e instanceof SvgFault) throw svgProblem(e, name);
      throw unreadable(name, e as Error);
    }
  }
  const id = sha256(bytes);
  const known = await findAsset(id);
  if (known) {
    if (listed) await database()('assets').where({ id, listed: false }).update({ listed: true });
    return known.framesId === null ? derive(id) : known;
  }
  let meta: Metadata;
  let density: number | undefined;
  const open = (): Sharp => sharp(bytes, { ...DECODING, density });
  try {
    meta = await open().metadata();
    if (format === 'svg') density = densityFor(Math.max(meta.width, meta.height));
  } catch (e) {
    throw unreadable(name, e as Error);
  }
  const turned = (meta.orientation ?? 1) >= 5;
  const width = (turned ? meta.height : meta.width) ?? 0,
    height = (turned ? meta.width : meta.height) ?? 0;
  if (width * height > LIMITS.pixels || Math.max(width, height) > MOST_SIDE)
    throw new Problem(
      413,
      'The picture has too many pixels',
      `${name} is ${width} x ${height}; at most ${LIMITS.pixels / 1e6} megapixels and ${MOST_SIDE.toLocaleString('en')} on a side are taken. Nothing was stored.`,
    );
  const plain =
    (format === 'jpeg' || format === 'png') &&
    (meta.orientation ?? 1) === 1 &&
    !meta.icc &&
    meta.space === 'srgb' &&
    meta.depth === 'uchar' &&
    Math.max(width, height) <= WORKING_SIDE;
  let working: { bytes: Uint8Array; mime: string } | null = null,
    thumbnail: Uint8Array;
  try {
    // Decoded to the last row before anything is kept.
    if (plain) await open().raw().toBuffer();
    else {
      const upright = open()
        .autoOrient()
        .resize({ width: WORKING_SIDE, height: WORKING_SIDE, fit: 'inside', withoutEnlargement: true })
        .toColourspace('srgb');
      const opaque = !meta.hasAlpha && format === 'jpeg';
      working = {
        bytes: new Uint8Array(
          await (
            opaque ? upright.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }) : upright.png({ compressionLevel: 6 })
          ).toBuffer(),
        ),
        mime: opaque ? 'image/jpeg' : 'image/png',
      };
    }
    thumbnail = await thumbnailFrom(working?.bytes ?? bytes);
  } catch (e) {
    throw unreadable(name, e as Error);
  }
  const shortName = name.replace(/[\p{Cc}]/gu, '').slice(-200) || 'Picture';
  const thumbnailId = await keepBytes(thumbnail, shortName, 'image/webp');
  const drawingId = drawing ? await keepJson(drawing, shortName) : '';
  const frames = framesIn(meta) > 1 ? await keepFrames(bytes, meta, shortName) : null;
  const asset: Asset = {
    id,
    name: shortName,
    mime: MIME[format],
    bytes: bytes.byteLength,
    width,
    height,
    workingId: working ? sha256(working.bytes) : id,
    drawingId,
    thumbnailId,
    framesId: frames?.id ?? '',
    frames: frames?.n ?? 0,
  };
  if (working) {
    const { width: w = 0, height: h = 0 } = await sharp(working.bytes).metadata();
    await keepBytes(working.bytes, shortName, working.mime, { width: w, height: h, thumbnailId });
  }
  await store(asset, bytes, listed);
  return asset;
}

const thumbnailFrom = async (bytes: Uint8Array): Promise<Uint8Array> =>
  new Uint8Array(await sharp(bytes, DECODING).resize(320, 320, { fit: 'inside' }).webp({ quality: 80 }).toBuffer());

/** Keeps the frames of an animation and the list of them. @throws Problem 413, 415 */
async function keepFrames(bytes: Uint8Array, meta: Metadata, name: string): Promise<{ id: string; n: number }> {
  const frames: Frame[] = [];
  for await (const { bytes: frame, width, height, ms } of framesOf(bytes, meta, name)) {
    // Thumbnails are made when somebody asks: few frames are ever looked at so.
    const id = await keepBytes(frame, name, 'image/webp', { width, height, thumbnailId: null });
    frames.push({ asset: id, ms });
  }
  return { id: await keepJson(frames, name), n: frames.length };
}

/** Makes what is derived from a picture that was kept before it was. In a process that can be ended. */
export async function derive(id: string): Promise<Asset> {
  const asset = await findAsset(id);
  if (!asset) throw notFound('picture');
  if (asset.thumbnailId === null) {
    asset.thumbnailId = await thumbnailFrom(await assetBytes(asset.workingId)).then(
      (b) => keepBytes(b, asset.name, 'image/webp'),
      () => '',
    );
    await database()('assets').where({ id }).update({ thumbnail_id: asset.thumbnailId });
  }
  if (asset.drawingId === null) {
    let drawing: Drawing | null = null;
    try {
      drawing = asset.mime === SVG_MIME ? outlines(cleanSvg((await assetBytes(id)).toString('utf8'))) : null;
    } catch (e) {
      if (!(e instanceof SvgFault)) throw e;
    }
    asset.drawingId = drawing ? await keepJson(drawing, asset.name) : '';
    await database()('assets').where({ id }).update({ drawing_id: asset.drawingId });
  }
  if (asset.framesId === null) {
    const bytes = await assetBytes(id),
      meta = await sharp(bytes, DECODING).metadata(),
      kept = framesIn(meta) > 1 ? await keepFrames(bytes, meta, asset.name).catch(() => null) : null;
    asset.framesId = kept?.id ?? '';
    asset.frames = kept?.n ?? 0;
    await database()('assets').where({ id }).update({ frames_id: asset.framesId, frames: asset.frames });
  }
  return asset;
}

/** A drawing has no pixels of its own: its working copy is made large enough to stay sharp. */
const densityFor = (side: number, wanted: number = DRAWN_SIDES[0]): number =>
  Math.min(4800, Math.max(1, (72 * Math.min(WORKING_SIDE, Math.max(wanted, side))) / Math.max(1, side)));

/** A drawing as pixels, RGBA, its longer side so many of them. In a process that can be ended. @throws Problem 404 */
export async function drawn(id: string, side: number): Promise<Sharp> {
  const asset = await findAsset(id);
  if (asset?.mime !== SVG_MIME) throw notFound('drawing');
  return sharp(await assetBytes(id), { ...DECODING, density: densityFor(Math.max(asset.width, asset.height), side) })
    .resize({ width: side, height: side, fit: 'inside' })
    .toColourspace('srgb')
    .ensureAlpha();
}

const unreadable = (name: string, error: Error): Problem =>
  /pixel limit/i.test(error.message)
    ? new Problem(413, 'The picture has too many pixels', `${name} has more than ${LIMITS.pixels / 1e6} megapixels.`)
    : new Problem(415, 'The picture cannot be decoded', `${name} is damaged or cut short. Nothing was stored.`);

async function store(asset: Asset, bytes: Uint8Array, listed: boolean): Promise<void> {
  await checkRoom(bytes.byteLength);
  const now = new Date();
  await transaction(async (trx) => {
    // Two uploads of the same picture at once: the second finds the first's row.
    await trx('assets')
      .insert({
        id: asset.id,
        name: asset.name,
        mime: asset.mime,
        bytes: asset.bytes,
        width: asset.width,
        height: asset.height,
        working_id: asset.workingId,
        drawing_id: asset.drawingId,
        thumbnail_id: asset.thumbnailId,
        frames_id: asset.framesId,
        frames: asset.frames,
        listed,
        created_at: now,
      })
      .onConflict('id')
      .ignore();
    for (let part = 0, at = 0; at < bytes.byteLength; part++, at += ROW)
      await trx('asset_rows')
        .insert({ asset_id: asset.id, part, bytes: Buffer.from(bytes.subarray(at, at + ROW)) })
        .onConflict(['asset_id', 'part'])
        .ignore();
  });
}

export type AssetRow = {
  id: string;
  name: string;
  mime: string;
  bytes: number;
  width: number;
  height: number;
  working_id: string;
  drawing_id: string | null;
  thumbnail_id: string | null;
  frames_id: string | null;
  frames: number;
  credit: string | null;
};
export const assetFrom = (r: AssetRow): Asset => ({
  id: r.id,
  name: r.name,
  mime: r.mime,
  bytes: r.bytes,
  width: r.width,
  height: r.height,
  workingId: r.working_id,
  drawingId: r.drawing_id,
  thumbnailId: r.thumbnail_id,
  framesId: r.frames_id,
  frames: r.frames,
});

export async function findAsset(id: string): Promise<Asset | null> {
  const row = /^[0-9a-f]{64}$/.test(id) ? await database()<AssetRow>('assets').where({ id }).first() : undefined;
  return row ? assetFrom(row) : null;
}

/** Keeps bytes that are no picture of the library, a font or a thumbnail for one, by the name of their content. */
export async function keepBytes(
  bytes: Uint8Array,
  name: string,
  mime: string,
  more: Partial<Pick<Asset, 'width' | 'height' | 'thumbnailId'>> = {},
): Promise<string> {
  const id = sha256(bytes);
  await store(
    {
      id,
      name: name.slice(0, 200),
      mime,
      bytes: bytes.byteLength,
      width: 0,
      height: 0,
      workingId: id,
      drawingId: '',
      thumbnailId: '',
      framesId: '',
      frames: 0,
      ...more,
    },
    bytes,
    false,
  );
  return id;
}

/** Keeps a frame of a moving picture as it was kept before. @throws Problem 415 */
export async function keepPart(bytes: Uint8Array, name: string): Promise<string> {
  if ((await looksLike(bytes)) !== 'webp')
    throw new Problem(415, 'The picture cannot be decoded', `${name} is no WebP. Nothing was stored.`);
  try {
    const open = sharp(bytes, DECODING),
      { width, height } = await open.metadata();
    await open.raw().toBuffer();
    return await keepBytes(bytes, name, 'image/webp', { width, height, thumbnailId: null });
  } catch (e) {
    throw unreadable(name, e as Error);
  }
}

/** Does the library show it? */
export const isListed = async (id: string): Promise<boolean> =>
  Boolean((await database()<{ id: string; listed: number }>('assets').where({ id }).first('listed'))?.listed);

/** Shows a kept picture in the library. */
export const listAsset = async (trx: Knex.Transaction, id: string): Promise<void> =>
  void (await trx('assets').where({ id, listed: false }).update({ listed: true }));

/** Takes pictures away again that nothing shows. */
export async function forgetAssets(ids: readonly string[]): Promise<void> {
  for (const id of ids) {
    const used = await database()('piece_assets').where({ asset_id: id }).first(),
      font = used ? null : await database()('fonts').where({ asset_id: id }).first();
    if (!used && !font) await database()('assets').where({ id, listed: false }).delete();
  }
}

/** Keeps what was derived from a picture, as JSON. */
const keepJson = (value: unknown, name: string): Promise<string> =>
  keepBytes(new TextEncoder().encode(JSON.stringify(value)), name, 'application/json');

/** Is it something that can be shown as a picture? */
export const isPicture = (asset: Asset): boolean => asset.mime.startsWith('image/') && asset.width > 0;

/** The frames of an animated picture; none of a still. */
export async function assetFrames(asset: Asset): Promise<Frame[]> {
  return asset.framesId ? (JSON.parse((await assetBytes(asset.framesId)).toString('utf8')) as Frame[]) : [];
}

/** The outlines of an asset that is a drawing of plain shapes, or null. @throws Problem 404 */
export async function assetDrawing(asset: Asset): Promise<Drawing | null> {
  return asset.drawingId ? (JSON.parse((await assetBytes(asset.drawingId)).toString('utf8')) as Drawing) : null;
}

/** The bytes of a picture. @throws Problem 404 */
export async function assetBytes(id: string): Promise<Buffer> {
  const rows = await database()<{ bytes: Buffer; part: number; asset_id: string }>('asset_rows')
    .where({ asset_id: id })
    .orderBy('part')
    .select('bytes');
  if (!rows.length) throw notFound('picture');
  return Buffer.concat(rows.map((r) => r.bytes));
}
