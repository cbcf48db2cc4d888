// A part dragged from the shelf onto the slide: its picture goes with the pointer, and it lands where it is let go.
import { Portal } from '@mantine/core';
import { useRef, useState } from 'react';
import { follow } from '../commands/drag';
import { spotUnder } from './keeping';
import css from './Shelf.module.css';

type Spot = NonNullable<ReturnType<typeof spotUnder>>;

export function useDraggedPart() {
  const [shown, setShown] = useState<{ picture: string; x: number; y: number } | null>(null),
    moved = useRef(false);
  const drag = (e: React.PointerEvent, picture: string, lay: (at: Spot) => void): void => {
    moved.current = false;
    if (e.button !== 0 || e.pointerType === 'touch') return;
    let last = { x: e.clientX, y: e.clientY };
    follow(e, {
      move: (_dx, _dy, p) => {
        moved.current = true;
        last = { x: p.clientX, y: p.clientY };
        setShown({ picture, ...last });
      },
      // Taken back, it was a drag all the same: no press follows from it.
      cancel: () => void (last = { x: -1, y: -1 }),
      end: (far) => {
        setShown(null);
        const at = far ? spotUnder(last.x, last.y) : null;
        if (at) lay(at);
      },
    });
  };
  return {
    drag,
    /** Was the press that just ended a drag? */
    dragged: (): boolean => moved.current,
    ghost: shown && (
      <Portal>
        {/* eslint-disable-next-line @next/next/no-img-element -- what is dragged */}
        <img src={shown.picture} alt="" className={css.ghost} style={{ left: shown.x, top: shown.y }} />
      </Portal>
    ),
  };
}
