// Ways through: every treatment that makes a text Clear, its free choices made for the most photo kept, each as layers
// one can edit.
import type { Pixels } from '../ground/pixels';
import { shot } from '../ground/surface';
import type { Layer } from '../kinds/layers';
import { slideOf } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { applyWay, halved, type Way, WAY_NAMES, type WayKind, wayName } from './way';
import { type Choice, WayFinder } from './way-finder';
import { backing } from './ways/backing';
import { blur } from './ways/blur';
import { fade } from './ways/fade';
import { ink } from './ways/ink';
import { move, moved } from './ways/move';
import { plate } from './ways/plate';
import { pool } from './ways/pool';
import { shadow } from './ways/shadow';
import type { Solver } from './ways/solver';
import { tint } from './ways/tint';
import { tone } from './ways/tone';

/** How each kind is found; one that is forgotten does not compile. */
const SOLVERS: Readonly<Record<WayKind, Solver>> = { ink, move, tint, fade, pool, plate, backing, shadow, tone, blur };

export class Ways extends WayFinder {
  private readonly chosen = new Map<WayKind, Choice | null>();

  private choice(kind: WayKind): Choice | null {
    let choice = this.chosen.get(kind);
    if (choice === undefined) this.chosen.set(kind, (choice = SOLVERS[kind].choose?.(this) ?? null));
    return choice;
  }

  /**
   * About what a way of a kind costs, points, by a sample of letters and photo.
   * @returns 0 where only solving it tells, Infinity where it is not enough
   */
  private look(kind: WayKind): number {
    if (!this.hasLetters) return Infinity;
    const { choose, like } = SOLVERS[kind];
    if (choose) return this.choice(kind)?.cost ?? Infinity;
    const other = like ? this.look(like.kind) : Infinity;
    // What is not enough says nothing of what is like it.
    return like && other < Infinity ? like.share * other : 0;
  }

  /** May a way of a kind cost less than so many points? Looking is much quicker than solving. */
  mayCost(kind: WayKind, under: number): boolean {
    return this.look(kind) - (SOLVERS[kind].off ?? 0) < under;
  }

  /** Does a look say well enough what a way of a kind costs? */
  isNear(kind: WayKind): boolean {
    return SOLVERS[kind].near === true;
  }

  /** What a look would choose, about as strong as it must be: it is not confirmed. */
  rough(kind: WayKind): Way | null {
    const choice = this.hasLetters ? this.choice(kind) : null;
    if (!choice || choice.layer.kind !== kind) return null;
    const { layer, strength, kept } = choice;
    return {
      kinds: [kind],
      name: wayName(kind, layer),
      add: [{ ...layer, opacity: strength }],
      change: this.withHidden([]),
      strength: Math.round(strength * 100),
      readings: [],
      kept,
      price: 0,
    };
  }

  /** One way, or null where it does not make the texts Clear, or has nothing to work on. */
  solve(kind: WayKind): Way | null {
    const { choose, solve } = SOLVERS[kind],
      choice = this.hasLetters ? this.choice(kind) : null;
    if (!this.hasLetters || (choose && !choice)) return null;
    const way = solve(this, choice);
    // Nothing is needed: that is no way through.
    return way?.strength === 0 ? null : way;
  }

  /** Two together: the first at half its strength (a move as it is), the second just enough over it. */
  solvePair([one, two]: readonly [WayKind, WayKind], first: Way | null = this.solve(one)): Way | null {
    const half = one === 'move' ? moved(this, true) : first && halved(first);
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
