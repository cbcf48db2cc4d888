// What is painted on: the part of the Canvas 2D interface that behaves alike everywhere, given from outside.
import type { Pixels } from './pixels';

declare const drawable: unique symbol;
/** What can be drawn onto a surface: each surrounding has its own. */
export interface Drawable {
  readonly [drawable]: true;
}

/** The part of the Canvas 2D interface that behaves alike everywhere; nothing else may be used. */
export type Context2D = Pick<
  CanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'beginPath'
  | 'closePath'
  | 'moveTo'
  | 'lineTo'
  | 'quadraticCurveTo'
  | 'bezierCurveTo'
  | 'rect'
  | 'clip'
  | 'fillRect'
  | 'clearRect'
  | 'setTransform'
  | 'fillStyle'
  | 'globalAlpha'
  | 'globalCompositeOperation'
  | 'strokeStyle'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
  | 'miterLimit'
  | 'setLineDash'
  | 'lineDashOffset'
  | 'imageSmoothingEnabled'
  | 'imageSmoothingQuality'
> & {
  fill(rule?: 'nonzero' | 'evenodd'): void;
  stroke(): void;
  drawImage(image: Drawable, ...place: number[]): void;
  createPattern(image: Drawable, repetition: 'no-repeat'): CanvasPattern | null;
};

export interface Surface {
  readonly width: number;
  readonly height: number;
  readonly context: Context2D;
  /** What `drawImage` takes. */
  readonly image: Drawable;
  /** RGBA bytes of a part, not premultiplied. */
  read(x: number, y: number, width: number, height: number): Uint8ClampedArray;
  write(pixels: Pixels): void;
  /** Gives its memory back at once: collectors do not know how much a surface weighs. It must not be used any more. */
  free(): void;
}

/** Gives empty surfaces. */
export interface Surfaces {
  surface(width: number, height: number): Surface;
}

/** Pixels of something painted on a surface of its own, RGBA; the surface is freed. */
export function shot(
  on: Surfaces,
  width: number,
  height: number,
  paint: (surface: Surface) => void,
): Uint8ClampedArray {
  const s = on.surface(width, height);
  paint(s);
  const data = s.read(0, 0, width, height);
  s.free();
  return data;
}
