// Measures and solves, away from the interface's thread. A question that a newer one of its kind has overtaken is
// dropped.
import { transfer } from 'comlink';
import { LRUCache } from 'lru-cache';
import { coloursOfPhoto, type FoundColour, PALETTE_SIDE } from '../core/colour/palette';
import type { Seeing } from '../core/colour/seeing';
import type { Box } from '../core/ground/box';
import { blank, layInto, type Pixels } from '../core/ground/pixels';
import { reducedTo } from '../core/ground/resample';
import { shot } from '../core/ground/surface';
import type { Extent } from '../core/kinds/common';
import { isPhoto } from '../core/kinds/layers';
import type { PhotoLayer } from '../core/kinds/photo';
import type { TextLayer } from '../core/kinds/text';
import { CutOut, type CutStroke } from '../core/photo/cut-out';
import { lookOf } from '../core/photo/found';
import { edgeColour } from '../core/photo/margin';
import { boundsOfMask, maskPixels, type PackedMask, packMask } from '../core/photo/mask';
import type { SideRating } from '../core/photo/room-rating';
import type { Grid } from '../core/photo/saliency';
import { standsOut } from '../core/photo/subject';
import { changesTone, type Histogram, histogramOf, toned } from '../core/photo/tone';
import { changeLayers } from '../core/piece/edits';
import { slideSeen } from '../core/piece/guests';
import { momentOf, moves, pieceOfMoments, slideAt } from '../core/piece/moments';
import { placesOf } from '../core/piece/roles';
import { backdropPhoto, layerIn, picturesOn, sizeOf, slideOf, slidesOf, textsIn } from '../core/piece/resolve';
import type { Piece, Size, Slide } from '../core/piece/schema';
import { aboutInPlaces, paintPlace } from '../core/places/paint';
import type { Light } from '../core/places/place';
import { type PlaceId, placeOf } from '../core/places/places';
import { type PlaceReading, readInPlace } from '../core/places/read';
import { checkMeasuring } from '../core/reading/budget';
import type { Load } from '../core/reading/over-time';
import { busyMap } from '../core/reading/busy-map';
import { type Join, joinAfter } from '../core/reading/join';
import { type FoundSpots, spotsFor } from '../core/reading/no-place';
import { readAtWidth, readWidths, stillsAtWidths, type WidthPoint, type WidthRange } from '../core/reading/over-widths';
import { paintPair, probeText, type Reading, readSlide, readText, withoutLetters } from '../core/reading/read';
import { type MarkReading, readMarks } from '../core/reading/read-mark';
import { readingKey } from '../core/reading/reading-key';
import { filled, type Filling, fillingOf, type Material, reducedTemplate } from '../core/filling/fill';
import type { FillPicture } from '../core/filling/picture';
import { photoGuess, type PhotoTrial, photoTrial, withPhotoBehind } from '../core/filling/photo-trial';
import { coloursOnSlides, type Made, madeFromTemplate } from '../core/filling/from-template';
import { justEnoughFilled, solvedFilling } from '../core/filling/solve';
import { inShort, type Outcome, outcomeOf } from '../core/remedy/outcome';
import { askAbout, type TreatmentAsk } from '../core/remedy/begin-treatment';
import { type Offer, type Price, type SizeAnswer, SizeSolver, type Survey } from '../core/remedy/every-size';
import { needAt, surveyAt } from '../core/remedy/every-width';
import { type JoinOffer, joinOffers } from '../core/remedy/join-offers';
import { askInTime, hardestMoments, justEnoughInTime, type KeptSolver, wayInTime } from '../core/remedy/over-time';
import { LetterSamples } from '../core/remedy/letter-sample';
import type { PhotoKept } from '../core/remedy/photo-kept';
import { SlidePhoto } from '../core/remedy/slide-photo';
import {
  justEnough,
  type JustEnough,
  leastConfirmed,
  StrengthModel,
  decidingSlide,
  type StrengthPoint,
} from '../core/remedy/strength';
import { suggestColours, type SuggestedColour } from '../core/remedy/text-colours';
import type { Way, WayKind } from '../core/remedy/way';
import { Ways, wayThumbnail } from '../core/remedy/ways';
import { WaysOver } from '../core/remedy/ways-over';
import { ratingsOf } from '../core/scene/room-sides';
import { pixelsOf } from '../core/scene/whole';
import type { Family } from '../core/type/catalogue';
import { hexOf } from '../core/values/swatches';
import type { Subject } from '../core/values/photo';
import type { Tone } from '../core/values/tone';
import { BrowserStudio } from './browser-studio';
import type { Shown } from './stage';

const studio = new BrowserStudio();
const { painter } = studio;
/** The last reading of each text, and what it depended on. */
const known = new Map<string, { key: string; reading: Reading }>();
const palettes = new Map<string, FoundColour[]>();

const newest: Record<string, number> = {};
const channel = new MessageChannel();
const waiting: (() => void)[] = [];
channel.port1.onmessage = () => waiting.shift()?.();
/** Lets messages in, so that a newer question is noticed. */
const breathe = (): Promise<void> =>
  new Promise((resolve) => {
    waiting.push(resolve);
    channel.port2.postMessage(null);
  });

/** Takes a place as the newest question of a kind; the answer says whether that is still so. */
function begin(kind: string): () => boolean {
  const mine = (newest[kind] = (newest[kind] ?? 0) + 1);
  return () => newest[kind] === mine;
}

async function open(scene: Shown): Promise<{ piece: Shown['piece']; slide: Slide; size: ReturnType<typeof sizeOf> }> {
  const slide = slideOf(scene.piece, scene.slide);
  const size = sizeOf(scene.piece, scene.size);
  await studio.prepare(scene.piece, slide, size);
  return { piece: scene.piece, slide, size };
}

/** As `open`, with all pictures of a slideshow at hand. */
async function openShow(scene: Shown): ReturnType<typeof open> {
  const opened = await open(scene);
  await studio.prepareAll(opened.piece, stillsAtWidths(opened.slide), opened.size);
  return opened;
}

/** A strength chart: its points, the least that is enough, and the slide that decides it. */
export interface StrengthCurve {
  points: StrengthPoint[];
  enough: number | null;
  decides: string | null;
}

/** A question about one slide, or one strength for all of the piece's. */
export type SlidesAsk = TreatmentAsk & {
  everySlide?: boolean;
  /** Of a slide where something moves, the moments (ms) that are hardest, where whoever asks knows them. */
  hardest?: readonly number[];
};

async function openAll(
  scene: Shown,
  all: boolean,
): Promise<{ piece: Shown['piece']; slides: Slide[]; size: ReturnType<typeof sizeOf> }> {
  const { piece, slide, size } = await open(scene);
  if (!all) return { piece, slides: [slide], size };
  // A slide where something moves is its hardest moments.
  const taken: Slide[] = [];
  for (const s of slidesOf(piece))
    taken.push(
      ...(moves(s)
        ? pieceOfMoments(piece, s.id, await hardestMoments(painter, piece, s, size, loadFor(piece, size))).slides
        : [s]),
    );
  await studio.prepareAll(piece, taken, size);
  return { piece: { ...piece, slides: taken }, slides: taken, size };
}

const loadFor =
  (piece: Piece, size: Size): Load =>
  (slides) =>
    studio.prepareAll(piece, slides, size);

/** What solvers ask about: slides with a treatment on them; of a slide where something moves its hardest moments. */
async function strengthAsk(scene: Shown, ask: SlidesAsk): Promise<ReturnType<typeof askAbout>> {
  const { piece, slides, size } = await openAll(scene, ask.everySlide ?? false),
    [slide] = slides;
  if (ask.everySlide || !moves(slide)) return askAbout(piece, slides, size, ask);
  const load = loadFor(piece, size),
    times = ask.hardest?.length ? ask.hardest : await hardestMoments(painter, piece, slide, size, load);
  await load(times.map((t) => slideAt(slide, t)));
  return askInTime(piece, slide, size, ask, times);
}

/** A piece with a slide and the next one made ready. */
async function openPair(scene: Shown, at: number): Promise<{ piece: Piece; size: Size }> {
  const { piece } = scene,
    size = sizeOf(piece, scene.size);
  for (const i of [at, at + 1]) await studio.prepare(piece, slideSeen(piece, i), size);
  return { piece, size };
}

/** Two slides side by side as an offer would have them. */
function pairPicture(piece: Piece, at: number, size: Size, { slides }: JoinOffer, width: number): Pixels {
  const taken = { ...piece, slides: piece.slides.toSpliced(at, 2, ...slides) },
    scale = width / size.width,
    height = Math.round(size.height * scale),
    whole = blank(width * 2, height);
  for (const i of [0, 1]) {
    const data = shot(studio, width, height, (on) =>
      painter.paint(on, taken, slideSeen(taken, at + i), size, { scale, x: 0, y: 0 }, { quality: 'draft' }),
    );
    layInto(whole, { width, height, data }, i * width);
  }
  return whole;
}

/** Every part of a tone switched off, its values kept. */
const switchedOff = (tone: Tone): Tone =>
  Object.fromEntries(Object.entries(tone).map(([k, part]) => [k, { ...part, on: false }])) as Tone;

export interface Histograms {
  photo: { before: Histogram; after: Histogram };
  text: { before: Histogram; after: Histogram } | null;
}

export interface WaysQuestion {
  texts?: string[];
  instead?: boolean;
  /** One treatment for all slides of the piece. */
  everySlide?: boolean;
  hardest?: readonly number[];
  /** Colours of the photo, where whoever asks knows them: they are found once, not by every solver. */
  colours?: readonly FoundColour[];
}

/** The photo that was cut last: strokes follow each other. */
let cutting: { asset: string; cut: CutOut } | null = null;

/** Solves the kinds of ways through of one question. */
type Solver = (
  kind: WayKind | { pair: readonly [WayKind, WayKind]; first: Way | null },
) => Way | null | Promise<Way | null>;
let waysAsked: { question: number; ways: Promise<Solver> | null } = { question: -1, ways: null };

/** A section that is being measured over its widths. */
let widthsAsked: { question: number; run: Generator<WidthPoint, void> | null } = { question: -1, run: null };
/** How long is measured before what was found is told, ms. */
const SLICE = 120;

/** Solvers of the sizes that are solved together, by slide and size. */
let sizesAsked: { question: number; solvers: Map<string, SizeSolver> } = { question: -1, solvers: new Map() };

/** A template with somebody's own photo and words in it, small. */
export interface TemplatePreview {
  picture: Pixels;
  outcome: Outcome;
  /** Names of texts whose words are too long for their place. */
  tooLong: string[];
}

/** The words of a slide on another photo. */
export interface TriedPhoto extends Omit<PhotoTrial, 'piece'> {
  picture: Pixels;
  /** It was tried as small as lists show it: about right. */
  guessed: boolean;
}

/** The slide that is looked at as a piece by itself, in the size it is looked at in. */
function sizedFor({ piece, slide: id, size: sizeId }: Shown): Piece {
  const slide = slideOf(piece, id),
    size = sizeOf(piece, sizeId),
    { show: _show, at: _at, ...own } = slide;
  return {
    ...piece,
    section: null,
    sizes: [size],
    slides: [
      {
        ...own,
        layers: slide.layers
          .filter((l) => !l.guest)
          .map((l) => ({ ...layerIn(l, size, piece.sizes[0]), overrides: {} })),
      },
    ],
  };
}

/** The newest question about templates; the pictures and words that are tried in them. */
let templatesAsked = -1;
/** Takes a question as the newest of its kind, unless one is newer; tells whether it still is. */
async function trialBegun(question: number): Promise<() => boolean> {
  templatesAsked = Math.max(templatesAsked, question);
  await breathe();
  return () => question >= templatesAsked;
}
/** Templates are tried out at so many pixels along the longer side. */
const TRIED_SIDE = 540;
/** Photos are made so small for that. */
const SMALL_PHOTO = 1100;
/** Words on a photo are guessed at this side, with as much of it as lists show: enough to tell which need little. */
const GUESSED_SIDE = 320;

/** A photo as small as it is tried in templates; as lists show it, where it is only guessed. */
async function smallPhoto(id: string, guessed = false): Promise<{ asset: string } & Extent> {
  const { name, ...extent } = await (guessed ? studio.thumbnail(id) : studio.reduced(id, SMALL_PHOTO));
  return { asset: name, ...extent };
}

/** A treatment's hue wants no more of a photo than this, px. */
const HUES_SIDE = 40;
/** Colours of a photo as far as a treatment's hue wants them. */
const guessedColours = (photo: Pixels | null): FoundColour[] =>
  photo ? coloursOfPhoto(reducedTo(photo, HUES_SIDE)) : [];

/** What stands out in small photos, where nothing was found in them. */
const salient = new LRUCache<string, Subject>({ max: 500 });

/** What fills the places for photos, as small as it is tried. */
async function smallFor(photo: FillPicture, guessed = false): Promise<FillPicture> {
  const small = await smallPhoto(photo.asset, guessed),
    of = small.asset;
  if (photo.subject) return { ...photo, ...small, subject: { ...photo.subject, of } };
  let subject = salient.get(of);
  if (!subject) {
    const box = standsOut(studio.picture(of)!);
    salient.set(of, (subject = { of, boxes: box ? [{ ...box, what: '' }] : [], said: false }));
  }
  return { ...photo, ...small, subject };
}

/** A piece with its photos as small as that. */
async function withSmallPhotos(piece: Piece): Promise<Piece> {
  const names = new Map<string, string>();
  for (const l of piece.slides.flatMap((s) => s.layers))
    if (isPhoto(l) && l.band === 'backdrop' && !l.asset.includes('@'))
      names.set(l.asset, (await smallPhoto(l.asset)).asset);
  return {
    ...piece,
    slides: piece.slides.map((s) => ({
      ...s,
      layers: s.layers.map((l) => (isPhoto(l) && names.has(l.asset) ? { ...l, asset: names.get(l.asset)! } : l)),
    })),
  };
}

/** A filled template with its own overlays alone, and how its slide stands. */
function* filledJustEnough(
  own: Piece,
  size: Size,
  colours: (slide: Slide) => readonly FoundColour[],
): Generator<void, { piece: Piece; outcomes: Outcome[] }> {
  const piece = yield* justEnoughFilled(painter, own, colours);
  return { piece, outcomes: [outcomeOf(painter, piece, own.slides[0].id, size, TRIED_SIDE)] };
}

/** Everything that all slides of a piece need. */
const prepareWhole = (piece: Piece): Promise<void> => studio.prepareAll(piece, slidesOf(piece), piece.sizes[0]);

/** The newest question of solving for every width: what belongs to an older one is dropped. */
let solvingWidths = -1;
async function widthsOpened(question: number, scene: Shown): Promise<Awaited<ReturnType<typeof openShow>> | null> {
  if (question < solvingWidths) return null;
  solvingWidths = question;
  await breathe();
  const opened = await openShow(scene);
  return solvingWidths === question ? opened : null;
}

/** Runs to its end with room for messages between its steps; null as soon as it is not wanted any more. */
async function breathing<T>(run: Generator<void, T>, wanted: () => boolean): Promise<T | null> {
  for (;;) {
    const { done, value } = run.next();
    if (done) return value;
    await breathe();
    if (!wanted()) return null;
  }
}

/** Colours of the topmost photo that texts lie over. @param known by whoever asks */
async function coloursUnder(slide: Slide, known?: readonly FoundColour[]): Promise<readonly FoundColour[]> {
  if (known) return known;
  const photo = backdropPhoto(slide);
  return photo ? api.palette(photo.asset).catch(() => []) : [];
}

/** The photo of the slide that was weighed last: it only depends on the backdrop. */
let weighed: { key: string; photo: SlidePhoto } | null = null;
function photoOf(piece: Shown['piece'], slide: Slide, size: ReturnType<typeof sizeOf>): SlidePhoto {
  const key = JSON.stringify([
    size,
    piece.sizes[0].id,
    slide.paper,
    piece.swatches,
    slide.layers.filter((l) => l.band === 'backdrop'),
  ]);
  if (weighed?.key !== key) weighed = { key, photo: new SlidePhoto(painter, piece, slide, size) };
  return weighed.photo;
}

function waysFor(question: number, scene: Shown, ask: WaysQuestion): Promise<Solver> {
  if (waysAsked.question !== question || !waysAsked.ways)
    waysAsked = { question, ways: ask.everySlide ? solverOverAll(scene, ask) : solverHere(scene, ask) };
  return waysAsked.ways!;
}

async function solverOverAll(scene: Shown, ask: WaysQuestion): Promise<Solver> {
  const { piece, slides, size } = await openAll(scene, true),
    colours: (readonly FoundColour[])[] = [];
  for (const s of slides) colours.push(await coloursUnder(s));
  await studio.prepareAll(piece, slides, size);
  const ways = new WaysOver(painter, { piece, slides, size, instead: ask.instead, colours });
  return (kind) => {
    const way = typeof kind === 'string' ? ways.solve(kind) : null;
    return way && { ...way, decides: momentOf(way.decides ?? null) };
  };
}

async function solverHere(scene: Shown, ask: WaysQuestion): Promise<Solver> {
  const { piece, slide, size } = await open(scene),
    colours = await coloursUnder(slide, ask.colours);
  if (moves(slide)) {
    const load = loadFor(piece, size),
      times = ask.hardest?.length ? ask.hardest : await hardestMoments(painter, piece, slide, size, load);
    const kept: KeptSolver = {};
    return (kind) =>
      typeof kind === 'string'
        ? wayInTime(painter, piece, slide, size, { ...ask, colours }, kind, load, times, kept)
        : null;
  }
  const ways = new Ways(painter, { piece, slide, size, ...ask, colours }, photoOf(piece, slide, size));
  return (kind) => (typeof kind === 'string' ? ways.solve(kind) : ways.solvePair(kind.pair, kind.first));
}

export const api = {
  /** Makes the campaign's own fonts known. */
  fonts(families: Family[]): void {
    painter.useFonts(families);
  },

  /** Asks another worker of the page for pictures first. */
  borrowFrom(port: MessagePort): void {
    studio.borrowFrom(port);
  },

  /** Loads what a slide will need. */
  async hold(scene: Shown): Promise<void> {
    await open(scene);
  },

  /**
   * Readings of all visible texts of a slide, or null where a newer question came.
   * @param letters whether each letter's reading is wanted too; without them there is less to send
   * @param seeing to which eyes, in which light
   */
  async readings(scene: Shown, letters = true, seeing: Seeing = { kind: 'plain' }): Promise<Reading[] | null> {
    const current = begin('readings');
    const { piece, slide, size } = await open(scene);
    checkMeasuring(painter, piece, slide, size);
    const out: Reading[] = [];
    // A picture that could not be had yet is part of no key: nothing measured without it may be kept.
    const complete = picturesOn(slide).every((id) => studio.picture(id));
    if (!complete) known.clear();
    for (const layer of textsIn(piece, slide, size)) {
      if (!current()) return null;
      const key = readingKey(painter, piece, slide, size, layer) + JSON.stringify(seeing),
        before = known.get(layer.id);
      let reading = before?.key === key ? before.reading : null;
      if (!reading) {
        reading = readText(painter, piece, slide, size, layer, {}, undefined, null, seeing);
        if (complete) known.set(layer.id, { key, reading });
        await breathe();
      }
      out.push(letters ? reading : withoutLetters(reading));
    }
    return current() ? out : null;
  },

  /** Readings of logos and pictures in the message, or null where a newer question came. */
  async marks(scene: Shown): Promise<MarkReading[] | null> {
    const current = begin('marks');
    const { piece, slide, size } = await open(scene);
    await breathe();
    return current() ? readMarks(painter, piece, slide, size) : null;
  },

  /** The strength chart of a treatment, or null where a newer question came. */
  async chart(scene: Shown, ask: SlidesAsk): Promise<StrengthCurve | null> {
    const current = begin('chart');
    const model = new StrengthModel(painter, await strengthAsk(scene, ask));
    if (!model.hasLetters) return { points: [], enough: null, decides: null };
    const points: StrengthPoint[] = [];
    for (let s = 0; s <= 100; s += 5) {
      points.push(model.at(s));
      if (s % 25 === 0 || !model.even) {
        await breathe();
        if (!current()) return null;
      }
    }
    // The mark on the chart is what the button would give.
    const enough = leastConfirmed(model, points)?.strength ?? null;
    return current() ? { points, enough, decides: momentOf(decidingSlide(model, enough)) } : null;
  },

  /** Just enough for a treatment, confirmed at full size. */
  async solve(scene: Shown, ask: SlidesAsk): Promise<JustEnough> {
    if (!ask.everySlide) {
      const { piece, slide, size } = await open(scene);
      if (moves(slide))
        return justEnoughInTime(painter, piece, slide, size, ask, loadFor(piece, size), ask.hardest ?? undefined);
    }
    const found = justEnough(painter, await strengthAsk(scene, ask));
    return { ...found, decides: momentOf(found.decides) };
  },

  /**
   * A new fade whose side, reach and opacity are solved together for the most photo kept; null where none is enough, or
   * none is needed.
   */
  async fadeFor(scene: Shown, ask: WaysQuestion): Promise<Way | null> {
    return (await solverHere(scene, ask))('fade');
  },

  /**
   * Histograms of a photo before and after its tone, and of what lies under a text (the topmost where none is named)
   * without and with
   * that tone. Null for the text where there is none to measure, or where a newer question came.
   */
  async histograms(scene: Shown, photo: string, text: string | null): Promise<Histograms | null> {
    const current = begin('histograms');
    const { piece, slide, size } = await open(scene);
    const layer = slide.layers.find((l): l is PhotoLayer => l.id === photo && isPhoto(l));
    const pixels = layer && studio.picture(layer.asset);
    if (!layer || !pixels || !current()) return null;
    const small = reducedTo(pixels, 320);
    const after = changesTone(layer.tone) ? toned(small, layer.tone, (c) => hexOf(c, piece)) : small;
    const texts = textsIn(piece, slide, size);
    const words = texts.find((t) => t.id === text) ?? texts.at(-1);
    let under: Histograms['text'] = null;
    if (words) {
      const probe = probeText(painter, piece, size, words);
      const { region } = probe.halo;
      if (region.width && region.height) {
        const plain = changeLayers(
          piece,
          slide.id,
          [photo],
          (l) => void (isPhoto(l) && (l.tone = switchedOff(l.tone))),
        );
        const shot = (p: typeof piece) =>
          histogramOf(paintPair(painter, p, slideOf(p, slide.id), size, probe).backdrop);
        under = { before: shot(plain), after: shot(piece) };
      }
    }
    return current()
      ? { photo: { before: histogramOf(small.data), after: histogramOf(after.data) }, text: under }
      : null;
  },

  /**
   * One way through, with a small picture of it; null where this kind is none, or a newer question came.
   * @param question the same for all kinds that are asked about together: what they share is made once
   * @param kind one treatment, or two put together, the first of which is known already
   * @param width of the picture, px; 0 is none
   */
  async way(
    question: number,
    scene: Shown,
    ask: WaysQuestion,
    kind: WayKind | { pair: readonly [WayKind, WayKind]; first: Way | null },
    width: number,
  ): Promise<{ way: Way; picture: Pixels | null } | null> {
    if (question < waysAsked.question) return null;
    // Where a text may go is asked with what was found in the photo meanwhile.
    const solve = await (kind === 'move' && !ask.everySlide ? solverHere(scene, ask) : waysFor(question, scene, ask));
    if (question < waysAsked.question) return null;
    const way = await solve(kind);
    if (!way || !width) return way && { way, picture: null };
    const picture = await api.wayPicture(scene, way, width);
    return transfer({ way, picture }, [picture.data.buffer as ArrayBuffer]);
  },

  /** A small picture of a slide with a way taken. @param width px */
  async wayPicture(scene: Shown, way: Way, width: number): Promise<Pixels> {
    const { piece, slide, size } = await open(scene),
      picture = wayThumbnail(painter, piece, slide.id, size, way, width);
    return transfer(picture, [picture.data.buffer as ArrayBuffer]);
  },

  /** How a slide meets the next one. @param at the slide on the left, from 0 */
  async join(scene: Shown, at: number): Promise<Join> {
    const { piece, size } = await openPair(scene, at);
    return joinAfter(painter, piece, at, size);
  },

  /**
   * What makes a join smooth, each with a picture of both slides. @param ids for layers that are added @param width of
   * a slide's picture, px
   */
  async joinOffers(
    scene: Shown,
    at: number,
    ids: string[],
    width: number,
  ): Promise<(JoinOffer & { picture: Pixels })[]> {
    const { piece, size } = await openPair(scene, at),
      left = [...ids];
    const offers = joinOffers(painter, piece, at, size, () => left.shift()!);
    return offers.map((offer) => ({ ...offer, picture: pairPicture(piece, at, size, offer, width) }));
  },

  /**
   * Makes ready for ways through: loads and fits the pictures of a slide, and solves one way, so that the next do not
   * wait for it. Whatever else is asked meanwhile comes first. @param width of small pictures, px
   */
  async warm(scene: Shown, width: number, colours?: readonly FoundColour[]): Promise<void> {
    const mine = questions,
      overtaken = async (): Promise<boolean> => {
        await breathe();
        return questions !== mine;
      };
    const { piece, slide, size } = await open(scene),
      ask = { piece, slide, size, instead: true, colours: await coloursUnder(slide, colours) };
    if (await overtaken()) return;
    const photo = photoOf(piece, slide, size);
    if (await overtaken()) return;
    const ways = new Ways(painter, ask, photo);
    if (await overtaken()) return;
    const way = ways.solve('pool');
    if (way && !(await overtaken())) wayThumbnail(painter, piece, slide.id, size, way, width);
  },

  /** How much of the photo the treatments of a slide leave; null where there is no photo, or a newer question came. */
  async kept(scene: Shown): Promise<PhotoKept | null> {
    const current = begin('kept');
    const { piece, slide, size } = await open(scene);
    await breathe();
    return current() ? photoOf(piece, slide, size).of(piece, slide) : null;
  },

  /** Suggested colours for texts. */
  async textColours(scene: Shown, ask: WaysQuestion): Promise<SuggestedColour[] | null> {
    const current = begin('text colours');
    const { piece, slide, size } = await open(scene);
    const colours = await coloursUnder(slide);
    if (!current()) return null;
    return suggestColours(
      painter,
      piece,
      slide,
      size,
      new LetterSamples(painter, piece, slide, size, textsIn(piece, slide, size, ask.texts)),
      colours,
      10,
    );
  },

  /** A place with a slide in it, in pixels of the screen, and where the slide lies, CSS px. */
  async inPlace(
    scene: Shown,
    id: PlaceId,
    campaign: string,
    light: Light,
    density: number,
  ): Promise<{ picture: Pixels; at: Box }> {
    const opened = await open(scene),
      shown = { ...opened, about: aboutInPlaces(opened.piece, campaign) },
      made = await paintPlace(painter, placeOf(id), shown, light, density);
    return transfer(made, [made.picture.data.buffer as ArrayBuffer]);
  },

  /** How the texts of a slide read in a place. */
  async readPlace(scene: Shown, id: PlaceId, campaign: string): Promise<PlaceReading[]> {
    const opened = await open(scene);
    return readInPlace(painter, placeOf(id), { ...opened, about: aboutInPlaces(opened.piece, campaign) });
  },

  /** Readings of one slide in one size for the overview; they are not kept. */
  async overview(scene: Shown): Promise<Reading[]> {
    const { piece, slide, size } = await open(scene);
    return readSlide(painter, piece, slide, size).map(withoutLetters);
  },

  /**
   * How a size of a slide stands, and what would do for it by itself; null where a newer question came. What was made
   * for it is kept for the next two.
   * @param question the same for all sizes that are solved together
   */
  async surveySize(question: number, scene: Shown, colours?: readonly FoundColour[]): Promise<Survey | null> {
    if (sizesAsked.question !== question) sizesAsked = { question, solvers: new Map() };
    const { piece, slide, size } = await open(scene);
    checkMeasuring(painter, piece, slide, size);
    const solver = new SizeSolver(painter, piece, slide.id, size, await coloursUnder(slide, colours));
    sizesAsked.solvers.set(`${slide.id}:${size.id}`, solver);
    const survey = await breathing(solver.survey(), () => sizesAsked.question === question);
    return survey && { ...survey, readings: survey.readings.map(withoutLetters) };
  },
  /** What offers cost in a size; null where a newer question came. */
  async priceSize(question: number, scene: Shown, offers: readonly Offer[]): Promise<Price[] | null> {
    const prices: Price[] = [];
    for (const offer of offers) {
      const solver = sizesAsked.solvers.get(`${scene.slide}:${scene.size}`);
      if (sizesAsked.question !== question || !solver) return null;
      prices.push(solver.price(offer));
      await breathe();
    }
    return prices;
  },
  /** How a size stands in the piece solved. */
  async answerSize(question: number, scene: Shown, way: SizeAnswer['way']): Promise<SizeAnswer | null> {
    const solver = sizesAsked.solvers.get(`${scene.slide}:${scene.size}`);
    if (sizesAsked.question !== question || !solver) return null;
    const answer = solver.answer(scene.piece, way);
    return { ...answer, readings: answer.readings.map(withoutLetters) };
  },
  /**
   * Measures a section over a range of widths, a little at a time: asked again with the same question it goes on.
   * @returns what was measured since, or null where a newer question came
   */
  async widths(
    question: number,
    scene: Shown,
    range: WidthRange,
  ): Promise<{ points: WidthPoint[]; done: boolean } | null> {
    if (question < widthsAsked.question) return null;
    if (question > widthsAsked.question) {
      widthsAsked = { question, run: null };
      const { piece, slide } = await openShow(scene);
      if (widthsAsked.question !== question) return null;
      widthsAsked.run = readWidths(painter, piece, slide, range);
    }
    const points: WidthPoint[] = [],
      begun = performance.now();
    while (performance.now() - begun < SLICE) {
      const next = widthsAsked.run?.next();
      if (!next || next.done) return { points, done: true };
      points.push(next.value);
    }
    await breathe();
    return widthsAsked.question === question ? { points, done: false } : null;
  },

  /** Steps of solving a section for every width (`WidthSolver`); null where a newer question overtook it. */
  async surveyLayout(
    question: number,
    scene: Shown,
    time: number,
    colours?: readonly FoundColour[],
  ): Promise<Survey | null> {
    const opened = await widthsOpened(question, scene);
    if (!opened) return null;
    const { piece, slide } = opened,
      under = await coloursUnder(slide, colours);
    return breathing(surveyAt(painter, piece, slide.id, scene.size, time, under), () => solvingWidths === question);
  },
  async needAtWidth(
    question: number,
    scene: Shown,
    offer: Omit<Offer, 'piece'>,
    width: number,
    times: readonly number[],
  ): Promise<{ strength: number | null } | null> {
    const opened = await widthsOpened(question, scene);
    return opened && { strength: needAt(painter, { ...offer, piece: opened.piece }, opened.slide.id, width, times) };
  },
  async readWidth(
    question: number,
    scene: Shown,
    width: number,
    quality: 'exact' | 'draft',
  ): Promise<WidthPoint | null> {
    const opened = await widthsOpened(question, scene);
    return opened && readAtWidth(painter, opened.piece, opened.slide, width, quality);
  },
  /** Stops what is being solved for several sizes. */
  async stopSizes(): Promise<void> {
    sizesAsked = { question: -1, solvers: new Map() };
  },

  /** Calm and busy places of a slide, at the scale of a text (the largest where none is named). */
  async busyMap(scene: Shown, text: string | null): Promise<Grid | null> {
    const current = begin('busy map');
    const { piece, slide, size } = await open(scene);
    await breathe();
    if (!current()) return null;
    const texts = textsIn(piece, slide, size),
      layer =
        texts.find((t) => t.id === text) ??
        texts.reduce<TextLayer | null>((b, t) => (!b || t.fontSize > b.fontSize ? t : b), null);
    const probe = layer && probeText(painter, piece, size, layer),
      short = Math.min(size.width, size.height);
    return busyMap(
      painter,
      piece,
      slide,
      size,
      probe?.layout.xHeight || short * 0.04,
      probe?.halo.stroke ?? short * 0.01,
    );
  },

  /** How well room can be made on the sides of a photo, as it is placed without it. */
  async roomSides(scene: Shown, photo: string): Promise<SideRating[] | null> {
    const current = begin('room');
    const { piece, slide, size } = await open(scene);
    const layer = slide.layers.find((l): l is PhotoLayer => l.id === photo && isPhoto(l));
    await breathe();
    return layer && current() ? ratingsOf(painter, piece, slide, size, layer) : null;
  },

  /**
   * The mask of a photo's subject: a first guess, by itself, from a box or a point, refined by strokes. As bytes for
   * the document, and as the PNG it is stored as.
   * @param point in fractions of the photo, shown instead of a box
   * @returns the box from which strokes go on; `sure` false where the guess is none to go by
   */
  async cutOut(
    asset: string,
    strokes: readonly CutStroke[],
    box: Box | null = null,
    point?: { x: number; y: number },
  ): Promise<{ packed: PackedMask; png: Blob; sure: boolean; box: Box | null } | null> {
    const current = begin('cut out');
    await studio.load(asset);
    await breathe();
    if (!current()) return null;
    if (cutting?.asset !== asset) cutting = { asset, cut: new CutOut(studio.picture(asset)!) };
    await breathe();
    if (!current()) return null;
    const { mask, sure } = point ? cutting.cut.foundAt(point) : cutting.cut.found(strokes, box),
      surface = studio.surface(mask.width, mask.height);
    surface.write(maskPixels(mask));
    const png = await (surface.image as unknown as OffscreenCanvas).convertToBlob({ type: 'image/png' });
    surface.free();
    return { packed: packMask(mask), png, sure, box: point ? boundsOfMask(mask) : box };
  },

  /** Quiet spots for a text, or what could be done where there is none. */
  async quietSpots(scene: Shown, text: string): Promise<FoundSpots | null> {
    const current = begin('quiet spots');
    const { piece, slide, size } = await open(scene);
    await breathe();
    return current() ? spotsFor(painter, piece, slide, size, text) : null;
  },

  /**
   * The first slide of a template with somebody's photo and words in it, what lies over it as strong as it needs to be;
   * null where a newer question came.
   * @param question the same for all templates that are tried together
   * @param ways take the best ways too, where its own overlays are not enough
   */
  async tryTemplate(
    question: number,
    template: Piece,
    fill: Material | Filling,
    ways: boolean,
  ): Promise<TemplatePreview | null> {
    const wanted = await trialBegun(question);
    if (!wanted()) return null;
    const first = reducedTemplate({ ...template, slides: template.slides.slice(0, 1) }, TRIED_SIDE),
      [size] = first.sizes,
      { pictures, words } = 'headline' in fill ? fillingOf(template, fill) : fill,
      photos = new Set(placesOf(template).flatMap((p) => (p.role === 'photo' ? [p.key] : []))),
      small: Record<string, FillPicture> = {};
    for (const slide of first.slides) await painter.prepare(slide);
    for (const [key, picture] of Object.entries(pictures)) {
      if (photos.has(key)) small[key] = await smallFor(picture);
      else await studio.load((small[key] = picture).asset);
    }
    const { piece: filledIn, tooLong } = filled(painter, first, { pictures: small, words }, studio.picture),
      own = await withSmallPhotos(filledIn);
    await prepareWhole(own);
    if (!wanted()) return null;
    const colours = await coloursOnSlides(own, (asset) => api.palette(asset));
    let n = 0;
    const solved = ways
      ? await breathing(
          solvedFilling(painter, own, colours, () => `way-${n++}`),
          wanted,
        )
      : await breathing(filledJustEnough(own, size, colours), wanted);
    if (!solved) return null;
    const slide = slideOf(solved.piece, own.slides[0].id),
      [outcome] = solved.outcomes,
      picture = pixelsOf(painter, solved.piece, slide, size, 1);
    return transfer({ picture, outcome: inShort(outcome), tooLong }, [picture.data.buffer as ArrayBuffer]);
  },

  /**
   * The words of a slide on another photo, with the best of a few ways where they need one; null where a newer question
   * came.
   * @param question the same for all photos that are tried together
   * @param width of the picture, px
   * @param guessed with the photo as small as lists show it
   */
  async tryPhoto(
    question: number,
    scene: Shown,
    photo: FillPicture,
    width: number,
    guessed: boolean,
  ): Promise<TriedPhoto | null> {
    const wanted = await trialBegun(question);
    if (!wanted()) return null;
    const whole = sizedFor(scene),
      first = reducedTemplate(whole, guessed ? GUESSED_SIDE : TRIED_SIDE),
      [size] = first.sizes,
      [{ id }] = first.slides;
    await painter.prepare(first.slides[0]);
    const small = await smallFor(photo, guessed),
      own = withPhotoBehind(painter, first, id, small, studio.picture);
    await prepareWhole(own);
    if (!wanted()) return null;
    const tried = guessed
      ? photoGuess(painter, own, id, size, guessedColours(studio.picture(small.asset)))
      : await breathing(photoTrial(painter, own, id, size, await api.palette(small.asset)), wanted);
    if (!tried) return null;
    // What was guessed is shown as it was looked at: the photo is fitted already.
    const scale = guessed ? 1 : width / size.width,
      picture = pixelsOf(painter, tried.piece, slideOf(tried.piece, id), size, scale),
      { clear, cost, kept, way } = tried;
    return transfer({ picture, clear, cost, kept, way, guessed }, [picture.data.buffer as ArrayBuffer]);
  },

  /** Makes ready to try templates: their fonts are loaded. */
  async warmTemplates(templates: readonly Piece[]): Promise<void> {
    for (const { slides } of templates) for (const slide of slides) await painter.prepare(slide);
  },

  /**
   * A piece made of a template: filled, laid out in all its sizes, Clear wherever that is possible.
   * @param ids for layers that are added: one for each slide and size
   */
  async fillTemplate(template: Piece, material: Material, ids: string[]): Promise<Made> {
    const left = [...ids],
      made = await madeFromTemplate(
        {
          painter,
          load: prepareWhole,
          picture: studio.picture,
          colours: (asset) => api.palette(asset),
          newId: () => left.shift()!,
          pause: breathe,
        },
        template,
        fillingOf(template, material),
      );
    return { ...made, outcomes: made.outcomes.map(inShort) };
  },

  /** A photo as things are looked for in it, and its ratio of width to height. */
  async lookOf(asset: string): Promise<{ look: Pixels; ratio: number }> {
    await studio.load(asset);
    const photo = studio.picture(asset)!,
      look = lookOf(photo);
    return transfer({ look, ratio: photo.width / photo.height }, [look.data.buffer as ArrayBuffer]);
  },

  /** Colours of a photo. */
  async palette(asset: string): Promise<FoundColour[]> {
    let found = palettes.get(asset);
    if (!found) {
      await studio.load(asset);
      found = coloursOfPhoto(reducedTo(studio.picture(asset)!, PALETTE_SIDE));
      palettes.set(asset, found);
    }
    return found;
  },

  /** The colour along a picture's edges; null where it has several. */
  async edgeColour(asset: string): Promise<string | null> {
    await studio.load(asset);
    return edgeColour(reducedTo(studio.picture(asset)!, PALETTE_SIDE));
  },
};

/** Questions that came so far. */
let questions = 0;
/** What is exposed: the same, each question counted. */
export const counted = Object.fromEntries(
  Object.entries(api).map(([name, answer]) => [
    name,
    (...asked: never[]) => {
      questions++;
      return (answer as (...a: never[]) => unknown)(...asked);
    },
  ]),
);

export type ReadingApi = typeof api;
