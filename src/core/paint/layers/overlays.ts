// Painting of what lies between picture and text: fades, pools, plates, borders.
import { boxTransform, compose, invert } from '../../arrange/transform';
import { patchesBehind, type LinesPlace } from '../../arrange/follow';
import type { BorderLayer, Box, FadeLayer, PlateLayer, PoolLayer } from '../../piece/schema';
import { PLAIN_SHAPE } from '../../piece/plain';
import { grown, traceBox, within, type Radii } from '../box-path';
import { deviceBox, traceCorners, type Easel } from '../easel';
import { poolAlphas, poolReach } from '../pool';
import { fadeAlphas, fadeFrame } from '../ramp';
import { parallelOf, traceShape } from '../shape-path';

export function paintFade(easel: Easel, layer: FadeLayer, opacity: number): void {
  const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
  const box = { width: layer.box.width, height: layer.box.height };
  const straight = easel.upright(box, t), region = easel.onSurface(straight ?? deviceBox({ x: 0, y: 0, ...box }, t));
  if (!region) return;
  const { shape, angle, centre, solid, reach, easing } = layer, hex = easel.hex(layer.colour);
  const brush = easel.alphaArea(JSON.stringify(['fade', shape, angle, centre, solid, reach, easing, box, t]), hex, opacity, region, (part, k) => fadeAlphas(layer, compose(fadeFrame(layer, box), compose(invert(t), [k, 0, 0, k, 0, 0])), part));
  if (straight) easel.fillDevice(brush, region);
  else easel.fillPath(brush, t, (to, m) => traceCorners(to, box, m));
}

/** @param places where the lines of the texts lie that it follows */
export function paintPoolLayer(easel: Easel, layer: PoolLayer, places: readonly LinesPlace[], opacity: number): void {
  const { scale, x, y } = easel.view;
  const { boxes, rotation } = patchesBehind(layer, places);
  const onSurface = boxes.map((b): Box => ({ x: b.x * scale - x, y: b.y * scale - y, width: b.width * scale, height: b.height * scale }));
  const spread = layer.spread * scale, feather = Math.max(1, layer.feather * scale), hex = easel.hex(layer.colour);
  const region = easel.onSurface(deviceBox(poolReach(onSurface, rotation, spread, feather), [1, 0, 0, 1, 0, 0]));
  if (!region) return;
  const brush = easel.alphaArea(JSON.stringify(['pool', onSurface, rotation, spread, feather]), hex, opacity, region, (part, k) =>
    poolAlphas(onSurface.map((b) => ({ x: b.x / k, y: b.y / k, width: b.width / k, height: b.height / k })), rotation, spread / k, feather / k, part),
  );
  easel.fillDevice(brush, region);
}

export function paintPlate(easel: Easel, layer: PlateLayer, opacity: number): void {
  const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
  const box: Box = { x: 0, y: 0, width: layer.box.width, height: layer.box.height };
  const square = layer.radius.every((r) => r === 0), upright = square ? easel.upright(box, t) : null;
  const region = easel.onSurface(upright ?? deviceBox(box, t));
  const brush = region && easel.brush(layer.fill, box, t, region, opacity);
  if (brush) {
    if (upright) easel.fillDevice(brush, region);
    else easel.fillPath(brush, t, (to, m) => traceBox(to, box, layer.radius as unknown as Radii, m));
  }
  const shape = { ...PLAIN_SHAPE, radius: layer.radius };
  easel.strokePath(layer.stroke, t, (to, m) => traceShape(to, shape, box, m), opacity, { parallel: parallelOf(shape, box) });
}

/** Does a plate's stroke lie over its fill, so that both must be put together before its opacity counts? */
export const plateIsGroup = (layer: PlateLayer): boolean => layer.stroke.width > 0 && layer.stroke.place !== 'outside' && layer.fill.kind !== 'none';

export function paintBorder(easel: Easel, layer: BorderLayer, opacity: number): void {
  const t = compose(easel.toSurface, boxTransform(layer.box, layer.rotation));
  const box: Box = { x: 0, y: 0, width: layer.box.width, height: layer.box.height };
  const region = easel.onSurface(deviceBox(box, t));
  const brush = region && easel.brush(layer.fill, box, t, region, opacity);
  if (!brush) return;
  const { thickness, gap } = layer;
  const all = (r: number): Radii => [r, r, r, r];
  const mean = (thickness.top + thickness.right + thickness.bottom + thickness.left) / 4;
  const line = (outer: Box, radius: number) => (to: Parameters<typeof traceBox>[0], m: Parameters<typeof traceBox>[3]): void => {
    traceBox(to, outer, all(radius), m);
    traceBox(to, within(outer, thickness), all(Math.max(0, radius - mean)), m);
  };
  const outer = grown(box, -layer.inset);
  easel.fillPath(brush, t, line(outer, layer.radius), 'evenodd');
  if (gap > 0) easel.fillPath(brush, t, line(grown(within(outer, thickness), -gap), Math.max(0, layer.radius - mean - gap)), 'evenodd');
}
