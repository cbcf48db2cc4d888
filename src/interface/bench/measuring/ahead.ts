// Solved before it is asked for, while nobody touches anything: the best way for a text that is not Clear. Where
// nothing is needed, solvers are only made ready: starting one and fitting the photo take longer than solving.
import { firstSolvers, solverWorkers } from '../../../workers/clients';
import { report } from '../../shared/report';
import { whenRested } from '../../shared/when-rested';
import { areMeantClear, meantTexts, plannedBy } from '../commands/chosen-treatment';
import { usePanels } from '../state/panels';
import { shownOf, useBench } from '../state/store';
import {
  cancelWays,
  coloursNow,
  paintWays,
  PICTURE_WIDTH,
  solvedPicture,
  solveRest,
  solveWays,
  useWays,
  waysKnown,
} from './ways';

/** How long all must have been still, ms; on a piece just opened nothing is waited for. */
const STILL = 1200;
/** What can be taken at once comes before its pictures, ms. */
const MOMENT = 300;
/** Parts of the page that wait for what is solved: touching them does not give it up. */
const SOLVING = '[data-solving]';
/** Something lies over the bench. */
const DIALOG = '[aria-modal="true"]';
let warm = new Set<string>();
/** What runs was begun here, not asked for. */
let unasked = false;

/** @returns whether there is more to do once nothing was touched for a moment */
async function goAhead(): Promise<boolean> {
  const s = useBench.getState(),
    w = useWays.getState();
  if (!s.readings.length || s.dragging || s.editing !== null || s.preview || document.hidden || w.running || s.looked)
    return false;
  // A dialog has questions of its own, and hides what could be pressed; closing it is an input.
  if (document.querySelector(DIALOG)) return false;
  const texts = meantTexts(s);
  if (!areMeantClear(s) && plannedBy(s) === 'best' && !waysKnown(w, texts)) {
    unasked = true;
    await solveWays(texts, false, false, false).finally(() => (unasked = false));
    // Else it was given up, or failed.
    return waysKnown(useWays.getState(), texts);
  }
  if (waysKnown(w, texts)) {
    unasked = true;
    await solveRest(texts).finally(() => (unasked = false));
    await paintWays();
  }
  const key = solvedPicture();
  if (warm.has(key)) return false;
  warm.add(key);
  try {
    const scene = shownOf({ ...s, preview: null }),
      colours = await coloursNow();
    for (const worker of solverWorkers()) await worker.warm(scene, PICTURE_WIDTH, colours);
  } catch (e) {
    // Asked for in earnest it is tried again, and said if it fails.
    warm.delete(key);
    report(e);
  }
  return false;
}

/**
 * While the first readings are taken a second solver starts, gets the photo and finds its colours: solving begins with
 * them.
 */
function beginSolver(): void {
  const [, second] = firstSolvers();
  second?.hold(shownOf({ ...useBench.getState(), preview: null })).catch(() => {});
  void coloursNow();
}

/** Begins watching the opened piece. @returns a function that stops it */
export function keepAhead(): () => void {
  warm = new Set();
  let begun = false,
    touched = false;
  const rested = whenRested(() => void goAhead().then((more) => more && later(MOMENT)));
  const later = (ms = touched ? STILL : 0): void => {
    if (usePanels.getState().workAhead) rested.after(ms);
    else rested.stop();
  };
  const touch = (e: Event): void => {
    touched = true;
    if (e.target instanceof Element && e.target.closest(SOLVING)) return;
    if (unasked) cancelWays();
    later();
  };
  const stop = useBench.subscribe((now, before) => {
    if (now.piece !== before.piece) touched = true;
    if (now.painted && !begun) {
      begun = true;
      if (usePanels.getState().workAhead) beginSolver();
    }
    if (
      now.painted &&
      (now.piece !== before.piece ||
        now.readings !== before.readings ||
        now.dragging !== before.dragging ||
        now.editing !== before.editing ||
        now.preview !== before.preview ||
        now.selection !== before.selection ||
        now.slideId !== before.slideId ||
        now.sizeId !== before.sizeId)
    )
      later();
  });
  const stopHabit = usePanels.subscribe((now, before) => {
    if (now.workAhead === before.workAhead) return;
    if (!now.workAhead && unasked) cancelWays();
    later();
  });
  const inputs = ['pointerdown', 'keydown', 'wheel'] as const;
  for (const i of inputs) globalThis.addEventListener?.(i, touch, { capture: true, passive: true });
  return () => {
    stop();
    stopHabit();
    rested.stop();
    for (const i of inputs) globalThis.removeEventListener?.(i, touch, { capture: true });
  };
}
