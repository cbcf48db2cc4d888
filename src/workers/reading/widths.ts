// A section over all widths of the page: measured a little at a time, and steps of solving it.
import type { FoundColour } from '../../core/colour/palette';
import {
  readAtWidth,
  readCurve,
  type WantedWidth,
  type WidthPoint,
  type WidthRange,
} from '../../core/reading/over-widths';
import type { Offer, Survey } from '../../core/remedy/every-size';
import { needAt, surveyAt } from '../../core/remedy/every-width';
import type { Shown } from '../stage';
import { breathe, breathing, openShow, painter } from './asked';
import { coloursUnder } from './photos';

/** A section that is being measured over its widths. */
let widthsAsked: { question: number; run: Generator<WidthPoint, number[]> | null } = { question: -1, run: null };

/** How long is measured before what was found is told, ms. */
const SLICE = 120;

/** The newest question of solving for every width: what belongs to an older one is dropped. */
let solvingWidths = -1;

async function widthsOpened(question: number, scene: Shown): Promise<Awaited<ReturnType<typeof openShow>> | null> {
  if (question < solvingWidths) return null;
  solvingWidths = question;
  await breathe();
  const opened = await openShow(scene);
  return solvingWidths === question ? opened : null;
}

export const widths = {
  /**
   * Measures the curve of a section over a range of widths, a little at a time: asked again with the same question it
   * goes on.
   * @returns what was measured since, and at the end the widths at which lines break differently; null where a newer
   * question came
   */
  async widths(
    question: number,
    scene: Shown,
    range: WidthRange,
  ): Promise<{ points: WidthPoint[]; breaks: number[] | null } | null> {
    if (question < widthsAsked.question) return null;
    if (question > widthsAsked.question) {
      widthsAsked = { question, run: null };
      const { piece, slide } = await openShow(scene);
      if (widthsAsked.question !== question) return null;
      widthsAsked.run = readCurve(painter, piece, slide, range);
    }
    const points: WidthPoint[] = [],
      begun = performance.now();
    while (performance.now() - begun < SLICE) {
      const next = widthsAsked.run?.next();
      if (!next || next.done) return { points, breaks: next?.value ?? [] };
      points.push(next.value);
    }
    await breathe();
    return widthsAsked.question === question ? { points, breaks: null } : null;
  },

  /** Steps of solving a section for every width (`WidthSolver`); null where a newer question overtook it. */
  async surveyLayout(
    question: number,
    scene: Shown,
    time: number,
    colours?: readonly FoundColour[],
  ): Promise<Survey | null> {
    const opened = await widthsOpened(question, scene);
    if (!opened) return null;
    const { piece, slide } = opened,
      under = await coloursUnder(slide, colours);
    return breathing(surveyAt(painter, piece, slide.id, scene.size, time, under), () => solvingWidths === question);
  },

  async needAtWidth(
    question: number,
    scene: Shown,
    offer: Omit<Offer, 'piece'>,
    width: number,
    times: readonly number[],
  ): Promise<{ strength: number | null } | null> {
    const opened = await widthsOpened(question, scene);
    return opened && { strength: needAt(painter, { ...offer, piece: opened.piece }, opened.slide.id, width, times) };
  },

  async readWidth(question: number, scene: Shown, { width, quality, times }: WantedWidth): Promise<WidthPoint | null> {
    const opened = await widthsOpened(question, scene);
    return opened && readAtWidth(painter, opened.piece, opened.slide, width, quality, times);
  },
};
