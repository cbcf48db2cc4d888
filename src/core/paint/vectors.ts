// Surfaces that keep what is painted on them as a drawing, for formats that know outlines, gradients and letters. They
// take the same calls as every surface; what those calls no longer say they are told beside.
import type { PathSink } from '../ground/path';
import type { Surface } from '../ground/surface';
import type { Transform } from '../ground/transform';
import type { PatternColours } from '../pattern/texture';
import type { Tile } from '../pattern/tile';
import type { Letter } from '../type/layout';
import type { RampTable } from '../values/gradient-table';
import type { Field } from './ramp';

/** A way to fill that is more than its pixels. */
export type VectorPaint =
  | { kind: 'ramp'; field: Field; table: RampTable; opacity: number }
  | {
      kind: 'tiling';
      tile: Tile;
      /** Stroke weight as a multiple of the tile's own. */
      weight: number;
      colours: PatternColours;
      /** How strongly the foreground is taken, 0..1, and how much of both shows. */
      visible: number;
      opacity: number;
      /** From pixels of the tile at scale 1 to the surface. */
      t: Transform;
    };

/** Letters that an outline consists of. */
export interface VectorLetters {
  letters: readonly Letter[];
  /** The text as it is shown; letters name their places in it. */
  text: string;
  /** From the text's pixels to the surface. */
  t: Transform;
  /** What else belongs to the outline: underlines, markers. */
  rest: (to: PathSink, t: Transform) => void;
}

/** A soft, coloured copy of what is painted on another surface. */
export interface VectorShadow {
  /** Standard deviation of its blur, and how far the outline is grown, surface pixels. */
  sigma: number;
  spread: number;
  /** Where the other surface's origin lies, the shadow's offset included. */
  x: number;
  y: number;
  /** Hex. */
  colour: string;
  opacity: number;
}

export interface Vectors {
  /** Something to fill with. @param pixels the same as pixels, for who cannot keep it */
  fill(paint: VectorPaint, pixels: () => Surface): CanvasPattern;
  /** The next outline that is filled consists of these. */
  letters(letters: VectorLetters): void;
  /** Keeps a shadow, where shadows can be kept. @returns false where this one is to be laid down as pixels */
  shadow?(shadow: VectorShadow, thrower: Surface): boolean;
}

export interface VectorSurface extends Surface {
  readonly vectors: Vectors;
}

/** What a surface keeps beside pixels; null for one that is pixels. */
export const vectorsOf = (surface: Surface): Vectors | null =>
  'vectors' in surface ? (surface as VectorSurface).vectors : null;
