'use client';
// The other slides of the piece, in a row with the one that is worked on. A press works on the slide it meets.
import { boundsOf } from '../../../core/ground/transform';
import { layersIn, slideOf } from '../../../core/piece/resolve';
import { SlidePicture } from '../slides/SlidePicture';
import { usePanelPiece } from '../state/panel-piece';
import { currentSize, goToSlide, isMovable, select, useBench } from '../state/store';
import css from './Neighbours.module.css';

/** The topmost layer of a slide that can be taken hold of at a point, in pixels of the size. */
function layerAt(slideId: string, x: number, y: number): string | null {
  const s = useBench.getState(),
    size = currentSize(s);
  return (
    layersIn(s.piece, slideOf(s.piece, slideId), size).findLast((l) => {
      const b = boundsOf(l.box, l.rotation);
      return (
        l.visible &&
        isMovable(l, size) &&
        x >= b.x &&
        y >= b.y &&
        x <= b.x + Math.max(b.width, 1) &&
        y <= b.y + Math.max(b.height, 1)
      );
    })?.id ?? null
  );
}

/** @param step from the left edge of a slide to that of the next, CSS px */
export function Neighbours({ scale, step }: { scale: number; step: number }) {
  const slides = usePanelPiece().slides;
  const current = useBench((s) => s.slideId);
  // Until it is painted, what is worked on is shown as it was a moment ago.
  const waiting = useBench((s) => s.paintedSlide !== s.slideId);
  const clean = useBench((s) => s.view === 'clean');
  const at = slides.findIndex((s) => s.id === current);
  return slides.map((slide, i) => {
    const own = i === at;
    return (
      <div key={slide.id} className={css.slide} style={{ left: (i - at) * step }} data-own={own || undefined}>
        {(!own || waiting) && (
          <div
            role="button"
            tabIndex={-1}
            aria-label={`Work on slide ${i + 1}`}
            data-neighbour={slide.id}
            data-left-out={slide.leftOut || undefined}
            className={css.picture}
            onPointerDown={(e) => {
              if (e.button !== 0) return;
              e.stopPropagation();
              const r = e.currentTarget.getBoundingClientRect(),
                meant = layerAt(slide.id, (e.clientX - r.left) / scale, (e.clientY - r.top) / scale);
              goToSlide(slide.id);
              if (meant) select([meant]);
            }}
          >
            <SlidePicture id={slide.id} scale={scale} follows />
          </div>
        )}
        {!clean && (
          <div className={css.caption} title={slide.note}>
            <b>{i + 1}</b> {slide.note}
            {slide.leftOut && <small> left out</small>}
          </div>
        )}
      </div>
    );
  });
}
