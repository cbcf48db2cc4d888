'use client';
// A curve whose points are dragged, added by a click, taken away by dragging them out or by Delete; and the slope of
// output levels.
import { SegmentedControl } from '@mantine/core';
import { useRef, useState } from 'react';
import { curveThrough } from '../../../core/photo/curve';
import type { Histogram } from '../../../core/photo/tone';
import type { CurvePoint, Tone } from '../../../core/values/tone';
import { follow } from '../commands/drag';
import { dragging } from './Amount';
import css from './Controls.module.css';

const SIDE = 200;
const OFF = 24;
type Channel = 'lightness' | 'red' | 'green' | 'blue';
const STROKE: Record<Channel, string> = { lightness: 'var(--ink)', red: '#b3261e', green: '#2d7a35', blue: '#2f55ab' };

interface Props {
  curve: Tone['curve'];
  histogram: Histogram | null;
  onChange: (values: Partial<Tone['curve']>, merge: boolean) => void;
}

const at = (v: number): number => Math.min(1, Math.max(0, v));
const line = (points: readonly CurvePoint[]): string => {
  const f = curveThrough(points);
  return Array.from(
    { length: 65 },
    (_, i) => `${i ? 'L' : 'M'}${((i / 64) * SIDE).toFixed(1)} ${((1 - f(i / 64)) * SIDE).toFixed(1)}`,
  ).join('');
};

export function CurveEditor({ curve, histogram, onChange }: Props) {
  const [channel, setChannel] = useState<Channel>('lightness');
  const svg = useRef<SVGSVGElement>(null);
  const points = curve[channel];
  const set = (next: CurvePoint[], merge = true): void =>
    onChange({ [channel]: [...next].sort((a, b) => a.x - b.x) }, merge);
  const place = (e: { clientX: number; clientY: number }): CurvePoint => {
    const r = svg.current!.getBoundingClientRect();
    return { x: at((e.clientX - r.left) / r.width), y: at(1 - (e.clientY - r.top) / r.height) };
  };
  const drag = (e: React.PointerEvent, from: CurvePoint[], index: number): void => {
    e.preventDefault();
    e.stopPropagation();
    const r = svg.current!.getBoundingClientRect(),
      others = from.filter((_, i) => i !== index),
      ends = index === 0 || index === from.length - 1;
    dragging.begin();
    follow(e, {
      move: (_dx, _dy, p) => {
        const out =
          p.clientX < r.left - OFF ||
          p.clientX > r.right + OFF ||
          p.clientY < r.top - OFF ||
          p.clientY > r.bottom + OFF;
        if (out && others.length >= 2 && !ends) return set(others);
        const q = place(p),
          low = from[index - 1]?.x,
          high = from[index + 1]?.x;
        set([
          ...others,
          {
            x: Math.min(high === undefined ? 1 : high - 0.01, Math.max(low === undefined ? 0 : low + 0.01, q.x)),
            y: q.y,
          },
        ]);
      },
      cancel: () => set(from),
      end: dragging.end,
    });
  };
  const key =
    (index: number) =>
    (e: React.KeyboardEvent): void => {
      const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[e.key],
        k = e.shiftKey ? 0.05 : 0.01;
      if (by)
        set(
          points.map((p, i) =>
            i === index
              ? {
                  x: at(
                    Math.min(
                      (points[i + 1]?.x ?? 1.01) - 0.01,
                      Math.max((points[i - 1]?.x ?? -0.01) + 0.01, p.x + by[0] * k),
                    ),
                  ),
                  y: at(p.y + by[1] * k),
                }
              : p,
          ),
        );
      else if ((e.key === 'Delete' || e.key === 'Backspace') && points.length > 2)
        set(
          points.filter((_, i) => i !== index),
          false,
        );
      else return;
      e.preventDefault();
      e.stopPropagation();
    };
  const bins = histogram?.[channel === 'lightness' ? 'luma' : channel];
  const most = bins ? Math.max(1, ...bins) : 1;
  return (
    <>
      <SegmentedControl
        aria-label="Channel"
        value={channel}
        onChange={(v) => setChannel(v as Channel)}
        data={[
          { value: 'lightness', label: 'Lightness' },
          { value: 'red', label: 'Red' },
          { value: 'green', label: 'Green' },
          { value: 'blue', label: 'Blue' },
        ]}
      />
      <svg
        ref={svg}
        viewBox={`0 0 ${SIDE} ${SIDE}`}
        className={css.curve}
        data-curve={channel}
        onPointerDown={(e) => {
          if (e.button !== 0 || points.length >= 16) return;
          const p = place(e);
          if (points.some((q) => Math.abs(q.x - p.x) < 0.02)) return;
          const next = [...points, p].sort((a, b) => a.x - b.x);
          set(next, false);
          drag(e, next, next.indexOf(p));
        }}
      >
        {bins && (
          <path
            d={`M0 ${SIDE} ${Array.from(bins, (n, i) => `L${((i / 255) * SIDE).toFixed(1)} ${(SIDE - Math.sqrt(n / most) * SIDE * 0.6).toFixed(1)}`).join(' ')} L${SIDE} ${SIDE}Z`}
            fill="var(--quiet)"
            fillOpacity={0.18}
          />
        )}
        {[0.25, 0.5, 0.75].map((g) => (
          <path key={g} d={`M${g * SIDE} 0V${SIDE}M0 ${g * SIDE}H${SIDE}`} stroke="var(--line)" strokeWidth={1} />
        ))}
        <path d={`M0 ${SIDE}L${SIDE} 0`} stroke="var(--line)" strokeWidth={1} strokeDasharray="3 3" />
        <path d={line(points)} fill="none" stroke={STROKE[channel]} strokeWidth={2} />
        {points.map((p, i) => (
          <circle
            key={i}
            cx={p.x * SIDE}
            cy={(1 - p.y) * SIDE}
            r={5.5}
            tabIndex={0}
            role="slider"
            aria-label={`Point ${i + 1}`}
            aria-valuemin={0}
            aria-valuemax={255}
            aria-valuenow={Math.round(p.y * 255)}
            aria-valuetext={`${Math.round(p.x * 255)} becomes ${Math.round(p.y * 255)}`}
            data-point={i}
            fill="var(--panel)"
            stroke={STROKE[channel]}
            strokeWidth={2}
            onPointerDown={(e) => drag(e, points, i)}
            onKeyDown={key(i)}
          />
        ))}
      </svg>
    </>
  );
}

/** What output levels make of black to white: the steeper the line, the more contrast is left. */
export function Profile({ from, to }: { from: number; to: number }) {
  return (
    <svg
      viewBox="0 0 200 60"
      className={css.profile}
      preserveAspectRatio="none"
      role="img"
      aria-label={`Black becomes ${Math.round(from * 255)}, white ${Math.round(to * 255)}`}
    >
      <path d="M0 60L200 0" stroke="var(--line)" strokeDasharray="3 3" vectorEffect="non-scaling-stroke" />
      <path d={`M0 ${60 - from * 60}L200 ${60 - to * 60}V60H0Z`} fill="var(--accent)" fillOpacity={0.1} />
      <path
        d={`M0 ${60 - from * 60}L200 ${60 - to * 60}`}
        stroke="var(--accent)"
        strokeWidth={2}
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}
