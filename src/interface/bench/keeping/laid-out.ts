// Lays sizes that nobody has adjusted out anew, once there is rest after an edit. It belongs to the edit: one undo
// takes both back.
import { hasAuto, unlaid, withLaid } from '../../../core/piece/auto-layout';
import type { Layout } from '../../../core/piece/sizes';
import { stageWorker } from '../../../workers/clients';
import { whenRested } from '../../shared/when-rested';
import { amend, useBench } from '../state/store';

/** How long nothing must have changed, ms. */
const REST = 350;

async function layOut(): Promise<void> {
  const { piece } = useBench.getState(),
    laid: [size: string, layout: Layout][] = [];
  for (const size of piece.sizes.slice(1))
    if (size.auto) laid.push([size.id, await stageWorker().firstLayout(unlaid(piece, size.id), size)]);
  const s = useBench.getState();
  // What was changed meanwhile is laid out after it.
  if (s.piece === piece && !s.dragging && s.editing === null)
    amend((p) => laid.reduce((q, [size, layout]) => withLaid(q, size, layout), p));
}

/** @returns a function that stops it */
export function keepLaidOut(): () => void {
  const soon = whenRested(() => void layOut().catch(console.error));
  const stop = useBench.subscribe((now, before) => {
    const changed = now.piece.slides !== before.piece.slides,
      rests = !now.dragging && now.editing === null,
      rested = !before.dragging && before.editing === null;
    if (!hasAuto(now.piece) || now.opened !== before.opened || !(changed || (rests && !rested))) return;
    if (rests) soon.after(REST);
    else soon.stop();
  });
  return () => {
    soon.stop();
    stop();
  };
}
