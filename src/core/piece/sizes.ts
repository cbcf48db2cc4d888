// The sizes a piece exists in: added, renamed, taken away, and which of them is the base. What is the same in all sizes
// is kept once; what differs is an override of that size.
import type { Layer } from '../kinds/layers';
import type { Override } from '../values/override';
import { ownKeys, ownOf } from './own';
import { layerIn } from './resolve';
import type { Piece, Size } from './schema';

export const MOST_SIZES = 20;

/** Overrides of one size, by slide and layer. */
export type Layout = Record<string, Record<string, Override>>;

const mapLayers = (piece: Piece, change: (layer: Layer, slide: string) => Layer): Piece => ({
  ...piece,
  slides: piece.slides.map((s) => ({ ...s, layers: s.layers.map((l) => change(l, s.id)) })),
});

/** The piece with what one size has of its own. What it had before is let go. */
export const withLayout = (piece: Piece, sizeId: string, layout: Layout): Piece =>
  mapLayers(piece, (l, slide) => {
    const { [sizeId]: _before, ...others } = l.overrides,
      own = layout[slide]?.[l.id];
    return own || l.overrides[sizeId] ? { ...l, overrides: own ? { ...others, [sizeId]: own } : others } : l;
  });

/** A further size with its first layout. @throws RangeError where there are as many as may be, or one of that id */
export function addSize(piece: Piece, size: Size, layout: Layout): Piece {
  if (piece.sizes.length >= MOST_SIZES) throw new RangeError(`a piece has at most ${MOST_SIZES} sizes`);
  if (piece.sizes.some((s) => s.id === size.id)) throw new RangeError(`there is a size ${size.id} already`);
  return withLayout({ ...piece, sizes: [...piece.sizes, size] }, size.id, layout);
}

export const renameSize = (piece: Piece, id: string, name: string): Piece => {
  const wanted = name.trim().slice(0, 100);
  return wanted === '' || piece.sizes.find((s) => s.id === id)?.name === wanted
    ? piece
    : { ...piece, sizes: piece.sizes.map((s) => (s.id === id ? { ...s, name: wanted } : s)) };
};

/** Takes a size away, with what it had of its own; one always stays. Without the base the next one is it. */
export function removeSize(piece: Piece, id: string): Piece {
  const next = piece.sizes.find((s) => s.id !== id);
  if (!next || !piece.sizes.some((s) => s.id === id)) return piece;
  const from = piece.sizes[0].id === id ? makeBase(piece, next.id) : piece;
  return withLayout({ ...from, sizes: from.sizes.filter((s) => s.id !== id) }, id, {});
}

const DIFFERS = 0.001;
const sameNumber = (a: unknown, b: unknown): boolean =>
  a === b || (typeof a === 'number' && typeof b === 'number' && Math.abs(a - b) <= DIFFERS);
const same = (a: unknown, b: unknown): boolean =>
  typeof a === 'object' && a && typeof b === 'object' && b
    ? Object.keys(a).every((k) => sameNumber((a as Record<string, unknown>)[k], (b as Record<string, unknown>)[k]))
    : sameNumber(a, b);

/**
 * Makes another size the base. Every size looks as it did: what does not follow from the new base becomes an override.
 */
export function makeBase(piece: Piece, id: string): Piece {
  const [was] = piece.sizes,
    base = piece.sizes.find((s) => s.id === id);
  if (!base || base === was) return piece;
  const sizes = [base, ...piece.sizes.filter((s) => s !== base)];
  const moved = mapLayers(piece, (layer) => {
    const here: Layer = { ...layerIn(layer, base, was), overrides: {} },
      overrides: Record<string, Override> = {};
    for (const size of sizes.slice(1)) {
      const keys = ownKeys(layer),
        wanted = ownOf(layerIn(layer, size, was), keys, size),
        follows = ownOf(layerIn(here, size, base), keys, size),
        own = Object.fromEntries(keys.flatMap((k) => (same(wanted[k], follows[k]) ? [] : [[k, wanted[k]]])));
      if (Object.keys(own).length) overrides[size.id] = own;
    }
    return { ...here, overrides };
  });
  return {
    ...moved,
    sizes,
    slides: moved.slides.map((s) => ({
      ...s,
      guides: s.guides.map((g) => ({
        ...g,
        at: (g.at * (g.axis === 'x' ? base.width : base.height)) / (g.axis === 'x' ? was.width : was.height),
      })),
    })),
  };
}

/** Layers of a slide that have something of their own in a size. */
export const ownIn = (piece: Piece, slideId: string, sizeId: string): string[] =>
  (piece.slides.find((s) => s.id === slideId)?.layers ?? [])
    .filter((l) => l.overrides[sizeId] && Object.keys(l.overrides[sizeId]).length > 0)
    .map((l) => l.id);
