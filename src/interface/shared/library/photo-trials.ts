// Photos tried with the words that they are to carry, by as many workers as there are; what has been overtaken is
// dropped.
import { useEffect, useReducer } from 'react';
import { fillPicture } from '../../../core/filling/picture';
import { sharedOut } from '../../../core/ground/shared-out';
import { solverWorkers } from '../../../workers/clients';
import type { TriedPhoto } from '../../../workers/reading';
import type { Shown } from '../../../workers/stage';
import type { AssetInfo } from '../api';
import { nextQuestion } from '../questions';

/** Width of the small pictures, px: twice as many as they are shown at. */
const WIDTH = 340;

type Tried = ReadonlyMap<string, TriedPhoto>;
export interface PhotoTrials {
  tried: Tried;
  done: boolean;
}
type Change = { id: string; tried: TriedPhoto } | 'anew' | 'done';
const NOTHING: PhotoTrials = { tried: new Map(), done: false };
const reduce = (state: PhotoTrials, change: Change): PhotoTrials =>
  change === 'anew'
    ? NOTHING
    : change === 'done'
      ? { ...state, done: true }
      : { ...state, tried: new Map(state.tried).set(change.id, change.tried) };

/** @param scene whose words are set on the photos; null tries none */
export function usePhotoTrials(scene: Shown | null, photos: readonly AssetInfo[]): PhotoTrials {
  const [state, change] = useReducer(reduce, NOTHING);
  useEffect(() => {
    if (!scene) return;
    let gone = false;
    const question = nextQuestion(),
      // Drawings are logos mostly; what moves would be tried by its still.
      wanted = photos.filter((p) => p.mime !== 'image/svg+xml');
    change('anew');
    void sharedOut(solverWorkers(), wanted, async (worker, photo) => {
      if (gone) return null;
      // One that cannot be tried stays as it is.
      const answer = await worker.tryPhoto(question, scene, fillPicture(photo), WIDTH).catch(() => null);
      if (answer && !gone) change({ id: photo.id, tried: answer });
      return true;
    }).then(() => gone || change('done'));
    return () => {
      gone = true;
    };
  }, [scene, photos]);
  return state;
}

/** Those that need least first; what was not tried yet stays behind them, in its order. */
export const byNeed = (photos: readonly AssetInfo[], tried: Tried): AssetInfo[] =>
  [...photos].sort((a, b) => (tried.get(a.id)?.cost ?? 1e6) - (tried.get(b.id)?.cost ?? 1e6));

/** What a photo would need, in words. */
export function needOf(tried: TriedPhoto | undefined): string {
  if (!tried) return 'Being tried';
  const { clear, way, kept } = tried;
  return !clear ? 'Not Clear by any of these' : way === null ? 'Clear as it is' : `${way}, keeps ${Math.round(kept)} %`;
}
