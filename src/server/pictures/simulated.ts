// The simulated picture service: pictures of our own with made-up authors, which answers at once, slowly, or not at
// all, as it is told.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import type { OutsideAnswers } from '../../contract/outside';
import type { Orientation } from '../../contract/shapes';
import { isNearColour } from '../../core/piece/traits';
import { DECODING } from '../assets';
import { notFound, Problem } from '../problem';
import { NEAR_COLOUR, SQUARE } from './library';
import type { OutsidePicture, PictureService } from './service';
import { coloursIn } from './traits';

const NAME = 'Far Shore Pictures';
const ON_A_PAGE = 12;
/** A slow answer, ms. */
const SLOW = 6000;
/** Longer side of a preview, px. */
const PREVIEW = 400;

const folder = (): string => join(/* turbopackIgnore: true */ process.cwd(), 'demo', 'outside');
const previews = new LRUCache<string, Uint8Array>({ max: 100 });
let catalogue: Promise<OutsidePicture[]> | null = null,
  colours: Promise<Map<string, string[]>> | null = null;

const all = (): Promise<OutsidePicture[]> =>
  (catalogue ??= readFile(join(folder(), 'catalogue.json'), 'utf8').then((text) =>
    (JSON.parse(text) as (Omit<OutsidePicture, 'credit'> & { author: string; licence: string; named: boolean })[]).map(
      ({ author, licence, named, ...p }) => ({
        ...p,
        credit: { title: p.title, author, licence, service: NAME, named },
      }),
    ),
  ));

async function oneOf(id: string): Promise<OutsidePicture> {
  const found = (await all()).find((p) => p.id === id);
  if (!found) throw notFound('picture');
  return found;
}
const bytesOf = (id: string): Promise<Buffer> => readFile(join(folder(), `${id}.jpg`));

const allColours = (): Promise<Map<string, string[]>> =>
  (colours ??= all().then(async (pictures) => {
    const out = new Map<string, string[]>();
    for (const { id } of pictures) out.set(id, await coloursIn(await simulated().preview(id)));
    return out;
  }));

const orientationOf = ({ width, height }: OutsidePicture): Orientation =>
  width > height * SQUARE ? 'landscape' : height > width * SQUARE ? 'portrait' : 'square';

const slowly = (signal?: AbortSignal): Promise<void> =>
  new Promise((done) => {
    const timer = setTimeout(done, SLOW);
    signal?.addEventListener('abort', () => (clearTimeout(timer), done()), { once: true });
  });

/** @param answers how it is to answer */
export const simulated = (answers: OutsideAnswers = 'promptly'): PictureService => ({
  id: 'far-shore',
  name: NAME,
  search: async ({ search, colour, orientation, page }, signal) => {
    if (answers === 'slowly') await slowly(signal);
    if (answers === 'not')
      throw new Problem(
        502,
        `${NAME} refused`,
        'It says that too much was asked of it: “429, try again in a minute”. Your own pictures are all here.',
      );
    const words = (search ?? '').toLowerCase().split(/\s+/).filter(Boolean),
      seen = colour ? await allColours() : null;
    const found = (await all()).filter(
      (p) =>
        words.every((w) => p.title.toLowerCase().includes(w) || p.tags.some((t) => t.includes(w))) &&
        (!orientation || orientationOf(p) === orientation) &&
        (!seen || seen.get(p.id)!.some((c) => isNearColour(c, colour!, NEAR_COLOUR))),
    );
    return {
      items: found.slice((page - 1) * ON_A_PAGE, page * ON_A_PAGE),
      total: found.length,
      pages: Math.max(1, Math.ceil(found.length / ON_A_PAGE)),
    };
  },
  preview: async (id) => {
    await oneOf(id);
    let made = previews.get(id);
    if (!made)
      previews.set(
        id,
        (made = new Uint8Array(
          await sharp(await bytesOf(id), DECODING)
            .resize(PREVIEW, PREVIEW, { fit: 'inside' })
            .jpeg({ quality: 80 })
            .toBuffer(),
        )),
      );
    return made;
  },
  picture: async (id) => ({ about: await oneOf(id), bytes: new Uint8Array(await bytesOf(id)) }),
});
