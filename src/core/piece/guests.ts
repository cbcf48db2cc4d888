// What lies on a slide besides its own layers: those that neighbouring slides carry over to it. A layer is in the
// document once; on the slides it reaches it is a guest, at the place where it would lie if all were one picture.
import type { Guest } from '../kinds/common';
import { isFollower, isText, type Layer } from '../kinds/layers';
import { BANDS } from '../values/plain';
import type { Piece, Slide } from './schema';

/** The name of a guest on a slide. No layer of a document can be called so. */
export const guestId = (slide: string, layer: string): string => `${slide}:${layer}`;

/** The slide and layer that a guest's name stands for; null for a layer of the slide itself. */
export function homeOf(id: string): { slide: string; layer: string } | null {
  const at = id.indexOf(':');
  return at < 0 ? null : { slide: id.slice(0, at), layer: id.slice(at + 1) };
}

/** A layer moved to the right by as many widths. What a size says of its box is left: it is in pixels of that size. */
export const movedBy = <L extends Layer>(layer: L, by: number, width: number): L =>
  by === 0 ? layer : { ...layer, box: { ...layer.box, x: layer.box.x + by * width } };

/** How many slides a layer of slide `home` is away on slide `at`; null where it does not reach it. */
function reaches({ carry }: Layer, home: number, at: number): number | null {
  const by = home - at;
  return carry && by !== 0 && (by < 0 ? carry.after >= -by : carry.before >= by) ? by : null;
}

/** What is looked at is looked at often: one object as long as nothing of it changed. */
const guests = new WeakMap<Layer, Map<string, Layer>>();
function guest(layer: Layer, home: Slide, by: number, width: number): Layer {
  const texts = isFollower(layer)
      ? home.layers.filter((l) => isText(l) && layer.follows.includes(l.id)).map((t) => guest(t, home, by, width))
      : [],
    key = [home.id, by, width].join();
  let known = guests.get(layer);
  if (!known) guests.set(layer, (known = new Map()));
  const before = known.get(key);
  if (before && before.guest!.texts.every((t, i) => t === texts[i])) return before;
  const own: Guest = { slide: home.id, id: layer.id, by, texts };
  const made: Layer = {
    ...movedBy(layer, by, width),
    id: guestId(home.id, layer.id),
    group: null,
    guest: own,
    ...(isFollower(layer) ? { follows: texts.map((t) => t.id) } : {}),
  };
  // Boxes that a size says of its own are moved by that size's width when it is asked for.
  known.set(key, made);
  return made;
}

/** Those of a slide's layers that go on over others. Few do, and slides are looked at often. */
const carried = new WeakMap<readonly Layer[], readonly Layer[]>();
function carriedFrom(layers: readonly Layer[]): readonly Layer[] {
  let known = carried.get(layers);
  if (!known) carried.set(layers, (known = layers.filter((l) => l.carry)));
  return known;
}

const seen = new WeakMap<Slide, { at: number; guests: readonly Layer[]; slide: Slide }>();

/** The slide at a place of the strip as it is looked at. A slide that is looked at already stays as it is. */
export function slideSeen(piece: Piece, at: number): Slide {
  const slide = piece.slides[at];
  if (slide.at !== undefined) return slide;
  const [{ width }] = piece.sizes;
  const found = piece.slides.flatMap((home, i) =>
    carriedFrom(home.layers).flatMap((l) => {
      const by = reaches(l, i, at);
      return by ? [guest(l, home, by, width)] : [];
    }),
  );
  if (at === 0 && !found.length) return slide;
  const before = seen.get(slide);
  if (before?.at === at && before.guests.length === found.length && found.every((g, i) => g === before.guests[i]))
    return before.slide;
  const made: Slide = { ...slide, at, layers: found.length ? together(slide.layers, found) : slide.layers };
  seen.set(slide, { at, guests: found, slide: made });
  return made;
}

/** Guests in their bands: below the slide's own layers, or above them. */
const together = (own: readonly Layer[], found: readonly Layer[]): Layer[] =>
  BANDS.flatMap((band) => {
    const of = (over: boolean): Layer[] => found.filter((g) => g.band === band && g.carry!.over === over);
    return [...of(false), ...own.filter((l) => l.band === band), ...of(true)];
  });
