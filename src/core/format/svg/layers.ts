// A cleaned SVG as layers: shapes, gradients, groups, pictures, texts whose font is there. What is none of that is left
// as drawings of their own, each cut out of the whole.
import { apply, compose, STILL, type Transform } from '../../ground/transform';
import type { Box } from '../../ground/box';
import { makePhoto } from '../../kinds/photo';
import { begun, CENTRED } from '../../kinds/common';
import type { Layer } from '../../kinds/layers';
import type { ShapeLayer } from '../../kinds/shape';
import { makeText, type TextLayer } from '../../kinds/text';
import type { Group } from '../../piece/schema';
import type { TextLayout } from '../../type/layout';
import type { Fill, Stroke } from '../../values/fill';
import { solid } from '../../values/made';
import { BLEND_MODES, type BlendMode, NO_STROKE, PLAIN_SHAPE } from '../../values/plain';
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
import { gradientFrom } from './gradients';
import type { SvgElement } from './tree';

/** What is done with paths beyond the core: outlines of strokes, and outlines whose windings do not matter any more. */
export interface PathWork {
  /** The area that a rule fills, as a path of which even and odd tell inside and outside. @param d absolute data */
  plain(d: string, rule: 'nonzero' | 'evenodd'): string;
  /** The outline of a stroke. */
  stroked(
    d: string,
    how: {
      width: number;
      cap: 'butt' | 'round' | 'square';
      join: 'miter' | 'round' | 'bevel';
      miter: number;
      dash: number[];
      offset: number;
    },
  ): string;
  /** Exact box of path data; null where it has none. */
  box(d: string): Box | null;
}

/** Where the first line of a text begins, ends or has its middle, and how it is turned about that point, degrees. */
export interface Standing {
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
  turn: number;
}

/** A layer, or a part of the drawing that stays one. */
export type FoundLayer =
  { layer: Layer; stands?: Standing } | { drawing: SvgElement; name: string; group: string | null; blend: BlendMode };

export interface FoundLayers {
  width: number;
  height: number;
  /** Bottom to top. */
  layers: FoundLayer[];
  groups: Group[];
  /** What is not as it was, in words. */
  notes: string[];
}

export interface LayersAsk {
  newId: () => string;
  work: PathWork;
  /** The family that is here by one of these names; null where none is. */
  family(names: readonly string[]): string | null;
  /** Keeps a picture that the drawing holds, by its data address. @returns its name and size; null where it is none */
  picture(href: string): { asset: string; width: number; height: number } | null;
}

/** More layers than these are no layers anybody works with: the drawing stays one. */
const MOST_LAYERS = 250;
/** How far a transform may be from turning and scaling alone. */
const CLOSE = 1e-3;
const isBlend = (v: string): v is BlendMode => (BLEND_MODES as readonly string[]).includes(v);

/** How much a transform scales and turns; null where it does more than that. */
function similarity([a, b, c, d]: Transform): { k: number; turn: number } | null {
  const k = Math.hypot(a, b);
  return k > 0 && Math.abs(a - d) <= CLOSE * k && Math.abs(b + c) <= CLOSE * k
    ? { k, turn: (Math.atan2(b, a) * 180) / Math.PI }
    : null;
}

/** What cannot become layers stays a drawing. */
class StaysDrawn extends Error {}

interface Among {
  style: Style;
  t: Transform;
  /** Where it stands: numbers of children from the root down. */
  path: readonly number[];
  /** What uses it stays a drawing where it does. */
  strict: boolean;
  group: string | null;
  /** Opacity of a group that holds nothing else. */
  dim: number;
}

const nameOf = ({ attributes: { id } }: SvgElement, otherwise: string): string => {
  const words = (id ?? '').replace(/[_-]+/g, ' ').trim();
  // Numbers that editors give say nothing.
  return (
    (/^(?:path|rect|g|use|text|layer|svg|circle|ellipse|polygon|image)?\s*\d*$/i.test(words) ? '' : words).slice(
      0,
      200,
    ) || otherwise
  );
};

/** Ids of all that an element and what is in it refer to. */
function referredIn(e: SvgElement, ids = new Set<string>()): Set<string> {
  for (const v of Object.values(e.attributes))
    for (const m of v.matchAll(/^#(.+)$|url\(#([^)]+)\)/g)) ids.add(m[1] ?? m[2]);
  for (const c of e.children) if (typeof c !== 'string') referredIn(c, ids);
  return ids;
}

/** The drawing with the elements at these places alone, and all that they may refer to. */
function only(root: SvgElement, paths: readonly (readonly number[])[]): SvgElement {
  const copy = (e: SvgElement, wanted: readonly (readonly number[])[]): SvgElement => ({
      ...e,
      children: e.children.flatMap((c, i): (SvgElement | string)[] => {
        if (typeof c === 'string' || NOT_DRAWN.has(c.name)) return [c];
        const here = wanted.filter((p) => p[0] === i);
        if (!here.length) return [];
        if (here.every((p) => p.length > 1))
          return [
            copy(
              c,
              here.map((p) => p.slice(1)),
            ),
          ];
        // Its mode is the layer's.
        const { 'mix-blend-mode': _mode, ...attributes } = c.attributes;
        return [{ ...c, attributes }];
      }),
    }),
    whole = paths.some((p) => !p.length) ? root : copy(root, paths),
    there = new Set(partsById(whole).keys()),
    parts = partsById(root),
    // Parts that are drawn themselves, and used elsewhere too, lie among the definitions.
    lent: SvgElement[] = [],
    wanted = referredIn(whole);
  for (const id of wanted) {
    const e = parts.get(id);
    if (!e || e === root || there.has(id)) continue;
    there.add(id);
    lent.push(e);
    for (const more of referredIn(e)) wanted.add(more);
  }
  return lent.length
    ? { ...whole, children: [{ name: 'defs', attributes: {}, children: lent }, ...whole.children] }
    : whole;
}

/** A part that stays a drawing, by where it stands. */
interface Left {
  paths: (readonly number[])[];
  name: string;
  group: string | null;
  blend: BlendMode;
}
type Found = { layer: Layer; stands?: Standing } | Left;

/** Drawings that lie right on each other in one group are one, where none has a mode of its own. */
function joined(found: readonly Found[]): Found[] {
  const out: Found[] = [];
  for (const f of found) {
    const last = out.at(-1);
    if (
      'paths' in f &&
      last &&
      'paths' in last &&
      f.group === last.group &&
      f.blend === 'normal' &&
      last.blend === 'normal'
    )
      out[out.length - 1] = { ...last, paths: [...last.paths, ...f.paths] };
    else out.push(f);
  }
  return out;
}

/**
 * @param root as `cleanSvg` gives it
 * @returns null where it does not say how large it is, or draws nothing
 */
export function layersFrom(root: SvgElement, ask: LayersAsk): FoundLayers | null {
  const size = sizeOfRoot(root),
    parts = partsById(root),
    groups: Group[] = [];
  if (!size) return null;
  let outlined = 0,
    fontless = 0;

  const asDrawing = (e: SvgElement, { path, group }: Among): Found[] => {
    const blend = e.attributes['mix-blend-mode'] ?? 'normal';
    return [{ paths: [path], name: nameOf(e, 'Drawing'), group, blend: isBlend(blend) ? blend : 'normal' }];
  };

  const common = (e: SvgElement, otherwise: string, box: Box, group: string | null) => ({
    ...begun(ask.newId(), nameOf(e, otherwise), box),
    anchors: CENTRED,
    band: 'message' as const,
    group,
  });

  /** @throws StaysDrawn for paints that are neither flat nor a gradient of ours */
  const fillFor = (
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
    e: SvgElement,
    d: string,
    box: Box,
    fill: Fill,
    opacity: number,
    group: string | null,
  ): ShapeLayer => ({
    ...common(
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

  const shapeLayers = (e: SvgElement, raw: string, among: Among, opacity: number): Found[] => {
    const { style, t, group } = among;
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
          : fillFor(style.fill ?? 'black', of(share(style['fill-opacity'], 1))),
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
        ...common(e, form.shape.form === 'ellipse' ? 'Ellipse' : 'Rectangle', form.box, group),
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
        const line = fillFor(wanted, { ...of(share(style['stroke-opacity'], 1)), box: around, local });
        if (line) {
          // A gradient over the box of the shape lies otherwise over that of its stroke.
          if (
            line.fill.kind === 'gradient' &&
            !/userSpaceOnUse/.test(JSON.stringify(parts.get(/#([^)]+)/.exec(wanted)?.[1] ?? '')))
          )
            throw new StaysDrawn();
          outlined++;
          laid({
            ...pathLayer(e, ask.work.plain(outline, 'nonzero'), around, line.fill, line.opacity * opacity, group),
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
  };

  /** A text whose font is here, each of its lines by itself. */
  const textLayers = (e: SvgElement, among: Among, opacity: number): Found[] => {
    const { t, group } = among,
      turned = similarity(t);
    if (!turned) throw new StaysDrawn();
    const lines: { text: string; x: number; y: number; style: Style & Record<string, string | undefined> }[] = [];
    let x = 0,
      y = 0;
    const walk = (el: SvgElement, up: Record<string, string | undefined>): void => {
      const a = el.attributes,
        own = { ...up };
      for (const [key, v] of Object.entries(a)) if (v !== 'inherit') own[key] = v;
      for (const key of ['x', 'y', 'dx', 'dy']) if (/[\s,]/.test((a[key] ?? '').trim())) throw new StaysDrawn();
      if (['rotate', 'textLength', 'writing-mode'].some((key) => a[key] !== undefined)) throw new StaysDrawn();
      const moved = ['x', 'y', 'dx', 'dy'].some((key) => a[key] !== undefined);
      x = number(a.x, x) + number(a.dx);
      y = number(a.y, y) + number(a.dy);
      let fresh = moved || !lines.length;
      for (const c of el.children) {
        if (typeof c !== 'string') {
          walk(c, own);
          fresh = false;
          continue;
        }
        const words = c.replace(/\s+/g, ' ');
        if (!words.trim() && (fresh || !lines.length)) continue;
        const last = lines.at(-1);
        if (fresh || !last) lines.push({ text: words, x, y, style: own as Style });
        else if (LOOKS.every((key) => last.style[key] === own[key])) last.text += words;
        // Words of several looks in one line.
        else throw new StaysDrawn();
        fresh = false;
      }
    };
    walk(e, { ...among.style });
    return lines
      .filter((l) => l.text.trim())
      .map(({ text, x, y, style }) => {
        const family = ask.family(
          (style['font-family'] ?? '').split(',').map((f) => f.trim().replace(/^["']|["']$/g, '')),
        );
        if (family === null) {
          fontless++;
          throw new StaysDrawn();
        }
        if (named(style.stroke) || (style['text-decoration'] ?? 'none') !== 'none') throw new StaysDrawn();
        const flat = paint(style.fill ?? 'black', style.color ?? 'black'),
          weight =
            ({ normal: 400, bold: 700 } as Record<string, number>)[style['font-weight'] ?? 'normal'] ??
            Number(style['font-weight']),
          fontSize = number((style['font-size'] ?? '16').replace(/px$/, '')) * turned.k;
        if (!flat || !(weight >= 1) || !(fontSize >= 1)) throw new StaysDrawn();
        const [px, py] = apply(t, x, y),
          anchor = style['text-anchor'] ?? 'start';
        if (anchor !== 'start' && anchor !== 'middle' && anchor !== 'end') throw new StaysDrawn();
        return {
          layer: {
            ...makeText(ask.newId(), text.trim(), size, flat.hex, {
              family,
              weight: Math.min(900, Math.max(100, Math.round(weight / 100) * 100)),
              italic: /italic|oblique/.test(style['font-style'] ?? ''),
            }),
            frame: 'line',
            lineHeight: 1.2,
            fontSize,
            letterSpacing: Math.min(
              2,
              Math.max(-0.5, (number(style['letter-spacing']?.replace('normal', '0')) * turned.k) / fontSize),
            ),
            opacity: flat.alpha * share(style['fill-opacity'], 1) * opacity,
            group,
          },
          stands: { x: px, y: py, anchor, turn: Math.abs(turned.turn) < 1e-6 ? 0 : turned.turn },
        };
      });
  };

  const imageLayer = (e: SvgElement, { t, group }: Among, opacity: number): Found[] => {
    const a = e.attributes,
      turned = similarity(t),
      found = turned && Math.abs(turned.turn) < 1e-6 ? ask.picture(a.href ?? '') : null;
    if (!found || !turned) throw new StaysDrawn();
    const width = number(a.width, found.width) * turned.k,
      height = number(a.height, found.height) * turned.k,
      [x, y] = apply(t, number(a.x), number(a.y)),
      how = a.preserveAspectRatio ?? 'xMidYMid meet';
    // Where it does not fill its place it lies in the middle of it.
    if (how !== 'none' && !how.startsWith('xMidYMid')) throw new StaysDrawn();
    if (how === 'none' && Math.abs(width / height / (found.width / found.height) - 1) > CLOSE) throw new StaysDrawn();
    return [
      {
        layer: {
          ...makePhoto(ask.newId(), found.asset, nameOf(e, 'Picture'), size),
          band: 'message',
          fit: how.endsWith('slice') ? 'cover' : 'contain',
          box: { x, y, width, height },
          anchors: CENTRED,
          opacity,
          group,
        },
      },
    ];
  };

  const found = (e: SvgElement, among: Among): Found[] => {
    const a = e.attributes;
    if (NOT_DRAWN.has(e.name) || a.display === 'none') return [];
    const opacity = share(a.opacity, 1) * among.dim,
      blend = a['mix-blend-mode'] ?? 'normal',
      before = groups.length;
    if (opacity === 0) return [];
    try {
      if (
        among.path.length > 60 ||
        named(a.mask) ||
        named(a['clip-path']) ||
        named(a.filter) ||
        named(a['vector-effect'])
      )
        throw new StaysDrawn();
      const style: Style & Record<string, string | undefined> = { ...among.style };
      for (const key of [...INHERITED, ...TEXT_STYLES])
        if (a[key] !== undefined && a[key] !== 'inherit') style[key] = a[key];
      const t =
          e === root ? among.t : compose(among.t, (a.transform !== undefined && transformOf(a.transform)) || STILL),
        inner: Among = { ...among, style, t, dim: 1 };
      if (e.name === 'g' || e === root) return within(e, inner, opacity, blend);
      if (e.name === 'use') {
        const part = parts.get((a.href ?? '').slice(1));
        if (!part) return [];
        if (opacity < 1 || blend !== 'normal' || ['symbol', 'svg', 'g', 'use'].includes(part.name))
          throw new StaysDrawn();
        return found(part, { ...inner, t: compose(t, [1, 0, 0, 1, number(a.x), number(a.y)]), strict: true });
      }
      if (e.name === 'text') {
        if (blend !== 'normal') throw new StaysDrawn();
        return textLayers(e, inner, opacity);
      }
      if (e.name === 'image') {
        if (blend !== 'normal') throw new StaysDrawn();
        return imageLayer(e, inner, opacity);
      }
      const d = dataOf(e.name, a);
      if (d === null) throw new StaysDrawn();
      return shapeLayers(e, d, inner, opacity);
    } catch (error) {
      if (!(error instanceof StaysDrawn) && !(error instanceof TooMuch)) throw error;
      groups.length = before;
      if (among.strict) throw new StaysDrawn();
      return asDrawing(e, among);
    }
  };

  /** What lies in a group, or in the drawing itself. @throws StaysDrawn where it cannot come apart */
  const within = (e: SvgElement, among: Among, opacity: number, blend: string): Found[] => {
    const drawn = e.children.filter((c) => typeof c !== 'string' && !NOT_DRAWN.has(c.name)).length,
      group = e !== root && drawn > 1 ? { id: ask.newId(), name: nameOf(e, 'Group'), within: among.group } : null;
    // What becomes translucent together, or lies on what is below as one, cannot come apart.
    if (e !== root && (blend !== 'normal' || (opacity < 1 && drawn > 1))) throw new StaysDrawn();
    if (group) groups.push(group);
    return e.children.flatMap((c, i) =>
      typeof c === 'string'
        ? []
        : found(c, { ...among, path: [...among.path, i], group: group?.id ?? among.group, dim: opacity }),
    );
  };

  const all = joined(
    found(root, { style: {}, t: fitted(root.attributes, size), path: [], strict: false, group: null, dim: 1 }),
  );
  if (!all.length) return null;
  if (all.length > MOST_LAYERS)
    return {
      ...size,
      layers: [{ drawing: root, name: 'Drawing', group: null, blend: 'normal' }],
      groups: [],
      notes: [`It has ${all.length} parts, more than anybody works with as layers: it stays one drawing.`],
    };
  const layers = all.map((f): FoundLayer => {
      if ('layer' in f) return f;
      const { paths, ...rest } = f;
      return { ...rest, drawing: only(root, paths) };
    }),
    used = new Set(all.map((f) => ('layer' in f ? f.layer.group : f.group))),
    stay = layers.filter((l) => 'drawing' in l).length,
    notes: string[] = [];
  // Groups round groups that hold layers stay.
  for (const g of [...groups].reverse()) if (used.has(g.id)) used.add(g.within);
  const said = (n: number, one: string, several: string): void =>
    void (n && notes.push(n === 1 ? one : `${n} ${several}`));
  said(
    stay,
    'One part stays a drawing: masks, filters, patterns and the like.',
    'parts stay drawings: masks, filters, patterns and the like.',
  );
  said(outlined, 'One line became its outline.', 'lines became their outlines.');
  said(
    fontless,
    'The font of one text is not here: it stays a drawing.',
    'texts stay drawings: their fonts are not here.',
  );
  return { ...size, layers, groups: groups.filter((g) => used.has(g.id)), notes };
}

const LOOKS = ['font-family', 'font-size', 'font-weight', 'font-style', 'fill', 'letter-spacing', 'text-anchor'];
const TEXT_STYLES = [
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'letter-spacing',
  'text-anchor',
  'text-decoration',
  'mix-blend-mode',
] as const;

/** A text where it stands. @param layout of the text as it was found */
export function placedText(text: TextLayer, layout: TextLayout, { x, y, anchor, turn }: Standing): TextLayer {
  const { width, height } = layout,
    share = { start: 0, middle: 0.5, end: 1 }[anchor],
    // It turns about the middle of its frame, which moves so that the point it is turned about stays.
    dx = (0.5 - share) * width,
    dy = height / 2 - (layout.lines[0]?.baseline ?? 0),
    a = (turn * Math.PI) / 180;
  return {
    ...text,
    align: ({ start: 'start', middle: 'centre', end: 'end' } as const)[anchor],
    rotation: turn,
    box: {
      x: x + dx * Math.cos(a) - dy * Math.sin(a) - width / 2,
      y: y + dx * Math.sin(a) + dy * Math.cos(a) - height / 2,
      width,
      height,
    },
  };
}

/** The drawing of a box alone, pixels of the whole; as it is where its view box is stretched unevenly. */
export function croppedTo(root: SvgElement, box: Box): { root: SvgElement; box: Box } {
  const size = sizeOfRoot(root),
    whole = { x: 0, y: 0, width: size?.width ?? 0, height: size?.height ?? 0 };
  if (!size || !(box.width > 0 && box.height > 0)) return { root, box: whole };
  const [k, , , ky, x, y] = fitted(root.attributes, size);
  if (Math.abs(k - ky) > CLOSE * k) return { root, box: whole };
  const { preserveAspectRatio: _fit, ...attributes } = root.attributes,
    view = [(box.x - x) / k, (box.y - y) / k, box.width / k, box.height / k];
  return {
    root: {
      ...root,
      attributes: { ...attributes, viewBox: view.join(' '), width: String(box.width), height: String(box.height) },
    },
    box,
  };
}
