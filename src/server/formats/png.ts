// PNG: all colours, or a palette, dithered.
import { type Pixels, wordsOf } from '../../core/ground/pixels';
import { pngWithProfile } from './profile';
import { bytesOf, image, type Writer } from './writer';

/** Rows that tell of the whole picture. */
const ROWS = 24;
/** Share of colours among their pixels below which a picture counts as drawn: flat forms, gradients and patterns. */
const DRAWN = 0.05;

/**
 * How hard to pack: what is drawn becomes up to a third smaller where longer repetitions are looked for; photos, hardly
 * 1 % smaller, take half as long again.
 */
export function packing(painted: Pixels): number {
  const { width, height } = painted,
    words = wordsOf(painted.data),
    step = Math.max(1, Math.floor(height / ROWS)),
    colours = new Set<number>();
  let all = 0;
  for (let y = step >> 1; y < height; y += step, all += width)
    for (let at = y * width; at < (y + 1) * width; at++) colours.add(words[at]);
  return colours.size < DRAWN * all ? 6 : 4;
}

export const png: Writer = async (painted, { colours, transparent }, about) =>
  pngWithProfile(
    await bytesOf(
      image(painted, transparent, about).png(
        colours === null
          ? { compressionLevel: packing(painted) }
          : { palette: true, colours, dither: 1, compressionLevel: 9, effort: 7 },
      ),
    ),
  );
