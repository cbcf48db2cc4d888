// Ways through for several slides at once: one treatment, chosen on the slide that needs most of it, at one strength
// that makes all of them Clear. Several moments of one slide are several slides that must be treated alike.
import type { FoundColour } from '../colour/palette';
import { kindOf, type Layer } from '../kinds/layers';
import { withStrength } from '../kinds/strengths';
import type { PhotoLayer } from '../kinds/photo';
import type { TextLayer } from '../kinds/text';
import { addLayer } from '../piece/edits';
import { slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { type BorneKind, changed, type LaidKind, setColour, type Treatment } from '../piece/treatments';
import { readText } from '../reading/read';
import { areClear } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import { askAbout, makeTreatment } from './begin-treatment';
import type { PhotoKept } from './photo-kept';
import type { SlidePhoto } from './slide-photo';
import { decidingSlide } from './strength';
import { applyWay, type Way, WAY_NAMES, type WayKind, wayName } from './way';
import { leastFor, ownPart, STAND_IN } from './way-finder';
import { Ways } from './ways';

export interface WaysOverAsk {
  piece: Piece;
  /** As they are looked at. Those without texts are left as they are. */
  slides: readonly Slide[];
  size: Size;
  texts?: string[];
  instead?: boolean;
  /** Colours of each slide's photo. */
  colours?: readonly (readonly FoundColour[])[];
  /** The slides are moments of one: whatever is done, is done to all of them. */
  alike?: boolean;
}

/** What a way does to one slide. */
interface Part {
  slide: string;
  add: Layer[];
  change: Way['change'];
}

/** Which strength a way changes that adds no layer. */
export function propertyOfWay(kind: WayKind, { change }: Pick<Way, 'change'>): BorneKind {
  if (kind !== 'tone') return kind as BorneKind;
  const tone = change.map((c) => (c.set as Partial<PhotoLayer>).tone).find((t) => t?.levels.on);
  return tone && tone.levels.white < 255 ? 'darken' : 'lighten';
}

export class WaysOver {
  private readonly finders: Ways[];
  /** The piece with everything switched off that is to be replaced. */
  private readonly bare: Piece;
  private clearNow: boolean[] | null = null;

  constructor(
    private readonly painter: Painter,
    private readonly ask: WaysOverAsk,
  ) {
    const { piece, slides, size, texts, instead, colours } = ask;
    let weighed: SlidePhoto | undefined;
    this.finders = slides
      .map((slide, i) => {
        const ways = new Ways(painter, { piece, slide, size, texts, instead, colours: colours?.[i] }, weighed);
        // Of moments of one slide the photo of the first is weighed for all.
        if (ask.alike) weighed ??= ways.kept;
        return ways;
      })
      .filter((f) => f.hasLetters);
    this.bare = this.finders.reduce((p, f) => (f.hidden.length ? changed(p, f.slide.id, f.hidden) : p), piece);
  }

  /** One way for all slides, or null where this kind does not make all of them Clear, or nothing is needed. */
  solve(kind: WayKind): Way | null {
    this.clearNow ??= this.finders.map((f) => areClear(f.now()));
    const own = this.finders.map((f) => f.solve(kind));
    if (own.some((w, i) => !w && !this.clearNow![i])) return null;
    const lead = own.reduce<number>(
      (b, w, i) => (w && (b < 0 || (w.strength ?? 0) > (own[b]!.strength ?? 0)) ? i : b),
      -1,
    );
    if (lead < 0) return null;
    if (kind === 'move') return this.moved(own, lead);
    if (kind === 'ink') return this.inked(own);
    return kind === 'tint' || kind === 'fade' || kind === 'pool' || kind === 'plate'
      ? this.laid(kind, own, lead)
      : this.owned(kind, own, lead);
  }

  /** The same layer on every slide; what lies behind texts lies behind each slide's own. */
  private laid(kind: LaidKind & WayKind, own: readonly (Way | null)[], lead: number): Way | null {
    const [chosen] = own[lead]!.add as Treatment[],
      colour = kindOf(chosen).treatment!.colour(chosen) as string;
    const layers = this.finders.map((f, i): Layer => {
      if (this.ask.alike || !('follows' in chosen)) return { ...chosen, id: STAND_IN, opacity: 1 };
      const layer = structuredClone(
        own[i]?.add[0] ??
          makeTreatment(
            kind,
            STAND_IN,
            colour,
            this.bare,
            f.slide,
            f.texts.map((t) => t.id),
            1,
          ),
      );
      setColour(layer, colour);
      return { ...layer, id: STAND_IN, opacity: 1 };
    });
    const piece = this.finders.reduce((p, f, i) => addLayer(p, f.slide.id, layers[i]), this.bare);
    const least = leastFor(
      this.painter,
      {
        piece,
        size: this.ask.size,
        slides: this.finders.map((f) => ({ slide: slideOf(piece, f.slide.id), treated: [STAND_IN] })),
        texts: this.ask.texts,
      },
      own[lead]!.strength!,
    );
    if (!least) return null;
    const { strength } = least,
      name = wayName(kind, layers[0]);
    return this.finish(
      kind,
      name,
      strength,
      decidingSlide(least.model, strength),
      this.finders.map((f, i) => ({
        slide: f.slide.id,
        add: [{ ...layers[i], opacity: strength / 100 }],
        change: f.withHidden([]),
      })),
    );
  }

  /** One strength of what texts or photos have by themselves. */
  private owned(kind: WayKind, own: readonly (Way | null)[], lead: number): Way | null {
    const finder = this.finders[lead],
      property = propertyOfWay(kind, own[lead]!);
    // Light letters on one slide and dark ones on another want the photo changed in opposite ways.
    if (kind === 'tone' && this.finders.some((f) => f.samples.lightInk !== finder.samples.lightInk)) return null;
    const colour = kind === 'backing' || kind === 'shadow' ? this.colourOf(own[lead]!, kind) : undefined;
    const begun = this.finders.reduce((p, f, i) => {
      const way = this.ask.alike ? own[lead] : own[i];
      return way ? changed(p, f.slide.id, way.change) : p;
    }, this.bare);
    let ask;
    try {
      ask = askAbout(
        begun,
        this.finders.map((f) => slideOf(begun, f.slide.id)),
        this.ask.size,
        {
          overlay: null,
          kind: property,
          colour,
          texts: this.ask.texts,
        },
      );
    } catch (e) {
      // A slide without a photo, which could not be darkened.
      if (e instanceof RangeError) return null;
      throw e;
    }
    const least = leastFor(this.painter, ask, own[lead]!.strength!);
    if (!least) return null;
    const { strength } = least,
      [base] = this.ask.piece.sizes;
    return this.finish(
      kind,
      wayName(kind),
      strength,
      decidingSlide(least.model, strength),
      ask.slides.map(({ slide, treated }) => ({
        slide: slide.id,
        add: [],
        change: this.finders
          .find((f) => f.slide.id === slide.id)!
          .withHidden(
            slide.layers
              .filter((l) => treated.includes(l.id))
              .map((l) => ({ id: l.id, set: ownPart(withStrength(l, property, strength / 100, base), property) })),
          ),
      })),
    );
  }

  /** The colour a way gives to backings or shadows. */
  private colourOf(way: Way, kind: 'backing' | 'shadow'): string | undefined {
    for (const { set } of way.change) {
      const { backing, shadows } = set as Partial<TextLayer>,
        colour = kind === 'backing' ? backing?.fill.colour : shadows?.findLast((s) => s.on)?.colour;
      if (typeof colour === 'string') return colour;
    }
    return undefined;
  }

  /** One ink for all texts; where none does for all, each slide keeps its own. */
  private inked(own: readonly (Way | null)[]): Way | null {
    const offered = own.flatMap((w) => (w ? [w] : [])),
      seen = new Set<string>();
    for (const way of offered) {
      const fill = way.change.map((c) => (c.set as Partial<TextLayer>).fill).find(Boolean)!,
        key = JSON.stringify(fill.colour);
      if (seen.has(key)) continue;
      seen.add(key);
      const found = this.finish(
        'ink',
        way.name,
        null,
        null,
        this.finders.map((f) => ({
          slide: f.slide.id,
          add: [],
          change: f.withHidden(
            f.texts.map((t) => ({
              id: t.id,
              set: { fill: { ...t.fill, kind: 'colour', colour: fill.colour } } as Partial<Layer>,
            })),
          ),
        })),
        way.price,
      );
      if (found) return found;
    }
    return this.ask.alike ? null : this.eachItsOwn('ink', own);
  }

  /** Each slide's texts to a quiet spot of their own; on moments of one slide, to one that is quiet in all. */
  private moved(own: readonly (Way | null)[], lead: number): Way | null {
    return this.eachItsOwn('move', this.ask.alike ? own.map(() => own[lead]) : own);
  }

  private eachItsOwn(kind: WayKind, own: readonly (Way | null)[]): Way | null {
    return this.finish(
      kind,
      WAY_NAMES[kind],
      null,
      null,
      this.finders.map((f, i) => ({
        slide: f.slide.id,
        add: own[i]?.add ?? [],
        change: own[i]?.change ?? f.withHidden([]),
      })),
      Math.max(0, ...own.map((w) => w?.price ?? 0)),
    );
  }

  /** How much of the photo a way leaves, on the first slide. */
  keptWith(way: Way): PhotoKept | null {
    const [f] = this.finders,
      piece = applyWay(this.ask.piece, f.slide.id, way, (i) => `way-${i}`);
    return f.kept.of(piece, slideOf(piece, f.slide.id));
  }

  /** Puts a way together and reads all slides with it; null where one of them is not Clear. */
  private finish(
    kind: WayKind,
    name: string,
    strength: number | null,
    decides: string | null,
    slides: Part[],
    price = 0,
  ): Way | null {
    if (strength === 0) return null;
    const way: Way = {
        kinds: [kind],
        name,
        add: [],
        change: [],
        strength,
        readings: [],
        kept: null,
        price,
        slides,
        decides,
      },
      piece = applyWay(this.ask.piece, '', way, (i) => `way-${i}`),
      kept: PhotoKept[] = [];
    for (const f of this.finders) {
      const slide = slideOf(piece, f.slide.id),
        left = this.ask.alike && f !== this.finders[0] ? null : f.kept.of(piece, slide);
      const readings = textsIn(piece, slide, this.ask.size, this.ask.texts).map((t) =>
        readText(this.painter, piece, slide, this.ask.size, t),
      );
      if (!areClear(readings)) return null;
      way.readings.push(...readings);
      if (left) kept.push(left);
    }
    const mean = (of: keyof PhotoKept): number => kept.reduce((sum, k) => sum + k[of], 0) / kept.length;
    if (kept.length) way.kept = { kept: mean('kept'), marks: mean('marks'), edge: mean('edge') };
    if (!this.ask.alike) return way;
    // All moments have what the first has.
    const { slides: _slides, ...one } = way;
    return { ...one, add: slides[0].add, change: slides[0].change };
  }
}
