// An SVG from outside made harmless and plain: known elements and attributes, styles brought down to attributes,
// lengths and transforms in user units, references only to its own parts. What is drawn stays what it was.
import { compose, type Transform } from '../../ground/transform';
import { allowedValue, isProperty, Sheet } from './css';
import { parseSvg, SVG_LIMITS, type SvgElement, SvgFault } from './tree';

const SHAPES = ['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'];
const FILTERS = [
  'feBlend',
  'feColorMatrix',
  'feComponentTransfer',
  'feComposite',
  'feDropShadow',
  'feFlood',
  'feFuncA',
  'feFuncB',
  'feFuncG',
  'feFuncR',
  'feGaussianBlur',
  'feMerge',
  'feMergeNode',
  'feMorphology',
  'feOffset',
];
const ELEMENTS = new Set([
  ...SHAPES,
  ...FILTERS,
  'svg',
  'g',
  'defs',
  'linearGradient',
  'radialGradient',
  'stop',
  'clipPath',
  'mask',
  'use',
  'symbol',
  'pattern',
  'text',
  'tspan',
  'marker',
  'filter',
  'image',
]);

const NUMBER = '[-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][-+]?\\d+)?';
const LENGTH = new RegExp(`^\\s*(${NUMBER})\\s*(px|pt|pc|mm|cm|in|em|ex|rem|%)?\\s*$`, 'i');
const NUMBERS = new RegExp(`^\\s*${NUMBER}(?:[\\s,]+${NUMBER}){0,63}\\s*$`);
const WORDS = /^[A-Za-z][\w -]{0,40}$/;
const UNITS: Record<string, number> = { px: 1, pt: 96 / 72, pc: 16, mm: 96 / 25.4, cm: 96 / 2.54, in: 96 };

/** Lengths; absolute units become user units (CSS Values 4, 6.2), relative ones stay. */
function length(value: string): string | null {
  const m = LENGTH.exec(value);
  if (!m) return null;
  const unit = (m[2] ?? '').toLowerCase();
  return unit === '' ? m[1] : unit in UNITS ? String(Number(m[1]) * UNITS[unit]) : `${m[1]}${unit}`;
}
const numbers = (v: string): string | null => (NUMBERS.test(v) ? v.trim() : null);
const words = (v: string): string | null => (WORDS.test(v.trim()) ? v.trim() : null);
const pathData = (v: string): string | null => (/^[\s\d.,+\-eEMmLlHhVvCcSsQqTtAaZz]*$/.test(v) ? v : null);
const points = (v: string): string | null => (/^[\s\d.,+\-eE]*$/.test(v) ? v : null);
const lengths = (v: string): string | null => {
  const parts = v
    .trim()
    .split(/[\s,]+/, 6000)
    .map(length);
  return parts.some((p) => p === null) ? null : parts.join(' ');
};
/** Names of parts: whatever an XML name may be, without what could end a reference. */
const name = (v: string): string | null => (/^[^\s"'<>()\\&#]{1,200}$/.test(v) ? v : null);

const ATTRIBUTES: Record<string, (v: string) => string | null> = {
  id: name,
  d: pathData,
  points,
  viewBox: (v) => (/^\s*[-+\d.eE]+(?:[\s,]+[-+\d.eE]+){3}\s*$/.test(v) ? v.trim() : null),
  preserveAspectRatio: (v) =>
    /^(?:none|x(?:Min|Mid|Max)Y(?:Min|Mid|Max))(?:\s+(?:meet|slice))?$/.test(v.trim()) ? v.trim() : null,
  'xml:space': words,
  ...Object.fromEntries(
    [
      'width',
      'height',
      'x1',
      'y1',
      'x2',
      'y2',
      'cx',
      'cy',
      'r',
      'rx',
      'ry',
      'fx',
      'fy',
      'fr',
      'startOffset',
      'textLength',
      'markerWidth',
      'markerHeight',
      'refX',
      'refY',
      'offset',
    ].map((k) => [k, length]),
  ),
  ...Object.fromEntries(['x', 'y', 'dx', 'dy'].map((k) => [k, lengths])),
  rotate: numbers,
  ...Object.fromEntries(
    [
      'stdDeviation',
      'values',
      'k1',
      'k2',
      'k3',
      'k4',
      'radius',
      'tableValues',
      'slope',
      'intercept',
      'amplitude',
      'exponent',
      'order',
    ].map((k) => [k, numbers]),
  ),
  ...Object.fromEntries(
    [
      'gradientUnits',
      'spreadMethod',
      'clipPathUnits',
      'maskUnits',
      'maskContentUnits',
      'patternUnits',
      'patternContentUnits',
      'markerUnits',
      'filterUnits',
      'primitiveUnits',
      'in',
      'in2',
      'result',
      'mode',
      'operator',
      'type',
      'edgeMode',
      'lengthAdjust',
    ].map((k) => [k, words]),
  ),
  orient: (v) => (/^(?:auto|auto-start-reverse|[-+\d.]+(?:deg)?)$/.test(v.trim()) ? v.trim() : null),
};

/**
 * A list of transforms as one matrix: the attribute's syntax and that of CSS, in degrees and pixels (SVG 2, 8.5; CSS
 * Transforms 1).
 * @returns null where it is none
 */
export function transformOf(text: string): Transform | null {
  let t: Transform = [1, 0, 0, 1, 0, 0];
  const turnOf = (v: string): number => {
    const m = new RegExp(`^(${NUMBER})(deg|rad|grad|turn)?$`).exec(v.trim());
    return m
      ? Number(m[1]) * { deg: Math.PI / 180, rad: 1, grad: Math.PI / 200, turn: 2 * Math.PI }[(m[2] ?? 'deg') as 'deg']
      : NaN;
  };
  const shift = (v: string): number => Number(/%|em|ex$/.test(v.trim()) ? NaN : (length(v) ?? NaN));
  const rest = text.replace(/([a-zA-Z]+)\s*\(([^()]*)\)/g, (_all, given: string, list: string) => {
    const parts = list.split(/[\s,]+|(?<=[\d.])(?=[-+])(?<!e)/i).filter(Boolean),
      n = parts.map(Number),
      what = given.toLowerCase();
    let by: Transform | null = null;
    if (what === 'matrix' && n.length === 6) by = [n[0], n[1], n[2], n[3], n[4], n[5]];
    else if (what === 'translate') by = [1, 0, 0, 1, shift(parts[0]), parts.length > 1 ? shift(parts[1]) : 0];
    else if (what === 'translatex') by = [1, 0, 0, 1, shift(parts[0]), 0];
    else if (what === 'translatey') by = [1, 0, 0, 1, 0, shift(parts[0])];
    else if (what === 'scale') by = [n[0], 0, 0, n[1] ?? n[0], 0, 0];
    else if (what === 'scalex') by = [n[0], 0, 0, 1, 0, 0];
    else if (what === 'scaley') by = [1, 0, 0, n[0], 0, 0];
    else if (what === 'rotate') {
      const a = turnOf(parts[0]),
        c = Math.cos(a),
        s = Math.sin(a),
        x = n[1] ?? 0,
        y = n[2] ?? 0;
      by = [c, s, -s, c, x - c * x + s * y, y - s * x - c * y];
    } else if (what === 'skewx') by = [1, 0, Math.tan(turnOf(parts[0])), 1, 0, 0];
    else if (what === 'skewy') by = [1, Math.tan(turnOf(parts[0])), 0, 1, 0, 0];
    t = compose(t, by ?? [NaN, 0, 0, NaN, 0, 0]);
    return '';
  });
  return /^[\s,]*$/.test(rest) && t.every(Number.isFinite) ? t : null;
}

const matrix = (t: Transform): string => `matrix(${t.map((v) => Number(v.toPrecision(12))).join(' ')})`;

/** Attributes of an element as they may stay, styles brought down. Null takes the element away. */
function attributesOf(element: SvgElement, above: readonly SvgElement[], sheet: Sheet): Record<string, string> {
  const out: Record<string, string> = {};
  const put = (key: string, value: string): void => {
    if (key === 'transform' || key === 'gradientTransform' || key === 'patternTransform') {
      if (value.trim() === 'none') delete out[key];
      else {
        const t = transformOf(value);
        // An attribute that is no transform is an error, and what it says does not count.
        if (t) out[key] = matrix(t);
      }
      return;
    }
    if (key === 'href') {
      const inside = /^#([^\s"'<>()\\&#]{1,200})$/.exec(value.trim());
      if (inside) out.href = value.trim();
      else if (element.name === 'image') {
        const data = /^data:image\/(png|jpeg|jpg);base64,/i.exec(value);
        if (data && /^[\sA-Za-z0-9+/=]*$/.test(value.slice(data[0].length))) out.href = value;
      }
      return;
    }
    // Both units and percents of an opacity; a length with a unit in user units.
    const allowed = isProperty(key)
      ? allowedValue(key, value)
      : Object.hasOwn(ATTRIBUTES, key)
        ? ATTRIBUTES[key](value)
        : null;
    if (allowed === null) return;
    if (key === 'marker') for (const where of ['marker-start', 'marker-mid', 'marker-end']) out[where] = allowed;
    else if (/^(stroke-width|stroke-dashoffset|letter-spacing|word-spacing|font-size)$/.test(key))
      out[key] = length(allowed) ?? allowed;
    else if (key === 'stroke-dasharray') out[key] = lengths(allowed) ?? allowed;
    else out[key] = allowed;
  };
  for (const [key, value] of Object.entries(element.attributes))
    if (key !== 'style' && key !== 'class') put(key, value);
  for (const d of sheet.declared(element, above)) put(d.name, d.value);
  return out;
}

/** The size a drawing has by itself, in CSS pixels; null where it names none. */
export function sizeOfRoot({ attributes: a }: SvgElement): { width: number; height: number } | null {
  const box = a.viewBox?.split(/[\s,]+/).map(Number),
    has = box?.length === 4 && box.every(Number.isFinite) && box[2] > 0 && box[3] > 0;
  const own = (v: string | undefined): number | null => {
    const l = v === undefined ? null : length(v),
      n = l === null || /[a-z%]$/.test(l) ? NaN : Number(l);
    return n > 0 && Number.isFinite(n) ? n : null;
  };
  const width = own(a.width),
    height = own(a.height);
  if (width && height) return { width, height };
  if (!has) return null;
  if (width) return { width, height: (width * box[3]) / box[2] };
  if (height) return { width: (height * box[2]) / box[3], height };
  return { width: box[2], height: box[3] };
}

/** Longest side a drawing is said to have, in pixels: larger ones are scaled down, which loses nothing. */
export const MOST_SIDE = 4096;

/** Is a part drawn at all, and as what? A `switch` shows the first of its parts that has no needs. */
function partsOf(element: SvgElement): (SvgElement | string)[] {
  if (element.name !== 'switch') return element.children;
  const first = element.children.find(
    (c): c is SvgElement =>
      typeof c !== 'string' &&
      c.name !== 'foreignObject' &&
      !c.attributes.requiredExtensions &&
      (c.attributes.systemLanguage === undefined || /^en\b/.test(c.attributes.systemLanguage)),
  );
  return first ? [first] : [];
}

/**
 * The drawing as a plain tree.
 * @param root as parsed
 * @throws SvgFault for what is over a limit or refers to itself
 */
export function cleaned(root: SvgElement): SvgElement {
  const styles: string[] = [];
  const collect = (e: SvgElement): void => {
    for (const c of e.children) {
      if (typeof c === 'string') continue;
      if (c.name === 'style') styles.push(c.children.filter((t) => typeof t === 'string').join(''));
      else collect(c);
    }
  };
  collect(root);
  const sheet = new Sheet(styles.join('\n'));
  const above: SvgElement[] = [];
  const clean = (e: SvgElement): SvgElement | null => {
    const as = e.name === 'a' || e.name === 'switch' ? 'g' : e.name;
    if (!ELEMENTS.has(as)) return null;
    const attributes = attributesOf(e, above, sheet);
    if (as === 'image' && !attributes.href) return null;
    above.push(e);
    const children = partsOf(e).flatMap((c): (SvgElement | string)[] =>
      typeof c === 'string' ? (as === 'text' || as === 'tspan' ? [c] : []) : [clean(c) ?? []].flat(),
    );
    above.pop();
    return { name: as, attributes, children };
  };
  const out = clean(root)!;
  const size = sizeOfRoot(out);
  delete out.attributes.width;
  delete out.attributes.height;
  for (const k of ['x', 'y', 'transform']) delete out.attributes[k];
  if (size) {
    const k = Math.min(1, MOST_SIDE / Math.max(size.width, size.height));
    out.attributes.viewBox ??= `0 0 ${size.width} ${size.height}`;
    out.attributes.width = String(size.width * k);
    out.attributes.height = String(size.height * k);
  }
  countDrawn(out);
  return out;
}

/** The id a value refers to. */
const referred = (value: string): string | null =>
  /^url\(#([^)]+)\)/.exec(value)?.[1] ?? (/^#(.+)$/.exec(value)?.[1] || null);
const REFERRING = ['href', 'fill', 'stroke', 'clip-path', 'mask', 'filter', 'marker-start', 'marker-mid', 'marker-end'];

/** The parts of a drawing by their ids, the first of each. */
export function partsById(root: SvgElement): Map<string, SvgElement> {
  const parts = new Map<string, SvgElement>();
  const visit = (e: SvgElement): void => {
    if (e.attributes.id && !parts.has(e.attributes.id)) parts.set(e.attributes.id, e);
    for (const c of e.children) if (typeof c !== 'string') visit(c);
  };
  visit(root);
  return parts;
}

/**
 * How many shapes are drawn once every reference is followed.
 * @throws SvgFault where one leads back to itself, or there are too many
 */
function countDrawn(root: SvgElement): number {
  const parts = partsById(root),
    known = new Map<SvgElement, number>(),
    within = new Set<SvgElement>();
  const count = (e: SvgElement): number => {
    const before = known.get(e);
    if (before !== undefined) return before;
    if (within.has(e)) throw new SvgFault('endless', 'a part of it is drawn within itself, without end');
    if (within.size > 2000) throw new SvgFault('too-much', 'its references lead too far');
    within.add(e);
    let n = 1;
    for (const key of REFERRING) {
      const id = e.attributes[key] === undefined ? null : referred(e.attributes[key]),
        part = id === null ? undefined : parts.get(id);
      if (part) n += count(part);
    }
    for (const c of e.children) if (typeof c !== 'string') n += count(c);
    within.delete(e);
    known.set(e, n);
    if (n > SVG_LIMITS.drawn)
      throw new SvgFault(
        'too-much',
        `it repeats its parts into more than ${SVG_LIMITS.drawn.toLocaleString('en')} shapes`,
      );
    return n;
  };
  return count(root);
}

const escaped = (v: string): string =>
  v
    .replace(/[&<>"]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[c]!)
    .replace(/[\t\n\r]/g, ' ');

/** The tree as a file. */
export function serialised(root: SvgElement): string {
  const out: string[] = [];
  const write = (e: SvgElement, first: boolean): void => {
    out.push(`<${e.name}`, first ? ' xmlns="http://www.w3.org/2000/svg"' : '');
    for (const [k, v] of Object.entries(e.attributes)) out.push(` ${k}="${escaped(v)}"`);
    if (!e.children.length) return void out.push('/>');
    out.push('>');
    for (const c of e.children) {
      if (typeof c === 'string') out.push(escaped(c));
      else write(c, false);
    }
    out.push(`</${e.name}>`);
  };
  write(root, true);
  return out.join('');
}

/** The drawing from its text, cleaned. @throws SvgFault */
export const cleanSvg = (text: string): SvgElement => cleaned(parseSvg(text));
