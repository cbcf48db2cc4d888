// A slide as SVG (SVG 2, Filter Effects 1, Compositing and Blending 1): outlines, gradients, patterns, blend modes,
// shadows as blurs; pictures and fonts within the file.
import { Path, tracedInto } from '../../ground/path';
import type { Pixels } from '../../ground/pixels';
import { apply, invert, isStill, type Transform } from '../../ground/transform';
import type { VectorPaint } from '../../paint/vectors';
import { marksOf, traceRepeated } from '../../pattern/tile';
import type { LoadedFont } from '../../type/font';
import { type Rgba, rgba, toHex } from '../../colour/srgb';
import { isText } from '../../kinds/layers';
import { colourOf, type Filled, type Group, type Line, type Node, type Outline, type Rule, type Shadow } from './drawn';
import { inName } from '../file-names';
import { attributes, decimal, element, xmlText } from '../xml';
import { fillsIn, plainLetters, type PlainRun } from './letters';
import { becamePicture, type DrawnSlide, layerWords, picturesIn } from './slide';
import { type NotKept } from '../not-kept';
import { type RampStop, stopsOf } from './stops';

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

const matrix = (t: Transform): string | null =>
  isStill(t) ? null : `matrix(${t.map((v) => String(Number(v.toPrecision(9)))).join(' ')})`;

/** Path data, absolute. */
export function pathData(path: Path): string {
  let d = '';
  for (const [c, ...v] of path.steps) d += c + (v as number[]).map(decimal).join(' ');
  return d;
}

function hexAndAlpha({ r, g, b, a }: Rgba): { hex: string; alpha: number } {
  return { hex: toHex(r, g, b), alpha: a };
}

const style = (blend: string, isolate = false): string | null =>
  blend !== 'normal' ? `mix-blend-mode:${blend}` : isolate ? 'isolation:isolate' : null;
const share = (v: number): number | null => (v === 1 ? null : v);
/** The rule that is not the usual one. */
const ruleOf = (rule: Rule): Rule | null => (rule === 'evenodd' ? rule : null);

const blends = (nodes: readonly Node[]): boolean => nodes.some((x) => x.node !== 'picture' && x.blend !== 'normal');

const stopOf = ({ at, red, green, blue, alpha }: RampStop): string =>
  element('stop', {
    offset: String(Number(at.toFixed(5))),
    'stop-color': toHex(red, green, blue),
    'stop-opacity': alpha === 1 ? null : String(Number(alpha.toFixed(4))),
  });

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
      return element('path', {
        d: pathData(x.path),
        fill: 'none',
        ...this.line(x.line, x.alpha),
        style: style(x.blend),
      });
    if (x.node === 'group') return this.group(x);
    if (x.node === 'shadow') return this.shadow(x);
    const { width, height } = x.pixels,
      image = { width, height, preserveAspectRatio: 'none', href: this.pictures.get(x.pixels)! };
    if (!this.repeated.has(x.pixels)) return element('image', image);
    // A photo and its shadow are one picture.
    return element('use', { href: `#${this.def((id) => element('image', { id, ...image }))}` });
  }

  private line({ css, width, cap, join, miter, dash, dashOffset }: Line, alpha: number) {
    const { hex, alpha: own } = hexAndAlpha(colourOf(css));
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
    const { paint } = x,
      { hex, alpha } =
        paint.kind === 'colour'
          ? hexAndAlpha(colourOf(paint.css))
          : { hex: `url(#${this.paint(paint.as)})`, alpha: paint.as.opacity },
      look = { fill: hex, 'fill-opacity': share(alpha * x.alpha) },
      runs = this.plain.get(x);
    if (runs) return this.text(x, runs, look);
    const { path, rule } = x.outline;
    return element('path', { d: pathData(path), ...look, 'fill-rule': ruleOf(rule), style: style(x.blend) });
  }

  /** The id of a paint. */
  private paint(as: VectorPaint): string {
    if (as.kind === 'tiling') return this.tiling(as);
    const { field, table } = as,
      stops = stopsOf(table).map(stopOf).join(''),
      where = { gradientUnits: 'userSpaceOnUse', gradientTransform: matrix(invert(field.m)) };
    return this.def((id) =>
      field.kind === 'line'
        ? element('linearGradient', { id, x1: 0, y1: 0, x2: 1, y2: 0, ...where }, stops)
        : element('radialGradient', { id, cx: 0, cy: 0, r: 1, ...where }, stops),
    );
  }

  private tiling({ tile, weight, colours, visible, t }: Extract<VectorPaint, { kind: 'tiling' }>): string {
    const { width, height } = tile,
      front = hexAndAlpha(rgba(colours.foreground)),
      back = colours.background === null ? null : hexAndAlpha(rgba(colours.background)),
      ground = back ? element('rect', { width, height, fill: back.hex, 'fill-opacity': share(back.alpha) }) : '',
      marks = marksOf(tile).map((mark) => {
        const outline = new Path(),
          alpha = share((mark.tone ?? 1) * visible * front.alpha);
        traceRepeated(tracedInto(outline), mark, tile);
        const d = pathData(outline);
        return mark.width === undefined
          ? element('path', { d, fill: front.hex, 'fill-opacity': alpha })
          : element('path', {
              d,
              fill: 'none',
              stroke: front.hex,
              'stroke-opacity': alpha,
              'stroke-width': mark.width * weight,
              'stroke-linecap': mark.round ? 'round' : null,
            });
      }),
      where = { patternUnits: 'userSpaceOnUse', patternTransform: matrix(t) };
    return this.def((id) => element('pattern', { id, width, height, ...where }, ground + marks.join('')));
  }

  private clip({ path, rule }: Outline): string {
    const outline = element('path', { d: pathData(path), 'clip-rule': ruleOf(rule) });
    return `url(#${this.def((id) => element('clipPath', { id }, outline))})`;
  }

  /** All but what lies within an outline. */
  private hole({ path, rule }: Outline): string {
    const { width, height } = this.extent,
      // What hangs over the edges of the slide is seen by nobody.
      all = { x: -width, y: -height, width: 3 * width, height: 3 * height },
      shown =
        element('rect', { ...all, fill: '#fff' }) + element('path', { d: pathData(path), 'fill-rule': ruleOf(rule) });
    return `url(#${this.def((id) => element('mask', { id, maskUnits: 'userSpaceOnUse', ...all }, shown))})`;
  }

  private group({ nodes, t, clips, cut, alpha, blend }: Group): string {
    let inner = this.all(nodes);
    if (!inner) return '';
    if (cut?.keeps === 'inside') inner = element('g', { 'clip-path': this.clip(cut.outline) }, inner);
    if (cut?.keeps === 'outside') inner = element('g', { mask: this.hole(cut.outline) }, inner);
    if (!isStill(t)) inner = element('g', { transform: matrix(t) }, inner);
    for (const c of clips.slice(1)) inner = element('g', { 'clip-path': this.clip(c) }, inner);
    const own = attributes({
      opacity: share(alpha),
      'clip-path': clips.length ? this.clip(clips[0]) : null,
      style: style(blend, blends(nodes)),
    });
    return own ? `<g${own}>${inner}</g>` : inner;
  }

  private shadow({ nodes, t, sigma, spread, colour, alpha, blend }: Shadow): string {
    const { r, g, b, a } = rgba(colour),
      pad = Math.ceil(sigma * 3 + spread) + 2,
      // The same colour wherever there is anything.
      flat = (channel: string, v: number): string =>
        element(channel, { type: 'table', tableValues: `${v / 255} ${v / 255}` }),
      blurred =
        element('feGaussianBlur', { in: 'SourceAlpha', stdDeviation: sigma }) +
        element(
          'feComponentTransfer',
          {},
          flat('feFuncR', r) +
            flat('feFuncG', g) +
            flat('feFuncB', b) +
            element('feFuncA', { type: 'linear', slope: String(a) }),
        ),
      where = {
        filterUnits: 'userSpaceOnUse',
        x: -t[4] - pad,
        y: -t[5] - pad,
        width: this.extent.width + 2 * pad,
        height: this.extent.height + 2 * pad,
        'color-interpolation-filters': 'sRGB',
      },
      filter = `url(#${this.def((id) => element('filter', { id, ...where }, blurred))})`,
      thrower = spread > 0 ? nodes.map((x) => this.grown(x, spread)).join('') : this.all(nodes);
    return element('g', { filter, transform: matrix(t), opacity: share(alpha), style: style(blend) }, thrower);
  }

  /** An outline that reaches further in all directions. */
  private grown(x: Node, by: number): string {
    if (x.node !== 'fill' && x.node !== 'stroke') return '';
    const { path, rule, width } =
      x.node === 'fill' ? { ...x.outline, width: 0 } : { path: x.path, rule: null, width: x.line.width };
    return element('path', {
      d: pathData(path),
      'fill-rule': rule && ruleOf(rule),
      fill: x.node === 'stroke' ? 'none' : null,
      stroke: '#000',
      'stroke-width': width + 2 * by,
      'stroke-linejoin': 'round',
      opacity: share(x.alpha),
    });
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
        return element(
          'text',
          {
            x: list(0),
            y: level.size === 1 ? [...level][0] : list(1),
            'font-family': family,
            'font-size': size * k,
            transform: turned ? matrix(t) : null,
          },
          xmlText(letters.map((l) => l.text).join('')),
        );
      })
      .join('');
    const path = beside.steps.length ? element('path', { d: pathData(beside) }) : '';
    // What overlaps is laid down as one.
    return element('g', { fill: look.fill, opacity: look['fill-opacity'], style: style(x.blend) }, written + path);
  }
}

/** How letters are set that are told their places one by one. */
const TEXT_RULE =
  'text{white-space:pre;text-rendering:geometricPrecision;font-kerning:none;font-variant-ligatures:no-common-ligatures}';

/** Writes a drawn slide. @returns the file, and which layers are not what they were */
export async function svgOf(slide: DrawnSlide, wanted: SvgWanted): Promise<{ svg: string; notKept: NotKept[] }> {
  const { width, height, paper, layers } = slide,
    notKept: NotKept[] = [],
    plain = new Map<Filled, PlainRun[]>();
  for (const drawn of layers) {
    const { layer, nodes } = drawn;
    if (becamePicture(drawn)) notKept.push({ layer: layerWords(layer), what: 'picture' });
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
    .map(({ layer, nodes }) => element('g', { id: idOf(layerWords(layer)) }, writer.all(nodes)))
    .join('\n');
  const rules = [...writer.families].map(
      ([font, family]) => `@font-face{font-family:${family};src:url(${faces.get(font)!.href}) format("woff2")}`,
    ),
    head = [
      element('title', {}, xmlText(wanted.title)),
      wanted.description && element('desc', {}, xmlText(wanted.description)),
      rules.length > 0 && element('style', {}, rules.join('') + TEXT_RULE),
      writer.defs.length > 0 && element('defs', {}, writer.defs.join('\n')),
      paper && element('rect', { width, height, fill: paper }),
    ],
    root = {
      xmlns: 'http://www.w3.org/2000/svg',
      width,
      height,
      viewBox: `0 0 ${width} ${height}`,
      role: 'img',
      style: 'isolation:isolate',
    };
  return { svg: `${element('svg', root, `\n${[...head.filter(Boolean), body].join('\n')}\n`)}\n`, notKept };
}
