// Tasks that measure: texts, pieces as they stand, joins, widths, places, covers.
import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import type { ShownText } from '../../../contract/posting';
import {
  inShort,
  type Outcome,
  outcomeOf,
  type Standing as PieceStanding,
  standingOf,
} from '../../../core/remedy/outcome';
import { isText } from '../../../core/kinds/layers';
import { aboutInPlaces } from '../../../core/places/paint';
import type { Place } from '../../../core/places/place';
import { type PlaceId, placeOf, placesFor } from '../../../core/places/places';
import { type PlaceReading, readInPlace } from '../../../core/places/read';
import { slideAt } from '../../../core/piece/moments';
import { slidesOf, textsIn } from '../../../core/piece/resolve';
import type { Piece } from '../../../core/piece/schema';
import type { Cover } from '../../../core/piece/covers';
import { coverOf } from '../../../core/reading/cover';
import { checkMeasuring } from '../../../core/reading/budget';
import { overviewOf, type OverviewRow } from '../../../core/reading/overview';
import { readWidths, stillsAtWidths, type WidthPoint, type WidthRange } from '../../../core/reading/over-widths';
import { type Reading, readSlide, readText, withoutLetters } from '../../../core/reading/read';
import { readingLook } from '../../../core/reading/reading-key';
import { readPicture } from '../../../core/reading/read-picture';
import { type Edge, type Join, joinsOf } from '../../../core/reading/join';
import { checkPainting } from '../../../core/scene/budget';
import { DECODING, pixelsFrom } from '../../assets';
import { painter, type SlideAsk, stand } from '../standing';
import { readAll, toMeasure } from './measured';

export async function reading(ask: SlideAsk): Promise<Reading[]> {
  const { piece, slide, size, load } = await toMeasure(ask);
  return readAll(piece, slide, size, load);
}

/** Readings of a slide in a size without the letters one by one, for the overview. */
export async function overview(ask: SlideAsk): Promise<OverviewRow[]> {
  const { piece, slide: seen, size, load } = await toMeasure(ask),
    // Of a slideshow each picture by itself.
    slide = seen.show ? slideAt(seen, 0) : seen,
    readings = await readAll(piece, slide, size, load);
  return overviewOf(piece, slide, size, readings.map(withoutLetters));
}

/** What is left of a photo is told at this side in lists, px. */
const STANDING_SIDE = 360;

/** How a piece stands as a whole: all its texts in all its sizes, and what is left of its photos. */
export async function standing(ask: SlideAsk): Promise<PieceStanding> {
  const { piece, load } = await stand(ask),
    outcomes: Outcome[] = [];
  for (const slide of slidesOf(piece)) {
    // Of a slideshow, and of what moves, as it begins.
    await load([slide]);
    for (const size of piece.sizes) {
      checkMeasuring(painter, piece, slide, size);
      checkPainting(painter, piece, slide, size, 1);
      outcomes.push(inShort(outcomeOf(painter, piece, slide.id, size, STANDING_SIDE)));
    }
  }
  return standingOf(outcomes);
}

export interface StandingsAsk {
  /** Versions of one piece. */
  pieces: readonly Piece[];
  campaign: string;
  /** Numbers of slides, from 0. */
  slides: readonly number[];
}

/** How some slides stand in versions of a piece, in all sizes. What looks the same in two of them is read once. */
export async function standings({ pieces, campaign, slides }: StandingsAsk): Promise<PieceStanding[]> {
  const known = new Map<string, Reading>(),
    out: PieceStanding[] = [];
  for (const piece of pieces) {
    const { load } = await stand({ piece, campaign, slide: slides[0] }),
      all = slidesOf(piece),
      readings: Reading[] = [];
    for (const n of slides) {
      await load([all[n]]);
      for (const size of piece.sizes) {
        checkMeasuring(painter, piece, all[n], size);
        for (const text of textsIn(piece, all[n], size)) {
          const look = readingLook(painter, piece, all[n], size, text),
            reading = known.get(look) ?? withoutLetters(readText(painter, piece, all[n], size, text));
          known.set(look, reading);
          readings.push(reading);
        }
      }
    }
    out.push(standingOf([{ readings, kept: null }]));
  }
  return out;
}

/** Edges that were painted last: asked again after an edit, only those of what was edited are painted. */
const edges = new LRUCache<string, Edge>({ max: 200 });

/** How all slides meet. */
export async function joins(ask: SlideAsk): Promise<(Join & { after: number })[]> {
  const { piece, size, load } = await stand({ ...ask, slide: 0 });
  return (await joinsOf(painter, piece, size, load, edges)).map((join, i) => ({ after: i + 1, ...join }));
}

/** Readings of a section over a range of widths, ascending. */
export async function widths(ask: SlideAsk & WidthRange): Promise<WidthPoint[]> {
  const { piece, slide, load } = await toMeasure(ask),
    found = new Map<number, WidthPoint>();
  await load(stillsAtWidths(slide));
  for (const point of readWidths(painter, piece, slide, ask)) found.set(point.width, point);
  return [...found.values()].sort((a, b) => a.width - b.width);
}

export type InPlacesAsk = SlideAsk & { campaignName: string };

/** The places in which a slide is seen, and how its texts read there. */
export async function inPlaces({
  campaignName,
  ...ask
}: InPlacesAsk): Promise<(Pick<Place, 'name' | 'hint' | 'device'> & { place: PlaceId; readings: PlaceReading[] })[]> {
  const { piece, slide, size } = await toMeasure(ask),
    shown = { piece, slide, size, about: aboutInPlaces(piece, campaignName) };
  return placesFor(piece, size, ask.slide).map((id) => {
    const place = placeOf(id),
      { name, hint, device } = place;
    return {
      place: id,
      name,
      hint,
      device,
      readings: readInPlace(painter, place, shown).map((r) => ({ ...r, reading: withoutLetters(r.reading) })),
    };
  });
}

/** How the texts of a slide read in a picture of it, and how they do on the stage. */
export async function readShown({ bytes, ...ask }: SlideAsk & { bytes: Uint8Array }): Promise<ShownText[]> {
  const { piece, slide, size } = await toMeasure(ask),
    picture = await pixelsFrom(sharp(bytes, DECODING)),
    before = readSlide(painter, piece, slide, size),
    words = new Map(slide.layers.filter(isText).map((l) => [l.id, l.text]));
  return readPicture(painter, piece, slide, size, picture).map(({ layer, ratio, needed, verdict }) => ({
    layer,
    text: words.get(layer) ?? '',
    before: before.find((r) => r.layer === layer)?.ratio ?? null,
    ratio,
    needed,
    verdict,
  }));
}

/** What kind of cover a slide is. */
export async function cover(ask: SlideAsk): Promise<Cover> {
  const { piece, slide, size } = await stand(ask);
  checkPainting(painter, piece, slide, size, 1);
  return coverOf(painter, piece, slide, size);
}
