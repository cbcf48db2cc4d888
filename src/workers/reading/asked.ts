// What all questions to the measuring worker share: what it paints with, the slide a question is about, and making way
// for a newer one.
import { moves, pieceOfMoments } from '../../core/piece/moments';
import { sizeOf, slideOf, slidesOf } from '../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../core/piece/schema';
import type { Load } from '../../core/reading/over-time';
import { stillsAtWidths } from '../../core/reading/over-widths';
import { hardestMoments } from '../../core/remedy/over-time';
import { BrowserStudio } from '../browser-studio';
import type { Shown } from '../stage';

export const studio = new BrowserStudio();
export const { painter } = studio;

const newest: Record<string, number> = {};

const channel = new MessageChannel();
const waiting: (() => void)[] = [];
channel.port1.onmessage = () => waiting.shift()?.();

/** Lets messages in, so that a newer question is noticed. */
export const breathe = (): Promise<void> =>
  new Promise((resolve) => {
    waiting.push(resolve);
    channel.port2.postMessage(null);
  });

/** Takes a place as the newest question of a kind; the answer says whether that is still so. */
export function begin(kind: string): () => boolean {
  const mine = (newest[kind] = (newest[kind] ?? 0) + 1);
  return () => newest[kind] === mine;
}

/** Runs to its end with room for messages between its steps; null as soon as it is not wanted any more. */
export async function breathing<T>(run: Generator<void, T>, wanted: () => boolean): Promise<T | null> {
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
    await breathe();
    if (!wanted()) return null;
  }
}

/** The slide a question is about, with all it needs to be painted. */
export async function open(scene: Shown): Promise<{ piece: Piece; slide: Slide; size: Size }> {
  const slide = slideOf(scene.piece, scene.slide);
  const size = sizeOf(scene.piece, scene.size);
  await studio.prepare(scene.piece, slide, size);
  return { piece: scene.piece, slide, size };
}

/** As `open`, with all pictures of a slideshow at hand. */
export async function openShow(scene: Shown): ReturnType<typeof open> {
  const opened = await open(scene);
  await studio.prepareAll(opened.piece, stillsAtWidths(opened.slide), opened.size);
  return opened;
}

export const loadFor =
  (piece: Piece, size: Size): Load =>
  (slides) =>
    studio.prepareAll(piece, slides, size);

/** As `open`; or all slides of the piece. */
export async function openAll(scene: Shown, all: boolean): Promise<{ piece: Piece; slides: Slide[]; size: Size }> {
  const { piece, slide, size } = await open(scene);
  if (!all) return { piece, slides: [slide], size };
  // A slide where something moves is its hardest moments.
  const taken: Slide[] = [];
  for (const s of slidesOf(piece))
    taken.push(
      ...(moves(s)
        ? pieceOfMoments(piece, s.id, await hardestMoments(painter, piece, s, size, loadFor(piece, size))).slides
        : [s]),
    );
  await studio.prepareAll(piece, taken, size);
  return { piece: { ...piece, slides: taken }, slides: taken, size };
}

/** Everything that all slides of a piece need. */
export const prepareWhole = (piece: Piece): Promise<void> => studio.prepareAll(piece, slidesOf(piece), piece.sizes[0]);

let questions = 0;
/** Notes that something was asked. */
export const countQuestion = (): void => void questions++;
/** Questions that came so far. */
export const questionsSoFar = (): number => questions;
