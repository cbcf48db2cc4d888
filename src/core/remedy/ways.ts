// Ways through: every treatment that makes a text Clear, its free choices made for the most photo kept, each as layers
// one can edit.
import type { Pixels } from '../ground/pixels';
import { shot } from '../ground/surface';
import type { Layer } from '../kinds/layers';
import { slideOf } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { applyWay, halved, type Way, WAY_NAMES, type WayKind } from './way';
import { WayFinder } from './way-finder';
import { backing } from './ways/backing';
import { blur } from './ways/blur';
import { fade } from './ways/fade';
import { ink } from './ways/ink';
import { move } from './ways/move';
import { plate } from './ways/plate';
import { pool } from './ways/pool';
import { shadow } from './ways/shadow';
import type { Solver } from './ways/solver';
import { tint } from './ways/tint';
import { tone } from './ways/tone';

/** How each kind is found; one that is forgotten does not compile. */
const SOLVERS: Readonly<Record<WayKind, Solver>> = { ink, move, tint, fade, pool, plate, backing, shadow, tone, blur };

export class Ways extends WayFinder {
  /** One way, or null where it does not make the texts Clear, or has nothing to work on. */
  solve(kind: WayKind): Way | null {
    if (!this.hasLetters) return null;
    const way = SOLVERS[kind](this);
    // Nothing is needed: that is no way through.
    return way?.strength === 0 ? null : way;
  }

  /** Two together: the first at half its strength (a move as it is), the second just enough over it. */
  solvePair([one, two]: readonly [WayKind, WayKind], first: Way | null = this.solve(one)): Way | null {
    const half = one === 'move' ? move(this, true) : first && halved(first);
    if (!half) return null;
    const piece = applyWay(this.piece, this.slide.id, half, (i) => `pair-${i}`),
      slide = slideOf(piece, this.slide.id);
    const over = new Ways(this.painter, { ...this.ask, instead: false, piece, slide }, this.kept).solve(two);
    if (!over || over.strength === 0) return null;
    const change = [...half.change];
    for (const c of over.change) {
      const same = change.find((x) => x.id === c.id);
      if (same) same.set = { ...same.set, ...c.set } as Partial<Layer>;
      else change.push(c);
    }
    return {
      kinds: [one, two],
      name: `${WAY_NAMES[one]} and ${WAY_NAMES[two].toLowerCase()}`,
      add: [...half.add, ...over.add.map((l) => ({ ...l, id: `${l.id}-2` }))],
      change,
      strength: over.strength,
      readings: over.readings,
      kept: over.kept,
      price: half.price + over.price,
    };
  }
}

/** A small picture of a slide with a way taken. @param width in pixels */
export function wayThumbnail(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  way: Way,
  width: number,
): Pixels {
  const next = applyWay(piece, slideId, way, (i) => `way-${i}`),
    k = width / size.width,
    height = Math.max(1, Math.round(size.height * k));
  const data = shot(painter.studio, width, height, (on) =>
    painter.paint(
      on,
      next,
      next.slides.find((x) => x.id === slideId)!,
      size,
      { scale: k, x: 0, y: 0 },
    ),
  );
  return { width, height, data };
}
