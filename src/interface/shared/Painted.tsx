'use client';
// Pixels that a worker painted.
import { useEffect, useRef } from 'react';
import type { Pixels } from '../../core/ground/pixels';

export function Painted({ pixels: { width, height, data }, className }: { pixels: Pixels; className?: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    canvas
      .current!.getContext('2d')!
      .putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  }, [width, height, data]);
  return <canvas ref={canvas} width={width} height={height} className={className} />;
}
