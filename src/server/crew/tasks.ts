// What members of a crew do: painting for export, measuring, solving, taking in pictures and fonts.
import { nanoid } from 'nanoid';
import sharp from 'sharp';
import { coloursOfPhoto, type FoundColour, PALETTE_SIDE } from '../../core/colour/palette';
import type { FormatId } from '../../core/format/formats';
import { blank, layInto, type Pixels } from '../../core/ground/pixels';
import { reducedTo } from '../../core/ground/resample';
import { isPhoto } from '../../core/kinds/layers';
import type { PhotoLayer } from '../../core/kinds/photo';
import type { Drawing } from '../../core/paint/drawing';
import { CutOut, type CutStroke } from '../../core/photo/cut-out';
import type { StoredMask } from '../../core/photo/mask';
import type { SideRating } from '../../core/photo/room';
import { slideSeen } from '../../core/piece/guests';
import { assetsOf, backdropPhoto, familiesIn, sizeOf, slidesOf } from '../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../core/piece/schema';
import { checkMeasuring } from '../../core/reading/budget';
import { overviewOf, type OverviewRow } from '../../core/reading/overview';
import { type QuietSpot, quietSpots } from '../../core/reading/quiet-spots';
import { type Reading, readSlide } from '../../core/reading/read';
import { askAbout, type TreatmentAsk } from '../../core/remedy/begin-treatment';
import { justEnough, type JustEnough } from '../../core/remedy/strength';
import type { Way, WayKind } from '../../core/remedy/way';
import { Ways } from '../../core/remedy/ways';
import { type Join, joinAfter } from '../../core/reading/join';
import { type JoinOffer, joinOffers } from '../../core/remedy/join-offers';
import { checkPainting } from '../../core/scene/budget';
import { Painter } from '../../core/scene/painter';
import { ratingsOf } from '../../core/scene/room-sides';
import { DRAWN_SIDES, drawnSide, shownSides } from '../../core/scene/sides';
import { pixelsOf } from '../../core/scene/whole';
import { FAMILIES, type OwnFont } from '../../core/type/catalogue';
import {
  type Asset,
  assetBytes,
  assetDrawing,
  DECODING,
  derive,
  drawn,
  findAsset,
  keepAsset,
  SVG_MIME,
} from '../assets';
import { keepFonts, ownFamilies } from '../fonts';
import { WRITERS } from '../formats/writers';
import { keepMask } from '../masks';
import { diskFonts, nodeStudio } from '../node-studio';

const pictures = new Map<string, Pixels>();
/** Drawings that hold more than flat shapes. */
const drawnFromPixels = new Set<string>();
const KEPT_PIXELS = 60_000_000;
const drawings = new Map<string, Drawing>();
const fonts = diskFonts(async (id) => new Uint8Array(await assetBytes(id)));
const painter = new Painter(nodeStudio(pictures, fonts, drawings));

/**
 * Decodes what a piece needs; pictures least lately used make room.
 * @param sides longest sides at which pictures are shown: drawings shown from pixels are drawn as large as that
 */
async function load(piece: Piece, sides: ReadonlyMap<string, number>): Promise<void> {
  for (const id of assetsOf(piece)) {
    const known = pictures.get(id),
      side = drawnSide(sides.get(id) ?? 0);
    if (known && !(drawnFromPixels.has(id) && Math.max(known.width, known.height) < side)) {
      pictures.delete(id);
      pictures.set(id, known);
      continue;
    }
    const asset = await findAsset(id);
    if (!asset) continue;
    const drawing = await assetDrawing(asset.drawingId === null ? await derive(id) : asset);
    if (drawing) drawings.set(id, drawing);
    else if (asset.mime === SVG_MIME) drawnFromPixels.add(id);
    const image =
      drawnFromPixels.has(id) && side > DRAWN_SIDES[0]
        ? await drawn(id, side)
        : sharp(await assetBytes(asset.workingId), DECODING).ensureAlpha();
    const { data, info } = await image.raw().toBuffer({ resolveWithObject: true });
    pictures.set(id, {
      width: info.width,
      height: info.height,
      data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.byteLength),
    });
  }
  let sum = [...pictures.values()].reduce((s, p) => s + p.width * p.height, 0);
  const used = new Set(assetsOf(piece));
  for (const [id, p] of pictures) {
    if (sum <= KEPT_PIXELS) break;
    if (used.has(id)) continue;
    pictures.delete(id);
    drawings.delete(id);
    sum -= p.width * p.height;
  }
}

export interface SlideAsk {
  piece: Piece;
  /** Whose fonts count. */
  campaign: string;
  /** Index of the slide, from 0. */
  slide: number;
  size?: string;
}

async function stand(
  { piece, campaign, slide, size }: SlideAsk,
  scale = 1,
): Promise<{ piece: Piece; slide: Slide; size: Size }> {
  const seen = slideSeen(piece, slide);
  await load(piece, shownSides(piece, seen, sizeOf(piece, size), scale));
  painter.useFonts(
    await ownFamilies(
      campaign,
      familiesIn(piece).filter((f) => !FAMILIES.some((s) => s.name === f)),
    ),
  );
  await painter.prepare(seen);
  return { piece, slide: seen, size: sizeOf(piece, size) };
}

export type RenderAsk = SlideAsk & { format: FormatId | 'raw'; scale: number; quality: number };

/** Paints a slide and encodes it; `raw` gives RGBA bytes. */
export async function render(ask: RenderAsk): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  const { piece, slide, size } = await stand(ask, Math.max(1, ask.scale));
  checkPainting(painter, piece, slide, size, ask.scale);
  const pixels = pixelsOf(painter, piece, slide, size, ask.scale),
    { data, width, height } = pixels;
  if (ask.format === 'raw')
    return { bytes: new Uint8Array(data.buffer, data.byteOffset, data.byteLength), width, height };
  return { bytes: await WRITERS[ask.format](pixels, ask.quality), width, height };
}

/** Slides side by side as one PNG. */
export async function strip(
  ask: SlideAsk & { numbers: number[]; scale: number; quality: number },
): Promise<{ bytes: Uint8Array }> {
  let whole: Pixels | null = null;
  for (const [i, number] of ask.numbers.entries()) {
    const { piece, slide, size } = await stand({ ...ask, slide: number }, Math.max(1, ask.scale));
    checkPainting(painter, piece, slide, size, ask.scale);
    const one = pixelsOf(painter, piece, slide, size, ask.scale);
    whole ??= blank(one.width * ask.numbers.length, one.height);
    layInto(whole, one, i * one.width);
  }
  return { bytes: await WRITERS.png(whole!, ask.quality) };
}

/** How all slides meet. */
export async function joins(ask: SlideAsk): Promise<(Join & { after: number })[]> {
  const out: (Join & { after: number })[] = [];
  for (let at = 0; at < ask.piece.slides.length - 1; at++) {
    await stand({ ...ask, slide: at });
    const { piece, size } = await stand({ ...ask, slide: at + 1 });
    out.push({ after: at + 1, ...joinAfter(painter, piece, at, size) });
  }
  return out;
}

/** What makes the join after a slide smooth. */
export async function joinOffersOf(ask: SlideAsk): Promise<JoinOffer[]> {
  await toMeasure({ ...ask, slide: ask.slide + 1 });
  const { piece, size } = await toMeasure(ask);
  return joinOffers(painter, piece, ask.slide, size, () => nanoid(10));
}

/** As `stand`, where texts will be measured. @throws TooMuchWork */
async function toMeasure(ask: SlideAsk): ReturnType<typeof stand> {
  const at = await stand(ask);
  checkMeasuring(painter, at.piece, at.slide, at.size);
  checkPainting(painter, at.piece, at.slide, at.size, 1);
  return at;
}

export async function reading(ask: SlideAsk): Promise<Reading[]> {
  const { piece, slide, size } = await toMeasure(ask);
  return readSlide(painter, piece, slide, size);
}

export type JustEnoughAsk = SlideAsk & TreatmentAsk & { goal?: number; everySlide?: boolean };

/** Just enough for a treatment: an existing one, or one that would be added. */
export async function solve(ask: JustEnoughAsk): Promise<JustEnough & { colour: string | null }> {
  const { piece, slide, size } = await toMeasure(ask);
  if (ask.everySlide)
    for (const s of slidesOf(piece)) {
      await painter.prepare(s);
      checkMeasuring(painter, piece, s, size);
    }
  return {
    ...justEnough(painter, askAbout(piece, ask.everySlide ? slidesOf(piece) : [slide], size, ask)),
    colour: ask.colour ?? null,
  };
}

/** Readings of a slide in a size without the letters one by one, for the overview. */
export async function overview(ask: SlideAsk): Promise<OverviewRow[]> {
  const { piece, slide, size } = await toMeasure(ask);
  return overviewOf(
    piece,
    slide,
    size,
    readSlide(painter, piece, slide, size).map((r) => ({ ...r, letters: [] })),
  );
}

/** Colours of the topmost photo that texts lie over. */
function coloursUnder(slide: Slide): FoundColour[] {
  const photo = backdropPhoto(slide),
    p = photo && pictures.get(photo.asset);
  return p ? coloursOfPhoto(reducedTo(p, PALETTE_SIDE)) : [];
}

export type WayAsk = SlideAsk & { texts?: string[]; instead?: boolean; kind: WayKind };

/** One way through, or null where this kind is none. */
export async function way(ask: WayAsk): Promise<Way | null> {
  const { piece, slide, size } = await toMeasure(ask);
  return new Ways(painter, {
    piece,
    slide,
    size,
    texts: ask.texts,
    instead: ask.instead,
    colours: coloursUnder(slide),
  }).solve(ask.kind);
}

/** Quiet spots for a text. */
export async function spots(ask: SlideAsk & { layer: string }): Promise<QuietSpot[]> {
  const { piece, slide, size } = await toMeasure(ask);
  return quietSpots(painter, piece, slide, size, ask.layer).spots.map((s) => ({
    ...s,
    reading: { ...s.reading, letters: [] },
  }));
}

const photoIn = (slide: Slide, id: string): PhotoLayer =>
  slide.layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l))!;

/** How well room can be made on the sides of a photo. */
export async function room(ask: SlideAsk & { layer: string }): Promise<SideRating[]> {
  const { piece, slide, size } = await stand(ask);
  return ratingsOf(painter, piece, slide, size, photoIn(slide, ask.layer));
}

/** The mask of a photo's subject; null where its picture is not there. */
export async function cut(ask: SlideAsk & { layer: string; strokes: CutStroke[] }): Promise<StoredMask | null> {
  const { slide } = await stand(ask),
    photo = pictures.get(photoIn(slide, ask.layer).asset);
  return photo ? keepMask(new CutOut(photo).mask(ask.strokes)) : null;
}

/** Nothing: a member that answers has loaded all it works with. */
export const ready = async (): Promise<null> => null;

/** Checks a font and keeps it. */
export const addFont = ({
  campaign,
  bytes,
  name,
  licence,
}: {
  campaign: string;
  bytes: Uint8Array;
  name: string;
  licence: string;
}): Promise<OwnFont[]> => keepFonts(campaign, bytes, name, licence);

/** Checks a picture and keeps it. */
export const addPicture = ({
  bytes,
  name,
  listed,
}: {
  bytes: Uint8Array;
  name: string;
  listed: boolean;
}): Promise<Asset> => keepAsset(bytes, name, listed);

/** Makes thumbnail and outlines of a picture that was kept before they were. */
export const deriveOf = ({ id }: { id: string }): Promise<Asset> => derive(id);

/** A drawing as a PNG, its longer side so many pixels. */
export const drawnAs = async ({ id, side }: { id: string; side: number }): Promise<Uint8Array> =>
  new Uint8Array(await (await drawn(id, side)).png({ compressionLevel: 3 }).toBuffer());
