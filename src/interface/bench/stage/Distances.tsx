'use client';
// What is written on the stage while something moves: lines that hold it, distances to its neighbours, equal gaps.
import { create } from 'zustand';
import type { Distance } from '../../../core/arrange/snap';
import css from './Distances.module.css';

interface Shown {
  vertical: number[];
  horizontal: number[];
  distances: Distance[];
}
const NOTHING: Shown = { vertical: [], horizontal: [], distances: [] };
const useShown = create<Shown>(() => NOTHING);

export const showDistances = ({ vertical = [], horizontal = [], distances = [] }: Partial<Shown>): void =>
  useShown.setState({ vertical, horizontal, distances });
export const hideDistances = (): void => useShown.setState(NOTHING);

export function Distances({ width, height, scale }: { width: number; height: number; scale: number }) {
  const { vertical, horizontal, distances } = useShown();
  if (!vertical.length && !horizontal.length && !distances.length) return null;
  return (
    <svg className={css.distances} width={width * scale} height={height * scale} data-distances={distances.length}>
      {/* They go by their number: what moves is given other places, not made anew for every frame. */}
      {vertical.map((x, i) => (
        <line key={`v${i}`} className={css.held} x1={x * scale} x2={x * scale} y1={0} y2={height * scale} />
      ))}
      {horizontal.map((y, i) => (
        <line key={`h${i}`} className={css.held} y1={y * scale} y2={y * scale} x1={0} x2={width * scale} />
      ))}
      {distances.map((d, i) => {
        const [a, b, c] = [d.from * scale, d.to * scale, d.at * scale],
          across = d.axis === 'x',
          words = String(Math.round(d.to - d.from)),
          x = across ? (a + b) / 2 : c,
          y = across ? c : (a + b) / 2;
        return (
          <g key={i} className={css.distance} data-equal={d.equal || undefined}>
            <path
              d={
                across
                  ? `M${a} ${c}H${b}M${a} ${c - 4}v8M${b} ${c - 4}v8`
                  : `M${c} ${a}V${b}M${c - 4} ${a}h8M${c - 4} ${b}h8`
              }
            />
            {b - a > 8 && (
              <>
                <rect x={x - words.length * 4 - 4} y={y - 8} width={words.length * 8 + 8} height={16} rx={2} />
                <text x={x} y={y + 4} textAnchor="middle">
                  {words}
                </text>
              </>
            )}
          </g>
        );
      })}
    </svg>
  );
}
