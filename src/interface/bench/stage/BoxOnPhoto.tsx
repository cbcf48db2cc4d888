'use client';
// A box drawn on a photo, in fractions of its file; Escape gives up.
import { useCallback, useState } from 'react';
import { boxBetween } from '../../../core/arrange/align';
import { areaOf, type Box, sharedBy } from '../../../core/ground/box';
import { apply, boundsThrough } from '../../../core/ground/transform';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { placePhoto } from '../../../core/photo/fit';
import { layerIn } from '../../../core/piece/resolve';
import { useAssetSize } from '../../shared/assets';
import { currentSize, currentSlide, useBench } from '../state/store';
import css from './BoxOnPhoto.module.css';
import { pointOn, useEscape } from './on-layer';

/** Smaller boxes are clicks, CSS px. */
const LEAST = 6;
const unit = (v: number): number => Math.min(1, Math.max(0, v));

interface Props {
  scale: number;
  /** The photo it is drawn on; null while none is. */
  photo: string | null;
  label: string;
  busy: boolean;
  /** What was drawn stays on the stage until this has ended. @param more drawn with Shift */
  onBox: (photo: string, box: Box, more: boolean) => Promise<void>;
  /** A click instead, in fractions of the file. */
  onPoint?: (photo: string, point: { x: number; y: number }) => void;
  onLeave: () => void;
}

export function BoxOnPhoto({ scale, photo: id, label, busy, onBox, onPoint, onLeave }: Props) {
  const size = useBench(currentSize),
    base = useBench((s) => s.piece.sizes[0]),
    found = useBench((s) => currentSlide(s).layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l))),
    photo = useAssetSize(found?.asset ?? null),
    [start, setStart] = useState<{ x: number; y: number } | null>(null),
    [box, setBox] = useState<Box | null>(null);
  const leave = useCallback(() => {
    setBox(null);
    onLeave();
  }, [onLeave]);
  useEscape(found !== undefined, leave);
  if (!found || !photo) return null;
  const layer = layerIn(found, size, base),
    at = (e: React.PointerEvent): { x: number; y: number } => {
      const { x, y } = pointOn(e, layer.rotation, layer.box.width * scale, layer.box.height * scale);
      return { x: x / scale, y: y / scale };
    };
  const end = (e: React.PointerEvent): void => {
    setStart(null);
    const { target, toFile } = placePhoto(photo, layer.box, layer);
    if (!box || Math.min(box.width, box.height) * scale < LEAST) {
      setBox(null);
      if (!start || (box && Math.max(box.width, box.height) * scale >= LEAST)) return;
      const [x, y] = apply(toFile, start.x - target.x, start.y - target.y);
      return onPoint?.(found.id, { x: unit(x / photo.width), y: unit(y / photo.height) });
    }
    // Of a photo that is flipped or turned within its frame the corners may change places.
    const inFile = boundsThrough(toFile, { ...box, x: box.x - target.x, y: box.y - target.y }),
      part = {
        x: inFile.x / photo.width,
        y: inFile.y / photo.height,
        width: inFile.width / photo.width,
        height: inFile.height / photo.height,
      },
      drawn = sharedBy(part, { x: 0, y: 0, width: 1, height: 1 });
    if (areaOf(drawn) > 0) void onBox(found.id, drawn, e.shiftKey).finally(() => setBox(null));
    else setBox(null);
  };
  return (
    <div
      className={css.area}
      role="application"
      aria-label={label}
      data-busy={busy || undefined}
      style={{
        left: layer.box.x * scale,
        top: layer.box.y * scale,
        width: layer.box.width * scale,
        height: layer.box.height * scale,
        transform: layer.rotation ? `rotate(${layer.rotation}deg)` : undefined,
      }}
      onPointerDown={(e) => {
        e.stopPropagation();
        if (e.button !== 0 || busy) return;
        e.currentTarget.setPointerCapture(e.pointerId);
        setStart(at(e));
        setBox(null);
      }}
      onPointerMove={(e) => start && setBox(boxBetween(start, at(e)))}
      onPointerUp={end}
      onPointerCancel={() => (setStart(null), setBox(null))}
    >
      {box && (
        <i
          style={{
            left: box.x * scale,
            top: box.y * scale,
            width: box.width * scale,
            height: box.height * scale,
          }}
        />
      )}
    </div>
  );
}
