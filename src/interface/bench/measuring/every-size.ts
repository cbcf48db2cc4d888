// Solve every size: sizes are shared out among the workers that solve; what follows for all of them is planned here,
// and the whole is one undo step.
import { nanoid } from 'nanoid';
import { create } from 'zustand';
import { moves } from '../../../core/piece/moments';
import { backdropPhoto, slideOf, textsIn } from '../../../core/piece/resolve';
import { isSlideshow } from '../../../core/piece/slideshow';
import type { Piece, Slide } from '../../../core/piece/schema';
import { choose, offersFor, type Price, type SizeAnswer, type Survey } from '../../../core/remedy/every-size';
import { sharedOut } from '../../../core/ground/shared-out';
import type { Shown } from '../../../workers/stage';
import { solverWorkers } from '../../../workers/clients';
import { inWords } from '../../shared/api';
import { paletteOf } from '../../shared/assets';
import { report } from '../../shared/report';
import { whenLeft } from '../state/per-piece';
import { edit, settle, useBench } from '../state/store';

interface Solving {
  /** Counts questions; what an older one finds is dropped. */
  question: number;
  running: boolean;
  /** Steps of work: three of each size of each slide. */
  done: number;
  of: number;
  /** One by one, as they are known. */
  answers: SizeAnswer[];
  /** Slides that were left as they are, and why. */
  left: { slide: string; why: string }[];
  failed: string | null;
}
const RESTING = { running: false, done: 0, of: 0, answers: [], left: [], failed: null };
export const useSolvingSizes = create<Solving>(() => ({ question: 0, ...RESTING }));
const set = useSolvingSizes.setState;

/** Stops solving; nothing was changed. */
export function stopSolving(): void {
  const { question, running } = useSolvingSizes.getState();
  set({ question: question + 1, ...RESTING });
  if (running) for (const w of solverWorkers()) void w.stopSizes();
}
whenLeft(stopSolving);

type Worker = ReturnType<typeof solverWorkers>[number];

/**
 * Runs something for each size, the largest first, each in the worker that has it. @returns null where it was stopped
 */
async function everywhere<T>(
  sizes: readonly string[],
  workerOf: (size: string, free: Worker) => Worker,
  run: (worker: Worker, size: string) => Promise<T | null>,
): Promise<Map<string, T> | null> {
  const found = await sharedOut(
    solverWorkers(),
    sizes,
    async (worker, size) => {
      const one = await run(worker, size);
      set((s) => ({ done: s.done + 1 }));
      return one;
    },
    undefined,
    (free, size) => workerOf(size, free) === free,
  );
  return found && new Map(sizes.map((size, i) => [size, found[i]]));
}

/** One slide in all sizes. @returns null where it was stopped */
async function solveSlide(question: number, piece: Piece, slide: Slide): Promise<Slide | null> {
  const current = (): boolean => useSolvingSizes.getState().question === question;
  const area = (id: string): number => {
    const { width, height } = piece.sizes.find((s) => s.id === id)!;
    return width * height;
  };
  const sizes = piece.sizes.map((s) => s.id).sort((a, b) => area(b) - area(a)),
    own = new Map<string, Worker>(),
    seen = (p: Piece): Piece => ({ ...p, slides: [slideOf(p, slide.id)] }),
    shown = (p: Piece, size: string): Shown => ({ piece: p, slide: slide.id, size }),
    photo = backdropPhoto(slide),
    colours = photo ? await paletteOf(photo.asset).catch(() => undefined) : [],
    asked = seen(piece);
  const surveyed = await everywhere(
    sizes,
    (_, free) => free,
    (worker, size) => {
      own.set(size, worker);
      return worker.surveySize(question, shown(asked, size), colours) as Promise<Survey | null>;
    },
  );
  if (!surveyed || !current()) return null;
  const surveys = sizes.map((s) => surveyed.get(s)!),
    short = surveys.filter((s) => !s.clear).map((s) => s.size),
    workerOf = (size: string): Worker => own.get(size)!,
    offers = short.length ? offersFor(piece, slide.id, surveys, () => nanoid(10)) : [],
    sent = offers.map((o) => ({ ...o, piece: seen(o.piece) }));
  set((s) => ({ done: s.done + surveys.length - short.length }));
  const priced = await everywhere(
    short,
    workerOf,
    (worker, size) => worker.priceSize(question, shown(asked, size), sent) as Promise<Price[] | null>,
  );
  if (!priced || !current()) return null;
  const prices = offers.map((_, i) => new Map(short.map((s) => [s, priced.get(s)![i]]))),
    solved = choose(piece, slide.id, surveys, offers, prices, () => nanoid(10)),
    after = seen(solved.piece);
  const answers = await everywhere(sizes, workerOf, async (worker, size) => {
    const answer = await worker.answerSize(question, shown(after, size), solved.ways.get(size) ?? null);
    if (answer && current()) set((s) => ({ answers: [...s.answers, answer] }));
    return answer;
  });
  return answers && current() ? solved.piece.slides.find((s) => s.id === slide.id)! : null;
}

/** Solves every size of every slide. What somebody changed meanwhile is left as it is. */
export async function solveEverySize(): Promise<void> {
  settle();
  const { piece } = useBench.getState(),
    question = useSolvingSizes.getState().question + 1,
    meant = piece.slides.filter((s) => piece.sizes.some((z) => textsIn(piece, slideOf(piece, s.id), z).length));
  const still = meant.filter((s) => !moves(slideOf(piece, s.id)));
  set({
    ...RESTING,
    question,
    running: true,
    of: still.length * piece.sizes.length * 3,
    left: meant
      .filter((s) => !still.includes(s))
      .slice(0, isSlideshow(piece) ? 1 : undefined)
      .map((s) => ({
        slide: s.id,
        why: isSlideshow(piece)
          ? 'it is a slideshow: Every width, under Sizes, solves all its pictures at once'
          : 'something moves on it: solve it size by size',
      })),
  });
  const solved = new Map<Slide, Slide>();
  try {
    for (const slide of still) {
      const next = await solveSlide(question, piece, slide);
      if (!next) return;
      if (next !== slide) solved.set(slide, next);
    }
  } catch (e) {
    report(e);
    if (useSolvingSizes.getState().question === question) set({ running: false, failed: inWords(e).message });
    return;
  }
  const now = useBench.getState().piece,
    changed = [...solved.keys()].filter((s) => !now.slides.includes(s));
  if (solved.size > changed.length && now.sizes === piece.sizes)
    edit('Solve every size', (p) => ({ ...p, slides: p.slides.map((s) => solved.get(s) ?? s) }));
  set((s) => ({
    running: false,
    left: [
      ...s.left,
      ...changed.map((c) => ({ slide: c.id, why: 'it was changed meanwhile: nothing was laid on it' })),
    ],
  }));
}
