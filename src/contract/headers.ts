// Headers of answers, by themselves: pages read them without the shapes of what is asked.

/**
 * Header of an answer with a picture: the quality and colours it was written with, and which layers are not what they
 * were, as JSON, percent-encoded.
 */
export const ENCODED = 'plavo-encoded';
