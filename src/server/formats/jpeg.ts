// JPEG, opaque.
import { bytesOf, chroma, image, type Writer } from './writer';

export const jpeg: Writer = (painted, { quality }) =>
  bytesOf(image(painted, false).jpeg({ quality, chromaSubsampling: chroma(quality) }));
