// A panel behind texts. Its strength is the layer's opacity.
import { type Box, onWholePixels, union } from '../ground/box';
import { traceBox } from '../ground/box-path';
import { boundsOf, boxTransform, compose } from '../ground/transform';
import { deviceBox } from '../paint/easel';
import { parallelOf, traceShape } from '../paint/shape-path';
import type { Colour } from '../values/fill';
import { solid } from '../values/made';
import { NO_STROKE, PLAIN_SHAPE } from '../values/plain';
import { scaledRadii, scaledSides, scaledStroke } from '../values/scaled';
import { begun, CENTRED, type Extent, type LayerOf, marginOf, type Schemas } from './common';
import { aboutOwnMiddle } from './follow';
import { FILL_WORK, type Kind } from './kind';

const fields = ({ z, extent, FillSchema, follows, shadows, SidesSchema, StrokeSchema, unit }: Schemas) => ({
  kind: z.literal('plate'),
  fill: FillSchema,
  /** Of the fill alone: its outline keeps the layer's. */
  fillOpacity: unit.default(1),
  stroke: StrokeSchema.default(NO_STROKE),
  /** Corner radii in pixels, clockwise from the top left. */
  radius: z.tuple([extent, extent, extent, extent]).default([0, 0, 0, 0]),
  follows,
  /** Distance kept from the lines of the texts it follows. */
  padding: SidesSchema,
  shadows,
});
export type PlateLayer = LayerOf<typeof fields>;

/**
 * Room round the lines, in pixels: two fifths of the type, less where the plate would come nearer to the slide's edge
 * than half its margin, but never so little that letters touch its sides.
 */
function roomRound(box: Box, typeSize: number, size?: Extent): PlateLayer['padding'] {
  const within = (space: number): number => {
    const free = size ? space - marginOf(size) / 2 : Infinity;
    return Math.round(Math.min(typeSize * 0.4, Math.max(typeSize * 0.15, free)));
  };
  // Alike on opposite sides: the text stays in the middle of its plate.
  const across = within(Math.min(box.x, size ? size.width - box.x - box.width : Infinity)),
    down = within(Math.min(box.y, size ? size.height - box.y - box.height : Infinity));
  return { top: down, right: across, bottom: down, left: across };
}

/** A plate behind texts. @param size of the slide, within whose margins it stays; it may be anywhere where left out */
export function makePlate(
  id: string,
  colour: Colour,
  opacity: number,
  box: Box,
  typeSize: number,
  follows: string[],
  size?: Extent,
): PlateLayer {
  const r = Math.round(typeSize * 0.15);
  return {
    ...begun(id, 'Plate', box),
    band: 'overlays',
    kind: 'plate',
    fill: solid(colour),
    fillOpacity: 1,
    opacity,
    stroke: NO_STROKE,
    radius: [r, r, r, r],
    follows,
    padding: roomRound(box, typeSize, size),
    shadows: [],
    anchors: CENTRED,
  };
}

export const plate = {
  fields,
  scale: (layer, k) => {
    layer.padding = scaledSides(layer.padding, k);
    layer.radius = scaledRadii(layer.radius, k);
    layer.stroke = scaledStroke(layer.stroke, k);
  },
  differs: ['padding'],
  behind: ({ padding: { top, right, bottom, left } }, lines) => {
    const padded = (b: Box): Box => ({
      x: b.x - left,
      y: b.y - top,
      width: Math.max(1, b.width + left + right),
      height: Math.max(1, b.height + top + bottom),
    });
    if (lines.length === 1 && lines[0].rotation !== 0)
      return {
        box: aboutOwnMiddle(padded(lines[0].box), lines[0].rotation, lines[0].centre),
        rotation: lines[0].rotation,
      };
    return {
      box: padded(
        union(
          lines.map((p) =>
            p.rotation === 0 ? p.box : boundsOf(aboutOwnMiddle(p.box, p.rotation, p.centre), p.rotation),
          ),
        ),
      ),
      rotation: 0,
    };
  },
  look: { whole: ({ radius }) => ({ radius }) },
  strengths: () => ['opacity'],
  setColour: (layer, hex) => {
    layer.fill = { ...layer.fill, kind: 'colour', colour: hex };
  },
  treatment: {
    beginning: 0.6,
    make: (id, colour, strength, { behind, typeSize, follows, size }) =>
      makePlate(id, colour, strength, behind, typeSize, follows, size),
    colour: (layer) => (layer.fill.kind === 'colour' ? layer.fill.colour : null),
    veil:
      ({ fillOpacity }) =>
      () =>
        fillOpacity,
  },
  reach: (layer) => layer.stroke.width + 1,
  shadowMargin: (layer) => layer.stroke.width * 2,
  // Its stroke may lie over its fill.
  isGroup: (layer) => layer.stroke.width > 0 && layer.stroke.place !== 'outside' && layer.fill.kind !== 'none',
  work: (layer) => FILL_WORK[layer.fill.kind] + 1,
  paint: (easel, layer, opacity) => {
    // Upright its edges lie on whole pixels, where they are crisp.
    const edges = layer.rotation === 0 ? onWholePixels(layer.box) : layer.box;
    const t = compose(easel.toSurface, boxTransform(edges, layer.rotation));
    const box: Box = { x: 0, y: 0, width: edges.width, height: edges.height };
    const square = layer.radius.every((r) => r === 0),
      upright = square ? easel.upright(box, t) : null;
    const region = easel.onSurface(upright ?? deviceBox(box, t));
    const brush = region && easel.brush(layer.fill, box, t, region, opacity * layer.fillOpacity);
    if (brush) {
      if (upright) easel.fillDevice(brush, region);
      else easel.fillPath(brush, t, (to, m) => traceBox(to, box, layer.radius, m));
    }
    const shape = { ...PLAIN_SHAPE, radius: layer.radius };
    easel.strokePath(layer.stroke, t, (to, m) => traceShape(to, shape, box, m), opacity, {
      parallel: parallelOf(shape, box),
    });
  },
} satisfies Kind<PlateLayer>;
