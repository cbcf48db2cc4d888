// Plays what moves on the slide: the moment that shows follows the clock, while nothing is dragged or typed.
import { moves, slideAt, turnOf } from '../../../core/piece/moments';
import type { Slide } from '../../../core/piece/schema';
import { createPerPiece } from '../state/per-piece';
import { useWays } from '../measuring/ways';
import { type BenchState, currentSlide, useBench } from '../state/store';

const state = useBench.getState;

/** Somebody stopped it: it stays so on other slides too. */
export const usePaused = createPerPiece<{ paused: boolean }>(() => ({ paused: false }));

const still = (): boolean => window.matchMedia('(prefers-reduced-motion: reduce)').matches;
const slideNow = (s: BenchState) => currentSlide({ piece: s.preview ?? s.piece, slideId: s.slideId });
/** With few cores, what is solved comes before what plays. */
const FEW = 2;
const solving = (): boolean => useWays.getState().running && navigator.hardwareConcurrency <= FEW;
const busy = (s: BenchState): boolean => s.dragging !== false || s.editing !== null || document.hidden || solving();

let frame = 0;
/** When, on the clock, the slide was at its beginning, ms. */
let began = 0;

function step(now: number): void {
  frame = 0;
  const s = state();
  if (!s.playing) return;
  const slide = slideNow(s);
  if (!moves(slide)) return void useBench.setState({ playing: false, time: null });
  if (busy(s)) began = now - (s.time ?? 0);
  else {
    const { length } = turnOf(slide),
      time = (((now - began) % length) + length) % length;
    if (s.time === null || slideAt(slide, time) !== slideAt(slide, s.time)) useBench.setState({ time });
  }
  frame = requestAnimationFrame(step);
}

export function play(): void {
  if (state().playing) return;
  usePaused.setState({ paused: false });
  began = performance.now() - (state().time ?? 0);
  useBench.setState({ playing: true });
  frame ||= requestAnimationFrame(step);
}

export function pause(): void {
  usePaused.setState({ paused: true });
  useBench.setState({ playing: false });
}

/** A slideshow waits until it is asked for: what is worked on is one of its pictures. */
const playsByItself = (slide: Slide): boolean => moves(slide) && !slide.show;

/** Plays or stops. @returns false where nothing moves */
export function togglePlaying(): boolean {
  if (!moves(slideNow(state()))) return false;
  if (state().playing) pause();
  else play();
  return true;
}

/** Shows one moment, ms. */
export function showMoment(time: number): void {
  pause();
  useBench.setState({ time });
}

/** Plays slides that move as they are opened, unless less motion is wanted. @returns a function that stops it */
export function keepPlaying(): () => void {
  const begin = (s: BenchState): void => {
    if (
      s.painted &&
      !s.playing &&
      s.time === null &&
      !usePaused.getState().paused &&
      playsByItself(slideNow(s)) &&
      // Asked of the browser last, since it takes longest to say.
      !still()
    )
      play();
    // What moved is gone, or stands still: its own picture shows.
    else if (s.time !== null && !moves(slideNow(s))) useBench.setState({ playing: false, time: null });
  };
  begin(state());
  const stop = useBench.subscribe((now, before) => {
    if (now.piece !== before.piece || now.slideId !== before.slideId || now.painted !== before.painted) begin(now);
  });
  return () => {
    stop();
    cancelAnimationFrame(frame);
    frame = 0;
    useBench.setState({ playing: false, time: null });
  };
}
