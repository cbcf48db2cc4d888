'use client';
// The sides of a photo rated for making room, drawn on its edges: a line for each, thicker and hatched where something
// is in the way.
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { photoWithin } from '../../../core/photo/room';
import { layerIn } from '../../../core/piece/resolve';
import { KIND_WORD, useRoomMarks } from '../state/room-marks';
import { currentSize, currentSlide, useBench } from '../state/store';
import label from './Label.module.css';
import css from './RoomMarks.module.css';

export function RoomMarks({ scale }: { scale: number }) {
  const { layer: id, ratings } = useRoomMarks();
  const size = useBench(currentSize);
  const base = useBench((s) => s.piece.sizes[0]);
  const layer = useBench((s) => currentSlide(s).layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l)));
  const dragging = useBench((s) => s.dragging === 'stage');
  if (!layer || !ratings.length || dragging) return null;
  const { box, rotation, room } = layerIn(layer, size, base);
  const inner = room?.on ? photoWithin(box, room) : { x: 0, y: 0, width: box.width, height: box.height };
  return (
    <div
      className={css.marks}
      aria-hidden
      style={{
        left: box.x * scale,
        top: box.y * scale,
        width: box.width * scale,
        height: box.height * scale,
        transform: rotation ? `rotate(${rotation}deg)` : undefined,
      }}
    >
      <div
        className={css.photo}
        style={{
          left: inner.x * scale,
          top: inner.y * scale,
          width: inner.width * scale,
          height: inner.height * scale,
        }}
      >
        {ratings.map((r) => (
          <div key={r.side} className={css.side} data-side={r.side} data-kind={r.kind}>
            {r.where.map(([from, to], i) => (
              <i
                key={i}
                style={
                  r.side === 'left' || r.side === 'right'
                    ? { top: `${from * 100}%`, height: `${(to - from) * 100}%` }
                    : { left: `${from * 100}%`, width: `${(to - from) * 100}%` }
                }
              />
            ))}
            <span className={label.label}>{KIND_WORD[r.kind]}</span>
          </div>
        ))}
      </div>
    </div>
  );
}
