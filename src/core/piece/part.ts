// A part of a piece, kept for others: layers with their groups and swatches, and the size they were made for.
import { z } from 'zod';
import type { Box } from '../ground/box';
import type { Extent } from '../kinds/common';
import type { Layer } from '../kinds/layers';
import { SwatchSchema } from '../values/fill';
import type { LayersClip } from './clip';
import { emptySlide } from './make';
import { layerIn } from './resolve';
import { GroupSchema, LayerSchema, type Piece, type Size } from './schema';

/** Layers of a part. */
const MOST_LAYERS = 200;
const side = z.number().min(16).max(8192);
export const PartSchema = z.object({
  size: z.object({ width: side, height: side, shownWidth: side }),
  layers: z.array(LayerSchema).min(1).max(MOST_LAYERS),
  groups: z.array(GroupSchema).max(500).default([]),
  swatches: z.array(SwatchSchema).max(500).default([]),
});
export type Part = z.output<typeof PartSchema>;

const sizeLike = (id: string, { width, height }: Extent, shownWidth: number): Size => ({
  id,
  name: id,
  width,
  height,
  shownWidth,
  destination: null,
});

/** The layers of a part as they stand in another size: by their anchors, as a piece's own would in a new size. */
export function fittedTo({ size, layers, groups, swatches }: Part, to: Extent): LayersClip {
  const from = sizeLike('from', size, size.shownWidth),
    target = sizeLike('to', to, size.shownWidth),
    same = size.width === to.width && size.height === to.height;
  return {
    groups,
    swatches,
    layers: layers.map((l): Layer => {
      const own = { ...l, overrides: {}, carry: null } as Layer;
      return same ? own : layerIn(own, target, from);
    }),
  };
}

/** The box around the layers of a part, within its size. */
function around({ size, layers }: Part): Box {
  const left = Math.max(0, Math.min(...layers.map((l) => l.box.x))),
    top = Math.max(0, Math.min(...layers.map((l) => l.box.y))),
    right = Math.min(size.width, Math.max(...layers.map((l) => l.box.x + l.box.width))),
    bottom = Math.min(size.height, Math.max(...layers.map((l) => l.box.y + l.box.height)));
  return { x: left, y: top, width: Math.max(16, right - left), height: Math.max(16, bottom - top) };
}

/** A piece that shows a part and nothing else, for its picture. */
export function pieceOfPart(part: Part, piece: Piece): Piece {
  const box = around(part),
    room = 0.06 * Math.max(box.width, box.height),
    [base] = piece.sizes;
  return {
    ...piece,
    sizes: [{ ...base, width: Math.ceil(box.width + 2 * room), height: Math.ceil(box.height + 2 * room) }],
    swatches: part.swatches,
    slides: [
      {
        ...emptySlide('part'),
        groups: part.groups,
        layers: part.layers.map((l) => ({
          ...l,
          overrides: {},
          carry: null,
          box: { ...l.box, x: l.box.x - box.x + room, y: l.box.y - box.y + room },
        })) as Layer[],
      },
    ],
  };
}
