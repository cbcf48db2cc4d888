// Solved ways kept in the browser, so that on a piece that was solved before and has not changed the best way is there
// when it is opened.
import type { PhotoKept } from '../../../core/remedy/photo-kept';
import type { Way, WayKind } from '../../../core/remedy/way';
import { KeptAnswers, PROGRAM } from '../../../workers/kept-answers';
import type { Shown } from '../../../workers/stage';

/** The answer to one question about one slide. */
export interface KeptWays {
  ways: Way[];
  without: WayKind[];
  /** Kinds that were not asked about. */
  left: WayKind[];
  now: PhotoKept | null;
}

const known = new KeptAnswers<KeptWays>('ways', 60);

/** Equal only where the same would be solved; null where it cannot be told. */
async function keyOf({ piece, slide, size }: Shown, ask: object): Promise<string | null> {
  // Browsers give it to secure pages only.
  if (!PROGRAM || !globalThis.crypto?.subtle) return null;
  const { sizes, swatches, slides } = piece,
    asked = JSON.stringify([sizes, swatches, slides, slide, size, ask]),
    digest = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(asked));
  return [...new Uint8Array(digest)].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** What was solved for this question; null where nothing was, or storage fails: then it is solved anew. */
export async function keptWays(scene: Shown, ask: object): Promise<KeptWays | null> {
  const key = await keyOf(scene, ask);
  return key === null ? null : known.get(key);
}

/** Keeps what was solved. Without storage it is only not remembered. */
export async function keepWays(scene: Shown, ask: object, { ways, without, left, now }: KeptWays): Promise<void> {
  const key = await keyOf(scene, ask);
  if (key !== null) await known.put(key, { ways, without, left, now });
}
