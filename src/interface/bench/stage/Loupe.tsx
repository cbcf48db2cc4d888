'use client';
// Picks a colour from the picture itself: a magnified patch follows the pointer.
import { useEffect, useRef, useState } from 'react';
import { toHex } from '../../../core/colour/srgb';
import { latest, stageWorker } from '../../../workers/clients';
import { currentSize, shownOf, useBench } from '../state/store';
import css from './Loupe.module.css';

const R = 5;
const SIDE = 2 * R + 1;
const ask = latest((x: number, y: number, of: 'picture' | 'all') =>
  stageWorker().loupe(shownOf(useBench.getState()), x, y, R, of),
);

export function Loupe({ scale }: { scale: number }) {
  const size = useBench(currentSize);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [at, setAt] = useState<{ x: number; y: number; hex: string } | null>(null);

  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      useBench.setState({ picking: null });
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, []);

  const look = async (e: React.PointerEvent): Promise<string | null> => {
    const r = e.currentTarget.getBoundingClientRect();
    const x = (e.clientX - r.left) / scale,
      y = (e.clientY - r.top) / scale;
    if (x < 0 || y < 0 || x >= size.width || y >= size.height) return null;
    const px = await ask(Math.floor(x), Math.floor(y), e.altKey ? 'all' : 'picture');
    if (!px) return null;
    const m = (R * SIDE + R) * 4,
      hex = toHex(px[m], px[m + 1], px[m + 2]);
    canvas.current?.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(px), SIDE, SIDE), 0, 0);
    setAt({ x: x * scale, y: y * scale, hex });
    return hex;
  };

  return (
    <div
      className={css.area}
      role="application"
      aria-label="Pick a colour from the picture"
      onPointerMove={(e) => void look(e)}
      onPointerDown={async (e) => {
        e.stopPropagation();
        const hex = await look(e);
        const { picking } = useBench.getState();
        useBench.setState({ picking: null });
        if (hex) picking?.take(hex);
      }}
    >
      <div className={css.loupe} style={at ? { left: at.x, top: at.y } : { display: 'none' }}>
        <canvas ref={canvas} width={SIDE} height={SIDE} />
        <i />
        <code>{at?.hex}</code>
        <small>of the photo; with Alt as seen</small>
      </div>
    </div>
  );
}
