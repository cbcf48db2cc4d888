// Pieces and campaigns taken in from their file: all of it is looked at before any of it is there.
import { unzipSync } from 'fflate';
import { nanoid } from 'nanoid';
import type { TakenIn } from '../contract/files';
import { NO_HOUSE } from '../core/house/styled';
import type { HouseStyle } from '../core/values/house';
import { FILE_LIMITS, FILE_VERSION, type Manifest, MANIFEST, ManifestSchema } from '../contract/piece-file';
import { type FoundStack, OPEN_RASTER_MEDIA, readStack } from '../core/format/open-raster';
import { cleanSvg } from '../core/format/svg/clean';
import { type SvgElement, SvgFault } from '../core/format/svg/tree';
import { CENTRED } from '../core/kinds/common';
import { type Layer, scaledLayer } from '../core/kinds/layers';
import { makePhoto } from '../core/kinds/photo';
import { makePiece } from '../core/piece/make';
import { assetsOf } from '../core/piece/resolve';
import type { Piece } from '../core/piece/schema';
import { openPiece } from '../core/piece/upgrade';
import { familiesOf } from '../core/type/catalogue';
import { drawingText, findAsset, forgetAssets, keepAsset, keepBytes, keepPart, listAsset, sha256 } from './assets';
import { painter } from './crew/standing';
import { transaction } from './database';
import { checkedFonts, fontRow, listFonts } from './fonts';
import { changePicture, noteCredit } from './pictures/traits';
import { insertPiece, takenIds } from './pieces/store';
import { Problem } from './problem';
import { drawingLayers } from './svg-layers';

const SAFE = 'Nothing was taken in; what was here stays as it is.';
const refused = (status: number, title: string, detail: string): Problem =>
  new Problem(status, title, `${detail} ${SAFE}`);

/** So much is unpacked ahead of who reads it, bytes. */
const AHEAD = 32_000_000;

/** Entries of an archive, unpacked when they are asked for. */
class Archive {
  private readonly sizes = new Map<string, number>();
  /** What will be read, in that order, and what of it is unpacked already. */
  private planned: string[] = [];
  private readonly ahead = new Map<string, Uint8Array>();

  /** @throws Problem 413, 415 */
  constructor(private readonly bytes: Uint8Array) {
    let unpacked = 0;
    try {
      unzipSync(bytes, {
        filter: ({ name, originalSize }) => {
          unpacked += originalSize;
          if (
            originalSize > FILE_LIMITS.entry ||
            unpacked > FILE_LIMITS.unpacked ||
            this.sizes.size >= FILE_LIMITS.entries
          )
            throw refused(
              413,
              'The file unpacks to too much',
              `At most ${FILE_LIMITS.unpacked / 1048576} MB in ${FILE_LIMITS.entries} entries are taken, ${FILE_LIMITS.entry / 1048576} MB each.`,
            );
          if (this.sizes.has(name)) throw refused(422, 'The file is damaged', `It holds ${name.slice(0, 80)} twice.`);
          this.sizes.set(name, originalSize);
          return false;
        },
      });
    } catch (e) {
      if (e instanceof Problem) throw e;
      throw refused(415, 'This is no file of Plavo', 'It is no ZIP archive, or it was cut short.');
    }
  }

  /** @throws Problem 422 where it is not there, or damaged */
  read(name: string): Uint8Array {
    if (!this.sizes.has(name)) throw refused(422, 'The file is not whole', `It names ${name}, which is not in it.`);
    try {
      if (!this.ahead.has(name)) this.unpackFrom(name);
      const bytes = this.ahead.get(name)!;
      this.ahead.delete(name);
      return bytes;
    } catch {
      throw refused(422, 'The file is damaged', `${name} cannot be unpacked.`);
    }
  }

  /** Says what will be read, in that order: finding an entry means going through the list of all of them. */
  plan(names: readonly string[]): void {
    this.planned = [...names];
  }

  /** Unpacks an entry with what is planned to be read after it, as far as that is not too much. */
  private unpackFrom(name: string): void {
    const wanted = new Set([name]);
    let bytes = 0;
    for (const n of this.planned.slice(this.planned.indexOf(name) >>> 0)) {
      bytes += this.sizes.get(n) ?? 0;
      if (bytes > AHEAD) break;
      wanted.add(n);
    }
    this.ahead.clear();
    const unpacked = (names: ReadonlySet<string>) => unzipSync(this.bytes, { filter: (f) => names.has(f.name) });
    let found: ReturnType<typeof unpacked>;
    try {
      found = unpacked(wanted);
    } catch {
      // One of them is damaged: whoever reads that one is told.
      found = unpacked(new Set([name]));
    }
    for (const n of wanted) if (found[n]) this.ahead.set(n, found[n]);
  }

  /** JSON, and the text it is. @throws Problem 422 */
  json(name: string): { value: unknown; text: string } {
    const bytes = this.read(name);
    try {
      const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
      return { value: JSON.parse(text), text };
    } catch {
      throw refused(422, 'The file is damaged', `${name} is not JSON.`);
    }
  }

  has = (name: string): boolean => this.sizes.has(name);
}

/** @throws Problem 415, 422 */
function manifestIn(archive: Archive): Manifest {
  if (!archive.has(MANIFEST)) throw refused(415, 'This is no file of Plavo', `There is no ${MANIFEST} in it.`);
  const raw = archive.json(MANIFEST).value as { version?: unknown } | null;
  if (typeof raw?.version === 'number' && raw.version > FILE_VERSION)
    throw refused(
      422,
      'The file was written by a newer Plavo',
      `It is of version ${raw.version}; this one reads up to ${FILE_VERSION}.`,
    );
  const found = ManifestSchema.safeParse(raw);
  if (found.success) return found.data;
  const [{ path, message }] = found.error.issues;
  throw refused(422, 'The file is damaged', `${MANIFEST}: /${path.join('/')} ${message}.`);
}

/** The house style of the campaign, but for logos that were not there; null where it has none. */
function houseIn({ campaign: { house, swatches }, missing }: Manifest): HouseStyle | null {
  if (house)
    return {
      ...house,
      logos: house.logos
        .filter((l) => !missing.includes(l.asset))
        .map((l) => (l.plain !== null && missing.includes(l.plain) ? { ...l, plain: null } : l)),
    };
  return swatches?.length ? { ...NO_HOUSE, swatches } : null;
}

/** Bytes that are what their name says. @throws Problem 422 */
function named(archive: Archive, { id, file }: { id: string; file: string }): Uint8Array {
  const bytes = archive.read(file);
  if (sha256(bytes) !== id) throw refused(422, 'The file is damaged', `${file} is not what its name says.`);
  return bytes;
}

interface Opened {
  id: string;
  document: string;
  piece: Piece;
}

/** All pieces, opened. @throws Problem 422 with the first fault */
function piecesIn(archive: Archive, { pieces, pictures }: Manifest): Opened[] {
  const there = new Set(pictures.map((p) => p.id));
  return pieces.map(({ id, file }) => {
    const { value, text: document } = archive.json(file),
      found = openPiece(value);
    if (!found.ok)
      throw refused(
        422,
        'A piece in the file is damaged',
        `${file}: ${found.faults[0].path} ${found.faults[0].reason}.`,
      );
    const lacking = assetsOf(found.piece).find((a) => !there.has(a));
    if (lacking) throw refused(422, 'A picture is not in the file', `${file} shows the picture ${lacking}.`);
    return { id, document, piece: found.piece };
  });
}

/** An OpenRaster file as a piece whose layers are pictures: the lowest is the backdrop. */
async function rasterIn(archive: Archive, name: string, into: { id: string; name: string } | null): Promise<TakenIn> {
  let stack: FoundStack;
  try {
    stack = readStack(new TextDecoder().decode(archive.read('stack.xml')));
  } catch (e) {
    if (e instanceof Problem) throw e;
    throw refused(422, 'The OpenRaster file cannot be read', `${(e as Error).message}.`);
  }
  const { width, height, layers, notes } = stack,
    added: string[] = [],
    kept: { asset: string; width: number; height: number }[] = [];
  if (!layers.length) throw refused(422, 'The OpenRaster file is empty', 'There is no layer in it.');
  try {
    for (const { file, name: of } of layers) {
      const own = archive.read(file),
        known = await findAsset(sha256(own)),
        asset = known ?? (await keepAsset(own, of, false));
      kept.push({ asset: asset.id, width: asset.width, height: asset.height });
      // What was here before stays, whatever becomes of the rest.
      if (!known) added.push(asset.id);
    }
    const newId = (): string => nanoid(10),
      piece = makePiece(stack.name || name || 'Layers', { width, height }, newId, (size) =>
        layers.map((l, i) => ({
          ...makePhoto(newId(), kept[i].asset, l.name, size),
          band: i === 0 ? ('backdrop' as const) : ('message' as const),
          fit: 'free' as const,
          box: { x: l.x, y: l.y, width: kept[i].width, height: kept[i].height },
          opacity: l.opacity,
          blend: l.blend,
          visible: l.visible,
          anchors: CENTRED,
        })),
      ),
      checked = openPiece({ ...piece, named: true });
    if (!checked.ok)
      throw refused(
        422,
        'The OpenRaster file cannot become a piece',
        `${checked.faults[0].path} ${checked.faults[0].reason}.`,
      );
    return await newPieceIn(
      checked.piece,
      into,
      kept.map((k) => k.asset),
      notes,
    );
  } catch (e) {
    await forgetAssets(added).catch(() => {});
    throw e;
  }
}

/** Longer side that a piece of a smaller drawing gets, and the longest that one may have, px. */
const LEAST_SIDE = 1080,
  MOST_SIDE = 8192;

/** A drawing as a piece of its layers: what covers all of it from below is its backdrop. */
async function drawingIn(text: string, name: string, into: { id: string; name: string } | null): Promise<TakenIn> {
  let root: SvgElement;
  try {
    root = cleanSvg(text);
  } catch (e) {
    if (e instanceof SvgFault)
      throw refused(e.kind === 'too-much' ? 413 : 422, 'The drawing cannot be taken in', `${e.message}.`);
    throw e;
  }
  const added: string[] = [];
  try {
    const own = into ? familiesOf(await listFonts(into.id)) : [],
      drawing = await drawingLayers(root, painter, own, async (bytes, of) => {
        const known = await findAsset(sha256(bytes)),
          asset = known ?? (await keepAsset(bytes, of, false));
        if (!known) added.push(asset.id);
        return asset;
      });
    if (!drawing) throw refused(422, 'The drawing is empty', 'It does not say how large it is, or draws nothing.');
    const { width, height } = drawing,
      longer = Math.max(width, height),
      k = longer < LEAST_SIDE ? LEAST_SIDE / longer : Math.min(1, MOST_SIDE / longer),
      side = (v: number): number => Math.max(16, Math.round(v * k)),
      layers = drawing.layers.map((l) => scaledLayer(l, k)),
      covers = (l: Layer): boolean =>
        l.kind !== 'text' &&
        l.rotation === 0 &&
        l.box.x <= 0.5 &&
        l.box.y <= 0.5 &&
        l.box.x + l.box.width >= side(width) - 0.5 &&
        l.box.y + l.box.height >= side(height) - 0.5,
      backdrop = layers.findIndex((l) => !covers(l)),
      made = makePiece(
        name || 'Drawing',
        { width: side(width), height: side(height) },
        () => nanoid(10),
        () =>
          layers.map((l, i) => (backdrop < 0 || i < backdrop ? { ...l, band: 'backdrop' as const, group: null } : l)),
      ),
      [slide] = made.slides,
      used = new Set(slide.layers.map((l) => l.group)),
      groups = drawing.groups.filter((g) => used.has(g.id) || drawing.groups.some((o) => o.within === g.id)),
      checked = openPiece({ ...made, slides: [{ ...slide, groups }], named: true });
    if (!checked.ok)
      throw refused(422, 'The drawing cannot become a piece', `${checked.faults[0].path} ${checked.faults[0].reason}.`);
    return await newPieceIn(checked.piece, into, [], drawing.notes);
  } catch (e) {
    await forgetAssets(added).catch(() => {});
    throw e;
  }
}

/** A piece that came in, with a campaign of its own where there is none; the library shows its pictures. */
async function newPieceIn(
  piece: Piece,
  into: { id: string; name: string } | null,
  pictures: readonly string[],
  notes: string[],
): Promise<TakenIn> {
  const id = nanoid(12),
    campaign = into ?? { id: nanoid(12), name: 'First campaign' };
  await transaction(async (trx) => {
    if (!into) await trx('campaigns').insert({ ...campaign, created_at: new Date() });
    await insertPiece(trx, { id, campaign: campaign.id, piece, document: JSON.stringify(piece), at: new Date() });
    for (const p of pictures) await listAsset(trx, p);
  });
  return { what: 'piece', campaign, pieces: [{ id, name: piece.name }], notes };
}

/** Is it an OpenRaster file? Its first entry says so. */
const isRaster = (archive: Archive): boolean =>
  archive.has('mimetype') && new TextDecoder().decode(archive.read('mimetype')).trim() === OPEN_RASTER_MEDIA;

/**
 * Takes in a file. It decodes what a stranger sent: only called in a process that can be ended.
 * @param name what it is called where the file does not say
 * @param into the campaign a piece goes to; where there is none, and for a campaign, one is made
 * @throws Problem saying what is wrong; then nothing is there that was not there before
 */
export async function carriedIn(
  bytes: Uint8Array,
  name: string,
  into: { id: string; name: string } | null,
): Promise<TakenIn> {
  const text = drawingText(bytes, name);
  if (text !== null) return drawingIn(text, name, into);
  const archive = new Archive(bytes);
  if (isRaster(archive)) return rasterIn(archive, name, into);
  const manifest = manifestIn(archive);
  archive.plan([...manifest.pieces, ...manifest.pictures, ...manifest.fonts].map((e) => e.file));
  const pieces = piecesIn(archive, manifest),
    added: string[] = [],
    notes: string[] = [];
  try {
    for (const picture of manifest.pictures) {
      const own = named(archive, picture),
        known = await findAsset(picture.id);
      if (known) continue;
      added.push(picture.id);
      const kept =
        !picture.listed && picture.mime === 'image/webp'
          ? await keepPart(own, picture.name)
          : (await keepAsset(own, picture.name, false)).id;
      if (kept !== picture.id) {
        added.push(kept);
        throw refused(422, 'A picture in the file is not safe as it is', `${picture.file} would have to be changed.`);
      }
      if (picture.tags) await changePicture(kept, { tags: picture.tags });
      if (picture.credit) await noteCredit(kept, picture.credit);
    }
    for (const font of manifest.fonts) {
      const own = named(archive, font),
        [face] = await checkedFonts(own, font.family);
      if (!(await findAsset(font.id))) added.push(font.id);
      const kept = await keepBytes(face.bytes, `${font.family} ${font.weight}`, 'font/ttf');
      if (kept !== font.id) {
        added.push(kept);
        throw refused(422, 'A font in the file is not safe as it is', `${font.file} would have to be changed.`);
      }
    }
    const taken = await takenIds(pieces.map((p) => p.id)),
      made = pieces.map((p) => ({ ...p, id: taken.has(p.id) ? nanoid(12) : p.id })),
      // A piece goes where it is wanted; a campaign comes with its own.
      own = manifest.what === 'campaign' || !into,
      campaign = own ? { id: nanoid(12), name: manifest.campaign.name } : into,
      house = houseIn(manifest);
    await transaction(async (trx) => {
      if (own)
        await trx('campaigns').insert({
          ...campaign,
          created_at: new Date(),
          house: house && JSON.stringify(house),
          house_revision: house ? 1 : 0,
        });
      for (const font of manifest.fonts)
        await trx('fonts').insert(fontRow(campaign.id, font)).onConflict(['campaign_id', 'asset_id']).ignore();
      for (const [i, { id, piece, document }] of made.entries())
        await insertPiece(trx, { id, campaign: campaign.id, piece, document, at: new Date(Date.now() + i) });
      for (const { id, listed } of manifest.pictures) if (listed) await listAsset(trx, id);
    });
    if (manifest.missing.length)
      notes.push(
        `${manifest.missing.length} pictures were not there when the file was written: what showed them shows nothing.`,
      );
    const renamed = made.filter((p, i) => p.id !== pieces[i].id).length;
    if (renamed && manifest.what === 'campaign')
      notes.push(`${renamed} pieces were here already: these are copies of their own.`);
    return {
      what: manifest.what,
      campaign,
      pieces: made.map(({ id }, i) => ({ id, name: manifest.pieces[i].name })),
      notes,
    };
  } catch (e) {
    // What only came with it goes with it.
    await forgetAssets(added).catch(() => {});
    throw e;
  }
}
