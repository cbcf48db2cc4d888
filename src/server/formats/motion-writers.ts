// How the frames of a slide that moves are written. Played again and again, opaque.
import sharp, { type Sharp } from 'sharp';
import type { MotionFormatId } from '../../core/format/formats';
import type { Pixels } from '../../core/ground/pixels';

/** Frames of one size, each with how long it is shown, ms. @param quality 1..100, where the format has one */
export type MotionWriter = (frames: readonly { painted: Pixels; ms: number }[], quality: number) => Promise<Uint8Array>;

/** All frames below one another, as encoders of animations take them. */
function stacked(frames: Parameters<MotionWriter>[0]): Sharp {
  const [{ painted }] = frames,
    { width, height } = painted,
    data = new Uint8Array(width * height * 3 * frames.length);
  let to = 0;
  for (const { painted: p } of frames)
    for (let i = 0; i < p.data.length; i += 4) {
      data[to++] = p.data[i];
      data[to++] = p.data[i + 1];
      data[to++] = p.data[i + 2];
    }
  return sharp(data, {
    limitInputPixels: false,
    raw: { width, height: height * frames.length, channels: 3, pageHeight: height },
  });
}
const delays = (frames: Parameters<MotionWriter>[0]): number[] => frames.map((f) => f.ms);

export const MOTION_WRITERS: Readonly<Record<MotionFormatId, MotionWriter>> = {
  webp: async (frames, quality) =>
    new Uint8Array(
      await stacked(frames)
        .webp({ quality, smartSubsample: true, loop: 0, delay: delays(frames), effort: 3 })
        .toBuffer(),
    ),
  gif: async (frames) =>
    new Uint8Array(
      await stacked(frames)
        .gif({ loop: 0, delay: delays(frames), effort: 5, dither: 0.8 })
        .toBuffer(),
    ),
};
