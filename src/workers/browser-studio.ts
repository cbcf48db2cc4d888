// The painter's surroundings in a browser worker: OffscreenCanvas, fonts and pictures over the network.
import type { Pixels } from '../core/ground/pixels';
import { reducedTo } from '../core/ground/resample';
import { type Context2D, type Drawable, shot, type Surface, type Surfaces } from '../core/ground/surface';
import type { Drawing } from '../core/paint/drawing';
import type { Studio } from '../core/paint/studio';
import { picturesOn } from '../core/piece/resolve';
import type { Piece, Size, Slide } from '../core/piece/schema';
import { Painter } from '../core/scene/painter';
import { DRAWN_SIDES, drawnSide, shownSides } from '../core/scene/sides';
import { FontStore } from '../core/type/font';
import { borrowAt, lendAt, type Lent } from './lending';
import { Pictures } from './pictures';
import { Spare } from './spare';

const drawable = (source: OffscreenCanvas | ImageBitmap): Drawable => source as unknown as Drawable;

/**
 * A surface over a canvas. `willReadFrequently` keeps it in memory, where reading back is quick and pixels are the same
 * everywhere.
 */
export function surfaceOn(canvas: OffscreenCanvas): Surface {
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  return {
    get width() {
      return canvas.width;
    },
    get height() {
      return canvas.height;
    },
    context: context as unknown as Context2D,
    image: drawable(canvas),
    free: () => {
      canvas.width = canvas.height = 1;
    },
    read: (x, y, w, h) => context.getImageData(x, y, w, h).data,
    write: (p: Pixels) =>
      context.putImageData(new ImageData(p.data as Uint8ClampedArray<ArrayBuffer>, p.width, p.height), 0, 0),
  };
}

async function fetched(path: string): Promise<Response> {
  const r = await fetch(path);
  if (!r.ok) throw new Error(`${path}: ${r.status}`);
  return r;
}

/**
 * A picture's pixels as they are in the file: upright and sRGB, which the server has seen to; and its outlines where it
 * is a drawing.
 */
async function decode(on: Surfaces, id: string, side: number): Promise<Lent> {
  let response = await fetched(`/api/assets/${id}?as=working`);
  const drawn = response.headers.has('x-plavo-drawn');
  // More than flat shapes: drawn from pixels, as many as are shown.
  if (drawn && side > DRAWN_SIDES[0]) response = await fetched(`/api/assets/${id}?as=drawn&side=${side}`);
  const drawing = response.headers.get('x-plavo-drawing')
    ? ((await (await fetched(`/api/assets/${id}?as=drawing`)).json()) as Drawing)
    : null;
  return { pixels: await pixelsIn(on, await response.blob()), drawing, drawn };
}

const opened = (blob: Blob): Promise<ImageBitmap> =>
  createImageBitmap(blob, {
    colorSpaceConversion: 'none',
    premultiplyAlpha: 'none',
    imageOrientation: 'from-image',
  });

async function pixelsIn(on: Surfaces, blob: Blob): Promise<Pixels> {
  const bitmap = await opened(blob),
    { width, height } = bitmap,
    data = shot(on, width, height, ({ context }) => context.drawImage(drawable(bitmap), 0, 0));
  bitmap.close();
  return { width, height, data };
}

/** How much is kept to be used again: pixels, and canvases. */
const SPARE_AREA = 8_000_000,
  SPARE_COUNT = 96;

export class BrowserStudio implements Studio {
  private readonly spare = new Spare<OffscreenCanvas>(SPARE_AREA, SPARE_COUNT);
  private readonly pictures = new Pictures((id) => this.drawings.delete(id));
  private readonly drawings = new Map<string, Drawing>();
  /** Drawings that hold more than flat shapes. */
  private readonly drawn = new Set<string>();
  private readonly loading = new Map<string, Promise<void>>();
  private borrow: ReturnType<typeof borrowAt> | null = null;
  readonly fonts = new FontStore(
    async (face) => new Uint8Array(await (await fetched(`/api/fonts/${face.id}.ttf`)).arrayBuffer()),
  );
  readonly painter = new Painter(this);

  surface(width: number, height: number): Surface {
    const wide = Math.max(1, Math.trunc(width)),
      high = Math.max(1, Math.trunc(height));
    return this.over(this.spare.take(wide, high) ?? new OffscreenCanvas(wide, high));
  }

  /** An empty surface over a canvas, which is kept to be used again when that is given back. */
  private over(canvas: OffscreenCanvas): Surface {
    const { context, image, read, write } = surfaceOn(canvas);
    canvas.getContext('2d')!.reset();
    let held = true;
    return {
      width: canvas.width,
      height: canvas.height,
      context,
      image,
      read,
      write,
      free: () => {
        if (!held) return;
        held = false;
        this.spare.give(canvas);
      },
    };
  }

  /** Takes a canvas that something was painted on before, to be used again. */
  keep(canvas: OffscreenCanvas): void {
    this.spare.give(canvas);
  }

  picture = (asset: string): Pixels | null => this.pictures.get(asset);

  drawing(asset: string): Drawing | null {
    return this.drawings.get(asset) ?? null;
  }

  /** Loads one picture; a failure is tried again the next time. */
  async load(id: string): Promise<void> {
    await this.fetch(id);
    this.pictures.makeRoom(new Set([id]));
  }

  /**
   * A picture as small as it is tried out: it is loaded whole once, and has a name of its own here.
   * @param side the longer one at most, px
   */
  async reduced(id: string, side: number): Promise<{ name: string; width: number; height: number }> {
    const name = `${id}@${side}`;
    this.pictures.touch(name);
    let small = this.pictures.get(name);
    if (!small) {
      await this.load(id);
      small = reducedTo(this.pictures.get(id)!, side);
      this.pictures.set(name, small);
    }
    return { name, width: small.width, height: small.height };
  }

  /**
   * A picture as lists show it, which takes a few kilobytes; it has a name of its own here.
   * @throws Error where there is none so small
   */
  async thumbnail(id: string): Promise<{ name: string; width: number; height: number }> {
    const name = `${id}@thumbnail`;
    this.pictures.touch(name);
    let small = this.pictures.get(name);
    if (!small) {
      small = await this.smallPixelsIn(await (await fetched(`/api/assets/${id}?as=thumbnail`)).blob());
      this.pictures.set(name, small);
    }
    return { name, width: small.width, height: small.height };
  }

  /** On any canvas that is there: another one would be waited for. */
  private async smallPixelsIn(blob: Blob): Promise<Pixels> {
    const bitmap = await opened(blob),
      { width, height } = bitmap,
      surface = this.over(this.spare.takeAtLeast(width, height) ?? new OffscreenCanvas(width, height));
    surface.context.drawImage(drawable(bitmap), 0, 0);
    bitmap.close();
    const data = surface.read(0, 0, width, height);
    surface.free();
    return { width, height, data };
  }

  /** Is there a picture that is large enough to be shown so? */
  private has(id: string, side: number): boolean {
    const p = this.pictures.get(id);
    return p !== null && !(this.drawn.has(id) && Math.max(p.width, p.height) < side);
  }

  private fetch(id: string, side = 0): Promise<void> {
    this.pictures.touch(id);
    if (this.has(id, side)) return Promise.resolve();
    let p = this.loading.get(id);
    if (!p) {
      p = this.had(id, side)
        .then(({ pixels, drawing, drawn }) => {
          if (drawing) this.drawings.set(id, drawing);
          if (drawn) this.drawn.add(id);
          this.pictures.set(id, pixels);
        })
        .finally(() => this.loading.delete(id));
      this.loading.set(id, p);
    }
    return p;
  }

  /** A picture from a worker that has it, else from the server. */
  private async had(id: string, side: number): Promise<Lent> {
    return (await this.borrow?.(id, side)) ?? decode(this, id, side);
  }

  /** Passes on what there is to whoever asks at a port. */
  lendTo(port: MessagePort): void {
    lendAt(port, async (id, side) => {
      await this.loading.get(id)?.catch(() => undefined);
      const pixels = this.pictures.get(id);
      return pixels && this.has(id, side) ? { pixels, drawing: this.drawing(id), drawn: this.drawn.has(id) } : null;
    });
  }

  /** Asks at a port first for what is not here. */
  borrowFrom(port: MessagePort): void {
    this.borrow = borrowAt(port);
  }

  /**
   * Everything a slide needs before it can be painted. A picture that cannot be had is left out rather than stopping
   * the rest.
   */
  prepare(piece: Piece, slide: Slide, size: Size): Promise<void> {
    return this.prepareAll(piece, [slide], size);
  }

  /** The same for several slides that must be there at once. */
  async prepareAll(piece: Piece, slides: readonly Slide[], size: Size): Promise<void> {
    const needed = new Set<string>();
    await Promise.all(
      slides.flatMap((slide) => {
        const sides = shownSides(piece, slide, size),
          side = (id: string): number => drawnSide(sides.get(id) ?? 0),
          pictures = picturesOn(slide);
        for (const id of pictures) {
          needed.add(id);
          this.pictures.touch(id);
        }
        return [
          this.painter.prepare(slide),
          ...pictures
            .filter((id) => !this.has(id, side(id)))
            .map((id) => this.fetch(id, side(id)).catch(() => undefined)),
        ];
      }),
    );
    this.pictures.makeRoom(needed);
  }
}
