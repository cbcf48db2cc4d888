'use client';
// A gradient on a bar: stops are dragged, added by a click, taken away by dragging them off or by Delete; midpoints lie
// between them.
import { useRef } from 'react';
import type { Gradient } from '../../../core/values/fill';
import { cssRamp, movedStop, withoutStop, withStop, withStopChanged } from '../../../core/values/gradient';
import { hexOf } from '../../../core/values/swatches';
import { follow } from '../commands/drag';
import { useSwatches } from '../state/swatches';
import { dragging } from './Amount';
import css from './GradientBar.module.css';

/** How far a stop is dragged off the bar before it goes, CSS px. */
const OFF = 34;

interface Props {
  gradient: Gradient;
  chosen: number;
  onChoose: (index: number) => void;
  onChange: (gradient: Gradient, merge: boolean) => void;
}

export function GradientBar({ gradient, chosen, onChoose, onChange }: Props) {
  const piece = useSwatches();
  const bar = useRef<HTMLDivElement>(null);
  const at = (clientX: number): number => {
    const r = bar.current!.getBoundingClientRect();
    return Math.min(1, Math.max(0, (clientX - r.left) / r.width));
  };
  const choose = (index: number): void => {
    onChoose(index);
    bar.current?.parentElement?.querySelectorAll<HTMLElement>('[data-stop]')[index]?.focus();
  };

  const dragStop =
    (index: number, from = gradient) =>
    (e: React.PointerEvent): void => {
      if (e.button !== 0) return;
      e.preventDefault();
      choose(index);
      dragging.begin();
      const r = bar.current!.getBoundingClientRect();
      follow(e, {
        move: (_dx, _dy, p) => {
          const off = (p.clientY < r.top - OFF || p.clientY > r.bottom + OFF) && from.stops.length > 2;
          const next = off
            ? { gradient: withoutStop(from, index), index: Math.max(0, index - 1) }
            : movedStop(from, index, at(p.clientX));
          onChoose(next.index);
          onChange(next.gradient, true);
        },
        cancel: () => onChange(from, true),
        end: dragging.end,
      });
    };
  const dragMid =
    (index: number) =>
    (e: React.PointerEvent): void => {
      e.preventDefault();
      e.stopPropagation();
      const from = gradient,
        a = from.stops[index].at,
        b = from.stops[index + 1].at;
      dragging.begin();
      follow(e, {
        move: (_dx, _dy, p) =>
          b > a &&
          onChange(
            withStopChanged(from, index, { mid: Math.min(0.98, Math.max(0.02, (at(p.clientX) - a) / (b - a))) }),
            true,
          ),
        cancel: () => onChange(from, true),
        end: dragging.end,
      });
    };
  const key =
    (index: number) =>
    (e: React.KeyboardEvent): void => {
      const by = { ArrowLeft: -0.01, ArrowDown: -0.01, ArrowRight: 0.01, ArrowUp: 0.01 }[e.key];
      if (by !== undefined) {
        const next = movedStop(gradient, index, gradient.stops[index].at + by * (e.shiftKey ? 10 : 1));
        onChange(next.gradient, true);
        choose(next.index);
      } else if (e.key === 'Delete' || e.key === 'Backspace') {
        onChange(withoutStop(gradient, index), false);
        onChoose(Math.max(0, index - 1));
      } else return;
      e.preventDefault();
      e.stopPropagation();
    };

  return (
    <div className={css.host}>
      <div
        ref={bar}
        className={css.bar}
        title="Click to add a stop"
        data-gradient-bar
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          const added = withStop(gradient, at(e.clientX), piece);
          if (!added) return;
          onChange(added.gradient, false);
          dragStop(added.index, added.gradient)(e);
        }}
      >
        <i style={{ background: cssRamp(gradient, piece, 24) }} />
      </div>
      {gradient.stops.slice(0, -1).map((s, i) => {
        const next = gradient.stops[i + 1];
        return next.at - s.at > 0.08 ? (
          <span
            key={`m${i}`}
            className={css.mid}
            title="Midpoint"
            data-mid={i}
            style={{ left: `${(s.at + (next.at - s.at) * s.mid) * 100}%` }}
            onPointerDown={dragMid(i)}
          />
        ) : null;
      })}
      {gradient.stops.map((s, i) => (
        <button
          key={i}
          type="button"
          className={css.stop}
          data-stop={i}
          data-chosen={i === chosen || undefined}
          role="slider"
          aria-label={`Stop ${i + 1}`}
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={Math.round(s.at * 100)}
          aria-valuetext={`${Math.round(s.at * 100)} %, ${hexOf(s.colour, piece)}`}
          style={{ left: `${s.at * 100}%` }}
          onPointerDown={dragStop(i)}
          onFocus={() => onChoose(i)}
          onKeyDown={key(i)}
        >
          <i style={{ background: hexOf(s.colour, piece) }} />
        </button>
      ))}
    </div>
  );
}
