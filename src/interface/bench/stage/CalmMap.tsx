'use client';
// The calm view: what is too busy behind letters is hatched, the denser the busier; what is left alone is calm.
import { useEffect, useRef, useState } from 'react';
import type { Grid } from '../../../core/photo/saliency';
import { latest, readingWorker } from '../../../workers/clients';
import { asking } from '../../shared/asking';
import { shownOf, shownReading, useBench } from '../state/store';
import css from './Ghosts.module.css';

const ask = latest((...args: Parameters<ReturnType<typeof readingWorker>['busyMap']>) =>
  readingWorker().busyMap(...args),
);
/** Busyness from which on letters need more contrast, and at which the hatching is densest. */
const CALM = 10;
const BUSIEST = 60;

export function CalmMap({ scale }: { scale: number }) {
  const piece = useBench((s) => s.piece);
  const shown = useBench((s) => s.preview);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const text = useBench((s) => shownReading(s)?.layer ?? null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [map, setMap] = useState<Grid | null>(null);
  useEffect(() => {
    return asking(ask(shownOf({ piece, slideId, sizeId, preview: shown }), text), setMap);
  }, [piece, shown, slideId, sizeId, text]);
  useEffect(() => {
    if (!map) return;
    const { width, height, values } = map,
      k = Math.max(1, Math.min(3, Math.round(scale * 3))),
      w = width * k,
      h = height * k;
    const data = new Uint8ClampedArray(w * h * 4);
    for (let y = 0; y < h; y++)
      for (let x = 0; x < w; x++) {
        const busy = values[Math.floor(y / k) * width + Math.floor(x / k)];
        if (busy < CALM) continue;
        const share = Math.min(1, (busy - CALM) / (BUSIEST - CALM));
        // Strokes of a width that grows with busyness, on a light veil.
        const stroke = (x + y) % 9 < 1 + 2.5 * share;
        data.set(stroke ? [190, 110, 0, 150] : [251, 173, 56, 16 + 30 * share], (y * w + x) * 4);
      }
    canvas.current!.width = w;
    canvas.current!.height = h;
    canvas.current!.getContext('2d')!.putImageData(new ImageData(data, w, h), 0, 0);
  }, [map, scale]);
  return (
    <div className={css.ghosts} data-calm-map={map ? 'ready' : undefined}>
      <canvas ref={canvas} aria-hidden />
      <p className={css.legend}>Hatched: busy at the size of this text. Clear of hatching: calm.</p>
    </div>
  );
}
