'use client';
// What is known of pictures: size and colours, fetched once.
import { useEffect, useState } from 'react';
import type { FoundColour } from '../../core/colour/palette';
import { sideWorker } from '../../workers/clients';
import type { Credit } from '../../contract/shapes';
import { api } from './api';
import { asking } from './asking';
import { remembered } from './remembered';

const assetSize = remembered(
  (id) =>
    new Promise<{ width: number; height: number }>((resolve, reject) => {
      const image = new Image();
      image.onload = () => resolve({ width: image.naturalWidth, height: image.naturalHeight });
      image.onerror = () => reject(new Error('the picture cannot be loaded'));
      image.src = `/api/assets/${id}?as=working`;
    }),
);

function useKnown<T>(id: string | null, ask: (id: string) => Promise<T>): T | null {
  const [known, setKnown] = useState<{ id: string; value: T } | null>(null);
  useEffect(() => {
    if (!id) return;
    return asking(
      ask(id),
      (value) => setKnown({ id, value }),
      () => {},
    );
  }, [id, ask]);
  return known && known.id === id ? known.value : null;
}

/** Width and height of a picture, once known. */
export const useAssetSize = (id: string | null): { width: number; height: number } | null => useKnown(id, assetSize);

export const paletteOf = remembered((id): Promise<FoundColour[]> => sideWorker().palette(id));

/** Colours of a picture, once found. */
export const usePalette = (id: string | null): FoundColour[] | null => useKnown(id, paletteOf);

/** How a picture is given to painters. */
const givenAs = remembered((id) =>
  fetch(`/api/assets/${id}?as=working`, { method: 'HEAD' }).then(({ headers }) => ({
    fromPixels: headers.has('x-plavo-drawn'),
    drawing: headers.has('x-plavo-drawn') || headers.has('x-plavo-drawing'),
  })),
);
/** Is it a drawing that holds more than flat shapes, and is shown from pixels? */
export const useIsDrawn = (id: string | null): boolean => useKnown(id, givenAs)?.fromPixels ?? false;
/** Is it a drawing? */
export const useIsDrawing = (id: string | null): boolean => useKnown(id, givenAs)?.drawing ?? false;

/** Pixels of a photo's file; null for a drawing, which is sharp at any size. */
export const photoExtent = remembered(async (id): Promise<{ width: number; height: number } | null> =>
  (await givenAs(id)).drawing ? null : assetSize(id),
);

const aboutOf = remembered((id) => api.aboutPicture(id));
/** Whose a picture is, once known; null where nobody says. */
export const useCredit = (id: string | null): Credit | null => useKnown(id, aboutOf)?.credit ?? null;
