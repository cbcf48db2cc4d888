// What a slide lies on where that is one plain colour, and another colour in its place.
import { rgba } from '../colour/srgb';
import type { Layer } from '../kinds/layers';
import { makeFill } from '../kinds/fill';
import { hexOf } from '../values/swatches';
import type { Piece, Slide } from './schema';

export interface Ground {
  hex: string;
  /** The layer whose colour it is; null is the paper. */
  layer: string | null;
}

/** The plain colour that a slide lies on: that of the topmost opaque colour over all of it, else its paper. */
export function groundOf(piece: Piece, slide: Slide): Ground | null {
  const [{ width, height }] = piece.sizes;
  for (const l of [...slide.layers].reverse()) {
    if (l.band !== 'backdrop' || !l.visible) continue;
    const { x, y } = l.box,
      covers = x <= 0 && y <= 0 && x + l.box.width >= width && y + l.box.height >= height && l.rotation === 0;
    if (l.kind !== 'fill' || l.fill.kind !== 'colour' || !covers || l.opacity < 1 || l.blend !== 'normal') return null;
    const hex = hexOf(l.fill.colour, piece);
    return rgba(hex).a === 1 ? { hex, layer: l.id } : null;
  }
  return { hex: hexOf(slide.paper, piece).slice(0, 7), layer: null };
}

/** The slide on another plain ground. @param layer whose colour it is; null is the paper */
export const onGround = (slide: Slide, layer: string | null, hex: string): Slide =>
  layer === null
    ? { ...slide, paper: hex }
    : {
        ...slide,
        layers: slide.layers.map((l): Layer =>
          l.id === layer && l.kind === 'fill' ? { ...l, fill: { ...l.fill, kind: 'colour', colour: hex } } : l,
        ),
      };

/** The piece with a slide on a plain ground: its own changed, or, over a picture or pattern, a colour laid on top. */
export function withGround(piece: Piece, slideId: string, hex: string, newId: () => string): Piece {
  const [size] = piece.sizes;
  return {
    ...piece,
    slides: piece.slides.map((slide) => {
      if (slide.id !== slideId) return slide;
      const ground = groundOf(piece, slide);
      if (ground) return onGround(slide, ground.layer, hex);
      const at = slide.layers.findLastIndex((l) => l.band === 'backdrop') + 1;
      return { ...slide, layers: slide.layers.toSpliced(at, 0, makeFill(newId(), hex, size)) };
    }),
  };
}
