// What is drawn over the stage while something is dragged on it: where it goes, and what the worker that paints is told
// of it with every picture.
import type { Distance } from '../../../core/arrange/snap';
import { attachMarks, onStageRestart } from '../../../workers/clients';
import type { Marks, MarksPlace } from '../../../workers/marks';
import { isMoving } from '../state/at-rest';
import { type BenchState, currentSize, currentSlide, frameOf, placedLayers } from '../state/store';

type Lines = Omit<Marks, 'frames'>;
const NONE: Lines = { vertical: [], horizontal: [], distances: [] };
let lines = NONE;
let host: HTMLElement | null = null;
/** The element the slide is shown in. */
let slideHost: HTMLElement | null = null;

/** Shows lines and distances with the next picture; places are pixels of the size. */
export function showLines({ vertical = [], horizontal = [], distances = [] }: Partial<Lines>): void {
  lines = vertical.length || horizontal.length || distances.length ? { vertical, horizontal, distances } : NONE;
  say(distances);
}
export function hideLines(): void {
  lines = NONE;
  say(null);
}
/** How many distances there are, for those who look at the page. */
function say(distances: readonly Distance[] | null): void {
  if (!host) return;
  const { dataset } = host,
    count = distances && String(distances.length);
  if (count === null) delete dataset.distances;
  else if (dataset.distances !== count) dataset.distances = count;
}

/** Where they are drawn: the slide may be scrolled or zoomed beneath what is held. */
function placeOf(s: BenchState): MarksPlace | null {
  if (!host || !slideHost) return null;
  const whole = host.getBoundingClientRect(),
    slide = slideHost.getBoundingClientRect();
  return {
    width: whole.width,
    height: whole.height,
    slide: { x: slide.left - whole.left, y: slide.top - whole.top, width: slide.width, height: slide.height },
    scale: slide.width / currentSize(s).width,
    density: window.devicePixelRatio,
  };
}

/** What is to be drawn with the picture of this state, and where; null where nothing is. */
export function marksNow(s: BenchState): { marks: Marks; place: MarksPlace } | null {
  if (s.dragging !== 'stage') return null;
  const moved = isMoving(s)
    ? placedLayers(s.piece, currentSlide(s), currentSize(s), s.followers).filter(
        (l) => l.visible && s.selection.includes(l.id),
      )
    : [];
  if (!moved.length && lines === NONE) return null;
  const place = placeOf(s);
  return (
    place && {
      marks: { ...lines, frames: moved.map((l) => ({ box: frameOf(l, s.texts), rotation: l.rotation })) },
      place,
    }
  );
}

/**
 * Puts a canvas for them into an element that lies over the stage.
 * @param slide the element the slide is shown in
 * @returns a function that takes it away
 */
export function keepMarks(over: HTMLElement, slide: HTMLElement): () => void {
  host = over;
  slideHost = slide;
  const attach = (): Promise<void> => {
    const canvas = document.createElement('canvas');
    canvas.width = canvas.height = 1;
    over.replaceChildren(canvas);
    return attachMarks(canvas.transferControlToOffscreen());
  };
  void attach().catch(() => {});
  // A canvas that was given to a worker is lost with it.
  const stopRestart = onStageRestart(attach);
  return () => {
    stopRestart();
    over.replaceChildren();
    if (host === over) host = slideHost = null;
  };
}
