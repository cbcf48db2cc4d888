// What a way through is: layers and changes that make texts Clear, what they cost, in which order ways are listed, and
// how one is taken.
import { FADE_CORNERS, FADE_SIDES } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { addLayer } from '../piece/edits';
import type { Piece } from '../piece/schema';
import { changed, type LayerChange } from '../piece/treatments';
import type { Reading } from '../reading/read';
import { costOf, type Costs } from './cost';
import type { PhotoKept } from './photo-kept';

/** Single treatments, the simplest first: that is how ties are broken. */
export const WAY_KINDS = ['ink', 'move', 'tint', 'fade', 'pool', 'plate', 'backing', 'shadow', 'tone', 'blur'] as const;
export type WayKind = (typeof WAY_KINDS)[number];
/** Two at half strength, tried where no single one keeps enough: the first halved, the second solved over it. */
export const WAY_PAIRS = [
  ['pool', 'shadow'],
  ['fade', 'shadow'],
  ['move', 'pool'],
  ['tint', 'shadow'],
] as const satisfies readonly (readonly [WayKind, WayKind])[];
/** Where no single one costs less than this, points, pairs are tried. */
export const CHEAP = 20;

export interface Way {
  /** One kind, or two put together. */
  kinds: WayKind[];
  name: string;
  /** Layers to add, bottom to top; ids are stand-ins. */
  add: Layer[];
  /** What changes of layers that are there. */
  change: LayerChange[];
  /** Strength in whole percent; null where there is none: another colour, another place. */
  strength: number | null;
  readings: Reading[];
  /** Null where the slide has no photo. */
  kept: PhotoKept | null;
  /** Of changing what somebody chose, points. */
  price: number;
  /** Of a way for several slides: what is done on each; `add` and `change` are empty then. */
  slides?: { slide: string; add: Layer[]; change: LayerChange[] }[];
  /** The slide that needs most of it. */
  decides?: string | null;
}

/** What a way costs, points. @param w of one slide, or of several: the forms of the first count */
export const costOfWay = (
  w: Omit<Costs, 'falling' | 'forms'> & Pick<Way, 'kinds'> & Partial<Pick<Way, 'change' | 'slides'>>,
): number => costOf({ ...w, falling: w.kinds[0] === 'fade', forms: formsOf(w) });

/** A plate is one form, backings are one for each text. */
function formsOf({
  kinds: [kind],
  change,
  slides,
}: Pick<Way, 'kinds'> & Partial<Pick<Way, 'change' | 'slides'>>): number {
  if (kind === 'plate') return 1;
  if (kind !== 'backing') return 0;
  return Math.max(1, (slides?.[0]?.change ?? change ?? []).filter((c) => 'backing' in c.set).length);
}

/** So many points more may cost what the house style prefers. */
export const HOUSE_PRICE = 8;

const simplicity = (w: Pick<Way, 'kinds'>): number =>
  (w.kinds.length > 1 ? WAY_KINDS.length : 0) + WAY_KINDS.indexOf(w.kinds[0]);
/** The cheapest first; of those that cost about the same, the simpler one. */
export const sortWays = <W extends Way>(ways: readonly W[]): W[] =>
  [...ways].sort(
    (a, b) => Math.round(costOfWay(a) * 2) - Math.round(costOfWay(b) * 2) || simplicity(a) - simplicity(b),
  );

/** Is it something that is done to the photo itself? */
export const ofPhoto = (kind: WayKind): boolean => kind === 'tone' || kind === 'blur';

export const WAY_NAMES: Record<WayKind, string> = {
  ink: 'Text colour',
  move: 'Quiet spot',
  tint: 'Tint',
  fade: 'Fade',
  pool: 'Pool',
  plate: 'Plate',
  backing: 'Backing',
  shadow: 'Shadow',
  tone: 'Tone of the photo',
  blur: 'Blurred photo',
};

/** Where a fade comes from, by its angle. */
const FROM: Readonly<Record<number, string>> = {
  [FADE_SIDES.left]: 'the left',
  [FADE_SIDES.right]: 'the right',
  [FADE_SIDES.top]: 'above',
  [FADE_SIDES.bottom]: 'below',
  [FADE_CORNERS.topLeft]: 'the upper left',
  [FADE_CORNERS.topRight]: 'the upper right',
  [FADE_CORNERS.bottomLeft]: 'the lower left',
  [FADE_CORNERS.bottomRight]: 'the lower right',
};
/** What a way of a kind is called; of a fade also where it comes from. */
export function wayName(kind: WayKind, layer?: Layer): string {
  const from = layer?.kind === 'fade' && layer.shape === 'linear' ? FROM[layer.angle] : undefined;
  return from ? `${WAY_NAMES[kind]} from ${from}` : WAY_NAMES[kind];
}

/** Does a way leave colour and place of the texts, which somebody chose, as they are? */
export const leavesTexts = ({ kinds }: Pick<Way, 'kinds'>): boolean =>
  !kinds.includes('ink') && !kinds.includes('move');

/**
 * The best of sorted ways to take unasked. Colour and place of a text were chosen by somebody: they are only changed
 * where nothing else does. @param preferred by the house style: taken where it costs little more
 */
export function bestWay<W extends Way>(sorted: readonly W[], preferred: WayKind | null = null): W | null {
  const unasked = sorted.filter(leavesTexts),
    [best = sorted[0]] = unasked,
    house = preferred && unasked.find((w) => w.kinds.length === 1 && w.kinds[0] === preferred);
  return house && costOfWay(house) <= costOfWay(best) + HOUSE_PRICE ? house : (best ?? null);
}

/** The same way at half its strength. */
export function halved(way: Way): Way {
  const add = way.add.map((l) => ({ ...l, opacity: Math.round(l.opacity * 50) / 100 }));
  const change = way.change.map((c) => {
    const shadows = (c.set as Partial<TextLayer>).shadows;
    return shadows
      ? { ...c, set: { ...c.set, shadows: shadows.map((s) => ({ ...s, opacity: s.opacity / 2 })) } as Partial<Layer> }
      : c;
  });
  return { ...way, add, change };
}

/** The piece with a way taken. @param newId an id for the n-th added layer */
export function applyWay(
  piece: Piece,
  slideId: string,
  way: Pick<Way, 'add' | 'change' | 'slides'>,
  newId: (n: number) => string,
): Piece {
  let n = 0;
  return (way.slides ?? [{ slide: slideId, ...way }]).reduce(
    (p, { slide, add, change }) =>
      add.reduce(
        (q, layer) => addLayer(q, slide, { ...layer, id: newId(n++) } as Layer),
        change.length ? changed(p, slide, change) : p,
      ),
    piece,
  );
}

/** How many layers a way adds. */
export const addedBy = ({ add, slides }: Pick<Way, 'add' | 'slides'>): number =>
  slides ? slides.reduce((n, s) => n + s.add.length, 0) : add.length;
