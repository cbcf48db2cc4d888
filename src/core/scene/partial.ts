// Painting while one layer is being changed: what lies below and above it is painted once and kept.
import type { Surface } from '../ground/surface';
import type { Layer } from '../kinds/layers';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter, View } from './painter';
import type { Scene } from './scene';

interface Held {
  /** Everything that must stay the same for the kept parts to hold. */
  frame: string;
  keys: string[];
  /** First and last layer that change. */
  low: number;
  high: number;
  below: Surface;
  /** Null where there is nothing above, or where blend modes above look through it. */
  above: Surface | null;
}

export class PartialPainter {
  private last: { frame: string; keys: string[] } | null = null;
  private kept: Held | null = null;
  /** How many layers the last painting really painted; for tests and measurements. */
  painted = 0;

  constructor(private readonly painter: Painter) {}

  /**
   * Paints a slide. In a draft, layers that have not changed since the painting before are taken from what is kept.
   * @returns the layers as they were placed
   */
  paint(
    surface: Surface,
    piece: Piece,
    slide: Slide,
    size: Size,
    view: View,
    quality: 'exact' | 'draft',
  ): readonly Layer[] {
    const scene = this.painter.sceneOf(piece, slide, size),
      { layers } = scene;
    const frame = JSON.stringify([slide.id, size.id, scene.paper, piece.swatches, view, surface.width, surface.height]);
    const keys = layers.map((l) => JSON.stringify(l));
    const before = this.last;
    this.last = { frame, keys };
    if (quality === 'draft' && before?.frame === frame && before.keys.length === keys.length) {
      const kept = this.keptFor(surface, scene, view, frame, keys, before.keys);
      if (kept) {
        this.assemble(surface, scene, view, kept);
        return layers;
      }
    }
    if (quality === 'exact') this.forget();
    this.painted = layers.length;
    this.painter.paintScene(surface, scene, view, { quality });
    return layers;
  }

  private forget(): void {
    this.kept?.below.free();
    this.kept?.above?.free();
    this.kept = null;
  }

  private keptFor(
    surface: Surface,
    scene: Scene,
    view: View,
    frame: string,
    keys: readonly string[],
    before: readonly string[],
  ): Held | null {
    const { layers } = scene;
    const k = this.kept;
    if (
      k?.frame === frame &&
      k.keys.length === keys.length &&
      keys.every((key, i) => (i >= k.low && i <= k.high) || key === k.keys[i])
    )
      return k;
    const low = keys.findIndex((key, i) => key !== before[i]),
      high = keys.findLastIndex((key, i) => key !== before[i]);
    // Nothing changed, or nearly everything: keeping would not help.
    if (low < 0 || high - low + 1 >= layers.length) return null;
    const part = (from: number, to: number, transparent: boolean): Surface => {
      const ids = new Set(layers.slice(from, to).map((l) => l.id));
      const s = this.painter.studio.surface(surface.width, surface.height);
      this.painter.paintScene(s, scene, view, {
        quality: 'draft',
        transparent,
        only: (l) => ids.has(l.id),
      });
      return s;
    };
    const over = layers.slice(high + 1).filter((l) => l.visible);
    const above = over.length && over.every((l) => l.blend === 'normal') ? part(high + 1, layers.length, true) : null;
    this.forget();
    return (this.kept = { frame, keys: [...keys], low, high, below: part(0, low, false), above });
  }

  private assemble(surface: Surface, scene: Scene, view: View, { low, high, below, above }: Held): void {
    const { layers } = scene;
    const { context } = surface;
    const lay = (s: Surface, how: GlobalCompositeOperation): void => {
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.globalAlpha = 1;
      context.globalCompositeOperation = how;
      context.drawImage(s.image, 0, 0);
      context.globalCompositeOperation = 'source-over';
    };
    lay(below, 'copy');
    const ids = new Set(layers.slice(low, above ? high + 1 : layers.length).map((l) => l.id));
    this.painted = ids.size;
    this.painter.paintScene(surface, scene, view, {
      quality: 'draft',
      onto: true,
      only: (l) => ids.has(l.id),
    });
    if (above) lay(above, 'source-over');
  }
}
