// Covers as a feed shows them, one beside the other: what kind each is, and which is due next, so that a feed
// alternates. What a cover is, is seen on its picture (`reading/cover.ts`), never asked.
import type { Swatch } from '../values/fill';
import { destinationById } from './destinations';

export const COVER_KINDS = ['photo', 'colour', 'gradient', 'pattern'] as const;
export type CoverKind = (typeof COVER_KINDS)[number];

export const COVER_NAMES: Record<CoverKind, string> = {
  photo: 'Full photo',
  colour: 'Plain ground',
  gradient: 'Gradient',
  pattern: 'Pattern',
};

/** What is seen of the first slide. */
export interface Cover {
  kind: CoverKind;
  /** Share of the picture that photo is, 0..1. */
  photo: number;
  /** The colour of its ground, as hex: what most of it has that is no photo. */
  colour: string;
  /** Id of the house colour that its ground is, or comes near to; null where it is none. */
  swatch: string | null;
}

/** Is a piece shown in a feed, beside others of its kind? */
export const isInFeed = (sizes: readonly { destination: string | null }[]): boolean =>
  destinationById(sizes[0]?.destination ?? null)?.feed ?? false;

/** The cover that is due next, and why. */
export interface Due {
  kind: CoverKind;
  /** The house colour for its ground; null for a photo, or where the house has none. */
  swatch: string | null;
  reasons: string[];
}

const NUMBERS = [
  'no',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
];
const ago = (posts: number): string =>
  posts === 0 ? 'used for the last post' : `last used ${NUMBERS[posts] ?? posts} ${posts === 1 ? 'post' : 'posts'} ago`;

/** Place of the first that fits; beyond all others where none does. */
const since = <T>(all: readonly T[], fits: (t: T) => boolean): number => {
  const at = all.findIndex(fits);
  return at < 0 ? all.length : at;
};

/**
 * The kind and colour that were used longest ago. Kinds the campaign never uses are not proposed, but for photo and
 * plain ground, which every feed can have.
 * @param covers the newest first @param swatches of the house
 */
export function dueNext(covers: readonly Pick<Cover, 'kind' | 'swatch'>[], swatches: readonly Swatch[]): Due {
  const kinds = COVER_KINDS.filter((k) => k === 'photo' || k === 'colour' || covers.some((c) => c.kind === k)),
    // Of those that were used equally long ago the simpler.
    kind = kinds.reduce((best, k) =>
      since(covers, (c) => c.kind === k) > since(covers, (c) => c.kind === best) ? k : best,
    ),
    reasons: string[] = [],
    name = COVER_NAMES[kind].toLowerCase(),
    used = since(covers, (c) => c.kind === kind);
  if (covers.length)
    reasons.push(
      used >= covers.length
        ? `No ${name} among the last ${covers.length === 1 ? 'posts' : `${NUMBERS[covers.length] ?? covers.length} posts`}`
        : `${name[0].toUpperCase()}${name.slice(1)} was ${ago(used)}`,
    );
  if (kind === 'photo') return { kind, swatch: null, reasons };
  const colours = swatches.filter((s) => s.colour);
  if (!colours.length) return { kind, swatch: null, reasons };
  const last = (s: Swatch): number => since(covers, (c) => c.swatch === s.id && c.kind !== 'photo'),
    swatch = colours.reduce((best, s) => (last(s) > last(best) ? s : best)),
    at = last(swatch);
  reasons.push(`${swatch.name} was ${at >= covers.length ? 'not used for a ground yet' : ago(at)}`);
  return { kind, swatch: swatch.id, reasons };
}
