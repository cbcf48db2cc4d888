// What elements of a cleaned SVG say of what they draw: colours, lengths, path data, where the view box lies (SVG 2,
// sections 5, 8, 10 and 13).
import { converter, parse } from 'culori';
import svgpath from 'svgpath';
import { toHex } from '../../colour/srgb';
import type { Transform } from '../../ground/transform';

/** More than flat shapes. */
export class TooMuch extends Error {}
const toRgb = converter('rgb');

/** A flat colour; null is none. @throws TooMuch for paints that are no flat colour */
export function paint(value: string, current: string): { hex: string; alpha: number } | null {
  const v = value.trim().toLowerCase();
  if (v === 'none' || v === 'transparent') return null;
  if (v === 'currentcolor') return paint(current === 'currentcolor' ? 'black' : current, 'black');
  const c = toRgb(parse(v));
  if (!c) throw new TooMuch();
  const byte = (x: number): number => Math.round(Math.min(1, Math.max(0, x)) * 255);
  return { hex: toHex(byte(c.r), byte(c.g), byte(c.b)), alpha: c.alpha ?? 1 };
}

/** @throws TooMuch for lengths that depend on something else */
export const number = (v: string | undefined, otherwise = 0): number => {
  if (v === undefined || v === 'auto') return otherwise;
  const n = Number(v);
  if (!Number.isFinite(n)) throw new TooMuch();
  return n;
};
export const share = (v: string | undefined, otherwise: number): number => {
  if (v === undefined) return otherwise;
  const n = v.endsWith('%') ? Number(v.slice(0, -1)) / 100 : Number(v);
  return Number.isFinite(n) ? Math.min(1, Math.max(0, n)) : otherwise;
};

/** Path data of a basic shape, or null for what is none. */
export function dataOf(name: string, a: Record<string, string>): string | null {
  const n = (key: string, otherwise = 0): number => number(a[key], otherwise);
  switch (name) {
    case 'path':
      return a.d ?? '';
    case 'rect': {
      const w = n('width'),
        h = n('height'),
        x = n('x'),
        y = n('y');
      if (!(w > 0 && h > 0)) return '';
      const rx = Math.min(w / 2, n('rx', n('ry'))),
        ry = Math.min(h / 2, n('ry', n('rx')));
      if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}z`;
      return `M${x + rx} ${y}h${w - 2 * rx}a${rx} ${ry} 0 0 1 ${rx} ${ry}v${h - 2 * ry}a${rx} ${ry} 0 0 1 ${-rx} ${ry}h${2 * rx - w}a${rx} ${ry} 0 0 1 ${-rx} ${-ry}v${2 * ry - h}a${rx} ${ry} 0 0 1 ${rx} ${-ry}z`;
    }
    case 'circle':
    case 'ellipse': {
      const rx = n(name === 'circle' ? 'r' : 'rx', n('ry')),
        ry = n(name === 'circle' ? 'r' : 'ry', n('rx')),
        x = n('cx'),
        y = n('cy');
      return rx > 0 && ry > 0 ? `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0z` : '';
    }
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'polyline':
    case 'polygon': {
      const p = a.points?.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? [];
      return p.length >= 4 ? `M${p.slice(0, p.length - (p.length % 2)).join(' ')}${name === 'polygon' ? 'z' : ''}` : '';
    }
    default:
      return null;
  }
}

/**
 * Path data with absolute moves, lines and curves only. Data that ends in an error counts up to there (SVG 2, 9.5.4).
 */
export function drawnPath(d: string, t: Transform = [1, 0, 0, 1, 0, 0]): string {
  const path = svgpath(d);
  let x = 0,
    y = 0,
    startX = 0,
    startY = 0;
  const out: string[] = [];
  const r = (v: number): number => Math.round(v * 1000) / 1000;
  path
    .abs()
    .unshort()
    .unarc()
    .matrix([...t])
    .iterate((s) => {
      const v = s.slice(1) as number[];
      if (s[0] === 'H') [x, out[out.length]] = [v[0], `L${r(v[0])} ${r(y)}`];
      else if (s[0] === 'V') [y, out[out.length]] = [v[0], `L${r(x)} ${r(v[0])}`];
      else {
        out.push(`${s[0]}${v.map(r).join(' ')}`);
        if (v.length) [x, y] = v.slice(-2);
        else [x, y] = [startX, startY];
        if (s[0] === 'M') [startX, startY] = [x, y];
      }
    });
  return out.join('');
}

/** Where the view box lies in the viewport (SVG 2, 8.2). */
export function fitted(a: Record<string, string>, { width, height }: { width: number; height: number }): Transform {
  const box = a.viewBox?.split(/[\s,]+/).map(Number);
  if (!box || box.length !== 4 || !(box[2] > 0 && box[3] > 0)) return [1, 0, 0, 1, 0, 0];
  const [align, how] = (a.preserveAspectRatio ?? 'xMidYMid meet').split(/\s+/);
  const kx = width / box[2],
    ky = height / box[3];
  if (align === 'none') return [kx, 0, 0, ky, -box[0] * kx, -box[1] * ky];
  const k = how === 'slice' ? Math.max(kx, ky) : Math.min(kx, ky);
  const along = (where: string, free: number): number => (where === 'Min' ? 0 : where === 'Max' ? free : free / 2);
  return [
    k,
    0,
    0,
    k,
    along(align.slice(1, 4), width - box[2] * k) - box[0] * k,
    along(align.slice(5, 8), height - box[3] * k) - box[1] * k,
  ];
}

/** What is inherited, as far as it is drawn. */
export const INHERITED = [
  'fill',
  'stroke',
  'stroke-width',
  'fill-opacity',
  'stroke-opacity',
  'fill-rule',
  'stroke-linecap',
  'stroke-linejoin',
  'stroke-miterlimit',
  'stroke-dasharray',
  'stroke-dashoffset',
  'color',
  'visibility',
  'marker-start',
  'marker-mid',
  'marker-end',
  'paint-order',
] as const;
export type Style = Partial<Record<(typeof INHERITED)[number], string>>;

export const NOT_DRAWN = new Set([
  'defs',
  'symbol',
  'linearGradient',
  'radialGradient',
  'clipPath',
  'mask',
  'pattern',
  'marker',
  'filter',
]);
export const named = (v: string | undefined): boolean => v !== undefined && v !== 'none';

/** Does a shape have marks at its points? */
export const hasMarkers = (style: Style): boolean =>
  named(style['marker-start']) || named(style['marker-mid']) || named(style['marker-end']);

/** Lengths of dashes and gaps, enlarged; none for a solid line. @throws TooMuch for lengths that depend on others */
export const dashesOf = ({ 'stroke-dasharray': dash }: Style, k: number): number[] =>
  dash !== undefined && named(dash) ? dash.split(/[\s,]+/).map((v) => number(v) * k) : [];
