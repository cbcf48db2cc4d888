// Drags: followed to their end a frame at a time, taken back by Esc; those of the document become one undo step.
import { edit, settle, useBench } from '../state/store';

/** Least way of a drag, CSS px. */
const STILL = 3;

/** Presses follow each other as one multiple click within this time and way. */
const AGAIN = { ms: 450, px: 5 };
let press = { at: -Infinity, x: 0, y: 0, count: 0 };

/**
 * The how manieth of presses that follow each other this one is: 2 for a double click. Pointer events do not say so
 * themselves.
 */
export function countPress(e: React.PointerEvent): number {
  const near = e.timeStamp - press.at < AGAIN.ms && Math.hypot(e.clientX - press.x, e.clientY - press.y) < AGAIN.px;
  press = { at: e.timeStamp, x: e.clientX, y: e.clientY, count: near ? press.count + 1 : 1 };
  return press.count;
}

/** Follows the pointer until it is let go. Esc takes the drag back. */
export function follow(
  e: React.PointerEvent,
  on: { move: (dx: number, dy: number, e: PointerEvent) => void; end: (moved: boolean) => void; cancel?: () => void },
): void {
  const from = { x: e.clientX, y: e.clientY };
  let moved = false;
  let frame = 0;
  let last: PointerEvent | null = null;
  const step = (): void => {
    frame = 0;
    if (last) on.move(last.clientX - from.x, last.clientY - from.y, last);
  };
  const move = (m: PointerEvent): void => {
    // Nobody else needs to hear of every step.
    m.stopPropagation();
    if (!moved && Math.hypot(m.clientX - from.x, m.clientY - from.y) < STILL) return;
    moved = true;
    last = m;
    // One step a frame, however fast the pointer reports.
    if (!frame) frame = requestAnimationFrame(step);
  };
  const quiet = (m: Event): void => m.stopPropagation();
  const stop = (): void => {
    window.removeEventListener('pointermove', move, true);
    window.removeEventListener('mousemove', quiet, true);
    window.removeEventListener('pointerup', up);
    window.removeEventListener('pointercancel', up);
    window.removeEventListener('keydown', key, true);
    if (frame) {
      cancelAnimationFrame(frame);
      step();
    }
  };
  const up = (): void => {
    stop();
    on.end(moved);
  };
  const key = (k: KeyboardEvent): void => {
    if (k.key !== 'Escape') return;
    k.stopPropagation();
    last = null;
    stop();
    on.cancel?.();
    on.end(false);
  };
  window.addEventListener('pointermove', move, true);
  window.addEventListener('mousemove', quiet, true);
  window.addEventListener('pointerup', up);
  window.addEventListener('pointercancel', up);
  window.addEventListener('keydown', key, true);
}

/**
 * Begins a drag of the document: its changes become one undo step, Esc restores what was.
 * @param drop what else belongs to that step once it is let go
 */
export function dragDocument(
  e: React.PointerEvent,
  label: string,
  move: (dx: number, dy: number, e: PointerEvent, merge: string) => void,
  done: (moved: boolean) => void = () => {},
  drop: (merge: string) => void = () => {},
): void {
  settle();
  // What lies under the pointer on its way need not be found.
  e.currentTarget.setPointerCapture(e.pointerId);
  const before = useBench.getState().piece;
  const merge = `drag:${label}:${performance.now()}`;
  follow(e, {
    move: (dx, dy, p) => {
      if (!useBench.getState().dragging) useBench.setState({ dragging: 'stage' });
      move(dx, dy, p, merge);
    },
    cancel: () => edit(label, () => before, merge),
    end: (moved) => {
      if (moved) drop(merge);
      settle();
      useBench.setState({ dragging: false });
      done(moved);
    },
  });
}
