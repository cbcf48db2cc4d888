// Paints the stage, thumbnails of layers and the loupe, away from the interface's thread.
import { transfer } from 'comlink';
import { firstLayout } from '../core/arrange/new-size';
import { sectionAt } from '../core/arrange/section';
import { type Beneath, beneathOf } from '../core/colour/beneath';
import { type Box, sharedBy } from '../core/ground/box';
import type { Surface } from '../core/ground/surface';
import { shot } from '../core/ground/surface';
import { boundsOf } from '../core/ground/transform';
import type { Layer } from '../core/kinds/layers';
import { isFollower, isPhoto, isText } from '../core/kinds/layers';
import type { TextLayer } from '../core/kinds/text';
import { layerIn, layersIn, sizeOf, slideOf } from '../core/piece/resolve';
import type { Piece, Size, Slide } from '../core/piece/schema';
import type { Layout } from '../core/piece/sizes';
import { tileById } from '../core/pattern/catalogue';
import { periodOfPicture } from '../core/pattern/texture';
import { PartialPainter } from '../core/scene/partial';
import { sceneWith } from '../core/scene/scene';
import { pixelsOf } from '../core/scene/whole';
import { backingBands } from '../core/type/backing';
import { caretMap, type CaretMap } from '../core/type/caret';
import type { Family } from '../core/type/catalogue';
import { overflows, textFrame } from '../core/type/frame';
import type { TextLayout } from '../core/type/layout';
import type { Fill, Pattern } from '../core/values/fill';
import { BrowserStudio, surfaceOn } from './browser-studio';
import { takeFirst } from './first';
import { canvasOf } from './fitting';
import { photosToGlanceAt, withCopies } from './glance';
import { listening } from './listening';
import { MarksCanvas } from './marks';

const studio = new BrowserStudio();
const { painter } = studio;
interface Stage {
  canvas: OffscreenCanvas;
  surface: Surface;
  partial: PartialPainter;
  /** The slide that is to be seen on it, and the one that was painted on it last from its pictures themselves. */
  wanted: string;
  shown: string;
}
const stages = new Map<string, Stage>();
let marks: MarksCanvas | null = null;

/** Makes the canvas of a stage as large as a slide at a scale; what was on it goes where that changes. */
function fit({ canvas }: Stage, size: Size, scale: number): void {
  const { width, height } = canvasOf(size, scale);
  if (canvas.width === width && canvas.height === height) return;
  canvas.width = width;
  canvas.height = height;
}

/** A piece reduced to one slide, which is all that painting needs. */
export interface Shown {
  piece: Piece;
  slide: string;
  size: string;
}

export interface TextPlace {
  /** The frame the text takes, from the top left of the layer's box: it stays the same while the text moves. */
  frame: Box;
  overflow: boolean;
  missing: string[];
  /** Families that letters were taken from which the chosen one lacks. */
  borrowed: string[];
  /** Left edge of the frame in layout coordinates. */
  offset: number;
  /** Baselines of its lines, from the top of the frame. */
  baselines: number[];
  /** Size of its type: what was found where the text fits its frame. */
  fontSize: number;
  missingFonts: string[];
  /** Where its backing lies beyond its lines, like the frame; null without one. */
  backing: Box | null;
  caret?: CaretMap;
}

/** Where a plate or pool lies that follows texts. */
export interface FollowerPlace {
  box: Box;
  rotation: number;
  visible: boolean;
}

export interface Painted {
  texts: Record<string, TextPlace>;
  followers: Record<string, FollowerPlace>;
}

/** What the page is told of a painting, by number. */
export interface Told {
  n: number;
  /** Null where it is what the page knows. */
  painted: Painted | null;
}
/** What was told last. Numbers begin anew with no worker. */
let told = { n: Date.now(), as: '' };
function tell(painted: Painted, known?: number): Told {
  const as = JSON.stringify(painted);
  if (as !== told.as) told = { n: told.n + 1, as };
  return { n: told.n, painted: told.n === known ? null : painted };
}

const followersOf = (placed: readonly Layer[]): Record<string, FollowerPlace> =>
  Object.fromEntries(
    placed.filter(isFollower).map(({ id, box, rotation, visible }) => [id, { box, rotation, visible }]),
  );

function open(scene: Shown): { slide: Slide; size: ReturnType<typeof sizeOf> } {
  return { slide: slideOf(scene.piece, scene.slide), size: sizeOf(scene.piece, scene.size) };
}

/** The box of a text's backing, from the top left of its frame. */
function backingBox({ backing }: TextLayer, layout: TextLayout): Box | null {
  const bands = backing?.on ? backingBands(layout, backing).flat() : [];
  if (!bands.length) return null;
  const x = Math.min(...bands.map((b) => b.left)) - layout.offset,
    y = Math.min(...bands.map((b) => b.top));
  return {
    x,
    y,
    width: Math.max(...bands.map((b) => b.right)) - layout.offset - x,
    height: Math.max(...bands.map((b) => b.bottom)) - y,
  };
}

function places(scene: Shown, slide: Slide, editing: string | null): Record<string, TextPlace> {
  const size = sizeOf(scene.piece, scene.size);
  const texts: Record<string, TextPlace> = {};
  for (const layer of layersIn(scene.piece, slide, size)) {
    if (!isText(layer)) continue;
    const layout = painter.layout(layer),
      frame = textFrame(layer, layout);
    texts[layer.id] = {
      frame: { ...frame, x: frame.x - layer.box.x, y: frame.y - layer.box.y },
      overflow: overflows(layer, layout),
      missing: layout.missing,
      borrowed: layout.borrowed,
      offset: layout.offset,
      baselines: layout.lines.map((l) => l.baseline),
      fontSize: layout.fontSize,
      missingFonts: layout.missingFonts,
      backing: backingBox(layer, layout),
      ...(layer.id === editing ? { caret: caretMap(layout) } : {}),
    };
  }
  return texts;
}

/** How much larger a pattern is shown alone, so that its form can be told in a small picture. */
function enlarged(layer: Layer, scale: number, width: number): number {
  if (!('fill' in layer) || layer.fill.kind !== 'pattern') return 1;
  const { tile, scale: own } = layer.fill.pattern,
    picture = typeof tile === 'string' ? null : studio.picture(tile.asset),
    period = typeof tile === 'string' ? tileById(tile) : picture && periodOfPicture(picture);
  return period ? Math.min(40, Math.max(1, width / 3 / (period.width * own * scale))) : 1;
}

/** Upright box of a text's lines, without the empty part of its frame. */
function linesOf(layer: TextLayer): Box {
  const layout = painter.layout(layer),
    frame = textFrame(layer, layout);
  const left = Math.min(...layout.lines.map((l) => l.left)),
    right = Math.max(...layout.lines.map((l) => l.left + l.width));
  return {
    x: frame.x + left - layout.offset,
    y: frame.y + (layout.lines[0]?.baseline ?? 0) - layout.fontSize,
    width: Math.max(1, right - left),
    height: Math.max(
      1,
      (layout.lines.at(-1)?.baseline ?? 0) - (layout.lines[0]?.baseline ?? 0) + layout.fontSize * 1.3,
    ),
  };
}

/**
 * What a canvas shows, as an address that holds it: one that names a file has to be asked for from the browser, half a
 * millisecond each.
 */
async function addressOf(canvas: OffscreenCanvas): Promise<string> {
  const reader = new FileReader(),
    read = new Promise<string>((ok, no) => {
      reader.onload = () => ok(reader.result as string);
      reader.onerror = () => no(reader.error ?? new Error('A small picture could not be read.'));
    });
  reader.readAsDataURL(await canvas.convertToBlob());
  return read;
}

export const api = {
  /** Makes the campaign's own fonts known. */
  fonts(families: Family[]): void {
    painter.useFonts(families);
  },

  /** Passes pictures on to another worker of the page. */
  lendTo(port: MessagePort): void {
    studio.lendTo(port);
  },

  /** Loads what a slide will need. */
  async warm(scene: Shown): Promise<void> {
    const { slide, size } = open(scene);
    await studio.prepare(scene.piece, slide, size);
  },

  /** The first layout of a size that is about to be added, of all slides of a piece. */
  async firstLayout(piece: Piece, size: Size): Promise<Layout> {
    const out: Layout = {};
    for (const slide of piece.slides) {
      await studio.prepare(piece, slide, piece.sizes[0]);
      out[slide.id] = firstLayout(painter, piece, slide, size, (asset) => studio.picture(asset));
    }
    return out;
  },

  /** Takes over the canvas of a slide on the page: the one that was sent ahead where none is given. */
  attach(key: string, given?: OffscreenCanvas): void {
    const first = given ? null : takeFirst(),
      canvas = given ?? first?.canvas;
    if (!canvas) return;
    if (first) studio.keep(first.spare);
    stages.set(key, {
      canvas,
      surface: surfaceOn(canvas),
      partial: new PartialPainter(painter),
      wanted: '',
      shown: '',
    });
  },
  /** Draws what lies over the stage on this canvas from now on. */
  attachMarks(canvas: OffscreenCanvas): void {
    marks = new MarksCanvas(canvas);
  },

  detach(key: string): void {
    stages.delete(key);
  },

  /**
   * Paints a slide that is to be shown from small copies of its photos, so that it is seen before they are there.
   * @returns whether it did: not where nothing is gained, where they came first, or where another slide is wanted now
   */
  async glance(key: string, scene: Shown, scale: number): Promise<boolean> {
    const { slide, size } = open(scene),
      photos = photosToGlanceAt(slide);
    const asked = stages.get(key);
    if (asked) asked.wanted = slide.id;
    if (!photos || photos.every((id) => studio.picture(id))) return false;
    const copies = await Promise.all(photos.map(async (id) => [id, (await studio.thumbnail(id)).name] as const));
    await painter.prepare(slide);
    const stage = stages.get(key);
    if (!stage || stage.wanted !== slide.id || stage.shown === slide.id) return false;
    fit(stage, size, scale);
    painter.paint(stage.surface, scene.piece, withCopies(slide, new Map(copies)), size, { scale, x: 0, y: 0 });
    return true;
  },

  /**
   * Paints a slide on its canvas. `scale` is canvas pixels to one pixel of the size.
   * @param over what is drawn over the stage with it; where it is left out, what is there stays
   * @param known number of what the page was told before: a text that only moves has the frame it had
   */
  async show(
    key: string,
    scene: Shown,
    scale: number,
    draft: boolean,
    editing: string | null,
    over?: Parameters<MarksCanvas['show']>[0],
    known?: number,
  ): Promise<Told> {
    const { slide, size } = open(scene),
      asked = stages.get(key);
    if (asked) asked.wanted = slide.id;
    await studio.prepare(scene.piece, slide, size);
    const stage = stages.get(key);
    let placed: readonly Layer[] = [];
    if (stage) {
      fit(stage, size, scale);
      stage.shown = slide.id;
      placed = stage.partial.paint(
        stage.surface,
        scene.piece,
        slide,
        size,
        { scale, x: 0, y: 0 },
        draft ? 'draft' : 'exact',
      );
    }
    if (over !== undefined) marks?.show(over);
    return tell({ texts: places(scene, slide, editing), followers: followersOf(placed) }, known);
  },

  /**
   * Paints a section at a width of the page on its canvas, as large as there is room for it.
   * @param width CSS px @param room CSS px @param density canvas pixels to one of them
   */
  async showWidth(
    key: string,
    { piece, slide: id }: Shown,
    width: number,
    room: { width: number; height: number },
    density: number,
    draft: boolean,
  ): Promise<{ size: Size; scale: number }> {
    const slide = slideOf(piece, id);
    await painter.prepare(slide);
    const size = sectionAt(painter, piece, slide, width),
      scale = Math.min(1, room.width / size.width, room.height / size.height);
    await api.show(
      key,
      { piece: { ...piece, sizes: [...piece.sizes, size] }, slide: id, size: size.id },
      scale * density,
      draft,
      null,
    );
    return { size, scale };
  },

  /** Small pictures of single layers, on nothing, as addresses that hold them. */
  async thumbnails(
    scene: Shown,
    ids: string[],
    width: number,
    height: number,
  ): Promise<{ id: string; picture: string }[]> {
    const { slide, size } = open(scene);
    await studio.prepare(scene.piece, slide, size);
    // One for all: what is to become a file is taken from it at once.
    const canvas = new OffscreenCanvas(width, height),
      surface = surfaceOn(canvas);
    const out: Promise<{ id: string; picture: string }>[] = [];
    for (const id of ids) {
      const layer = slide.layers.find((l) => l.id === id);
      if (!layer) continue;
      const placed =
        painter.sceneOf(scene.piece, slide, size).layers.find((l) => l.id === id) ??
        layerIn(layer, size, scene.piece.sizes[0]);
      // What belongs to the message is shown by itself, everything else where it lies on the slide.
      const alone = isText(placed) || placed.kind === 'shape' || (isPhoto(placed) && placed.band === 'message');
      const frame = isText(placed)
        ? linesOf(placed)
        : alone
          ? boundsOf(placed.box, placed.rotation)
          : { x: 0, y: 0, width: size.width, height: size.height };
      const fits = Math.min(width / frame.width, height / frame.height),
        larger = alone ? 0.88 : enlarged(placed, fits, width),
        scale = fits * larger,
        // What is enlarged may lie on a part of the slide only.
        middle = larger > 1 ? sharedBy(boundsOf(placed.box, placed.rotation), frame) : frame;
      const x = Math.round((middle.x + middle.width / 2) * scale - width / 2),
        y = Math.round((middle.y + middle.height / 2) * scale - height / 2);
      const shown = slide.layers.map((l) =>
        l.id === id
          ? {
              ...layer,
              visible: true,
              overrides: Object.fromEntries(
                Object.entries(layer.overrides).map(([k, o]) => [k, { ...o, visible: true }]),
              ),
            }
          : l,
      );
      painter.paint(
        surface,
        scene.piece,
        { ...slide, layers: shown },
        size,
        { scale, x, y },
        { transparent: true, quality: 'draft', only: (l) => l.id === id },
      );
      out.push(addressOf(canvas).then((picture) => ({ id, picture })));
    }
    return Promise.all(out);
  },

  /** Layers on nothing, with `room` canvas pixels beside the slide on all sides. */
  async beside(scene: Shown, ids: string[], scale: number, room: number): Promise<ImageBitmap> {
    const { slide, size } = open(scene);
    await studio.prepare(scene.piece, slide, size);
    const canvas = new OffscreenCanvas(
      Math.round(size.width * scale) + 2 * room,
      Math.round(size.height * scale) + 2 * room,
    );
    painter.paint(
      surfaceOn(canvas),
      scene.piece,
      slide,
      size,
      { scale, x: -room, y: -room },
      { transparent: true, quality: 'draft', only: (l) => ids.includes(l.id) },
    );
    const bitmap = canvas.transferToImageBitmap();
    return transfer(bitmap, [bitmap]);
  },

  /**
   * Pixels round a point of the slide, RGBA, (2 r + 1) squared; outside the slide they are transparent.
   * @param of the picture alone, or all that is seen
   */
  async loupe(scene: Shown, x: number, y: number, r: number, of: 'picture' | 'all'): Promise<Uint8ClampedArray> {
    const { slide: whole, size } = open(scene);
    await studio.prepare(scene.piece, whole, size);
    const side = 2 * r + 1,
      below = whole.layers.filter((l) => l.band === 'backdrop' && l.visible),
      // Where there is no picture, what is seen.
      slide = of === 'picture' && below.length ? { ...whole, layers: below } : whole;
    return shot(studio, side, side, (on) =>
      painter.paint(
        on,
        scene.piece,
        slide,
        size,
        { scale: 1, x: Math.round(x) - r, y: Math.round(y) - r },
        { quality: 'exact' },
      ),
    );
  },

  /** What is seen of the slide in a box (pixels of the size), without some of its layers. */
  async beneath(scene: Shown, box: Box, without: string[]): Promise<Beneath> {
    const { slide, size } = open(scene);
    await studio.prepare(scene.piece, slide, size);
    const scale = Math.min(1, 64 / Math.max(box.width, box.height, 1)),
      width = Math.max(1, Math.round(box.width * scale)),
      height = Math.max(1, Math.round(box.height * scale));
    return beneathOf(
      shot(studio, width, height, (on) =>
        painter.paint(
          on,
          scene.piece,
          { ...slide, layers: slide.layers.filter((l) => !without.includes(l.id)) },
          size,
          { scale, x: Math.round(box.x * scale), y: Math.round(box.y * scale) },
          { quality: 'draft' },
        ),
      ),
    );
  },

  /** Small pictures of patterns as a fill, for choosing one. */
  patterns(patterns: Pattern[], swatches: Piece['swatches'], side: number): ImageBitmap[] {
    const fill = { kind: 'pattern' } as Fill;
    const out = patterns.map((pattern) => {
      const canvas = new OffscreenCanvas(side, side);
      const layer = {
        kind: 'fill',
        id: 'tile',
        visible: true,
        opacity: 1,
        blend: 'normal',
        rotation: 0,
        box: { x: 0, y: 0, width: side, height: side },
        fill: { ...fill, pattern },
      } as Layer;
      painter.paintScene(surfaceOn(canvas), sceneWith([layer], { swatches }, { width: side, height: side }), {
        scale: 1,
        x: 0,
        y: 0,
      });
      return canvas.transferToImageBitmap();
    });
    return transfer(out, out);
  },

  /** A whole slide at full size as RGBA: what the tests compare with the server. */
  async pixels(scene: Shown, scale = 1): Promise<{ width: number; height: number; data: Uint8ClampedArray }> {
    const { slide, size } = open(scene);
    await studio.prepare(scene.piece, slide, size);
    return pixelsOf(painter, scene.piece, slide, size, scale);
  },
};

export type StageApi = typeof api;

export const listen = listening(api);
