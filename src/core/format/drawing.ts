// A drawing: outlines with flat colours, as they are painted and used as shapes.
import { apply, type Transform } from '../arrange/transform';
import type { PathSink } from '../pattern/outline';

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
  /** 0..1, for fill and stroke alike. */
  opacity: number;
}

export interface Drawing {
  width: number;
  height: number;
  marks: DrawnMark[];
}

/** All filled outlines of a drawing as one path, as far as they are visible. */
export const outlineOf = (drawing: Drawing): string => drawing.marks.filter((m) => m.fill !== null).map((m) => m.d).join('');

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
