// Screenshots as material: a picture put into a neutral frame in one step, made of ordinary layers.
import { produce } from 'immer';
import type { Box } from '../ground/box';
import { makeShape, type ShapeLayer } from '../kinds/shape';
import { isPhoto } from '../kinds/layers';
import { makeShadow, solid } from '../values/made';
import { PLAIN_SHAPE } from '../values/plain';
import { changeLayers } from './edits';
import { groupLayers } from './groups';
import type { NewId } from './make';
import type { Piece } from './schema';

/** A bar above it; a rim all round; corners and a shadow alone. */
export const MOUNTS = ['corners', 'window', 'phone'] as const;
export type Mount = (typeof MOUNTS)[number];

export const MOUNT_NAMES: Record<Mount, string> = { corners: 'Corners', window: 'Window', phone: 'Phone' };

const RIM = { window: '#e9e6e1', phone: '#202124' } as const,
  MARK = { window: '#c3beb6', phone: '#4a4c50' } as const;

function box(id: string, name: string, colour: string, at: Box, radius: number): ShapeLayer {
  const r = Math.min(radius, at.width / 2, at.height / 2),
    shape = makeShape(id, 'rectangle', colour, at);
  return { ...shape, name, box: at, fill: solid(colour), shape: { ...shape.shape, radius: [r, r, r, r] } };
}

/**
 * The piece with a picture of a slide in a frame: what is new lies round and behind it, in a group with it.
 * @returns also the ids of all that belong together; those given where there is no such picture
 */
export function mountPicture(
  piece: Piece,
  slideId: string,
  id: string,
  mount: Mount,
  newId: NewId,
): { piece: Piece; ids: string[] } {
  const slide = piece.slides.find((s) => s.id === slideId),
    picture = slide?.layers.find((l) => l.id === id);
  if (!slide || !isPhoto(picture) || picture.band !== 'message') return { piece, ids: [id] };
  const b = picture.box,
    u = Math.min(b.width, b.height) / 100,
    round = (v: number): number => Math.max(1, Math.round(v)),
    // Corners of the picture, clockwise from the top left.
    inner = round(u * { corners: 3, window: 1.6, phone: 6 }[mount]),
    corners: [number, number, number, number] =
      mount === 'window' ? [0, 0, inner, inner] : [inner, inner, inner, inner],
    shadow = { ...makeShadow(Math.min(b.width, b.height) * 0.55), opacity: 0.32 };
  const framed = changeLayers(piece, slideId, [id], (l) => {
    if (!isPhoto(l)) return;
    l.mask = { ...PLAIN_SHAPE, form: 'rectangle', radius: corners };
    if (l.fit === 'free') l.fit = 'cover';
    l.shadows = mount === 'corners' ? [shadow] : [];
  });
  if (mount === 'corners') return { piece: framed, ids: [id] };
  const rim = round(u * (mount === 'phone' ? 4 : 0.9)),
    bar = mount === 'window' ? round(Math.max(u * 7, b.width / 40)) : rim,
    outer: Box = { x: b.x - rim, y: b.y - bar, width: b.width + 2 * rim, height: b.height + bar + rim },
    mark =
      mount === 'window'
        ? { width: b.width * 0.36, height: bar * 0.36 }
        : { width: b.width * 0.16, height: rim * 0.26 };
  const frame: ShapeLayer = {
      ...box(newId(), MOUNT_NAMES[mount], RIM[mount], outer, inner + rim),
      shadows: [shadow],
      rotation: picture.rotation,
    },
    line = box(
      newId(),
      'Mark',
      MARK[mount],
      {
        x: b.x + (b.width - mark.width) / 2,
        y: outer.y + (bar - mark.height) / 2,
        width: mark.width,
        height: Math.max(1, mark.height),
      },
      mark.height,
    );
  const laid = produce(framed, (draft) => {
    const { layers } = draft.slides.find((s) => s.id === slideId)!,
      at = layers.findIndex((l) => l.id === id);
    for (const l of [frame, line]) {
      l.group = layers[at].group;
      l.anchors = layers[at].anchors;
    }
    // A turned picture keeps its frame; the mark would lie askew.
    layers.splice(at, 0, ...(picture.rotation === 0 ? [frame, line] : [frame]));
  });
  const ids = picture.rotation === 0 ? [frame.id, line.id, id] : [frame.id, id];
  return { piece: groupLayers(laid, slideId, ids, newId, MOUNT_NAMES[mount]).piece, ids };
}
