// What a house style means on a slide: its lengths in the slide's pixels, and which properties of a text it sets.
import type { Extent } from '../kinds/common';
import type { PhotoLayer } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import { scaledSpans } from '../type/spans';
import type { Colour } from '../values/fill';
import type { HouseStyle, KnownHouse, TextStyle } from '../values/house';
import { HOUSE_SIDE } from '../values/plain';
import { clamp, scaledShadow } from '../values/scaled';
import type { Shadow } from '../values/shape';
import type { Tone } from '../values/tone';

/** What a text style sets, in the pixels of a slide; what it leaves to each text is left out. */
export interface Styled {
  font: TextLayer['font'];
  fontSize: number;
  letterSpacing: number;
  lineHeight: number;
  case: TextLayer['case'];
  colour?: Colour;
  shadows?: Shadow[];
}
export type StyledKey = keyof Styled;

/**
 * The length of a slide of which sizes of type are shares, px: its width, or twice its height where it is wider than
 * that. So a headline is one on a square, a story and a banner.
 */
export const sideOf = ({ width, height }: Extent): number => Math.min(width, 2 * height);

/** Pixels of a slide to one of the house style. */
const scaleOf = (base: Extent): number => sideOf(base) / HOUSE_SIDE;

/** A text style on a slide of a base size. */
export function styledBy(style: TextStyle, house: Pick<HouseStyle, 'shadows'>, base: Extent): Styled {
  const shadow = house.shadows.find((s) => s.id === style.shadow),
    { font, letterSpacing, lineHeight } = style;
  return {
    font,
    fontSize: clamp(Math.round(style.size * sideOf(base) * 10) / 10, 1, 5000),
    letterSpacing,
    lineHeight,
    case: style.case,
    ...(style.colour !== null && { colour: style.colour }),
    ...(shadow && { shadows: shadow.shadows.map((s) => scaledShadow(s, scaleOf(base))) }),
  };
}

/** The tone of the house on a slide of a base size. */
export const toneOn = (tone: Tone, base: Extent): Tone => ({
  ...tone,
  blur: { ...tone.blur, radius: clamp(tone.blur.radius * scaleOf(base), 0, 200) },
});

/** A tone of a photo as the house has it. */
export const toneAsHouse = (tone: Tone, base: Extent): Tone => ({
  ...tone,
  blur: { ...tone.blur, radius: clamp(tone.blur.radius / scaleOf(base), 0, 200) },
});

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What a text has of what a style sets. */
const valueOf = (layer: TextLayer, key: StyledKey): unknown =>
  key === 'colour' ? (layer.fill.kind === 'colour' ? layer.fill.colour : null) : layer[key];

/** Which of what a style sets a text has otherwise. A text that fits its frame has no size of its own. */
export const ownIn = (layer: TextLayer, styled: Styled): StyledKey[] =>
  (Object.keys(styled) as StyledKey[]).filter(
    (key) => !(key === 'fontSize' && layer.fit) && !same(valueOf(layer, key), styled[key]),
  );

/** A text with what a style sets, or with only some of it. Parts with a size of their own go along. */
export function withStyled(layer: TextLayer, styled: Styled, keys = Object.keys(styled) as StyledKey[]): TextLayer {
  const { colour, ...type } = styled,
    set = Object.fromEntries(Object.entries(type).filter(([k]) => keys.includes(k as StyledKey))) as Partial<TextLayer>,
    k = set.fontSize === undefined ? 1 : set.fontSize / layer.fontSize;
  return {
    ...layer,
    ...set,
    ...(colour !== undefined &&
      keys.includes('colour') && { fill: { ...layer.fill, kind: 'colour' as const, colour } }),
    spans: k === 1 ? layer.spans : scaledSpans(layer.spans, k),
  };
}

/** A text set in a style keeps what it has of its own, and takes what the style changed. */
export function restyled(layer: TextLayer, was: Styled, now: Styled): TextLayer {
  const own = new Set(ownIn(layer, was)),
    keys = (Object.keys(now) as StyledKey[]).filter((k) => !own.has(k) && !same(was[k], now[k]));
  return keys.length ? withStyled(layer, now, keys) : layer;
}

/** A photo that has the tone of the house takes what that has become. */
export const retoned = (layer: PhotoLayer, was: Tone, now: Tone): PhotoLayer =>
  same(layer.tone, was) && !same(was, now) ? { ...layer, tone: now } : layer;

/** The style a text is set in, as the piece knows it. */
export const styleOf = (layer: TextLayer, known: KnownHouse | undefined): TextStyle | null =>
  (layer.style !== undefined && known?.textStyles.find((s) => s.id === layer.style)) || null;

/** A house style with nothing in it. */
export const NO_HOUSE: HouseStyle = {
  swatches: [],
  textStyles: [],
  shadows: [],
  logos: [],
  tone: null,
  treatment: null,
};

/** Ids of all pictures that its logos are made of. */
export const logoPictures = ({ logos }: Pick<HouseStyle, 'logos'>): string[] =>
  logos.flatMap(({ asset, plain }) => (plain === null ? [asset] : [asset, plain]));
