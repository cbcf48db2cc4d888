// Solving all sizes of a piece together: steps that whoever asks puts together.
import type { FoundColour } from '../../core/colour/palette';
import { checkMeasuring } from '../../core/reading/budget';
import { withoutLetters } from '../../core/reading/read';
import { type Offer, type Price, type SizeAnswer, SizeSolver, type Survey } from '../../core/remedy/every-size';
import type { Shown } from '../stage';
import { breathe, breathing, open, painter } from './asked';
import { coloursUnder } from './photos';

/** Solvers of the sizes that are solved together, by slide and size. */
let sizesAsked: { question: number; solvers: Map<string, SizeSolver> } = { question: -1, solvers: new Map() };

export const sizes = {
  /**
   * How a size of a slide stands, and what would do for it by itself; null where a newer question came. What was made
   * for it is kept for the next two.
   * @param question the same for all sizes that are solved together
   */
  async surveySize(question: number, scene: Shown, colours?: readonly FoundColour[]): Promise<Survey | null> {
    if (sizesAsked.question !== question) sizesAsked = { question, solvers: new Map() };
    const { piece, slide, size } = await open(scene);
    checkMeasuring(painter, piece, slide, size);
    const solver = new SizeSolver(painter, piece, slide.id, size, await coloursUnder(slide, colours));
    sizesAsked.solvers.set(`${slide.id}:${size.id}`, solver);
    const survey = await breathing(solver.survey(), () => sizesAsked.question === question);
    return survey && { ...survey, readings: survey.readings.map(withoutLetters) };
  },

  /** What offers cost in a size; null where a newer question came. */
  async priceSize(question: number, scene: Shown, offers: readonly Offer[]): Promise<Price[] | null> {
    const prices: Price[] = [];
    for (const offer of offers) {
      const solver = sizesAsked.solvers.get(`${scene.slide}:${scene.size}`);
      if (sizesAsked.question !== question || !solver) return null;
      prices.push(solver.price(offer));
      await breathe();
    }
    return prices;
  },

  /** How a size stands in the piece solved. */
  async answerSize(question: number, scene: Shown, way: SizeAnswer['way']): Promise<SizeAnswer | null> {
    const solver = sizesAsked.solvers.get(`${scene.slide}:${scene.size}`);
    if (sizesAsked.question !== question || !solver) return null;
    const answer = solver.answer(scene.piece, way);
    return { ...answer, readings: answer.readings.map(withoutLetters) };
  },

  /** Stops what is being solved for several sizes. */
  async stopSizes(): Promise<void> {
    sizesAsked = { question: -1, solvers: new Map() };
  },
};
