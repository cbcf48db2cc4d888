// Small pictures of layers, painted by the worker and drawn onto the canvases of their rows.
import { useEffect, useRef } from 'react';
import type { Layer } from '../../../core/kinds/layers';
import { lookKey } from '../../../core/values/swatches';
import { latest, stageWorker } from '../../../workers/clients';
import { shownOf, useBench } from '../state/store';

export const THUMB = { width: 44, height: 34 };

const askThumbnails = latest((ids: string[]) =>
  stageWorker().thumbnails(shownOf(useBench.getState()), ids, THUMB.width * 2, THUMB.height * 2),
);
/** Thumbnails by layer id, painted by the worker; drawn onto the rows' canvases. */
export const canvases = new Map<string, HTMLCanvasElement>();

export function useThumbnails(layers: readonly Layer[]): void {
  const painted = useRef(new Map<string, string>());
  const swatches = useBench((s) => s.piece.swatches);
  const epoch = useBench((s) => s.epoch);
  // Once the stage has been painted, fonts and pictures are there.
  const ready = useBench((s) => Object.keys(s.texts).length > 0 || s.painted);
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(async () => {
      // What a layer shows also depends on swatches, fonts, and the texts it follows.
      const keys = new Map(
        layers.map((l) => [
          l.id,
          lookKey([l, epoch, 'follows' in l ? layers.filter((t) => l.follows.includes(t.id)) : 0], { swatches }),
        ]),
      );
      const stale = layers.filter((l) => painted.current.get(l.id) !== keys.get(l.id)).map((l) => l.id);
      if (!stale.length) return;
      const made = await askThumbnails(stale).catch(() => null);
      for (const { id, bitmap } of made ?? []) {
        const canvas = canvases.get(id),
          layer = layers.find((l) => l.id === id);
        const context = canvas?.getContext('bitmaprenderer');
        if (!context || !layer) continue;
        context.transferFromImageBitmap(bitmap);
        painted.current.set(id, keys.get(id)!);
      }
    }, 220);
    return () => clearTimeout(timer);
  }, [layers, ready, swatches, epoch]);
}
