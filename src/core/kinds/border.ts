// A frame along the edges of its box.
import { type Box, grown, inset } from '../ground/box';
import { type Radii, traceBox } from '../ground/box-path';
import type { PathSink } from '../ground/path';
import { boxTransform, compose, type Transform } from '../ground/transform';
import { deviceBox } from '../paint/easel';
import type { Colour } from '../values/fill';
import { solid } from '../values/made';
import { clamp, scaledSides } from '../values/scaled';
import { begun, type Extent, type LayerOf, marginOf, type Schemas, STRETCHED, whole } from './common';
import { FILL_WORK, type Kind } from './kind';

const fields = ({ z, extent, FillSchema, finite, SidesSchema }: Schemas) => ({
  kind: z.literal('border'),
  fill: FillSchema,
  /** Distance from the edges of the box. */
  inset: finite(0, 5000).default(0),
  thickness: SidesSchema,
  /** Radius of the outer corners. */
  radius: extent.default(0),
  /** A second, inner line of the same thickness after a gap; 0 is a single line. */
  gap: extent.default(0),
});
export type BorderLayer = LayerOf<typeof fields>;

export function makeBorder(id: string, colour: Colour, size: Extent): BorderLayer {
  const m = marginOf(size),
    t = Math.max(1, Math.round(m / 10));
  return {
    ...begun(id, 'Border', whole(size)),
    band: 'overlays',
    kind: 'border',
    fill: solid(colour),
    inset: Math.round(m / 2),
    thickness: { top: t, right: t, bottom: t, left: t },
    radius: 0,
    gap: 0,
    anchors: STRETCHED,
  };
}

export const border = {
  fields,
  scale: (layer, k) => {
    layer.inset = clamp(layer.inset * k, 0, 5000);
    layer.thickness = scaledSides(layer.thickness, k);
    layer.radius *= k;
    layer.gap *= k;
  },
  work: (layer) => FILL_WORK[layer.fill.kind] + 1,
  paint: (easel, layer, opacity) => {
    const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
    const box: Box = { x: 0, y: 0, width: layer.box.width, height: layer.box.height };
    const region = easel.onSurface(deviceBox(box, t));
    const brush = region && easel.brush(layer.fill, box, t, region, opacity);
    if (!brush) return;
    const { thickness, gap } = layer;
    const all = (r: number): Radii => [r, r, r, r];
    const mean = (thickness.top + thickness.right + thickness.bottom + thickness.left) / 4;
    const line =
      (outer: Box, radius: number) =>
      (to: PathSink, m: Transform): void => {
        traceBox(to, outer, all(radius), m);
        traceBox(to, inset(outer, thickness), all(Math.max(0, radius - mean)), m);
      };
    const outer = grown(box, -layer.inset);
    easel.fillPath(brush, t, line(outer, layer.radius), 'evenodd');
    if (gap > 0)
      easel.fillPath(
        brush,
        t,
        line(grown(inset(outer, thickness), -gap), Math.max(0, layer.radius - mean - gap)),
        'evenodd',
      );
  },
} satisfies Kind<BorderLayer>;
