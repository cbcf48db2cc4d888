// What is asked about photos by themselves: their colours, what lies in them, cutting out, room.
import { transfer } from 'comlink';
import { coloursOfPhoto, type FoundColour, PALETTE_SIDE } from '../../core/colour/palette';
import type { Box } from '../../core/ground/box';
import type { Pixels } from '../../core/ground/pixels';
import { reducedTo } from '../../core/ground/resample';
import { isPhoto } from '../../core/kinds/layers';
import type { PhotoLayer } from '../../core/kinds/photo';
import { CutOut, type CutStroke } from '../../core/photo/cut-out';
import { lookOf } from '../../core/photo/found';
import { edgeColour } from '../../core/photo/margin';
import { boundsOfMask, maskPixels, type PackedMask, packMask } from '../../core/photo/mask';
import type { SideRating } from '../../core/photo/room-rating';
import { backdropPhoto } from '../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../core/piece/schema';
import type { PhotoKept } from '../../core/remedy/photo-kept';
import { SlidePhoto } from '../../core/remedy/slide-photo';
import { ratingsOf } from '../../core/scene/room-sides';
import type { Shown } from '../stage';
import { begin, breathe, open, painter, studio } from './asked';

const palettes = new Map<string, FoundColour[]>();

/** Colours of the topmost photo that texts lie over. @param known by whoever asks */
export async function coloursUnder(slide: Slide, known?: readonly FoundColour[]): Promise<readonly FoundColour[]> {
  if (known) return known;
  const photo = backdropPhoto(slide);
  return photo ? photos.palette(photo.asset).catch(() => []) : [];
}

/** The photo that was cut last: strokes follow each other. */
let cutting: { asset: string; cut: CutOut } | null = null;

/** The photo of the slide that was weighed last: it only depends on the backdrop. */
let weighed: { key: string; photo: SlidePhoto } | null = null;

export function photoOf(piece: Piece, slide: Slide, size: Size): SlidePhoto {
  const key = JSON.stringify([
    size,
    piece.sizes[0].id,
    slide.paper,
    piece.swatches,
    slide.layers.filter((l) => l.band === 'backdrop'),
  ]);
  if (weighed?.key !== key) weighed = { key, photo: new SlidePhoto(painter, piece, slide, size) };
  return weighed.photo;
}

export const photos = {
  /** Colours of a photo. */
  async palette(asset: string): Promise<FoundColour[]> {
    let found = palettes.get(asset);
    if (!found) {
      await studio.load(asset);
      found = coloursOfPhoto(reducedTo(studio.picture(asset)!, PALETTE_SIDE));
      palettes.set(asset, found);
    }
    return found;
  },

  /** The colour along a picture's edges; null where it has several. */
  async edgeColour(asset: string): Promise<string | null> {
    await studio.load(asset);
    return edgeColour(reducedTo(studio.picture(asset)!, PALETTE_SIDE));
  },

  /** A photo as things are looked for in it, and its ratio of width to height. */
  async lookOf(asset: string): Promise<{ look: Pixels; ratio: number }> {
    await studio.load(asset);
    const photo = studio.picture(asset)!,
      look = lookOf(photo);
    return transfer({ look, ratio: photo.width / photo.height }, [look.data.buffer as ArrayBuffer]);
  },

  /**
   * The mask of a photo's subject: a first guess, by itself, from a box or a point, refined by strokes. As bytes for
   * the document, and as the PNG it is stored as.
   * @param point in fractions of the photo, shown instead of a box
   * @returns the box from which strokes go on; `sure` false where the guess is none to go by
   */
  async cutOut(
    asset: string,
    strokes: readonly CutStroke[],
    box: Box | null = null,
    point?: { x: number; y: number },
  ): Promise<{ packed: PackedMask; png: Blob; sure: boolean; box: Box | null } | null> {
    const current = begin('cut out');
    await studio.load(asset);
    await breathe();
    if (!current()) return null;
    if (cutting?.asset !== asset) cutting = { asset, cut: new CutOut(studio.picture(asset)!) };
    await breathe();
    if (!current()) return null;
    const { mask, sure } = point ? cutting.cut.foundAt(point) : cutting.cut.found(strokes, box),
      surface = studio.surface(mask.width, mask.height);
    surface.write(maskPixels(mask));
    const png = await (surface.image as unknown as OffscreenCanvas).convertToBlob({ type: 'image/png' });
    surface.free();
    return { packed: packMask(mask), png, sure, box: point ? boundsOfMask(mask) : box };
  },

  /** How well room can be made on the sides of a photo, as it is placed without it. */
  async roomSides(scene: Shown, photo: string): Promise<SideRating[] | null> {
    const current = begin('room');
    const { piece, slide, size } = await open(scene);
    const layer = slide.layers.find((l): l is PhotoLayer => l.id === photo && isPhoto(l));
    await breathe();
    return layer && current() ? ratingsOf(painter, piece, slide, size, layer) : null;
  },

  /** How much of the photo the treatments of a slide leave; null where there is no photo, or a newer question came. */
  async kept(scene: Shown): Promise<PhotoKept | null> {
    const current = begin('kept');
    const { piece, slide, size } = await open(scene);
    await breathe();
    return current() ? photoOf(piece, slide, size).of(piece, slide) : null;
  },
};
