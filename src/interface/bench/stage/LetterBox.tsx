'use client';
// A box drawn round a text that is a part of a picture.
import { useEffect, useState } from 'react';
import { boxBetween } from '../../../core/arrange/align';
import type { Box } from '../../../core/ground/box';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { fileOnSlide } from '../../../core/piece/lift';
import { layerIn } from '../../../core/piece/resolve';
import { useAssetSize } from '../../shared/assets';
import { findLetters } from '../commands/lettering';
import { useLettering } from '../state/lettering';
import { currentSize, currentSlide, useBench } from '../state/store';
import css from './LetterBox.module.css';

/** Smaller boxes are clicks, CSS px. */
const LEAST = 6;
const unit = (v: number): number => Math.min(1, Math.max(0, v));

export function LetterBox({ scale }: { scale: number }) {
  const { drawing: id, busy } = useLettering(),
    size = useBench(currentSize),
    base = useBench((s) => s.piece.sizes[0]),
    found = useBench((s) => currentSlide(s).layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l))),
    photo = useAssetSize(found?.asset ?? null),
    [start, setStart] = useState<{ x: number; y: number } | null>(null),
    [box, setBox] = useState<Box | null>(null);
  useEffect(() => {
    if (!found) return;
    const key = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      setBox(null);
      useLettering.setState({ drawing: null });
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, [found]);
  // What was drawn stays until its letters are there.
  useEffect(() => useLettering.subscribe((now, before) => void (before.busy && !now.busy && setBox(null))), []);
  if (!found || !photo) return null;
  const layer = layerIn(found, size, base),
    at = (e: React.PointerEvent): { x: number; y: number } => {
      const r = e.currentTarget.getBoundingClientRect();
      return { x: (e.clientX - r.left) / scale, y: (e.clientY - r.top) / scale };
    };
  const end = (): void => {
    setStart(null);
    if (!box || Math.min(box.width, box.height) * scale < LEAST) return setBox(null);
    const { k, x, y } = fileOnSlide(layer, photo),
      left = unit((box.x + layer.box.x - x) / k / photo.width),
      top = unit((box.y + layer.box.y - y) / k / photo.height),
      width = unit((box.x + box.width + layer.box.x - x) / k / photo.width) - left,
      height = unit((box.y + box.height + layer.box.y - y) / k / photo.height) - top;
    if (width > 0 && height > 0) void findLetters(found.id, [{ x: left, y: top, width, height }]);
    else setBox(null);
  };
  return (
    <div
      className={css.area}
      role="application"
      aria-label="Draw a box round a text"
      data-busy={busy !== null || undefined}
      style={{
        left: layer.box.x * scale,
        top: layer.box.y * scale,
        width: layer.box.width * scale,
        height: layer.box.height * scale,
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
