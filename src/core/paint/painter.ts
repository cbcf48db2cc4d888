// The painter: a slide's layers, bottom to top, on a surface it is given. The stage, the measurement and the export all use it.
import { boxTransform, compose, type Transform } from '../arrange/transform';
import { placePhoto } from '../photo/fit';
import { halve, resample } from '../photo/resample';
import type { Pixels } from '../colour/palette';
import { hexOf, layersIn } from '../piece/resolve';
import type { BlendMode, Layer, PhotoLayer, Piece, Size, Slide, TextLayer } from '../piece/schema';
import { textFrame, textTransform, traceLetter } from '../type/frame';
import { layoutText, type TextLayout } from '../type/layout';
import { cssColour, fillStyle } from './fill-style';
import type { Context2D, Studio, Surface } from './studio';

/** The part of the slide that is painted, in surface pixels after scaling. */
export interface View {
  /** Surface pixels to one pixel of the size. */
  scale: number;
  /** Top left corner of the part, in whole surface pixels. */
  x: number;
  y: number;
}

export interface PaintOptions {
  /** Paints this text without ink, or flooded with its ink wherever it could be: the two pictures a reading compares. */
  ink?: { layer: string; as: 'none' | 'flood' };
  /** A layer's opacity instead of its own; for trying strengths. */
  opacity?: { layer: string; value: number };
  /** Only these layers. */
  only?: (layer: Layer) => boolean;
  /** `draft` may use the canvas's own, quicker scaling of photos while something is dragged. */
  quality?: 'exact' | 'draft';
  /** Leaves the paper out: what is not covered stays transparent. */
  transparent?: boolean;
}

const composite = (mode: BlendMode): GlobalCompositeOperation => (mode === 'normal' ? 'source-over' : mode);

/** Keeps a bounded number of costly results, the least lately used going first. */
class Kept<V> {
  private readonly map = new Map<string, V>();
  constructor(private readonly most: number) {}
  get(key: string, make: () => V): V {
    let v = this.map.get(key);
    if (v === undefined) v = make();
    else this.map.delete(key);
    this.map.set(key, v);
    if (this.map.size > this.most) this.map.delete(this.map.keys().next().value!);
    return v;
  }
  has(key: string): boolean {
    return this.map.has(key);
  }
}

export class Painter {
  private readonly layouts = new Kept<TextLayout>(400);
  private readonly photos = new Kept<Surface>(16);
  private readonly whole = new Kept<Surface>(4);
  private readonly halves = new WeakMap<Pixels, Pixels>();

  constructor(readonly studio: Studio) {}

  /** Loads the fonts of all texts of a slide; must be awaited before painting it. */
  async prepare(slide: Slide): Promise<void> {
    await Promise.all(slide.layers.map((l) => (l.kind === 'text' ? this.studio.fonts.ensure(l.font, l.case === 'as-typed' ? l.text : l.text + l.text.toUpperCase() + l.text.toLowerCase()) : null)));
  }

  /** The layout of a text, kept until what it depends on changes. */
  layout(layer: TextLayer): TextLayout {
    const { text, frame, font, fontSize, letterSpacing, lineHeight, align, baselineShift, direction, box } = layer;
    const key = JSON.stringify([text, frame, font, fontSize, letterSpacing, lineHeight, align, layer.case, baselineShift, direction, box.width]);
    return this.layouts.get(key, () => layoutText(layer, this.studio.fonts));
  }

  /** Paints a slide; the surface is taken as the view's part of it. */
  paint(surface: Surface, piece: Piece, slide: Slide, size: Size, view: View, options: PaintOptions = {}): void {
    const { context } = surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    context.clearRect(0, 0, surface.width, surface.height);
    if (!options.transparent) {
      context.fillStyle = cssColour(hexOf(slide.paper, piece).slice(0, 7));
      context.fillRect(0, 0, surface.width, surface.height);
    }
    for (const layer of layersIn(piece, slide, size)) {
      if (!layer.visible || (options.only && !options.only(layer))) continue;
      const opacity = options.opacity?.layer === layer.id ? options.opacity.value : layer.opacity;
      if (opacity <= 0) continue;
      context.save();
      context.globalAlpha = opacity;
      context.globalCompositeOperation = composite(layer.blend);
      this.paintLayer(context, piece, layer, view, options);
      context.restore();
    }
  }

  private paintLayer(context: Context2D, piece: Piece, layer: Layer, view: View, options: PaintOptions): void {
    const toSurface: Transform = [view.scale, 0, 0, view.scale, -view.x, -view.y];
    switch (layer.kind) {
      case 'fill':
      case 'tint': {
        const t = compose(toSurface, boxTransform(layer.box, layer.rotation));
        const area = { x: 0, y: 0, width: layer.box.width, height: layer.box.height };
        const style = layer.kind === 'tint' ? cssColour(hexOf(layer.colour, piece)) : fillStyle(context, layer.fill, piece, area, t);
        if (style === null) return;
        context.fillStyle = style;
        this.fillBox(context, t, area.width, area.height);
        return;
      }
      case 'photo':
        this.paintPhoto(context, layer, view, options.quality ?? 'exact');
        return;
      case 'text':
        this.paintText(context, piece, layer, toSurface, options.ink?.layer === layer.id ? options.ink.as : 'letters');
    }
  }

  /** Fills a box in its own coordinates; edges of upright boxes are snapped to whole pixels, so that no hairline shows. */
  private fillBox(context: Context2D, t: Transform, width: number, height: number): void {
    if (t[1] === 0 && t[2] === 0) {
      const x0 = Math.round(t[4]), y0 = Math.round(t[5]);
      context.fillRect(x0, y0, Math.round(t[4] + t[0] * width) - x0, Math.round(t[5] + t[3] * height) - y0);
      return;
    }
    const p = (x: number, y: number): [number, number] => [t[0] * x + t[2] * y + t[4], t[1] * x + t[3] * y + t[5]];
    context.beginPath();
    context.moveTo(...p(0, 0));
    context.lineTo(...p(width, 0));
    context.lineTo(...p(width, height));
    context.lineTo(...p(0, height));
    context.closePath();
    context.fill('nonzero');
  }

  private paintText(context: Context2D, piece: Piece, layer: TextLayer, toSurface: Transform, ink: 'letters' | 'none' | 'flood'): void {
    if (ink === 'none') return;
    const layout = this.layout(layer);
    const frame = textFrame(layer, layout);
    const style = fillStyle(context, layer.fill, piece, { x: 0, y: 0, width: frame.width, height: frame.height }, compose(toSurface, boxTransform(frame, layer.rotation)));
    if (style === null) return;
    context.fillStyle = style;
    if (ink === 'flood') {
      context.fillRect(-1, -1, 20_000, 20_000);
      return;
    }
    const t = compose(toSurface, textTransform(layer, layout));
    context.beginPath();
    for (const letter of layout.letters) traceLetter(letter, layout.fontSize, t, context);
    context.fill('nonzero');
  }

  private paintPhoto(context: Context2D, layer: PhotoLayer, view: View, quality: 'exact' | 'draft'): void {
    const photo = this.studio.picture(layer.asset);
    if (!photo) return;
    const { scale } = view;
    const place = placePhoto(photo, { width: layer.box.width * scale, height: layer.box.height * scale }, layer);
    const width = Math.max(1, Math.round(place.target.width)), height = Math.max(1, Math.round(place.target.height));
    const key = [layer.asset, width, height, layer.flipX, layer.flipY, place.source.x.toFixed(3), place.source.y.toFixed(3), place.source.width.toFixed(3), place.source.height.toFixed(3)].join();
    const x = layer.box.x * scale + place.target.x - view.x, y = layer.box.y * scale + place.target.y - view.y;
    let t: Transform = [1, 0, 0, 1, Math.round(x), Math.round(y)];
    if (layer.rotation !== 0) {
      const b = { x: layer.box.x * scale - view.x, y: layer.box.y * scale - view.y, width: layer.box.width * scale, height: layer.box.height * scale };
      t = compose(boxTransform(b, layer.rotation), [1, 0, 0, 1, place.target.x, place.target.y]);
    }
    context.imageSmoothingEnabled = true;
    context.imageSmoothingQuality = 'high';
    if (quality === 'draft' && !this.photos.has(key)) {
      const all = this.whole.get(layer.asset, () => this.surfaceOf(this.reduced(photo, 1600)));
      const kx = all.width / photo.width, ky = all.height / photo.height, s = place.source;
      context.setTransform(...compose(t, [layer.flipX ? -1 : 1, 0, 0, layer.flipY ? -1 : 1, layer.flipX ? width : 0, layer.flipY ? height : 0]));
      context.drawImage(all.image as never, s.x * kx, s.y * ky, s.width * kx, s.height * ky, 0, 0, width, height);
      return;
    }
    const made = this.photos.get(key, () => this.surfaceOf(resample(photo, place.source, width, height, layer.flipX, layer.flipY, (p) => this.half(p))));
    context.setTransform(...t);
    context.drawImage(made.image as never, 0, 0);
  }

  private half(p: Pixels): Pixels {
    let h = this.halves.get(p);
    if (!h) this.halves.set(p, (h = halve(p)));
    return h;
  }

  private reduced(p: Pixels, most: number): Pixels {
    return Math.max(p.width, p.height) <= most * 1.5 ? p : this.reduced(this.half(p), most);
  }

  private surfaceOf(p: Pixels): Surface {
    const s = this.studio.surface(p.width, p.height);
    s.write(p);
    return s;
  }
}
