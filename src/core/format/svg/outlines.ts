// A cleaned SVG of flat shapes as outlines (SVG 2, sections 5, 8, 10 and 13), so that logos stay sharp at any size and
// can become shapes. What needs more than flat colours (gradients, masks, text, clipping, filters) gives null and is
// shown from pixels of the drawing.
import { compose, type Transform } from '../../ground/transform';
import { type Drawing, type Drawn, type DrawnMark, marksOf } from '../../paint/drawing';
import { partsById, sizeOfRoot, transformOf } from './clean';
import {
  dashesOf,
  dataOf,
  drawnPath,
  fitted,
  hasMarkers,
  INHERITED,
  named,
  NOT_DRAWN,
  number,
  paint,
  share,
  type Style,
  TooMuch,
} from './geometry';
import type { SvgElement } from './tree';

const MOST_MARKS = 5000;

/**
 * The outlines of a cleaned drawing, or null where it holds more than flat shapes.
 * @param root as `cleanSvg` gives it
 */
export function outlines(root: SvgElement): Drawing | null {
  const size = sizeOfRoot(root),
    parts = partsById(root);
  let count = 0;

  const shape = (e: SvgElement, d: string, style: Style, t: Transform): Drawn[] => {
    if ((style.visibility ?? 'visible') !== 'visible') return [];
    if (hasMarkers(style)) throw new TooMuch();
    const current = style.color ?? 'black',
      fill = e.name === 'line' ? null : paint(style.fill ?? 'black', current),
      stroke = paint(style.stroke ?? 'none', current),
      width = number(style['stroke-width'], 1);
    const k = Math.sqrt(Math.abs(t[0] * t[3] - t[1] * t[2]));
    if (!(k > 0) || !d) return [];
    const plain = {
      d: drawnPath(d, t),
      evenOdd: style['fill-rule'] === 'evenodd',
      width: width * k,
      cap: (style['stroke-linecap'] ?? 'butt') as DrawnMark['cap'],
      join: (style['stroke-linejoin'] ?? 'miter') as DrawnMark['join'],
    };
    if (!plain.d) return [];
    const out: DrawnMark[] = [];
    if (fill)
      out.push({ ...plain, fill: fill.hex, stroke: null, opacity: fill.alpha * share(style['fill-opacity'], 1) });
    if (stroke && width > 0) {
      // A stroke that is wider one way than the other cannot be drawn round an outline that is in place.
      if (
        Math.abs(Math.hypot(t[0], t[1]) - Math.hypot(t[2], t[3])) > 1e-3 * k ||
        Math.abs(t[0] * t[2] + t[1] * t[3]) > 1e-3 * k * k
      )
        throw new TooMuch();
      if (
        !['miter', 'round', 'bevel'].includes(plain.join) ||
        (style['paint-order'] !== undefined && style['paint-order'] !== 'normal')
      )
        throw new TooMuch();
      const dash = dashesOf(style, k);
      out.push({
        ...plain,
        fill: null,
        stroke: stroke.hex,
        opacity: stroke.alpha * share(style['stroke-opacity'], 1),
        miter: number(style['stroke-miterlimit'], 4),
        ...(dash.some((v) => v > 0) ? { dash, dashOffset: number(style['stroke-dashoffset']) * k } : {}),
      });
    }
    if ((count += out.length) > MOST_MARKS) throw new TooMuch();
    return out.filter((m) => m.opacity > 0);
  };

  const draw = (e: SvgElement, up: Style, t: Transform, depth: number): Drawn[] => {
    const a = e.attributes;
    if (NOT_DRAWN.has(e.name) || a.display === 'none') return [];
    if (
      depth > 60 ||
      named(a.mask) ||
      named(a['clip-path']) ||
      named(a.filter) ||
      (a['mix-blend-mode'] !== undefined && a['mix-blend-mode'] !== 'normal') ||
      named(a['vector-effect'])
    )
      throw new TooMuch();
    const style: Style = { ...up };
    for (const key of INHERITED) if (a[key] !== undefined && a[key] !== 'inherit') style[key] = a[key];
    const own =
      e === root ? t : compose(t, (a.transform !== undefined && transformOf(a.transform)) || [1, 0, 0, 1, 0, 0]);
    let drawn: Drawn[];
    if (e.name === 'g' || e === root)
      drawn = e.children.flatMap((c) => (typeof c === 'string' ? [] : draw(c, style, own, depth + 1)));
    else if (e.name === 'use') {
      const part = parts.get((a.href ?? '').slice(1));
      if (part && (part.name === 'symbol' || part.name === 'svg')) throw new TooMuch();
      drawn = part ? draw(part, style, compose(own, [1, 0, 0, 1, number(a.x), number(a.y)]), depth + 1) : [];
    } else {
      const d = dataOf(e.name, a);
      if (d === null) throw new TooMuch();
      drawn = shape(e, d, style, own);
    }
    const opacity = share(a.opacity, 1);
    if (opacity === 1 || !drawn.length) return drawn;
    if (opacity === 0) return [];
    // One mark by itself is as translucent as its group.
    const [only] = drawn;
    return drawn.length === 1 ? [{ ...only, opacity: only.opacity * opacity }] : [{ marks: drawn, opacity }];
  };

  try {
    if (!size) return null;
    const marks = draw(root, {}, fitted(root.attributes, size), 0);
    return marksOf(marks).length ? { ...size, marks } : null;
  } catch (e) {
    if (e instanceof TooMuch) return null;
    throw e;
  }
}
