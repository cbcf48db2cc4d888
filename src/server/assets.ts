// Pictures: checked by content, content-addressed, stored in rows of at most 1 MiB, with a working copy for painters.
import { createHash } from 'node:crypto';
import sharp, { type Metadata, type Sharp } from 'sharp';
import type { Drawing } from '../core/format/drawing';
import { svgDrawing } from '../core/format/svg-drawing';
import { database } from './database';
import { notFound, Problem } from './problem';
import { checkedSvg } from './svg';

export const LIMITS = { bytes: 60 * 1024 * 1024, pixels: 100_000_000 };
/** Longest side of a working copy, in pixels: enough for a full-width picture at twice the size. */
export const WORKING_SIDE = 4096;
const ROW = 1024 * 1024;
const MIME: Record<string, string> = { jpeg: 'image/jpeg', png: 'image/png', webp: 'image/webp', heif: 'image/avif', gif: 'image/gif', tiff: 'image/tiff', svg: 'image/svg+xml' };

export interface Asset {
  id: string;
  name: string;
  mime: string;
  bytes: number;
  width: number;
  height: number;
  workingId: string;
}

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** Only formats we know by their first bytes reach a decoder. */
function looksLike(bytes: Uint8Array): string | null {
  const at = (i: number, ...want: number[]) => want.every((w, k) => bytes[i + k] === w);
  const ascii = (from: number, to: number) => Buffer.from(bytes.subarray(from, to)).toString('latin1');
  if (at(0, 0xff, 0xd8, 0xff)) return 'jpeg';
  if (at(0, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'png';
  if (ascii(0, 4) === 'RIFF' && ascii(8, 12) === 'WEBP') return 'webp';
  if (ascii(4, 8) === 'ftyp' && /avif|avis|mif1/.test(ascii(8, 32))) return 'heif';
  if (/^GIF8[79]a/.test(ascii(0, 6))) return 'gif';
  if (at(0, 0x49, 0x49, 0x2a, 0) || at(0, 0x4d, 0x4d, 0, 0x2a)) return 'tiff';
  const head = Buffer.from(bytes.subarray(0, 4096)).toString('utf8').replace(/^\ufeff/, '');
  if (/^\s*(<\?xml[\s\S]*?\?>\s*)?(<!--[\s\S]*?-->\s*)*(<!DOCTYPE svg[\s\S]*?>\s*)?(<!--[\s\S]*?-->\s*)*<svg[\s>]/i.test(head)) return 'svg';
  return null;
}

/**
 * Checks and keeps a picture.
 * @throws Problem 400, 413 or 415 saying what is wrong with it
 */
export async function keepAsset(given: Uint8Array, name: string): Promise<Asset> {
  if (given.byteLength === 0) throw new Problem(400, 'The file is empty', `${name} holds no bytes.`);
  if (given.byteLength > LIMITS.bytes) throw new Problem(413, 'The file is too large', `${name} has ${Math.round(given.byteLength / 1048576)} MB; at most ${LIMITS.bytes / 1048576} MB are taken.`);
  const format = looksLike(given);
  if (!format) throw new Problem(415, 'This is not a picture Plavo can read', `${name} is none of JPEG, PNG, WebP, AVIF, GIF, TIFF and SVG, whatever its name says.`);
  const bytes = format === 'svg' ? new TextEncoder().encode(checkedSvg(new TextDecoder().decode(given), name)) : given;
  const id = sha256(bytes);
  const known = await findAsset(id);
  if (known) return known;
  let meta: Metadata;
  let density: number | undefined;
  const open = (): Sharp => sharp(bytes, { limitInputPixels: LIMITS.pixels, failOn: 'error', density });
  try {
    meta = await open().metadata();
    if (format === 'svg') density = densityFor(Math.max(meta.width, meta.height));
  } catch (e) {
    throw unreadable(name, e as Error);
  }
  const turned = (meta.orientation ?? 1) >= 5;
  const width = (turned ? meta.height : meta.width) ?? 0, height = (turned ? meta.width : meta.height) ?? 0;
  if (width * height > LIMITS.pixels) throw new Problem(413, 'The picture has too many pixels', `${name} is ${width} x ${height}; at most ${LIMITS.pixels / 1e6} megapixels are taken.`);
  const plain = (format === 'jpeg' || format === 'png') && (meta.orientation ?? 1) === 1 && !meta.icc && meta.space === 'srgb' && meta.depth === 'uchar' && Math.max(width, height) <= WORKING_SIDE;
  let working: { bytes: Uint8Array; mime: string } | null = null;
  try {
    if (plain) await open().stats();
    else {
      const upright = open().autoOrient().resize({ width: WORKING_SIDE, height: WORKING_SIDE, fit: 'inside', withoutEnlargement: true }).toColourspace('srgb');
      const opaque = !meta.hasAlpha && format === 'jpeg';
      working = { bytes: new Uint8Array(await (opaque ? upright.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }) : upright.png({ compressionLevel: 6 })).toBuffer()), mime: opaque ? 'image/jpeg' : 'image/png' };
    }
  } catch (e) {
    throw unreadable(name, e as Error);
  }
  const shortName = name.replace(/[\p{Cc}]/gu, '').slice(-200) || 'Picture';
  const asset: Asset = { id, name: shortName, mime: MIME[format], bytes: bytes.byteLength, width, height, workingId: working ? sha256(working.bytes) : id };
  if (working) {
    const size = await sharp(working.bytes).metadata();
    await store({ id: asset.workingId, name: shortName, mime: working.mime, bytes: working.bytes.byteLength, width: size.width ?? 0, height: size.height ?? 0, workingId: asset.workingId }, working.bytes, false);
  }
  await store(asset, bytes, true);
  return asset;
}

/** A drawing has no pixels of its own: its working copy is made large enough to stay sharp. */
const DRAWN_SIDE = 1536;
const densityFor = (side: number): number => Math.min(4800, Math.max(1, (72 * Math.min(WORKING_SIDE, Math.max(DRAWN_SIDE, side))) / Math.max(1, side)));

const unreadable = (name: string, error: Error): Problem =>
  /pixel limit/i.test(error.message)
    ? new Problem(413, 'The picture has too many pixels', `${name} has more than ${LIMITS.pixels / 1e6} megapixels.`)
    : new Problem(415, 'The picture cannot be decoded', `${name} is damaged or cut short. Nothing was stored.`);

async function store(asset: Asset, bytes: Uint8Array, listed: boolean): Promise<void> {
  const now = new Date();
  await database().transaction(async (trx) => {
    // Two uploads of the same picture at once: the second finds the first's row.
    await trx('assets').insert({ id: asset.id, name: asset.name, mime: asset.mime, bytes: asset.bytes, width: asset.width, height: asset.height, working_id: asset.workingId, listed, created_at: now }).onConflict('id').ignore();
    for (let part = 0, at = 0; at < bytes.byteLength; part++, at += ROW)
      await trx('asset_rows').insert({ asset_id: asset.id, part, bytes: Buffer.from(bytes.subarray(at, at + ROW)) }).onConflict(['asset_id', 'part']).ignore();
  });
}

type Row = { id: string; name: string; mime: string; bytes: number; width: number; height: number; working_id: string };
const fromRow = (r: Row): Asset => ({ id: r.id, name: r.name, mime: r.mime, bytes: r.bytes, width: r.width, height: r.height, workingId: r.working_id });

export async function findAsset(id: string): Promise<Asset | null> {
  const row = await database()<Row>('assets').where({ id }).first();
  return row ? fromRow(row) : null;
}

/** Keeps bytes that are no picture, a font for one, by the name of their content. */
export async function keepBytes(bytes: Uint8Array, name: string, mime: string): Promise<string> {
  const id = sha256(bytes);
  await store({ id, name: name.slice(0, 200), mime, bytes: bytes.byteLength, width: 0, height: 0, workingId: id }, bytes, false);
  return id;
}

const drawings = new Map<string, Drawing | null>();
const KEPT_DRAWINGS = 60;

/** The outlines of an asset that is a drawing of plain shapes, or null. */
export async function assetDrawing(asset: Asset): Promise<Drawing | null> {
  if (asset.mime !== 'image/svg+xml') return null;
  let drawing = drawings.get(asset.id);
  if (drawing === undefined) {
    drawing = svgDrawing((await assetBytes(asset.id)).toString('utf8'));
    if (drawings.size >= KEPT_DRAWINGS) drawings.delete(drawings.keys().next().value!);
    drawings.set(asset.id, drawing);
  }
  return drawing;
}

export interface ListedAsset extends Asset {
  /** Pieces that show it. */
  usedIn: { id: string; name: string }[];
}

/** Pictures of the library, newest first, with the pieces that show them. */
export async function listAssets(): Promise<ListedAsset[]> {
  const used = new Map<string, { id: string; name: string }[]>();
  for (const { id, name, document } of await database()<{ id: string; name: string; document: string }>('pieces').select('id', 'name', 'document'))
    for (const asset of new Set([...document.matchAll(/"asset":"([0-9a-f]{64})"/g)].map((m) => m[1]))) used.set(asset, [...(used.get(asset) ?? []), { id, name }]);
  return (await database()<Row & { listed: boolean; created_at: Date }>('assets').where({ listed: true }).orderBy('created_at', 'desc').limit(500)).map((r) => ({ ...fromRow(r), usedIn: used.get(r.id) ?? [] }));
}

/** The bytes of a picture. @throws Problem 404 */
export async function assetBytes(id: string): Promise<Buffer> {
  const rows = await database()<{ bytes: Buffer; part: number; asset_id: string }>('asset_rows').where({ asset_id: id }).orderBy('part').select('bytes');
  if (!rows.length) throw notFound('picture');
  return Buffer.concat(rows.map((r) => r.bytes));
}
