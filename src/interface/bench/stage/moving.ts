// Moving, scaling and rotating what is selected, with snapping; each drag is one undo step.
import { nanoid } from 'nanoid';
import { scaledWith } from '../../../core/arrange/align';
import { type Handle, resizeBox, rotationTowards } from '../../../core/arrange/resize';
import { distancesOf, snapBox, snapLines, type SnapLines } from '../../../core/arrange/snap';
import { zonesOf } from '../../../core/arrange/zones';
import type { Box } from '../../../core/ground/box';
import { union } from '../../../core/ground/box';
import { boundsOf } from '../../../core/ground/transform';
import { marginOf } from '../../../core/kinds/common';
import type { Layer } from '../../../core/kinds/layers';
import { isFollower, isPhoto, isText } from '../../../core/kinds/layers';
import { panPhoto } from '../../../core/photo/fit';
import { photoWithin } from '../../../core/photo/room';
import { changeLayers, duplicateLayers } from '../../../core/piece/edits';
import { scaleLayer, setIn } from '../../../core/piece/set-in-size';
import type { Piece } from '../../../core/piece/schema';
import { moveToSlide } from '../../../core/piece/slides';
import { dragDocument } from '../commands/drag';
import { heldOverShelf, keepOnShelf } from '../shelf/keeping';
import { useAids } from '../state/aids';
import { MOVE } from '../state/at-rest';
import { currentSize, currentSlide, edit, frameOf, goToSlide, placedLayers, select, useBench } from '../state/store';
import { hideLines, showLines } from './marks';

/** Snapping reach, CSS px. */
const REACH = 6;

/** The layers of the slide as they stand now in the present size. */
export function layersNow(): Layer[] {
  const s = useBench.getState();
  return placedLayers(s.piece, currentSlide(s), currentSize(s), s.followers);
}
export const boundsNow = (l: Layer): Box => boundsOf(frameOf(l, useBench.getState().texts), l.rotation);

/** Where the baselines of an upright text lie on the slide. */
function baselinesOf(l: Layer): number[] {
  const place = useBench.getState().texts[l.id];
  return isText(l) && l.rotation === 0 && place
    ? place.baselines.map((b) => frameOf(l, useBench.getState().texts).y + b)
    : [];
}

/** What layers other than `moving` offer to snap to. */
function linesFor(moving: readonly string[]): SnapLines {
  const s = useBench.getState(),
    size = currentSize(s),
    slide = currentSlide(s),
    aids = useAids.getState();
  // A plate that goes along with what moves is nothing to hold on to.
  const alongside = (l: Layer): boolean => isFollower(l) && l.follows.some((f) => moving.includes(f));
  const others = layersNow().filter(
    (l) => l.visible && !moving.includes(l.id) && !alongside(l) && (l.band === 'message' || l.kind === 'plate'),
  );
  const k =
    size.id === s.piece.sizes[0].id
      ? { x: 1, y: 1 }
      : { x: size.width / s.piece.sizes[0].width, y: size.height / s.piece.sizes[0].height };
  const zones = aids.zones ? zonesOf(size) : [];
  return snapLines(size, marginOf(size), others.map(boundsNow), {
    guides: aids.guides ? slide.guides.map((g) => ({ ...g, at: g.at * k[g.axis] })) : [],
    zones,
    baselines: others.flatMap(baselinesOf),
    grid: aids.grid ? aids.step : null,
  });
}

/** Moves layers together. With Alt copies are moved, the originals stay. */
export function dragLayers(e: React.PointerEvent, layers: readonly Layer[], scale: number, click: () => void): void {
  const s = useBench.getState(),
    slideId = s.slideId,
    sizeId = s.sizeId,
    size = currentSize(s);
  let moving = layers.map((l) => ({ id: l.id, box: l.box }));
  const whole = union(layers.map(boundsNow));
  const lines = linesFor(layers.map((l) => l.id));
  const baselines = layers.length === 1 ? baselinesOf(layers[0]) : [];
  let copied = false;
  const { piece: before } = s;
  dragDocument(
    e,
    MOVE,
    (dx, dy, p, merge) => {
      if (p.altKey && !copied) {
        copied = true;
        let ids: string[] = [];
        edit(
          MOVE,
          (q) => {
            const d = duplicateLayers(
              q,
              slideId,
              moving.map((m) => m.id),
              () => nanoid(10),
              0,
            );
            ids = d.ids;
            return d.piece;
          },
          merge,
        );
        moving = moving.map((m, i) => ({ ...m, id: ids[i] }));
        useBench.setState({ selection: ids });
      }
      // Whole pixels: exact, and what was measured of the letters can be used again.
      let x = Math.round(dx / scale),
        y = Math.round(dy / scale);
      // Shift keeps to one direction; Ctrl moves without snapping.
      if (p.shiftKey) [x, y] = Math.abs(x) > Math.abs(y) ? [x, 0] : [0, y];
      const at = (): Box => ({ ...whole, x: whole.x + x, y: whole.y + y });
      const held =
        p.ctrlKey || p.metaKey || !useAids.getState().snap
          ? null
          : snapBox(
              at(),
              lines,
              REACH / scale,
              {},
              baselines.map((b) => b + y),
            );
      if (held) {
        x += p.shiftKey && x === 0 ? 0 : held.dx;
        y += p.shiftKey && y === 0 ? 0 : held.dy;
      }
      // Without neighbours that are held by equal gaps, how far it is to all sides.
      const gaps = held?.gaps.length ? held.gaps : distancesOf(at(), lines.others, size);
      showLines({ vertical: held?.vertical, horizontal: held?.horizontal, distances: gaps });
      edit(
        MOVE,
        (q) =>
          moving.reduce(
            (r, m) => setIn(r, slideId, [m.id], sizeId, { box: { ...m.box, x: m.box.x + x, y: m.box.y + y } }),
            q,
          ),
        merge,
      );
    },
    (moved) => {
      hideLines();
      if (!moved) click();
    },
    (merge) => {
      const ids = moving.map((m) => m.id);
      if (!heldOverShelf()) return dropOnSlide(ids, scale, merge);
      // Kept there as they stood; here they stay where they were.
      edit(MOVE, () => before, merge);
      void keepOnShelf(layers.map((l) => l.id));
    },
  );
}

/** What was dragged over to another slide belongs to it from now on. */
function dropOnSlide(ids: readonly string[], scale: number, merge: string): void {
  const s = useBench.getState(),
    { beside, gap } = useAids.getState(),
    size = currentSize(s),
    { slides } = s.piece,
    at = slides.findIndex((x) => x.id === s.slideId);
  if (!beside || s.piece.section || slides.length < 2 || size.id !== s.piece.sizes[0].id) return;
  const dragged = layersNow().filter((l) => ids.includes(l.id));
  // What goes on over slides, and what is a guest here, stays where it belongs.
  if (!dragged.length || dragged.some((l) => l.carry)) return;
  const whole = union(dragged.map(boundsNow)),
    step = size.width + gap / scale,
    by = Math.floor((whole.x + whole.width / 2 + gap / scale / 2) / step),
    to = slides[at + by];
  if (by === 0 || !to) return;
  let there: string[] = [];
  edit(
    MOVE,
    (p) => {
      const moved = moveToSlide(p, ids, s.slideId, to.id, () => nanoid(10));
      there = moved.ids;
      return changeLayers(moved.piece, to.id, moved.ids, (l) => {
        l.box = { ...l.box, x: Math.round(l.box.x - by * step) };
      });
    },
    merge,
  );
  goToSlide(to.id);
  select(there);
}

/** Moves a photo within its frame or mask. */
export function dragPhoto(
  e: React.PointerEvent,
  layer: Layer,
  photo: { width: number; height: number },
  scale: number,
  click: () => void,
): void {
  if (!isPhoto(layer)) return;
  const { slideId, sizeId } = useBench.getState();
  dragDocument(
    e,
    'Move photo',
    (dx, dy, _p, merge) => {
      // The pointer's way in the frame's own directions.
      const a = (-layer.rotation * Math.PI) / 180,
        c = Math.cos(a),
        s = Math.sin(a);
      const focus = panPhoto(
        photo,
        layer.room?.on && !layer.cut?.on ? photoWithin(layer.box, layer.room) : layer.box,
        layer.room?.on && !layer.cut?.on ? { ...layer, fit: 'cover' } : layer,
        (dx * c - dy * s) / scale,
        (dx * s + dy * c) / scale,
      );
      edit('Move photo', (p) => setIn(p, slideId, [layer.id], sizeId, { focus }), merge);
    },
    (moved) => !moved && click(),
  );
}

const asFrame = (p: Piece, slideId: string, id: string): Piece =>
  changeLayers(p, slideId, [id], (l) => void (isText(l) && (l.frame = 'frame')));

/** Scales one layer by a handle: corners of a text scale its type, its sides re-wrap it. */
export function dragHandle(e: React.PointerEvent, layer: Layer, handle: Handle, scale: number): void {
  const { slideId, sizeId, texts } = useBench.getState();
  const start = frameOf(layer, texts),
    text = isText(layer) ? layer : null;
  const corner = handle.x !== 0 && handle.y !== 0,
    typed = text !== null && corner && !text.fit;
  const lines = linesFor([layer.id]);
  dragDocument(
    e,
    'Resize',
    (dx, dy, p, merge) => {
      // Type keeps its shape; pictures do unless Shift is held, everything else if it is.
      const rules = {
        proportional: typed || (isPhoto(layer) && corner && layer.fit === 'free' ? !p.shiftKey : p.shiftKey),
        fromMiddle: p.altKey,
        least: layer.kind === 'shape' ? 1 : 8,
      };
      let box = resizeBox(start, layer.rotation, handle, dx / scale, dy / scale, rules);
      let held: ReturnType<typeof snapBox> | null = null;
      if (layer.rotation === 0 && !p.ctrlKey && !p.metaKey && useAids.getState().snap) {
        const part = (h: -1 | 0 | 1): ('start' | 'end')[] => (h === 0 ? [] : [h < 0 ? 'start' : 'end']);
        const s = snapBox(box, lines, REACH / scale, {
          x: part(handle.x),
          y: rules.proportional && handle.x !== 0 ? [] : part(handle.y),
        });
        if (s.dx || s.dy || s.vertical.length || s.horizontal.length) {
          box = resizeBox(start, 0, handle, dx / scale + s.dx, dy / scale + s.dy, rules);
          held = s;
        }
      }
      showLines({ vertical: held?.vertical, horizontal: held?.horizontal });
      edit(
        'Resize',
        (q) => {
          if (typed) return scaleLayer(q, slideId, text, sizeId, box, box.width / start.width);
          const next = setIn(q, slideId, [layer.id], sizeId, { box });
          // A side handle turns a one-line text into a frame: that is what dragging its side asks for. One dragged in
          // height keeps it.
          if (!text || corner) return next;
          const framed = text.frame === 'line' ? asFrame(next, slideId, layer.id) : next;
          return handle.y !== 0 && text.grow
            ? changeLayers(framed, slideId, [layer.id], (l) => void (isText(l) && (l.grow = false)))
            : framed;
        },
        merge,
      );
    },
    hideLines,
  );
}

/** Scales several layers together by a corner of the box round them; type and what else has a size goes with it. */
export function dragTogether(e: React.PointerEvent, layers: readonly Layer[], handle: Handle, scale: number): void {
  const { slideId, sizeId, texts } = useBench.getState();
  const frames = layers.map((l) => frameOf(l, texts)),
    whole = union(layers.map(boundsNow)),
    lines = linesFor(layers.map((l) => l.id));
  const typed = layers.some((l) => isText(l) || l.rotation !== 0);
  dragDocument(
    e,
    'Resize',
    (dx, dy, p, merge) => {
      const rules = { proportional: typed || !p.shiftKey, fromMiddle: p.altKey, least: 8 };
      let after = resizeBox(whole, 0, handle, dx / scale, dy / scale, rules);
      if (!p.ctrlKey && !p.metaKey && useAids.getState().snap) {
        const s = snapBox(after, lines, REACH / scale, {
          x: handle.x === 0 ? [] : [handle.x < 0 ? 'start' : 'end'],
          y: handle.y === 0 || handle.x !== 0 ? [] : [handle.y < 0 ? 'start' : 'end'],
        });
        after = resizeBox(whole, 0, handle, dx / scale + s.dx, dy / scale + s.dy, rules);
        showLines({ vertical: s.vertical, horizontal: s.horizontal });
      }
      const k = after.width / whole.width;
      edit(
        'Resize',
        (q) => layers.reduce((r, l, i) => scaleLayer(r, slideId, l, sizeId, scaledWith(frames[i], whole, after), k), q),
        merge,
      );
    },
    hideLines,
  );
}

export function dragRotation(e: React.PointerEvent, layer: Layer, scale: number): void {
  const { slideId, sizeId, texts } = useBench.getState();
  const host = (e.currentTarget as HTMLElement).closest('[data-overlay]')!.getBoundingClientRect(),
    frame = frameOf(layer, texts);
  dragDocument(e, 'Rotate', (_dx, _dy, p, merge) => {
    const rotation = rotationTowards(
      frame,
      (p.clientX - host.left) / scale,
      (p.clientY - host.top) / scale,
      p.shiftKey,
    );
    edit('Rotate', (q) => setIn(q, slideId, [layer.id], sizeId, { rotation }), merge);
  });
}
