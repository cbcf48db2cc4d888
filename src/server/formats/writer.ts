// How a painted slide is written in a format.
import type { Pixels } from '../../core/ground/pixels';

/** @param quality 1..100, where the format has one */
export type Writer = (painted: Pixels, quality: number) => Promise<Uint8Array>;
