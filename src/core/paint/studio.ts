// What a painter needs from its surroundings: surfaces to paint on, fonts, decoded pictures. Browser and server each bring their own.
import type { Pixels } from '../colour/palette';
import type { Drawing } from '../format/drawing';
import type { FontStore } from '../type/font';

/** The part of the Canvas 2D interface that behaves alike everywhere; nothing else may be used. */
export type Context2D = Pick<
  CanvasRenderingContext2D,
  | 'save' | 'restore' | 'beginPath' | 'closePath' | 'moveTo' | 'lineTo' | 'quadraticCurveTo' | 'bezierCurveTo' | 'rect' | 'clip'
  | 'fillRect' | 'clearRect' | 'setTransform' | 'fillStyle' | 'globalAlpha' | 'globalCompositeOperation'
  | 'strokeStyle' | 'lineWidth' | 'lineCap' | 'lineJoin' | 'miterLimit' | 'setLineDash' | 'lineDashOffset' | 'imageSmoothingEnabled' | 'imageSmoothingQuality'
> & { fill(rule?: 'nonzero' | 'evenodd'): void; stroke(): void; drawImage(image: never, ...place: number[]): void; createPattern(image: never, repetition: 'no-repeat'): CanvasPattern | null };

export interface Surface {
  readonly width: number;
  readonly height: number;
  readonly context: Context2D;
  /** What `drawImage` takes. */
  readonly image: unknown;
  /** RGBA bytes of a part, not premultiplied. */
  read(x: number, y: number, width: number, height: number): Uint8ClampedArray;
  write(pixels: Pixels): void;
  /** Gives its memory back at once: collectors do not know how much a surface weighs. It must not be used any more. */
  free(): void;
}

export interface Studio {
  surface(width: number, height: number): Surface;
  fonts: FontStore;
  /** The decoded picture, upright, sRGB; null while it is not there. */
  readonly picture: (asset: string) => Pixels | null;
  /** The picture as outlines, where it is a drawing of plain shapes. */
  drawing?(asset: string): Drawing | null;
}

/** Pixels of something painted on a surface of its own, RGBA; the surface is freed. */
export function shot(studio: Studio, width: number, height: number, paint: (on: Surface) => void): Uint8ClampedArray {
  const s = studio.surface(width, height);
  paint(s);
  const data = s.read(0, 0, width, height);
  s.free();
  return data;
}
