// Logos on a slide: how large, in which corner, and what comes too near.
import { type Box, touch } from '../ground/box';
import { type Extent, marginOf } from '../kinds/common';
import type { PhotoLayer } from '../kinds/photo';
import { makePicture } from '../kinds/photo';
import type { HouseStyle } from '../values/house';

type Logo = HouseStyle['logos'][number];

/** At most so wide and high, as shares of the slide's width and shorter side. */
const MOST = { width: 0.3, height: 0.12 };

/** A box with room round it. */
const grown = ({ x, y, width, height }: Box, by: number): Box => ({
  x: x - by,
  y: y - by,
  width: width + 2 * by,
  height: height + 2 * by,
});

/** Corners in the order in which a logo is looked for there. */
const CORNERS = [
  ['right', 'bottom'],
  ['left', 'bottom'],
  ['right', 'top'],
  ['left', 'top'],
] as const;

/**
 * A logo in the first corner in which its clear space is free, or where nothing is, the first one.
 * @param taken boxes of what lies on the slide, and zones to be kept clear
 */
export function makeLogo(id: string, logo: Logo, size: Extent, taken: readonly Box[]): PhotoLayer {
  const { width: W, height: H } = size,
    k = Math.min((W * MOST.width) / logo.width, (Math.min(W, H) * MOST.height) / logo.height),
    width = Math.max(1, Math.round(logo.width * k)),
    height = Math.max(1, Math.round(logo.height * k)),
    clear = logo.clear * height,
    margin = Math.max(marginOf(size), clear);
  const placed = CORNERS.map(([horizontal, vertical]) => ({
    box: {
      x: Math.round(horizontal === 'left' ? margin : W - margin - width),
      y: Math.round(vertical === 'top' ? margin : H - margin - height),
      width,
      height,
    },
    anchors: { horizontal, vertical },
  }));
  const free = placed.find(({ box }) => taken.every((t) => !touch(grown(box, clear), t))) ?? placed[0];
  return {
    ...makePicture(id, logo.asset, logo.name, size, logo),
    ...free,
    clear: logo.clear,
  };
}

/** What enters the clear space of a logo. */
export const entering = <T extends { box: Box }>(
  layer: Pick<PhotoLayer, 'box' | 'clear'>,
  others: readonly T[],
): T[] =>
  layer.clear ? others.filter(({ box }) => touch(grown(layer.box, layer.clear! * layer.box.height), box)) : [];
