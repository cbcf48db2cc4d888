// A slide as SVG (SVG 2, Filter Effects 1, Compositing and Blending 1): outlines, gradients, patterns, blend modes,
// shadows as blurs; pictures and fonts within the file.
import { Path, tracedInto } from '../../ground/path';
import type { Pixels } from '../../ground/pixels';
import { apply, invert, type Transform } from '../../ground/transform';
import type { VectorPaint } from '../../paint/vectors';
import { marksOf } from '../../pattern/tile';
import type { LoadedFont } from '../../type/font';
import { rgba } from '../../colour/srgb';
import { isText } from '../../kinds/layers';
import {
  colourOf,
  type Filled,
  filledWithPixels,
  type Group,
  type Line,
  type Node,
  type Outline,
  type Shadow,
} from './drawn';
import { inName } from '../file-names';
import { attributes, decimal, xmlText } from '../xml';
import { fillsIn, plainLetters, type PlainRun } from './letters';
import { type DrawnSlide, isPicture, layerWords, picturesIn } from './slide';
import { type NotKept } from '../not-kept';
import { stopsOf } from './stops';

export interface SvgWanted {
  /** Letters as text in fonts that come along, as far as that shows the same; as outlines otherwise. */
  text: boolean;
  title: string;
  /** In place of the picture for who does not see it. */
  description: string;
  /** A picture as an address that holds all of it. */
  picture: (pixels: Pixels) => Promise<string>;
  /** A font with some letters as an address; null where it may not go along. */
  font: (font: LoadedFont, letters: string) => Promise<string | null>;
}

const isStill = (t: Transform): boolean => t.every((v, i) => v === [1, 0, 0, 1, 0, 0][i]);
const matrix = (t: Transform): string | null =>
  isStill(t) ? null : `matrix(${t.map((v) => String(Number(v.toPrecision(9)))).join(' ')})`;

/** Path data, absolute. */
export function pathData(path: Path): string {
  let d = '';
  for (const [c, ...v] of path.steps) d += c + (v as number[]).map(decimal).join(' ');
  return d;
}

const hexOf = (rgb: readonly number[]): string =>
  `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;

function hexAndAlpha(css: string): { hex: string; alpha: number } {
  const { r, g, b, a } = colourOf(css);
  return { hex: hexOf([r, g, b]), alpha: a };
}

const style = (blend: string, isolate = false): string | null =>
  blend !== 'normal' ? `mix-blend-mode:${blend}` : isolate ? 'isolation:isolate' : null;
const share = (v: number): number | null => (v === 1 ? null : v);

const blends = (nodes: readonly Node[]): boolean => nodes.some((x) => x.node !== 'picture' && x.blend !== 'normal');

class SvgWriter {
  readonly defs: string[] = [];
  private readonly known = new Map<string, string>();
  readonly families = new Map<LoadedFont, string>();
  private count = 0;

  constructor(
    private readonly extent: { width: number; height: number },
    private readonly plain: ReadonlyMap<Filled, PlainRun[]>,
    private readonly pictures: ReadonlyMap<Pixels, string>,
    private readonly repeated: ReadonlySet<Pixels>,
  ) {}

  /** The id of a definition, which is written once. */
  private def(write: (id: string) => string): string {
    const as = write('?');
    let id = this.known.get(as);
    if (!id) {
      id = `d${++this.count}`;
      this.known.set(as, id);
      this.defs.push(write(id));
    }
    return id;
  }

  all = (nodes: readonly Node[]): string => nodes.map((x) => this.one(x)).join('');

  private one(x: Node): string {
    if (x.node === 'fill') return this.filled(x);
    if (x.node === 'stroke')
      return `<path${attributes({ d: pathData(x.path), fill: 'none', ...this.line(x.line, x.alpha), style: style(x.blend) })}/>`;
    if (x.node === 'group') return this.group(x);
    if (x.node === 'shadow') return this.shadow(x);
    const { width, height } = x.pixels,
      href = this.pictures.get(x.pixels)!;
    if (!this.repeated.has(x.pixels))
      return `<image${attributes({ width, height, preserveAspectRatio: 'none', href })}/>`;
    // A photo and its shadow are one picture.
    return `<use href="#${this.def((id) => `<image${attributes({ id, width, height, preserveAspectRatio: 'none', href })}/>`)}"/>`;
  }

  private line({ css, width, cap, join, miter, dash, dashOffset }: Line, alpha: number) {
    const { hex, alpha: own } = hexAndAlpha(css);
    return {
      stroke: hex,
      'stroke-opacity': share(own * alpha),
      'stroke-width': width,
      'stroke-linecap': cap === 'butt' ? null : cap,
      'stroke-linejoin': join === 'miter' ? null : join,
      'stroke-miterlimit': join === 'miter' ? miter : null,
      'stroke-dasharray': dash.length ? dash.map(decimal).join(' ') : null,
      'stroke-dashoffset': dash.length && dashOffset ? dashOffset : null,
    };
  }

  private filled(x: Filled): string {
    const paint =
      x.paint.kind === 'colour' ? hexAndAlpha(x.paint.css) : { hex: this.paint(x.paint.as), alpha: x.paint.as.opacity };
    if (paint.hex === null) return x.paint.kind === 'vector' ? this.group(filledWithPixels(x, x.paint)) : '';
    const look = { fill: paint.hex, 'fill-opacity': share(paint.alpha * x.alpha) },
      runs = this.plain.get(x);
    if (runs) return this.text(x, runs, look);
    return `<path${attributes({
      d: pathData(x.outline.path),
      ...look,
      'fill-rule': x.outline.rule === 'evenodd' ? 'evenodd' : null,
      style: style(x.blend),
    })}/>`;
  }

  /** The reference of a paint; null where it can only be a picture. */
  private paint(as: VectorPaint): string | null {
    if (as.kind === 'tiling') return `url(#${this.tiling(as)})`;
    const { field, table } = as;
    if (field.kind === 'turn') return null;
    const stops = stopsOf(table)
        .map(
          (s) =>
            `<stop${attributes({ offset: String(Number(s.at.toFixed(5))), 'stop-color': hexOf([s.red, s.green, s.blue]), 'stop-opacity': s.alpha === 1 ? null : String(Number(s.alpha.toFixed(4))) })}/>`,
        )
        .join(''),
      where = { gradientUnits: 'userSpaceOnUse', gradientTransform: matrix(invert(field.m)) };
    return `url(#${this.def((id) =>
      field.kind === 'line'
        ? `<linearGradient${attributes({ id, x1: 0, y1: 0, x2: 1, y2: 0, ...where })}>${stops}</linearGradient>`
        : `<radialGradient${attributes({ id, cx: 0, cy: 0, r: 1, ...where })}>${stops}</radialGradient>`,
    )})`;
  }

  private tiling({ tile, weight, colours, visible, t }: Extract<VectorPaint, { kind: 'tiling' }>): string {
    const { width, height } = tile,
      front = rgba(colours.foreground),
      back = colours.background === null ? null : rgba(colours.background),
      ground =
        back &&
        `<rect${attributes({ width, height, fill: hexOf([back.r, back.g, back.b]), 'fill-opacity': share(back.a) })}/>`,
      marks = marksOf(tile)
        .map(({ path, width: line, round, tone = 1 }) => {
          // One outline with all that hangs over the edges of a period: where they meet they count once.
          let d = '';
          for (let j = -1; j <= 1; j++)
            for (let i = -1; i <= 1; i++)
              for (const [c, ...v] of path.steps)
                d += c + (v as number[]).map((w, k) => decimal(w + (k % 2 ? j * height : i * width))).join(' ');
          const alpha = share(tone * visible * front.a),
            colour = hexOf([front.r, front.g, front.b]);
          return `<path${attributes(
            line === undefined
              ? { d, fill: colour, 'fill-opacity': alpha }
              : {
                  d,
                  fill: 'none',
                  stroke: colour,
                  'stroke-opacity': alpha,
                  'stroke-width': line * weight,
                  'stroke-linecap': round ? 'round' : null,
                },
          )}/>`;
        })
        .join('');
    return this.def(
      (id) =>
        `<pattern${attributes({ id, width, height, patternUnits: 'userSpaceOnUse', patternTransform: matrix(t) })}>${ground ?? ''}${marks}</pattern>`,
    );
  }

  private clip({ path, rule }: Outline): string {
    return this.def(
      (id) =>
        `<clipPath${attributes({ id })}><path${attributes({ d: pathData(path), 'clip-rule': rule === 'evenodd' ? rule : null })}/></clipPath>`,
    );
  }

  private group({ nodes, t, clips, cut, alpha, blend }: Group): string {
    let inner = this.all(nodes);
    if (!inner) return '';
    if (cut?.keeps === 'inside') inner = `<g clip-path="url(#${this.clip(cut.outline)})">${inner}</g>`;
    if (cut?.keeps === 'outside') {
      const { path, rule } = cut.outline,
        mask = this.def(
          (id) =>
            `<mask${attributes({ id, maskUnits: 'userSpaceOnUse', x: -this.extent.width, y: -this.extent.height, width: 3 * this.extent.width, height: 3 * this.extent.height })}><rect${attributes({ x: -this.extent.width, y: -this.extent.height, width: 3 * this.extent.width, height: 3 * this.extent.height, fill: '#fff' })}/><path${attributes({ d: pathData(path), 'fill-rule': rule === 'evenodd' ? rule : null })}/></mask>`,
        );
      inner = `<g mask="url(#${mask})">${inner}</g>`;
    }
    if (!isStill(t)) inner = `<g transform="${matrix(t)}">${inner}</g>`;
    for (const c of clips.slice(1)) inner = `<g clip-path="url(#${this.clip(c)})">${inner}</g>`;
    const own = attributes({
      opacity: share(alpha),
      'clip-path': clips.length ? `url(#${this.clip(clips[0])})` : null,
      style: style(blend, blends(nodes)),
    });
    return own ? `<g${own}>${inner}</g>` : inner;
  }

  private shadow({ nodes, t, sigma, spread, colour, alpha, blend }: Shadow): string {
    const { r, g, b, a } = rgba(colour),
      pad = Math.ceil(sigma * 3 + spread) + 2,
      filter = this.def(
        (id) =>
          `<filter${attributes({
            id,
            filterUnits: 'userSpaceOnUse',
            x: -t[4] - pad,
            y: -t[5] - pad,
            width: this.extent.width + 2 * pad,
            height: this.extent.height + 2 * pad,
            'color-interpolation-filters': 'sRGB',
          })}><feGaussianBlur in="SourceAlpha"${attributes({ stdDeviation: sigma })}/><feComponentTransfer><feFuncR type="table" tableValues="${r / 255} ${r / 255}"/><feFuncG type="table" tableValues="${g / 255} ${g / 255}"/><feFuncB type="table" tableValues="${b / 255} ${b / 255}"/><feFuncA type="linear" slope="${a}"/></feComponentTransfer></filter>`,
      ),
      grown = spread > 0 ? nodes.map((x) => this.grown(x, spread)).join('') : this.all(nodes);
    return `<g${attributes({ filter: `url(#${filter})`, transform: matrix(t), opacity: share(alpha), style: style(blend) })}>${grown}</g>`;
  }

  private grown(x: Node, by: number): string {
    if (x.node === 'fill')
      return `<path${attributes({ d: pathData(x.outline.path), 'fill-rule': x.outline.rule === 'evenodd' ? x.outline.rule : null, stroke: '#000', 'stroke-width': 2 * by, 'stroke-linejoin': 'round', opacity: share(x.alpha) })}/>`;
    if (x.node === 'stroke')
      return `<path${attributes({ d: pathData(x.path), fill: 'none', stroke: '#000', 'stroke-width': x.line.width + 2 * by, 'stroke-linejoin': 'round', opacity: share(x.alpha) })}/>`;
    return '';
  }

  private text(x: Filled, runs: readonly PlainRun[], look: Record<string, string | number | null>): string {
    const { t, rest } = x.letters!,
      turned = t[1] !== 0 || t[2] !== 0,
      k = turned ? 1 : t[0],
      at = (px: number, py: number): [number, number] => (turned ? [px, py] : apply(t, px, py));
    const beside = new Path();
    rest(tracedInto(beside), t);
    const written = runs
      .map(({ font, size, letters }) => {
        let family = this.families.get(font);
        if (!family) this.families.set(font, (family = `f${this.families.size + 1}`));
        const places = letters.map((l) => at(l.x, l.y)),
          level = new Set(places.map((p) => decimal(p[1]))),
          // One for each UTF-16 unit: a letter beyond them takes two.
          list = (i: 0 | 1): string =>
            letters.flatMap((l, j) => Array.from({ length: l.text.length }, () => decimal(places[j][i]))).join(' ');
        return `<text${attributes({
          x: list(0),
          y: level.size === 1 ? [...level][0] : list(1),
          'font-family': family,
          'font-size': size * k,
          transform: turned ? matrix(t) : null,
        })}>${xmlText(letters.map((l) => l.text).join(''))}</text>`;
      })
      .join('');
    const path = beside.steps.length ? `<path${attributes({ d: pathData(beside) })}/>` : '';
    // What overlaps is laid down as one.
    return `<g${attributes({ fill: look.fill, opacity: look['fill-opacity'], style: style(x.blend) })}>${written}${path}</g>`;
  }
}

/** Nodes in which what cannot be kept otherwise is pictures. */
const withPictures = (nodes: readonly Node[]): Node[] =>
  nodes.map((x) => {
    if (
      x.node === 'fill' &&
      x.paint.kind === 'vector' &&
      x.paint.as.kind === 'ramp' &&
      x.paint.as.field.kind === 'turn'
    )
      return filledWithPixels(x, x.paint);
    return x.node === 'group' || x.node === 'shadow' ? { ...x, nodes: withPictures(x.nodes) } : x;
  });

/** Writes a drawn slide. @returns the file, and which layers are not what they were */
export async function svgOf(slide: DrawnSlide, wanted: SvgWanted): Promise<{ svg: string; notKept: NotKept[] }> {
  const { width, height, paper } = slide,
    layers = slide.layers.map(({ layer, nodes }) => ({ layer, nodes: withPictures(nodes) })),
    notKept: NotKept[] = [],
    plain = new Map<Filled, PlainRun[]>();
  for (const { layer, nodes } of layers) {
    if (!isPicture(layer) && picturesIn(nodes).length) notKept.push({ layer: layerWords(layer), what: 'picture' });
    if (!wanted.text || !isText(layer)) continue;
    for (const x of fillsIn(nodes)) {
      const runs = x.letters && plainLetters(x);
      if (runs) plain.set(x, runs);
      else if (x.letters) notKept.push({ layer: layerWords(layer), what: 'outlines' });
    }
  }
  // Fonts that may not go along leave outlines.
  const faces = new Map<LoadedFont, { href: string | null; letters: Set<string> }>();
  for (const { font, letters } of [...plain.values()].flat()) {
    const face = faces.get(font) ?? { href: null, letters: new Set() };
    faces.set(font, face);
    for (const l of letters) face.letters.add(l.text);
  }
  for (const [font, face] of faces) face.href = await wanted.font(font, [...face.letters].sort().join(''));
  for (const [x, runs] of plain) if (runs.some((r) => !faces.get(r.font)!.href)) plain.delete(x);
  const hrefs = new Map<Pixels, string>(),
    repeated = new Set<Pixels>();
  for (const pixels of layers.flatMap((l) => picturesIn(l.nodes)))
    if (hrefs.has(pixels)) repeated.add(pixels);
    else hrefs.set(pixels, await wanted.picture(pixels));

  const writer = new SvgWriter({ width, height }, plain, hrefs, repeated),
    ids = new Map<string, number>(),
    idOf = (name: string): string => {
      const base = inName(name) || 'layer',
        count = (ids.get(base) ?? 0) + 1;
      ids.set(base, count);
      return `layer-${base}${count > 1 ? `-${count}` : ''}`;
    };
  const body = layers
    .map(({ layer, nodes }) => `<g${attributes({ id: idOf(layerWords(layer)) })}>${writer.all(nodes)}</g>`)
    .join('\n');
  const rules = [...writer.families].map(
      ([font, family]) => `@font-face{font-family:${family};src:url(${faces.get(font)!.href}) format("woff2")}`,
    ),
    sheet = rules.length
      ? `<style>${rules.join('')}text{white-space:pre;text-rendering:geometricPrecision;font-kerning:none;font-variant-ligatures:no-common-ligatures}</style>`
      : '';
  const svg = `<svg xmlns="http://www.w3.org/2000/svg"${attributes({ width, height })} viewBox="0 0 ${width} ${height}" role="img" style="isolation:isolate">
<title>${xmlText(wanted.title)}</title>
${wanted.description ? `<desc>${xmlText(wanted.description)}</desc>\n` : ''}${sheet}${writer.defs.length ? `<defs>${writer.defs.join('\n')}</defs>\n` : ''}${paper ? `<rect width="${width}" height="${height}" fill="${paper}"/>\n` : ''}${body}
</svg>
`;
  return { svg, notKept };
}
