'use client';
// What is drawn on a layer of the stage: where the pointer is on it, and Escape to leave.
import { useEffect } from 'react';

/**
 * Where the pointer is on a layer that an element covers, turned as it is.
 * @param width of the layer before its turn, CSS px @returns CSS px from the layer's own top left
 */
export function pointOn(
  e: React.PointerEvent,
  rotation: number,
  width: number,
  height: number,
): { x: number; y: number } {
  const r = e.currentTarget.getBoundingClientRect(),
    a = (-rotation * Math.PI) / 180,
    dx = e.clientX - (r.left + r.width / 2),
    dy = e.clientY - (r.top + r.height / 2);
  return {
    x: dx * Math.cos(a) - dy * Math.sin(a) + width / 2,
    y: dx * Math.sin(a) + dy * Math.cos(a) + height / 2,
  };
}

/** Escape leaves, before anything else hears of it. */
export function useEscape(active: boolean, leave: () => void): void {
  useEffect(() => {
    if (!active) return;
    const key = (e: KeyboardEvent): void => {
      if (e.key !== 'Escape') return;
      e.stopPropagation();
      leave();
    };
    window.addEventListener('keydown', key, true);
    return () => window.removeEventListener('keydown', key, true);
  }, [active, leave]);
}
