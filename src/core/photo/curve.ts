// A tone curve through points: monotone cubic interpolation (Fritsch and Carlson 1980), which never swings beyond its
// points.
import type { CurvePoint } from '../values/tone';

/** The curve as a function of 0..1; level before its first and after its last point. */
export function curveThrough(points: readonly CurvePoint[]): (x: number) => number {
  const p = [...points].sort((a, b) => a.x - b.x).filter((q, i, all) => i === 0 || q.x - all[i - 1].x > 1e-6);
  const n = p.length;
  if (n === 1) return () => p[0].y;
  const slope = Array.from({ length: n - 1 }, (_, i) => (p[i + 1].y - p[i].y) / (p[i + 1].x - p[i].x));
  const m = Array.from({ length: n }, (_, i) =>
    i === 0 ? slope[0] : i === n - 1 ? slope[n - 2] : slope[i - 1] * slope[i] <= 0 ? 0 : (slope[i - 1] + slope[i]) / 2,
  );
  for (let i = 0; i < n - 1; i++) {
    if (slope[i] === 0) {
      m[i] = m[i + 1] = 0;
      continue;
    }
    const a = m[i] / slope[i],
      b = m[i + 1] / slope[i],
      r = Math.hypot(a, b);
    if (r > 3) {
      m[i] = (3 * a * slope[i]) / r;
      m[i + 1] = (3 * b * slope[i]) / r;
    }
  }
  return (x) => {
    if (x <= p[0].x) return p[0].y;
    if (x >= p[n - 1].x) return p[n - 1].y;
    let i = 0;
    while (x > p[i + 1].x) i++;
    const h = p[i + 1].x - p[i].x,
      t = (x - p[i].x) / h,
      t2 = t * t,
      t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * p[i].y +
      (t3 - 2 * t2 + t) * h * m[i] +
      (-2 * t3 + 3 * t2) * p[i + 1].y +
      (t3 - t2) * h * m[i + 1]
    );
  };
}
