// A fade from a side or a corner: whence, how much of it is solid, how far it reaches, its colour; its strength follows
// from them.
import { FADE_CORNERS, type FadeLayer, FADE_SIDES, makeFade } from '../../kinds/fade';
import { fadeFrame } from '../../paint/fade-form';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

/** Solid to the far edge of the texts, and so much farther, em. */
const BEYOND = [0, 0.3];
/** It ends so much of the whole way after that. */
const REACHES = [0.15, 0.3, 0.5];
/** Sides and corners that are looked at closely: the best of a quick look. */
const LOOKED_AT = 3;

const round = (v: number, to: (v: number) => number = Math.round): number => to(v * 100) / 100;

/** The form of a fade from a direction, for the texts. */
function formOf(
  finder: WayFinder,
  angle: number,
  beyond: number,
  reach: number,
): Pick<FadeLayer, 'angle' | 'solid' | 'reach'> {
  const { size } = finder,
    box = finder.behind(true),
    m = fadeFrame({ shape: 'linear', angle, centre: { x: 0.5, y: 0.5 } }, size),
    along = (x: number, y: number): number => m[0] * x + m[2] * y + m[4],
    far = Math.max(...[box.x, box.x + box.width].flatMap((x) => [box.y, box.y + box.height].map((y) => along(x, y)))),
    em = finder.typeSize() * Math.hypot(m[0], m[2]),
    solid = round(Math.max(0, far + beyond * em), Math.ceil);
  return { angle, solid: Math.min(1.5, solid), reach: round(Math.min(2, Math.min(1.5, solid) + reach)) };
}

/** The two corners that are nearest to the texts. */
function nearCorners(finder: WayFinder): number[] {
  const { size } = finder,
    box = finder.behind(true),
    x = box.x + box.width / 2,
    y = box.y + box.height / 2,
    way = (cx: number, cy: number): number => Math.hypot(x - cx, y - cy);
  return (
    [
      [FADE_CORNERS.topLeft, way(0, 0)],
      [FADE_CORNERS.topRight, way(size.width, 0)],
      [FADE_CORNERS.bottomLeft, way(0, size.height)],
      [FADE_CORNERS.bottomRight, way(size.width, size.height)],
    ] as const
  )
    .toSorted((a, b) => a[1] - b[1])
    .slice(0, 2)
    .map(([angle]) => angle);
}

export function chooseFade(finder: WayFinder): Choice | null {
  const [base] = finder.piece.sizes,
    deep = finder.deepColours()[0],
    make = (form: Partial<FadeLayer>, hex = deep): FadeLayer => makeFade(STAND_IN, hex, 1, base, form);
  // Whence, by a quick look at each; then how far, of the best.
  const from = [...Object.values(FADE_SIDES), ...nearCorners(finder)]
    .flatMap((angle) => finder.weigh(make(formOf(finder, angle, BEYOND[0], REACHES[1]))) ?? [])
    .sort((a, b) => a.cost - b.cost)
    .slice(0, LOOKED_AT)
    .map((c) => (c.layer as FadeLayer).angle);
  const shape = finder.bestOf(
    from.flatMap((angle) => BEYOND.flatMap((b) => REACHES.map((r) => make(formOf(finder, angle, b, r))))),
  );
  if (!shape) return null;
  const { angle, reach, solid } = shape.layer as FadeLayer;
  return finder.inBestColour((hex) => make({ angle, reach, solid }, hex)) ?? shape;
}

export const fade: Solver = {
  off: 4,
  near: true,
  choose: chooseFade,
  solve: (finder, choice) => finder.laid('fade', choice),
};
