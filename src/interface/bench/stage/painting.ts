// Has the stage painted by its worker: the newest state wins, and what it learns of texts comes back.
import { isPhoto } from '../../../core/kinds/layers';
import type { Piece } from '../../../core/piece/schema';
import { attachStage, earlyCanvas, latest, onStageRestart, stageWorker } from '../../../workers/clients';
import { paintedAt } from '../../../workers/fitting';
import type { Painted, Shown } from '../../../workers/stage';
import { useBrush } from '../state/brush';
import { paintingIs } from '../state/painting-now';
import { shownOf, useBench } from '../state/store';
import { marksNow } from './marks';

type Show = Parameters<ReturnType<typeof stageWorker>['show']>;
const show = latest((...args: Show) => stageWorker().show(...args));

const RETRY = 2000;
/** How long no letter may come before a text is painted exactly, ms. */
const REST = 250;

let retry: ReturnType<typeof setTimeout> | null = null;
/** What the painting worker told last. */
let known: { n: number; painted: Painted } | null = null;
let stageKey = '';
/** Canvas pixels to one pixel of the size; 0 until that is known. */
let scale = 0;
/** Is nothing to be seen yet? */
let blank = true;

/** How much of what was removed shows while somebody paints on a cut-out. */
const GHOST = 0.28;
let ghosts: { piece: Piece; of: string; made: Piece } | null = null;
/** While a cut-out is painted on, what was removed shows faintly and grey, so that one sees where to keep or remove. */
function ghosted(shown: Shown): Shown {
  const { layer: of } = useBrush.getState();
  if (of === null) return shown;
  const { piece } = shown;
  if (ghosts?.piece !== piece || ghosts.of !== of) {
    const slides = piece.slides.map((slide) => ({
      ...slide,
      layers: slide.layers.flatMap((l) =>
        l.id === of && isPhoto(l) && l.cut?.on
          ? [
              {
                ...l,
                id: `${l.id}-ghost`,
                cut: null,
                room: null,
                shadows: [],
                opacity: l.opacity * GHOST,
                tone: { ...l.tone, grey: { ...l.tone.grey, on: true } },
              },
              l,
            ]
          : [l],
      ),
    }));
    ghosts = { piece, of, made: { ...piece, slides } };
  }
  return { ...shown, piece: ghosts.made };
}

// Milliseconds since the page was asked for; read by the bench.
const seen = (): string => (document.documentElement.dataset.firstSeen ??= performance.now().toFixed(1));

/** A slide whose photos are not there yet is seen by small copies of them first. */
function glance(): void {
  const s = useBench.getState();
  if (stageKey && scale)
    stageWorker()
      .glance(stageKey, shownOf(s, s.time), scale)
      .then(
        (did) => did && seen(),
        // It is painted soon.
        () => {},
      );
}

async function paint(draft: boolean): Promise<void> {
  const s = useBench.getState();
  if (!stageKey || !scale || !s.piece) return;
  try {
    const asked = show(stageKey, ghosted(shownOf(s, s.time)), scale, draft, s.editing, marksNow(s), known?.n);
    paintingIs(asked);
    const told = await asked;
    if (told) {
      const { n, painted } = told,
        now = useBench.getState();
      if (painted) known = { n, painted };
      // A text that only moved has the frame it had: nothing is told, nothing to draw again.
      if (painted || !now.painted || now.paintedSlide !== s.slideId)
        useBench.setState({ ...known?.painted, painted: true, paintedSlide: s.slideId });
      const { dataset } = document.documentElement;
      dataset.painted = String(Number(dataset.painted ?? 0) + 1);
      seen();
      dataset.firstPainted ??= performance.now().toFixed(1);
    }
  } catch (e) {
    // A font that could not be fetched, for one: the server may be away for a moment.
    console.error(e);
    if (retry) clearTimeout(retry);
    retry = setTimeout(() => void paint(false), RETRY);
  }
}

/** Sets how many canvas pixels are painted to one pixel of the size. @param density device pixels to a CSS pixel */
export function setPaintScale(
  cssScale: number,
  size: { width: number; height: number },
  density = window.devicePixelRatio,
): void {
  const next = paintedAt(cssScale, size, density);
  if (Math.abs(next - scale) < 1e-6) return;
  scale = next;
  // Quickly first, so that there is something to see; exactly right after.
  if (blank) {
    glance();
    void paint(true);
  }
  blank = false;
  void paint(false);
}

/** Canvas pixels that are painted to one pixel of the size. */
export const paintScale = (): number => scale;

/** Puts a canvas into the host and keeps it painted. @returns a function that takes it away */
export function keepPainting(host: HTMLElement): () => void {
  let canvas: HTMLCanvasElement | null = null;
  let key = (stageKey = `stage-${performance.now()}`);
  const place = (next: HTMLCanvasElement): void => {
    next.style.cssText = 'display:block;width:100%;height:100%';
    canvas?.remove();
    host.prepend(next);
    canvas = next;
  };
  const attach = async (): Promise<void> => {
    const next = document.createElement('canvas');
    const attached = attachStage(key, next.transferControlToOffscreen());
    place(next);
    await attached;
  };
  const early = earlyCanvas();
  if (early) {
    key = stageKey = early.key;
    place(early.canvas);
  }
  blank = !early;
  scale = 0;
  if (!early) void attach();
  // A canvas that was given to a worker is lost with it.
  const stopRestart = onStageRestart(async () => {
    await attach();
    void paint(false);
  });
  let rest: ReturnType<typeof setTimeout> | undefined;
  const stop = useBench.subscribe((now, before) => {
    if (
      now.piece !== before.piece ||
      now.slideId !== before.slideId ||
      now.sizeId !== before.sizeId ||
      now.editing !== before.editing ||
      now.dragging !== before.dragging ||
      now.playing !== before.playing ||
      now.preview !== before.preview ||
      now.time !== before.time ||
      now.epoch !== before.epoch
    ) {
      clearTimeout(rest);
      if (now.slideId !== before.slideId) glance();
      const typing = now.editing !== null && now.editing === before.editing;
      // What plays is painted as quickly as what is dragged.
      void paint(now.dragging !== false || typing || now.playing);
      // What was painted quickly between letters is painted exactly once there is rest.
      if (typing) rest = setTimeout(() => void paint(false), REST);
    }
  });
  const stopBrush = useBrush.subscribe((now, before) => void (now.layer !== before.layer && paint(false)));
  return () => {
    stop();
    stopBrush();
    clearTimeout(rest);
    stopRestart();
    canvas?.remove();
    void stageWorker().detach(key);
    if (stageKey === key) stageKey = '';
  };
}
