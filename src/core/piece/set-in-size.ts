// Edits of what may differ between sizes: for one size only, or for all of them.
import { current, isDraft, produce } from 'immer';
import type { StrengthProperty } from '../kinds/kind';
import { type Layer, scaleLengths } from '../kinds/layers';
import { strengthOf, withStrength } from '../kinds/strengths';
import type { TextLayer } from '../kinds/text';
import { scaleType } from '../type/spans';
import type { Override, OwnKey, OwnStrengths } from '../values/override';
import { scaledSides } from '../values/scaled';
import { changeLayers } from './edits';
import { homeOf } from './guest-names';
import { mergedOwn, ownKeys, ownOf, ownStrengths, withOwn } from './own';
import { layerIn, sizeOf } from './resolve';
import type { Piece, Size } from './schema';

/**
 * For which sizes something is set. Set for all in the base, what a size has of its own stays; set for all in another
 * size, all follow from there.
 */
export type SizeScope = 'this' | 'all';
/** Where nobody says otherwise the base stands for all, and another size for itself. */
export const usualScope = (piece: Piece, sizeId: string): SizeScope => (sizeId === piece.sizes[0].id ? 'all' : 'this');

/** Places belong to their size: elsewhere than in the base they are never set for all. */
const PLACES: readonly OwnKey[] = ['box', 'rotation'];
const keysOf = (own: Override): OwnKey[] => Object.keys(own) as OwnKey[];
const part = (own: Override, keep: (k: OwnKey) => boolean): Override =>
  Object.fromEntries(Object.entries(own).filter(([k]) => keep(k as OwnKey)));

/** Of some strengths those that others have, too. */
const only = (of: OwnStrengths, wanted: OwnStrengths): OwnStrengths =>
  Object.fromEntries(Object.entries(of).filter(([p]) => p in wanted));

/** An override without some properties; undefined where nothing is left. */
function without(own: Override | undefined, keys: readonly OwnKey[], strengths: readonly string[] = []) {
  if (!own) return undefined;
  const { strengths: had, ...rest } = part(own, (k) => !keys.includes(k)),
    left = Object.fromEntries(Object.entries(had ?? {}).filter(([p]) => !strengths.includes(p)));
  const next: Override = Object.keys(left).length ? { ...rest, strengths: left } : rest;
  return Object.keys(next).length ? next : undefined;
}

/** Gives a layer overrides anew. Changes the layer it is given. */
const setOverrides = (layer: Layer, of: (own: Override, sizeId: string) => Override | undefined): void => {
  layer.overrides = Object.fromEntries(
    Object.entries(layer.overrides).flatMap(([id, own]) => {
      const next = of(own, id);
      return next ? [[id, next]] : [];
    }),
  );
};

/**
 * Sets what may differ between sizes: places, type sizes, strengths and the like. Lengths are pixels of the size it is
 * set in. Type set for all keeps its ratio between sizes.
 */
export const setIn = (
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  sizeId: string,
  values: Override,
  scope: SizeScope = usualScope(piece, sizeId),
): Piece => {
  const [base] = piece.sizes,
    size = sizeOf(piece, sizeId);
  const one = (p: Piece, id: string): Piece =>
    (size === base && scope === 'all' && setOnSlide(p, slideId, id, values)) ||
    changeLayers(p, slideId, [id], (layer) => {
      const was = isDraft(layer) ? (current(layer) as Layer) : layer,
        by = was.guest ? 0 : slidesFromHome(piece, id, slideId),
        own = size === base ? values : moved(values, -by * size.width);
      if (size === base) {
        // The others stay as they are.
        const home = moved(was, -by * base.width);
        if (scope === 'this')
          for (const other of piece.sizes.slice(1)) {
            const stands = ownOf(layerIn(home, other, base), keysOf(own), other);
            if (stands.strengths && own.strengths) stands.strengths = only(stands.strengths, own.strengths);
            layer.overrides[other.id] = mergedOwn(stands, was.overrides[other.id] ?? {});
          }
        const { overrides } = layer;
        Object.assign(layer, withOwn(was, own, base), { overrides });
      } else if (scope === 'this') layer.overrides[size.id] = mergedOwn(was.overrides[size.id], own);
      else setForAll(layer, was, own, size, base);
    });
  return ids.reduce(one, piece);
};

/**
 * Sets it in the base for a layer of the slide's own, where the other sizes stay as they are. A drag does so in every
 * frame: without a draft of the piece it takes a fifth of the time.
 * @returns null where the layer is none of the slide's own
 */
function setOnSlide(piece: Piece, slideId: string, id: string, own: Override): Piece | null {
  const at = piece.slides.findIndex((s) => s.id === slideId),
    slide = piece.slides[at],
    i = slide ? slide.layers.findIndex((l) => l.id === id) : -1;
  if (i < 0) return null;
  const was = slide.layers[i],
    layer: Layer = { ...withOwn(was, own, piece.sizes[0]), overrides: was.overrides };
  const same = (k: keyof Layer): boolean => layer[k] === was[k] || JSON.stringify(layer[k]) === JSON.stringify(was[k]);
  if ((Object.keys(layer) as (keyof Layer)[]).every(same)) return piece;
  return { ...piece, slides: piece.slides.with(at, { ...slide, layers: slide.layers.with(i, layer) }) };
}

/** How many slides to the right of its own a layer is seen under that name. */
function slidesFromHome(piece: Piece, id: string, slideId: string): number {
  const home = homeOf(id),
    at = (slide: string): number => piece.slides.findIndex((s) => s.id === slide);
  return home && !piece.section ? at(home.slide) - at(slideId) : 0;
}
/** What has a box, moved to the right. */
const moved = <T extends { box?: Layer['box'] }>(of: T, dx: number): T =>
  of.box && dx ? { ...of, box: { ...of.box, x: of.box.x + dx } } : of;

function setForAll(layer: Layer, was: Layer, own: Override, size: Size, base: Size): void {
  const places = part(own, (k) => PLACES.includes(k)),
    { fontSize, padding, ...rest } = part(own, (k) => !PLACES.includes(k)),
    k = Math.min(size.width, size.height) / Math.min(base.width, base.height);
  Object.assign(layer, withOwn(was, { ...rest, ...(padding && { padding: scaledSides(padding, 1 / k) }) }, base));
  if (fontSize !== undefined && 'fontSize' in layer) {
    const stands = layerIn(was, size, base) as TextLayer,
      f = fontSize / stands.fontSize;
    scaleType(layer, f);
    setOverrides(layer, (o) => (o.fontSize === undefined ? o : { ...o, fontSize: o.fontSize * f }));
  }
  setOverrides(layer, (o) =>
    without(
      o,
      keysOf(own).filter((p) => p !== 'fontSize' && p !== 'strengths' && !PLACES.includes(p)),
      Object.keys(own.strengths ?? {}),
    ),
  );
  if (keysOf(places).length) layer.overrides[size.id] = mergedOwn(layer.overrides[size.id], places);
}

/**
 * Changes layers as they are in one size, but for their places: `change` is given a layer in pixels of the base and
 * edits it. Of what may differ, what it changed is set for that size or for all; the rest is the same in all anyway.
 */
export const changeIn = (
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  sizeId: string,
  change: (layer: Layer) => void,
  scope: SizeScope = usualScope(piece, sizeId),
): Piece => {
  const [base] = piece.sizes,
    size = sizeOf(piece, sizeId);
  if (piece.sizes.length === 1 || (size === base && scope === 'all')) return changeLayers(piece, slideId, ids, change);
  const k = Math.min(size.width, size.height) / Math.min(base.width, base.height),
    set: { id: string; own: Override }[] = [];
  const changed = ids.reduce(
    (p, id) =>
      changeLayers(p, slideId, [id], (layer) => {
        const was = isDraft(layer) ? (current(layer) as Layer) : layer,
          before = inBaseLengths(was, was.overrides[size.id], k, base),
          after = produce(before, change),
          own = part(ownOf(after, ownKeys(after), base), (p) => !PLACES.includes(p) && p !== 'strengths');
        const mine: Override = part(own, (p) => own[p] !== (before as Override)[p]),
          strengths = ownStrengths(after).filter((p) => strengthOf(after, p, base) !== strengthOf(before, p, base));
        if (strengths.length)
          mine.strengths = Object.fromEntries(strengths.map((p) => [p, strengthOf(after, p, base)]));
        // Strengths lie within what a text or a photo has: in the other sizes they stay what they were.
        const shared = ownStrengths(after).reduce((l, p) => {
          const had = strengthOf(was, p, base);
          return strengthOf(l, p, base) === had ? l : withStrength(l, p, had, base);
        }, after) as Layer & Record<string, unknown>;
        for (const key of Object.keys(after) as (keyof Layer)[])
          if (after[key] !== before[key] && !(key in own)) Object.assign(layer, { [key]: shared[key] });
        if (mine.fontSize !== undefined) mine.fontSize *= k;
        if (mine.padding) mine.padding = scaledSides(mine.padding, k);
        if (Object.keys(mine).length) set.push({ id, own: mine });
      }),
    piece,
  );
  return set.reduce((p, { id, own }) => setIn(p, slideId, [id], sizeId, own, scope), changed);
};

/** A layer that shows in some sizes only. */
export function shownOnly(piece: Piece, slideId: string, id: string, sizes: readonly string[]): Piece {
  const [base, ...others] = piece.sizes,
    here = sizes.includes(base.id),
    shown = changeLayers(piece, slideId, [id], (l) => void (l.visible = here));
  return others
    .filter((s) => sizes.includes(s.id) !== here)
    .reduce((p, s) => setIn(p, slideId, [id], s.id, { visible: !here }, 'this'), shown);
}

/**
 * Makes an edit of a whole piece one of a size, or of all: what it adds shows where it is meant for, what it changes is
 * sorted as `changeIn` does.
 */
export function editIn(
  piece: Piece,
  sizeId: string,
  edit: (piece: Piece) => Piece,
  scope: SizeScope = usualScope(piece, sizeId),
): Piece {
  const after = edit(piece);
  if (piece.sizes.length === 1 || (scope === 'all' && sizeId === piece.sizes[0].id)) return after;
  return after.slides.reduce((p, slide) => {
    const before = piece.slides.find((s) => s.id === slide.id);
    if (!before || before === slide) return p;
    return slide.layers.reduce((q, layer) => {
      const was = before.layers.find((l) => l.id === layer.id);
      if (!was) return scope === 'this' ? shownOnly(q, slide.id, layer.id, [sizeId]) : q;
      if (was === layer) return q;
      const keys = (Object.keys(layer) as (keyof Layer)[]).filter((k) => layer[k] !== was[k]),
        set = Object.fromEntries(keys.map((k) => [k, layer[k]])),
        // As it was, then changed for the size.
        undone = changeLayers(q, slide.id, [layer.id], (l) => void Object.assign(l, was));
      return changeIn(undone, slide.id, [layer.id], sizeId, (l) => void Object.assign(l, set), scope);
    }, p);
  }, after);
}

/** A layer with what a size has of its own, places aside, in pixels of the base. */
function inBaseLengths(layer: Layer, override: Override | undefined, k: number, base: Size): Layer {
  const own = part(override ?? {}, (p) => !PLACES.includes(p) && p !== 'strengths');
  if (own.fontSize !== undefined) own.fontSize /= k;
  if (own.padding) own.padding = scaledSides(own.padding, 1 / k);
  const strengths = Object.entries(override?.strengths ?? {}) as [StrengthProperty, number][];
  return strengths.reduce((l, [p, v]) => withStrength(l, p, v, base), { ...layer, ...own } as Layer);
}

/** Lets go what a size has of its own. @param keys all of it where left out */
export const followAgain = (
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  sizeId: string,
  keys?: readonly OwnKey[],
): Piece =>
  changeLayers(piece, slideId, ids, (layer) => {
    if (!layer.overrides[sizeId]) return;
    setOverrides(layer, (own, id) =>
      id !== sizeId
        ? own
        : keys && without(own, keys, keys.includes('strengths') ? Object.keys(own.strengths ?? {}) : []),
    );
  });

/** A text set at another place in one size. Whether it wraps is the same in all. */
export const withPlace = (
  text: TextLayer,
  set: Pick<TextLayer, 'box' | 'align' | 'frame' | 'balance'>,
  size: Size,
  base: Size,
): TextLayer =>
  size.id === base.id
    ? { ...text, ...set }
    : {
        ...text,
        overrides: {
          ...text.overrides,
          [size.id]: { ...text.overrides[size.id], box: set.box, align: set.align, balance: set.balance },
        },
      };

/**
 * A layer as it was when scaling began, `k` times as large, in a new box: everything that has a length goes with it. In
 * a size other than the base only what may differ does.
 */
export const scaleLayer = (
  piece: Piece,
  slideId: string,
  was: Layer,
  sizeId: string,
  box: Layer['box'],
  k: number,
): Piece => {
  const scaled = structuredClone(was);
  scaleLengths(scaled, k);
  if (sizeId !== piece.sizes[0].id)
    return setIn(piece, slideId, [was.id], sizeId, {
      box,
      ...('fontSize' in scaled ? { fontSize: scaled.fontSize } : {}),
      ...('padding' in scaled ? { padding: scaled.padding } : {}),
    });
  return changeLayers(piece, slideId, [was.id], (layer) => void Object.assign(layer, scaled, { box }));
};
