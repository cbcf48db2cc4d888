// Small pictures of layers, painted by the worker and shown in their rows: as pictures, since each canvas is a layer of
// its own to the browser, and sixty of those made a frame of a drag half as long again.
import { useEffect } from 'react';
import type { Layer } from '../../../core/kinds/layers';
import { lookKey } from '../../../core/values/swatches';
import { latest, stageWorker } from '../../../workers/clients';
import { shownOf, useBench } from '../state/store';

export const THUMB = { width: 44, height: 34 };

const askThumbnails = latest((ids: string[]) =>
  stageWorker().thumbnails(shownOf(useBench.getState()), ids, THUMB.width * 2, THUMB.height * 2),
);
/** Where they are shown, by layer id. */
const places = new Map<string, HTMLImageElement>();
/** What each of them shows. A row that comes back begins anew. */
const shows = new WeakMap<HTMLImageElement, string>();

/** Keeps a row's picture in its place. @returns a function that ends it */
export function keepThumbnail(layer: string, place: HTMLImageElement): () => void {
  places.set(layer, place);
  return () => {
    if (places.get(layer) === place) places.delete(layer);
  };
}

export function useThumbnails(layers: readonly Layer[]): void {
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
      const isStale = ({ id }: Layer): boolean => {
        const place = places.get(id);
        return place !== undefined && shows.get(place) !== keys.get(id);
      };
      const stale = layers.filter(isStale).map((l) => l.id);
      if (!stale.length) return;
      const made = await askThumbnails(stale).catch(() => null);
      for (const { id, picture } of made ?? []) {
        const place = places.get(id);
        if (!place) continue;
        place.src = picture;
        shows.set(place, keys.get(id)!);
      }
    }, 220);
    return () => clearTimeout(timer);
  }, [layers, ready, swatches, epoch]);
}
