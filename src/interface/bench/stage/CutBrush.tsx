'use client';
// Strokes that keep or remove parts of a photo's subject, painted on the stage; the mask follows when a stroke ends.
import { useEffect, useState } from 'react';
import { apply } from '../../../core/ground/transform';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { placePhoto } from '../../../core/photo/fit';
import { layerIn } from '../../../core/piece/resolve';
import { MOST_POINTS } from '../../../core/values/plain';
import { useAssetSize } from '../../shared/assets';
import { addStroke } from '../commands/cutting';
import { useBrush } from '../state/brush';
import { currentSize, currentSlide, useBench } from '../state/store';
import css from './CutBrush.module.css';
import { pointOn, useEscape } from './on-layer';

/** Points closer than this on the stage are one, CSS px. */
const APART = 3;

/** No more points than a stroke can have, evenly left out: the whole way stays. */
const thinned = <P,>(points: readonly P[]): P[] =>
  points.length <= MOST_POINTS
    ? [...points]
    : Array.from({ length: MOST_POINTS }, (_, i) => points[Math.round((i * (points.length - 1)) / (MOST_POINTS - 1))]);

const leave = (): void => useBrush.setState({ layer: null });

export function CutBrush({ scale }: { scale: number }) {
  const { layer: id, keep, size: brush, busy } = useBrush();
  const size = useBench(currentSize);
  const base = useBench((s) => s.piece.sizes[0]);
  const found = useBench((s) => currentSlide(s).layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l)));
  const photo = useAssetSize(found?.asset ?? null);
  /** Strokes whose mask is not there yet: they stay on the picture until it is. */
  const [sent, setSent] = useState<{ points: { x: number; y: number }[]; keep: boolean; diameter: number }[]>([]);
  const [line, setLine] = useState<{ x: number; y: number }[]>([]);
  const [at, setAt] = useState<{ x: number; y: number } | null>(null);
  useEscape(found !== undefined, leave);
  useEffect(() => useBrush.subscribe((now, before) => void (before.busy && !now.busy && setSent([]))), []);
  if (!found || !photo) return null;
  const layer = layerIn(found, size, base),
    { box, rotation } = layer;
  const { target, toFile } = placePhoto(photo, box, layer);
  const long = Math.max(photo.width, photo.height),
    perFile = Math.hypot(toFile[0], toFile[1]);
  const diameter = ((brush * long) / perFile) * scale;
  const local = (e: React.PointerEvent): { x: number; y: number } =>
    pointOn(e, rotation, box.width * scale, box.height * scale);
  const end = (): void => {
    const points = line.map((p) => {
      const [x, y] = apply(toFile, p.x / scale - target.x, p.y / scale - target.y);
      return { x: Math.min(1.5, Math.max(-0.5, x / photo.width)), y: Math.min(1.5, Math.max(-0.5, y / photo.height)) };
    });
    setLine([]);
    if (!points.length) return;
    setSent((all) => [...all, { points: line, keep, diameter }]);
    void addStroke(found.id, { keep, size: brush, points: thinned(points) });
  };
  return (
    <svg
      className={css.brush}
      role="application"
      aria-label={`Paint what to ${keep ? 'keep' : 'remove'}`}
      data-busy={busy || undefined}
      style={{
        left: box.x * scale,
        top: box.y * scale,
        width: box.width * scale,
        height: box.height * scale,
        transform: rotation ? `rotate(${rotation}deg)` : undefined,
      }}
      onPointerDown={(e) => {
        e.stopPropagation();
        if (e.button !== 0) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        setLine([local(e)]);
      }}
      onPointerMove={(e) => {
        const p = local(e);
        setAt(p);
        if (!e.currentTarget.hasPointerCapture(e.pointerId)) return;
        setLine((l) => (l.length && Math.hypot(l.at(-1)!.x - p.x, l.at(-1)!.y - p.y) < APART ? l : [...l, p]));
      }}
      onPointerUp={end}
      onPointerCancel={end}
      onPointerLeave={() => setAt(null)}
    >
      {[...sent, { points: line, keep, diameter }].map(
        (s, i) =>
          s.points.length > 0 && (
            <polyline
              key={i}
              points={[
                ...s.points,
                s.points.length === 1 ? { x: s.points[0].x + 0.1, y: s.points[0].y } : s.points.at(-1)!,
              ]
                .map((p) => `${p.x},${p.y}`)
                .join(' ')}
              fill="none"
              strokeWidth={s.diameter}
              strokeLinecap="round"
              strokeLinejoin="round"
              data-keep={s.keep || undefined}
            />
          ),
      )}
      {at && (
        <g>
          <circle cx={at.x} cy={at.y} r={diameter / 2} />
          <path d={`M${at.x - 4} ${at.y}h8${keep ? `M${at.x} ${at.y - 4}v8` : ''}`} />
        </g>
      )}
    </svg>
  );
}
