// The look that was copied, laid on what is selected.
import { changeLayers } from '../../../core/piece/edits';
import { type Look, lookOf, type LookPart, withLook } from '../../../core/piece/look';
import { currentSlide, edit, useBench } from '../state/store';

import { changeable } from './layers';
const state = useBench.getState;

let look: Look | null = null;
/** The look that was copied last. */
export const copiedLook = (): Look | null => look;
export function copyLook(): void {
  const s = state(),
    layer = currentSlide(s).layers.find((l) => l.id === s.selection[0]);
  if (layer) look = lookOf(layer);
}
export function pasteLook(part: LookPart): void {
  const from = look,
    ids = changeable();
  if (from && ids.length)
    edit(part === 'whole' ? 'Paste look' : `Paste ${part}`, (p) =>
      changeLayers(p, state().slideId, ids, (l) => void Object.assign(l, withLook(l, from, part, p))),
    );
}
