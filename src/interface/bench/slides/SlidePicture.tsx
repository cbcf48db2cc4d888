'use client';
// A painted slide that is only looked at: beside the one that is worked on, in the strip, in the swipe preview. It is
// painted while it can be seen, and again when something on it changed.
import { useEffect, useRef, useState } from 'react';
import { slideSeen } from '../../../core/piece/guests';
import { sizeOf } from '../../../core/piece/resolve';
import type { Slide } from '../../../core/piece/schema';
import { attachStage, latest, onStageRestart, stageWorker } from '../../../workers/clients';
import { type BenchState, currentSize, shownOf, useBench } from '../state/store';

/** How long nothing may change before pictures that do not follow at once are painted, ms. */
const REST = 350;
/** How long the zoom must rest, ms. */
const ZOOMED = 120;
/** How far out of sight a slide is painted ahead, px. */
const AHEAD = 300;
/** Can it be seen as it lies now? What watches tells a frame or two later. */
const isNear = (host: HTMLElement): boolean => {
  const { left, right, top, bottom, width } = host.getBoundingClientRect();
  return width > 0 && right > -AHEAD && left < innerWidth + AHEAD && bottom > -AHEAD && top < innerHeight + AHEAD;
};

let made = 0;

/** The slide as it is looked at; null once it is gone. */
function slideIn(s: BenchState, id: string): Slide | null {
  const piece = s.preview ?? s.piece,
    at = piece.slides.findIndex((x) => x.id === id);
  return at < 0 ? null : slideSeen(piece, at);
}

interface Kept {
  /** Paints it at another scale, canvas pixels to one pixel of the size. */
  rescale: (scale: number) => void;
  /** Takes it away. */
  stop: () => void;
}

/** Keeps a canvas in the host painted. */
function keepPainted(host: HTMLElement, id: string, first: number, follows: boolean, sizeId?: string): Kept {
  const key = `slide-${++made}`,
    show = latest((...args: Parameters<ReturnType<typeof stageWorker>['show']>) => stageWorker().show(...args));
  let scale = first,
    canvas: HTMLCanvasElement | null = null,
    before: readonly unknown[] = [],
    drafted = false,
    rest: ReturnType<typeof setTimeout> | undefined;
  const attach = (): void => {
    canvas?.remove();
    canvas = document.createElement('canvas');
    canvas.style.cssText = 'display:block;width:100%;height:100%';
    host.prepend(canvas);
    void attachStage(key, canvas.transferControlToOffscreen());
  };
  const paint = async (): Promise<void> => {
    const s = useBench.getState();
    if (!slideIn(s, id)) return;
    drafted = s.dragging !== false;
    try {
      await show(key, shownOf({ ...s, slideId: id, sizeId: sizeId ?? s.sizeId }), scale, drafted, null);
      host.dataset.painted = String(Number(host.dataset.painted ?? 0) + 1);
    } catch (e) {
      // Painted again with the next change.
      console.error(e);
      before = [];
    }
  };
  const look = (): void => {
    const s = useBench.getState(),
      now = [slideIn(s, id), s.piece.swatches, sizeId ?? s.sizeId, s.epoch];
    if (!s.painted || (!follows && s.dragging) || (now.every((v, i) => v === before[i]) && !(drafted && !s.dragging)))
      return;
    const begun = before.length > 0;
    before = now;
    clearTimeout(rest);
    if (follows || !begun) void paint();
    else rest = setTimeout(() => void paint(), REST);
  };
  attach();
  look();
  const stop = useBench.subscribe(look),
    stopRestart = onStageRestart(() => {
      attach();
      void paint();
    });
  return {
    rescale: (next) => {
      if (next === scale) return;
      scale = next;
      // Shown larger or smaller until then.
      clearTimeout(rest);
      rest = setTimeout(() => void paint(), ZOOMED);
    },
    stop: () => {
      stop();
      stopRestart();
      clearTimeout(rest);
      canvas?.remove();
      void stageWorker().detach(key);
    },
  };
}

/**
 * @param scale CSS pixels to one pixel of the size
 * @param follows painted at once, while something is dragged too; otherwise when there is rest
 * @param sizeId another size than the one that is worked on
 */
export function SlidePicture({
  id,
  scale,
  follows = false,
  sizeId,
}: {
  id: string;
  scale: number;
  follows?: boolean;
  sizeId?: string;
}) {
  const size = useBench((s) => (sizeId === undefined ? currentSize(s) : sizeOf(s.piece, sizeId)));
  const host = useRef<HTMLDivElement>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    const watch = new IntersectionObserver((all) => setNear(all.at(-1)!.isIntersecting), { rootMargin: `${AHEAD}px` });
    watch.observe(host.current!);
    setNear(isNear(host.current!));
    return () => watch.disconnect();
  }, []);
  const kept = useRef<Kept>(null),
    density = scale * (typeof window === 'undefined' ? 1 : window.devicePixelRatio),
    begun = useRef(density);
  useEffect(() => {
    begun.current = density;
    kept.current?.rescale(density);
  }, [density]);
  useEffect(() => {
    if (!near) return;
    const mine = (kept.current = keepPainted(host.current!, id, begun.current, follows, sizeId));
    return () => {
      kept.current = null;
      mine.stop();
    };
  }, [near, id, follows, sizeId]);
  return <div ref={host} data-slide-picture={id} style={{ width: size.width * scale, height: size.height * scale }} />;
}
