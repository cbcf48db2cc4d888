'use client';
// Guides, grid and keep-clear zones over the slide, and the rulers along the stage from which guides are pulled.
import { produce } from 'immer';
import { useEffect, useRef, useState } from 'react';
import { zonesOf } from '../../../core/arrange/zones';
import type { Guide } from '../../../core/piece/schema';
import { dragDocument } from '../commands/drag';
import { useAids } from '../state/aids';
import { currentSize, currentSlide, edit, useBench } from '../state/store';
import css from './Aids.module.css';

/** Pixels of the present size to one of the base size, along an axis: guides are kept in the base size. */
function useStretch(): { x: number; y: number } {
  const size = useBench(currentSize),
    base = useBench((s) => s.piece.sizes[0]);
  return { x: size.width / base.width, y: size.height / base.height };
}

const setGuides = (label: string, change: (guides: Guide[]) => void, merge: string | null = null): void =>
  edit(
    label,
    (p) =>
      produce(p, (d) => {
        const slide = d.slides.find((s) => s.id === useBench.getState().slideId);
        if (slide) change(slide.guides);
      }),
    merge,
  );

/** Drags a guide to where the pointer is; let go beside the slide it is gone. */
function dragGuide(e: React.PointerEvent, index: number | null, axis: 'x' | 'y', scale: number, stretch: number): void {
  e.stopPropagation();
  e.preventDefault();
  const host = document.querySelector('[data-overlay]')!.getBoundingClientRect(),
    s = useBench.getState(),
    size = currentSize(s);
  const at = (p: { clientX: number; clientY: number }): number =>
    Math.round((axis === 'x' ? p.clientX - host.left : p.clientY - host.top) / scale);
  let place = index,
    last: PointerEvent | null = null;
  const label = index === null ? 'Add guide' : 'Move guide';
  dragDocument(
    e,
    label,
    (_dx, _dy, p, merge) => {
      last = p;
      setGuides(
        label,
        (guides) => {
          if (place === null) place = guides.push({ axis, at: at(p) / stretch }) - 1;
          else if (guides[place]) guides[place].at = at(p) / stretch;
        },
        merge,
      );
    },
    () => {
      const end = last && at(last),
        most = axis === 'x' ? size.width : size.height;
      if (end !== null && place !== null && (end < 0 || end > most))
        setGuides('Remove guide', (guides) => void guides.splice(place!, 1));
    },
  );
}

export function Aids({ scale }: { scale: number }) {
  const { guides, zones, grid, step } = useAids();
  const size = useBench(currentSize);
  const lines = useBench((s) => currentSlide(s).guides);
  const stretch = useStretch();
  return (
    <>
      {grid && step * scale >= 3 && (
        <div className={css.grid} data-grid={step} style={{ backgroundSize: `${step * scale}px ${step * scale}px` }} />
      )}
      {zones &&
        zonesOf(size).map((z) => (
          <div
            key={z.name}
            className={css.zone}
            data-zone={z.name}
            style={{
              left: z.x * scale,
              top: z.y * scale,
              width: z.width * scale,
              height: z.height * scale,
              borderRadius: z.shape === 'ellipse' ? '50%' : 0,
            }}
          >
            <span>{z.name}</span>
          </div>
        ))}
      {guides &&
        lines.map((g, i) => (
          <div
            key={i}
            className={css.guide}
            data-guide={g.axis}
            data-axis={g.axis}
            title={`Guide at ${Math.round(g.at * stretch[g.axis])} px; drag it off the slide to remove it`}
            style={g.axis === 'x' ? { left: g.at * stretch.x * scale } : { top: g.at * stretch.y * scale }}
            onPointerDown={(e) => e.button === 0 && dragGuide(e, i, g.axis, scale, stretch[g.axis])}
          />
        ))}
    </>
  );
}

/** Distance of numbered ticks in pixels of the size: at least 60 CSS px apart. */
function tickStep(scale: number): number {
  for (const s of [1, 2, 5, 10, 20, 50, 100, 200, 500, 1000, 2000]) if (s * scale >= 56) return s;
  return 5000;
}

/** Rulers along the top and left edge of the stage; a guide is pulled out of them. */
export function Rulers({ scale, scroller }: { scale: number; scroller: React.RefObject<HTMLDivElement | null> }) {
  const size = useBench(currentSize);
  const stretch = useStretch();
  const [origin, setOrigin] = useState({ x: 0, y: 0, width: 0, height: 0 });
  const frame = useRef(0);
  useEffect(() => {
    const el = scroller.current;
    if (!el) return;
    const look = (): void => {
      cancelAnimationFrame(frame.current);
      frame.current = requestAnimationFrame(() => {
        const slide = document.querySelector('[data-overlay]')?.getBoundingClientRect(),
          r = el.getBoundingClientRect();
        if (slide) setOrigin({ x: slide.left - r.left, y: slide.top - r.top, width: r.width, height: r.height });
      });
    };
    look();
    el.addEventListener('scroll', look);
    const watch = new ResizeObserver(look);
    watch.observe(el);
    return () => {
      el.removeEventListener('scroll', look);
      watch.disconnect();
    };
  }, [scroller, scale, size]);
  const step = tickStep(scale);
  const ticks = (from: number, length: number): number[] => {
    const first = Math.ceil(-from / scale / step),
      last = Math.floor((length - from) / scale / step);
    return Array.from({ length: Math.max(0, Math.min(400, last - first + 1)) }, (_, i) => (first + i) * step);
  };
  return (
    <>
      <div
        className={css.ruler}
        data-ruler="y"
        data-axis="x"
        title="Pull a guide down from here"
        onPointerDown={(e) => dragGuide(e, null, 'y', scale, stretch.y)}
      >
        {ticks(origin.x, origin.width).map((t) => (
          <span key={t} style={{ left: origin.x + t * scale }}>
            {t}
          </span>
        ))}
      </div>
      <div
        className={css.ruler}
        data-ruler="x"
        data-axis="y"
        title="Pull a guide out from here"
        onPointerDown={(e) => dragGuide(e, null, 'x', scale, stretch.x)}
      >
        {ticks(origin.y, origin.height).map((t) => (
          <span key={t} style={{ top: origin.y + t * scale }}>
            {t}
          </span>
        ))}
      </div>
    </>
  );
}
