// Photos tried with the words that they are to carry, by as many workers as there are; what has been overtaken is
// dropped.
import { useEffect, useReducer } from 'react';
import { fillPicture } from '../../../core/filling/picture';
import { sharedOut } from '../../../core/ground/shared-out';
import { solverWorkers } from '../../../workers/clients';
import type { TriedPhoto } from '../../../workers/reading/filling';
import type { Shown } from '../../../workers/stage';
import type { AssetInfo } from '../api';
import { nextQuestion } from '../questions';

/** Width of the small pictures, px: twice as many as they are shown at. */
const WIDTH = 340;

/** Of those that need least so many are put in order once more: as many as are seen without scrolling. */
const SEEN = 12;
/** What could not be tried comes last, points. */
const UNTRIED = 1e6;

type Tried = ReadonlyMap<string, TriedPhoto>;
export interface PhotoTrials {
  tried: Tried;
  /** Those that need least first; null until all are tried. It changes once more, among those that are seen first. */
  order: readonly string[] | null;
}
type Change = { id: string; tried: TriedPhoto } | { order: readonly string[] } | 'anew';
const NOTHING: PhotoTrials = { tried: new Map(), order: null };
const reduce = (state: PhotoTrials, change: Change): PhotoTrials =>
  change === 'anew'
    ? NOTHING
    : 'order' in change
      ? { ...state, order: change.order }
      : { ...state, tried: new Map(state.tried).set(change.id, change.tried) };

/** @param scene whose words are set on the photos; null tries none */
export function usePhotoTrials(scene: Shown | null, photos: readonly AssetInfo[]): PhotoTrials {
  const [state, change] = useReducer(reduce, NOTHING);
  useEffect(() => {
    if (!scene) return;
    let gone = false;
    const question = nextQuestion(),
      found = new Map<string, TriedPhoto>(),
      need = (id: string): number => found.get(id)?.cost ?? UNTRIED,
      byNeed = (ids: readonly string[]): string[] => [...ids].sort((a, b) => need(a) - need(b));
    const tryAll = (those: readonly AssetInfo[], guessed: boolean): Promise<unknown> =>
      sharedOut(solverWorkers(), those, async (worker, photo) => {
        if (gone) return null;
        // One that cannot be tried stays as it is.
        const tried = await worker.tryPhoto(question, scene, fillPicture(photo), WIDTH, guessed).catch(() => null);
        if (tried && !gone) {
          found.set(photo.id, tried);
          change({ id: photo.id, tried });
        }
        return true;
      });
    change('anew');
    void (async () => {
      // Drawings are logos mostly; what moves is tried by its still.
      await tryAll(
        photos.filter((p) => p.mime !== 'image/svg+xml'),
        true,
      );
      if (gone) return;
      const order = byNeed(photos.map((p) => p.id)),
        tried = order.filter((id) => found.has(id)),
        closely = (ids: readonly string[]): Promise<unknown> =>
          tryAll(
            ids.map((id) => photos.find((p) => p.id === id)!),
            false,
          );
      change({ order });
      const first = tried.slice(0, SEEN);
      await closely(first);
      if (gone) return;
      change({ order: [...byNeed(first), ...order.filter((id) => !first.includes(id))] });
      // The rest stays where it is: somebody may be looking at it.
      await closely(tried.slice(SEEN));
    })();
    return () => {
      gone = true;
    };
  }, [scene, photos]);
  return state;
}

/** What a photo would need, in words. */
export function needOf(tried: TriedPhoto | undefined): string {
  if (!tried) return 'Being tried';
  const { clear, way, kept, guessed } = tried;
  return !clear
    ? 'Not Clear by any of these'
    : way === null
      ? 'Clear as it is'
      : `${way}, keeps ${guessed ? 'about ' : ''}${Math.round(kept)}\u00a0%`;
}
