// Moving what is selected: nudged, aligned, spread out, grouped.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { alignTo, type Side, spreadOut, withGap } from '../../../core/arrange/align';
import type { Box } from '../../../core/ground/box';
import { union } from '../../../core/ground/box';
import { boundsOf } from '../../../core/ground/transform';
import { marginOf } from '../../../core/kinds/common';
import type { Layer } from '../../../core/kinds/layers';
import { setIn } from '../../../core/piece/set-in-size';
import { groupLayers, groupsAround, groupSelected, ungroup } from '../../../core/piece/groups';
import { layerIn } from '../../../core/piece/resolve';
import { currentSize, currentSlide, edit, frameOf, isMovable, select, useBench } from '../state/store';

import { changeable } from './layers';
const newId = (): string => nanoid(10);
const state = useBench.getState;
const baseSize = () => state().piece.sizes[0];

export function nudge(dx: number, dy: number): void {
  const s = state(),
    size = currentSize(s),
    base = s.piece.sizes[0];
  const ids = changeable();
  if (!ids.length) return;
  edit(
    'Nudge',
    (p) =>
      ids.reduce((q, id) => {
        const layer = layerIn(
          currentSlide(s).layers.find((l) => l.id === id)!,
          size,
          base,
        );
        return isMovable(layer, size)
          ? setIn(q, s.slideId, [id], s.sizeId, { box: { ...layer.box, x: layer.box.x + dx, y: layer.box.y + dy } })
          : q;
      }, p),
    `nudge:${ids.join()}`,
  );
}

export function groupSelection(): void {
  const s = state();
  let made: string | null = null;
  edit('Group', (p) => {
    const g = groupLayers(p, s.slideId, s.selection, newId);
    made = g.group;
    return g.piece;
  });
  if (made === null && s.selection.length > 1)
    notifications.show({ message: 'Groups lie at most 20 deep within each other; nothing was changed.' });
  select(s.selection);
}

export function ungroupSelection(): void {
  const s = state(),
    slide = currentSlide(s),
    group =
      groupSelected(slide, s.selection) ??
      groupsAround(slide, slide.layers.find((l) => s.selection.includes(l.id))?.group ?? null).at(-1);
  if (group) edit('Ungroup', (p) => ungroup(p, s.slideId, group));
}

/** What a selection is aligned to. */
export type AlignFrame = 'selection' | 'margins' | 'slide';

interface Movable {
  layer: Layer;
  bounds: Box;
}
/** Selected layers that can be moved, as they stand in the present size. */
function movables(): Movable[] {
  const s = state(),
    size = currentSize(s),
    slide = currentSlide(s);
  return slide.layers
    .filter((l) => s.selection.includes(l.id))
    .map((l) => layerIn(l, size, baseSize()))
    .filter((l) => isMovable(l, size))
    .map((layer) => ({ layer, bounds: boundsOf(frameOf(layer, s.texts), layer.rotation) }));
}

function shiftAll(label: string, all: readonly Movable[], moves: readonly { dx: number; dy: number }[]): void {
  const s = state();
  edit(label, (p) =>
    all.reduce(
      (q, { layer }, i) =>
        moves[i].dx || moves[i].dy
          ? setIn(q, s.slideId, [layer.id], s.sizeId, {
              box: { ...layer.box, x: layer.box.x + moves[i].dx, y: layer.box.y + moves[i].dy },
            })
          : q,
      p,
    ),
  );
}

/** Aligns the selection: one layer, or a whole group, to slide or margins; several to each other, too. */
export function alignSelected(side: Side, to: AlignFrame): void {
  const all = movables(),
    size = currentSize(state()),
    m = marginOf(size);
  if (!all.length) return;
  const frame =
    to === 'selection'
      ? union(all.map((x) => x.bounds))
      : to === 'margins'
        ? { x: m, y: m, width: size.width - 2 * m, height: size.height - 2 * m }
        : { x: 0, y: 0, width: size.width, height: size.height };
  const grouped = groupSelected(currentSlide(state()), state().selection) !== null;
  // A group goes as one.
  const moves =
    grouped && to !== 'selection'
      ? all.map(() => alignTo([union(all.map((x) => x.bounds))], frame, side)[0])
      : alignTo(
          all.map((x) => x.bounds),
          frame,
          side,
        );
  shiftAll('Align', all, moves);
}

/** Equal gaps between three or more, or gaps of a width. */
export function distributeSelected(axis: 'x' | 'y', gap?: number): void {
  const all = movables();
  if (all.length < 2) return;
  const boxes = all.map((x) => x.bounds);
  shiftAll('Distribute', all, gap === undefined ? spreadOut(boxes, axis) : withGap(boxes, axis, gap));
}
export const selectedBounds = (): Box[] => movables().map((x) => x.bounds);
