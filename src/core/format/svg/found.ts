// What taking a drawing apart works with: what is asked, what is found, and what stays a drawing.
import type { Box } from '../../ground/box';
import type { Transform } from '../../ground/transform';
import { begun, CENTRED } from '../../kinds/common';
import type { Layer } from '../../kinds/layers';
import type { Group } from '../../piece/schema';
import { BLEND_MODES, type BlendMode } from '../../values/plain';
import type { Style } from './geometry';
import type { SvgElement } from './tree';

/** What is done with paths beyond the core: outlines of strokes, and outlines whose windings do not matter any more. */
export interface PathWork {
  /** The area that a rule fills, as a path of which even and odd tell inside and outside. @param d absolute data */
  plain(d: string, rule: 'nonzero' | 'evenodd'): string;
  /** The outline of a stroke. */
  stroked(
    d: string,
    how: {
      width: number;
      cap: 'butt' | 'round' | 'square';
      join: 'miter' | 'round' | 'bevel';
      miter: number;
      dash: number[];
      offset: number;
    },
  ): string;
  /** Exact box of path data; null where it has none. */
  box(d: string): Box | null;
}

/** Where the first line of a text begins, ends or has its middle, and how it is turned about that point, degrees. */
export interface Standing {
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
  turn: number;
}

/** A layer, or a part of the drawing that stays one. */
export type FoundLayer =
  { layer: Layer; stands?: Standing } | { drawing: SvgElement; name: string; group: string | null; blend: BlendMode };

export interface FoundLayers {
  width: number;
  height: number;
  /** Bottom to top. */
  layers: FoundLayer[];
  groups: Group[];
  /** What is not as it was, in words. */
  notes: string[];
}

export interface LayersAsk {
  newId: () => string;
  work: PathWork;
  /** The family that is here by one of these names; null where none is. */
  family(names: readonly string[]): string | null;
  /** Keeps a picture that the drawing holds, by its data address. @returns its name and size; null where it is none */
  picture(href: string): { asset: string; width: number; height: number } | null;
}

/** How far a transform may be from turning and scaling alone. */
export const CLOSE = 1e-3;
export const isBlend = (v: string): v is BlendMode => (BLEND_MODES as readonly string[]).includes(v);

/** How much a transform scales and turns; null where it does more than that. */
export function similarity([a, b, c, d]: Transform): { k: number; turn: number } | null {
  const k = Math.hypot(a, b);
  return k > 0 && Math.abs(a - d) <= CLOSE * k && Math.abs(b + c) <= CLOSE * k
    ? { k, turn: (Math.atan2(b, a) * 180) / Math.PI }
    : null;
}

/** What cannot become layers stays a drawing. */
export class StaysDrawn extends Error {}

export interface Among {
  style: Style;
  t: Transform;
  /** Where it stands: numbers of children from the root down. */
  path: readonly number[];
  /** What uses it stays a drawing where it does. */
  strict: boolean;
  group: string | null;
  /** Opacity of a group that holds nothing else. */
  dim: number;
}

export const nameOf = ({ attributes: { id } }: SvgElement, otherwise: string): string => {
  const words = (id ?? '').replace(/[_-]+/g, ' ').trim();
  // Numbers that editors give say nothing.
  return (
    (/^(?:path|rect|g|use|text|layer|svg|circle|ellipse|polygon|image)?\s*\d*$/i.test(words) ? '' : words).slice(
      0,
      200,
    ) || otherwise
  );
};

/** A part that stays a drawing, by where it stands. */
export interface Left {
  paths: (readonly number[])[];
  name: string;
  group: string | null;
  blend: BlendMode;
}
export type Found = { layer: Layer; stands?: Standing } | Left;

/** A drawing that comes apart. */
export interface Source {
  size: { width: number; height: number };
  /** Its parts by their ids. */
  parts: ReadonlyMap<string, SvgElement>;
  ask: LayersAsk;
  /** Lines that became outlines, and texts whose fonts are not here, so far. */
  count: { outlined: number; fontless: number };
}

/** What layers of a drawing begin with. */
export const common = ({ ask }: Source, e: SvgElement, otherwise: string, box: Box, group: string | null) => ({
  ...begun(ask.newId(), nameOf(e, otherwise), box),
  anchors: CENTRED,
  band: 'message' as const,
  group,
});
