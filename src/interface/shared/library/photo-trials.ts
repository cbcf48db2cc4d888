// Photos tried with the words that they are to carry, by as many workers as there are; what has been overtaken is
// dropped.
import { useEffect, useReducer, useRef } from 'react';
import { fillPicture } from '../../../core/filling/picture';
import { sharedOut } from '../../../core/ground/shared-out';
import { firstSolvers } from '../../../workers/clients';
import type { TriedPhoto } from '../../../workers/reading/filling';
import type { Shown } from '../../../workers/stage';
import type { AssetInfo } from '../api';
import { nextQuestion } from '../questions';

/** Width of the small pictures, px: twice as many as they are shown at. */
const WIDTH = 340;

/** Of those that need least so many are put in order once more: as many as are seen without scrolling. */
const SEEN = 12;
/** So many are tried before somebody asks. */
const AHEAD = 2;
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

/** What was found with some words on some photos. */
interface Found {
  scene: Shown;
  photos: readonly AssetInfo[];
  tried: Map<string, TriedPhoto>;
}

/**
 * @param scene whose words are set on the photos; null tries none
 * @param wanted are they asked for? Until then the first few are tried, to be there at once, where it is worked ahead
 */
export function usePhotoTrials(
  scene: Shown | null,
  photos: readonly AssetInfo[],
  { wanted, ahead }: { wanted: boolean; ahead: boolean },
): PhotoTrials {
  const [state, change] = useReducer(reduce, NOTHING),
    known = useRef<Found | null>(null);
  useEffect(() => {
    if (!scene || !(wanted || ahead)) return;
    if (known.current?.scene !== scene || known.current.photos !== photos) {
      known.current = { scene, photos, tried: new Map() };
      change('anew');
    }
    let gone = false;
    const question = nextQuestion(),
      { tried: found } = known.current,
      need = (id: string): number => found.get(id)?.cost ?? UNTRIED,
      byNeed = (ids: readonly string[]): string[] => [...ids].sort((a, b) => need(a) - need(b));
    const tryAll = (those: readonly AssetInfo[], guessed: boolean): Promise<unknown> =>
      sharedOut(firstSolvers(), those, async (worker, photo) => {
        if (gone) return null;
        // One that cannot be tried stays as it is.
        const tried = await worker.tryPhoto(question, scene, fillPicture(photo), WIDTH, guessed).catch(() => null);
        if (tried && !gone) {
          found.set(photo.id, tried);
          change({ id: photo.id, tried });
        }
        return true;
      });
    void (async () => {
      // Drawings are logos mostly; what moves is tried by its still.
      const could = photos.filter((p) => p.mime !== 'image/svg+xml'),
        untried = (wanted ? could : could.slice(0, AHEAD)).filter((p) => !found.has(p.id));
      await tryAll(untried, true);
      if (gone || !wanted) return;
      const order = byNeed(photos.map((p) => p.id)),
        tried = order.filter((id) => found.has(id)),
        closely = (ids: readonly string[]): Promise<unknown> =>
          tryAll(
            ids.filter((id) => found.get(id)!.guessed).map((id) => photos.find((p) => p.id === id)!),
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
  }, [scene, photos, wanted, ahead]);
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
