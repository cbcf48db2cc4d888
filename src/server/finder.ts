// What finds things and faces in photos, on the server; loaded when somebody asks.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { LRUCache } from 'lru-cache';
import type { Pixels } from '../core/ground/pixels';
import type { Finder, Network } from '../core/photo/finder';
import { lookOf } from '../core/photo/found';
import { subjectFrom } from '../core/photo/subject';
import type { Subject } from '../core/values/photo';
import { database } from './database';

const MODULES = join(/* turbopackIgnore: true */ process.cwd(), 'node_modules');

async function network(name: string): Promise<Network> {
  const file = join(MODULES, '@vladmandic/human/models', name),
    [about, weights] = await Promise.all([readFile(`${file}.json`, 'utf8'), readFile(`${file}.bin`)]);
  return {
    about: JSON.parse(about) as Network['about'],
    weights: weights.buffer.slice(weights.byteOffset, weights.byteOffset + weights.byteLength) as ArrayBuffer,
  };
}

let finder: Promise<Finder> | null = null;
/** @throws Error where the networks are not there, or cannot be run */
export async function openedFinder(): Promise<Finder> {
  const [things, faces, { openFinder }] = await Promise.all([
    network('centernet'),
    network('blazeface'),
    import('../core/photo/finder'),
  ]);
  return openFinder({ things, faces, wasm: `${join(MODULES, '@tensorflow/tfjs-backend-wasm/dist')}/` });
}

/** What was found, by picture. */
const known = new LRUCache<string, Subject>({ max: 500 });

/** What is in a picture; null where it cannot be looked for: then what stands out counts. */
export async function subjectIn(asset: string, photo: Pixels): Promise<Subject | null> {
  const before = known.get(asset) ?? (await foundBefore(asset));
  if (before) {
    known.set(asset, before);
    return before;
  }
  try {
    finder ??= openedFinder();
    const found = await (await finder).find(lookOf(photo), photo.width / photo.height),
      subject = subjectFrom(asset, found);
    known.set(asset, subject);
    // Whoever asks next, in whichever process, need not look again; it is no loss where this cannot be kept.
    await database()('assets')
      .where({ id: asset })
      .update({ subject: JSON.stringify(subject) })
      .catch((e: unknown) => console.error(e));
    return subject;
  } catch (e) {
    finder = null;
    console.error(e);
    return null;
  }
}

/** What another process found in it, if one has looked. */
async function foundBefore(asset: string): Promise<Subject | null> {
  const row = await database()('assets')
    .where({ id: asset })
    .first<{ subject: string | null } | undefined>('subject')
    .catch(() => undefined);
  return row?.subject ? (JSON.parse(row.subject) as Subject) : null;
}
