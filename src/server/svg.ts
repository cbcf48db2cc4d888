// SVG from outside: reduced to shapes, and refused where it would be too much work or refers to itself.
import sanitizeHtml from 'sanitize-html';
import { Problem } from './problem';

export const SVG_LIMITS = { bytes: 4 * 1024 * 1024, shapes: 20_000, drawn: 100_000 };

const TAGS = ['svg', 'g', 'path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon', 'defs', 'linearGradient', 'radialGradient', 'stop', 'clipPath', 'mask', 'title', 'desc', 'use', 'symbol', 'pattern', 'text', 'tspan'];
const ATTRIBUTES = ['xmlns', 'viewBox', 'width', 'height', 'x', 'y', 'x1', 'y1', 'x2', 'y2', 'cx', 'cy', 'r', 'rx', 'ry', 'fx', 'fy', 'd', 'points', 'id', 'class', 'transform', 'fill', 'fill-rule', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin', 'stroke-miterlimit', 'stroke-dasharray', 'stroke-dashoffset', 'stroke-opacity', 'opacity', 'offset', 'stop-color', 'stop-opacity', 'gradientUnits', 'gradientTransform', 'spreadMethod', 'clip-path', 'clip-rule', 'clipPathUnits', 'mask', 'maskUnits', 'maskContentUnits', 'patternUnits', 'patternTransform', 'patternContentUnits', 'preserveAspectRatio', 'color', 'display', 'visibility', 'font-family', 'font-size', 'font-weight', 'text-anchor', 'href', 'xlink:href', 'xmlns:xlink', 'version'];

/** An SVG reduced to shapes: no scripts, handlers, styles, foreign content or addresses outside itself. */
function cleaned(text: string): string {
  const inside = (value: string): boolean => !/url\s*\(\s*['"]?\s*(?!#)/i.test(value) && !/javascript:|data:/i.test(value);
  const clean = sanitizeHtml(text.replace(/<!DOCTYPE[^>[]*(\[[\s\S]*?\])?[^>]*>/gi, '').replace(/<\?[\s\S]*?\?>/g, ''), {
    allowedTags: TAGS,
    allowedAttributes: { '*': ATTRIBUTES },
    allowedSchemes: [],
    parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false },
    transformTags: {
      '*': (tagName, attribs) => ({
        tagName,
        attribs: Object.fromEntries(Object.entries(attribs).filter(([k, v]) => inside(v) && (!/href$/i.test(k) || v.startsWith('#')))),
      }),
    },
  });
  return clean;
}


interface Part {
  shapes: number;
  uses: string[];
}

/** Shapes and references under each id, and under the whole (the empty id). */
function partsOf(svg: string): Map<string, Part> {
  const parts = new Map<string, Part>([['', { shapes: 0, uses: [] }]]);
  const open: string[] = [''];
  for (const [tag, close, , rest] of svg.matchAll(/<(\/?)([A-Za-z]+)((?:[^>"']|"[^"]*"|'[^']*')*)>/g)) {
    if (close) {
      if (open.length > 1) open.pop();
      continue;
    }
    const id = /\sid\s*=\s*["']([^"']*)["']/.exec(rest)?.[1] ?? open[open.length - 1];
    if (!parts.has(id)) parts.set(id, { shapes: 0, uses: [] });
    const within = new Set([...open, id]);
    const refs = [...rest.matchAll(/(?:href\s*=\s*["']#([^"']+)["'])|(?:url\(\s*#([^)\s]+)\s*\))/g)].map((m) => m[1] ?? m[2]);
    for (const each of within) {
      parts.get(each)!.shapes++;
      parts.get(each)!.uses.push(...refs);
    }
    if (!tag.endsWith('/>')) open.push(id);
  }
  return parts;
}

/** How many shapes are drawn once every reference is followed; Infinity where one leads back to itself. */
function drawnShapes(svg: string): number {
  const parts = partsOf(svg), known = new Map<string, number>(), within = new Set<string>();
  const count = (id: string): number => {
    const part = parts.get(id);
    if (!part) return 0;
    if (within.has(id)) return Infinity;
    const before = known.get(id);
    if (before !== undefined) return before;
    within.add(id);
    const n = part.uses.reduce((sum, u) => sum + count(u), part.shapes);
    within.delete(id);
    known.set(id, n);
    return n;
  };
  return count('');
}

/**
 * The SVG without scripts, handlers, styles, foreign content and addresses outside itself.
 * @throws Problem 413 or 422 where it is too large, has too many shapes, or refers to itself
 */
export function checkedSvg(text: string, name: string): string {
  const safe = 'Nothing was stored.';
  if (text.length > SVG_LIMITS.bytes) throw new Problem(413, 'The drawing is too large', `${name} has more than ${SVG_LIMITS.bytes / 1048576} MB. ${safe}`);
  // Counted before anything is parsed.
  let shapes = 0;
  for (let i = text.indexOf('<'); i >= 0; i = text.indexOf('<', i + 1)) if (text[i + 1] !== '/') shapes++;
  if (shapes > SVG_LIMITS.shapes) throw new Problem(413, 'The drawing has too many shapes', `${name} has ${shapes.toLocaleString('en')} of them; at most ${SVG_LIMITS.shapes.toLocaleString('en')} are taken. ${safe}`);
  const svg = cleaned(text), drawn = drawnShapes(svg);
  if (drawn === Infinity) throw new Problem(422, 'The drawing refers to itself', `A part of ${name} is drawn within itself, without end. ${safe}`);
  if (drawn > SVG_LIMITS.drawn) throw new Problem(413, 'The drawing has too many shapes', `${name} repeats its parts into ${drawn.toLocaleString('en')} shapes. ${safe}`);
  return svg;
}
