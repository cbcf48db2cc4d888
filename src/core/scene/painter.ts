// The painter: a slide's layers, bottom to top, on a surface it is given. The stage, the measurement and the export all
// use it.
import { Kept } from '../ground/kept';
import type { Surface } from '../ground/surface';
import { boxTransform, compose } from '../ground/transform';
import { isText, kindOf, type Layer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { cssColour } from '../paint/css-colour';
import { deviceBox, Easel, Stores, type View } from '../paint/easel';
import { formKey } from '../paint/form-key';
import { paintShadows, throwsShadow } from '../paint/shadow';
import type { Studio } from '../paint/studio';
import type { InkMode } from '../paint/text-painter';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Family } from '../type/catalogue';
import { layoutText, type TextLayout } from '../type/layout';
import { looksOf } from '../type/spans';
import { layoutTraced, tracedName } from '../type/traced';
import type { BlendMode } from '../values/plain';
import { type Swatches } from '../values/swatches';
import type { FontChoice, PlacedText } from '../values/text';
import { linesBehind, type Scene, sceneOf } from './scene';

export type { View } from '../paint/easel';

export interface PaintOptions {
  /**
   * Paints this text without ink, or flooded with one of its inks wherever it could be: the pictures a reading
   * compares.
   */
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

/** What the layout of a text depends on, besides its box and the fonts that are there. */
const LAID_OUT_BY = [
  'text',
  'frame',
  'grow',
  'font',
  'fontSize',
  'letterSpacing',
  'lineHeight',
  'align',
  'case',
  'baselineShift',
  'direction',
  'underline',
  'highlight',
  'spans',
  'list',
  'breaks',
  'balance',
  'fit',
  'padding',
  'vertical',
  'placedBy',
] as const satisfies readonly (keyof PlacedText)[];

export class Painter {
  private readonly layouts = new Kept<TextLayout>(400);
  private readonly stores = new Stores();
  /** Where parts are put together: one surface for each depth to which they lie within each other. */
  private readonly groups: Surface[] = [];
  private depth = 0;

  constructor(readonly studio: Studio) {}

  /** Loads the fonts of all texts of a slide; must be awaited before painting it. */
  async prepare(slide: Slide): Promise<void> {
    const wanted = slide.layers.filter(isText).flatMap(fontsFor);
    await Promise.all(wanted.map(({ font, text, whole }) => this.studio.fonts.ensure(font, text, whole)));
  }

  /** Makes families of one's own known, in place of those known before. */
  useFonts(families: readonly Family[]): void {
    this.studio.fonts.register(families);
  }

  /** The layout of a text, kept until what it depends on changes. */
  layout(layer: PlacedText): TextLayout {
    const { box, grow, fit } = layer;
    // A text laid out before its font was there looks different once it is.
    const key = JSON.stringify([
      this.studio.fonts.generation,
      LAID_OUT_BY.map((k) => layer[k]),
      layer.traced && tracedName(layer.traced),
      box.width,
      grow && !fit ? 0 : box.height,
    ]);
    return this.layouts.get(key, () =>
      layer.traced ? layoutTraced(layer, layer.traced) : layoutText(layer, this.studio.fonts),
    );
  }

  /** What lies on a slide in a size. */
  sceneOf(piece: Piece, slide: Slide, size: Size): Scene {
    return sceneOf(this, piece, slide, size);
  }

  /** Paints a slide; the surface is taken as the view's part of it. */
  paint(surface: Surface, piece: Piece, slide: Slide, size: Size, view: View, options: PaintOptions = {}): void {
    this.paintScene(surface, this.sceneOf(piece, slide, size), view, options);
  }

  paintScene(surface: Surface, scene: Scene, view: View, options: PaintOptions = {}): void {
    const { layers } = scene;
    const { context } = surface;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'source-over';
    if (!options.onto) context.clearRect(0, 0, surface.width, surface.height);
    if (!options.transparent && !options.onto) {
      context.fillStyle = cssColour(scene.paper.slice(0, 7));
      context.fillRect(0, 0, surface.width, surface.height);
    }
    const strip = Math.round(scene.at * scene.width * view.scale),
      inStrip = strip ? { ...view, strip } : view;
    const easel = new Easel(this.studio, surface, scene, inStrip, options.quality ?? 'exact', this.stores);
    const shown = layers.filter((l) => l.visible && (!options.only || options.only(l)));
    for (let i = 0; i < shown.length; i++) {
      const { through } = shown[i];
      if (!through) this.paintGiven(easel, shown[i], layers, options);
      else {
        // What appears appears as a whole.
        const from = i;
        while (shown[i + 1]?.through) i++;
        this.paintThrough(easel, shown.slice(from, i + 1), layers, options, through.share);
      }
    }
  }

  private paintGiven(easel: Easel, given: Layer, layers: readonly Layer[], options: PaintOptions): void {
    const layer = options.alter ? options.alter(given) : given,
      { context } = easel;
    if (layer.opacity <= 0) return;
    context.save();
    context.globalCompositeOperation = composite(layer.blend);
    if (isGroup(layer) && (layer.opacity < 1 || layer.blend !== 'normal'))
      this.paintGroup(easel, layer, layers, options);
    else this.paintLayer(easel, layer, layers, options, layer.opacity);
    context.restore();
  }

  /** Paints layers by themselves, then lays down so much of them. */
  private paintThrough(
    easel: Easel,
    shown: readonly Layer[],
    layers: readonly Layer[],
    options: PaintOptions,
    share: number,
  ): void {
    easel.context.save();
    this.asOne(easel, share, (on) => {
      for (const layer of shown) this.paintGiven(on, layer, layers, options);
    });
    easel.context.restore();
  }

  /** Paints a layer of several parts by itself, then lays it down with its opacity and blend mode. */
  private paintGroup(easel: Easel, layer: Layer, layers: readonly Layer[], options: PaintOptions): void {
    this.asOne(easel, layer.opacity, (on) => this.paintLayer(on, layer, layers, options, 1));
  }

  /** What is painted apart is laid down as one, so much of it, with the blend mode that is set. */
  private asOne(easel: Easel, opacity: number, paint: (on: Easel) => void): void {
    const { width, height } = easel.surface,
      depth = this.depth++;
    try {
      let group = this.groups[depth];
      if (group?.width !== width || group.height !== height) {
        group?.free();
        group = this.groups[depth] = this.studio.surface(width, height);
      }
      group.context.setTransform(1, 0, 0, 1, 0, 0);
      group.context.globalCompositeOperation = 'source-over';
      group.context.clearRect(0, 0, width, height);
      paint(new Easel(this.studio, group, easel.swatches, easel.view, easel.quality, this.stores));
      easel.context.setTransform(1, 0, 0, 1, 0, 0);
      easel.context.globalAlpha = opacity;
      easel.context.drawImage(group.image, 0, 0);
    } finally {
      this.depth--;
    }
  }

  private paintLayer(
    easel: Easel,
    layer: Layer,
    layers: readonly Layer[],
    options: PaintOptions,
    opacity: number,
  ): void {
    const kind = kindOf(layer);
    if (!kind.castsItself && 'shadows' in layer && throwsShadow(layer.shadows))
      this.paintShadowsOf(easel, layer, layers, options, opacity);
    const ink: InkMode = options.ink?.layer === layer.id ? options.ink : { as: options.inkless ? 'none' : 'letters' };
    kind.paint(easel, layer, opacity, { lines: linesBehind(this, layer, layers), layout: (t) => this.layout(t), ink });
  }

  private paintShadowsOf(
    easel: Easel,
    layer: Extract<Layer, { shadows: unknown }>,
    layers: readonly Layer[],
    options: PaintOptions,
    opacity: number,
  ): void {
    const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation)),
      kind = kindOf(layer);
    const {
        box: { width, height },
        shadows,
      } = layer,
      margin = kind.shadowMargin?.(layer) ?? 0;
    const bare: Layer = { ...layer, shadows: [] };
    paintShadows(
      easel,
      shadows,
      {
        key: JSON.stringify([layerKey(layer, easel.swatches, this.studio), easel.view.scale, t.slice(0, 4)]),
        bounds: deviceBox({ x: -margin, y: -margin, width: width + 2 * margin, height: height + 2 * margin }, t),
        origin: [t[4], t[5]],
        paint: (on) => this.paintLayer(on, bare, layers, options, 1),
      },
      opacity,
    );
  }
}

/** The form of a placed layer: equal keys, equal outlines and colours, wherever it lies. */
export const layerKey = (layer: Layer, swatches: Swatches, studio: Studio): string =>
  formKey(layer, kindOf(layer).there?.(layer, studio) ?? 0, swatches);

/**
 * The fonts a text is set in, each with the letters it must have: in other cases where they are shown so, and the
 * markers of a list.
 */
function fontsFor(l: TextLayer): { font: FontChoice; text: string; whole: string }[] {
  if (l.traced) return [];
  return looksOf(l).map(({ start, end, look }) => {
    const own = l.text.slice(start, end),
      shown = look.case === 'as-typed' ? own : own + own.toUpperCase() + own.toLowerCase();
    return { font: look.font, text: l.list === 'none' ? shown : `${shown}\u2022.0123456789`, whole: l.text };
  });
}

/** Does a layer consist of parts that lie on each other? */
const isGroup = (layer: Layer): boolean => {
  const kind = kindOf(layer);
  return (!kind.castsItself && 'shadows' in layer && throwsShadow(layer.shadows)) || (kind.isGroup?.(layer) ?? false);
};
