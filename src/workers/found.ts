// What is in a picture: looked at by the worker that measures, told by the one that finds things.
import type { Found } from '../core/photo/found';
import { finderWorker, readingWorker } from './clients';

/** @throws Error where it cannot be looked for */
export async function lookedFor(asset: string): Promise<Found[]> {
  const { look, ratio } = await readingWorker().lookOf(asset);
  return finderWorker().find(look, ratio);
}
