'use client';
// Before and after side by side: a second canvas with the slide as it is, shown left of a line that can be dragged.
import { useEffect, useRef } from 'react';
import { attachStage, latest, stageWorker } from '../../../workers/clients';
import { lookAtWay, useWays } from '../measuring/ways';
import { useCompare } from '../state/compare';
import { shownOf, useBench } from '../state/store';
import css from './Compare.module.css';
import { paintScale } from './painting';

export function Compare({ scale }: { scale: number }) {
  const on = useCompare((s) => s.on);
  const seen = useWays((s) => s.seen !== null);
  useEffect(() => {
    if (on && !seen) useCompare.setState({ on: false });
  }, [on, seen]);
  return on && seen ? <Line scale={scale} /> : null;
}

function Line({ scale }: { scale: number }) {
  const at = useCompare((s) => s.at);
  const piece = useBench((s) => s.piece);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const host = useRef<HTMLDivElement>(null);
  const paint = useRef<((...args: Parameters<ReturnType<typeof stageWorker>['show']>) => Promise<unknown>) | null>(
    null,
  );
  const key = useRef('');
  useEffect(() => {
    const canvas = document.createElement('canvas');
    canvas.dataset.before = '';
    host.current!.prepend(canvas);
    key.current = `before-${performance.now()}`;
    paint.current = latest((...args: Parameters<ReturnType<typeof stageWorker>['show']>) =>
      stageWorker().show(...args),
    );
    void attachStage(key.current, canvas.transferControlToOffscreen());
    const mine = key.current;
    return () => {
      canvas.remove();
      void stageWorker().detach(mine);
    };
  }, []);
  useEffect(() => {
    void paint.current!(
      key.current,
      shownOf({ piece, slideId, sizeId, preview: null }),
      paintScale(),
      false,
      null,
    ).catch((e: unknown) => console.error(e));
  }, [piece, slideId, sizeId, scale]);
  const to = (v: number): void => useCompare.setState({ at: Math.min(1, Math.max(0, v)) });
  const drag = (e: React.PointerEvent<HTMLDivElement>): void => {
    const r = host.current!.getBoundingClientRect();
    to((e.clientX - r.left) / r.width);
  };
  return (
    <div ref={host} className={css.compare} style={{ '--at': `${at * 100}%` } as React.CSSProperties}>
      <span className={css.side} data-side="before">
        before
      </span>
      <span className={css.side} data-side="after">
        after
      </span>
      <div
        className={css.line}
        role="slider"
        tabIndex={0}
        aria-label="Line between before and after"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(at * 100)}
        onPointerDown={(e) => {
          e.stopPropagation();
          e.currentTarget.setPointerCapture(e.pointerId);
        }}
        onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && drag(e)}
        onKeyDown={(e) => {
          const by = { ArrowRight: 0.02, ArrowLeft: -0.02 }[e.key];
          if (e.key === 'Escape') {
            e.stopPropagation();
            useCompare.setState({ on: false });
            lookAtWay(null);
          }
          if (by === undefined) return;
          e.preventDefault();
          e.stopPropagation();
          to(at + by * (e.shiftKey ? 5 : 1));
        }}
      />
    </div>
  );
}
