// Keyboard and clipboard of the bench. Keys in fields belong to the fields.
import { useEffect } from 'react';
import { withoutTreatments } from '../../../core/piece/treatments';
import { addPictureFiles } from '../commands/adding';
import { copied, isLayers, pasteLayers } from '../commands/clipboard';
import { removeSelected } from '../commands/layers';
import { lookAtWay, useWays } from '../measuring/ways';
import { usePanels } from '../state/panels';
import { preview, useBench } from '../state/store';
import { chordOf } from './chord';
import { shortcutFor } from './table';

const inField = (e: Event): boolean => {
  const t = e.target;
  return (
    t instanceof HTMLElement &&
    (t.isContentEditable ||
      (/^(INPUT|TEXTAREA|SELECT)$/.test(t.tagName) &&
        (t as HTMLInputElement).type !== 'checkbox' &&
        (t as HTMLInputElement).type !== 'radio'))
  );
};
/** What takes arrow keys itself. */
const OWN_ARROWS = '[role="slider"],[role="radiogroup"],[aria-roledescription="sortable"],[data-row-name]';
const onLayers = (t: EventTarget | null): boolean =>
  t === document.body || (t instanceof Element && t.closest('[data-overlay],[data-stack]') !== null);

export function useKeys(zoomRef: React.RefObject<number>, showShortcuts: () => void): void {
  useEffect(() => {
    let before = false,
      within = false,
      beside = false;
    // A dialog that closes at this very key may be gone before the key comes here: the step back was its own.
    const look = (): void => {
      within = document.querySelector('[role="dialog"]:not(:has([data-beside])),[role="menu"]') !== null;
      // What lies beside the stage leaves it its keys; the step back is its own.
      beside = document.querySelector('[data-beside]') !== null;
    };
    const release = (e: KeyboardEvent | FocusEvent): void => {
      // A window that loses the focus never hears that a key is let go.
      if (!before || (e instanceof KeyboardEvent && chordOf(e) !== 'b')) return;
      before = false;
      lookAtWay(useWays.getState().seen);
    };
    const key = (e: KeyboardEvent): void => {
      if (e.isComposing) return;
      const s = useBench.getState(),
        chord = chordOf(e),
        t = e.target instanceof HTMLElement ? e.target : null;
      if (inField(e)) {
        // In a field that has nothing half typed, undo means the document; so it does in the text on the stage.
        const undoes =
          /^ctrl\+(shift\+)?[zy]$/.test(chord) &&
          (t?.dataset.atRest !== undefined || (t instanceof HTMLTextAreaElement && s.editing !== null));
        // One step back: out of the field.
        if (chord === 'escape' && t?.dataset.atRest !== undefined) t.blur();
        if (!undoes) return;
      } else if (within || (beside && chord === 'escape')) return;
      const singles = usePanels.getState().singleKeys;
      // Held, it shows what was before: without the way that is looked at, or without treatments.
      if (chord === 'b' && singles) {
        e.preventDefault();
        if (e.repeat) return;
        before = true;
        preview(useWays.getState().seen ? null : (p) => withoutTreatments(p, s.slideId));
        return;
      }
      const found = shortcutFor(chord);
      if (!found?.run || (found.single && !singles) || (found.onLayers && !onLayers(e.target))) return;
      if (/arrow/.test(chord) && t?.closest(OWN_ARROWS)) return;
      const onButton = t !== null && t.closest('button,a,[role="slider"],[role="button"]') !== null && !t.dataset.layer;
      if (found.run({ zoom: zoomRef.current, showShortcuts, onButton }, chord) !== false) e.preventDefault();
    };
    const copy = (e: ClipboardEvent): void => {
      if (inField(e)) return;
      const text = copied();
      if (!text) return;
      e.preventDefault();
      e.clipboardData?.setData('text/plain', text);
      if (e.type === 'cut') removeSelected();
    };
    const paste = (e: ClipboardEvent): void => {
      if (inField(e)) return;
      const pictures = [...(e.clipboardData?.files ?? [])].filter((f) => f.type.startsWith('image/'));
      if (pictures.length) {
        e.preventDefault();
        void addPictureFiles(pictures);
        return;
      }
      const text = e.clipboardData?.getData('text/plain') ?? '';
      if (isLayers(text)) {
        e.preventDefault();
        void pasteLayers(text);
      }
    };
    const on = {
      keydown: key,
      keyup: release,
      blur: release,
      copy,
      cut: copy,
      paste,
    } as unknown as Record<string, EventListener>;
    window.addEventListener('keydown', look, { capture: true });
    for (const [type, listener] of Object.entries(on)) window.addEventListener(type, listener);
    return () => {
      window.removeEventListener('keydown', look, { capture: true });
      for (const [type, listener] of Object.entries(on)) window.removeEventListener(type, listener);
    };
  }, [zoomRef, showShortcuts]);
}
