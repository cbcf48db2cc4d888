// From a request to a slide of a stored piece.
import type { z } from 'zod';
import type { EncodingQuery, PlaceQuery } from '../contract/shapes';
import { pieceInName } from '../core/format/file-names';
import { type Encoding, type FormatId, FORMATS, isDrawn } from '../core/format/formats';
import type { Layer } from '../core/kinds/layers';
import { nameOf } from '../core/piece/name';
import { sizeOf } from '../core/piece/resolve';
import type { Piece } from '../core/piece/schema';
import type { RenderAsk, SlideAsk } from './crew/tasks';
import { readPiece, type StoredPiece } from './pieces/store';
import { Problem } from './problem';

/** @throws Problem 404 where the piece, the slide or the size is not there */
export const slideAskOf = async (
  id: string,
  place: z.infer<typeof PlaceQuery>,
): Promise<SlideAsk & { stored: StoredPiece }> => slideAskIn(await readPiece(id), place);

/** The same of a piece that was read. @throws Problem 404 */
export function slideAskIn<S extends Pick<StoredPiece, 'piece' | 'campaign'>>(
  stored: S,
  { slide, size }: z.infer<typeof PlaceQuery>,
): SlideAsk & { stored: S } {
  const { piece } = stored;
  if (slide > piece.slides.length)
    throw new Problem(404, 'There is no such slide', `The piece has ${piece.slides.length}.`, [
      { path: '/slide', reason: `must be 1 to ${piece.slides.length}` },
    ]);
  if (size !== undefined && !piece.sizes.some((s) => s.id === size))
    throw new Problem(404, 'There is no such size', `The piece has ${piece.sizes.map((s) => s.id).join(', ')}.`, [
      { path: '/size', reason: 'unknown size' },
    ]);
  return { stored, piece, campaign: stored.campaign, slide: slide - 1, size };
}

/** Beyond these a picture is heavy: it leaves room for others. */
const HEAVY = { pixels: 6_000_000, layers: 40 };
/** Takes a picture so long that others should not wait behind it? Those that do not may use all members. */
export function isHeavy(
  ask: Pick<RenderAsk, 'piece' | 'slide' | 'size' | 'scale' | 'format' | 'target' | 'pages'>,
): boolean {
  const { piece, slide, size, scale, format, target, pages } = ask,
    { width, height } = sizeOf(piece, size);
  return (
    width * height * scale ** 2 > HEAVY.pixels ||
    piece.slides[slide].layers.length > HEAVY.layers ||
    // Searched for, drawn page by page, or packed for long.
    Boolean(target) ||
    Boolean(pages) ||
    isDrawn(format) ||
    format === 'avif'
  );
}

/** How pictures are to be written, as a crew is told. */
export const encodingOf = ({
  format,
  quality,
  colours = null,
  transparent,
  target = null,
  letters,
  pageWidth = null,
  bleed,
  marks,
  grey,
}: Omit<z.infer<typeof EncodingQuery>, 'colours' | 'target' | 'pageWidth'> & {
  colours?: Encoding['colours'];
  target?: number | null;
  pageWidth?: number | null;
}): Pick<RenderAsk, 'as' | 'target' | 'format'> => ({
  format,
  as: {
    quality,
    colours,
    transparent: transparent && FORMATS[format].alpha,
    text: letters === 'text',
    page: { width: pageWidth, bleed, marks, grey },
  },
  target,
});

/** @throws Problem 422 where no encoding keeps within the bytes that were asked for */
export function withinTarget<T extends object>(made: T | { smallest: number }): T {
  if (!('smallest' in made)) return made as T;
  throw new Problem(
    422,
    'The picture does not become so small',
    `At its smallest it has ${made.smallest.toLocaleString('en')} bytes. A smaller scale or another format would do.`,
    [{ path: '/target', reason: `at least ${made.smallest} in this format and scale` }],
  );
}

/** @throws Problem 422 where the piece is no section */
export function sectionOf({ section }: Piece): void {
  if (!section)
    throw new Problem(422, 'The piece is not a section of a page', 'Only a section has widths between its sizes.');
}

/** The name of a piece as that of a file. */
export const fileBase = (piece: Piece): string => pieceInName(nameOf(piece));

/** A file name without surprises: name of the piece, slide, size, scale. */
export function fileName(place: SlideAsk, format: FormatId, scale: number): string {
  const { piece, slide, size } = place;
  const parts = [fileBase(piece)];
  if (piece.slides.length > 1) parts.push(String(slide + 1).padStart(2, '0'));
  const s = piece.sizes.find((z) => z.id === size) ?? piece.sizes[0];
  parts.push(`${s.width}x${s.height}`);
  if (scale !== 1) parts.push(`${scale}x`);
  return `${parts.join('-')}.${FORMATS[format].ending}`;
}

/** The id of a layer that must be on the slide. @throws Problem 422 where there is no layer of that kind */
export function layerOf(
  place: { piece: Piece; slide: number },
  id: string,
  kind: Layer['kind'],
  path = '/layer',
): string {
  if (!place.piece.slides[place.slide].layers.some((l) => l.id === id && l.kind === kind))
    throw new Problem(422, `There is no such ${kind}`, undefined, [
      { path, reason: `no ${kind} layer of that id is on the slide` },
    ]);
  return id;
}
