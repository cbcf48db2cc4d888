// What is in a picture: looked at by the worker that measures, told by the one that finds things, and remembered: what
// finds them takes longer to load than to ask.
import type { Found } from '../core/photo/found';
import { finderWorker, readingWorker } from './clients';
import { KeptAnswers } from './kept-answers';

/** Pictures never change, so that what is in them stays. */
const known = new KeptAnswers<Found[]>('found', 400);

/** What is known of it without looking; null where it was not looked for. */
export const foundBefore = (asset: string): Promise<Found[] | null> => known.get(asset);

/** @throws Error where it cannot be looked for */
export async function lookedFor(asset: string): Promise<Found[]> {
  const before = await foundBefore(asset);
  if (before) return before;
  const { look, ratio } = await readingWorker().lookOf(asset),
    found = await finderWorker().find(look, ratio);
  void known.put(asset, found);
  return found;
}
