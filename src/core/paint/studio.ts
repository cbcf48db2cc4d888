// What a painter needs from its surroundings: surfaces to paint on, fonts, decoded pictures. Browser and server each
// bring their own.
import type { Pixels } from '../ground/pixels';
import type { Surfaces } from '../ground/surface';
import type { FontStore } from '../type/font';
import type { Drawing } from './drawing';

export interface Studio extends Surfaces {
  fonts: FontStore;
  /** The decoded picture, upright, sRGB; null while it is not there. */
  readonly picture: (asset: string) => Pixels | null;
  /** The picture as outlines, where it is a drawing of plain shapes. */
  drawing?(asset: string): Drawing | null;
}
