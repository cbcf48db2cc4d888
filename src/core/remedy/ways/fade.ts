// A fade from a side: side, reach and colour are chosen; its strength follows from them.
import { FADE_SIDES, makeFade } from '../../kinds/fade';
import { type Choice, STAND_IN, type WayFinder } from '../way-finder';
import type { Solver } from './solver';

const round = (v: number): number => Math.round(v * 100) / 100;

function choose(finder: WayFinder): Choice | null {
  const { size } = finder,
    [base] = finder.piece.sizes,
    box = finder.behind(true),
    deep = finder.deepColours()[0];
  const far = {
    left: (box.x + box.width) / size.width,
    right: (size.width - box.x) / size.width,
    top: (box.y + box.height) / size.height,
    bottom: (size.height - box.y) / size.height,
  };
  const sides = (Object.keys(far) as (keyof typeof far)[]).sort((a, b) => far[a] - far[b]).slice(0, 2);
  const shapes = sides.flatMap((side) =>
    [1, 1.2, 1.5, 2]
      .flatMap((k) =>
        ([0, 0.5] as const).map((s) => ({
          angle: FADE_SIDES[side],
          reach: round(Math.min(2, Math.max(0.1, far[side] * k))),
          solid: round(Math.max(0, far[side] * s)),
        })),
      )
      .filter((f) => f.reach > f.solid + 0.1),
  );
  const shape = finder.bestOf(shapes.map((more) => makeFade(STAND_IN, deep, 1, base, more)));
  if (!shape) return null;
  const { angle, reach, solid: full } = shape.layer as ReturnType<typeof makeFade>;
  return finder.inBestColour((hex) => makeFade(STAND_IN, hex, 1, base, { angle, reach, solid: full })) ?? shape;
}

export const fade: Solver = (finder) => finder.laid('fade', choose(finder));
