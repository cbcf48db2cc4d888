// What members of a crew do: painting for export, measuring, solving, taking in pictures and fonts.
import { LRUCache } from 'lru-cache';
import { nanoid } from 'nanoid';
import sharp from 'sharp';
import type { TakenIn } from '../../contract/files';
import type { LetteringAnswer } from '../../contract/pictures';
import type { ShownText } from '../../contract/posting';
import { everySize, type SolvedSlide, unsolved } from '../../core/remedy/every-size';
import { everyWidth, type SolvedWidths, widthSolver } from '../../core/remedy/every-width';
import type { Filling } from '../../core/filling/fill';
import { type Made, madeFromTemplate } from '../../core/filling/from-template';
import {
  inShort,
  type Outcome,
  outcomeOf,
  type Standing as PieceStanding,
  standingOf,
} from '../../core/remedy/outcome';
import { firstLayout } from '../../core/arrange/new-size';
import { sectionAt } from '../../core/arrange/section';
import { coloursOfPhoto, type FoundColour, PALETTE_SIDE } from '../../core/colour/palette';
import {
  type DrawnFormatId,
  type Encoding,
  FORMATS,
  isDrawn,
  type MotionFormatId,
  type SlideFormatId,
  USUAL_ENCODING,
} from '../../core/format/formats';
import type { NotKept } from '../../core/format/not-kept';
import { backgroundCss } from '../../core/format/html/background';
import { sectionPage } from '../../core/format/html/section';
import { atOnce } from '../../core/ground/at-once';
import type { Box } from '../../core/ground/box';
import { blank, layInto, type Pixels } from '../../core/ground/pixels';
import { reducedTo } from '../../core/ground/resample';
import { isPhoto, isText } from '../../core/kinds/layers';
import type { PhotoLayer } from '../../core/kinds/photo';
import { CutOut, type CutStroke } from '../../core/photo/cut-out';
import type { StoredMask } from '../../core/photo/mask';
import { cutBox, knownSubject } from '../../core/photo/subject';
import type { SideRating } from '../../core/photo/room-rating';
import { aboutSlide } from '../../core/piece/alternative';
import { aboutInPlaces, paintPlace } from '../../core/places/paint';
import type { Light, Place } from '../../core/places/place';
import { type PlaceId, placeOf, placesFor } from '../../core/places/places';
import { type PlaceReading, readInPlace } from '../../core/places/read';
import { momentOf, moves, pieceOfMoments, slideAt, turnOf } from '../../core/piece/moments';
import { nameOf } from '../../core/piece/name';
import { backdropPhoto, slidesOf, slideOf, textsIn } from '../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../core/piece/schema';
import { allPictures } from '../../core/piece/slideshow';
import { wantsSubject, withSubjects } from '../../core/piece/subjects';
import type { Layout } from '../../core/piece/sizes';
import type { Cover } from '../../core/piece/covers';
import { coverOf } from '../../core/reading/cover';
import { checkMeasuring } from '../../core/reading/budget';
import { overviewOf, type OverviewRow } from '../../core/reading/overview';
import { type Load, readMoments } from '../../core/reading/over-time';
import { type FoundSpots, spotsFor } from '../../core/reading/no-place';
import {
  marginAt,
  readWidths,
  stillsAtWidths,
  weakestWidth,
  type WidthPoint,
  type WidthRange,
} from '../../core/reading/over-widths';
import { type Reading, readSlide, readText, withoutLetters } from '../../core/reading/read';
import { readingLook } from '../../core/reading/reading-key';
import { readPicture } from '../../core/reading/read-picture';
import { askAbout, type TreatmentAsk } from '../../core/remedy/begin-treatment';
import { hardestMoments, justEnoughInTime, wayInTime } from '../../core/remedy/over-time';
import { justEnough, type JustEnough } from '../../core/remedy/strength';
import type { Way, WayKind } from '../../core/remedy/way';
import { Ways } from '../../core/remedy/ways';
import { WaysOver } from '../../core/remedy/ways-over';
import { type Edge, type Join, joinsOf } from '../../core/reading/join';
import { type JoinOffer, joinOffers } from '../../core/remedy/join-offers';
import { checkPainting } from '../../core/scene/budget';
import { ratingsOf } from '../../core/scene/room-sides';
import { pixelsOf } from '../../core/scene/whole';
import type { OwnFont } from '../../core/type/catalogue';
import { mayGoAlong } from '../../core/type/sfnt';
import type { Subject } from '../../core/values/photo';
import { type Asset, DECODING, derive, drawn, keepAsset, pixelsFrom } from '../assets';
import { carriedIn } from '../carry-in';
import { subjectIn } from '../finder';
import { keepFonts } from '../fonts';
import { DRAWING_WRITERS, type Ready } from '../formats/drawings';
import { MOTION_WRITERS } from '../formats/motion-writers';
import { backgroundFiles, type Files, sectionFolder } from '../formats/section-folder';
import { write, WRITERS } from '../formats/writers';
import { letteringOf } from '../lettering';
import { keepMask } from '../masks';
import { type DrawingLayers, drawingApart } from '../svg-layers';
import { fonts, painter, pictures, type SlideAsk, stand, type Standing } from './standing';

export type { SlideAsk } from './standing';

export type PaintAsk = SlideAsk & {
  scale: number;
  /** Of a section: the width of the page at which it is painted, CSS px. */
  width?: number;
  transparent?: boolean;
};
export type RenderAsk = Omit<PaintAsk, 'transparent'> & {
  format: SlideFormatId;
  as: Encoding;
  /** No larger than this, bytes, in a format of pixels. */
  target?: number | null;
  /** The file says what it is called and shows. */
  about?: boolean;
  /** Slides of a file with pages, from 0; the slide alone where left out. */
  pages?: number[];
};

/** Paints a slide: RGBA bytes, row by row. */
export async function painted(ask: PaintAsk): Promise<Pixels> {
  const { piece, slide, size: own } = await stand(ask, Math.max(1, ask.scale)),
    size = ask.width === undefined ? own : sectionAt(painter, piece, slide, ask.width);
  checkPainting(painter, piece, slide, size, ask.scale);
  return pixelsOf(painter, piece, slide, size, ask.scale, ask.transparent);
}

/** Paints a slide and writes it. @returns `smallest`, bytes, where nothing keeps within the target */
export async function render({
  as,
  ...ask
}: RenderAsk): Promise<{ bytes: Uint8Array; as: Encoding; notKept?: NotKept[] } | { smallest: number }> {
  const about = ask.about ? aboutSlide(ask.piece, ask.piece.slides[ask.slide]) : undefined,
    { format } = ask;
  if (isDrawn(format)) return { ...(await drawnFile(ask, format, as)), as };
  return write(await painted({ ...ask, transparent: as.transparent }), format, as, ask.target ?? null, about);
}

/** Slides as a drawing. */
function drawnFile(
  { pages, scale, width, ...ask }: Omit<RenderAsk, 'as'>,
  format: DrawnFormatId,
  as: Encoding,
): ReturnType<(typeof DRAWING_WRITERS)[DrawnFormatId]> {
  const { piece } = ask,
    numbers = FORMATS[format].pages && pages ? pages : [ask.slide],
    about = aboutSlide(piece, piece.slides[ask.slide]);
  async function* slides(): AsyncGenerator<Ready> {
    for (const slide of numbers) {
      const { slide: seen, size: own } = await stand({ ...ask, slide }, Math.max(1, scale)),
        size = width === undefined ? own : sectionAt(painter, piece, seen, width);
      checkPainting(painter, piece, seen, size, scale);
      yield { piece, slide: seen, size };
    }
  }
  return DRAWING_WRITERS[format]({
    painter,
    slides: slides(),
    scale,
    as,
    about: numbers.length > 1 ? { ...about, title: nameOf(piece) } : about,
    font: async ({ face }) => {
      const bytes = await fonts.source(face);
      return mayGoAlong(bytes) ? bytes : null;
    },
  });
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

/** A place with a slide in it. */
export async function placed({
  campaignName,
  place,
  light,
  scale,
  ...ask
}: InPlacesAsk & { place: PlaceId; light: Light; scale: number }): Promise<{ bytes: Uint8Array }> {
  const at = await stand(ask, scale);
  checkPainting(painter, at.piece, at.slide, at.size, 1);
  const shown = { ...at, about: aboutInPlaces(at.piece, campaignName) },
    { picture } = await paintPlace(painter, placeOf(place), shown, light, scale);
  return { bytes: await WRITERS.png(picture, USUAL_ENCODING) };
}

export type MotionAsk = SlideAsk & { format: MotionFormatId; scale: number; quality: number };

/** A slide where something moves, frame by frame. */
export async function motion(ask: MotionAsk): Promise<{ bytes: Uint8Array }> {
  const { piece, slide, size, load } = await stand(ask, Math.max(1, ask.scale));
  checkPainting(painter, piece, slide, size, ask.scale);
  const { moments, length } = turnOf(slide),
    frames: { painted: Pixels; ms: number }[] = [];
  for (const [i, time] of moments.entries()) {
    const still = slideAt(slide, time);
    await load([still]);
    frames.push({
      painted: pixelsOf(painter, piece, still, size, ask.scale),
      ms: Math.max(20, Math.round(moments[i + 1] ?? length) - Math.round(time)),
    });
  }
  return { bytes: await MOTION_WRITERS[ask.format](frames, ask.quality) };
}

/** A section as the files of a page: index.html, its style sheet, pictures, fonts. */
export async function sectionFiles(ask: SlideAsk & { quality: number }): Promise<Files> {
  for (const { id } of ask.piece.sizes) {
    const { piece, slide, size } = await stand({ ...ask, size: id }, 2);
    checkPainting(painter, piece, slide, size, 1);
  }
  const { piece, slide, load } = await stand(ask, 2);
  await load([allPictures(slide).slide]);
  const page = sectionPage(painter, piece, slide, (asset) => pictures.get(asset) ?? null);
  return sectionFolder(painter, page, (face) => fonts.source(face.font.face), ask.quality);
}

export type BackgroundAsk = SlideAsk & { scale: number; quality: number };
/** What lies behind the message as CSS, with the names of layers that are not in it and the photos it shows. */
export async function background(ask: BackgroundAsk): Promise<{ leftOut: string[]; files: Files }> {
  const { piece, slide, size } = await stand(ask, Math.max(1, ask.scale));
  checkPainting(painter, piece, slide, size, ask.scale);
  const scene = painter.sceneOf(piece, slide, size),
    found = backgroundCss(scene);
  return { leftOut: found.leftOut, files: await backgroundFiles(painter, scene, found, ask.scale, ask.quality) };
}

/** Slides side by side as one PNG. */
export async function strip(ask: SlideAsk & { numbers: number[]; scale: number }): Promise<{ bytes: Uint8Array }> {
  let whole: Pixels | null = null;
  for (const [i, number] of ask.numbers.entries()) {
    const { piece, slide, size } = await stand({ ...ask, slide: number }, Math.max(1, ask.scale));
    checkPainting(painter, piece, slide, size, ask.scale);
    const one = pixelsOf(painter, piece, slide, size, ask.scale);
    whole ??= blank(one.width * ask.numbers.length, one.height);
    layInto(whole, one, i * one.width);
  }
  return { bytes: await WRITERS.png(whole!, USUAL_ENCODING) };
}

/** Edges that were painted last: asked again after an edit, only those of what was edited are painted. */
const edges = new LRUCache<string, Edge>({ max: 200 });

/** How all slides meet. */
export async function joins(ask: SlideAsk): Promise<(Join & { after: number })[]> {
  const { piece, size, load } = await stand({ ...ask, slide: 0 });
  return (await joinsOf(painter, piece, size, load, edges)).map((join, i) => ({ after: i + 1, ...join }));
}

/** What makes the join after a slide smooth. */
export async function joinOffersOf(ask: SlideAsk): Promise<JoinOffer[]> {
  await toMeasure({ ...ask, slide: ask.slide + 1 });
  const { piece, size } = await toMeasure(ask);
  return joinOffers(painter, piece, ask.slide, size, () => nanoid(10));
}

/** As `stand`, where texts will be measured. @throws TooMuchWork */
async function toMeasure(ask: SlideAsk): Promise<Standing> {
  const at = await stand(ask);
  checkMeasuring(painter, at.piece, at.slide, at.size);
  checkPainting(painter, at.piece, at.slide, at.size, 1);
  return at;
}

export async function reading(ask: SlideAsk): Promise<Reading[]> {
  const { piece, slide, size, load } = await toMeasure(ask);
  return readAll(piece, slide, size, load);
}

/** Readings of a slide; where something moves, the worst of all frames. */
const readAll = (piece: Piece, slide: Slide, size: Size, load: Load): Promise<Reading[]> | Reading[] =>
  moves(slide) ? readMoments(painter, piece, slide, size, load) : readSlide(painter, piece, slide, size);

export type JustEnoughAsk = SlideAsk & TreatmentAsk & { goal?: number; everySlide?: boolean };

/** Just enough for a treatment: an existing one, or one that would be added. */
export async function solve(ask: JustEnoughAsk): Promise<JustEnough & { colour: string | null }> {
  const at = await toMeasure(ask),
    { piece, slide, size, load } = at,
    colour = ask.colour ?? null;
  if (ask.everySlide) {
    const slides = await everySlide(at),
      found = justEnough(painter, askAbout({ ...piece, slides }, slides, size, ask));
    return { ...found, decides: momentOf(found.decides), colour };
  }
  if (moves(slide)) return { ...(await justEnoughInTime(painter, piece, slide, size, ask, load)), colour };
  return { ...justEnough(painter, askAbout(piece, [slide], size, ask)), colour };
}

/** All slides of a piece made ready; one where something moves as its hardest moments. @throws TooMuchWork */
async function everySlide({ piece, size, load }: Standing): Promise<Slide[]> {
  const out: Slide[] = [];
  for (const s of slidesOf(piece)) {
    await load([s]);
    checkMeasuring(painter, piece, s, size);
    out.push(
      ...(moves(s) ? pieceOfMoments(piece, s.id, await hardestMoments(painter, piece, s, size, load)).slides : [s]),
    );
  }
  await load(out);
  return out;
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

/** A slide as a small JPEG: soon made, and only looked at. @param side longer, px */
export async function look({ side, ...ask }: SlideAsk & { side: number }): Promise<Uint8Array> {
  const { piece, slide, size } = await stand(ask),
    { width, height, data } = pixelsOf(
      painter,
      piece,
      slide,
      size,
      Math.min(1, side / Math.max(size.width, size.height)),
    );
  return new Uint8Array(
    await sharp(data, { raw: { width, height, channels: 4 } })
      .flatten()
      .jpeg({ quality: 82 })
      .toBuffer(),
  );
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

/** The first layout of a size that is about to be added, of all slides. */
export async function newSize({ added, ...ask }: SlideAsk & { added: Size }): Promise<Layout> {
  const { piece, load } = await stand(ask),
    out: Layout = {};
  for (const slide of piece.slides) {
    await load([slide]);
    out[slide.id] = firstLayout(painter, piece, slide, added, (asset) => pictures.get(asset) ?? null);
  }
  return out;
}

/** Readings of a section over a range of widths, ascending. */
export async function widths(ask: SlideAsk & WidthRange): Promise<WidthPoint[]> {
  const { piece, slide, load } = await toMeasure(ask),
    found = new Map<number, WidthPoint>();
  await load(stillsAtWidths(slide));
  for (const point of readWidths(painter, piece, slide, ask)) found.set(point.width, point);
  return [...found.values()].sort((a, b) => a.width - b.width);
}

/** A section solved for every width, and how it stands then. */
export async function solveWidths(
  ask: SlideAsk,
): Promise<SolvedWidths & { clear: boolean; weakest: ReturnType<typeof weakestWidth> }> {
  const { piece, slide, load } = await toMeasure(ask);
  await load(stillsAtWidths(slide));
  const before = [...readWidths(painter, piece, slide)],
    solver = widthSolver(painter, coloursUnder(slide)),
    // Nobody overtakes it here.
    solved = (await everyWidth([solver], piece, slide.id, before, () => nanoid(10)))!,
    then: Piece = { ...piece, slides: piece.slides.map((s) => (s.id === slide.id ? solved.slide : s)) },
    after = solved.way ? [...readWidths(painter, then, slideOf(then, slide.id))] : before;
  return { ...solved, clear: after.every((p) => marginAt(p) >= 1), weakest: weakestWidth(after) };
}

/** All sizes of a slide solved. What moves is left as it is: its frames would each be solved in each size. */
export async function solveSizes(ask: SlideAsk): Promise<SolvedSlide> {
  for (const { id } of ask.piece.sizes) await toMeasure({ ...ask, size: id });
  const { piece, slide } = await stand(ask);
  if (moves(slide)) return unsolved(piece, slide);
  const solved = atOnce(everySize(painter, piece, slide.id, coloursUnder(slide), () => nanoid(10)));
  return {
    slide: solved.slide,
    answers: solved.answers.map((a) => ({ ...a, readings: a.readings.map(withoutLetters) })),
  };
}

/** A piece made of a template, Clear wherever that is possible. */
export async function fromTemplate({
  filling,
  piece: template,
  campaign,
}: SlideAsk & { filling: Filling }): Promise<Made> {
  const made = await madeFromTemplate(
    {
      painter,
      load: async (piece) => {
        const { load } = await stand({ piece, campaign, slide: 0 });
        await load(slidesOf(piece));
        for (const slide of slidesOf(piece))
          for (const size of piece.sizes) {
            checkMeasuring(painter, piece, slide, size);
            checkPainting(painter, piece, slide, size, 1);
          }
      },
      picture: (asset) => pictures.get(asset) ?? null,
      colours: async (asset) => coloursOf(asset),
      subject: subjectIn,
      newId: () => nanoid(10),
    },
    template,
    filling,
  );
  return { ...made, outcomes: made.outcomes.map(inShort) };
}

/** A picture as a service shows it: no wider than that, as JPEG of that quality. */
export async function compressed({
  bytes,
  width,
  quality,
}: {
  bytes: Uint8Array;
  width: number;
  quality: number;
}): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  const { data, info } = await sharp(bytes, DECODING)
    .resize({ width, withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality })
    .toBuffer({ resolveWithObject: true });
  return { bytes: new Uint8Array(data), width: info.width, height: info.height };
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

/** Colours of the topmost photo that texts lie over. */
function coloursUnder(slide: Slide): FoundColour[] {
  const photo = backdropPhoto(slide);
  return photo ? coloursOf(photo.asset) : [];
}

function coloursOf(asset: string): FoundColour[] {
  const p = pictures.get(asset);
  return p ? coloursOfPhoto(reducedTo(p, PALETTE_SIDE)) : [];
}

export type WayAsk = SlideAsk & { texts?: string[]; instead?: boolean; kind: WayKind; everySlide?: boolean };

/** One way through, or null where this kind is none. */
export async function way(ask: WayAsk): Promise<Way | null> {
  const here = await toMeasure(ask),
    at = ask.kind === 'move' && !ask.everySlide ? await withFound(here) : here,
    { piece, slide, size, load } = at,
    { texts, instead, kind } = ask;
  if (ask.everySlide) {
    const slides = await everySlide(at),
      way = new WaysOver(painter, {
        piece: { ...piece, slides },
        slides,
        size,
        instead,
        colours: slides.map(coloursUnder),
      }).solve(kind);
    return way && { ...way, decides: momentOf(way.decides ?? null) };
  }
  if (moves(slide))
    return wayInTime(painter, piece, slide, size, { texts, instead, colours: coloursUnder(slide) }, kind, load);
  return new Ways(painter, {
    piece,
    slide,
    size,
    texts: ask.texts,
    instead: ask.instead,
    colours: coloursUnder(slide),
  }).solve(ask.kind);
}

/** With what is in the photos of a slide. */
async function withFound(at: Standing): Promise<Standing> {
  const found = new Map<string, Subject | null>();
  for (const { asset } of at.slide.layers.filter(wantsSubject)) {
    const photo = pictures.get(asset);
    if (photo) found.set(asset, await subjectIn(asset, photo));
  }
  const [slide] = withSubjects({ ...at.piece, slides: [at.slide] }, (asset) => found.get(asset) ?? null).slides;
  return { ...at, slide };
}

/** Quiet spots for a text, or what could be done where there is none. */
export async function spots(ask: SlideAsk & { layer: string }): Promise<Omit<FoundSpots, 'map'>> {
  const { piece, slide, size } = await withFound(await toMeasure(ask)),
    found = spotsFor(painter, piece, slide, size, ask.layer),
    bare = <T extends { reading: Reading }>(s: T): T => ({ ...s, reading: withoutLetters(s.reading) });
  return { spots: found.spots.map(bare), otherwise: found.otherwise.map(bare) };
}

const photoIn = (slide: Slide, id: string): PhotoLayer =>
  slide.layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l))!;

/** How well room can be made on the sides of a photo. */
export async function room(ask: SlideAsk & { layer: string }): Promise<SideRating[]> {
  const { piece, slide, size } = await stand(ask);
  return ratingsOf(painter, piece, slide, size, photoIn(slide, ask.layer));
}

/** The mask of a photo's subject; null where its picture is not there. */
export async function cut(
  ask: SlideAsk & { layer: string; strokes: CutStroke[]; box: Box | null },
): Promise<StoredMask | null> {
  const { slide } = await stand(ask),
    layer = photoIn(slide, ask.layer),
    photo = pictures.get(layer.asset);
  if (!photo) return null;
  const subject = ask.box || ask.strokes.length ? null : (knownSubject(layer) ?? (await subjectIn(layer.asset, photo)));
  return keepMask(new CutOut(photo).mask(ask.strokes, ask.box ?? (subject && cutBox(subject))));
}

/** Nothing: a member that answers has loaded all it works with. */
export const ready = async (): Promise<null> => null;

/** Checks a font and keeps it. */
export const addFont = ({
  campaign,
  bytes,
  name,
  licence,
}: {
  campaign: string;
  bytes: Uint8Array;
  name: string;
  licence: string;
}): Promise<OwnFont[]> => keepFonts(campaign, bytes, name, licence);

/** Checks a picture and keeps it. */
export const addPicture = ({
  bytes,
  name,
  listed,
}: {
  bytes: Uint8Array;
  name: string;
  listed: boolean;
}): Promise<Asset> => keepAsset(bytes, name, listed);

/** Takes in a piece or a campaign from its file. */
export const takeIn = ({
  bytes,
  name,
  into,
}: {
  bytes: Uint8Array;
  name: string;
  into: { id: string; name: string } | null;
}): Promise<TakenIn> => carriedIn(bytes, name, into);

/** A stored drawing as layers. */
export const takeApart = ({ id, campaign }: { id: string; campaign: string | null }): Promise<DrawingLayers> =>
  drawingApart(id, campaign);

/** Tells the letters of a picture. @param boxes in fractions of it; everywhere where left out */
export const letters = ({ id, boxes }: { id: string; boxes?: readonly Box[] }): Promise<LetteringAnswer> =>
  letteringOf(id, boxes);

/** Makes thumbnail and outlines of a picture that was kept before they were. */
export const deriveOf = ({ id }: { id: string }): Promise<Asset> => derive(id);

/** A drawing as a PNG, its longer side so many pixels. */
export const drawnAs = async ({ id, side }: { id: string; side: number }): Promise<Uint8Array> =>
  new Uint8Array(await (await drawn(id, side)).png({ compressionLevel: 3 }).toBuffer());
