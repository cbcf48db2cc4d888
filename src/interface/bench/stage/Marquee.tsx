'use client';
// A box drawn over the stage: what it touches is selected.
import { create } from 'zustand';
import { boxBetween, overlaps } from '../../../core/arrange/align';
import type { Box } from '../../../core/ground/box';
import { takenBy } from '../../../core/piece/groups';
import { follow } from '../commands/drag';
import { currentSize, currentSlide, isMovable, select, useBench } from '../state/store';
import css from './Marquee.module.css';
import { boundsNow, layersNow } from './moving';

const useMarquee = create<{ box: Box | null }>(() => ({ box: null }));

/**
 * Begins a marquee at the pointer; a click without a way does `click`.
 * @param scale CSS px to one pixel of the size
 */
export function beginMarquee(e: React.PointerEvent, scale: number, click: () => void): void {
  const host = document.querySelector('[data-overlay]')!.getBoundingClientRect(),
    before = e.shiftKey ? useBench.getState().selection : [];
  const at = (x: number, y: number) => ({ x: (x - host.left) / scale, y: (y - host.top) / scale });
  const start = at(e.clientX, e.clientY);
  follow(e, {
    move: (_dx, _dy, p) => {
      const box = boxBetween(start, at(p.clientX, p.clientY)),
        s = useBench.getState(),
        size = currentSize(s),
        slide = currentSlide(s);
      useMarquee.setState({ box });
      const touched = layersNow()
        .filter((l) => l.visible && isMovable(l, size) && overlaps(boundsNow(l), box))
        .flatMap((l) => takenBy(slide, l.id, s.entered));
      const ids = [...new Set([...before, ...touched])];
      if (ids.join() !== s.selection.join()) select(ids);
    },
    end: (moved) => {
      useMarquee.setState({ box: null });
      if (!moved) click();
    },
    cancel: () => select([...before]),
  });
}

export function Marquee({ scale }: { scale: number }) {
  const box = useMarquee((s) => s.box);
  return (
    box && (
      <div
        className={css.marquee}
        data-marquee
        style={{ left: box.x * scale, top: box.y * scale, width: box.width * scale, height: box.height * scale }}
      />
    )
  );
}
