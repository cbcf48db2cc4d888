'use client';
// Quiet spots over the stage: numbered ghosts of the frame a text would take, and the map of margins.
import { VisuallyHidden } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { QuietMap } from '../../../core/reading/quiet-spots';
import { VERDICT_WORD } from '../../shared/VerdictMark';
import { lookAtSpot, movedOn, takeSpot, useSpots } from '../measuring/spots';
import { useBench } from '../state/store';
import css from './Ghosts.module.css';

export function Ghosts({ scale }: { scale: number }) {
  const shown = useSpots((s) => s.shown);
  const dragging = useBench((s) => s.dragging);
  if (!shown || dragging) return null;
  return (
    <div className={css.ghosts} data-map={shown.map ? '' : undefined}>
      {shown.map && <MarginMap map={shown.map} />}
      {shown.spots.map((spot, i) => (
        <button
          key={i}
          type="button"
          className={css.ghost}
          data-ghost={i + 1}
          style={{
            left: spot.frame.x * scale,
            top: spot.frame.y * scale,
            width: spot.frame.width * scale,
            height: spot.frame.height * scale,
          }}
          onPointerDown={(e) => e.stopPropagation()}
          onPointerMove={(e) => movedOn(e) && lookAtSpot(shown.text, spot)}
          onPointerLeave={() => lookAtSpot(shown.text, null)}
          onClick={() => takeSpot(shown.text, spot)}
        >
          <span>
            <VisuallyHidden>Quiet spot </VisuallyHidden>
            {i + 1}: {spot.reading.ratio?.toFixed(1)}
            <VisuallyHidden> {spot.reading.verdict ? VERDICT_WORD[spot.reading.verdict] : ''}</VisuallyHidden>
          </span>
        </button>
      ))}
    </div>
  );
}

/** Two signs besides the colour: where it would be Lost is hatched. */
function MarginMap({ map }: { map: QuietMap }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const { width, height, values } = map,
      data = new Uint8ClampedArray(width * height * 4);
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        const m = values[i];
        if (m === 0) continue;
        const hatch = (x + y) % 6 < 2;
        const [r, g, b, a] =
          m >= 1
            ? [35, 70, 144, 70 + 110 * Math.min(1, m - 1)]
            : m >= 0.6
              ? [201, 119, 0, 60]
              : [201, 119, 0, hatch ? 170 : 40];
        data.set([r, g, b, a], i * 4);
      }
    canvas.current!.getContext('2d')!.putImageData(new ImageData(data, width, height), 0, 0);
  }, [map]);
  return <canvas ref={canvas} width={map.width} height={map.height} aria-hidden />;
}
