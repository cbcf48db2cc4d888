'use client';
// The strength chart: the readings of the weakest letter, the tenth and the middle one against the strength of the
// treatment, with the zones too little, enough and more than needed, the present strength and the just-enough mark. A
// click or drag on it sets the strength.
import { useRef } from 'react';
import {
  Area,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from 'recharts';
import type { StrengthPoint } from '../../../core/remedy/strength';
import { useBench } from '../state/store';
import css from './StrengthChart.module.css';

const HEIGHT = 126;
const LEFT = 30;
const RIGHT = 20;
/** From here on a treatment is more than needed: a quarter over the goal. */
const AMPLE = 1.25;

interface Props {
  points: StrengthPoint[];
  /** Just enough in percent, or null. */
  enough: number | null;
  /** Present strength 0..1. */
  present: number;
  onChange: (strength: number) => void;
  onSettle: () => void;
}

export default function StrengthChart({ points, enough, present, onChange, onSettle }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const data = points
    .filter((p) => p.ratio !== null)
    .map((p) => ({
      s: p.strength,
      ratio: p.ratio!,
      needed: p.needed,
      clear: p.share * 100,
      low: [p.ratio!, p.tenth!] as const,
      high: [p.tenth!, p.median!] as const,
    }));
  const top = Math.max(6, ...data.map((d) => Math.max(Math.min(d.high[1], d.needed * 2.5), d.ratio, d.needed))) * 1.06;
  const ample = enough === null ? null : (data.find((d) => d.s >= enough && d.ratio >= d.needed * AMPLE)?.s ?? 100);
  const at = Math.round(present * 100);
  const strengthAt = (clientX: number): number => {
    const r = host.current!.getBoundingClientRect();
    return Math.round(100 * Math.min(1, Math.max(0, (clientX - r.left - LEFT) / (r.width - LEFT - RIGHT)))) / 100;
  };
  return (
    <div
      ref={host}
      className={css.chart}
      role="slider"
      tabIndex={0}
      aria-label="Strength of the treatment"
      aria-valuemin={0}
      aria-valuemax={100}
      aria-valuenow={at}
      aria-valuetext={`${at} %`}
      onKeyDown={(e) => {
        const by = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[e.key];
        if (by === undefined) return;
        e.preventDefault();
        e.stopPropagation();
        onChange(Math.min(100, Math.max(0, at + by * (e.shiftKey ? 10 : 1))) / 100);
      }}
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        useBench.setState({ dragging: 'control' });
        onChange(strengthAt(e.clientX));
      }}
      onPointerMove={(e) => e.currentTarget.hasPointerCapture(e.pointerId) && onChange(strengthAt(e.clientX))}
      // However it ends: let go, taken over by the browser, or taken back.
      onLostPointerCapture={() => {
        onSettle();
        useBench.setState({ dragging: false });
      }}
    >
      <ResponsiveContainer width="100%" height={HEIGHT}>
        <ComposedChart data={data} margin={{ top: 16, right: RIGHT, bottom: 0, left: 0 }} accessibilityLayer={false}>
          {enough !== null && ample !== null ? (
            <>
              {enough > 0 && (
                <ReferenceArea x1={0} x2={enough} fill="var(--attention)" fillOpacity={0.1} ifOverflow="hidden" />
              )}
              <ReferenceArea x1={enough} x2={ample} fill="var(--accent)" fillOpacity={0.2} ifOverflow="hidden" />
              {ample < 100 && (
                <ReferenceArea x1={ample} x2={100} fill="var(--quiet)" fillOpacity={0.12} ifOverflow="hidden" />
              )}
            </>
          ) : (
            <ReferenceArea x1={0} x2={100} fill="var(--attention)" fillOpacity={0.1} />
          )}
          <XAxis
            dataKey="s"
            type="number"
            domain={[0, 100]}
            ticks={[0, 25, 50, 75, 100]}
            tickFormatter={(v: number) => `${v} %`}
            tick={{ fontSize: 11, fill: 'var(--quiet)' }}
            height={18}
            tickLine={false}
            axisLine={{ stroke: 'var(--line)' }}
            interval={0}
          />
          <YAxis
            type="number"
            domain={[1, top]}
            allowDataOverflow
            tickFormatter={(v: number) => v.toFixed(0)}
            tick={{ fontSize: 11, fill: 'var(--quiet)' }}
            width={LEFT}
            tickLine={false}
            axisLine={false}
            tickCount={4}
          />
          <YAxis yAxisId="share" hide domain={[0, 100]} />
          <Line
            yAxisId="share"
            dataKey="clear"
            stroke="var(--quiet)"
            strokeWidth={1}
            strokeDasharray="1 3"
            dot={false}
            isAnimationActive={false}
          />
          <Area dataKey="high" stroke="none" fill="var(--accent)" fillOpacity={0.1} isAnimationActive={false} />
          <Area dataKey="low" stroke="none" fill="var(--accent)" fillOpacity={0.26} isAnimationActive={false} />
          <Line
            dataKey="needed"
            stroke="var(--ink)"
            strokeDasharray="3 3"
            strokeWidth={1}
            dot={false}
            isAnimationActive={false}
          />
          <Line dataKey="ratio" stroke="var(--accent)" strokeWidth={2} dot={false} isAnimationActive={false} />
          <ReferenceLine
            x={at}
            stroke="var(--ink)"
            strokeWidth={1.5}
            label={at > 0 ? { value: `${at} %`, position: 'top', fontSize: 11, fill: 'var(--ink)' } : undefined}
          />
          {enough !== null && (
            <ReferenceDot
              x={enough}
              y={data.find((d) => d.s >= enough)?.needed ?? 1}
              r={4}
              fill="var(--panel)"
              stroke="var(--accent)"
              strokeWidth={2}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <div className={css.zones} aria-hidden>
        <span data-zone="line">how the weakest letter reads</span>
        <span data-zone="need">what it needs</span>
        <span data-zone="high">how most letters read</span>
        <span data-zone="share">share of letters Clear</span>
        <span data-zone="little">too little</span>
        <span data-zone="enough">enough</span>
        <span data-zone="more">more than needed</span>
      </div>
    </div>
  );
}
