// Shapes of a drawing as layers: rectangles and ellipses keep their form, everything else becomes a path.
import type { Box } from '../../ground/box';
import type { Transform } from '../../ground/transform';
import type { ShapeLayer } from '../../kinds/shape';
import type { Fill, Stroke } from '../../values/fill';
import { solid } from '../../values/made';
import { NO_STROKE, PLAIN_SHAPE } from '../../values/plain';
import { type Among, common, type Found, isBlend, nameOf, similarity, type Source, StaysDrawn } from './found';
import { dashesOf, drawnPath, hasMarkers, named, number, paint, share, type Style } from './geometry';
import { gradientFrom } from './gradients';
import type { SvgElement } from './tree';

/** @throws StaysDrawn for paints that are neither flat nor a gradient of ours */
const fillFor = (
  { parts }: Source,
  value: string,
  { box, local, t, alpha, current }: { box: Box; local: Box; t: Transform; alpha: number; current: string },
): { fill: Fill; opacity: number } | null => {
  const reference = /^url\(#([^)]+)\)/.exec(value.trim());
  if (!reference) {
    const flat = paint(value, current);
    return flat && { fill: solid(flat.hex), opacity: flat.alpha * alpha };
  }
  const e = parts.get(reference[1]);
  if (!e || (e.name !== 'linearGradient' && e.name !== 'radialGradient')) throw new StaysDrawn();
  const gradient = gradientFrom(e, parts, { box, local, t, alpha, current });
  if (!gradient) throw new StaysDrawn();
  return { fill: { ...solid(gradient.stops[0].colour), kind: 'gradient', gradient }, opacity: 1 };
};

const pathLayer = (
  from: Source,
  e: SvgElement,
  d: string,
  box: Box,
  fill: Fill,
  opacity: number,
  group: string | null,
): ShapeLayer => ({
  ...common(
    from,
    e,
    'Drawn shape',
    { ...box, width: Math.max(1e-3, box.width), height: Math.max(1e-3, box.height) },
    group,
  ),
  kind: 'shape',
  shape: {
    ...PLAIN_SHAPE,
    form: 'path',
    path: {
      d: drawnPath(d, [1, 0, 0, 1, -box.x, -box.y]),
      width: Math.max(1e-3, box.width),
      height: Math.max(1e-3, box.height),
    },
  },
  fill,
  stroke: NO_STROKE,
  shadows: [],
  opacity,
});

/** A rectangle or an ellipse that stands upright keeps its form. */
const plainForm = (e: SvgElement, t: Transform): Pick<ShapeLayer, 'shape' | 'box'> | null => {
  if (Math.abs(t[1]) > 1e-9 || Math.abs(t[2]) > 1e-9 || t[0] <= 0 || t[3] <= 0) return null;
  const a = e.attributes,
    n = (key: string, otherwise = 0): number => number(a[key], otherwise),
    placed = (x: number, y: number, width: number, height: number): Box => ({
      x: t[0] * x + t[4],
      y: t[3] * y + t[5],
      width: t[0] * width,
      height: t[3] * height,
    });
  if (e.name === 'rect') {
    const rx = Math.min(n('width') / 2, n('rx', n('ry'))) * t[0],
      ry = Math.min(n('height') / 2, n('ry', n('rx'))) * t[3];
    if (Math.abs(rx - ry) > 1e-6 * Math.max(rx, ry)) return null;
    const r = Math.max(0, rx);
    return {
      shape: { ...PLAIN_SHAPE, form: 'rectangle', radius: [r, r, r, r] },
      box: placed(n('x'), n('y'), n('width'), n('height')),
    };
  }
  if (e.name !== 'circle' && e.name !== 'ellipse') return null;
  const rx = n(e.name === 'circle' ? 'r' : 'rx', n('ry')),
    ry = n(e.name === 'circle' ? 'r' : 'ry', n('rx'));
  return {
    shape: { ...PLAIN_SHAPE, form: 'ellipse' },
    box: placed(n('cx') - rx, n('cy') - ry, 2 * rx, 2 * ry),
  };
};

/** A line along the edge of a plain form that ours can be: in one colour, its corners mitred. */
const plainEdge = (style: Style, t: Transform, dash: readonly number[]): Stroke | null => {
  const turned = similarity(t),
    value = style.stroke ?? 'none',
    flat = /^url\(/.test(value.trim()) ? null : paint(value, style.color ?? 'black');
  if (!turned || !flat || flat.alpha * share(style['stroke-opacity'], 1) < 1) return null;
  if ((style['stroke-linejoin'] ?? 'miter') !== 'miter' || named(style['paint-order']?.replace('normal', 'none')))
    return null;
  if (dash.length && ((style['stroke-linecap'] ?? 'butt') !== 'butt' || dash.length > 6 || dash.some((v) => v < 0.1)))
    return null;
  if (dash.length && number(style['stroke-dashoffset']) !== 0) return null;
  return { width: number(style['stroke-width'], 1) * turned.k, colour: flat.hex, place: 'centred', dash: [...dash] };
};

/** What a shape draws: its fill, its line, or both. @throws StaysDrawn where layers cannot draw it */
export function shapeLayers(from: Source, e: SvgElement, raw: string, among: Among, opacity: number): Found[] {
  const { style, t, group } = among,
    { ask, parts, count } = from;
  if ((style.visibility ?? 'visible') !== 'visible' || !raw) return [];
  if (hasMarkers(style)) throw new StaysDrawn();
  const local = ask.work.box(drawnPath(raw)),
    d = drawnPath(raw, t),
    box = d ? ask.work.box(d) : null;
  if (!local || !box) return [];
  const current = style.color ?? 'black',
    of = (alpha: number) => ({ box, local, t, alpha, current }),
    fill =
      e.name === 'line' || !(box.width > 0 && box.height > 0)
        ? null
        : fillFor(from, style.fill ?? 'black', of(share(style['fill-opacity'], 1))),
    width = number(style['stroke-width'], 1),
    wanted = style.stroke ?? 'none',
    k = similarity(t)?.k ?? Math.sqrt(Math.abs(t[0] * t[3] - t[1] * t[2])),
    blend = e.attributes['mix-blend-mode'] ?? 'normal',
    out: ShapeLayer[] = [];
  const laid = (l: ShapeLayer): void => void (l.opacity > 0 && out.push(l));
  const dash = dashesOf(style, k),
    drawnStroke = named(wanted) && width > 0,
    // Both by themselves must let show what lies below as one.
    form = plainForm(e, t),
    edge = drawnStroke && form && (!fill || fill.opacity === 1) ? plainEdge(style, t, dash) : null,
    together = fill && drawnStroke && !edge && opacity < 1;
  if (together) throw new StaysDrawn();
  if (form && (fill || edge))
    laid({
      ...common(from, e, form.shape.form === 'ellipse' ? 'Ellipse' : 'Rectangle', form.box, group),
      kind: 'shape',
      shape: form.shape,
      fill: fill?.fill ?? { ...solid('#000000'), kind: 'none' },
      stroke: edge ?? NO_STROKE,
      shadows: [],
      opacity: (fill?.opacity ?? 1) * opacity,
    });
  else if (fill)
    laid(
      pathLayer(
        from,
        e,
        ask.work.plain(d, style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero'),
        box,
        fill.fill,
        fill.opacity * opacity,
        group,
      ),
    );
  if (drawnStroke && !edge) {
    if (style['paint-order'] !== undefined && style['paint-order'] !== 'normal') throw new StaysDrawn();
    const how = {
        width,
        cap: (style['stroke-linecap'] ?? 'butt') as 'butt',
        join: (style['stroke-linejoin'] ?? 'miter') as 'miter',
        miter: number(style['stroke-miterlimit'], 4),
        dash: dash.map((v) => v / k),
        offset: number(style['stroke-dashoffset']),
      },
      // Before the transform, which may widen it one way.
      outline = drawnPath(ask.work.stroked(drawnPath(raw), how), t),
      around = outline ? ask.work.box(outline) : null;
    if (around) {
      const line = fillFor(from, wanted, { ...of(share(style['stroke-opacity'], 1)), box: around, local });
      if (line) {
        // A gradient over the box of the shape lies otherwise over that of its stroke.
        if (
          line.fill.kind === 'gradient' &&
          !/userSpaceOnUse/.test(JSON.stringify(parts.get(/#([^)]+)/.exec(wanted)?.[1] ?? '')))
        )
          throw new StaysDrawn();
        count.outlined++;
        laid({
          ...pathLayer(from, e, ask.work.plain(outline, 'nonzero'), around, line.fill, line.opacity * opacity, group),
          name: `${nameOf(e, 'Line')}${out.length ? ', outline' : ''}`,
        });
      }
    }
  }
  if (blend !== 'normal') {
    if (!isBlend(blend) || out.length > 1) throw new StaysDrawn();
    for (const l of out) l.blend = blend;
  }
  if (out.some((l) => (l.shape.path?.d.length ?? 0) > 200_000)) throw new StaysDrawn();
  return out.map((layer) => ({ layer }));
}
