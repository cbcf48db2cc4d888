// What a member of a crew paints from: the painter, pictures and fonts of what is asked about.
import sharp from 'sharp';
import type { Pixels } from '../../core/ground/pixels';
import type { Drawing } from '../../core/paint/drawing';
import { slideSeen } from '../../core/piece/guests';
import { slideAt } from '../../core/piece/moments';
import { familiesIn, picturesOn, sizeOf } from '../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../core/piece/schema';
import type { Load } from '../../core/reading/over-time';
import { Painter } from '../../core/scene/painter';
import { DRAWN_SIDES, drawnSide, shownSides } from '../../core/scene/sides';
import { FAMILIES } from '../../core/type/catalogue';
import { assetBytes, assetDrawing, DECODING, derive, drawn, findAsset, pixelsFrom, SVG_MIME } from '../assets';
import { ownFamilies } from '../fonts';
import { diskFonts, nodeStudio } from '../node-studio';

export const pictures = new Map<string, Pixels>();
/** Drawings that hold more than flat shapes. */
const drawnFromPixels = new Set<string>();
const KEPT_PIXELS = 60_000_000;
const drawings = new Map<string, Drawing>();
export const fonts = diskFonts(async (id) => new Uint8Array(await assetBytes(id)));
export const painter = new Painter(nodeStudio(pictures, fonts, drawings));

/** The longest sides at which pictures are shown on any of some slides. */
function sidesOn(piece: Piece, slides: readonly Slide[], size: Size, scale: number): Map<string, number> {
  const sides = new Map<string, number>();
  for (const slide of slides) {
    for (const id of picturesOn(slide)) sides.set(id, sides.get(id) ?? 0);
    for (const [id, side] of shownSides(piece, slide, size, scale)) sides.set(id, Math.max(sides.get(id) ?? 0, side));
  }
  return sides;
}

/**
 * Decodes what slides are painted from; pictures least lately used make room.
 * @param wanted longest sides at which they are shown: drawings shown from pixels are drawn as large as that
 */
async function load(wanted: ReadonlyMap<string, number>): Promise<void> {
  for (const [id, shown] of wanted) {
    const known = pictures.get(id),
      side = drawnSide(shown);
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
        : sharp(await assetBytes(asset.workingId), DECODING);
    pictures.set(id, await pixelsFrom(image));
  }
  let sum = [...pictures.values()].reduce((s, p) => s + p.width * p.height, 0);
  for (const [id, p] of pictures) {
    if (sum <= KEPT_PIXELS) break;
    if (wanted.has(id)) continue;
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
  /** A moment of it, ms; the still where left out. */
  time?: number;
}

/** A slide that is made ready for painting. */
export interface Standing {
  piece: Piece;
  slide: Slide;
  size: Size;
  /** Makes further slides of the piece ready, all at once: its other ones, or moments of this one. */
  load: Load;
}

/** @param scale at which it will be painted */
export async function stand({ piece, campaign, slide, size: sizeId, time }: SlideAsk, scale = 1): Promise<Standing> {
  const whole = slideSeen(piece, slide),
    seen = time === undefined ? whole : slideAt(whole, time),
    size = sizeOf(piece, sizeId),
    ready: Load = async (slides) => {
      await load(sidesOn(piece, slides, size, scale));
      for (const s of slides) await painter.prepare(s);
    };
  painter.useFonts(
    await ownFamilies(
      campaign,
      familiesIn(piece).filter((f) => !FAMILIES.some((s) => s.name === f)),
    ),
  );
  await ready([seen]);
  return { piece, slide: seen, size, load: ready };
}
