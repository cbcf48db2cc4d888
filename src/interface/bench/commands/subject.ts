// The subject of a photo: found, corrected, brought into view. It goes into the document with the first edit of it.
import { type Box, union } from '../../../core/ground/box';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { pointInPicture } from '../../../core/photo/fit';
import { knownSubject } from '../../../core/photo/subject';
import type { Subject } from '../../../core/values/photo';
import { MOST_SUBJECTS } from '../../../core/values/plain';
import { foundSubject } from '../state/subjects';
import { change } from './layers';
import { putBox } from './setter';

/** What is known of a photo's subject, by the document or because it was found. */
export const subjectNow = (layer: PhotoLayer): Subject | null => knownSubject(layer) ?? foundSubject(layer.asset);

/** Takes what was found along into a photo that is being changed: what is painted of it depends on it from now on. */
export function rememberSubject(layer: PhotoLayer): void {
  const found = knownSubject(layer) ? null : foundSubject(layer.asset);
  if (found?.boxes.length) layer.subject = found;
}

const say = (id: string, label: string, boxes: (now: Subject['boxes']) => Subject['boxes']): void =>
  change<PhotoLayer>(label, [id], (l) => {
    if (isPhoto(l)) l.subject = { of: l.asset, boxes: boxes(subjectNow(l)?.boxes ?? []), said: true };
  });

const fine = (v: number): number => Math.round(v * 1e4) / 1e4;
/** A box that somebody drew: it takes the place of what is there, or is one more. @param box fractions of the file */
export const drawSubject = (id: string, { x, y, width, height }: Box, more: boolean): void =>
  say(id, 'Subject', (now) => [
    ...(more ? now.slice(0, MOST_SUBJECTS - 1) : []),
    { x: fine(x), y: fine(y), width: fine(width), height: fine(height), what: '' },
  ]);
export const dropSubject = (id: string, at: number): void =>
  say(id, 'No subject there', (now) => now.filter((_, i) => i !== at));
/** What was said is forgotten: it is as found again. */
export const forgetSubject = (id: string): void =>
  change<PhotoLayer>('Subject as found', [id], (l) => void (l.subject = null));

/** The focal point on the middle of the subject. @param photo width and height of its picture */
export function focusOnSubject(layer: PhotoLayer, photo: { width: number; height: number }): void {
  const boxes = subjectNow(layer)?.boxes;
  if (!boxes?.length) return;
  const all = union(boxes),
    at = pointInPicture(photo, layer, { x: all.x + all.width / 2, y: all.y + all.height / 2 }),
    unit = (v: number): number => fine(Math.min(1, Math.max(0, v)));
  putBox(layer, 'Focal point', { focus: { x: unit(at.x), y: unit(at.y) } });
}
