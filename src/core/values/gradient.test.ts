import {
  angleOf,
  colourAt,
  movedStop,
  placed,
  presetsFrom,
  reversed,
  spreadEvenly,
  turnedTo,
  withoutStop,
  withStop,
} from './gradient';
import { gradientThrough } from './made';

const none = { swatches: [] };
const three = { ...gradientThrough(['#000000', '#ff0000', '#ffffff'], { space: 'srgb' as const }) };
const box = { width: 200, height: 100 };

it('a stop added takes the colour that is there; 12 is the most, 2 the least', () => {
  const added = withStop(three, 0.25, none)!;
  expect(added.index).toBe(1);
  expect(added.gradient.stops[1].colour).toBe('#800000');
  for (const u of [0.1, 0.25, 0.6]) expect(colourAt(added.gradient, u, none)).toBe(colourAt(three, u, none));
  let g = three;
  for (let i = 0; i < 9; i++) g = withStop(g, 0.1 + i * 0.05, none)!.gradient;
  expect(g.stops).toHaveLength(12);
  expect(withStop(g, 0.9, none)).toBeNull();
  expect(withoutStop(gradientThrough(['#000000', '#ffffff']), 0).stops).toHaveLength(2);
});
it('a stop dragged past another changes places with it', () => {
  const m = movedStop(three, 0, 0.7);
  expect(m.index).toBe(1);
  expect(m.gradient.stops.map((s) => s.colour)).toEqual(['#ff0000', '#000000', '#ffffff']);
  expect(movedStop(three, 1, 4).gradient.stops[2].at).toBe(1);
});
it('reversed twice it is as before, midpoints too; colours run from the other end', () => {
  const g = { ...three, stops: three.stops.map((s, i) => ({ ...s, at: [0, 0.3, 1][i], mid: [0.2, 0.7, 0.5][i] })) };
  expect(reversed(reversed(g))).toEqual(g);
  const plain = { ...g, stops: g.stops.map((s) => ({ ...s, mid: 0.5 })) };
  for (const u of [0.1, 0.5, 0.77]) expect(colourAt(reversed(plain), 1 - u, none)).toBe(colourAt(plain, u, none));
  expect(spreadEvenly(g).stops.map((s) => s.at)).toEqual([0, 0.5, 1]);
});
it('turns: by its angle, or by the line placed by hand, which keeps its length and middle', () => {
  expect(turnedTo(three, 270, box).angle).toBe(-90);
  const line = placed(three, { x: 50, y: 50 }, { x: 150, y: 50 }, box);
  expect(angleOf(line, box)).toBe(0);
  const up = turnedTo(line, 90, box);
  expect(angleOf(up, box)).toBe(90);
  expect(up.line).toEqual({ from: { x: 0.5, y: 0 }, to: { x: 0.5, y: 1 } });
  expect(turnedTo({ ...line, shape: 'radial' }, 90, box).line!.from).toEqual({ x: 0.25, y: 0.5 });
});
it('presets differ and run through the colours given', () => {
  const p = presetsFrom(['#000000', '#222222', '#555555', '#aaaaaa', '#ffffff']);
  expect(p.length).toBeGreaterThanOrEqual(5);
  expect(new Set(p.map((x) => x.join())).size).toBe(p.length);
  expect(presetsFrom(['#000000'])).toEqual([]);
});
