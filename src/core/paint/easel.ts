// What a layer is painted with: the surface, the part of the slide that shows, and brushes made of colours, gradients
// and patterns.
import { type Box, grown } from '../ground/box';
import { Kept } from '../ground/kept';
import type { PathSink } from '../ground/path';
import type { Pixels } from '../ground/pixels';
import type { Context2D, Surface } from '../ground/surface';
import { apply, boundsThrough, compose, invert, STILL, type Transform } from '../ground/transform';
import { tileById } from '../pattern/catalogue';
import {
  paintPattern,
  periodOfPicture,
  pictureTexture,
  type Texture,
  tileTexture,
  tileTransform,
} from '../pattern/texture';
import type { Colour, Fill, Pattern, Stroke } from '../values/fill';
import { gradientOf } from '../values/gradient';
import { gradientTable, type RampTable } from '../values/gradient-table';
import { hexOf, plainGradient, type Swatches } from '../values/swatches';
import { paintAlphas } from './alphas';
import { cssColour } from './css-colour';
import { gradientField, paintRamp } from './ramp';
import type { Studio } from './studio';
import { type VectorLetters, type VectorPaint, vectorsOf } from './vectors';

/** The part of the slide that is painted, in surface pixels after scaling. */
export interface View {
  /** Surface pixels to one pixel of the size. */
  scale: number;
  /** Top left corner of the part, in whole surface pixels. */
  x: number;
  y: number;
  /** Where the slide lies in the strip of slides, surface pixels: what is dithered goes on from slide to slide. */
  strip?: number;
}

/** Something to fill with. Its opacity is within it, or is the alpha to set. */
export interface Brush {
  style: string | CanvasPattern;
  alpha: number;
  /** From the brush's own pixels to the surface; paths are given in the brush's pixels. */
  space: Transform;
}

type Trace = (to: PathSink, t: Transform) => void;
/** Beyond this many pixels a draft is computed at half the size: what is smooth soon, what has detail late. */
const DRAFT_PIXELS = { smooth: 200_000, detailed: 1_200_000 };

/** Costly things kept between paintings, by what they depend on. */
export class Stores {
  readonly areas = new Kept<Surface>(
    14_000_000,
    (s) => s.width * s.height,
    (s) => s.free(),
  );
  readonly alphas = new Kept<Float32Array>(4_000_000, (a) => a.length);
  readonly tables = new Kept<RampTable>(60);
  readonly textures = new Kept<Texture>(8_000_000, (t) => t.width * t.height);
  /** What kinds of layers keep for themselves, by name. */
  readonly own = new Map<string, unknown>();
}

/** The device rectangle of a box, grown to whole pixels; `t` brings the box's own pixels to the surface. */
export function deviceBox(box: Box, t: Transform, margin = 1): Box {
  const { x, y, width, height } = grown(boundsThrough(t, box), margin),
    left = Math.floor(x),
    top = Math.floor(y);
  return { x: left, y: top, width: Math.ceil(x + width) - left, height: Math.ceil(y + height) - top };
}

export class Easel {
  readonly context: Context2D;
  /** From slide pixels to the surface. */
  readonly toSurface: Transform;

  constructor(
    readonly studio: Studio,
    readonly surface: Surface,
    readonly swatches: Swatches,
    readonly view: View,
    readonly quality: 'exact' | 'draft',
    private readonly stores: Stores,
  ) {
    this.context = surface.context;
    this.toSurface = [view.scale, 0, 0, view.scale, -view.x, -view.y];
  }

  /** What a kind of layer keeps between paintings, made when it is first asked for. */
  own<T>(name: string, make: () => T): T {
    const { own } = this.stores;
    if (!own.has(name)) own.set(name, make());
    return own.get(name) as T;
  }

  /** An empty surface for a part of this one, with an easel that paints there as here. */
  scratch(part: Box): Easel {
    const { view } = this;
    return new Easel(
      this.studio,
      this.studio.surface(part.width, part.height),
      this.swatches,
      { ...view, x: view.x + part.x, y: view.y + part.y },
      this.quality,
      this.stores,
    );
  }

  hex = (colour: Colour): string => hexOf(colour, this.swatches);

  /**
   * The part of a device rectangle that lies on the surface, or null.
   * @param besideX pixels left and right of it that count, too @param besideY above and below
   */
  onSurface(b: Box, besideX = 0, besideY = 0): Box | null {
    const x = Math.max(-besideX, b.x),
      y = Math.max(-besideY, b.y),
      right = Math.min(this.surface.width + besideX, b.x + b.width),
      bottom = Math.min(this.surface.height + besideY, b.y + b.height);
    return right > x && bottom > y ? { x, y, width: right - x, height: bottom - y } : null;
  }

  get whole(): Box {
    return { x: 0, y: 0, width: this.surface.width, height: this.surface.height };
  }

  /**
   * Pixels of an area as something to fill with, made once for what they depend on.
   * @param key everything they depend on besides the region and the view
   * @param make paints a region; `k` is how many surface pixels one pixel of it stands for
   * @param as what the pixels show, for surfaces that keep it
   */
  area(
    key: string,
    region: Box,
    make: (region: Box, origin: { x: number; y: number }, k: number) => Pixels,
    look: keyof typeof DRAFT_PIXELS = 'smooth',
    as?: () => VectorPaint | null,
  ): Brush {
    const { context, view } = this;
    const k = this.quality === 'draft' && region.width * region.height > DRAFT_PIXELS[look] ? 2 : 1;
    const part =
      k === 1
        ? region
        : {
            x: Math.floor(region.x / k),
            y: Math.floor(region.y / k),
            width: Math.ceil(region.width / k) + 1,
            height: Math.ceil(region.height / k) + 1,
          };
    const made = (): Surface =>
      this.stores.areas.get(JSON.stringify([key, part, view, k]), () => {
        const pixels = make(part, { x: view.x + (view.strip ?? 0), y: view.y }, k);
        const s = this.studio.surface(pixels.width, pixels.height);
        s.write(pixels);
        return s;
      });
    const vectors = as && vectorsOf(this.surface),
      kept = vectors && as();
    context.imageSmoothingEnabled = k !== 1;
    return {
      style: kept ? vectors.fill(kept, made) : context.createPattern(made().image, 'no-repeat')!,
      alpha: 1,
      space: [k, 0, 0, k, part.x * k, part.y * k],
    };
  }

  /**
   * One colour with an alpha for each pixel of an area, as something to fill with. Its form costs more than its colour,
   * and is kept apart: it
   * stays while colour and strength are looked for.
   * @param form everything the alphas depend on besides the region
   * @param make alphas 0..1 of a region, row by row; `k` is how many surface pixels one pixel of it stands for
   * @param as what the pixels show, for surfaces that keep it
   */
  alphaArea(
    form: string,
    hex: string,
    opacity: number,
    region: Box,
    make: (region: Box, k: number) => Float32Array,
    as?: () => VectorPaint,
  ): Brush {
    return this.area(
      JSON.stringify([form, hex, opacity]),
      region,
      (part, origin, k) =>
        paintAlphas(
          this.stores.alphas.get(JSON.stringify([form, part, k]), () => make(part, k)),
          hex,
          opacity,
          part,
          origin,
        ),
      'smooth',
      as,
    );
  }

  /**
   * A brush for a fill, or null for none.
   * @param box extent of the filled box in its own pixels
   * @param t from the box's own pixels to the surface
   * @param region whole surface pixels that will be filled
   */
  brush(fill: Fill, box: { width: number; height: number }, t: Transform, region: Box, opacity: number): Brush | null {
    if (fill.kind === 'none') return null;
    if (fill.kind === 'colour') return { style: cssColour(this.hex(fill.colour)), alpha: opacity, space: STILL };
    const extent = { width: box.width, height: box.height };
    const toBox = (k: number): Transform => compose(invert(t), [k, 0, 0, k, 0, 0]);
    if (fill.kind === 'pattern') return this.patternBrush(fill.pattern, extent, t, region, opacity, toBox);
    const gradient = plainGradient(gradientOf(fill, this.swatches), this.swatches);
    const ramp = JSON.stringify([gradient.stops, gradient.space]),
      table = (): RampTable => this.stores.tables.get(ramp, () => gradientTable(gradient));
    return this.area(
      JSON.stringify(['gradient', gradient, extent, t, opacity]),
      region,
      (part, origin, k) => paintRamp(gradientField(gradient, extent, toBox(k)), table(), opacity, part, origin),
      'smooth',
      // No drawing knows what turns round a point.
      () =>
        gradient.shape === 'conic'
          ? null
          : { kind: 'ramp', field: gradientField(gradient, extent, toBox(1)), table: table(), opacity },
    );
  }

  private patternBrush(
    pattern: Pattern,
    box: { width: number; height: number },
    t: Transform,
    region: Box,
    opacity: number,
    toBox: (k: number) => Transform,
  ): Brush | null {
    const own = typeof pattern.tile === 'string' ? null : this.studio.picture(pattern.tile.asset);
    const tile = typeof pattern.tile === 'string' ? tileById(pattern.tile) : null;
    if (!own && !tile) return null;
    const colours = {
      foreground: this.hex(pattern.foreground),
      background: pattern.background === null ? null : this.hex(pattern.background),
    };
    return this.area(
      JSON.stringify(['pattern', pattern, colours, box, t, opacity]),
      region,
      (part, _origin, k) => {
        const scale = (pattern.scale * Math.hypot(t[0], t[1])) / k;
        const texture = this.stores.textures.get(
          JSON.stringify([pattern.tile, scale, tile ? pattern.weight : 1]),
          () => (own ? pictureTexture(own, scale) : tileTexture(this.studio, tile!, scale, pattern.weight)),
        );
        return paintPattern(
          texture,
          pattern,
          colours,
          opacity,
          box,
          own ? periodOfPicture(own) : tile!,
          toBox(k),
          part,
        );
      },
      'detailed',
      () =>
        tile && {
          kind: 'tiling',
          tile,
          weight: pattern.weight,
          colours,
          visible: pattern.opacity,
          opacity,
          t: compose(t, tileTransform(pattern, box, tile)),
        },
    );
  }

  /**
   * Fills a traced outline. `t` brings the outline's coordinates to the surface.
   * @param letters of which it consists, for surfaces that keep them
   */
  fillPath(
    brush: Brush,
    t: Transform,
    trace: (to: PathSink, t: Transform) => void,
    rule: 'nonzero' | 'evenodd' = 'nonzero',
    letters?: () => VectorLetters,
  ): void {
    const { context } = this;
    if (letters) vectorsOf(this.surface)?.letters(letters());
    context.globalAlpha = brush.alpha;
    context.fillStyle = brush.style;
    context.setTransform(...brush.space);
    context.beginPath();
    trace(context, brush.space === STILL ? t : compose(invert(brush.space), t));
    context.fill(rule);
  }

  /**
   * Strokes a traced outline.
   * @param closed the outline encloses an area; otherwise it can only be stroked along its middle
   * @param parallel traces the outline `by` pixels of its own further out, where that is known exactly
   */
  strokePath(
    stroke: Stroke,
    t: Transform,
    trace: Trace,
    opacity: number,
    {
      closed = true,
      round = false,
      parallel,
    }: { closed?: boolean; round?: boolean; parallel?: (by: number) => Trace } = {},
  ): void {
    if (stroke.width <= 0) return;
    const place = closed ? stroke.place : 'centred',
      k = Math.hypot(t[0], t[1]);
    if (place === 'centred') return this.strokeAlong(stroke, stroke.width * k, k, t, trace, opacity, round);
    if (parallel)
      return this.strokeAlong(
        stroke,
        stroke.width * k,
        k,
        t,
        parallel(place === 'inside' ? -stroke.width / 2 : stroke.width / 2),
        opacity,
        round,
      );
    // Twice as wide, and the half on the wrong side taken off again: by filling, which is the same everywhere, where
    // clipping is not.
    this.cutBy(opacity, trace, t, place === 'inside' ? 'destination-in' : 'destination-out', (on) =>
      on.strokeAlong(stroke, stroke.width * 2 * k, k, t, trace, 1, round),
    );
  }

  private strokeAlong(
    stroke: Stroke,
    width: number,
    k: number,
    t: Transform,
    trace: Trace,
    opacity: number,
    round: boolean,
  ): void {
    const { context } = this;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = opacity;
    context.strokeStyle = cssColour(this.hex(stroke.colour));
    context.lineWidth = width;
    context.lineJoin = round ? 'round' : 'miter';
    context.lineCap = 'butt';
    context.setLineDash(stroke.dash.map((d) => d * k));
    context.beginPath();
    trace(context, t);
    context.stroke();
    context.setLineDash([]);
  }

  /** Paints something within an outline, or outside of it, as one thing with an opacity. */
  cutBy(
    opacity: number,
    trace: Trace,
    t: Transform,
    how: 'destination-in' | 'destination-out',
    paint: (on: Easel) => void,
    rule: 'nonzero' | 'evenodd' = 'nonzero',
  ): void {
    this.together(opacity, (on) => {
      paint(on);
      on.context.globalCompositeOperation = how;
      on.fillPath({ style: '#000', alpha: 1, space: STILL }, t, trace, rule);
    });
  }

  /** Paints something by itself, then lays it down with an opacity, composed as this easel composes. */
  together(opacity: number, paint: (on: Easel) => void): void {
    const on = new Easel(
      this.studio,
      this.studio.surface(this.surface.width, this.surface.height),
      this.swatches,
      this.view,
      this.quality,
      this.stores,
    );
    paint(on);
    const { context } = this;
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = opacity;
    context.drawImage(on.surface.image, 0, 0);
    on.surface.free();
  }

  /** Fills a device rectangle of whole pixels. */
  fillDevice(brush: Brush, r: Box): void {
    const { context } = this,
      [k, , , , x, y] = brush.space;
    context.globalAlpha = brush.alpha;
    context.fillStyle = brush.style;
    context.setTransform(...brush.space);
    context.fillRect((r.x - x) / k, (r.y - y) / k, r.width / k, r.height / k);
  }

  /**
   * A box's place on the surface where it is upright, its edges on whole pixels, so that no hairline shows between
   * neighbours; else null.
   */
  upright(box: { width: number; height: number }, t: Transform): Box | null {
    if (t[1] !== 0 || t[2] !== 0) return null;
    const x = Math.round(t[4]),
      y = Math.round(t[5]);
    return { x, y, width: Math.round(t[4] + t[0] * box.width) - x, height: Math.round(t[5] + t[3] * box.height) - y };
  }

  /** Fills a whole box with a fill. */
  fillBox(fill: Fill, box: { width: number; height: number }, t: Transform, opacity: number): void {
    const straight = this.upright(box, t),
      region = this.onSurface(straight ?? deviceBox({ x: 0, y: 0, width: box.width, height: box.height }, t));
    if (!region) return;
    const brush = this.brush(fill, box, t, region, opacity);
    if (!brush) return;
    if (straight) this.fillDevice(brush, region);
    else this.fillPath(brush, t, (to, m) => traceCorners(to, box, m));
  }
}

/** Traces a box with square corners. */
export function traceCorners(to: PathSink, box: { width: number; height: number }, t: Transform): void {
  to.moveTo(...apply(t, 0, 0));
  to.lineTo(...apply(t, box.width, 0));
  to.lineTo(...apply(t, box.width, box.height));
  to.lineTo(...apply(t, 0, box.height));
  to.closePath();
}
