// What lies on a slide besides its own layers: those that neighbouring slides carry over to it, and on the pictures of
// a section its message. A layer is in the
// document once; on the slides it reaches it is a guest, at the place where it would lie if all were one picture.
import type { Guest } from '../kinds/common';
import { isFollower, isText, type Layer } from '../kinds/layers';
import { BANDS } from '../values/plain';
import { guestId } from './guest-names';
import type { Piece, Slide } from './schema';
import { isSlideshow, messageLayers, showFrom } from './slideshow';

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

const shows = new WeakMap<readonly Slide[], { section: Piece['section']; slides: Map<number, Slide> }>();

/** A picture of a section's slideshow, with the overlays and the message of the first. */
function pictureSeen(piece: Piece, at: number): Slide {
  const { slides, section } = piece,
    [first] = slides,
    slide = slides[at];
  let known = shows.get(slides);
  if (known?.section !== section) shows.set(slides, (known = { section, slides: new Map() }));
  let made = known!.slides.get(at);
  if (!made) {
    const message = at === 0 ? [] : messageLayers(first).map((l) => guest(l, first, 0, 0));
    made = { ...slide, at: 0, show: showFrom(piece, at), layers: [...slide.layers, ...message] };
    known!.slides.set(at, made);
  }
  return made;
}

const seen = new WeakMap<Slide, { at: number; guests: readonly Layer[]; slide: Slide }>();

/** The slide at a place of the strip as it is looked at. A slide that is looked at already stays as it is. */
export function slideSeen(piece: Piece, at: number): Slide {
  const slide = piece.slides[at];
  if (slide.at !== undefined) return slide;
  if (isSlideshow(piece)) return pictureSeen(piece, at);
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
