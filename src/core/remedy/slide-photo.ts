// How much of a slide's photo its treatments leave: the slide is painted with and without them, and compared.
import type { Box } from '../ground/box';
import { union } from '../ground/box';
import { shot } from '../ground/surface';
import type { Layer } from '../kinds/layers';
import { isPhoto, isText } from '../kinds/layers';
import { textIsGroup } from '../paint/text-painter';
import { isBackdropPhoto } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { isTreatment, switchedOff } from '../piece/treatments';
import type { Painter, PaintOptions } from '../scene/painter';
import { reachOf } from '../scene/reach';
import { WINDOW } from './kept-window';
import { KEPT_SIDE, KeptPhoto, type PhotoKept } from './photo-kept';
import { isVeil, type Veil, veilIn } from './veil';

/** What counts for photo kept: the backdrop, and what is laid on it for the text's sake, without ink. */
const countsForPhoto = (l: Layer): boolean => l.band === 'backdrop' || isTreatment(l) || isText(l);

/** Does a layer take part in how the photo is seen? Ink alone does not. */
const counts = (l: Layer): boolean => l.visible && countsForPhoto(l) && !(isText(l) && !textIsGroup(l));

/** How much of a slide's photo its treatments leave. */
export class SlidePhoto {
  readonly photo: KeptPhoto;
  private readonly whole: Box;
  private readonly scale: number;
  /** The layers as they are placed without any treatment. */
  private readonly bare: readonly Layer[];

  constructor(
    private readonly painter: Painter,
    piece: Piece,
    slide: Slide,
    private readonly size: Size,
    /** The longer side at which it is compared, px; smaller ones are quicker, and tell about the same. */
    side = KEPT_SIDE,
  ) {
    this.scale = side / Math.max(size.width, size.height);
    const width = Math.max(1, Math.round(size.width * this.scale)),
      height = Math.max(1, Math.round(size.height * this.scale));
    this.whole = { x: 0, y: 0, width, height };
    const photos = slide.layers.some(isBackdropPhoto);
    const bare = {
      ...slide,
      layers: slide.layers.filter((l) => l.band === 'backdrop').map((l) => ({ ...l, ...switchedOff(l)?.set }) as Layer),
    };
    this.bare = painter.sceneOf(piece, bare, size).layers;
    // One pixel a window tells where there is any.
    const columns = Math.ceil(width / WINDOW),
      alpha = photos
        ? shot(painter.studio, columns, Math.ceil(height / WINDOW), (on) =>
            painter.paint(
              on,
              piece,
              bare,
              size,
              { scale: this.scale / WINDOW, x: 0, y: 0 },
              { transparent: true, only: isPhoto, quality: 'draft' },
            ),
          )
        : null;
    this.photo = new KeptPhoto(
      { width, height, data: photos ? this.paint(piece, bare, this.whole) : new Uint8ClampedArray(width * height * 4) },
      (x, y) => alpha !== null && alpha[(Math.floor(y / WINDOW) * columns + Math.floor(x / WINDOW)) * 4 + 3] > 127,
    );
  }

  private paint(piece: Piece, slide: Slide, part: Box, options: PaintOptions = {}): Uint8ClampedArray {
    return shot(this.painter.studio, part.width, part.height, (on) =>
      this.painter.paint(on, piece, slide, this.size, { scale: this.scale, x: part.x, y: part.y }, options),
    );
  }

  /** Photo kept and marks of a slide with the same photo; null where there is none. */
  of(piece: Piece, slide: Slide): PhotoKept | null {
    if (!this.photo.shown) return null;
    const { layers } = this.painter.sceneOf(piece, slide, this.size),
      differing = this.differing(layers),
      [one] = differing;
    // A veil alone over the photo is told without painting it.
    if (differing.length === 1 && layers.findLast(counts) === one && isVeil(one, this.size)) {
      const { colour, alpha } = veilIn(this.painter, piece, this.size, layers, one);
      return this.photo.under(colour, (x, y) => one.opacity * alpha(x / this.scale, y / this.scale));
    }
    const part = this.partOf(differing);
    return this.photo.compare(
      part ? this.paint(piece, slide, part, { inkless: true, only: countsForPhoto }) : new Uint8ClampedArray(),
      part ?? { x: 0, y: 0, width: 0, height: 0 },
    );
  }

  /** Layers that count and are not as they are on the bare photo; those first that are there now. */
  private differing(layers: readonly Layer[]): Layer[] {
    const now = layers.filter(counts),
      bare = this.bare.filter((l) => l.visible),
      key = (l: Layer): string => JSON.stringify(l),
      before = new Set(bare.map(key)),
      after = new Set(now.map(key));
    return [...now.filter((l) => !before.has(key(l))), ...bare.filter((l) => !after.has(key(l)))];
  }

  /** Where layers are, in whole windows of the picture that is compared; null where nowhere. */
  private partOf(layers: readonly Layer[]): Box | null {
    if (!layers.length) return null;
    const { x, y, width, height } = union(layers.map((l) => reachOf(this.painter, l))),
      down = (v: number): number => Math.max(0, Math.floor((v * this.scale - 1) / WINDOW) * WINDOW),
      up = (v: number, most: number): number => Math.min(most, Math.ceil((v * this.scale + 1) / WINDOW) * WINDOW);
    const part = {
      x: down(x),
      y: down(y),
      width: up(x + width, this.whole.width) - down(x),
      height: up(y + height, this.whole.height) - down(y),
    };
    return part.width > 0 && part.height > 0 ? part : null;
  }

  /** An estimate for a veil at a strength, from about so many windows. */
  underVeil({ colour, alpha }: Veil, strength: number, most: number): PhotoKept | null {
    return this.photo.estimate(colour, (x, y) => strength * alpha(x / this.scale, y / this.scale), most);
  }
}
