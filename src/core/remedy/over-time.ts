// Just enough and ways through on a slide where something moves: solved for the few moments that are hardest, then
// looked at in all of them; a moment that is not Clear yet joins those that are solved for.
import type { FoundColour } from '../colour/palette';
import { withStrength } from '../kinds/strengths';
import { differentMoments, pieceOfMoments } from '../piece/moments';
import { slideOf, slidesOf, textsIn } from '../piece/resolve';
import { bearerOf } from '../piece/treatments';
import type { Piece, Size, Slide } from '../piece/schema';
import { type Load, marginOfReading, momentsRead, readMoments, type TimedReading } from '../reading/over-time';
import { areClear } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import { askAbout, type TreatmentAsk, withTreatmentAt } from './begin-treatment';
import { justEnough, type JustEnough, type StrengthAsk } from './strength';
import { applyWay, ofPhoto, type Way, type WayKind } from './way';
import { leastFor, ownPart } from './way-finder';
import { propertyOfWay, WaysOver } from './ways-over';

/** Moments that are solved for at first. */
const FIRST = 4;
/** How often moments that were missed may join them. */
const ROUNDS = 6;

/** The moments of a slide at which its weakest text reads worst, ms, the hardest first. */
export async function hardestMoments(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  load: Load,
  most = FIRST,
): Promise<number[]> {
  const at: { time: number; margin: number }[] = [];
  for await (const { time, readings } of momentsRead(painter, piece, slide, size, load))
    at.push({ time, margin: Math.min(Infinity, ...readings.map(marginOfReading)) });
  return at
    .sort((a, b) => a.margin - b.margin || a.time - b.time)
    .slice(0, most)
    .map((m) => m.time);
}

/** The question about a strength, for some moments of a slide. */
export function askInTime(
  piece: Piece,
  slide: Slide,
  size: Size,
  ask: TreatmentAsk & { goal?: number },
  times: readonly number[],
): StrengthAsk {
  const moments = pieceOfMoments(piece, slide.id, times);
  return askAbout(moments, slidesOf(moments), size, ask);
}

/** The first moments at which a piece is not Clear on a slide, the worst first. */
async function missed(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  load: Load,
  texts: readonly string[] | undefined,
  goal: number | undefined,
): Promise<number[]> {
  const worst: TimedReading[] = await readMoments(
    painter,
    piece,
    slideOf(piece, slideId),
    size,
    load,
    undefined,
    texts,
  );
  return worst
    .filter((r) => (goal === undefined ? r.verdict !== 'clear' && r.verdict !== null : (r.ratio ?? goal) < goal))
    .sort((a, b) => marginOfReading(a) - marginOfReading(b))
    .map((r) => r.time);
}

/** Just enough for every frame of a slide. @param hardest moments to begin with, where they are known */
export async function justEnoughInTime(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  ask: TreatmentAsk & { goal?: number },
  load: Load,
  hardest?: readonly number[],
): Promise<JustEnough> {
  // What is done to a photo concerns that picture of a slideshow.
  if (slide.show && bearerOf(ask.kind) === 'photo') {
    const own = askInTime(piece, slide, size, ask, [0]);
    await load(own.slides.map((s) => s.slide));
    return justEnough(painter, own);
  }
  const times = [...(hardest ?? (await hardestMoments(painter, piece, slide, size, load)))];
  for (let round = 0; ; round++) {
    const about = askInTime(piece, slide, size, ask, times);
    await load(about.slides.map((s) => s.slide));
    const found = justEnough(painter, about),
      first = textsIn(piece, slide, size, ask.texts).map((t) => t.id),
      one: JustEnough = {
        ...found,
        before: perText(found.before, first),
        after: perText(found.after, first),
        decides: found.decides && slide.id,
      };
    if (found.strength === null || round === ROUNDS) return one;
    const treated = withTreatmentAt(piece, [slide], ask, found.strength / 100, () => 'in-time').piece;
    const more = (await missed(painter, treated, slide.id, size, load, ask.texts ?? first, ask.goal)).filter(
      (t) => !times.includes(t),
    );
    if (!more.length) return one;
    times.push(...more.slice(0, FIRST));
  }
}

/** Of readings at several moments the worst of each text. */
const perText = <R extends JustEnough['before']>(readings: R, ids: readonly string[]): R =>
  ids.flatMap((id) =>
    readings
      .filter((r) => r.layer === id)
      .sort((a, b) => marginOfReading(a) - marginOfReading(b))
      .slice(0, 1),
  ) as R;

/** What is made once for the ways of one slide, kept from one kind to the next. */
export interface KeptSolver {
  solver?: WaysOver;
}

/**
 * One way through that holds for every frame of a slide; null where this kind is none. It is found at the hardest
 * moment, and made stronger wherever that is not enough.
 * @param hardest moments, the hardest first, where they are known @param kept from the kind before
 */
export async function wayInTime(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  ask: { texts?: string[]; instead?: boolean; colours?: readonly FoundColour[] },
  kind: WayKind,
  load: Load,
  hardest?: readonly number[],
  kept: KeptSolver = {},
): Promise<Way | null> {
  // What is done to a photo is done to one picture of a slideshow: it is none for all.
  if (slide.show && ofPhoto(kind)) return null;
  const known = hardest?.length ? hardest : await hardestMoments(painter, piece, slide, size, load),
    all = differentMoments(slide),
    order = [...known, ...all.filter((t) => !known.includes(t))];
  const [first] = order,
    moment = pieceOfMoments(piece, slide.id, [first]),
    slides = slidesOf(moment);
  await load(slides);
  kept.solver ??= new WaysOver(painter, {
    ...ask,
    piece: moment,
    slides,
    size,
    colours: ask.colours && [ask.colours],
    alike: true,
  });
  let way = kept.solver.solve(kind),
    raised = false;
  if (!way) {
    // Nothing is needed at a moment that was thought to be hard.
    if (!hardest?.length) return null;
    const found = await hardestMoments(painter, piece, slide, size, load, 1);
    return found[0] === first ? null : wayInTime(painter, piece, slide, size, ask, kind, load, found);
  }
  const readAt = (times: readonly number[]): Promise<TimedReading[]> => {
    const taken = applyWay(piece, slide.id, way!, (i) => `${TAKEN}-${i}`);
    return readMoments(painter, taken, slideOf(taken, slide.id), size, load, times, ask.texts, (r) => !areClear(r));
  };
  for (let at = 0; at < order.length;) {
    // Up to the first moment that is not Clear.
    const readings = await readAt(order.slice(at));
    if (areClear(readings)) {
      at = order.length;
      if (!raised) return { ...way, readings, decides: null };
    } else {
      const short = readings.filter((r) => r.verdict !== 'clear' && r.verdict !== null);
      at = Math.max(...short.map((r) => order.indexOf(r.time)));
      const still = pieceOfMoments(piece, slide.id, [order[at]]);
      await load(slidesOf(still));
      way = stronger(painter, still, slide.id, size, way, kind, ask.texts);
      if (!way) return null;
      raised = true;
    }
  }
  // What was Clear with less may not be with more: letters of both lightnesses, for one.
  const readings = await readAt(order);
  return areClear(readings) ? { ...way, readings, kept: kept.solver.keptWith(way), decides: null } : null;
}

/** Id of layers of a way that is only tried. */
const TAKEN = 'in-time';

/** A way at the strength that its slide needs; null where no more of it helps. */
function stronger(
  painter: Painter,
  piece: Piece,
  slideId: string,
  size: Size,
  way: Way,
  kind: WayKind,
  texts: string[] | undefined,
): Way | null {
  if (way.strength === null) return null;
  const taken = applyWay(piece, slideId, way, (i) => `${TAKEN}-${i}`),
    slide = slideOf(taken, slideId),
    laid = way.add.length > 0,
    property = laid ? 'opacity' : propertyOfWay(kind, way),
    treated = laid
      ? [`${TAKEN}-0`]
      : slide.layers
          .filter((l) => way.change.some((c) => c.id === l.id && Object.keys(ownPart(l, property))[0] in c.set))
          .map((l) => l.id);
  const least = leastFor(painter, { piece: taken, size, slides: [{ slide, treated }], property, texts }, way.strength);
  if (!least || least.strength <= way.strength) return null;
  const value = least.strength / 100;
  return {
    ...way,
    strength: least.strength,
    add: way.add.map((l) => ({ ...l, opacity: value })),
    change: laid
      ? way.change
      : way.change.map((c) => {
          const layer = slide.layers.find((l) => l.id === c.id);
          return layer && treated.includes(c.id)
            ? {
                id: c.id,
                set: { ...c.set, ...ownPart(withStrength(layer, property, value, piece.sizes[0]), property) },
              }
            : c;
        }),
  } as Way;
}
