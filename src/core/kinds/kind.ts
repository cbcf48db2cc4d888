// What every kind of layer says of itself, in one file of its own; everybody else asks the table in `layers.ts`.
import type { z } from 'zod';
import type { Box, Place } from '../ground/box';
import type { Easel } from '../paint/easel';
import type { Studio } from '../paint/studio';
import type { InkMode } from '../paint/text-painter';
import type { LinesPlace } from '../type/frame';
import type { TextLayout } from '../type/layout';
import type { Colour, Fill } from '../values/fill';
import type { OwnKey } from '../values/override';
import type { Shadow } from '../values/shape';
import type { PlacedText } from '../values/text';
import type { CommonLayer, Extent, Schemas } from './common';

/**
 * What of a layer a strength can be: how opaque it is; how far a fade reaches; how opaque the backing or the shadow of
 * a text is; how much a photo's
 * output levels are drawn towards black (`darken`) or white (`lighten`); how much a photo is blurred.
 */
export type StrengthProperty = 'opacity' | 'reach' | 'backing' | 'shadow' | 'darken' | 'lighten' | 'blur';

/** Gives the layout of a text; kept until what it depends on changes. */
export interface Setter {
  layout(text: PlacedText): TextLayout;
}

/** What a layer is painted among. */
export interface Surrounding extends Setter {
  /** Where the lines of the texts lie that the layer follows. */
  lines: readonly LinesPlace[];
  /** How the ink of a text is painted. */
  ink: InkMode;
}

/** For which texts a treatment is begun. */
export interface TreatmentPlace {
  size: Extent;
  /** Box round the texts, or null where there are none; then `behind` is a place in the middle. */
  texts: Box | null;
  behind: Box;
  /** Largest type among them, px. */
  typeSize: number;
  /** Their ids. */
  follows: string[];
}

/** A kind that is laid between picture and texts for the sake of the texts. */
export interface Laid<L extends CommonLayer> {
  /** Its strength where nothing has been solved yet, 0..1. */
  beginning: number;
  make(id: string, colour: Colour, strength: number, place: TreatmentPlace): L;
  /** The colour it lays over the picture, as far as it is one; null where it is several. */
  colour(layer: L): Colour | null;
  /** Alpha 0..1 at a point of the slide at full strength. @param lines of the texts that it follows */
  veil(layer: L, lines: readonly LinesPlace[]): (x: number, y: number) => number;
  /** It does not end at its box. */
  boundless?: boolean;
  /** Its veil is all there is of it, and has no edge: what it leaves of a photo is told without painting it. */
  smooth?: boolean;
}

export interface Kind<L extends CommonLayer> {
  /** The schema of its own properties. */
  fields(s: Schemas): z.ZodRawShape;
  /** What its properties must fulfil together; paths begin in the layer. */
  check?(layer: L): { path: (string | number)[]; message: string }[];

  /** Scales the lengths that belong to the kind, shadows aside. Changes the layer it is given. */
  scale?(layer: L, k: number): void;
  /**
   * Last touches to a layer that was brought to another size. Changes the layer it is given. @param was in the base
   * size @param k by how much lengths were scaled
   */
  fitted?(layer: L, was: L, k: number, size: Extent): void;
  /** What a size may change of it beyond what all layers have. */
  differs?: readonly OwnKey[];
  /** What goes along with a property that was given to it. Changes the layer it is given. */
  withOwn?(layer: L, was: L): void;
  /** Where it lands in its band: at its top where left out. */
  lands?: 'below texts';
  /** Where it lies behind the texts that it follows. */
  behind?(layer: L, lines: readonly LinesPlace[]): Place;
  /** What goes along when its look is laid on another layer of the kind: with the whole look, or with its type. */
  look?: { whole(layer: L): Partial<L>; type?(layer: L): Partial<L> };

  /** What of it a strength can be, the usual one first; none where left out. */
  strengths?(layer: L): StrengthProperty[];
  /** A strength other than its opacity, 0..1 (a reach may be more). */
  strength?(layer: L, property: StrengthProperty, size: Extent): number;
  withStrength?(layer: L, property: StrengthProperty, value: number, size: Extent): L;
  /** Gives what the strength belongs to a plain colour. Changes the layer it is given. */
  setColour?(layer: L, hex: string, property: StrengthProperty): void;
  /**
   * What of a visible layer must change for what it has by itself for the sake of texts to be off; null where it has
   * nothing.
   */
  switchedOff?(layer: L): Partial<L> | null;
  treatment?: Laid<L>;

  /** The frame it takes; its box where left out. */
  frame?(layer: L, setter: Setter): Box;
  /** How far it paints beyond its frame by itself; 1 px where left out. */
  reach?(layer: L, setter: Setter): number;
  /** Shadows of parts that throw their own. */
  innerShadows?(layer: L): readonly Shadow[];
  /** It paints its own shadows, between its parts. */
  castsItself?: boolean;
  /** How far what throws its shadows reaches beyond its box. */
  shadowMargin?(layer: L): number;
  /**
   * Does it consist of parts that lie on each other, so that they must be put together before its opacity counts?
   * Shadows aside.
   */
  isGroup?(layer: L): boolean;
  /** Plain pixels that one of its pixels costs, shadows aside; see `scene/budget.ts`. */
  work(layer: L): number;
  /** Does it need surfaces as large as the slide? Shadows and blend modes aside. */
  needsWhole?(layer: L): boolean;
  paint(easel: Easel, layer: L, opacity: number, among: Surrounding): void;

  /** Which of the things it is made of have come, for keys. */
  there?(layer: L, studio: Studio): unknown;
  /** Names of the pictures it is painted from, tiles and frames aside. */
  assets?(layer: L): string[];
  /** Names of the frames of a picture that moves. */
  frames?(layer: L): string[];
  /** All its fills, switched on or not, beyond its own. */
  fills?(layer: L): Fill[];
}

/** What a pixel of a fill costs. */
export const FILL_WORK: Record<Fill['kind'], number> = { none: 0, colour: 0.3, gradient: 4, pattern: 3 };
