// PNG: all colours, or a palette, dithered.
import { pngWithProfile } from './profile';
import { bytesOf, image, type Writer } from './writer';

export const png: Writer = async (painted, { colours, transparent }, about) =>
  pngWithProfile(
    await bytesOf(
      image(painted, transparent, about).png(
        colours === null
          ? { compressionLevel: 6 }
          : { palette: true, colours, dither: 1, compressionLevel: 9, effort: 7 },
      ),
    ),
  );
