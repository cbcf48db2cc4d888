// What a pattern tile is: marks in tile units that repeat with its width and height, drawn in one colour.
import { chance } from '../ground/chance';
import type { Path, PathSink } from '../ground/path';
import type { TileId } from '../values/tiles';

export interface Mark {
  path: Path;
  /** Stroke width in tile units at weight 1; filled where left out. */
  width?: number;
  round?: boolean;
  /** How strongly it takes the foreground, 0..1. */
  tone?: number;
}

export interface Tile {
  name: string;
  group: string;
  /** Period across and down, in pixels at scale 1. */
  width: number;
  height: number;
  /** Its marks; drawn when the tile is first used, since there are many tiles and few are. */
  marks: () => readonly Mark[];
}

/** Tiles by their names. */
export type Tiles = Partial<Record<TileId, Tile>>;

const drawn = new WeakMap<Tile, readonly Mark[]>();
/** The marks of a tile, drawn once. */
export function marksOf(tile: Tile): readonly Mark[] {
  let marks = drawn.get(tile);
  if (!marks) drawn.set(tile, (marks = tile.marks()));
  return marks;
}

export const stroked = (path: Path, width: number, round = false): Mark => ({ path, width, round });
export const filled = (path: Path, tone = 1): Mark => ({ path, tone });

/** One outline of a mark with all that hangs over the edges of a period: where repetitions meet they count once. */
export function traceRepeated(to: PathSink, { path }: Mark, { width, height }: Tile): void {
  for (let j = -1; j <= 1; j++) for (let i = -1; i <= 1; i++) path.trace(to, i * width, j * height);
}

/** Points apart from each other on a tile that repeats: each new one is the best of some tries. */
export function scattered(
  seed: number,
  count: number,
  width: number,
  height: number,
): { x: number; y: number; r: () => number }[] {
  const next = chance(seed);
  const points: { x: number; y: number }[] = [];
  const gap = (a: { x: number; y: number }, b: { x: number; y: number }): number => {
    const dx = Math.abs(a.x - b.x),
      dy = Math.abs(a.y - b.y);
    return Math.hypot(Math.min(dx, width - dx), Math.min(dy, height - dy));
  };
  for (let i = 0; i < count; i++) {
    let best = { x: next() * width, y: next() * height },
      far = -1;
    for (let k = 0; k < 14; k++) {
      const p = { x: next() * width, y: next() * height };
      const d = Math.min(Infinity, ...points.map((q) => gap(p, q)));
      if (d > far) {
        far = d;
        best = p;
      }
    }
    points.push(best);
  }
  return points.map((p) => ({ ...p, r: next }));
}
