// Quiet spots for a text: asked of the worker, shown over the stage, looked at and taken.
import { createPerPiece } from '../state/per-piece';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { changeLayers } from '../../../core/piece/edits';
import { withPlace } from '../../../core/piece/set-in-size';
import { changed } from '../../../core/piece/treatments';
import type { OtherPlace, FoundSpots } from '../../../core/reading/no-place';
import type { QuietSpot } from '../../../core/reading/quiet-spots';
import { latest, readingWorker } from '../../../workers/clients';
import type { Shown as Scene } from '../../../workers/stage';
import { change } from '../commands/layers';
import { withFound } from '../state/subjects';
import { currentSize, edit, preview, select, useBench } from '../state/store';

export const askSpots = latest(async (scene: Scene, text: string) =>
  readingWorker().quietSpots(await withFound(scene), text),
);

interface Shown {
  text: string;
  spots: QuietSpot[];
  map: FoundSpots['map'] | null;
}
/** What is drawn over the stage. */
export const useSpots = createPerPiece<{ shown: Shown | null }>(() => ({ shown: null }));
export const showSpots = (shown: Shown | null): void => {
  if (useSpots.getState().shown !== shown) useSpots.setState({ shown });
};

const setTo = (text: string, spot: QuietSpot) => {
  const s = useBench.getState(),
    size = currentSize(s);
  return (l: TextLayer): void => void Object.assign(l, withPlace(l, spot.set, size, s.piece.sizes[0]));
};

let lookedAt: QuietSpot | OtherPlace | null = null;

export function takeSpot(text: string, spot: QuietSpot): void {
  lookAtSpot(text, null);
  change<TextLayer>('Move to a quiet spot', [text], setTo(text, spot));
  select([text]);
}
export function lookAtSpot(text: string, spot: QuietSpot | null): void {
  if (spot === lookedAt) return;
  lookedAt = spot;
  const { slideId } = useBench.getState();
  preview(spot && ((p) => changeLayers(p, slideId, [text], (l) => isText(l) && setTo(text, spot)(l))));
}

/** Takes what was offered where the text fits nowhere as it is: one step, whatever it changes. */
export function takeOther(text: string, other: OtherPlace): void {
  lookAtOther(null);
  const { slideId } = useBench.getState();
  edit(`Place it with ${other.says}`, (p) => changed(p, slideId, other.change));
  select([text]);
}
export function lookAtOther(other: OtherPlace | null): void {
  if (other === lookedAt) return;
  lookedAt = other;
  const { slideId } = useBench.getState();
  preview(other && ((p) => changed(p, slideId, other.change)));
}

/**
 * Did the pointer move, or did something only come to lie under it? What is looked at changes with the pointer alone.
 */
export const movedOn = (e: React.PointerEvent): boolean => e.movementX !== 0 || e.movementY !== 0;

/** Nothing is shown or looked at any more. */
export function leaveSpots(): void {
  showSpots(null);
  lookedAt = null;
  preview(null);
}
