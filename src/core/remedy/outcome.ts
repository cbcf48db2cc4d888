// How slides, and a piece as a whole, stand: read, and compared with their photos.
import { isText } from '../kinds/layers';
import { backdropPhoto, slideOf, textsIn } from '../piece/resolve';
import type { Piece, Size } from '../piece/schema';
import { isTreatment } from '../piece/treatments';
import { type Reading, readText, withoutLetters } from '../reading/read';
import { areClear, marginOf, type Verdict } from '../reading/verdict';
import type { Painter } from '../scene/painter';
import type { PhotoKept } from './photo-kept';
import { SlidePhoto } from './slide-photo';
import { costOfWay, type WayKind } from './way';

/** How a slide stands in one size. */
export interface Outcome {
  slide: string;
  size: string;
  clear: boolean;
  readings: Reading[];
  /** Null without a photo. */
  kept: PhotoKept | null;
  /** Points, as ways cost; 0 where nothing was needed. */
  cost: number;
}

/** An outcome without what is known of each letter. */
export const inShort = (o: Outcome): Outcome => ({ ...o, readings: o.readings.map(withoutLetters) });

/** How a slide stands in a size. @param side at which what is left of its photo is compared, px */
export function outcomeOf(painter: Painter, piece: Piece, slideId: string, size: Size, side?: number): Outcome {
  const slide = slideOf(piece, slideId),
    readings = textsIn(piece, slide, size).map((t) => readText(painter, piece, slide, size, t)),
    kept = backdropPhoto(slide) ? new SlidePhoto(painter, piece, slide, size, side).of(piece, slide) : null,
    kinds = slide.layers.filter((l) => isTreatment(l) && l.visible).map((l) => l.kind as WayKind),
    backed = slide.layers.some((l) => isText(l) && l.visible && l.backing?.on);
  return {
    slide: slideId,
    size: size.id,
    clear: areClear(readings),
    readings,
    kept,
    cost: kept
      ? costOfWay({ kinds: kinds.length ? kinds : [backed ? 'backing' : 'tint'], kept, strength: null, price: 0 })
      : 0,
  };
}

/** How a piece stands as a whole: its weakest text, and what is left of the photo it left least of. */
export interface Standing {
  /** Null where it has no words. */
  verdict: Verdict | null;
  /** Of the weakest text; null where nothing can be told from what lies behind it, or where there are no words. */
  ratio: number | null;
  needed: number | null;
  /** 0..100, the least of all slides and sizes; null without a photo. */
  kept: number | null;
}

/** How far a reading is from what it needs; what cannot be measured is taken as Lost. */
const marginIn = ({ ratio, needed, verdict }: Reading): number =>
  ratio === null ? 0 : marginOf(ratio, needed, verdict !== 'clear');

/** The worst of some outcomes. */
export function standingOf(outcomes: readonly Pick<Outcome, 'readings' | 'kept'>[]): Standing {
  const readings = outcomes.flatMap((o) => o.readings).filter((r) => r.verdict !== null),
    weakest = readings.reduce<Reading | null>((a, b) => (a && marginIn(a) <= marginIn(b) ? a : b), null),
    kept = outcomes.flatMap((o) => (o.kept ? [o.kept.kept] : []));
  return {
    verdict: weakest?.verdict ?? null,
    ratio: weakest?.ratio ?? null,
    needed: weakest?.needed ?? null,
    kept: kept.length ? Math.min(...kept) : null,
  };
}
