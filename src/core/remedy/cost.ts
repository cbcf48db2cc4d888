// What a treatment costs, in points: photo lost, marks, where one sees it begin and end, and a price for changing what
// somebody chose (docs/reading.md, "What a treatment costs"). The weights were fitted to pictures judged by eye
// (`testing/judged.ts`).
import type { PhotoKept } from './photo-kept';

/** What weighs how much, in points. */
export interface Weights {
  /**
   * A percent of the photo lost under what comes from a side or a corner, which is taken for light as long as it is
   * little; and what its square adds.
   */
  falling: number;
  fallen: number;
  /** A percent of new marks. */
  mark: number;
  /** A unit of seen edges. */
  edge: number;
  /** A form of its own beside the letters. */
  form: number;
}

export const WEIGHTS: Weights = { falling: 0.2, fallen: 0.015, mark: 4, edge: 0.8, form: 3 };

/** Without a photo less treatment is better: so much for each percent of strength. */
const A_STRENGTH = 0.5;

export interface Costs {
  /** Null where there is no photo. */
  kept: PhotoKept | null;
  /** Percent; null where there is none. */
  strength: number | null;
  /** It comes from a side or a corner. */
  falling: boolean;
  /** Forms of their own that come into the picture: a plate, the backings of so many texts. */
  forms: number;
  /** Of changing what somebody chose, points. */
  price: number;
}

/** Points; the least is the best. */
export function costOf({ kept, strength, falling, forms, price }: Costs, weights = WEIGHTS): number {
  const besides = weights.form * forms + price;
  if (!kept) return A_STRENGTH * (strength ?? 0) + besides;
  const lost = 100 - kept.kept;
  return (
    (falling ? Math.min(lost, lost * (weights.falling + weights.fallen * lost)) : lost) +
    weights.mark * kept.marks +
    weights.edge * kept.edge +
    besides
  );
}

/** Another ink: it was chosen for a reason, and for a better one where it is of the house style. */
export const INK_PRICE = 3;
export const STRANGE_INK_PRICE = 8;
/**
 * Of moving a text.
 * @param covers share of the subject that it would cover, or come near, 0..1 @param way in widths of the slide
 */
export const movePrice = (covers: number, way: number): number => 2 + 60 * covers + 5 * way;
