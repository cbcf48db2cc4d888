// A drawing: outlines with flat colours, as they are painted and used as shapes.
import type { PathSink } from '../ground/path';
import { apply, type Transform } from '../ground/transform';

/** An outline: absolute M, L, C, Q and Z in pixels of the drawing. */
export interface DrawnMark {
  d: string;
  fill: string | null;
  evenOdd: boolean;
  stroke: string | null;
  /** Stroke width in pixels of the drawing. */
  width: number;
  cap: 'butt' | 'round' | 'square';
  join: 'miter' | 'round' | 'bevel';
  /** Lengths of dashes and gaps in pixels of the drawing, and where they begin. */
  dash?: number[];
  dashOffset?: number;
  miter?: number;
  /** 0..1, for fill or stroke. */
  opacity: number;
}

/** Marks that lie on each other and become translucent together. */
export interface DrawnGroup {
  marks: Drawn[];
  opacity: number;
}
export type Drawn = DrawnMark | DrawnGroup;
export const isDrawnGroup = (d: Drawn): d is DrawnGroup => 'marks' in d;

export interface Drawing {
  width: number;
  height: number;
  marks: Drawn[];
}

/** All marks of a drawing, whatever group they are in. */
export const marksOf = (marks: readonly Drawn[]): DrawnMark[] =>
  marks.flatMap((m) => (isDrawnGroup(m) ? marksOf(m.marks) : [m]));

/** All filled outlines of a drawing as one path, as far as they are visible. */
export const outlineOf = (drawing: Drawing): string =>
  marksOf(drawing.marks)
    .filter((m) => m.fill !== null)
    .map((m) => m.d)
    .join('');

/** Can a drawing become one shape in one colour and still look like itself? */
export const isOneColour = (drawing: Drawing): boolean => {
  const marks = marksOf(drawing.marks);
  return (
    marks.every((m) => m.stroke === null && m.opacity === 1) &&
    !drawing.marks.some(isDrawnGroup) &&
    new Set(marks.map((m) => m.fill)).size === 1
  );
};

/** Traces path data of absolute M, L, C, Q and Z. */
export function tracePath(to: PathSink, d: string, t: Transform): void {
  for (const [, command, rest] of d.matchAll(/([MLCQZz])([^MLCQZz]*)/g)) {
    const v = rest.match(/-?\d*\.?\d+(?:e[-+]?\d+)?/g)?.map(Number) ?? [];
    const at = (i: number): [number, number] => apply(t, v[i], v[i + 1]);
    if (command === 'M') to.moveTo(...at(0));
    else if (command === 'L') to.lineTo(...at(0));
    else if (command === 'Q') to.quadraticCurveTo(...at(0), ...at(2));
    else if (command === 'C') to.bezierCurveTo(...at(0), ...at(2), ...at(4));
    else to.closePath();
  }
}
