'use client';
// What hangs over the edge of the slide, shown faint beside it: it is not part of the picture that is handed over.
import { useEffect, useMemo, useRef } from 'react';
import { boundsOf } from '../../../core/ground/transform';
import { latest, stageWorker } from '../../../workers/clients';
import { asking } from '../../shared/asking';
import { usePanelPiece } from '../state/panel-piece';
import { currentSize, currentSlide, frameOf, isMovable, placedLayers, shownOf, useBench } from '../state/store';
import css from './Outside.module.css';

/** How far beside the slide is shown, as a share of its longer side. */
const ROOM = 0.25;
const ask = latest((...args: Parameters<ReturnType<typeof stageWorker>['beside']>) => stageWorker().beside(...args));

export function Outside({ scale }: { scale: number }) {
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId),
    sizeId = useBench((s) => s.sizeId);
  const clean = useBench((s) => s.view === 'clean');
  const texts = useBench((s) => s.texts),
    followers = useBench((s) => s.followers);
  const canvas = useRef<HTMLCanvasElement>(null);
  const size = currentSize({ piece, sizeId });
  const hanging = useMemo(
    () =>
      placedLayers(piece, currentSlide({ piece, slideId }), size, followers)
        .filter((l) => {
          const b = boundsOf(frameOf(l, texts), l.rotation);
          return (
            l.visible &&
            // What goes on over the neighbours is painted there.
            !l.carry &&
            isMovable({ ...l, locked: false }, size) &&
            (b.x < 0 || b.y < 0 || b.x + b.width > size.width || b.y + b.height > size.height)
          );
        })
        .map((l) => l.id),
    [piece, slideId, size, texts, followers],
  );
  const room = Math.round(Math.max(size.width, size.height) * ROOM * scale),
    ids = clean ? '' : hanging.join();
  useEffect(() => {
    if (!ids) return;
    return asking(ask(shownOf({ piece, slideId, sizeId, preview: null }), ids.split(','), scale, room), (bitmap) => {
      if (!canvas.current) return;
      canvas.current.width = bitmap.width;
      canvas.current.height = bitmap.height;
      canvas.current.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap);
    });
  }, [piece, slideId, sizeId, ids, scale, room]);
  return ids ? (
    <canvas
      ref={canvas}
      className={css.outside}
      data-outside={ids}
      style={{ left: -room, top: -room, width: size.width * scale + 2 * room, height: size.height * scale + 2 * room }}
    />
  ) : null;
}
