// What is to be said of a text besides its number, in words.
import type { Flag } from '../../core/reading/read';

export const FLAG_WORD: Record<Flag, string> = {
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
  unfound: 'Some of its letters cannot be told from the picture',
  empty: 'No letters to measure',
};
