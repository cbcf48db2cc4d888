// Scenes for tests: small pieces with known backdrops.
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import { makePiece } from '../piece/make';
import type { Piece, Size, Slide } from '../piece/schema';

/** Ids in order, the same in every run. */
export function ids(prefix = 'n'): () => string {
  let n = 0;
  return () => `${prefix}${++n}`;
}

/** A further size of a piece, seen 400 px wide. */
export const furtherSize = (id: string, width: number, height: number): Size => ({
  id,
  name: id,
  width,
  height,
  shownWidth: 400,
  destination: null,
});

/** A piece of one slide whose layers are made for its size. */
export function scene(
  layers: (size: Size) => Layer[],
  width = 600,
  height = 300,
  shownWidth = width,
): { piece: Piece; slide: Slide; size: Size } {
  const piece = makePiece('Scene', { width, height, shownWidth }, ids(), layers);
  return { piece, slide: piece.slides[0], size: piece.sizes[0] };
}

/** A headline of 60 px in one line, its top left at (x, y). */
export function headline(
  text: string,
  colour: string,
  x = 40,
  y = 100,
  more: Partial<TextLayer> = {},
): (size: Size) => TextLayer {
  return (size) => ({
    ...makeText('text', text, size, colour),
    frame: 'line',
    fontSize: 60,
    box: { x, y, width: 400, height: 66 },
    ...more,
  });
}

/** Flat colour over the whole slide, or over a box. */
export function flat(id: string, colour: string, box?: Layer['box']): (size: Size) => Layer {
  return (size) => ({ ...makeFill(id, colour, size), ...(box ? { box } : {}) });
}
