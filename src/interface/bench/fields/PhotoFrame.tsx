'use client';
// The whole picture in small: the part that is used is drawn on it and cropped by its edges, the focal point is
// dragged.
import { useRef, useState } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { pointInFile, pointInPicture } from '../../../core/photo/fit';
import { follow } from '../commands/drag';
import { change } from '../commands/layers';
import { putBox } from '../commands/setter';
import { dragging } from './Amount';
import css from './PhotoFrame.module.css';

const LEAST = 0.05;
const EDGES = [
  { name: 'left', x: -1, y: 0 },
  { name: 'top', x: 0, y: -1 },
  { name: 'right', x: 1, y: 0 },
  { name: 'bottom', x: 0, y: 1 },
  { name: 'top left', x: -1, y: -1 },
  { name: 'top right', x: 1, y: -1 },
  { name: 'bottom right', x: 1, y: 1 },
  { name: 'bottom left', x: -1, y: 1 },
] as const;

const clamp = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
const fine = (v: number): number => Math.round(v * 1e4) / 1e4;

export function PhotoFrame({ layer, photo }: { layer: PhotoLayer; photo: { width: number; height: number } }) {
  const host = useRef<HTMLDivElement>(null);
  const [active, setActive] = useState(false);
  const { crop } = layer;
  const focus = pointInFile(photo, layer, layer.focus);

  const drag = (e: React.PointerEvent, move: (dx: number, dy: number, at: { x: number; y: number }) => void): void => {
    if (e.button !== 0) return;
    e.preventDefault();
    e.stopPropagation();
    const r = host.current!.getBoundingClientRect();
    setActive(true);
    dragging.begin();
    follow(e, {
      move: (dx, dy, p) =>
        move(dx / r.width, dy / r.height, {
          x: clamp((p.clientX - r.left) / r.width, 0, 1),
          y: clamp((p.clientY - r.top) / r.height, 0, 1),
        }),
      end: () => {
        setActive(false);
        dragging.end();
      },
    });
  };
  const setCrop = (next: PhotoLayer['crop']): void =>
    change<PhotoLayer>(
      'Crop',
      [layer.id],
      (l) => void (l.crop = { x: fine(next.x), y: fine(next.y), width: fine(next.width), height: fine(next.height) }),
      `crop:${layer.id}`,
    );
  const edge =
    ({ x, y }: (typeof EDGES)[number]) =>
    (e: React.PointerEvent): void =>
      drag(e, (dx, dy) => {
        const left = x < 0 ? clamp(crop.x + dx, 0, crop.x + crop.width - LEAST) : crop.x,
          right = x > 0 ? clamp(crop.x + crop.width + dx, crop.x + LEAST, 1) : crop.x + crop.width;
        const top = y < 0 ? clamp(crop.y + dy, 0, crop.y + crop.height - LEAST) : crop.y,
          bottom = y > 0 ? clamp(crop.y + crop.height + dy, crop.y + LEAST, 1) : crop.y + crop.height;
        setCrop({ x: left, y: top, width: right - left, height: bottom - top });
      });
  const setFocus = (at: { x: number; y: number }): void => {
    const p = pointInPicture(photo, layer, at);
    putBox(layer, 'Focal point', { focus: { x: clamp(p.x, 0, 1), y: clamp(p.y, 0, 1) } });
  };
  const key = (e: React.KeyboardEvent): void => {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
    if (!by) return;
    e.preventDefault();
    e.stopPropagation();
    const k = e.shiftKey ? 0.1 : 0.01;
    setFocus({ x: focus.x + by[0] * k, y: focus.y + by[1] * k });
  };
  const percent = (v: number): string => `${v * 100}%`;

  return (
    <div className={css.host} data-active={active || undefined}>
      <div
        ref={host}
        className={css.picture}
        data-photo-frame
        style={{ aspectRatio: `${photo.width} / ${photo.height}` }}
      >
        {/* eslint-disable-next-line @next/next/no-img-element -- thumbnails come ready-made from our own server */}
        <img src={`/api/assets/${layer.asset}?as=thumbnail`} alt="" draggable={false} />
        <div
          className={css.crop}
          style={{
            left: percent(crop.x),
            top: percent(crop.y),
            width: percent(crop.width),
            height: percent(crop.height),
          }}
          onPointerDown={(e) =>
            drag(e, (dx, dy) =>
              setCrop({ ...crop, x: clamp(crop.x + dx, 0, 1 - crop.width), y: clamp(crop.y + dy, 0, 1 - crop.height) }),
            )
          }
        >
          {EDGES.map((h) => (
            <span
              key={h.name}
              className={css.edge}
              data-crop={h.name}
              title={`Crop: ${h.name}`}
              style={{
                left: `calc(${percent((h.x + 1) / 2)} - ${(h.x + 1) * 8}px)`,
                top: `calc(${percent((h.y + 1) / 2)} - ${(h.y + 1) * 8}px)`,
                cursor: h.x === 0 ? 'ns-resize' : h.y === 0 ? 'ew-resize' : h.x === h.y ? 'nwse-resize' : 'nesw-resize',
              }}
              onPointerDown={edge(h)}
            />
          ))}
        </div>
        <button
          type="button"
          className={css.focus}
          data-focal-point
          title="Focal point: kept in view in every size"
          aria-label={`Focal point: ${Math.round(focus.x * 100)} % across, ${Math.round(focus.y * 100)} % down. Arrow keys move it`}
          style={{ left: percent(focus.x), top: percent(focus.y) }}
          onPointerDown={(e) => drag(e, (_dx, _dy, at) => setFocus(at))}
          onKeyDown={key}
        />
      </div>
    </div>
  );
}
