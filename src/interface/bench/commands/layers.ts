// What can be done with layers that are there, whichever way it is asked for: button, key or menu.
import { nanoid } from 'nanoid';
import type { Layer } from '../../../core/kinds/layers';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { duplicateLayers, moveLayer, removeLayers, shiftLayers } from '../../../core/piece/edits';
import { layersIn } from '../../../core/piece/resolve';
import { changeIn } from '../../../core/piece/set-in-size';
import { setTypographically } from '../../../core/type/spans';
import type { Band } from '../../../core/values/plain';
import { sizeScope } from '../state/size-scope';
import { currentSize, currentSlide, edit, select, useBench } from '../state/store';

const newId = (): string => nanoid(10);
const state = useBench.getState;

/** Ids of the selection that may be changed. */
export const changeable = (): string[] => {
  const s = state();
  const locked = new Set(
    currentSlide(s)
      .layers.filter((l) => l.locked)
      .map((l) => l.id),
  );
  return s.selection.filter((id) => !locked.has(id));
};

export function removeSelected(): void {
  const ids = changeable();
  if (!ids.length) return;
  const inStack = Boolean(globalThis.document?.activeElement?.closest('[data-stack]'));
  edit(ids.length > 1 ? 'Delete layers' : 'Delete layer', (p) => removeLayers(p, state().slideId, ids));
  select([]);
  // The row that had the focus is gone: it goes on to one that is there.
  if (inStack) setTimeout(() => document.querySelector<HTMLElement>('[data-row-name][tabindex="0"]')?.focus(), 0);
}

export function duplicateSelected(): void {
  const { selection, slideId } = state();
  if (!selection.length) return;
  let made: string[] = [];
  edit('Duplicate', (p) => {
    const d = duplicateLayers(p, slideId, selection, newId);
    made = d.ids;
    return d.piece;
  });
  select(made);
}

/** One step, or all the way, within the band. */
export function shiftSelected(by: number): void {
  const { selection, slideId } = state();
  if (selection.length)
    edit(
      by === Infinity
        ? 'Bring to front'
        : by === -Infinity
          ? 'Send to back'
          : by > 0
            ? 'Bring forward'
            : 'Send backward',
      (p) => shiftLayers(p, slideId, selection, by),
    );
}

/** Curly quotes, ellipses, dashes, and pairs that stay on one line. */
export const typesetSelected = (): void =>
  change<TextLayer>('Quotes and pairs', changeable(), (l) => {
    if (isText(l)) Object.assign(l, setTypographically(l));
  });

export const moveTo = (id: string, band: Band, above: string | null): void =>
  edit('Reorder', (p) => moveLayer(p, state().slideId, id, band, above));

export function change<L extends Layer>(
  label: string,
  ids: string[],
  apply: (layer: L) => void,
  merge: string | null = null,
): void {
  const { slideId, sizeId } = state();
  edit(label, (p) => changeIn(p, slideId, ids, sizeId, (l) => apply(l as L), sizeScope()), merge);
}

/** Hides what is visible; shows all where all are hidden. */
export function toggleVisible(...ids: string[]): void {
  const s = state(),
    shown = layersIn(s.piece, currentSlide(s), currentSize(s)).some((l) => ids.includes(l.id) && l.visible);
  change('Show or hide', ids, (l) => void (l.visible = !shown));
}
export function toggleLocked(...ids: string[]): void {
  const free = currentSlide(state()).layers.some((l) => ids.includes(l.id) && !l.locked);
  change('Lock or unlock', ids, (l) => void (l.locked = free));
}
export const renameLayer = (id: string, name: string): void => {
  if (name.trim()) change('Rename', [id], (l) => void (l.name = name.trim().slice(0, 200)));
};
