// How a new piece begins on the bench.

/** Put behind the address of a piece begun with a photo: a headline is there at once, marked, to be typed over. */
export const BEGIN_WITH_HEADLINE = '#headline';
