// The slideshow of a section: its slides are pictures, one after the other, under the overlays and the message of the
// first. In time it is a slide like any other: at each moment one picture shows, or one through which the next appears.
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import type { Band } from '../values/plain';
import { hexOf } from '../values/swatches';
import { guestId } from './guest-names';
import type { Piece, Picture, Show, Slide } from './schema';

/** Is a piece a section with several pictures? */
export const isSlideshow = ({ section, slides }: Pick<Piece, 'section' | 'slides'>): boolean =>
  section !== null && slides.length > 1;

/** Which slide of a piece a layer of a band belongs to that is put on one of its slides. */
export function homeFor(piece: Piece, slideId: string, band: Band): string {
  const lookedAt = piece.slides.find((s) => s.id === slideId)?.at !== undefined;
  return isSlideshow(piece) && band !== 'backdrop' && !lookedAt ? piece.slides[0].id : slideId;
}

/** What of a slide is its picture, and what lies over it. */
export const pictureLayers = ({ layers }: Slide): Layer[] => layers.filter((l) => l.band === 'backdrop');
export const messageLayers = ({ layers }: Slide): Layer[] => layers.filter((l) => l.band !== 'backdrop');

/** The pictures of a section as they follow one of its slides. One that is left out shows only itself. */
export function showFrom(piece: Piece, at: number): Show {
  const { slides, section } = piece,
    order = [...slides.slice(at), ...slides.slice(0, at)].filter((s, i) => i === 0 || !s.leftOut),
    pictures = order.map((s): Picture => ({
      slide: s.id,
      number: slides.indexOf(s),
      paper: hexOf(s.paper, piece).slice(0, 7),
      layers: pictureLayers(s),
    }));
  return {
    pictures,
    stay: (section?.stay ?? 0) * 1000,
    fade: (section?.fade ?? 0) * 1000,
    extent: { width: piece.sizes[0].width, height: piece.sizes[0].height },
  };
}

/** How long all pictures take, ms. */
export const lengthOfShow = ({ pictures, stay, fade }: Show): number => pictures.length * (stay + fade);

/** Times at which one picture shows, and at which it and the next show evenly, ms. */
export const momentsOfShow = ({ pictures, stay, fade }: Show): number[] =>
  pictures.length < 2
    ? [0]
    : pictures.flatMap((_, i) => {
        const from = i * (stay + fade);
        return fade > 0 ? [from, from + stay + fade / 2] : [from];
      });

/** Steps in which a picture appears while it is played. */
const STEPS = 32;

/** What shows at a time, ms: a picture of the show, the next one, and how much of that, 0..1. */
export function placeInShow(show: Show, time: number): { at: number; next: number; share: number } {
  const { pictures, stay, fade } = show,
    n = pictures.length;
  if (n < 2) return { at: 0, next: 0, share: 0 };
  const within = ((time % lengthOfShow(show)) + 1e-6) % lengthOfShow(show),
    at = Math.min(n - 1, Math.floor(within / (stay + fade))),
    into = within - at * (stay + fade) - stay;
  return { at, next: (at + 1) % n, share: into <= 0 ? 0 : Math.min(1, Math.round((into / fade) * STEPS) / STEPS) };
}

/** The layers of a picture of a show as they are called there. */
function named({ pictures }: Show, i: number): Layer[] {
  const { slide, layers } = pictures[i];
  return i === 0 ? [...layers] : layers.map((l) => ({ ...l, id: guestId(slide, l.id), group: null }));
}

/**
 * A looked-at slide of a slideshow with what shows at a time, ms, behind its message. The slide's own layers keep their
 * names; those of other pictures are called as guests are.
 */
export function slideInShow(slide: Slide, time: number): Slide {
  const { show, ...still } = slide;
  if (!show) return slide;
  const { at, next, share } = placeInShow(show, time),
    [shown, over] = share === 1 ? [next, null] : [at, share > 0 ? next : null];
  return {
    ...still,
    paper: show.pictures[shown].paper,
    layers: [
      ...named(show, shown),
      ...(over === null ? [] : [paperOf(show, over), ...named(show, over)].map((l) => ({ ...l, through: { share } }))),
      ...messageLayers(slide),
    ],
  };
}

/**
 * A looked-at slide with the layers of all its pictures at once, one picture over the other, below its message.
 * @returns also what the layers of each picture are called
 */
export function allPictures(slide: Slide): { slide: Slide; names: string[][] } {
  const { show, ...still } = slide;
  if (!show) return { slide, names: [pictureLayers(slide).map((l) => l.id)] };
  const pictures = show.pictures.map((_, i) => named(show, i));
  return {
    slide: { ...still, layers: [...pictures.flat(), ...messageLayers(slide)] },
    names: pictures.map((p) => p.map((l) => l.id)),
  };
}

const paperOf = ({ pictures, extent }: Show, i: number): Layer =>
  makeFill(guestId(pictures[i].slide, 'paper'), pictures[i].paper, extent);

/** Do slides after the first hold nothing but a backdrop, as a section has them? */
export const couldBeShow = ({ slides }: Pick<Piece, 'slides'>): boolean =>
  slides.slice(1).every((s) => messageLayers(s).length === 0);

/** A name like that which no other layer of the slide has. */
export function freeName(id: string, taken: ReadonlySet<string>): string {
  let name = id;
  while (taken.has(name)) name += '-';
  return name;
}

/** The piece with the message of what was its first slide on what is the first now. */
export function withMessageFirst(piece: Piece, before: Piece): Piece {
  const [was] = before.slides,
    [first, ...others] = piece.slides;
  if (!isSlideshow(before) || first.id === was.id) return piece;
  const message = messageLayers(was),
    taken = new Set(first.layers.map((l) => l.id)),
    names = new Map<string, string>();
  for (const { id } of message) {
    const name = freeName(id, taken);
    taken.add(name);
    names.set(id, name);
  }
  const moved = message.map((l) => ({
    ...l,
    id: names.get(l.id)!,
    ...('follows' in l ? { follows: l.follows.map((f) => names.get(f) ?? f) } : {}),
  }));
  return {
    ...piece,
    slides: [
      { ...first, layers: [...pictureLayers(first), ...moved], groups: [...first.groups, ...was.groups] },
      ...others.map((s) => (s.id === was.id ? { ...s, layers: pictureLayers(s) } : s)),
    ],
  };
}
