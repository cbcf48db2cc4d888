// Ways through for a slide, a kind at a time; colours and places for its texts.
import { transfer } from 'comlink';
import type { FoundColour } from '../../core/colour/palette';
import type { Pixels } from '../../core/ground/pixels';
import { momentOf, moves } from '../../core/piece/moments';
import { textsIn } from '../../core/piece/resolve';
import { type FoundSpots, spotsFor } from '../../core/reading/no-place';
import { LetterSamples } from '../../core/remedy/letter-sample';
import { hardestMoments, type KeptSolver, wayInTime } from '../../core/remedy/over-time';
import { suggestColours, type SuggestedColour } from '../../core/remedy/text-colours';
import type { Way, WayKind } from '../../core/remedy/way';
import { Ways, wayThumbnail } from '../../core/remedy/ways';
import { WaysOver } from '../../core/remedy/ways-over';
import type { Shown } from '../stage';
import { begin, breathe, loadFor, open, openAll, painter, questionsSoFar, studio } from './asked';
import { coloursUnder, photoOf } from './photos';

export interface WaysQuestion {
  texts?: string[];
  instead?: boolean;
  /** One treatment for all slides of the piece. */
  everySlide?: boolean;
  hardest?: readonly number[];
  /** Colours of the photo, where whoever asks knows them: they are found once, not by every solver. */
  colours?: readonly FoundColour[];
}

/** It would cost more than another: it was not solved. */
export type Dearer = 'dearer';
type Found = Way | Dearer | null;
/** Solves the kinds of ways through of one question. @param under points that it must cost less than, where it can */
type Solver = (
  kind: WayKind | { pair: readonly [WayKind, WayKind]; first: Way | null },
  under?: number,
) => Found | Promise<Found>;

let waysAsked: { question: number; ways: Promise<Solver> | null } = { question: -1, ways: null };

function waysFor(question: number, scene: Shown, ask: WaysQuestion): Promise<Solver> {
  if (waysAsked.question !== question || !waysAsked.ways)
    waysAsked = { question, ways: ask.everySlide ? solverOverAll(scene, ask) : solverHere(scene, ask) };
  return waysAsked.ways!;
}

async function solverOverAll(scene: Shown, ask: WaysQuestion): Promise<Solver> {
  const { piece, slides, size } = await openAll(scene, true),
    colours: (readonly FoundColour[])[] = [];
  for (const s of slides) colours.push(await coloursUnder(s));
  await studio.prepareAll(piece, slides, size);
  const ways = new WaysOver(painter, { piece, slides, size, instead: ask.instead, colours });
  return (kind) => {
    const way = typeof kind === 'string' ? ways.solve(kind) : null;
    return way && { ...way, decides: momentOf(way.decides ?? null) };
  };
}

async function solverHere(scene: Shown, ask: WaysQuestion): Promise<Solver> {
  const { piece, slide, size } = await open(scene),
    colours = await coloursUnder(slide, ask.colours);
  if (moves(slide)) {
    const load = loadFor(piece, size),
      times = ask.hardest?.length ? ask.hardest : await hardestMoments(painter, piece, slide, size, load);
    const kept: KeptSolver = {};
    return (kind) =>
      typeof kind === 'string'
        ? wayInTime(painter, piece, slide, size, { ...ask, colours }, kind, load, times, kept)
        : null;
  }
  const ways = new Ways(painter, { piece, slide, size, ...ask, colours }, photoOf(piece, slide, size));
  return (kind, under = Infinity) => {
    if (typeof kind !== 'string') return ways.solvePair(kind.pair, kind.first);
    return under === Infinity || ways.mayCost(kind, under) ? ways.solve(kind) : 'dearer';
  };
}

export const ways = {
  /**
   * A new fade whose side, reach and opacity are solved together for the most photo kept; null where none is enough, or
   * none is needed.
   */
  async fadeFor(scene: Shown, ask: WaysQuestion): Promise<Way | null> {
    const found = await (await solverHere(scene, ask))('fade');
    return found === 'dearer' ? null : found;
  },

  /**
   * One way through, with a small picture of it; null where this kind is none, or a newer question came.
   * @param question the same for all kinds that are asked about together: what they share is made once
   * @param kind one treatment, or two put together, the first of which is known already
   * @param width of the picture, px; 0 is none
   * @param under where given, what a look says costs more than so many points is not solved
   */
  async way(
    question: number,
    scene: Shown,
    ask: WaysQuestion,
    kind: WayKind | { pair: readonly [WayKind, WayKind]; first: Way | null },
    width: number,
    under?: number,
  ): Promise<{ way: Way; picture: Pixels | null } | Dearer | null> {
    if (question < waysAsked.question) return null;
    // Where a text may go is asked with what was found in the photo meanwhile.
    const solve = await (kind === 'move' && !ask.everySlide ? solverHere(scene, ask) : waysFor(question, scene, ask));
    if (question < waysAsked.question) return null;
    const way = await solve(kind, under);
    if (!way || way === 'dearer') return way;
    if (!width) return { way, picture: null };
    const picture = await ways.wayPicture(scene, way, width);
    return transfer({ way, picture }, [picture.data.buffer as ArrayBuffer]);
  },

  /** A small picture of a slide with a way taken. @param width px */
  async wayPicture(scene: Shown, way: Way, width: number): Promise<Pixels> {
    const { piece, slide, size } = await open(scene),
      picture = wayThumbnail(painter, piece, slide.id, size, way, width);
    return transfer(picture, [picture.data.buffer as ArrayBuffer]);
  },

  /**
   * Makes ready for ways through: loads and fits the pictures of a slide, and solves one way, so that the next do not
   * wait for it. Whatever else is asked meanwhile comes first. @param width of small pictures, px
   */
  async warm(scene: Shown, width: number, colours?: readonly FoundColour[]): Promise<void> {
    const mine = questionsSoFar(),
      overtaken = async (): Promise<boolean> => {
        await breathe();
        return questionsSoFar() !== mine;
      };
    const { piece, slide, size } = await open(scene),
      ask = { piece, slide, size, instead: true, colours: await coloursUnder(slide, colours) };
    if (await overtaken()) return;
    const photo = photoOf(piece, slide, size);
    if (await overtaken()) return;
    const finder = new Ways(painter, ask, photo);
    if (await overtaken()) return;
    const way = finder.solve('pool');
    if (way && !(await overtaken())) wayThumbnail(painter, piece, slide.id, size, way, width);
  },

  /** Suggested colours for texts. */
  async textColours(scene: Shown, ask: WaysQuestion): Promise<SuggestedColour[] | null> {
    const current = begin('text colours');
    const { piece, slide, size } = await open(scene);
    const colours = await coloursUnder(slide);
    if (!current()) return null;
    return suggestColours(
      painter,
      piece,
      slide,
      size,
      new LetterSamples(painter, piece, slide, size, textsIn(piece, slide, size, ask.texts)),
      colours,
      10,
    );
  },

  /** Quiet spots for a text, or what could be done where there is none. */
  async quietSpots(scene: Shown, text: string): Promise<FoundSpots | null> {
    const current = begin('quiet spots');
    const { piece, slide, size } = await open(scene);
    await breathe();
    return current() ? spotsFor(painter, piece, slide, size, text) : null;
  },
};
