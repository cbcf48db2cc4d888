// What was found in photos, by picture. It is looked for when somebody asks, once, and goes into the document with the
// edit that needs it.
import { create } from 'zustand';
import { type Found } from '../../../core/photo/found';
import { subjectFrom } from '../../../core/photo/subject';
import { slideOf } from '../../../core/piece/resolve';
import { wantsSubject, withSubjects } from '../../../core/piece/subjects';
import type { Subject } from '../../../core/values/photo';
import { foundBefore, lookedFor } from '../../../workers/found';
import type { Shown } from '../../../workers/stage';
import { whenLeft } from './per-piece';

interface Subjects {
  /** By picture. */
  found: Record<string, Found[]>;
  /** Why nothing could be looked for, where that is so. */
  failed: string | null;
  /** The photo whose subject is shown on the stage, and the one round whose subject a box is drawn. */
  shown: string | null;
  drawing: string | null;
}
export const useSubjects = create<Subjects>(() => ({ found: {}, failed: null, shown: null, drawing: null }));
// What was found in pictures holds for every piece.
whenLeft(() => useSubjects.setState({ failed: null, shown: null, drawing: null }));

const asked = new Map<string, Promise<Found[]>>();

/** What is in a picture. @throws Error where it cannot be looked for */
export function findIn(asset: string): Promise<Found[]> {
  let answer = asked.get(asset);
  if (!answer) {
    answer = (async () => {
      const found = await lookedFor(asset);
      useSubjects.setState((s) => ({ found: { ...s.found, [asset]: found }, failed: null }));
      return found;
    })();
    answer.catch((e: unknown) => {
      // Asked for again it is tried again.
      asked.delete(asset);
      useSubjects.setState({ failed: e instanceof Error ? e.message : String(e) });
    });
    asked.set(asset, answer);
  }
  return answer;
}

/** The subject of a picture, as far as it was looked for. */
export function foundSubject(asset: string): Subject | null {
  const found = useSubjects.getState().found[asset];
  return found ? subjectFrom(asset, found) : null;
}

const photosOf = ({ piece, slide }: Shown) => slideOf(piece, slide).layers.filter(wantsSubject);

/** Is it known what is in the photos of a slide, so that nothing need be loaded to look for it? */
export async function areFound(scene: Shown): Promise<boolean> {
  const { found } = useSubjects.getState(),
    known = await Promise.all(photosOf(scene).map((l) => found[l.asset] ?? foundBefore(l.asset)));
  return known.every((f) => f !== null);
}

/** What is asked about, with what is in its photos; where that cannot be looked for, as it is. */
export async function withFound(scene: Shown): Promise<Shown> {
  await Promise.all(photosOf(scene).map((l) => findIn(l.asset).catch(() => null)));
  return { ...scene, piece: withSubjects(scene.piece, foundSubject) };
}
