// Parts of a PDF (ISO 32000-1): content with the resources it names, drawn from the nodes of a drawing. Lengths are
// pixels of the drawing, y down.
import { type Rgba, rgba } from '../../core/colour/srgb';
import { colourOf, type Filled, type Group, type Line, type Node, type Outline } from '../../core/format/vector/drawn';
import { type RampStop, stopsOf } from '../../core/format/vector/stops';
import { Path, tracedInto } from '../../core/ground/path';
import type { Pixels } from '../../core/ground/pixels';
import { invert, isStill, STILL, type Transform } from '../../core/ground/transform';
import { deviceBox } from '../../core/paint/easel';
import type { VectorPaint } from '../../core/paint/vectors';
import { marksOf, traceRepeated } from '../../core/pattern/tile';
import type { PdfFonts } from './pdf-fonts';
import { type Document, made, type Ref } from './pdf-objects';

/** What all parts of a file share. */
export interface PdfFile {
  document: Document;
  fonts: PdfFonts;
  /** Letters as text. */
  text: boolean;
  /** Everything in greys. */
  grey: boolean;
  picture: (pixels: Pixels) => Ref;
}

const n = (v: number): string => String(Math.round(v * 1e4) / 1e4);
const numbers = (v: readonly number[]): string => v.map((x) => String(Number(x.toPrecision(8)))).join(' ');

/** Pixels. */
const INSET = 0.002;

/** Names of blend modes (11.3.5). */
const nameOfBlend = (blend: string): string =>
  blend
    .split('-')
    .map((w) => w[0].toUpperCase() + w.slice(1))
    .join('');

/** The grey of a colour, in the measure of its channels: what is mixed evenly stays mixed evenly. */
export const greyOf = (red: number, green: number, blue: number): number =>
  0.2126 * red + 0.7152 * green + 0.0722 * blue;

export class PdfPart {
  private readonly content: string[] = [];
  private readonly resources: Record<string, Record<string, Ref>> = {};
  private readonly states = new Map<string, string>();

  constructor(
    private readonly file: PdfFile,
    /** Beyond this nothing is seen. */
    private readonly extent: { x: number; y: number; width: number; height: number },
  ) {}

  /** In which colours are given. */
  private get space(): 'DeviceRGB' | 'DeviceGray' {
    return this.file.grey ? 'DeviceGray' : 'DeviceRGB';
  }

  private named(kind: 'ExtGState' | 'XObject' | 'Pattern' | 'Font', prefix: string, ref: Ref): string {
    const all = (this.resources[kind] ??= {}),
      known = Object.keys(all).find((k) => all[k] === ref);
    if (known) return known;
    const name = `${prefix}${Object.keys(all).length + 1}`;
    all[name] = ref;
    return name;
  }

  private made = (data: Record<string, unknown>, stream?: string): Ref => made(this.file.document, data, stream);

  /** The part as something to paint. @param space colours in which it is put together */
  form(space = this.space): Ref {
    const { x, y, width, height } = this.extent;
    return this.made(
      {
        Type: 'XObject',
        Subtype: 'Form',
        BBox: [x, y, x + width, y + height],
        Group: { Type: 'Group', S: 'Transparency', CS: space, I: true, K: false },
        Resources: this.resources,
      },
      this.content.join('\n') || ' ',
    );
  }

  /** A part for what is painted here through a transform. */
  private inner(t: Transform = STILL): PdfPart {
    const { x, y, width, height } = this.extent;
    return new PdfPart(this.file, isStill(t) ? this.extent : deviceBox({ x, y, width, height }, invert(t)));
  }

  private within(write: () => void): void {
    this.content.push('q');
    write();
    this.content.push('Q');
  }

  private state(data: Record<string, unknown>, key: string): void {
    let name = this.states.get(key);
    if (!name) this.states.set(key, (name = this.named('ExtGState', 'G', this.made({ Type: 'ExtGState', ...data }))));
    this.content.push(`/${name} gs`);
  }

  private laid(alpha: number, blend: string): void {
    if (alpha < 1) this.state({ ca: alpha, CA: alpha }, `a${alpha}`);
    if (blend !== 'normal') this.state({ BM: nameOfBlend(blend) }, `b${blend}`);
  }

  /** What is white of a part shows, what is black does not. */
  private mask(part: PdfPart): void {
    const ref = part.form('DeviceGray');
    this.state({ SMask: { Type: 'Mask', S: 'Luminosity', G: ref } }, `m${ref.toString()}`);
  }

  /** Channels as the file has them, 0..1. */
  private channels(red: number, green: number, blue: number): number[] {
    const all = [red, green, blue].map((v) => Math.min(255, Math.max(0, v)) / 255) as [number, number, number];
    return this.file.grey ? [greyOf(...all)] : all;
  }

  private colour({ r, g, b }: Rgba, stroke = false): void {
    const operator = this.file.grey ? 'g' : 'rg';
    this.content.push(`${this.channels(r, g, b).map(n).join(' ')} ${stroke ? operator.toUpperCase() : operator}`);
  }

  path(path: Path): void {
    let x = 0,
      y = 0;
    for (const s of path.steps) {
      if (s[0] === 'M') this.content.push(`${n(s[1])} ${n(s[2])} m`);
      else if (s[0] === 'L') this.content.push(`${n(s[1])} ${n(s[2])} l`);
      else if (s[0] === 'C')
        this.content.push(
          `${s
            .slice(1)
            .map((v) => n(v as number))
            .join(' ')} c`,
        );
      else if (s[0] === 'Q') {
        // The same curve as a cubic one.
        const [, qx, qy, ex, ey] = s,
          at = (from: number, to: number): string => n(from + (2 / 3) * (to - from));
        this.content.push(`${at(x, qx)} ${at(y, qy)} ${at(ex, qx)} ${at(ey, qy)} ${n(ex)} ${n(ey)} c`);
      } else this.content.push('h');
      if (s[0] !== 'Z') [x, y] = s.slice(-2) as [number, number];
    }
  }

  private clip({ path, rule }: Outline): void {
    this.path(path);
    this.content.push(rule === 'evenodd' ? 'W* n' : 'W n');
  }

  fill(path: Path, colour: Rgba): void {
    this.colour(colour);
    this.path(path);
    this.content.push('f');
  }

  all(nodes: readonly Node[]): this {
    for (const x of nodes) this.one(x);
    return this;
  }

  private one(x: Node): void {
    if (x.node === 'fill') this.filled(x);
    else if (x.node === 'stroke')
      this.within(() => {
        const colour = colourOf(x.line.css);
        this.laid(colour.a * x.alpha, x.blend);
        this.colour(colour, true);
        this.line(x.line);
        this.path(x.path);
        this.content.push('S');
      });
    else if (x.node === 'group') this.group(x);
    else if (x.node === 'picture') {
      const { width, height } = x.pixels,
        name = this.named('XObject', 'X', this.file.picture(x.pixels));
      // A picture fills the unit square, its top above. Who paints every pixel it touches must not find one more.
      this.within(() =>
        this.content.push(`${width - 2 * INSET} 0 0 ${2 * INSET - height} ${INSET} ${height - INSET} cm /${name} Do`),
      );
    } else throw new Error('Shadows are pixels in a PDF');
  }

  private line({ width, cap, join, miter, dash, dashOffset }: Line): void {
    this.content.push(
      `${n(width)} w ${['butt', 'round', 'square'].indexOf(cap)} J ${['miter', 'round', 'bevel'].indexOf(join)} j ${n(miter)} M`,
      `[${dash.map(n).join(' ')}] ${n(dashOffset)} d`,
    );
  }

  private filled(x: Filled): void {
    const { paint } = x;
    this.within(() => {
      if (paint.kind === 'colour') {
        const colour = colourOf(paint.css);
        this.laid(colour.a * x.alpha, x.blend);
        this.colour(colour);
      } else {
        this.laid(paint.as.opacity * x.alpha, x.blend);
        if (paint.as.kind === 'ramp') this.ramp(paint.as);
        else this.tiling(paint.as);
      }
      this.outline(x);
    });
  }

  private outline({ outline: { path, rule }, letters }: Filled): void {
    const written =
      this.file.text && letters ? this.file.fonts.written(letters, (font) => this.named('Font', 'T', font)) : null;
    if (written) {
      this.content.push(written);
      const beside = new Path();
      letters!.rest(tracedInto(beside), letters!.t);
      if (!beside.steps.length) return;
      this.path(beside);
    } else this.path(path);
    this.content.push(rule === 'evenodd' ? 'f*' : 'f');
  }

  /** Fills with a ramp: its colours as a shading, its alpha as a mask. */
  private ramp({ field, table }: Extract<VectorPaint, { kind: 'ramp' }>): void {
    const stops = stopsOf(table),
      m = invert(field.m),
      line = field.kind === 'line';
    if (stops.some((s) => s.alpha < 1)) {
      const part = this.inner(),
        { x, y, width, height } = this.extent;
      part.shading(line, m, stops, (s) => [s.alpha], 'DeviceGray');
      part.content.push(`${x} ${y} ${width} ${height} re f`);
      this.mask(part);
    }
    this.shading(line, m, stops, (s) => this.channels(s.red, s.green, s.blue), this.space);
  }

  private shading(
    line: boolean,
    m: Transform,
    stops: readonly RampStop[],
    of: (s: RampStop) => number[],
    space: string,
  ): void {
    const pieces = stops.slice(1).map((to, i) => ({
        FunctionType: 2,
        Domain: [0, 1],
        C0: of(stops[i]),
        C1: of(to),
        N: 1,
      })),
      ramp =
        pieces.length === 1
          ? pieces[0]
          : {
              FunctionType: 3,
              Domain: [0, 1],
              Functions: pieces,
              Bounds: stops.slice(1, -1).map((s) => s.at),
              Encode: pieces.flatMap(() => [0, 1]),
            },
      pattern = this.made({
        Type: 'Pattern',
        PatternType: 2,
        Matrix: [...m],
        Shading: {
          ShadingType: line ? 2 : 3,
          ColorSpace: space,
          Coords: line ? [0, 0, 1, 0] : [0, 0, 0, 0, 0, 1],
          Function: ramp,
          Extend: [true, true],
        },
      });
    this.content.push(`/Pattern cs /${this.named('Pattern', 'P', pattern)} scn`);
  }

  private tiling({ tile, weight, colours, visible, t }: Extract<VectorPaint, { kind: 'tiling' }>): void {
    const { width, height } = tile,
      cell = new PdfPart(this.file, { x: 0, y: 0, width, height }),
      back = colours.background === null ? null : rgba(colours.background),
      front = rgba(colours.foreground);
    if (back)
      cell.within(() => {
        cell.laid(back.a, 'normal');
        cell.fill(new Path().rect(0, 0, width, height), back);
      });
    for (const mark of marksOf(tile))
      cell.within(() => {
        const { width: line, round, tone = 1 } = mark,
          outline = new Path();
        cell.laid(tone * visible * front.a, 'normal');
        cell.colour(front, line !== undefined);
        if (line !== undefined)
          cell.line({
            css: '',
            width: line * weight,
            cap: round ? 'round' : 'butt',
            join: 'miter',
            miter: 10,
            dash: [],
            dashOffset: 0,
          });
        traceRepeated(tracedInto(outline), mark, tile);
        cell.path(outline);
        cell.content.push(line === undefined ? 'f' : 'S');
      });
    const pattern = this.made(
      {
        Type: 'Pattern',
        PatternType: 1,
        PaintType: 1,
        TilingType: 1,
        BBox: [0, 0, width, height],
        XStep: width,
        YStep: height,
        Resources: cell.resources,
        Matrix: [...t],
      },
      cell.content.join('\n') || ' ',
    );
    this.content.push(`/Pattern cs /${this.named('Pattern', 'P', pattern)} scn`);
  }

  private group({ nodes, t, clips, cut, alpha, blend }: Group): void {
    if (!nodes.length) return;
    const [only] = nodes;
    this.within(() => {
      for (const c of clips) this.clip(c);
      this.laid(alpha, blend);
      if (!isStill(t)) this.content.push(`${numbers(t)} cm`);
      if (cut?.keeps === 'inside') this.clip(cut.outline);
      if (cut?.keeps === 'outside') {
        const hole = this.inner(t),
          { x, y, width, height } = hole.extent;
        hole.content.push(`1 g ${x} ${y} ${width} ${height} re f 0 g`);
        hole.path(cut.outline.path);
        hole.content.push(cut.outline.rule === 'evenodd' ? 'f*' : 'f');
        this.mask(hole);
      }
      // A picture alone needs no putting together.
      if (nodes.length === 1 && only.node === 'picture') this.one(only);
      else this.content.push(`/${this.named('XObject', 'X', this.inner(t).all(nodes).form())} Do`);
    });
  }

  /** Places another part, or a picture. @param within an outline, where it does not show all over */
  place(form: Ref, t: Transform, within?: Outline): void {
    this.within(() => {
      if (within) this.clip(within);
      this.content.push(`${numbers(t)} cm /${this.named('XObject', 'X', form)} Do`);
    });
  }

  /** The content and what it names, to lay on a page. */
  get written(): { content: string; resources: Record<string, Record<string, Ref>> } {
    return { content: this.content.join('\n'), resources: this.resources };
  }
}
