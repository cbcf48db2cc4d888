// What is selected, as the stack shows it: at once, except where many rows change. Those follow
// with the next frame, as controls do, so that the one in which the stage changes stays short.
import { create } from 'zustand';
import { afterFrame } from '../../shared/after-frame';
import { MANY } from './panel-piece';
import { useBench } from './store';

/** The ids of the layers whose rows are shown as selected. */
export const usePanelSelection = create<{ selected: ReadonlySet<string> }>(() => ({
  selected: new Set(useBench.getState().selection),
}));

const take = (): void => usePanelSelection.setState({ selected: new Set(useBench.getState().selection) });
let callOff = (): void => {};
useBench.subscribe(({ selection }, before) => {
  if (selection === before.selection) return;
  callOff();
  const { selected } = usePanelSelection.getState(),
    stay = selection.filter((id) => selected.has(id)).length;
  if (selected.size + selection.length - 2 * stay > MANY) callOff = afterFrame(take);
  else take();
});
