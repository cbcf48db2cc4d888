// Painting of shapes, and of masks and strokes along them.
import { boxTransform, compose, type Transform } from '../../arrange/transform';
import type { PathSink } from '../../pattern/outline';
import type { ShapeLayer } from '../../piece/schema';
import { cssColour } from '../css-colour';
import { deviceBox, type Easel } from '../easel';
import { isClosed, parallelOf, shapeReach, traceLineEnds, traceShape } from '../shape-path';

/** Do fill and stroke lie on each other, so that both must be put together before the opacity counts? */
export const shapeIsGroup = (layer: ShapeLayer): boolean => layer.stroke.width > 0 && layer.fill.kind !== 'none' && isClosed(layer.shape);

export function paintShape(easel: Easel, layer: ShapeLayer, opacity: number): void {
  const { shape, box, stroke } = layer;
  const t = compose(easel.toSurface, boxTransform(box, layer.rotation));
  const reach = shapeReach(shape, box, stroke);
  const region = easel.onSurface(deviceBox({ x: -reach, y: -reach, width: box.width + 2 * reach, height: box.height + 2 * reach }, t));
  if (!region) return;
  const trace = (to: PathSink, at: Transform): void => traceShape(to, shape, box, at);
  const closed = isClosed(shape);
  const brush = closed ? easel.brush(layer.fill, box, t, region, opacity) : null;
  if (brush) easel.fillPath(brush, t, trace, shape.form === 'path' ? 'evenodd' : 'nonzero');
  easel.strokePath(stroke, t, trace, opacity, { closed, parallel: parallelOf(shape, box) });
  if (!closed && stroke.width > 0) easel.fillPath({ style: cssColour(easel.hex(stroke.colour)), alpha: opacity, space: [1, 0, 0, 1, 0, 0] }, t, (to, at) => traceLineEnds(to, shape, box, stroke.width, at));
}
