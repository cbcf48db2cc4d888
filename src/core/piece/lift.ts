// Letters that were told from a finished picture, lifted off it: texts of their own over the picture without them.
import type { FoundText } from '../lettering/lettering';
import { invert } from '../ground/transform';
import { isPhoto, type Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { makeText, type TextLayer } from '../kinds/text';
import { placePhoto } from '../photo/fit';
import { solid } from '../values/made';
import type { Extent } from '../kinds/common';
import type { NewId } from './make';
import type { Piece, Size, Slide } from './schema';

/** Why letters cannot be lifted off a photo, in words; null where they can. */
export function whyNotLifted(photo: PhotoLayer): string | null {
  if (photo.rotation !== 0 || photo.turn !== 0 || photo.straighten !== 0 || photo.flipX || photo.flipY)
    return 'The photo is turned or mirrored: its letters can be found while it is upright.';
  if (photo.motion) return 'The picture moves: its letters can be found where it stands still.';
  if (photo.cut?.on || photo.room?.on)
    return 'Switch its cut-out and its room off first: letters are found in the whole picture.';
  if (Object.values(photo.tone).some((t) => t.on))
    return 'Its tone is changed: letters are found in the picture as it was made.';
  return null;
}

/** From pixels of a photo's file to the slide: how much larger, and where its corner lies. */
export function fileOnSlide(photo: PhotoLayer, file: Extent): { k: number; x: number; y: number } {
  const { target, toFile } = placePhoto(file, photo.box, photo),
    [k, , , , x, y] = invert(toFile);
  return { k, x: photo.box.x + target.x + x, y: photo.box.y + target.y + y };
}

/** A found text as a layer. */
function layerOf(found: FoundText, id: string, size: Size, at: { k: number; x: number; y: number }): TextLayer {
  const { box, traced, text, ink } = found;
  return {
    ...makeText(id, text, size, ink, { family: 'Archivo', weight: traced.weight, italic: false }),
    name: text.replace(/\s+/g, ' ').slice(0, 60) || 'Text',
    traced,
    frame: 'line',
    fontSize: Math.min(5000, Math.max(1, found.fontSize * at.k)),
    fill: solid(ink),
    spans: found.parts.map(({ start, end, ink }) => ({ start, end, look: { fill: solid(ink) } })),
    box: {
      x: at.x + box.x * at.k,
      y: at.y + box.y * at.k,
      width: Math.max(1, box.width * at.k),
      height: Math.max(1, box.height * at.k),
    },
  };
}

/**
 * Lays found texts over the photo they were found in, which shows the picture without them from now on.
 * @param clean name of that picture @param file size of the photo's file, pixels
 * @returns the same piece where the photo is not there
 */
export function lifted(
  piece: Piece,
  slideId: string,
  photoId: string,
  found: { texts: readonly FoundText[]; clean: string; file: Extent },
  newId: NewId,
): { piece: Piece; texts: string[] } {
  const slide = piece.slides.find((s) => s.id === slideId),
    photo = slide?.layers.find((l) => l.id === photoId);
  if (!slide || !isPhoto(photo) || !found.texts.length) return { piece, texts: [] };
  const at = fileOnSlide(photo, found.file),
    [size] = piece.sizes,
    texts = found.texts.map((t) => layerOf(t, newId(), size, at)),
    put = (s: Slide): Layer[] => [
      ...s.layers.map((l) => (l.id === photoId ? { ...photo, asset: found.clean } : l)),
      ...texts,
    ];
  return {
    piece: { ...piece, slides: piece.slides.map((s) => (s.id === slideId ? { ...s, layers: put(s) } : s)) },
    texts: texts.map((t) => t.id),
  };
}
