// The state of the bench: the document with its history, what is selected, what was measured.
import { create } from 'zustand';
import type { Layer } from '../../../core/kinds/layers';
import { isFollower, isPhoto, isText } from '../../../core/kinds/layers';
import { noteAdjusted } from '../../../core/piece/auto-layout';
import { slideAt } from '../../../core/piece/moments';
import { groupsAround } from '../../../core/piece/groups';
import { guestId } from '../../../core/piece/guest-names';
import { slideSeen } from '../../../core/piece/guests';
import { emptyHistory, type History, redo, remember, stepBetween, undo } from '../../../core/piece/history';
import { layerIn, layersIn, sizeOf } from '../../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../../core/piece/schema';
import { withCarryFitted } from '../../../core/piece/slides';
import { marginOfReading } from '../../../core/reading/over-time';
import type { Reading } from '../../../core/reading/read';
import type { MarkReading } from '../../../core/reading/read-mark';
import type { FollowerPlace, TextPlace } from '../../../workers/stage';

export type StageView =
  'plain' | 'letters' | 'calm' | 'grey' | 'clean' | 'protan' | 'deutan' | 'tritan' | 'low' | 'sun' | 'shown';
export type Saved = 'saved' | 'unsaved' | 'saving' | 'away' | 'conflict' | 'refused';

/** Why the server did not take the document. */
export interface Refusal {
  status: number;
  title: string;
  detail: string;
}

interface Picking {
  /** Takes a colour from the picture. */
  take: (hex: string) => void;
}

export interface BenchState {
  id: string;
  campaign: string;
  revision: number;
  piece: Piece;
  history: History;
  slideId: string;
  sizeId: string;
  selection: string[];
  /** The text that is being typed into. */
  editing: string | null;
  /** What is marked in it, in UTF-16 units. */
  range: { from: number; to: number } | null;
  /** The group one works in. */
  entered: string | null;
  /** The photo that is moved within its mask or frame. */
  inside: string | null;
  view: StageView;
  /** CSS pixels to one pixel of the size; `fit` follows the window. */
  zoom: number | 'fit';
  saved: Saved;
  refusal: Refusal | null;
  /** Counts openings of a piece, so that they are told from edits. */
  opened: number;
  /** Something is being dragged, on the stage or on a control: paint quickly, measure on. */
  dragging: false | 'stage' | 'control';
  readings: Reading[];
  /** Of logos and pictures in the message. */
  marks: MarkReading[];
  /** The moment of the slide that shows, ms; null is what shows while nothing plays. */
  time: number | null;
  /** Does it play? */
  playing: boolean;
  /** How many of its frames have been looked at; null where nothing moves, or all were. */
  looked: { done: number; of: number } | null;
  /** Of a slideshow the weakest reading of each picture, by its slide; and of what is between it and the next one. */
  pictures: Readonly<Record<string, { alone?: Reading; next?: Reading }>>;
  /** Why nothing is measured, where the slide is too much for it. */
  unmeasured: string | null;
  /** The stage has been painted since the piece was opened. */
  painted: boolean;
  /** The slide that was painted last: what is worked on is another one for a moment. */
  paintedSlide: string | null;
  texts: Record<string, TextPlace>;
  picking: Picking | null;
  /** Where plates and pools lie that follow texts. */
  followers: Record<string, FollowerPlace>;
  /** Counts what became known beyond the document: fonts of one's own, for one. */
  epoch: number;
  /**
   * Shown and measured instead of the piece while something is only looked at: a blend mode under the pointer, for one.
   */
  preview: Piece | null;
}

interface Pending {
  before: Piece;
  label: string;
  merge: string | null;
  at: number;
}

let pending: Pending | null = null;

export const useBench = create<BenchState>(() => ({
  id: '',
  campaign: '',
  revision: 0,
  piece: null as unknown as Piece,
  history: emptyHistory,
  slideId: '',
  sizeId: '',
  selection: [],
  editing: null,
  range: null,
  entered: null,
  inside: null,
  view: 'plain',
  zoom: 'fit',
  saved: 'saved',
  refusal: null,
  opened: 0,
  dragging: false,
  readings: [],
  marks: [],
  time: null,
  playing: false,
  looked: null,
  pictures: {},
  unmeasured: null,
  painted: false,
  paintedSlide: null,
  texts: {},
  picking: null,
  followers: {},
  epoch: 0,
  preview: null,
}));

const get = useBench.getState;
const set = useBench.setState;

/** How long a control may rest before its next change becomes an undo step of its own, ms. */
const MERGE_WITHIN = 1200;

export function openBench(at: {
  id: string;
  campaign: string;
  revision: number;
  piece: Piece;
  history?: History;
  saved?: Saved;
}): void {
  pending = null;
  set({
    history: emptyHistory,
    saved: 'saved',
    refusal: null,
    opened: get().opened + 1,
    ...at,
    slideId: at.piece.slides[0].id,
    sizeId: at.piece.sizes[0].id,
    selection: [],
    editing: null,
    range: null,
    entered: null,
    inside: null,
    readings: [],
    marks: [],
    time: null,
    playing: false,
    looked: null,
    unmeasured: null,
    texts: {},
    painted: false,
    paintedSlide: null,
    zoom: 'fit',
    view: 'plain',
    picking: null,
    followers: {},
    preview: null,
    dragging: false,
  });
}

/** Zooms the stage; what is shown at the size people see it is left, since that size is not one to choose. */
export const zoomTo = (zoom: number | 'fit'): void =>
  set((s) => ({ zoom, view: s.view === 'shown' ? 'plain' : s.view }));

/** Puts what is being changed into the history. */
export function settle(): void {
  if (!pending) return;
  const { before, label } = pending;
  pending = null;
  const step = stepBetween(before, get().piece, label);
  if (step) set((s) => ({ history: remember(s.history, step) }));
}

/** What a piece that was edited is: unsaved, and where the server did not take it before, still so. */
const stillNot = (saved: Saved): Saved =>
  saved === 'conflict' || saved === 'away' || saved === 'refused' ? saved : 'unsaved';

/**
 * Changes the document. Changes with the same `merge` key that follow each other closely become one undo step.
 */
export function edit(label: string, change: (piece: Piece) => Piece, merge: string | null = null): void {
  const { piece, texts, slideId } = get();
  // What goes on over neighbouring slides is seen on all that it reaches, wherever it was put. How large a text is has
  // been painted where it is shown.
  const next = withCarryFitted(noteAdjusted(piece, change(piece)), (layer, { id }) => {
    const place = texts[id === slideId ? layer.id : guestId(id, layer.id)];
    return isText(layer) && !place ? null : frameOf(layer, { [layer.id]: place });
  });
  if (next === piece) return;
  const now = performance.now();
  if (pending && (merge === null || pending.merge !== merge || (now - pending.at > MERGE_WITHIN && !get().dragging)))
    settle();
  if (pending) pending.at = now;
  else pending = { before: piece, label, merge, at: now };
  set({ piece: next, preview: null, saved: stillNot(get().saved) });
  if (merge === null) settle();
}

/** Changes the document as a part of the step that was done last. Without one nothing is changed. */
export function amend(change: (piece: Piece) => Piece): void {
  settle();
  const { piece, history } = get(),
    last = history.steps[history.done - 1],
    next = change(piece),
    more = last && history.done === history.steps.length ? stepBetween(piece, next, last.label) : null;
  if (!more) return;
  const step = {
    label: last.label,
    forward: [...last.forward, ...more.forward],
    backward: [...more.backward, ...last.backward],
  };
  set((s) => ({
    piece: next,
    history: { ...history, steps: [...history.steps.slice(0, -1), step] },
    saved: stillNot(s.saved),
  }));
}

/** Label of the step that is under way: what is edited next may still be a part of it. */
export const stepUnderWay = (): string | null => pending?.label ?? null;

function travel(by: typeof undo): void {
  settle();
  const moved = by(get().piece, get().history);
  if (moved.history === get().history) return;
  const slide = currentSlide({ ...moved, slideId: get().slideId });
  const there = new Set(slide.layers.map((l) => l.id));
  set((s) => ({
    ...moved,
    slideId: slide.id,
    sizeId: sizeOf(moved.piece, s.sizeId).id,
    selection: s.selection.filter((id) => there.has(id)),
    editing: s.editing && there.has(s.editing) ? s.editing : null,
    saved: stillNot(s.saved),
  }));
}
export const undoEdit = (): void => travel(undo);
export const redoEdit = (): void => travel(redo);

/** Works on another slide. */
/** A layer on a slide in a size, by their ids. */
export interface Spot {
  slide: string;
  size: string;
  layer: string;
}

/** Shows a layer where it is, selected. */
export function goToLayer({ slide, size, layer }: Spot): void {
  useBench.setState({ slideId: slide, sizeId: size });
  select([layer]);
}

export function goToSlide(slideId: string): void {
  if (slideId === get().slideId) return;
  select([]);
  set({
    slideId,
    readings: [],
    marks: [],
    time: null,
    looked: null,
    unmeasured: null,
    editing: null,
    range: null,
    entered: null,
    inside: null,
  });
}

export const select = (given: string[]): void => {
  settle();
  set((s) => {
    const ids = given.map((id) => seenAs(s, id));
    const alone = (id: string | null): string | null => (id && ids.length === 1 && ids[0] === id ? id : null);
    const slide = currentSlide(s);
    // Outside the group that was entered one is no longer within it.
    const around = ids.map((id) => groupsAround(slide, slide.layers.find((l) => l.id === id)?.group ?? null));
    const entered =
      s.entered !== null && ids.length > 0 && around.every((g) => g.includes(s.entered!)) ? s.entered : null;
    return {
      selection: ids,
      editing: alone(s.editing),
      range: alone(s.editing) ? s.range : null,
      inside: alone(s.inside),
      entered,
    };
  });
};

/** What a layer is called on the present slide: what lands on the first picture of a slideshow is a guest on others. */
function seenAs(s: Pick<BenchState, 'piece' | 'slideId'>, id: string): string {
  const { layers } = currentSlide(s),
    guest = guestId(s.piece.slides[0].id, id);
  return !layers.some((l) => l.id === id) && layers.some((l) => l.id === guest) ? guest : id;
}

/** The slide one works on, with its guests. */
export const currentSlide = (s: Pick<BenchState, 'piece' | 'slideId'>): Slide =>
  slideSeen(
    s.piece,
    Math.max(
      0,
      s.piece.slides.findIndex((x) => x.id === s.slideId),
    ),
  );
export const currentSize = (s: Pick<BenchState, 'piece' | 'sizeId'>): Size => sizeOf(s.piece, s.sizeId);
/** The one selected layer as it stands in the present size, or null. */
export function selectedLayer(s: BenchState): Layer | null {
  if (s.selection.length !== 1) return null;
  const layer = currentSlide(s).layers.find((l) => l.id === s.selection[0]);
  return layer ? layerIn(layer, currentSize(s), s.piece.sizes[0]) : null;
}

/**
 * A piece with this slide only: all that painting and measuring need. @param time shows it at that moment, ms; null is
 * the slide with all that moves on it
 */
const scenes = new WeakMap<Piece, Map<Slide, Piece>>();
export function shownOf(
  s: Pick<BenchState, 'piece' | 'slideId' | 'sizeId' | 'preview'>,
  time: number | null = null,
): {
  piece: Piece;
  slide: string;
  size: string;
} {
  const shown = s.preview ?? s.piece,
    whole = currentSlide({ piece: shown, slideId: s.slideId }),
    slide = time === null ? whole : slideAt(whole, time);
  let bySlide = scenes.get(shown);
  if (!bySlide) scenes.set(shown, (bySlide = new Map()));
  let piece = bySlide.get(slide);
  if (!piece) bySlide.set(slide, (piece = { ...shown, slides: [slide] }));
  return { piece, slide: slide.id, size: s.sizeId };
}

/** The whole piece, for what concerns all of its slides. */
export const wholeShown = (
  s: Pick<BenchState, 'piece' | 'slideId' | 'sizeId' | 'preview'>,
): { piece: Piece; slide: string; size: string } => ({ piece: s.preview ?? s.piece, slide: s.slideId, size: s.sizeId });

/** Shows the piece with a change that is not made; null shows it as it is. */
export const preview = (change: ((piece: Piece) => Piece) | null): void =>
  set((s) => ({ preview: change && change(s.piece) }));

/** The reading that is shown on top: that of the selected text, else the weakest of the slide. */
export function shownReading(s: Pick<BenchState, 'readings' | 'selection'>): Reading | null {
  const own = s.selection.length === 1 ? s.readings.find((r) => r.layer === s.selection[0]) : null;
  if (own) return own;
  const measured = s.readings.filter((r) => r.ratio !== null);
  return (
    measured.reduce<Reading | null>((w, r) => (w === null || marginOfReading(r) < marginOfReading(w) ? r : w), null) ??
    s.readings[0] ??
    null
  );
}

/** Layers of the slide as they stand in the size, plates and pools where they were painted. */
export const placedLayers = (
  piece: Piece,
  slide: Slide,
  size: Size,
  followers: Record<string, FollowerPlace>,
): Layer[] =>
  layersIn(piece, slide, size).map((l) => (followers[l.id] && isFollower(l) ? { ...l, ...followers[l.id] } : l));

/** Can the layer be dragged about? What covers the whole slide lies still, and so does what follows a text. */
export function isMovable(layer: Layer, size: Size): boolean {
  if (layer.locked || isFollower(layer)) return false;
  if (layer.band === 'message') return true;
  if (isPhoto(layer) && layer.mask === null) return layer.fit === 'free';
  const { x, y, width, height } = layer.box;
  return x > 0 || y > 0 || x + width < size.width || y + height < size.height || layer.rotation !== 0;
}
/** Can the photo be moved within its frame or mask? */
export const isPannable = (layer: Layer): boolean => isPhoto(layer) && layer.fit !== 'free' && !layer.locked;

/** Does the layer have handles for its size? A photo that fills its frame is zoomed instead. */
export const isResizable = (layer: Layer): boolean =>
  !layer.locked && !isFollower(layer) && (!isPhoto(layer) || layer.fit === 'free' || layer.band === 'message');

/** The box a layer really takes on the slide: for a text the frame that was painted. */
export function frameOf(layer: Layer, texts: Record<string, TextPlace>): Layer['box'] {
  const f = isText(layer) ? texts[layer.id]?.frame : undefined;
  return f ? { x: layer.box.x + f.x, y: layer.box.y + f.y, width: f.width, height: f.height } : layer.box;
}
