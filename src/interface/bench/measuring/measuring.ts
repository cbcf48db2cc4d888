// Keeps the readings up to date: asked again at every change, the newest question winning. Where something moves, frame
// after frame is looked at, those that were worst before first, and the worst of them is what is shown.
import type { Seeing } from '../../../core/colour/seeing';
import { isPhoto } from '../../../core/kinds/layers';
import { differentMoments, moves } from '../../../core/piece/moments';
import type { Show } from '../../../core/piece/schema';
import { placeInShow } from '../../../core/piece/slideshow';
import type { Reading } from '../../../core/reading/read';
import { marginOfReading, type TimedReading, worstOf } from '../../../core/reading/over-time';
import { latest, readingWorker } from '../../../workers/clients';
import { seeingNow, useEyes } from '../state/eyes';
import { whenPainted } from '../state/painting-now';
import { type BenchState, currentSlide, shownOf, useBench } from '../state/store';

const ask = latest((scene: ReturnType<typeof shownOf>, letters: boolean, seeing: Seeing) =>
  readingWorker().readings(scene, letters, seeing),
);

const askMarks = latest((scene: ReturnType<typeof shownOf>) => readingWorker().marks(scene));

/** Reads the pictures in the message, once the texts are read: they change less often, and nothing waits for them. */
async function measureMarks(): Promise<void> {
  const s = useBench.getState(),
    slide = currentSlide({ piece: s.preview ?? s.piece, slideId: s.slideId });
  if (s.dragging) return;
  if (!slide.layers.some((l) => isPhoto(l) && l.band === 'message' && l.visible)) {
    if (s.marks.length) useBench.setState({ marks: [] });
    return;
  }
  const marks = await askMarks(shownOf(s)),
    now = useBench.getState();
  if (marks && now.slideId === s.slideId && now.sizeId === s.sizeId) useBench.setState({ marks });
}

const RETRY = 2000;
/** How often what was found so far is shown, in frames. */
const SHOWN_EVERY = 8;
/** How many moments are remembered as hard ones. */
const HARDEST = 4;
let stopped = true;
let newest = 0;
/** The hardest moments of slides that were looked at in all of them, ms, the hardest first. */
const hardest = new Map<string, number[]>();

/** The hardest moments of the slide, where they are known. */
export const hardestNow = (): number[] | undefined => hardest.get(useBench.getState().slideId);

async function measure(): Promise<void> {
  const mine = ++newest;
  try {
    const s = useBench.getState(),
      slide = currentSlide({ piece: s.preview ?? s.piece, slideId: s.slideId }),
      // Letter by letter only where letters are shown: it is much more to send.
      letters = s.view === 'letters';
    if (!slide.show && Object.keys(s.pictures).length) useBench.setState({ pictures: {} });
    if (!moves(slide)) {
      const readings = await ask(shownOf(s), letters, seeingNow());
      // Of what is dragged every answer is shown, of another slide none.
      const now = useBench.getState();
      if (readings && now.slideId === s.slideId && now.sizeId === s.sizeId)
        useBench.setState({ readings, looked: null, unmeasured: null });
      if (mine === newest) await measureMarks();
      return;
    }
    const all = differentMoments(slide),
      first = (hardest.get(s.slideId) ?? []).filter((t) => all.includes(t)),
      times = [...first, ...all.filter((t) => !first.includes(t))];
    let worst: TimedReading[] = [];
    const margins: { time: number; margin: number }[] = [];
    for (const [i, time] of times.entries()) {
      const readings = await ask(shownOf(s, time), letters, seeingNow());
      const overtaken = mine !== newest;
      if (!readings || (overtaken && i > 0)) return;
      if (overtaken) {
        // Of what is dragged every first answer is shown: that of the moment which was hardest.
        const now = useBench.getState();
        if (now.slideId === s.slideId && now.sizeId === s.sizeId)
          useBench.setState({ readings: readings.map((r) => ({ ...r, time })) });
        return;
      }
      if (slide.show) tellPicture(slide.show, time, readings);
      margins.push({ time, margin: Math.min(Infinity, ...readings.map(marginOfReading)) });
      worst = worstOf(
        worst,
        readings.map((r) => ({ ...r, time })),
      );
      const done = i + 1;
      if (done === times.length || done === Math.max(1, first.length) || done % SHOWN_EVERY === 0)
        useBench.setState({
          readings: worst,
          unmeasured: null,
          looked: done < times.length ? { done, of: times.length } : null,
        });
    }
    hardest.set(
      s.slideId,
      margins
        .sort((a, b) => a.margin - b.margin)
        .slice(0, HARDEST)
        .map((m) => m.time),
    );
  } catch (e) {
    if ((e as Error).name === 'TooMuchWork') {
      // Asked again it would be the same: it is said, and asked with the next change.
      useBench.setState({ readings: [], looked: null, unmeasured: (e as Error).message });
      return;
    }
    console.error(e);
    setTimeout(() => stopped || void measure(), RETRY);
  }
}

/**
 * How often is measured while something is dragged, and while letters come, ms: more numbers nobody reads, and the
 * picture, which shares the processors with them, comes first.
 */
const PACE = { drag: 33, type: 300 };
const paceOf = ({ dragging, editing }: BenchState): number => (dragging ? PACE.drag : editing !== null ? PACE.type : 0);
let due = false,
  measured = -Infinity;
/** Measures once the change is on the stage: workers would share what the machine has, and the picture comes first. */
function measureSoon(): void {
  // What is being looked at is the past.
  newest++;
  if (due) return;
  due = true;
  void whenPainted().then(async () => {
    const early = measured + paceOf(useBench.getState()) - performance.now();
    if (early > 0) await new Promise((go) => setTimeout(go, early));
    due = false;
    measured = performance.now();
    if (!stopped) void measure();
  });
}

/** Keeps the weakest reading of what shows at a moment of a slideshow. */
function tellPicture(show: Show, time: number, readings: readonly Reading[]): void {
  const { at, share } = placeInShow(show, time),
    { slide } = show.pictures[at],
    [weakest] = [...readings].sort((a, b) => marginOfReading(a) - marginOfReading(b));
  useBench.setState(({ pictures }) => ({
    pictures: { ...pictures, [slide]: { ...pictures[slide], [share ? 'next' : 'alone']: weakest } },
  }));
}

/** Begins measuring the opened piece. @returns a function that stops it */
export function keepMeasuring(): () => void {
  stopped = false;
  hardest.clear();
  // It may have been painted before the bench was there.
  if (useBench.getState().painted || document.documentElement.dataset.firstPainted) measureSoon();
  const stop = useBench.subscribe((now, before) => {
    if (!now.painted) return;
    if (
      !before.painted ||
      now.piece !== before.piece ||
      (before.dragging !== false && now.dragging === false) ||
      now.preview !== before.preview ||
      now.epoch !== before.epoch ||
      now.slideId !== before.slideId ||
      now.sizeId !== before.sizeId ||
      now.view !== before.view
    )
      measureSoon();
  });
  const stopSeeing = useEyes.subscribe(() => {
    if (useBench.getState().painted) measureSoon();
  });
  return () => {
    stopped = true;
    newest++;
    stop();
    stopSeeing();
  };
}
