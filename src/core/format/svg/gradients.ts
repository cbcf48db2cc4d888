// Gradients of an SVG as ours, laid over the box of what they fill (SVG 2, section 14).
import { rgba, toHex } from '../../colour/srgb';
import { apply, compose, STILL, type Transform } from '../../ground/transform';
import type { Box } from '../../ground/box';
import type { Gradient } from '../../values/fill';
import { number, paint, share } from './geometry';
import { transformOf } from './clean';
import type { SvgElement } from './tree';

/** How far two lengths may differ to be one, as a share. */
const ALIKE = 1e-3;

/** Attributes of a gradient and of those it takes after, its own first; and its stops. */
function inherited(
  own: SvgElement,
  parts: ReadonlyMap<string, SvgElement>,
): { attributes: Record<string, string>; stops: SvgElement[] } {
  const attributes: Record<string, string> = {};
  let stops: SvgElement[] = [];
  const seen = new Set<SvgElement>();
  for (let e: SvgElement | undefined = own; e && !seen.has(e); e = parts.get((e.attributes.href ?? '').slice(1))) {
    seen.add(e);
    for (const [k, v] of Object.entries(e.attributes)) attributes[k] ??= v;
    if (!stops.length) stops = e.children.filter((c): c is SvgElement => typeof c !== 'string' && c.name === 'stop');
  }
  return { attributes, stops };
}

/** A coordinate: a share of the box, or in user units. */
function coordinate(v: string | undefined, otherwise: string): number {
  const of = v ?? otherwise;
  return of.endsWith('%') ? Number(of.slice(0, -1)) / 100 : number(of);
}

/** Stops between two that differ in colour and opacity. */
const BETWEEN = 3;

/**
 * There colours mix by themselves, here weighed by their opacity: stops between say what is meant, as far as there is
 * room.
 */
function mixedPlainly(stops: Gradient['stops']): void {
  const bytes = (hex: string): number[] => {
      const { r, g, b, a } = rgba(hex);
      return [r, g, b, Math.round(a * 255)];
    },
    wanted = stops.slice(1).flatMap((q, i) => {
      const [a, b] = [bytes(stops[i].colour as string), bytes(q.colour as string)];
      return a[3] !== b[3] && a.some((v, c) => c < 3 && v !== b[c]) && q.at > stops[i].at
        ? [{ p: stops[i], q, a, b }]
        : [];
    }),
    each = Math.min(BETWEEN, wanted.length ? Math.floor((12 - stops.length) / wanted.length) : 0);
  for (const { p, q, a, b } of wanted)
    for (let n = 1; n <= each; n++) {
      const u = n / (each + 1),
        [r, g, blue, alpha] = a.map((v, c) => Math.round(v + (b[c] - v) * u));
      stops.push({ at: p.at + (q.at - p.at) * u, colour: toHex(r, g, blue, alpha / 255), mid: 0.5 });
    }
  stops.sort((p, q) => p.at - q.at);
}

/**
 * @param own the gradient's element
 * @param box of what it fills, and `local` the same before `t`, which brings it to the drawing
 * @param alpha of the fill
 * @returns null for what ours cannot show: focal points, skewed circles, repetitions, more than twelve stops
 */
export function gradientFrom(
  own: SvgElement,
  parts: ReadonlyMap<string, SvgElement>,
  { box, local, t, alpha, current }: { box: Box; local: Box; t: Transform; alpha: number; current: string },
): Gradient | null {
  const { attributes: a, stops: elements } = inherited(own, parts);
  if ((a.spreadMethod ?? 'pad') !== 'pad' || !elements.length || elements.length > 12) return null;
  let least = 0;
  const stops: Gradient['stops'] = elements.map(({ attributes: s }) => {
    least = Math.max(least, share(s.offset, 0));
    const c = paint(s['stop-color'] ?? 'black', s.color ?? current) ?? { hex: '#000000', alpha: 0 };
    const opacity = c.alpha * share(s['stop-opacity'], 1) * alpha,
      { r, g, b } = rgba(c.hex);
    return { at: least, colour: toHex(r, g, b, opacity), mid: 0.5 };
  });
  if (stops.length === 1) stops.push({ ...stops[0], at: 1 });
  mixedPlainly(stops);
  const byBox = (a.gradientUnits ?? 'objectBoundingBox') === 'objectBoundingBox',
    unit: Transform = byBox ? [local.width, 0, 0, local.height, local.x, local.y] : STILL,
    to = compose(t, compose(unit, (a.gradientTransform && transformOf(a.gradientTransform)) || STILL)),
    // Shares of the viewport are not known here.
    percents = ['x1', 'y1', 'x2', 'y2', 'cx', 'cy', 'r'].some((k) => a[k]?.endsWith('%'));
  if (!byBox && percents) return null;
  const relative = ([x, y]: readonly [number, number]): { x: number; y: number } => ({
    x: (x - box.x) / box.width,
    y: (y - box.y) / box.height,
  });
  const made = (
    shape: Gradient['shape'],
    from: readonly [number, number],
    end: readonly [number, number],
    ratio = 1,
  ): Gradient | null => {
    const line = { from: relative(from), to: relative(end) };
    if (
      Object.values(line).some((p) => !(Math.abs(p.x) <= 10 && Math.abs(p.y) <= 10)) ||
      !(ratio >= 0.02 && ratio <= 50)
    )
      return null;
    return { shape, angle: 0, line, ratio, stops, space: 'srgb' };
  };
  if (own.name === 'linearGradient') {
    const p = [coordinate(a.x1, '0%'), coordinate(a.y1, '0%')] as const,
      q = [coordinate(a.x2, '100%'), coordinate(a.y2, '0%')] as const,
      from = apply(to, ...p),
      end = apply(to, ...q),
      // Lines of one colour go along with the transform; ours are at right angles to the way.
      side = apply(to, p[0] - (q[1] - p[1]), p[1] + (q[0] - p[0])),
      n = [-(side[1] - from[1]), side[0] - from[0]],
      size = Math.hypot(n[0], n[1]);
    if (!(size > 0)) return null;
    const way = ((end[0] - from[0]) * n[0] + (end[1] - from[1]) * n[1]) / size;
    return made('linear', from, [from[0] + (n[0] / size) * way, from[1] + (n[1] / size) * way]);
  }
  const cx = coordinate(a.cx, '50%'),
    cy = coordinate(a.cy, '50%'),
    r = coordinate(a.r, '50%'),
    fx = coordinate(a.fx, a.cx ?? '50%'),
    fy = coordinate(a.fy, a.cy ?? '50%');
  if (Math.hypot(fx - cx, fy - cy) > ALIKE * r || coordinate(a.fr, '0') > 0 || !(r > 0)) return null;
  const centre = apply(to, cx, cy),
    right = apply(to, cx + r, cy),
    down = apply(to, cx, cy + r),
    u = [right[0] - centre[0], right[1] - centre[1]],
    v = [down[0] - centre[0], down[1] - centre[1]],
    [lu, lv] = [Math.hypot(u[0], u[1]), Math.hypot(v[0], v[1])];
  if (!(lu > 0 && lv > 0) || Math.abs(u[0] * v[0] + u[1] * v[1]) > ALIKE * lu * lv) return null;
  return Math.abs(lu - lv) <= ALIKE * lu ? made('radial', centre, right) : made('elliptical', centre, right, lv / lu);
}
