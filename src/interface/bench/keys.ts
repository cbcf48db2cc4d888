// Keyboard and clipboard of the bench. Keys in fields belong to the fields.
import { useEffect } from 'react';
import { isText } from '../../core/kinds/layers';
import { takenBy } from '../../core/piece/groups';
import { withoutTreatments } from '../../core/piece/treatments';
import { addPictureFiles, addText } from './commands/adding';
import { groupSelection, nudge, ungroupSelection } from './commands/arranging';
import { copied, isLayers, pasteLayers } from './commands/clipboard';
import { duplicateSelected, removeSelected, shiftSelected } from './commands/layers';
import { lookAtWay, useWays } from './measuring/ways';
import { zoomBy } from './stage/Stage';
import { startRenaming } from './state/menu';
import {
  currentSlide,
  isPannable,
  preview,
  redoEdit,
  select,
  type StageView,
  undoEdit,
  useBench,
  zoomTo,
} from './state/store';

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
/** One step out of the group one works in: it is selected whole. */
function leaveGroup(): void {
  const s = useBench.getState(),
    slide = currentSlide(s),
    { entered } = s;
  const outer = slide.groups.find((g) => g.id === entered)?.within ?? null,
    first = slide.layers.find((l) => s.selection.includes(l.id));
  useBench.setState({ entered: outer });
  if (first) select(takenBy(slide, first.id, outer));
}
const VIEWS: StageView[] = ['plain', 'letters', 'calm', 'clean', 'grey'];

export function useKeys(zoomRef: React.RefObject<number>, showShortcuts: () => void): void {
  useEffect(() => {
    let before = false;
    const release = (e: KeyboardEvent | FocusEvent): void => {
      // A window that loses the focus never hears that a key is let go.
      if (!before || (e instanceof KeyboardEvent && e.key.toLowerCase() !== 'b')) return;
      before = false;
      lookAtWay(useWays.getState().seen);
    };
    const key = (e: KeyboardEvent): void => {
      const ctrl = e.ctrlKey || e.metaKey,
        s = useBench.getState();
      const stageText = e.target instanceof HTMLTextAreaElement && s.editing !== null;
      // In a field that has nothing half typed, undo means the document.
      const atRest = e.target instanceof HTMLElement && e.target.dataset.atRest !== undefined;
      if (ctrl && (!inField(e) || stageText || atRest) && /^[zy]$/i.test(e.key)) {
        e.preventDefault();
        if (e.key.toLowerCase() === 'y' || e.shiftKey) redoEdit();
        else undoEdit();
        return;
      }
      if (inField(e) || document.querySelector('[role="dialog"]')) return;
      const menuOpen = document.querySelector('[role="menu"]') !== null;
      if (menuOpen) return;
      const done = (): void => e.preventDefault();
      const one = s.selection.length === 1 ? currentSlide(s).layers.find((l) => l.id === s.selection[0]) : undefined;
      const arrow = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
      if (ctrl) {
        if (e.key.toLowerCase() === 'd') {
          done();
          duplicateSelected();
        } else if (e.key.toLowerCase() === 'a') {
          done();
          select(
            currentSlide(s)
              .layers.filter((l) => l.band === 'message' && !l.locked && l.visible)
              .map((l) => l.id),
          );
        } else if (e.key.toLowerCase() === 'g') {
          done();
          if (e.shiftKey) ungroupSelection();
          else groupSelection();
        }
        return;
      }
      // Held, it shows what was before: without the way that is looked at, or without treatments.
      if (e.key.toLowerCase() === 'b' && !e.altKey) {
        done();
        if (e.repeat) return;
        before = true;
        preview(useWays.getState().seen ? null : (p) => withoutTreatments(p, s.slideId));
        return;
      }
      if (e.altKey) {
        const n = Number(e.key);
        if (n >= 1 && n <= VIEWS.length) {
          done();
          useBench.setState({ view: VIEWS[n - 1] });
        }
        return;
      }
      if (arrow) {
        if (
          !s.selection.length ||
          (e.target as HTMLElement).closest?.('[role="slider"],[role="radiogroup"],[aria-roledescription="sortable"]')
        )
          return;
        done();
        nudge(arrow[0] * (e.shiftKey ? 10 : 1), arrow[1] * (e.shiftKey ? 10 : 1));
        return;
      }
      const onButton =
        e.target instanceof HTMLElement &&
        e.target.closest('button,a,[role="slider"]') !== null &&
        !e.target.dataset.layer;
      switch (e.key) {
        case 'Escape':
          if (s.picking) useBench.setState({ picking: null });
          else if (s.editing) useBench.setState({ editing: null });
          else if (s.inside) useBench.setState({ inside: null });
          else if (s.view === 'clean') useBench.setState({ view: 'plain' });
          else if (s.entered) leaveGroup();
          else select([]);
          return;
        case 'Delete':
        case 'Backspace':
          done();
          return removeSelected();
        case 'Enter':
          if (onButton) return;
          if (isText(one) && !one.locked) {
            done();
            useBench.setState({ editing: one.id, range: null });
          } else if (one && isPannable(one) && one.band === 'message') {
            done();
            useBench.setState({ inside: one.id });
          }
          return;
        case 'F2':
          if (one) {
            done();
            startRenaming(one.id);
          }
          return;
        case ']':
          return shiftSelected(1);
        case '[':
          return shiftSelected(-1);
        case '}':
          return shiftSelected(Infinity);
        case '{':
          return shiftSelected(-Infinity);
        case 'Tab': {
          // On the stage Tab goes through its layers, topmost first; beyond the last the browser goes on.
          const onStage =
            e.target === document.body || (e.target instanceof HTMLElement && e.target.dataset.layer !== undefined);
          const all = [...currentSlide(s).layers].reverse().filter((l) => l.visible && !l.locked);
          const at = all.findIndex((l) => l.id === s.selection.at(-1)),
            next = all[e.shiftKey ? at - 1 : at + 1];
          if (!onStage || !s.selection.length || !next) return;
          done();
          select([next.id]);
          document.querySelector<HTMLElement>(`[data-layer="${next.id}"]`)?.focus({ preventScroll: true });
          return;
        }
        case 't':
        case 'T':
          done();
          return addText();
        case 'j':
        case 'J':
          return void document.querySelector<HTMLButtonElement>('[data-just-enough]')?.click();
        case '+':
        case '=':
          return zoomBy(1, zoomRef.current);
        case '-':
          return zoomBy(-1, zoomRef.current);
        case '0':
          return zoomTo('fit');
        case '1':
          return zoomTo(1);
        case '?':
          return showShortcuts();
      }
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
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', release);
    window.addEventListener('blur', release);
    window.addEventListener('copy', copy);
    window.addEventListener('cut', copy);
    window.addEventListener('paste', paste);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', release);
      window.removeEventListener('blur', release);
      window.removeEventListener('copy', copy);
      window.removeEventListener('cut', copy);
      window.removeEventListener('paste', paste);
    };
  }, [zoomRef, showShortcuts]);
}
