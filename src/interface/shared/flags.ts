// What is to be said of a text besides its number, in words.
import type { Flag, Reading } from '../../core/reading/read';

const FLAG_WORD: Record<Exclude<Flag, 'few' | 'melts'>, string> = {
  'too-small': 'Shown smaller than 11 px',
  unseen: 'Cannot be seen: ink and backdrop are alike',
  covered: 'Covered by a layer above',
  outside: 'Reaches outside the slide',
  cut: 'The join of two slides cuts a letter',
  'keep-clear': 'Lies in a keep-clear zone',
  'small-target': 'Smaller than 24 px as shown: hard to press',
  'weak-hover': 'Its label is hard to read while the pointer is over it',
  overflow: 'More text than the frame holds',
  'missing-letters': 'No font has some of its letters',
  'missing-font': 'One of its fonts is not here and is replaced',
  'colour-only': 'Told by colour only: some people do not see that difference',
  thin: 'Strokes thinner than a pixel as shown: they never show their full colour',
  'like-letters': 'Lines in the picture beside it are as wide as its strokes and look like letters',
  unfound: 'Some of its letters cannot be told from the picture: set in a font, it can be treated',
  empty: 'No letters to measure',
};

/** A few letters of many that are not Clear, in words. */
function fewWords({ share, count, verdict }: Pick<Reading, 'share' | 'count' | 'verdict'>): string {
  const few = Math.round((1 - share) * count);
  return `${few} ${few === 1 ? 'letter' : 'letters'} of ${count} ${few === 1 ? 'is' : 'are'} ${verdict === 'lost' ? 'lost' : 'strained'}; the others are Clear`;
}

/** What is said of how a text reads, not of where it stands or what it is made of. */
const OF_READING: readonly Flag[] = ['unseen', 'few', 'colour-only', 'melts', 'thin', 'like-letters'];
/** Is something wrong with the layout of a text? */
export const isOutOfPlace = (flag: Flag): boolean => !OF_READING.includes(flag);

/** What of a reading its flags are worded with. */
type Flagged = Pick<Reading, 'share' | 'count' | 'verdict' | 'melting'>;

/** What a flag says of a reading. */
export const flagWord = (flag: Flag, of: Flagged): string =>
  flag === 'few'
    ? fewWords(of)
    : flag === 'melts'
      ? `A side of the ${of.melting} melts into the picture`
      : FLAG_WORD[flag];
