// How much a photo would need to carry the words of a slide: the photo is put where the slide's own is, what is laid
// for the words' sake is taken away, and the best of a few ways is solved.
import type { FoundColour } from '../colour/palette';
import type { Pixels } from '../ground/pixels';
import { isText } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { addLayer, changeLayers } from '../piece/edits';
import { backdropPhoto, slideOf } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { withoutTreatments } from '../piece/treatments';
import { readSlide } from '../reading/read';
import { areClear } from '../reading/verdict';
import { SlidePhoto } from '../remedy/slide-photo';
import { applyWay, costOfWay, type Way, type WayKind, wayName } from '../remedy/way';
import { WayFinder } from '../remedy/way-finder';
import { Ways } from '../remedy/ways';
import { chooseFade } from '../remedy/ways/fade';
import { choosePool } from '../remedy/ways/pool';
import { chooseTint } from '../remedy/ways/tint';
import type { Painter } from '../scene/painter';
import { linesPlace } from '../type/frame';
import { type FillPicture, withPhoto } from './picture';

/** What is tried: quick, and good enough to tell photos apart. */
const TRIED = { fade: chooseFade, tint: chooseTint, pool: choosePool } satisfies Partial<Record<WayKind, unknown>>;
/** What is left of the photo is compared at this side at most, px. */
const SIDE = 400;
/** So much more than a sample says is needed makes sure. */
const SURE = 0.05;
/** A photo that none of them makes Clear comes after all others, points. */
const NEVER = 200;

export interface PhotoTrial {
  /** With the photo, and the best way where one is needed. */
  piece: Piece;
  clear: boolean;
  /** Points of that way; 0 where the words read as they are. */
  cost: number;
  /** Percent of the photo that is left. */
  kept: number;
  /** What the way is called; null where none is needed, or none does. */
  way: string | null;
}

/** A slide with another photo behind its words, without what was laid for the one before. Fonts must be loaded. */
export function withPhotoBehind(
  painter: Painter,
  piece: Piece,
  slideId: string,
  picture: FillPicture,
  pixelsOf: (asset: string) => Pixels | null,
): Piece {
  const bare = withoutTreatments(piece, slideId),
    slide = slideOf(bare, slideId),
    lines = slide.layers
      .filter(isText)
      .filter((t) => t.visible)
      .flatMap((t) => linesPlace(t, painter.layout(t))?.box ?? []),
    own = backdropPhoto(slide),
    id = own?.id ?? 'photo-to-try',
    there = own ? bare : addLayer(bare, slideId, makePhoto(id, picture.asset, picture.name, piece.sizes[0]));
  return changeLayers(there, slideId, [id], (l) => {
    if (l.kind === 'photo') Object.assign(l, withPhoto(l, picture, lines, pixelsOf));
  });
}

/** The same way at about the strength it needs, weighed by a sample of the letters and windows of the photo. */
export function photoGuess(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  colours: readonly FoundColour[],
): PhotoTrial {
  const slide = slideOf(piece, slideId),
    finder = new WayFinder(painter, { piece, slide, size, colours }, comparedSmall(painter, piece, slide, size));
  if (!finder.hasLetters || finder.nothingNeeded) return { piece, clear: true, cost: 0, kept: 100, way: null };
  const choices = Object.values(TRIED)
    .flatMap((choose) => choose(finder) ?? [])
    .sort((a, b) => a.cost - b.cost);
  for (const { layer: chosen, strength, cost, kept } of choices) {
    const layer = { ...chosen, opacity: Math.min(1, strength + SURE) },
      next = addLayer(piece, slideId, layer);
    // A sample is too hopeful at times: painted once, the texts are Clear or they are not.
    if (areClear(readSlide(painter, next, slideOf(next, slideId), size)))
      return { piece: next, clear: true, cost, kept: kept?.kept ?? 100, way: wayName(layer.kind as WayKind, layer) };
  }
  return { piece, clear: false, cost: NEVER, kept: 100, way: null };
}

const comparedSmall = (painter: Painter, piece: Piece, slide: Slide, size: Size): SlidePhoto =>
  new SlidePhoto(painter, piece, slide, size, Math.min(SIDE, Math.max(size.width, size.height)));

/** Tries a photo that lies behind the words of a slide. It yields after each step of work. */
export function* photoTrial(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  colours: readonly FoundColour[],
): Generator<void, PhotoTrial> {
  const slide = slideOf(piece, slideId);
  if (areClear(readSlide(painter, piece, slide, size))) return { piece, clear: true, cost: 0, kept: 100, way: null };
  yield;
  const ways = new Ways(painter, { piece, slide, size, colours }, comparedSmall(painter, piece, slide, size));
  let best: Way | null = null;
  for (const kind of Object.keys(TRIED) as WayKind[]) {
    yield;
    const way = ways.solve(kind);
    if (way && (!best || costOfWay(way) < costOfWay(best))) best = way;
  }
  if (!best) return { piece, clear: false, cost: NEVER, kept: 100, way: null };
  return {
    piece: applyWay(piece, slideId, best, (n) => `way-to-try-${n}`),
    clear: true,
    cost: costOfWay(best),
    kept: best.kept?.kept ?? 100,
    way: best.name,
  };
}
