// Every edit of a document: pure functions (document, arguments) -> document. A document that would not change comes
// back as it is.
import { produce } from 'immer';
import { isText, kindOf, type Layer, scaleLengths } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { type Band, BANDS } from '../values/plain';
import { membersOf, withoutEmptyGroups } from './groups';
import type { Piece, Size, Slide } from './schema';

const slideAt = (piece: Piece, slideId: string): Slide | undefined => piece.slides.find((s) => s.id === slideId);
const bandIndex = (layer: { band: Band }): number => BANDS.indexOf(layer.band);

/** Puts a layer on top of its band, so that it lands where it belongs: what must not cover texts right below them. */
export const addLayer = (piece: Piece, slideId: string, layer: Layer): Piece =>
  produce(piece, (draft) => {
    const layers = slideAt(draft, slideId)?.layers;
    if (!layers) return;
    const top = layers.findLastIndex((l) => bandIndex(l) <= bandIndex(layer)) + 1;
    const firstText =
      kindOf(layer).lands === 'below texts' && layer.band === 'message'
        ? layers.findIndex((l) => isText(l) && l.band === 'message')
        : -1;
    layers.splice(firstText < 0 ? top : firstText, 0, layer);
  });

/** Applies a change to some layers of a slide; `change` edits its draft in place. */
export const changeLayers = (
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  change: (layer: Layer) => void,
): Piece =>
  produce(piece, (draft) => {
    for (const layer of slideAt(draft, slideId)?.layers ?? []) if (ids.includes(layer.id)) change(layer);
  });

/**
 * Places a layer in one size. In the base size this moves the layer itself; in another it becomes an override of that
 * size.
 */
export const placeLayer = (
  piece: Piece,
  slideId: string,
  id: string,
  sizeId: string,
  place: { box?: Layer['box']; rotation?: number; fontSize?: number; focus?: { x: number; y: number }; zoom?: number },
): Piece =>
  changeLayers(piece, slideId, [id], (layer) => {
    if (sizeId === piece.sizes[0].id) {
      if (place.box) layer.box = place.box;
      if (place.rotation !== undefined) layer.rotation = place.rotation;
      kindOf(layer).override?.(layer, place);
    } else layer.overrides[sizeId] = { ...layer.overrides[sizeId], ...place };
  });

/** A text set at another place in one size. Only its box can differ in a size other than the base. */
export const withPlace = (
  text: TextLayer,
  set: Pick<TextLayer, 'box' | 'align' | 'frame' | 'balance'>,
  size: Size,
  base: Size,
): TextLayer =>
  size.id === base.id
    ? { ...text, ...set }
    : { ...text, overrides: { ...text.overrides, [size.id]: { ...text.overrides[size.id], box: set.box } } };

/**
 * A layer as it was when scaling began, `k` times as large, in a new box: everything that has a length goes with it. In
 * a size other than
 * the base only the box and the type can differ.
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
    return placeLayer(piece, slideId, was.id, sizeId, {
      box,
      ...('fontSize' in scaled ? { fontSize: scaled.fontSize } : {}),
    });
  return changeLayers(piece, slideId, [was.id], (layer) => void Object.assign(layer, scaled, { box }));
};

export const removeLayers = (piece: Piece, slideId: string, ids: readonly string[]): Piece =>
  withoutEmptyGroups(
    produce(piece, (draft) => {
      const slide = slideAt(draft, slideId);
      if (slide) slide.layers = slide.layers.filter((l) => !ids.includes(l.id));
    }),
    slideId,
  );

/** Moves a layer to directly above another one (or to the bottom with null), taking on that place's band. */
export const moveLayer = (piece: Piece, slideId: string, id: string, band: Band, above: string | null): Piece =>
  produce(piece, (draft) => {
    const layers = slideAt(draft, slideId)?.layers;
    const from = layers?.findIndex((l) => l.id === id) ?? -1;
    if (!layers || from < 0 || above === id) return;
    const [layer] = layers.splice(from, 1);
    layer.band = band;
    const at =
      above === null
        ? layers.findIndex((l) => bandIndex(l) >= bandIndex(layer))
        : layers.findIndex((l) => l.id === above) + 1;
    layers.splice(at < 0 ? layers.length : at, 0, layer);
    layers.sort((a, b) => bandIndex(a) - bandIndex(b));
  });

/**
 * Layers one step up or down within their bands; 1 is forward, -1 backward, Infinity to the front, -Infinity to the
 * back. Several keep
 * their order among each other, and none passes another of them at the end of a band.
 */
export const shiftLayers = (piece: Piece, slideId: string, ids: readonly string[], by: number): Piece =>
  produce(piece, (draft) => {
    const slide = slideAt(draft, slideId);
    if (!slide) return;
    const chosen = new Set(ids);
    const next = BANDS.flatMap((band) => {
      const own = slide.layers.filter((l) => l.band === band),
        moving = own.filter((l) => chosen.has(l.id)),
        still = own.filter((l) => !chosen.has(l.id));
      if (!Number.isFinite(by)) return by > 0 ? [...still, ...moving] : [...moving, ...still];
      const order = by > 0 ? own : own.reverse();
      // From the end towards which they go: each changes places with the next one that stays.
      for (let i = order.length - 2; i >= 0; i--)
        if (chosen.has(order[i].id) && !chosen.has(order[i + 1].id))
          [order[i], order[i + 1]] = [order[i + 1], order[i]];
      return by > 0 ? order : order.reverse();
    });
    if (next.some((l, i) => l.id !== slide.layers[i].id)) slide.layers = next;
  });

/** Copies layers, each directly above its original, a little aside. Gives the ids of the copies. */
export function duplicateLayers(
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  newId: () => string,
  offset = 24,
): { piece: Piece; ids: string[] } {
  const made: string[] = [];
  const next = produce(piece, (draft) => {
    const slide = slideAt(draft, slideId),
      layers = slide?.layers;
    if (!slide || !layers) return;
    // A group that is wholly copied is copied, too; other copies stay in the group of their original.
    const groups = new Map<string, string>();
    for (const g of [...slide.groups])
      if (membersOf(slide, g.id).every((m) => ids.includes(m))) groups.set(g.id, newId());
    for (const [old, fresh] of groups) {
      const g = slide.groups.find((x) => x.id === old)!;
      slide.groups.push({ ...g, id: fresh, within: (g.within !== null && groups.get(g.within)) || g.within });
    }
    for (const id of ids) {
      const at = layers.findIndex((l) => l.id === id);
      if (at < 0) continue;
      const copy = structuredClone(JSON.parse(JSON.stringify(layers[at]))) as Layer;
      copy.id = newId();
      // A text is called by its words, and so is its copy.
      copy.name = copy.kind === 'text' ? 'Text' : `${copy.name} copy`.slice(0, 200);
      if (copy.group !== null) copy.group = groups.get(copy.group) ?? copy.group;
      if (copy.band === 'message') {
        copy.box.x += offset;
        copy.box.y += offset;
      }
      made.push(copy.id);
      layers.splice(at + 1, 0, copy);
    }
  });
  return { piece: next, ids: made };
}

export const renamePiece = (piece: Piece, name: string): Piece => ({
  ...piece,
  ...(name.trim() ? { name: name.trim().slice(0, 200), named: true } : {}),
});
