// Pieces of the demo campaign in several sizes: what each size has of its own.
import { destinationById } from '../src/core/piece/destinations';
import type { PhotoLayer } from '../src/core/kinds/photo';
import { emptySlide, sizeFor } from '../src/core/piece/make';
import type { Piece, Size, Slide } from '../src/core/piece/schema';
import { addSize, withLayout } from '../src/core/piece/sizes';
import type { Override } from '../src/core/values/override';

const at = (x: number, y: number, width: number, height: number, fontSize: number): Override => ({
  box: { x, y, width, height },
  fontSize,
});

/** The walks as a story, a square, a banner and a card. */
const WALKS: [size: string, headline: Override, line: Override][] = [
  ['story', at(150, 1410, 780, 103, 98), at(150, 1540, 780, 109, 42)],
  ['square-post', at(150, 625, 780, 103, 98), at(150, 755, 780, 109, 42)],
  ['profile-banner', at(55, 52, 394, 52, 49.5), at(55, 117, 521, 73, 28)],
  ['link-card', at(88, 326, 544, 72, 68.3), at(88, 417, 624, 87, 33.6)],
];
export const inFiveSizes = (piece: Piece): Piece =>
  WALKS.reduce(
    (p, [size, headline, line]) =>
      addSize(p, sizeFor(destinationById(size)!, size), { [p.slides[0].id]: { headline, line } }),
    piece,
  );

/** A section with further pictures behind its message. */
export function withPictures(piece: Piece, photos: readonly PhotoLayer[]): Piece {
  const pictures = photos.map((photo, i): Slide => ({ ...emptySlide(`picture-${i + 2}`), layers: [photo] }));
  return { ...piece, slides: [...piece.slides, ...pictures] };
}

/** A section in three layouts: wide, medium, narrow. */
export function inThreeLayouts(piece: Piece): Piece {
  const [wide, ...others] = piece.sizes.map((s, i): Size => (i === 1 ? { ...s, height: 1320 } : s)),
    medium: Size = {
      id: 'medium',
      name: 'Medium',
      width: 1536,
      height: 1200,
      shownWidth: 768,
      destination: wide.destination,
    };
  return withLayout(
    withLayout({ ...piece, sizes: [wide, medium, ...others] }, 'medium', {
      [piece.slides[0].id]: {
        headline: { ...at(96, 380, 1180, 260, 124), strengths: { backing: 0.66 } },
        line: { ...at(100, 700, 1040, 110, 44), strengths: { backing: 0.66 } },
        button: at(100, 810, 420, 100, 42),
      },
    }),
    'narrow',
    {
      [piece.slides[0].id]: {
        headline: { ...at(48, 640, 684, 330, 92), strengths: { backing: 0.55 } },
        line: { ...at(50, 1010, 640, 150, 36), strengths: { backing: 0.55 } },
        button: at(50, 1130, 420, 90, 36),
      },
    },
  );
}
