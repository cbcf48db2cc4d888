// A drawn form.
import type { PathSink } from '../ground/path';
import { boxTransform, compose, type Transform } from '../ground/transform';
import { cssColour } from '../paint/css-colour';
import { deviceBox } from '../paint/easel';
import { isClosed, parallelOf, shapeReach, traceLineEnds, traceShape } from '../paint/shape-path';
import type { Colour } from '../values/fill';
import { solid } from '../values/made';
import { NO_STROKE, PLAIN_SHAPE } from '../values/plain';
import { scaledRadii, scaledStroke } from '../values/scaled';
import type { ShapeForm } from '../values/shape';
import { begun, CENTRED, type Extent, type LayerOf, type Schemas } from './common';
import { FILL_WORK, type Kind } from './kind';

const fields = ({ z, FillSchema, shadows, ShapeSchema, StrokeSchema }: Schemas) => ({
  kind: z.literal('shape'),
  shape: ShapeSchema,
  fill: FillSchema,
  stroke: StrokeSchema.default(NO_STROKE),
  shadows,
});
export type ShapeLayer = LayerOf<typeof fields>;

const SHAPE_NAMES: Record<ShapeForm, string> = {
  rectangle: 'Rectangle',
  ellipse: 'Ellipse',
  polygon: 'Polygon',
  star: 'Star',
  line: 'Line',
  arrow: 'Arrow',
  blob: 'Blob',
  speech: 'Speech box',
  path: 'Drawn shape',
};

/** A shape in the middle of the slide. */
export function makeShape(id: string, form: ShapeForm, colour: Colour, size: Extent): ShapeLayer {
  const side = Math.round(Math.min(size.width, size.height) * 0.3);
  const width = form === 'line' || form === 'arrow' || form === 'speech' ? Math.round(side * 1.6) : side,
    height = form === 'line' ? Math.max(8, Math.round(side / 12)) : form === 'arrow' ? Math.round(side / 2) : side;
  const line = form === 'line',
    round = form === 'speech' ? Math.round(side / 10) : 0;
  return {
    ...begun(id, SHAPE_NAMES[form], {
      x: Math.round((size.width - width) / 2),
      y: Math.round((size.height - height) / 2),
      width,
      height,
    }),
    band: 'message',
    kind: 'shape',
    shape: { ...PLAIN_SHAPE, form, radius: [round, round, round, round] },
    fill: line ? { ...solid(colour), kind: 'none' } : solid(colour),
    stroke: line ? { width: Math.max(2, Math.round(side / 40)), colour, place: 'centred', dash: [] } : NO_STROKE,
    shadows: [],
    anchors: CENTRED,
  };
}

export const shape = {
  fields,
  scale: (layer, k) => {
    layer.shape = { ...layer.shape, radius: scaledRadii(layer.shape.radius, k) };
    layer.stroke = scaledStroke(layer.stroke, k);
  },
  // Texts must not be covered by it.
  lands: 'below texts',
  reach: (layer) => shapeReach(layer.shape, layer.box, layer.stroke),
  shadowMargin: (layer) => shapeReach(layer.shape, layer.box, layer.stroke),
  // Fill and stroke lie on each other.
  isGroup: (layer) => layer.stroke.width > 0 && layer.fill.kind !== 'none' && isClosed(layer.shape),
  work: (layer) => FILL_WORK[layer.fill.kind] + 1,
  paint: (easel, layer, opacity) => {
    const { shape, box, stroke } = layer;
    const t = compose(easel.toSurface, boxTransform(box, layer.rotation));
    const reach = shapeReach(shape, box, stroke);
    const region = easel.onSurface(
      deviceBox({ x: -reach, y: -reach, width: box.width + 2 * reach, height: box.height + 2 * reach }, t),
    );
    if (!region) return;
    const trace = (to: PathSink, at: Transform): void => traceShape(to, shape, box, at);
    const closed = isClosed(shape);
    const brush = closed ? easel.brush(layer.fill, box, t, region, opacity) : null;
    if (brush) easel.fillPath(brush, t, trace, shape.form === 'path' ? 'evenodd' : 'nonzero');
    easel.strokePath(stroke, t, trace, opacity, { closed, parallel: parallelOf(shape, box) });
    if (!closed && stroke.width > 0)
      easel.fillPath(
        { style: cssColour(easel.hex(stroke.colour)), alpha: opacity, space: [1, 0, 0, 1, 0, 0] },
        t,
        (to, at) => traceLineEnds(to, shape, box, stroke.width, at),
      );
  },
} satisfies Kind<ShapeLayer>;
