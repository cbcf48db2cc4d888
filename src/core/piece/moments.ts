// A slide in time. Its moving pictures show another frame from moment to moment, a section's slideshow another picture;
// at each of them it is a slide like any other, and several moments are like several slides: what holds for all slides
// at once holds for all frames and pictures.
import { isPhoto, type Layer } from '../kinds/layers';
import type { PhotoLayer } from '../kinds/photo';
import { changesOf, frameAt, lengthOf } from '../photo/motion';
import type { Motion } from '../values/motion';
import { MOST_FRAMES } from '../values/plain';
import { slideSeen } from './guests';
import type { Piece, Slide } from './schema';
import { lengthOfShow, momentsOfShow, placeInShow, slideInShow } from './slideshow';

type Moving = PhotoLayer & { motion: Motion };
export const isMoving = (l: Layer): l is Moving => isPhoto(l) && Boolean(l.motion?.on);

const shownMoving = (slide: Slide): Moving[] =>
  [...slide.layers, ...(slide.show?.pictures.slice(1).flatMap((p) => p.layers) ?? [])].filter(
    (l): l is Moving => l.visible && isMoving(l),
  );

/** Does anything move on a slide, or do several pictures show behind its message? */
export const moves = (slide: Slide): boolean => (slide.show?.pictures.length ?? 1) > 1 || shownMoving(slide).length > 0;

/** One turn of a slide: when it looks different, and how long it all takes, ms. */
export interface Turn {
  moments: number[];
  length: number;
}

/**
 * When a slide looks different, in one turn of its longest clip; shorter ones are played again meanwhile. A slide where
 * nothing moves has one moment, and takes no time.
 */
export function turnOf(slide: Slide): Turn {
  let known = turns.get(slide);
  if (!known) turns.set(slide, (known = foundTurn(slide)));
  return known;
}

/** Asked for at every frame that plays. */
const turns = new WeakMap<Slide, Turn>();
function foundTurn(slide: Slide): Turn {
  const moving = shownMoving(slide),
    show = moves(slide) ? slide.show : undefined;
  if (!moving.length) return show ? { moments: momentsOfShow(show), length: lengthOfShow(show) } : STILL;
  const length = show ? lengthOfShow(show) : Math.max(...moving.map((l) => lengthOf(l.motion))),
    changes = [...(show ? momentsOfShow(show) : []), ...moving.flatMap((l) => changesOf(l.motion, length))];
  const all = [...new Set(changes.map((t) => Math.round(t * 1000) / 1000))]
    .sort((a, b) => a - b)
    // Changes that nobody could tell apart are one.
    .filter((t, i, times) => i === 0 || t - times[i - 1] >= 1);
  const n = Math.min(all.length, MOST_FRAMES);
  return { moments: Array.from({ length: n }, (_, i) => all[Math.floor((i * all.length) / n)]), length };
}

const STILL: Turn = { moments: [0], length: 0 };

const inShow = new WeakMap<Slide, Map<string, Slide>>();

/** A looked-at slide at a time, ms: what shows behind its message, each moving picture as the frame that shows. */
export function slideAt(slide: Slide, time: number): Slide {
  const { show } = slide;
  if (!show) return frozenAt(slide, time);
  const { at, share } = placeInShow(show, time),
    key = `${at} ${share}`;
  let known = inShow.get(slide);
  if (!known) inShow.set(slide, (known = new Map()));
  let shown = known.get(key);
  if (!shown) known.set(key, (shown = slideInShow(slide, time)));
  return frozenAt(shown, time);
}

const stills = new WeakMap<Slide, Map<string, Slide>>();

function frozenAt(slide: Slide, time: number): Slide {
  if (!slide.layers.some(isMoving)) return slide;
  const shown = slide.layers.map((l) => (isMoving(l) ? frameAt(l.motion, time) : -1)),
    key = slide.layers.map((l, i) => (isMoving(l) ? l.motion.frames[shown[i]].asset : '')).join();
  let known = stills.get(slide);
  if (!known) stills.set(slide, (known = new Map()));
  let still = known.get(key);
  if (!still) {
    const layers = slide.layers.map((l, i): Layer => (isMoving(l) ? stillOf(l, shown[i]) : l));
    known.set(key, (still = { ...slide, layers }));
  }
  return still;
}

const stillOf = (l: Moving, frame: number): PhotoLayer => ({ ...l, asset: l.motion.frames[frame].asset, motion: null });

/** Times at which a slide shows what it showed at no time before: one for each different picture, ms. */
export function differentMoments(slide: Slide): number[] {
  const seen = new Set<Slide>();
  return turnOf(slide).moments.filter((t) => {
    const still = slideAt(slide, t);
    return !seen.has(still) && seen.add(still);
  });
}

/** The slide that a moment made a slide of its own belongs to. */
export const momentOf = (id: string | null): string | null => id && id.split('@')[0];

/** A piece whose slides are given moments of one of its slides, so that one answer can be asked for all of them. */
export function pieceOfMoments(piece: Piece, slideId: string, times: readonly number[]): Piece {
  const at = piece.slides.findIndex((s) => s.id === slideId),
    slide = slideSeen(piece, at);
  return {
    ...piece,
    slides: times.map((time, i) => ({
      ...slideAt(slide, time),
      id: i === 0 ? slideId : `${slideId}@${i}`,
      at: slide.at ?? at,
    })),
  };
}
