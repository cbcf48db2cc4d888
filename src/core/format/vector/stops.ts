// A ramp's table as the few stops between which it runs straight.
import { type RampTable, STEPS } from '../../values/gradient-table';

export interface RampStop {
  /** 0..1. */
  at: number;
  red: number;
  green: number;
  blue: number;
  /** 0..1. */
  alpha: number;
}

/** How far a channel may be from the table, of 255: less than can be seen. */
const TOLERANCE = 0.5;

/** Stops between which straight mixing of colour and alpha, each by itself, comes as near as can be seen. */
export function stopsOf(table: RampTable): RampStop[] {
  const at = (i: number): [number, number, number, number] => [
      table[i * 4],
      table[i * 4 + 1],
      table[i * 4 + 2],
      table[i * 4 + 3] * 255,
    ],
    kept = new Set([0, STEPS]);
  const split = (from: number, to: number): void => {
    if (to - from < 2) return;
    const a = at(from),
      b = at(to);
    let worst = TOLERANCE,
      where = -1;
    for (let i = from + 1; i < to; i++) {
      const v = at(i),
        t = (i - from) / (to - from);
      for (let c = 0; c < 4; c++) {
        // Of what can hardly be seen the colour counts as little.
        const off = Math.abs(v[c] - (a[c] + (b[c] - a[c]) * t)) * (c < 3 ? v[3] / 255 : 1);
        if (off > worst) [worst, where] = [off, i];
      }
    }
    if (where < 0) return;
    kept.add(where);
    split(from, where);
    split(where, to);
  };
  split(0, STEPS);
  return [...kept]
    .sort((a, b) => a - b)
    .map((i) => {
      const [red, green, blue, alpha] = at(i);
      return { at: i / STEPS, red, green, blue, alpha: alpha / 255 };
    });
}
