// Pieces follow the house style of their campaign: colours by their swatches, texts by their styles, photos by the tone
// of the house. What somebody changed in a piece stays.
import type { Layer } from '../kinds/layers';
import { isPhoto, isText } from '../kinds/layers';
import { slidesOf } from '../piece/resolve';
import type { Piece, Slide } from '../piece/schema';
import type { Swatch } from '../values/fill';
import type { HouseStyle, KnownHouse } from '../values/house';
import { lookKey, swatchesOf } from '../values/swatches';
import { ownIn, restyled, retoned, styledBy, type StyledKey, styleOf, toneOn, withStyled } from './styled';

const NOTHING: KnownHouse = { textStyles: [], shadows: [], tone: null, treatment: null };

/** The same value where nothing is different, so that nothing is done anew. */
const ifChanged = <T>(before: T, after: T): T => (JSON.stringify(before) === JSON.stringify(after) ? before : after);

const allLayers = (piece: Pick<Piece, 'slides'>): Layer[] => piece.slides.flatMap((s) => s.layers);

/** What a piece must know of a house style for the sake of its layers. */
function known(piece: Pick<Piece, 'slides'>, house: HouseStyle): KnownHouse | undefined {
  const layers = allLayers(piece),
    styles = new Set(layers.flatMap((l) => (isText(l) && l.style) || [])),
    textStyles = house.textStyles.filter((s) => styles.has(s.id)),
    wanted = new Set(textStyles.map((s) => s.shadow)),
    out: KnownHouse = {
      textStyles,
      shadows: house.shadows.filter((s) => wanted.has(s.id)),
      tone: layers.some((l) => isPhoto(l) && l.houseTone) ? house.tone : null,
      treatment: house.treatment,
    };
  return JSON.stringify(out) === JSON.stringify(NOTHING) ? undefined : out;
}

/**
 * House swatches as the campaign has them now: one that it no longer has becomes the piece's own, those that layers
 * refer to come along.
 */
function swatchesNow(piece: Piece, house: HouseStyle): Swatch[] {
  const by = new Map(house.swatches.map((s) => [s.id, s])),
    there = new Set(piece.swatches.map((s) => s.id)),
    wanted = [...new Set(swatchesOf(piece.slides))].filter((id) => !there.has(id));
  return [
    ...piece.swatches.map((s) =>
      !s.house ? s : by.has(s.id) ? { ...by.get(s.id)!, house: true } : { ...s, house: false },
    ),
    ...wanted.flatMap((id) => (by.has(id) ? { ...by.get(id)!, house: true } : [])),
  ];
}

/** The piece with what it knows of the house style brought up to date, its layers being in line with it. */
function keeping(piece: Piece, house: HouseStyle): Piece {
  const swatches = ifChanged(piece.swatches, swatchesNow(piece, house)),
    now = known(piece, house),
    { house: was, ...rest } = piece;
  if (swatches === piece.swatches && JSON.stringify(was) === JSON.stringify(now)) return piece;
  return { ...rest, swatches, ...(now && { house: now }) };
}

/** A piece as the house style of its campaign makes it now. The same piece where nothing is different. */
export function withHouse(piece: Piece, house: HouseStyle): Piece {
  const [base] = piece.sizes,
    was = piece.house ?? NOTHING;
  const followed = (layer: Layer): Layer => {
    if (isText(layer) && layer.style !== undefined) {
      const before = styleOf(layer, was),
        after = house.textStyles.find((s) => s.id === layer.style);
      if (after) return before ? restyled(layer, styledBy(before, was, base), styledBy(after, house, base)) : layer;
      // A style that is gone leaves its texts as they look.
      const { style: _gone, ...rest } = layer;
      return rest;
    }
    if (isPhoto(layer) && layer.houseTone) {
      if (house.tone) return was.tone ? retoned(layer, toneOn(was.tone, base), toneOn(house.tone, base)) : layer;
      const { houseTone: _gone, ...rest } = layer;
      return rest;
    }
    return layer;
  };
  const slides = piece.slides.map((slide): Slide => {
    const layers = slide.layers.map(followed);
    return layers.every((l, i) => l === slide.layers[i]) ? slide : { ...slide, layers };
  });
  return keeping(slides.every((s, i) => s === piece.slides[i]) ? piece : { ...piece, slides }, house);
}

/** Changes some layers of a slide by a function that gives a layer back. */
const mapped = (piece: Piece, slideId: string, ids: readonly string[], by: (layer: Layer) => Layer): Piece => ({
  ...piece,
  slides: piece.slides.map((s) =>
    s.id !== slideId ? s : { ...s, layers: s.layers.map((l) => (ids.includes(l.id) ? by(l) : l)) },
  ),
});

/** Sets texts in a style of the house, linked to it; null leaves them as they look, and links them to none. */
export function inTextStyle(
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  styleId: string | null,
  house: HouseStyle,
): Piece {
  const style = house.textStyles.find((s) => s.id === styleId),
    [base] = piece.sizes;
  return keeping(
    mapped(piece, slideId, ids, (layer) => {
      if (!isText(layer)) return layer;
      const { style: _was, ...rest } = layer;
      return style ? { ...withStyled(rest, styledBy(style, house, base)), style: style.id } : rest;
    }),
    house,
  );
}

/** Gives photos the tone of the house, linked to it, or links them to none. */
export function inHouseTone(
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  on: boolean,
  house: HouseStyle,
): Piece {
  const [base] = piece.sizes;
  return keeping(
    mapped(piece, slideId, ids, (layer) => {
      if (!isPhoto(layer)) return layer;
      const { houseTone: _was, ...rest } = layer;
      return on && house.tone ? { ...rest, tone: toneOn(house.tone, base), houseTone: true } : rest;
    }),
    house,
  );
}

/** What a text has otherwise than its style; null where it has none. */
export function ownOfStyle(layer: Layer, piece: Pick<Piece, 'house' | 'sizes'>): StyledKey[] | null {
  const style = isText(layer) ? styleOf(layer, piece.house) : null;
  return style && isText(layer) ? ownIn(layer, styledBy(style, piece.house!, piece.sizes[0])) : null;
}

/**
 * Numbers, from 0, of slides that look otherwise in another version of a piece; what reaches over from others counts.
 */
export function changedSlides(before: Piece, after: Piece): number[] {
  const looks = (piece: Piece): string[] =>
      slidesOf(piece).map(({ paper, layers }) =>
        lookKey([paper, layers.map((l) => ({ ...l, style: undefined, houseTone: undefined }))], piece),
      ),
    now = looks(after);
  return looks(before).flatMap((look, n) => (look === now[n] ? [] : n));
}
