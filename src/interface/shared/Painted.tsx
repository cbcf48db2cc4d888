'use client';
// Pixels that a worker painted.
import { type ComponentProps, useEffect, useRef } from 'react';
import type { Pixels } from '../../core/ground/pixels';

export function Painted({
  pixels: { width, height, data },
  ...rest
}: { pixels: Pixels } & Omit<ComponentProps<'canvas'>, 'ref' | 'width' | 'height'>) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    canvas
      .current!.getContext('2d')!
      .putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
  }, [width, height, data]);
  return <canvas ref={canvas} width={width} height={height} {...rest} />;
}
