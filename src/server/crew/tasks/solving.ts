// Tasks that solve: just enough, ways through, places, sizes, widths, templates.
import { nanoid } from 'nanoid';
import { everySize, type SolvedSlide, unsolved } from '../../../core/remedy/every-size';
import { everyWidth, type SolvedWidths, widthSolver } from '../../../core/remedy/every-width';
import type { Filling } from '../../../core/filling/fill';
import { type Made, madeFromTemplate } from '../../../core/filling/from-template';
import { inShort } from '../../../core/remedy/outcome';
import { firstLayout } from '../../../core/arrange/new-size';
import { coloursOfPhoto, type FoundColour, PALETTE_SIDE } from '../../../core/colour/palette';
import { atOnce } from '../../../core/ground/at-once';
import { reducedTo } from '../../../core/ground/resample';
import { momentOf, moves, pieceOfMoments } from '../../../core/piece/moments';
import { backdropPhoto, slideOf, slidesOf } from '../../../core/piece/resolve';
import type { Piece, Size, Slide } from '../../../core/piece/schema';
import { wantsSubject, withSubjects } from '../../../core/piece/subjects';
import type { Layout } from '../../../core/piece/sizes';
import { checkMeasuring } from '../../../core/reading/budget';
import { type FoundSpots, spotsFor } from '../../../core/reading/no-place';
import { marginAt, readWidths, stillsAtWidths, weakestWidth } from '../../../core/reading/over-widths';
import { type Reading, withoutLetters } from '../../../core/reading/read';
import { askAbout, type TreatmentAsk } from '../../../core/remedy/begin-treatment';
import { hardestMoments, justEnoughInTime, wayInTime } from '../../../core/remedy/over-time';
import { type JustEnough, justEnough } from '../../../core/remedy/strength';
import type { Way, WayKind } from '../../../core/remedy/way';
import { Ways } from '../../../core/remedy/ways';
import { WaysOver } from '../../../core/remedy/ways-over';
import { type JoinOffer, joinOffers } from '../../../core/remedy/join-offers';
import { checkPainting } from '../../../core/scene/budget';
import type { Subject } from '../../../core/values/photo';
import { subjectIn } from '../../finder';
import { painter, pictures, type SlideAsk, stand, type Standing } from '../standing';
import { toMeasure } from './measured';

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

/** Quiet spots for a text, or what could be done where there is none. */
export async function spots(ask: SlideAsk & { layer: string }): Promise<Omit<FoundSpots, 'map'>> {
  const { piece, slide, size } = await withFound(await toMeasure(ask)),
    found = spotsFor(painter, piece, slide, size, ask.layer),
    bare = <T extends { reading: Reading }>(s: T): T => ({ ...s, reading: withoutLetters(s.reading) });
  return { spots: found.spots.map(bare), otherwise: found.otherwise.map(bare) };
}

/** What makes the join after a slide smooth. */
export async function joinOffersOf(ask: SlideAsk): Promise<JoinOffer[]> {
  await toMeasure({ ...ask, slide: ask.slide + 1 });
  const { piece, size } = await toMeasure(ask);
  return joinOffers(painter, piece, ask.slide, size, () => nanoid(10));
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

/** Colours of the topmost photo that texts lie over. */
function coloursUnder(slide: Slide): FoundColour[] {
  const photo = backdropPhoto(slide);
  return photo ? coloursOf(photo.asset) : [];
}

function coloursOf(asset: string): FoundColour[] {
  const p = pictures.get(asset);
  return p ? coloursOfPhoto(reducedTo(p, PALETTE_SIDE)) : [];
}
