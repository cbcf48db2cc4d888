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

/** What is painted and read at once, again and again: a surface that is large enough, and how much of it was used. */
interface Desk {
  surface: Surface;
  width: number;
  height: number;
}
const desks = new WeakMap<Surfaces, Desk>();
/** Their sides are multiples of this, px: most of what comes next finds room on what is there. */
const STEP = 128;
/** A larger one is not kept, px. */
const MOST_KEPT = 6_000_000;

/**
 * Another surface costs more than painting on it does where pages wait for canvases: the one that was used last is used
 * again where it is large enough. What lies beyond the part that is wanted is not painted.
 */
function deskFor(on: Surfaces, width: number, height: number): Desk {
  const last = desks.get(on);
  desks.delete(on);
  if (last && last.surface.width >= width && last.surface.height >= height) {
    last.surface.context.clearRect(0, 0, last.width, last.height);
    return last;
  }
  last?.surface.free();
  const grown = (side: number, was = 0): number => Math.max(was, Math.ceil(side / STEP) * STEP),
    wide = grown(width, last?.surface.width),
    high = grown(height, last?.surface.height),
    // Not large both ways for the sake of what was long one way.
    fits = wide * high <= MOST_KEPT;
  return {
    surface: on.surface(fits ? wide : grown(width), fits ? high : grown(height)),
    width,
    height,
  };
}

/** Pixels of something painted on a surface of its own, RGBA; it must not be used afterwards. */
export function shot(
  on: Surfaces,
  width: number,
  height: number,
  paint: (surface: Surface) => void,
): Uint8ClampedArray {
  const desk = deskFor(on, width, height),
    { surface } = desk,
    { context, image, write } = surface;
  try {
    context.save();
    context.beginPath();
    context.rect(0, 0, width, height);
    context.clip();
    paint({ width, height, context, image, write, read: surface.read, free: () => {} });
    const data = surface.read(0, 0, width, height);
    context.restore();
    if (surface.width * surface.height <= MOST_KEPT) {
      // One that was needed within this one.
      desks.get(on)?.surface.free();
      desks.set(on, { surface, width, height });
    } else surface.free();
    return data;
  } catch (e) {
    surface.free();
    throw e;
  }
}
