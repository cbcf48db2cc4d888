'use client';
// What is known of pictures: size and colours, fetched once.
import { useEffect, useState } from 'react';
import type { FoundColour } from '../../core/colour/palette';
import { readingWorker } from '../../workers/clients';

const sizes = new Map<string, Promise<{ width: number; height: number }>>();
const palettes = new Map<string, Promise<FoundColour[]>>();

function sizeOf(id: string): Promise<{ width: number; height: number }> {
  let p = sizes.get(id);
  if (!p) {
    p = new Promise((resolve, reject) => {
      const image = new Image();
      image.onload = () => resolve({ width: image.naturalWidth, height: image.naturalHeight });
      image.onerror = () => {
        sizes.delete(id);
        reject(new Error('the picture cannot be loaded'));
      };
      image.src = `/api/assets/${id}?as=working`;
    });
    sizes.set(id, p);
  }
  return p;
}

function useKnown<T>(id: string | null, ask: (id: string) => Promise<T>): T | null {
  const [known, setKnown] = useState<{ id: string; value: T } | null>(null);
  useEffect(() => {
    if (!id) return;
    let on = true;
    ask(id).then(
      (value) => on && setKnown({ id, value }),
      () => {},
    );
    return () => {
      on = false;
    };
  }, [id, ask]);
  return known && known.id === id ? known.value : null;
}

/** Width and height of a picture, once known. */
export const useAssetSize = (id: string | null): { width: number; height: number } | null => useKnown(id, sizeOf);

function paletteOf(id: string): Promise<FoundColour[]> {
  let p = palettes.get(id);
  if (!p) {
    p = readingWorker().palette(id);
    p.catch(() => palettes.delete(id));
    palettes.set(id, p);
  }
  return p;
}

/** Colours of a picture, once found. */
export const usePalette = (id: string | null): FoundColour[] | null => useKnown(id, paletteOf);
export { paletteOf };

const drawings = new Map<string, Promise<boolean>>();
function isDrawn(id: string): Promise<boolean> {
  let p = drawings.get(id);
  if (!p) {
    p = fetch(`/api/assets/${id}?as=working`, { method: 'HEAD' }).then((r) => r.headers.has('x-plavo-drawn'));
    p.catch(() => drawings.delete(id));
    drawings.set(id, p);
  }
  return p;
}
/** Is it a drawing that holds more than flat shapes, and is shown from pixels? */
export const useIsDrawn = (id: string | null): boolean => useKnown(id, isDrawn) ?? false;
