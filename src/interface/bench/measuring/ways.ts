// Ways through as the bench knows them: asked of several workers at once, each shown as it is ready; looked at,
// compared, taken.
import { nanoid } from 'nanoid';
import type { FoundColour } from '../../../core/colour/palette';
import type { Pixels } from '../../../core/ground/pixels';
import { moves } from '../../../core/piece/moments';
import { backdropPhoto, picturesOn } from '../../../core/piece/resolve';
import type { Piece } from '../../../core/piece/schema';
import { isTreated } from '../../../core/piece/treatments';
import type { PhotoKept } from '../../../core/remedy/photo-kept';
import {
  addedBy,
  applyWay,
  bestWay,
  CHEAP,
  costOfWay,
  HOUSE_PRICE,
  leavesTexts,
  sortWays,
  type Way,
  WAY_PAIRS,
  type WayKind,
} from '../../../core/remedy/way';
import { firstSolvers, solverWorkers } from '../../../workers/clients';
import type { WaysQuestion } from '../../../workers/reading/ways';
import type { Shown } from '../../../workers/stage';
import { paletteOf } from '../../shared/assets';
import { report } from '../../shared/report';
import { usePanels } from '../state/panels';
import { keepWays, keptWays } from './kept-ways';
import { createPerPiece, whenLeft } from '../state/per-piece';
import { inMeantSizes } from '../state/size-scope';
import { areFound, withFound } from '../state/subjects';
import { currentSlide, edit, preview, select, shownOf, useBench, wholeShown } from '../state/store';
import { hardestNow } from './measuring';

export interface WayCard {
  way: Way;
  /** Painted once somebody looks, or there is rest. */
  picture: Pixels | null;
}

/** What was asked: for which texts of which slide. */
interface Question {
  piece: Piece;
  slideId: string;
  sizeId: string;
  /** Null is all texts of the slide. */
  texts: string | null;
  instead: boolean;
  /** One treatment for all slides. */
  all: boolean;
}

interface WaysState {
  /** The document they were solved for; another one makes them out of date. */
  piece: Piece | null;
  question: Question | null;
  /** All kinds were answered, but for those that are left until somebody looks. */
  complete: boolean;
  left: readonly WayKind[];
  found: WayCard[];
  /** Kinds that do not make the text Clear by themselves. */
  without: WayKind[];
  running: boolean;
  /** How many of all have been answered. */
  answered: number;
  asked: number;
  failed: boolean;
  /** What is on the slide is switched off first. */
  instead: boolean;
  /** One treatment for all slides of the piece is asked for. */
  all: boolean;
  /** What the slide's treatments leave of the photo now; undefined until it is known. */
  now: PhotoKept | null | undefined;
  /** The way that is looked at on the stage. */
  seen: Way | null;
}

const nothing = {
  piece: null,
  question: null,
  complete: false,
  left: [],
  found: [],
  without: [],
  running: false,
  answered: 0,
  asked: 0,
  failed: false,
  now: undefined,
  seen: null,
};
export const useWays = createPerPiece<WaysState>(() => ({ ...nothing, instead: true, all: false }));

let question = 0;
let underWay: Promise<void> = Promise.resolve();

const questionNow = (texts: string[] | undefined, all: boolean): Question => {
  const s = useBench.getState(),
    treated = all ? s.piece.slides.some(isTreated) : isTreated(currentSlide(s));
  return {
    piece: s.piece,
    slideId: s.slideId,
    sizeId: s.sizeId,
    texts: all ? null : (texts?.join() ?? null),
    instead: useWays.getState().instead && treated,
    all,
  };
};
const same = (a: Question | null, b: Question): boolean =>
  a !== null && (Object.keys(b) as (keyof Question)[]).every((k) => a[k] === b[k]);

/** Are these ways those of the present document for these texts, and all of them? */
export const waysKnown = (w: WaysState, texts: string[] | undefined): boolean =>
  w.complete && same(w.question, questionNow(texts, false));
/** The best way for these texts, if it is known. */
export const bestKnown = (w: WaysState, texts: string[] | undefined): Way | null =>
  waysKnown(w, texts)
    ? bestWay(
        w.found.map((c) => c.way),
        useBench.getState().piece.house?.treatment ?? null,
      )
    : null;

/**
 * The most promising first, so that something can be seen soon; what takes longest not last, so that no worker is left
 * alone with it in the end.
 */
const ORDER: WayKind[] = ['pool', 'ink', 'fade', 'plate', 'backing', 'shadow', 'tint', 'move', 'tone', 'blur'];
/** Of two that cost about the same, points, the simpler one comes first. */
const A_TIE = 0.5;
/** Width of a way's small picture, px. */
export const PICTURE_WIDTH = 280;

/** Pictures, fitted to a size, that ways have been solved for: what solvers keep from one question to the next. */
const solved = new Set<string>();
export function solvedPicture(): string {
  const s = useBench.getState();
  return JSON.stringify([picturesOn(currentSlide(s)), s.sizeId]);
}

/** Colours of the topmost photo of the slide. */
export async function coloursNow(): Promise<FoundColour[]> {
  const photo = backdropPhoto(currentSlide(useBench.getState()));
  return photo ? paletteOf(photo.asset).catch(() => []) : [];
}

export function cancelWays(): void {
  question++;
  useWays.setState({ running: false });
}
whenLeft(cancelWays);

/**
 * Asks for all ways through for some texts of the slide; all of its texts where left out. What is known already, or
 * being solved, is not asked for twice unless it is wanted `again`.
 * @param most false leaves out what the big button never takes and needs more to be loaded
 */
export function solveWays(texts: string[] | undefined, again = false, all = false, most = true): Promise<void> {
  const w = useWays.getState();
  if (!again && same(w.question, questionNow(texts, all)) && (w.running || w.complete)) {
    if (most && w.left.length) underWay = underWay.then(() => solveLeft(texts, all));
    return underWay;
  }
  return (underWay = solve(texts, all, most));
}

/** What is asked of solvers, one of them at a time. */
type Asked = WayKind | { pair: (typeof WAY_PAIRS)[number]; first: Way | null };
interface Round {
  mine: number;
  scene: Shown;
  ask: WaysQuestion;
  workers: ReturnType<typeof firstSolvers>;
  /** Only the best is wanted: what a look says costs more is left until somebody looks at all of them. */
  bestOnly: boolean;
}

/** How wide pictures of ways are wanted now, px: only looked at pictures are worth waiting for. */
const widthNow = (): number => (usePanels.getState().reading === 'ways' ? PICTURE_WIDTH : 0);

/** What another way must cost less than to be the best, points; undefined where nothing is known yet. */
function underNow(kind: Asked): number | undefined {
  const { house } = useBench.getState().piece,
    best = bestWay(useWays.getState().found.map((c) => c.way));
  if (!best || !leavesTexts(best)) return undefined;
  return costOfWay(best) + (kind === house?.treatment ? HOUSE_PRICE : 0) + A_TIE;
}

/** Asks what is in the queue of all solvers, and shows each answer as it comes. */
async function askAll({ mine, scene, ask, workers, bestOnly }: Round, queue: Asked[]): Promise<void> {
  const current = (): boolean => question === mine;
  await Promise.all(
    workers.map(async (worker) => {
      for (let kind = queue.shift(); kind !== undefined && current(); kind = queue.shift()) {
        // Where a text may go depends on what is in the photo.
        const about = kind === 'move' && !ask.everySlide ? await withFound(scene) : scene,
          card = await worker.way(mine, about, ask, kind, widthNow(), bestOnly ? underNow(kind) : undefined);
        if (!current()) return;
        if (card === 'dearer') {
          useWays.setState((w) => ({ asked: w.asked - 1, left: [...w.left, kind as WayKind] }));
          continue;
        }
        // Somebody has begun to look meanwhile.
        if (card && !card.picture && widthNow()) card.picture = await worker.wayPicture(about, card.way, PICTURE_WIDTH);
        if (!current()) return;
        useWays.setState((w) => ({
          answered: w.answered + 1,
          found: card ? sortCards([...w.found, card]) : w.found,
          without: card || typeof kind !== 'string' ? w.without : [...w.without, kind],
        }));
      }
    }),
  );
}

/** What is asked about, as the bench stands. */
function sceneNow(all: boolean): Shown {
  const s = { ...useBench.getState(), preview: null };
  return all ? wholeShown(s) : shownOf(s);
}
/** @param scene as it was when the question was asked: the bench may have gone on since */
async function roundOf(mine: number, scene: Shown, about: WaysQuestion, bestOnly: boolean): Promise<Round> {
  return {
    mine,
    scene,
    ask: { ...about, colours: await coloursNow(), hardest: about.everySlide ? undefined : hardestNow() },
    workers: solved.has(solvedPicture()) ? solverWorkers() : firstSolvers(),
    bestOnly,
  };
}
const aboutNow = (texts: string[] | undefined, all: boolean, { instead }: Question): WaysQuestion => ({
  texts: all ? undefined : texts,
  instead,
  ...(all ? { everySlide: true } : {}),
});

/** Remembers all that is known of the present question. */
function keepNow(scene: Shown, about: WaysQuestion): void {
  const { found, without, left, now } = useWays.getState();
  if (now !== undefined) void keepWays(scene, about, { ways: found.map((c) => c.way), without, left: [...left], now });
}

async function solve(texts: string[] | undefined, all: boolean, most: boolean): Promise<void> {
  const mine = ++question,
    s = useBench.getState(),
    asked = questionNow(texts, all),
    scene = sceneNow(all),
    picture = solvedPicture(),
    left: readonly WayKind[] = most ? [] : ['move'],
    kinds = ORDER.filter((k) => !left.includes(k));
  if (useWays.getState().seen) lookAtWay(null);
  useWays.setState({ ...nothing, piece: s.piece, question: asked, running: true, asked: kinds.length, left });
  const current = (): boolean => question === mine,
    about = aboutNow(texts, all, asked),
    kept = await keptWays(scene, about);
  if (!current()) return;
  if (kept) {
    const found = sortCards(kept.ways.map((way) => ({ way, picture: null })));
    useWays.setState({
      found,
      without: kept.without,
      left: kept.left,
      answered: ORDER.length - kept.left.length,
      asked: ORDER.length - kept.left.length,
      now: kept.now,
      complete: true,
      running: false,
    });
    return most && kept.left.length ? solveLeft(texts, all) : undefined;
  }
  const round = await roundOf(mine, scene, about, !most && !all);
  if (!current()) return;
  try {
    const now = round.workers[0].kept(shownOf({ ...s, preview: null }));
    void now.then((kept) => current() && useWays.setState({ now: kept })).catch(() => {});
    await askAll(round, [...kinds]);
    const { found } = useWays.getState();
    const laid = found.filter((c) => leavesTexts(c.way));
    // Two at half strength where no single one keeps enough of the photo.
    if (current() && !all && !moves(currentSlide(s)) && laid.every((c) => c.way.kept && costOfWay(c.way) > CHEAP)) {
      useWays.setState((w) => ({ asked: w.asked + WAY_PAIRS.length }));
      await askAll(
        round,
        WAY_PAIRS.map((pair) => ({ pair, first: found.find((c) => c.way.kinds[0] === pair[0])?.way ?? null })),
      );
    }
    await now;
    if (current()) {
      solved.add(picture);
      useWays.setState({ complete: true });
      keepNow(scene, about);
    }
  } catch (e) {
    report(e);
    if (current()) useWays.setState({ failed: true });
  } finally {
    if (current()) useWays.setState({ running: false });
  }
}

/**
 * Asks for what was left until somebody looks, where the question is still the same.
 * @param kinds only these of them
 */
async function solveLeft(texts: string[] | undefined, all: boolean, kinds = ORDER): Promise<void> {
  const w = useWays.getState();
  if (!w.complete || !w.question || !same(w.question, questionNow(texts, all))) return;
  const mine = ++question,
    scene = sceneNow(all),
    about = aboutNow(texts, all, w.question),
    queue = w.left.filter((k) => kinds.includes(k)),
    left = w.left.filter((k) => !queue.includes(k));
  if (!queue.length) return;
  useWays.setState({ running: true, asked: w.answered + queue.length });
  try {
    await askAll(await roundOf(mine, scene, about, false), queue);
    if (question !== mine) return;
    useWays.setState({ left });
    keepNow(scene, about);
  } catch (e) {
    report(e);
    if (question === mine) useWays.setState({ failed: true });
  } finally {
    if (question === mine) useWays.setState({ running: false });
  }
}

/** Asks for what was left but needs nothing to be loaded. */
export function solveRest(texts: string[] | undefined): Promise<void> {
  return (underWay = underWay.then(async () => {
    if (!useWays.getState().left.length) return;
    await solveLeft(texts, false, (await areFound(sceneNow(false))) ? ORDER : ORDER.filter((k) => k !== 'move'));
  }));
}

let painting = false;
/** Paints the small pictures of ways that have none yet, the best first. */
export async function paintWays(): Promise<void> {
  if (painting) return;
  painting = true;
  const mine = question,
    s = useBench.getState(),
    scene = shownOf({ ...s, preview: null }),
    [worker] = solved.has(solvedPicture()) ? solverWorkers() : firstSolvers();
  const next = (): Way | undefined => useWays.getState().found.find((c) => !c.picture)?.way;
  try {
    for (let way = next(); way && question === mine && useWays.getState().piece === s.piece; way = next()) {
      const picture = await worker.wayPicture(scene, way, PICTURE_WIDTH);
      useWays.setState((w) => ({ found: w.found.map((c) => (c.way === way ? { ...c, picture } : c)) }));
    }
  } catch (e) {
    // Asked again with the next look.
    report(e);
  } finally {
    painting = false;
  }
}

function sortCards(cards: readonly WayCard[]): WayCard[] {
  const sorted = sortWays(cards.map((c) => c.way));
  return [...cards].sort((a, b) => sorted.indexOf(a.way) - sorted.indexOf(b.way));
}

/** Shows a way on the stage without taking it; null shows the slide as it is. */
export function lookAtWay(way: Way | null): void {
  const { slideId } = useBench.getState();
  useWays.setState({ seen: way });
  preview(way && inMeantSizes((p) => applyWay(p, slideId, way, (i) => `seen-${i}`)));
}

/** Takes a way: ordinary layers, one undo step. @returns ids of the layers that were added */
export function applyToSlide(way: Way, label: string, merge: string | null = null): string[] {
  const { slideId } = useBench.getState(),
    ids = Array.from({ length: addedBy(way) }, () => nanoid(10));
  lookAtWay(null);
  edit(
    label,
    inMeantSizes((p) => applyWay(p, slideId, way, (i) => ids[i])),
    merge,
  );
  return ids;
}

/** Takes a way that was chosen from all, and selects what it brought. */
export function takeWay(way: Way): void {
  const ids = applyToSlide(way, way.slides ? `${way.name} on all slides` : way.name);
  if (way.slides) return;
  if (ids.length) select([ids.at(-1)!]);
  else if (
    way.change.length === 1 &&
    currentSlide(useBench.getState()).layers.some((l) => l.id === way.change[0].id && l.band === 'message')
  )
    select([way.change[0].id]);
}
