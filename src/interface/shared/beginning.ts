// How a new piece begins on the bench.

/** Put behind the address of a piece begun with a photo: a headline is there at once, marked, to be typed over. */
export const BEGIN_WITH_HEADLINE = '#headline';

/** Of a carousel: its outline is open, to be written down first. */
export const BEGIN_WITH_OUTLINE = '#outline';

/** Of a finished picture: its letters are looked for. */
export const BEGIN_WITH_LETTERS = '#letters';
