// Limits of what a cut-out holds: apart from the schema, so that the page does not load the validator for them.

/** Strokes that one cut-out can have. */
export const MOST_STROKES = 500;
/** Points that one stroke can have. */
export const MOST_POINTS = 2000;
