// Solvers made ready before they are asked: starting a worker, decoding and fitting the photo take longer than solving
// does. It is done when nobody has touched anything for a moment, one worker after the other.
import { assetsOf } from '../../../core/piece/resolve';
import { solverWorkers } from '../../../workers/clients';
import { currentSlide, shownOf, useBench } from '../state/store';
import { PICTURE_WIDTH, useWays } from './ways';

/** How long all must have been still, ms. */
const STILL = 1200;
let warm = new Set<string>();

/** What solvers keep from one question to the next: pictures, fitted to the size. */
function keyOf(): string {
  const s = useBench.getState();
  return JSON.stringify([assetsOf({ ...s.piece, slides: [currentSlide(s)] }), s.sizeId]);
}

async function warmSolvers(): Promise<void> {
  const s = useBench.getState(),
    key = keyOf();
  if (
    warm.has(key) ||
    !s.readings.length ||
    s.dragging ||
    s.editing !== null ||
    document.hidden ||
    useWays.getState().running
  )
    return;
  warm.add(key);
  try {
    const scene = shownOf({ ...s, preview: null });
    for (const worker of solverWorkers()) await worker.warm(scene, PICTURE_WIDTH);
  } catch (e) {
    // Asked for in earnest it is tried again, and said if it fails.
    warm.delete(key);
    console.error(e);
  }
}

/** Begins watching the opened piece. @returns a function that stops it */
export function keepSolversWarm(): () => void {
  warm = new Set();
  let timer: ReturnType<typeof setTimeout> | undefined;
  const later = (): void => {
    clearTimeout(timer);
    timer = setTimeout(() => void warmSolvers(), STILL);
  };
  const stop = useBench.subscribe((now, before) => {
    if (
      now.painted &&
      (now.piece !== before.piece ||
        now.readings !== before.readings ||
        now.dragging !== before.dragging ||
        now.editing !== before.editing ||
        now.slideId !== before.slideId ||
        now.sizeId !== before.sizeId)
    )
      later();
  });
  return () => {
    stop();
    clearTimeout(timer);
  };
}
