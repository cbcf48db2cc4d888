// What was painted, kept as a drawing: outlines, gradients, letters, pictures, in the order in which they lie. Formats
// of outlines are written from it.
import { type Rgba, rgba } from '../../colour/srgb';
import type { Path } from '../../ground/path';
import type { Pixels } from '../../ground/pixels';
import type { Drawable, Surface } from '../../ground/surface';
import { STILL, type Transform } from '../../ground/transform';
import type { VectorLetters, VectorPaint } from '../../paint/vectors';
import type { BlendMode } from '../../values/plain';

export type Rule = 'nonzero' | 'evenodd';

/** An outline in surface pixels. */
export interface Outline {
  path: Path;
  rule: Rule;
}

/** A colour, or what is more, with the same as pixels and where they lie. */
export type Paint =
  { kind: 'colour'; css: string } | { kind: 'vector'; as: VectorPaint; pixels: () => Surface; space: Transform };

export interface Line {
  css: string;
  width: number;
  cap: CanvasLineCap;
  join: CanvasLineJoin;
  miter: number;
  dash: number[];
  dashOffset: number;
}

interface Laid {
  /** 0..1. */
  alpha: number;
  blend: BlendMode;
}

/** An outline that is filled. */
export interface Filled extends Laid {
  node: 'fill';
  outline: Outline;
  paint: Paint;
  letters: VectorLetters | null;
}
/** An outline that is stroked. */
export interface Stroked extends Laid {
  node: 'stroke';
  path: Path;
  line: Line;
}
/** Pixels, their top left corner in the origin. */
export interface Picture {
  node: 'picture';
  pixels: Pixels;
}
/** What is put together first. */
export interface Group extends Laid {
  node: 'group';
  nodes: readonly Node[];
  t: Transform;
  /** Outlines within which it shows, in pixels of where it lies. */
  clips: readonly Outline[];
  /** Within, or outside of, an outline of its own pixels. */
  cut: { outline: Outline; keeps: 'inside' | 'outside' } | null;
}
/** A soft copy, in one colour, of what lies on another surface. */
export interface Shadow extends Laid {
  node: 'shadow';
  nodes: readonly Node[];
  t: Transform;
  sigma: number;
  spread: number;
  colour: string;
}
export type Node = Filled | Stroked | Picture | Group | Shadow;

export const group = (nodes: readonly Node[], some: Partial<Group>): Group => ({
  node: 'group',
  nodes,
  t: STILL,
  clips: [],
  cut: null,
  alpha: 1,
  blend: 'normal',
  ...some,
});

/** An outline that is filled with more than a colour, as a picture within it. */
export const filledWithPixels = (
  { outline, alpha, blend }: Omit<Filled, 'paint' | 'letters' | 'node'>,
  { pixels, space }: Extract<Paint, { kind: 'vector' }>,
): Group => group(nodesOf(pixels().image).nodes, { t: space, clips: [outline], alpha, blend });

/** What has been drawn on a surface that keeps drawings, by what stands for it among the things that can be drawn. */
const drawn = new WeakMap<Drawable, { nodes: readonly Node[]; width: number; height: number }>();
export const nodesOf = (image: Drawable): { nodes: readonly Node[]; width: number; height: number } => {
  const found = drawn.get(image);
  if (!found) throw new Error('It was not drawn on a surface that keeps drawings');
  return found;
};
export const standFor = (image: Drawable, what: { nodes: readonly Node[]; width: number; height: number }): void =>
  void drawn.set(image, what);

/** A colour as the painter writes it (`cssColour`), or as a plain hex. */
export function colourOf(css: string): Rgba {
  const m = /^rgba\((\d+), (\d+), (\d+), ([\d.e-]+)\)$/.exec(css);
  return m ? { r: +m[1], g: +m[2], b: +m[3], a: +m[4] } : rgba(css);
}
