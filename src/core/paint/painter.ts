// The painter: a slide's layers, bottom to top, on a surface it is given. The stage, the measurement and the export all use it.
import { followedTexts, isFollower, plateBehind, union, type LinesPlace } from '../arrange/follow';
import { boxTransform, compose } from '../arrange/transform';
import { hexOf, layersIn } from '../piece/resolve';
import type { BlendMode, Box, FontChoice, Layer, Piece, Size, Slide, TextLayer } from '../piece/schema';
import { linesPlace } from '../type/frame';
import type { Family } from '../type/catalogue';
import { looksOf } from '../type/parts';
import { layoutText, type TextLayout } from '../type/layout';
import { cssColour } from './css-colour';
import { deviceBox, Easel, Stores, type View } from './easel';
import { Kept } from './kept';
import { formKey } from './layer-key';
import { paintBorder, paintFade, paintPlate, paintPoolLayer, plateIsGroup } from './layers/overlays';
import { PhotoPainter } from './layers/photo';
import { paintShape, shapeIsGroup } from './layers/shape';
import { paintText, textIsGroup, type InkMode } from './layers/text';
import { paintShadows, throwsShadow } from './shadow';
import { shapeReach } from './shape-path';
import type { Studio, Surface } from './studio';

export type { View } from './easel';

export interface PaintOptions {
  /** Paints this text without ink, or flooded with one of its inks wherever it could be: the pictures a reading compares. */
  ink?: { layer: string } & Exclude<InkMode, { as: 'letters' }>;
  /** Paints all texts without ink: what lies behind letters and for their sake. */
  inkless?: boolean;
  /** Another look of a placed layer; for trying strengths. */
  alter?: (layer: Layer) => Layer;
  /** Only these layers. */
  only?: (layer: Layer) => boolean;
  /** `draft` may use the canvas's own, quicker scaling of photos while something is dragged. */
  quality?: 'exact' | 'draft';
  /** Leaves the paper out: what is not covered stays transparent. */
  transparent?: boolean;
  /** Paints over what is on the surface already. */
  onto?: boolean;
}

const composite = (mode: BlendMode): GlobalCompositeOperation => (mode === 'normal' ? 'source-over' : mode);

export class Painter {
  private readonly layouts = new Kept<TextLayout>(400);
  private readonly stores = new Stores();
  private readonly photos = new PhotoPainter();
  private group: Surface | null = null;

  constructor(readonly studio: Studio) {}

  /** Loads the fonts of all texts of a slide; must be awaited before painting it. */
  async prepare(slide: Slide): Promise<void> {
    const wanted = slide.layers.flatMap((l) => (l.kind === 'text' ? fontsFor(l) : []));
    await Promise.all(wanted.map(({ font, text }) => this.studio.fonts.ensure(font, text)));
  }

  /** Makes families of one's own known, in place of those known before. */
  useFonts(families: readonly Family[]): void {
    this.studio.fonts.register(families);
  }

  /** The layout of a text, kept until what it depends on changes. */
  layout(layer: TextLayer): TextLayout {
    const { text, frame, grow, font, fontSize, letterSpacing, lineHeight, align, baselineShift, direction, box, underline, highlight, spans, list, balance, fit, padding, vertical, placedBy } = layer;
    // A text laid out before its font was there looks different once it is.
    const key = JSON.stringify([this.studio.fonts.generation, text, frame, grow, font, fontSize, letterSpacing, lineHeight, align, layer.case, baselineShift, direction, box.width, grow && !fit ? 0 : box.height, underline, highlight, spans, list, balance, fit, padding, vertical, placedBy]);
    return this.layouts.get(key, () => layoutText(layer, this.studio.fonts));
  }

  /** Where the lines of the texts lie that a plate or pool follows. */
  private places(layer: Layer, layers: readonly Layer[]): LinesPlace[] {
    return isFollower(layer) ? followedTexts(layer, layers).flatMap((t) => linesPlace(t, this.layout(t)) ?? []) : [];
  }

  /**
   * The layers of a slide as they stand in `size`, bottom to top, plates and pools where the texts are that they follow. One whose texts are all
   * hidden or empty is hidden with them; one whose texts are gone keeps its own box.
   */
  placed(piece: Piece, slide: Slide, size: Size): Layer[] {
    const layers = layersIn(piece, slide, size);
    return layers.map((layer) => {
      if (!isFollower(layer) || !layers.some((l) => layer.follows.includes(l.id))) return layer;
      const places = this.places(layer, layers);
      if (!places.length) return { ...layer, visible: false };
      if (layer.kind === 'plate') return { ...layer, ...plateBehind(layer, places) };
      return { ...layer, box: union(places.map((p) => p.box)), rotation: places.length === 1 ? places[0].rotation : 0 };
    });
  }

  /** Paints a slide; the surface is taken as the view's part of it. */
  paint(surface: Surface, piece: Piece, slide: Slide, size: Size, view: View, options: PaintOptions = {}): void {
    this.paintLayers(surface, piece, slide, this.placed(piece, slide, size), view, options);
  }

  /** Paints layers that are placed already. */
  paintLayers(surface: Surface, piece: Piece, slide: Slide, layers: readonly Layer[], view: View, options: PaintOptions = {}): void {
    const { context } = surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    if (!options.onto) context.clearRect(0, 0, surface.width, surface.height);
    if (!options.transparent && !options.onto) {
      context.fillStyle = cssColour(hexOf(slide.paper, piece).slice(0, 7));
      context.fillRect(0, 0, surface.width, surface.height);
    }
    const easel = new Easel(this.studio, surface, piece, view, options.quality ?? 'exact', this.stores);
    for (const given of layers) {
      if (!given.visible || (options.only && !options.only(given))) continue;
      const layer = options.alter ? options.alter(given) : given;
      if (layer.opacity <= 0) continue;
      context.save();
      context.globalCompositeOperation = composite(layer.blend);
      if (isGroup(layer) && (layer.opacity < 1 || layer.blend !== 'normal')) this.paintGroup(easel, layer, layers, options);
      else this.paintLayer(easel, layer, layers, options, layer.opacity);
      context.restore();
    }
  }

  /** Paints a layer of several parts by itself, then lays it down with its opacity and blend mode. */
  private paintGroup(easel: Easel, layer: Layer, layers: readonly Layer[], options: PaintOptions): void {
    const { width, height } = easel.surface;
    if (this.group?.width !== width || this.group.height !== height) {
      this.group?.free();
      this.group = this.studio.surface(width, height);
    }
    const { group } = this;
    group.context.setTransform(1, 0, 0, 1, 0, 0);
    group.context.globalCompositeOperation = 'source-over';
    group.context.clearRect(0, 0, width, height);
    this.paintLayer(new Easel(this.studio, group, easel.piece, easel.view, easel.quality, this.stores), layer, layers, options, 1);
    easel.context.setTransform(1, 0, 0, 1, 0, 0);
    easel.context.globalAlpha = layer.opacity;
    easel.context.drawImage(group.image as never, 0, 0);
  }

  private paintLayer(easel: Easel, layer: Layer, layers: readonly Layer[], options: PaintOptions, opacity: number): void {
    // A text's shadows lie between its backing and its letters: it paints them itself.
    if ('shadows' in layer && layer.kind !== 'text' && throwsShadow(layer.shadows)) this.paintShadowsOf(easel, layer, layers, options, opacity);
    switch (layer.kind) {
      case 'fill':
        return easel.fillBox(layer.fill, layer.box, compose(easel.toSurface, boxTransform(layer.box, layer.rotation)), opacity);
      case 'tint':
        return this.paintTint(easel, layer.colour, layer.box, layer.rotation, opacity);
      case 'photo':
        return this.photos.paint(easel, layer, opacity);
      case 'fade':
        return paintFade(easel, layer, opacity);
      case 'pool':
        return paintPoolLayer(easel, layer, this.places(layer, layers), opacity);
      case 'plate':
        return paintPlate(easel, layer, opacity);
      case 'border':
        return paintBorder(easel, layer, opacity);
      case 'shape':
        return paintShape(easel, layer, opacity);
      case 'text':
        return paintText(easel, layer, this.layout(layer), options.ink?.layer === layer.id ? options.ink : { as: options.inkless ? 'none' : 'letters' }, opacity);
    }
  }

  private paintShadowsOf(easel: Easel, layer: Extract<Layer, { shadows: unknown }>, layers: readonly Layer[], options: PaintOptions, opacity: number): void {
    const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
    const { box: { width, height }, shadows } = layer;
    const reach = layer.kind === 'shape' ? shapeReach(layer.shape, layer.box, layer.stroke) : 'stroke' in layer ? layer.stroke.width * 2 : 0;
    const bare = { ...layer, shadows: [] } as Layer;
    paintShadows(
      easel,
      shadows,
      { key: JSON.stringify([formKey(layer, easel.piece, this.studio), easel.view.scale, t.slice(0, 4)]), bounds: deviceBox({ x: -reach, y: -reach, width: width + 2 * reach, height: height + 2 * reach }, t), origin: [t[4], t[5]], paint: (on) => this.paintLayer(on, bare, layers, options, 1) },
      opacity,
    );
  }

  private paintTint(easel: Easel, colour: Parameters<Easel['hex']>[0], box: Box, rotation: number, opacity: number): void {
    const fill = { kind: 'colour', colour } as Parameters<Easel['fillBox']>[0];
    easel.fillBox(fill, box, compose(easel.toSurface, boxTransform(box, rotation)), opacity);
  }
}

/** The fonts a text is set in, each with the letters it must have: in other cases where they are shown so, and the markers of a list. */
function fontsFor(l: TextLayer): { font: FontChoice; text: string }[] {
  return looksOf(l).map(({ start, end, look }) => {
    const own = l.text.slice(start, end), shown = look.case === 'as-typed' ? own : own + own.toUpperCase() + own.toLowerCase();
    return { font: look.font, text: l.list === 'none' ? shown : `${shown}\u2022.0123456789` };
  });
}

/** Does a layer consist of parts that lie on each other? */
function isGroup(layer: Layer): boolean {
  if ('shadows' in layer && layer.kind !== 'text' && throwsShadow(layer.shadows)) return true;
  switch (layer.kind) {
    case 'plate':
      return plateIsGroup(layer);
    case 'shape':
      return shapeIsGroup(layer);
    case 'photo':
      return layer.stroke.width > 0 || layer.mask !== null;
    case 'text':
      return textIsGroup(layer);
    default:
      return false;
  }
}
