'use client';
// Each text's reading over the widths of the page, and what it needs. A press or drag on it goes to that width.
import { memo, useRef } from 'react';
import { CartesianGrid, Line, LineChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { NARROWEST, WIDEST } from '../../../core/piece/limits';
import { FAR_ENOUGH, type WidthPoint } from '../../../core/reading/over-widths';
import { follow } from '../commands/drag';
import { DASHES } from './width-lines';
import css from './Widths.module.css';

const LEFT = 34;
const RIGHT = 12;

interface Lines {
  points: readonly WidthPoint[];
  /** Names of texts, by id, in the order of the stack. */
  texts: readonly { id: string; name: string }[];
  layouts: readonly { name: string; width: number }[];
  weakest: number | null;
}

export default function WidthChart({
  width,
  onChange,
  ...lines
}: Lines & { width: number; onChange: (width: number) => void }) {
  const host = useRef<HTMLDivElement>(null),
    share = (width - NARROWEST) / (WIDEST - NARROWEST);
  const at = (clientX: number): number => {
    const r = host.current!.getBoundingClientRect(),
      along = (clientX - r.left - LEFT) / (r.width - LEFT - RIGHT);
    return Math.round(NARROWEST + Math.min(1, Math.max(0, along)) * (WIDEST - NARROWEST));
  };
  return (
    <div
      ref={host}
      className={css.chart}
      data-width-chart={lines.points.length}
      role="img"
      aria-label={`Readings over the width of the page, from ${NARROWEST} to ${WIDEST} pixels`}
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        onChange(at(e.clientX));
        follow(e, { move: (_dx, _dy, p) => onChange(at(p.clientX)), end: () => {} });
      }}
    >
      <ChartLines {...lines} />
      <div className={css.here} style={{ left: `calc(${LEFT}px + ${share} * (100% - ${LEFT + RIGHT}px))` }} />
    </div>
  );
}

/** The lines alone: they stay while the width is dragged over them. */
const ChartLines = memo(function ChartLines({ points, texts, layouts, weakest }: Lines) {
  const data = points.map((p) => ({
    w: p.width,
    ...Object.fromEntries(
      p.readings.flatMap((r) =>
        r.ratio === null
          ? []
          : [
              [`${r.layer}:reads`, Math.min(FAR_ENOUGH, r.ratio)],
              [`${r.layer}:needs`, Math.min(FAR_ENOUGH, r.needed)],
            ],
      ),
    ),
  }));
  return (
    <ResponsiveContainer width="100%" height="100%">
      <LineChart data={data} margin={{ left: 0, right: RIGHT, top: 16, bottom: 0 }}>
        <CartesianGrid vertical={false} stroke="var(--line)" />
        <XAxis
          dataKey="w"
          type="number"
          domain={[NARROWEST, WIDEST]}
          ticks={[320, 640, 960, 1280, 1600, 1920, 2240, 2560]}
          tick={{ fontSize: 11 }}
          height={20}
        />
        <YAxis domain={[1, FAR_ENOUGH]} ticks={[1, 3, 4.5, 7, FAR_ENOUGH]} width={LEFT} tick={{ fontSize: 11 }} />
        {layouts.map((l) => (
          <ReferenceLine
            key={l.name}
            x={l.width}
            stroke="var(--quiet)"
            strokeDasharray="2 3"
            label={{ value: l.name, position: 'top', fontSize: 11, fill: 'var(--quiet)' }}
          />
        ))}
        {texts.map(({ id }, i) => (
          <Line
            key={`${id}:needs`}
            dataKey={`${id}:needs`}
            dot={false}
            isAnimationActive={false}
            stroke="var(--mantine-color-amber-6)"
            strokeDasharray={DASHES[i % DASHES.length]}
            strokeWidth={1}
            connectNulls
          />
        ))}
        {texts.map(({ id, name }, i) => (
          <Line
            key={`${id}:reads`}
            dataKey={`${id}:reads`}
            name={name}
            dot={false}
            isAnimationActive={false}
            stroke="var(--mantine-color-plavo-6)"
            strokeDasharray={DASHES[i % DASHES.length]}
            strokeWidth={2}
            connectNulls
          />
        ))}
        {weakest !== null && (
          <ReferenceLine
            x={weakest}
            stroke="var(--mantine-color-amber-6)"
            strokeWidth={2}
            label={{ value: 'weakest', position: 'insideTopRight', fontSize: 11 }}
          />
        )}
      </LineChart>
    </ResponsiveContainer>
  );
});
