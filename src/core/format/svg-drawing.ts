// An SVG of plain shapes as outlines with flat colours (SVG 2, sections 9 and 13), so that logos stay sharp at any size and can become
// shapes. What needs more than that (gradients, masks, text, clipping, filters) gives null and is shown from its pixels.
import { SaxesParser } from 'saxes';
import svgpath from 'svgpath';
import { compose, type Transform } from '../arrange/transform';
import { parseHex, toHex } from '../colour/srgb';
import type { Drawing, DrawnMark } from './drawing';

/** The commonest colour names of CSS Color 4; others make a drawing be shown from its pixels. */
const NAMES: Record<string, string> = { black: '#000000', white: '#ffffff', red: '#ff0000', lime: '#00ff00', green: '#008000', blue: '#0000ff', yellow: '#ffff00', gray: '#808080', grey: '#808080', silver: '#c0c0c0', navy: '#000080', teal: '#008080', maroon: '#800000', purple: '#800080', olive: '#808000', orange: '#ffa500' };
class TooMuch extends Error {}

/** Null is none. @throws TooMuch for paints that are no flat colour */
function paint(value: string, current: string): string | null {
  const v = value.trim().toLowerCase();
  if (v === 'none' || v === 'transparent') return null;
  if (v === 'currentcolor') return current;
  if (NAMES[v]) return NAMES[v];
  const rgb = /^rgb\(\s*(\d+)[\s,]+(\d+)[\s,]+(\d+)\s*\)$/.exec(v);
  if (rgb) return toHex(Number(rgb[1]), Number(rgb[2]), Number(rgb[3]));
  const c = v.startsWith('#') ? parseHex(v) : null;
  if (!c) throw new TooMuch();
  return toHex(c.r, c.g, c.b, c.a);
}

const number = (v: string | undefined, otherwise = 0): number => {
  if (v === undefined) return otherwise;
  const n = parseFloat(v);
  if (!Number.isFinite(n) || /%\s*$/.test(v)) throw new TooMuch();
  return n;
};

/** @throws TooMuch for what is no list of transforms */
function transform(text: string | undefined): Transform {
  let t: Transform = [1, 0, 0, 1, 0, 0];
  for (const [, name, list] of (text ?? '').matchAll(/(\w+)\s*\(([^)]*)\)/g)) {
    const v = list.split(/[\s,]+/).filter(Boolean).map(Number), rad = ((v[0] ?? 0) * Math.PI) / 180;
    if (v.some((n) => !Number.isFinite(n))) throw new TooMuch();
    const turn: Transform = [Math.cos(rad), Math.sin(rad), -Math.sin(rad), Math.cos(rad), 0, 0];
    if (name === 'translate') t = compose(t, [1, 0, 0, 1, v[0], v[1] ?? 0]);
    else if (name === 'scale') t = compose(t, [v[0], 0, 0, v[1] ?? v[0], 0, 0]);
    else if (name === 'rotate') t = v.length > 1 ? compose(compose(compose(t, [1, 0, 0, 1, v[1], v[2]]), turn), [1, 0, 0, 1, -v[1], -v[2]]) : compose(t, turn);
    else if (name === 'matrix' && v.length === 6) t = compose(t, v as unknown as Transform);
    else if (name === 'skewX') t = compose(t, [1, 0, Math.tan(rad), 1, 0, 0]);
    else if (name === 'skewY') t = compose(t, [1, Math.tan(rad), 0, 1, 0, 0]);
    else throw new TooMuch();
  }
  return t;
}

/** Path data of a basic shape, or null for what is none. */
function dataOf(name: string, a: Record<string, string>): string | null {
  const n = (key: string, otherwise = 0): number => number(a[key], otherwise);
  switch (name) {
    case 'path':
      return a.d ?? '';
    case 'rect': {
      const w = n('width'), h = n('height'), x = n('x'), y = n('y');
      const rx = Math.min(w / 2, n('rx', n('ry'))), ry = Math.min(h / 2, n('ry', n('rx')));
      if (rx <= 0 || ry <= 0) return `M${x} ${y}h${w}v${h}h${-w}z`;
      return `M${x + rx} ${y}h${w - 2 * rx}a${rx} ${ry} 0 0 1 ${rx} ${ry}v${h - 2 * ry}a${rx} ${ry} 0 0 1 ${-rx} ${ry}h${2 * rx - w}a${rx} ${ry} 0 0 1 ${-rx} ${-ry}v${2 * ry - h}a${rx} ${ry} 0 0 1 ${rx} ${-ry}z`;
    }
    case 'circle':
    case 'ellipse': {
      const rx = n('rx', n('r')), ry = n('ry', n('r')), x = n('cx'), y = n('cy');
      return `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0z`;
    }
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`;
    case 'polyline':
    case 'polygon':
      return a.points?.trim() ? `M${a.points.trim()}${name === 'polygon' ? 'z' : ''}` : '';
    default:
      return null;
  }
}

/**
 * Path data with absolute moves, lines and curves only.
 * @throws Error where the data is none
 */
export function drawnPath(d: string, t: Transform = [1, 0, 0, 1, 0, 0]): string {
  const path = svgpath(d) as ReturnType<typeof svgpath> & { err?: string };
  if (path.err) throw new TooMuch(path.err);
  let x = 0, y = 0;
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
      }
    });
  return out.join('');
}

interface Style {
  fill: string;
  stroke: string;
  width: number;
  opacity: number;
  evenOdd: boolean;
  cap: DrawnMark['cap'];
  join: DrawnMark['join'];
  colour: string;
  t: Transform;
}

const HIDDEN = new Set(['defs', 'symbol', 'title', 'desc', 'metadata']);

/**
 * The outlines of an SVG, or null where it holds more than flat shapes.
 * @param text a cleaned SVG
 */
export function svgDrawing(text: string): Drawing | null {
  const marks: DrawnMark[] = [];
  let size: { width: number; height: number } | null = null;
  const stack: Style[] = [{ fill: '#000000', stroke: 'none', width: 1, opacity: 1, evenOdd: false, cap: 'butt', join: 'miter', colour: '#000000', t: [1, 0, 0, 1, 0, 0] }];
  let hidden = 0;
  const parser = new SaxesParser();
  parser.on('error', () => {
    throw new TooMuch();
  });
  parser.on('opentag', ({ name, attributes }) => {
    const a = attributes as Record<string, string>, up = stack[stack.length - 1];
    if (hidden || HIDDEN.has(name)) {
      hidden++;
      return;
    }
    if (name === 'use' || a.mask || a['clip-path'] || a.filter || a.style || a['stroke-dasharray'] || a.class) throw new TooMuch();
    if (a.display === 'none' || a.visibility === 'hidden') {
      hidden++;
      return;
    }
    const own: Style = {
      fill: a.fill ?? up.fill,
      stroke: a.stroke ?? up.stroke,
      width: number(a['stroke-width'], up.width),
      opacity: up.opacity * number(a.opacity, 1),
      evenOdd: (a['fill-rule'] ?? (up.evenOdd ? 'evenodd' : 'nonzero')) === 'evenodd',
      cap: (a['stroke-linecap'] as DrawnMark['cap']) ?? up.cap,
      join: (a['stroke-linejoin'] as DrawnMark['join']) ?? up.join,
      colour: a.color ?? up.colour,
      t: compose(up.t, transform(a.transform)),
    };
    if (name === 'svg') {
      if (size) throw new TooMuch();
      const box = a.viewBox?.trim().split(/[\s,]+/).map(Number);
      const width = a.width === undefined || /%/.test(a.width) ? box?.[2] : parseFloat(a.width), height = a.height === undefined || /%/.test(a.height) ? box?.[3] : parseFloat(a.height);
      if (!width || !height || !(width > 0) || !(height > 0)) throw new TooMuch();
      size = { width, height };
      if (box?.length === 4 && box[2] > 0 && box[3] > 0) {
        const k = Math.min(width / box[2], height / box[3]);
        own.t = [k, 0, 0, k, (width - box[2] * k) / 2 - box[0] * k, (height - box[3] * k) / 2 - box[1] * k];
      }
    } else if (name !== 'g' && name !== 'a') {
      const d = dataOf(name, a);
      if (d === null) throw new TooMuch();
      const alpha = (of: string | undefined): number => own.opacity * number(of, 1), fill = paint(own.fill, own.colour), stroke = own.width > 0 ? paint(own.stroke, own.colour) : null;
      const fillAlpha = alpha(a['fill-opacity']), strokeAlpha = alpha(a['stroke-opacity']);
      const k = Math.sqrt(Math.abs(own.t[0] * own.t[3] - own.t[1] * own.t[2]));
      const drawn = drawnPath(d, own.t), plain = { d: drawn, evenOdd: own.evenOdd, width: own.width * k, cap: own.cap, join: own.join };
      if (fill && name !== 'line') marks.push({ ...plain, fill, stroke: null, opacity: fillAlpha });
      if (stroke) marks.push({ ...plain, fill: null, stroke, opacity: strokeAlpha });
    }
    stack.push(own);
  });
  parser.on('closetag', () => {
    if (hidden) hidden--;
    else stack.pop();
  });
  try {
    parser.write(text).close();
  } catch {
    return null;
  }
  return size && marks.length ? { ...(size as { width: number; height: number }), marks } : null;
}
