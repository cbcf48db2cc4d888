// A small picture of a piece, painted by our own server at this size.
import type { ComponentProps } from 'react';
import { SCALES } from '../../core/format/formats';
import type { Extent } from '../../core/kinds/common';

interface Props extends Omit<ComponentProps<'img'>, 'src'> {
  of: { id: string; look: string; sizes: readonly Extent[] };
  /** Its longer side, px. */
  side?: number;
  /** Number of the slide, from 1. */
  slide?: number;
}

export function Thumbnail({ of: { id, look, sizes }, side = 520, slide = 1, alt = '', ...rest }: Props) {
  const [{ width, height } = { width: side, height: side }] = sizes,
    scale = Math.min(SCALES.most, side / Math.max(width, height)).toFixed(3),
    query = `scale=${scale}&look=${look}${slide > 1 ? `&slide=${slide}` : ''}`;
  // eslint-disable-next-line @next/next/no-img-element -- made small by our own server
  return <img src={`/api/pieces/${id}/render?${query}`} alt={alt} loading="lazy" {...rest} />;
}
