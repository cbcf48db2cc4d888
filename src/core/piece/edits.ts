// Every edit of a document: pure functions (document, arguments) -> document. A document that would not change comes
// back as it is.
import { produce } from 'immer';
import { isText, kindOf, type Layer } from '../kinds/layers';
import { type Band, BANDS } from '../values/plain';
import { membersOf, withoutEmptyGroups } from './groups';
import { guestId, homeOf } from './guest-names';
import type { Piece, Slide } from './schema';
import { freeName, homeFor, isSlideshow } from './slideshow';

const slideAt = (piece: Piece, slideId: string): Slide | undefined => piece.slides.find((s) => s.id === slideId);
const bandIndex = (layer: { band: Band }): number => BANDS.indexOf(layer.band);

/** Puts a layer on top of its band, so that it lands where it belongs: what must not cover texts right below them. */
export const addLayer = (piece: Piece, slideId: string, layer: Layer): Piece =>
  produce(piece, (draft) => {
    const layers = slideAt(draft, homeFor(piece, slideId, layer.band))?.layers;
    if (!layers) return;
    const top = layers.findLastIndex((l) => bandIndex(l) <= bandIndex(layer)) + 1;
    const firstText =
      kindOf(layer).lands === 'below texts' && layer.band === 'message'
        ? layers.findIndex((l) => isText(l) && l.band === 'message')
        : -1;
    layers.splice(firstText < 0 ? top : firstText, 0, layer);
  });

/** Where the layers are that a slide shows under these names: on itself, or, of guests, on their own slides. */
function found(
  piece: Piece,
  slideId: string,
  ids: readonly string[],
): { layer: Layer; guest: boolean; by: number; slide: Slide }[] {
  const at = piece.slides.findIndex((s) => s.id === slideId),
    here = piece.slides[at];
  if (!here) return [];
  const own = here.layers
    .filter((l) => ids.includes(l.id))
    .map((layer) => ({ layer, guest: false, by: 0, slide: here }));
  const guests = ids.flatMap((id) => {
    const home = homeOf(id),
      i = home ? piece.slides.findIndex((s) => s.id === home.slide) : -1,
      layer = piece.slides[i]?.layers.find((l) => l.id === home!.layer);
    // A slide that is looked at holds its guests itself.
    return layer && !here.layers.some((l) => l.id === id)
      ? [{ layer, guest: true, by: piece.section ? 0 : i - at, slide: piece.slides[i] }]
      : [];
  });
  return [...own, ...guests];
}

/**
 * Applies a change to some layers of a slide; `change` edits its draft in place. A guest is changed where it belongs,
 * by what it is here.
 */
export const changeLayers = (
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  change: (layer: Layer) => void,
): Piece =>
  produce(piece, (draft) => {
    const [{ width }] = draft.sizes;
    for (const { layer, guest, by } of found(draft, slideId, ids)) {
      if (guest) changeGuest(layer, by * width, change);
      else change(layer);
    }
  });

/** Changes a layer seen as much further to the right; what it is called where it belongs stays. */
function changeGuest(layer: Layer, dx: number, change: (layer: Layer) => void): void {
  const { id, group } = layer,
    follows = 'follows' in layer ? layer.follows : null;
  layer.box = { ...layer.box, x: layer.box.x + dx };
  change(layer);
  layer.box = { ...layer.box, x: layer.box.x - dx };
  Object.assign(layer, { id, group }, follows && { follows });
  delete layer.guest;
}

/** Takes layers away; a guest is gone from all slides. */
export function removeLayers(piece: Piece, slideId: string, ids: readonly string[]): Piece {
  const gone = found(piece, slideId, ids),
    slides = [...new Set(gone.map((g) => g.slide.id))];
  return slides.reduce(
    (p, id) =>
      withoutEmptyGroups(
        produce(p, (draft) => {
          const slide = slideAt(draft, id)!,
            names = gone.filter((g) => g.slide.id === id).map((g) => g.layer.id);
          slide.layers = slide.layers.filter((l) => !names.includes(l.id));
        }),
        id,
      ),
    piece,
  );
}

/** Lays guests above a slide's own layers of their bands, or below them. Changes the draft it is given. */
function putGuests(draft: Piece, slideId: string, ids: readonly string[], over: boolean): void {
  for (const { layer, by } of found(draft, slideId, ids)) if (by && layer.carry) layer.carry.over = over;
}

/** A layer of a slideshow on the slide where it belongs now, and what it is called there. */
function takenTo(piece: Piece, at: { layer: Layer; slide: Slide }, target: string): { piece: Piece; id: string } {
  if (at.slide.id === target) return { piece, id: at.layer.id };
  const id = freeName(at.layer.id, new Set(slideAt(piece, target)!.layers.map((l) => l.id))),
    slides = piece.slides.map((s) =>
      s.id === target
        ? { ...s, layers: [...s.layers, { ...at.layer, id, group: null }] }
        : s.id === at.slide.id
          ? { ...s, layers: s.layers.filter((l) => l !== at.layer) }
          : s,
    );
  return { piece: { ...piece, slides }, id };
}

/**
 * Moves a layer to directly above another one (or to the bottom with null), taking on that place's band. A guest comes
 * to lie above or below the slide's own layers of its band.
 */
export function moveLayer(piece: Piece, slideId: string, id: string, band: Band, above: string | null): Piece {
  const [at] = isSlideshow(piece) ? found(piece, slideId, [id]) : [],
    target = homeFor(piece, slideId, band);
  if (!at || (!at.guest && target === slideId)) return moveWithin(piece, slideId, id, band, above);
  // The message is in order on the first slide, pictures on their own.
  const moved = takenTo(piece, at, target),
    on = above !== null && homeOf(above)?.slide === target ? homeOf(above)!.layer : above,
    there = slideAt(moved.piece, target)!.layers.some((l) => l.id === on && l.band === band);
  return moveWithin(moved.piece, target, moved.id, band, there ? on : null);
}

const moveWithin = (piece: Piece, slideId: string, id: string, band: Band, above: string | null): Piece =>
  produce(piece, (draft) => {
    const layers = slideAt(draft, slideId)?.layers;
    const from = layers?.findIndex((l) => l.id === id) ?? -1;
    if (from < 0)
      return putGuests(draft, slideId, [id], layers?.some((l) => l.id === above && l.band === band) ?? false);
    if (!layers || above === id) return;
    if (above !== null && homeOf(above)) {
      // Guests lie above all own layers of the band, or below all.
      const [on] = found(draft, slideId, [above]);
      above = (on?.layer.carry?.over && layers.findLast((l) => l.band === band && l.id !== id)?.id) || null;
    }
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
 * back. Several keep their order among each other, and none passes another of them at the end of a band.
 */
export function shiftLayers(piece: Piece, slideId: string, ids: readonly string[], by: number): Piece {
  const message = isSlideshow(piece) ? ids.flatMap((id) => homeOf(id)?.layer ?? []) : [];
  if (message.length) {
    const [first] = piece.slides,
      own = ids.filter((id) => homeOf(id) === null);
    return shiftLayers(shiftLayers(piece, slideId, own, by), first.id, message, by);
  }
  return produce(piece, (draft) => {
    const slide = slideAt(draft, slideId);
    if (!slide) return;
    putGuests(draft, slideId, ids, by > 0);
    shiftWithin(slide, ids, by);
  });
}

/** Changes the slide it is given. */
function shiftWithin(slide: Slide, ids: readonly string[], by: number): void {
  const chosen = new Set(ids);
  const next = BANDS.flatMap((band) => {
    const own = slide.layers.filter((l) => l.band === band),
      moving = own.filter((l) => chosen.has(l.id)),
      still = own.filter((l) => !chosen.has(l.id));
    if (!Number.isFinite(by)) return by > 0 ? [...still, ...moving] : [...moving, ...still];
    const order = by > 0 ? own : own.reverse();
    // From the end towards which they go: each changes places with the next one that stays.
    for (let i = order.length - 2; i >= 0; i--)
      if (chosen.has(order[i].id) && !chosen.has(order[i + 1].id)) [order[i], order[i + 1]] = [order[i + 1], order[i]];
    return by > 0 ? order : order.reverse();
  });
  if (next.some((l, i) => l.id !== slide.layers[i].id)) slide.layers = next;
}

/** Copies layers, each directly above its original, a little aside. Gives the ids of the copies. */
export function duplicateLayers(
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  newId: () => string,
  offset = 24,
): { piece: Piece; ids: string[] } {
  const slide = slideAt(piece, slideId);
  if (!slide) return { piece, ids: [] };
  const chosen = new Set(ids),
    originals = new Map(slide.layers.map((l) => [l.id, l]));
  // A group that is wholly copied is copied, too; other copies stay in the group of their original.
  const groups = new Map(
    slide.groups.filter((g) => membersOf(slide, g.id).every((m) => chosen.has(m))).map((g) => [g.id, newId()]),
  );
  const copies = new Map<string, Layer>();
  for (const id of chosen) {
    const original = originals.get(id);
    if (!original) continue;
    // What lies within it is shared with the original: documents are never changed in place.
    const copy = { ...original };
    copy.id = newId();
    // A text is called by its words, and so is its copy.
    copy.name = isText(copy) ? 'Text' : `${copy.name} copy`.slice(0, 200);
    if (copy.group !== null) copy.group = groups.get(copy.group) ?? copy.group;
    if (copy.band === 'message') {
      const { x, y } = copy.box;
      copy.box = { ...copy.box, x: x + offset, y: y + offset };
    }
    copies.set(id, copy);
  }
  // Whole lists are put in place: a draft that is searched and moved layer by layer takes the square of their number.
  const next = produce(piece, (draft) => {
    const home = slideAt(draft, slideId)!;
    if (!copies.size) return;
    home.groups = slide.groups.concat(
      slide.groups
        .filter((g) => groups.has(g.id))
        .map((g) => ({ ...g, id: groups.get(g.id)!, within: (g.within !== null && groups.get(g.within)) || g.within })),
    );
    home.layers = slide.layers.flatMap((l) => {
      const copy = copies.get(l.id);
      return copy ? [l, copy] : [l];
    });
  });
  const made = [...copies.values()].map((c) => c.id);
  // Guests are copied where they belong.
  return found(next, slideId, ids)
    .filter((f) => f.guest)
    .reduce(
      (all, { layer, slide }) => {
        const copied = duplicateLayers(all.piece, slide.id, [layer.id], newId, offset);
        return { piece: copied.piece, ids: [...all.ids, ...copied.ids.map((c) => guestId(slide.id, c))] };
      },
      { piece: next, ids: made },
    );
}

export const renamePiece = (piece: Piece, name: string): Piece => ({
  ...piece,
  ...(name.trim() ? { name: name.trim().slice(0, 200), named: true } : {}),
});
