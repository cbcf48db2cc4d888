// Finds things and faces in photos. What finds them is loaded with the first question.
import type { Pixels } from '../core/ground/pixels';
import { type Finder, type Network, openFinder } from '../core/photo/finder';
import type { Found } from '../core/photo/found';
import { workerFile } from './address';
import { listening } from './listening';

const FOLDER = workerFile('networks/');

async function file(name: string): Promise<Response> {
  const answer = await fetch(FOLDER + name);
  if (!answer.ok) throw new Error(`${name} could not be loaded (${answer.status})`);
  return answer;
}
async function network(name: string): Promise<Network> {
  const [about, weights] = await Promise.all([file(`${name}.json`), file(`${name}.bin`)]);
  return { about: (await about.json()) as Network['about'], weights: await weights.arrayBuffer() };
}

let finder: Promise<Finder> | null = null;
async function opened(): Promise<Finder> {
  const [things, faces] = await Promise.all([network('centernet'), network('blazeface')]);
  return openFinder({ things, faces, wasm: FOLDER });
}

export const api = {
  /** @param look `lookOf` the photo @param ratio of the photo, width to height */
  async find(look: Pixels, ratio: number): Promise<Found[]> {
    finder ??= opened().catch((e) => {
      finder = null;
      throw e;
    });
    return (await finder).find(look, ratio);
  },
};

export type FinderApi = typeof api;

export const listen = listening(api);
