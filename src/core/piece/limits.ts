// Limits of the document that are used without its schema.

/** The newest version of the document; `upgrade.ts` brings older ones here. */
export const PIECE_VERSION = 2;

/** Groups lie within each other at most so deep. */
export const DEEPEST_GROUP = 20;

/** Swatches that a piece or a house style holds at most. */
export const MOST_SWATCHES = 200;

/** Widths of the page at which a section is looked at, CSS px. */
export const NARROWEST = 320;
export const WIDEST = 2560;
