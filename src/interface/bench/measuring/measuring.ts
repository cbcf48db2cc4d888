// Keeps the readings up to date: asked again at every change, the newest question winning.
import type { Seeing } from '../../../core/colour/seeing';
import { latest, readingWorker } from '../../../workers/clients';
import { seeingNow, useEyes } from '../state/eyes';
import { shownOf, useBench } from '../state/store';

const ask = latest((scene: ReturnType<typeof shownOf>, letters: boolean, seeing: Seeing) =>
  readingWorker().readings(scene, letters, seeing),
);

const RETRY = 2000;
let stopped = true;

async function measure(): Promise<void> {
  try {
    const s = useBench.getState();
    // Letter by letter only where letters are shown: it is much more to send.
    const readings = await ask(shownOf(s), s.view === 'letters', seeingNow());
    if (readings) useBench.setState({ readings, unmeasured: null });
  } catch (e) {
    if ((e as Error).name === 'TooMuchWork') {
      // Asked again it would be the same: it is said, and asked with the next change.
      useBench.setState({ readings: [], unmeasured: (e as Error).message });
      return;
    }
    console.error(e);
    setTimeout(() => stopped || void measure(), RETRY);
  }
}

/** Begins measuring the opened piece. @returns a function that stops it */
export function keepMeasuring(): () => void {
  stopped = false;
  // The picture comes first: both workers would share what the machine has. It may have been painted before the bench
  // was there.
  if (useBench.getState().painted || document.documentElement.dataset.firstPainted) void measure();
  const stop = useBench.subscribe((now, before) => {
    if (!now.painted) return;
    if (
      !before.painted ||
      now.piece !== before.piece ||
      now.preview !== before.preview ||
      now.epoch !== before.epoch ||
      now.slideId !== before.slideId ||
      now.sizeId !== before.sizeId ||
      now.view !== before.view
    )
      void measure();
  });
  const stopSeeing = useEyes.subscribe(() => {
    if (useBench.getState().painted) void measure();
  });
  return () => {
    stopped = true;
    stop();
    stopSeeing();
  };
}
