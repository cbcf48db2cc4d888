'use client';
// A section as it is at a width of the page, painted live while the width is dragged.
import { useEffect, useRef, useState } from 'react';
import { shownOf, useBench } from '../state/store';
import { attachStage, latest, onStageRestart, stageWorker } from '../../../workers/clients';
import css from './Widths.module.css';

let made = 0;

export function WidthPicture({
  slideId,
  time,
  width,
  room,
  dragging,
  onSized,
}: {
  slideId: string;
  /** Of a slideshow the moment that shows, ms. */
  time: number;
  /** CSS px of the page. */
  width: number;
  /** CSS px there are for it. */
  room: { width: number; height: number };
  /** It will change again at once: painted quickly. */
  dragging: boolean;
  /** Its height at that width. */
  onSized: (height: number) => void;
}) {
  const host = useRef<HTMLDivElement>(null),
    piece = useBench((s) => s.piece),
    [key, setKey] = useState<string | null>(null),
    [shown, setShown] = useState({ width: 0, height: 0 });
  const show = useRef(
    latest((...args: Parameters<ReturnType<typeof stageWorker>['showWidth']>) => stageWorker().showWidth(...args)),
  );
  useEffect(() => {
    const attach = (): string => {
      const mine = `width-${++made}`,
        canvas = document.createElement('canvas');
      host.current!.replaceChildren(canvas);
      void attachStage(mine, canvas.transferControlToOffscreen());
      setKey(mine);
      return mine;
    };
    let mine = attach();
    const stop = onStageRestart(() => {
      mine = attach();
    });
    return () => {
      stop();
      void stageWorker().detach(mine);
    };
  }, []);
  const { width: roomWidth, height: roomHeight } = room;
  useEffect(() => {
    if (!key) return;
    let on = true;
    const scene = shownOf({ piece, slideId, sizeId: piece.sizes[0].id, preview: null }, time);
    show
      .current(key, scene, width, { width: roomWidth, height: roomHeight }, window.devicePixelRatio, dragging)
      .then((painted) => {
        if (!on || !painted) return;
        const { size, scale } = painted;
        setShown({ width: size.width * scale, height: size.height * scale });
        onSized(size.height);
        host.current!.dataset.paintedWidth = String(size.width);
      })
      .catch((e: unknown) => console.error(e));
    return () => {
      on = false;
    };
  }, [key, piece, slideId, time, width, roomWidth, roomHeight, dragging, onSized]);
  return <div ref={host} className={css.picture} data-width-picture style={shown.width ? shown : undefined} />;
}
