// Surfaces that keep what is painted on them as a drawing. The painter paints on them as on any other.
import { Path } from '../../ground/path';
import type { Pixels } from '../../ground/pixels';
import type { Context2D, Drawable, Surface } from '../../ground/surface';
import { apply, compose, isStill, STILL, type Transform } from '../../ground/transform';
import type { Studio } from '../../paint/studio';
import type { VectorLetters, VectorPaint, Vectors, VectorShadow, VectorSurface } from '../../paint/vectors';
import type { BlendMode } from '../../values/plain';
import { group, type Node, nodesOf, type Outline, standFor } from './drawn';
import { replay } from './replay';

export interface Keeping {
  /** Can shadows be kept? Otherwise they are pixels. */
  shadows: boolean;
}

/** A studio whose surfaces keep drawings. What needs pixels of them gets those that `inner` paints. */
export const recordingStudio = (inner: Studio, keeping: Keeping): Studio => ({
  ...inner,
  surface: (width, height) => new Recorder(width, height, inner, keeping),
});

type State = Pick<
  Context2D,
  | 'fillStyle'
  | 'strokeStyle'
  | 'globalAlpha'
  | 'globalCompositeOperation'
  | 'lineWidth'
  | 'lineCap'
  | 'lineJoin'
  | 'miterLimit'
  | 'lineDashOffset'
> & { t: Transform; dash: number[]; clips: readonly Outline[] };

const begun = (): State => ({
  fillStyle: '#000000',
  strokeStyle: '#000000',
  globalAlpha: 1,
  globalCompositeOperation: 'source-over',
  lineWidth: 1,
  lineCap: 'butt',
  lineJoin: 'miter',
  miterLimit: 10,
  lineDashOffset: 0,
  t: STILL,
  dash: [],
  clips: [],
});

const blendOf = (how: GlobalCompositeOperation): BlendMode =>
  how === 'source-over' || how.startsWith('destination') ? 'normal' : (how as BlendMode);

/** What can be filled with beside colours, by what stands for it: something to keep, or what is drawn elsewhere. */
type Standing = { as: VectorPaint; pixels: () => Surface } | { nodes: readonly Node[] };
const paints = new WeakMap<CanvasPattern, Standing>();
const standing = (paint: Standing): CanvasPattern => {
  const stand = {} as CanvasPattern;
  paints.set(stand, paint);
  return stand;
};

class Recorder implements VectorSurface {
  readonly image = {} as Drawable;
  readonly context: Context2D;
  readonly vectors: Vectors;
  private nodes: Node[] = [];

  constructor(
    readonly width: number,
    readonly height: number,
    private readonly inner: Studio,
    { shadows }: Keeping,
  ) {
    let pending: VectorLetters | null = null;
    this.vectors = {
      fill: (as: VectorPaint, pixels) => standing({ as, pixels }),
      letters: (letters) => void (pending = letters),
      ...(shadows ? { shadow: (shadow, thrower) => this.keepShadow(shadow, thrower) } : {}),
    };
    this.context = this.contextWith(() => {
      const own = pending;
      pending = null;
      return own;
    });
    this.begin([]);
  }

  private begin(nodes: Node[]): void {
    this.nodes = nodes;
    standFor(this.image, { nodes, width: this.width, height: this.height });
  }

  private keepShadow({ sigma, spread, x, y, colour, opacity }: VectorShadow, thrower: Surface): boolean {
    const { nodes } = nodesOf(thrower.image);
    // A grown outline is a stroked one; pictures have none, and strokes do not shrink.
    if (spread !== 0 && (spread < 0 || !nodes.every((n) => n.node === 'fill' || n.node === 'stroke'))) return false;
    if (!nodes.length) return true;
    const t: Transform = [1, 0, 0, 1, x, y],
      blend = blendOf(this.context.globalCompositeOperation);
    this.nodes.push({ node: 'shadow', nodes: [...nodes], t, sigma, spread, colour, alpha: opacity, blend });
    return true;
  }

  read(x: number, y: number, width: number, height: number): Uint8ClampedArray {
    const surface = this.inner.surface(this.width, this.height);
    replay(this.nodes, surface, this.inner);
    const data = surface.read(x, y, width, height);
    surface.free();
    return data;
  }

  write(pixels: Pixels): void {
    // Whoever wrote them may write others there next.
    this.begin([{ node: 'picture', pixels }]);
  }

  free(): void {
    this.begin([]);
  }

  /** Lays a node down: as it is, within clips, or as what cuts all there is. */
  private put(node: Exclude<Node, { node: 'picture' }>, { globalCompositeOperation: how, clips }: State): void {
    if (how === 'destination-in' || how === 'destination-out') {
      if (node.node !== 'fill') throw new Error('Only outlines cut');
      const keeps = how === 'destination-in' ? 'inside' : 'outside';
      this.begin([group([...this.nodes], { cut: { outline: node.outline, keeps } })]);
    } else if (clips.length) this.nodes.push(group([node], { clips }));
    else this.nodes.push(node);
  }

  private contextWith(letters: () => VectorLetters | null): Context2D {
    const stack: State[] = [];
    let now = begun(),
      path = new Path();
    const blend = (): BlendMode => blendOf(now.globalCompositeOperation),
      fill = (outline: Outline): void => {
        const { globalAlpha: alpha, fillStyle: style, t } = now,
          own = { outline, alpha, blend: blend(), letters: letters() };
        if (typeof style === 'string')
          return this.put({ node: 'fill', ...own, paint: { kind: 'colour', css: style } }, now);
        const paint = paints.get(style as CanvasPattern)!;
        if ('as' in paint) this.put({ node: 'fill', ...own, paint: { kind: 'vector', ...paint, space: t } }, now);
        else this.put(group(paint.nodes, { t, clips: [outline], alpha, blend: own.blend }), now);
      },
      at = (x: number, y: number): [number, number] => apply(now.t, x, y),
      rect = (to: Path, x: number, y: number, w: number, h: number): void => {
        to.polygon([at(x, y), at(x + w, y), at(x + w, y + h), at(x, y + h)]);
      };
    const calls = {
      save: () => void stack.push({ ...now }),
      restore: () => void (now = stack.pop() ?? begun()),
      beginPath: () => void (path = new Path()),
      closePath: () => void path.Z(),
      moveTo: (x, y) => void path.M(...at(x, y)),
      lineTo: (x, y) => void path.L(...at(x, y)),
      quadraticCurveTo: (a, b, x, y) => void path.Q(...at(a, b), ...at(x, y)),
      bezierCurveTo: (a, b, c, d, x, y) => void path.C(...at(a, b), ...at(c, d), ...at(x, y)),
      rect: (x, y, w, h) => rect(path, x, y, w, h),
      clip: () => void (now.clips = [...now.clips, { path, rule: 'nonzero' }]),
      fillRect: (x, y, w, h) => {
        const own = new Path();
        rect(own, x, y, w, h);
        fill({ path: own, rule: 'nonzero' });
      },
      clearRect: (x, y, w, h) => {
        if (x > 0 || y > 0 || x + w < this.width || y + h < this.height || now.clips.length)
          throw new Error('Only a whole surface is cleared');
        this.begin([]);
      },
      setTransform: (...t: unknown[]) => void (now.t = t as unknown as Transform),
      setLineDash: (dash) => void (now.dash = [...dash]),
      fill: (rule = 'nonzero') => fill({ path, rule }),
      stroke: () => {
        const { t, lineWidth, lineCap: cap, lineJoin: join, miterLimit: miter } = now,
          k = Math.hypot(t[0], t[1]),
          line = { css: now.strokeStyle as string, width: lineWidth * k, cap, join, miter };
        this.put(
          {
            node: 'stroke',
            path,
            line: { ...line, dash: now.dash.map((d) => d * k), dashOffset: now.lineDashOffset * k },
            alpha: now.globalAlpha,
            blend: blend(),
          },
          now,
        );
      },
      drawImage: (image, ...place) => this.drawImage(image, place, now, blend()),
      createPattern: (image) => standing({ nodes: [...nodesOf(image).nodes] }),
    } satisfies Partial<Context2D>;
    const context = { ...calls, imageSmoothingEnabled: true, imageSmoothingQuality: 'high' } as unknown as Context2D;
    for (const key of Object.keys(begun()) as (keyof State)[])
      if (key !== 't' && key !== 'dash' && key !== 'clips')
        Object.defineProperty(context, key, { get: () => now[key], set: (v) => void Object.assign(now, { [key]: v }) });
    return context;
  }

  private drawImage(image: Drawable, place: number[], now: State, blend: BlendMode): void {
    const { nodes, width, height } = nodesOf(image),
      // Canvas 2D: (to), (to, extent) or (from, extent, to, extent).
      [sx, sy, sw, sh] = place.length === 8 ? place : [0, 0, width, height],
      [x, y, w = sw, h = sh] = place.length === 8 ? place.slice(4) : place,
      k: Transform = [w / sw, 0, 0, h / sh, x - (sx * w) / sw, y - (sy * h) / sh],
      t = compose(now.t, k);
    const [only] = nodes,
      whole = place.length !== 8,
      // What cannot reach beyond its surface needs no edge.
      within =
        nodes.length === 1 && only.node === 'picture' && only.pixels.width <= width && only.pixels.height <= height,
      same = width === this.width && height === this.height && isStill(t),
      clips = [...now.clips];
    if (!(whole && (within || same))) {
      const edge = new Path();
      edge.polygon([apply(now.t, x, y), apply(now.t, x + w, y), apply(now.t, x + w, y + h), apply(now.t, x, y + h)]);
      clips.push({ path: edge, rule: 'nonzero' });
    }
    if (nodes.length) this.put(group([...nodes], { t, clips, alpha: now.globalAlpha, blend }), { ...now, clips: [] });
  }
}
