// What is selected, as the stack shows it: at once, except where many rows change. Those change a moment later, as what
// many layers bring beside the stage does (panel-piece.ts), so that the frame in which the stage changes stays short.
import { create } from 'zustand';
import { MANY } from './panel-piece';
import { useBench } from './store';

/** The ids of the layers whose rows are shown as selected. */
export const usePanelSelection = create<{ selected: ReadonlySet<string> }>(() => ({
  selected: new Set(useBench.getState().selection),
}));

let timer: ReturnType<typeof setTimeout> | null = null;
const take = (): void => {
  timer = null;
  usePanelSelection.setState({ selected: new Set(useBench.getState().selection) });
};
useBench.subscribe(({ selection }, before) => {
  if (selection === before.selection) return;
  if (timer) clearTimeout(timer);
  const { selected } = usePanelSelection.getState(),
    stay = selection.filter((id) => selected.has(id)).length;
  if (selected.size + selection.length - 2 * stay > MANY) timer = setTimeout(take);
  else take();
});
