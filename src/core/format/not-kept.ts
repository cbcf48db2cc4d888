// What a format could not keep.

/** What of a slide a format could not keep as it is. */
export interface NotKept {
  /** Name of the layer. */
  layer: string;
  what: 'picture' | 'outlines';
}

export const NOT_KEPT: Readonly<Record<NotKept['what'], string>> = {
  picture: 'partly drawn as a picture',
  outlines: 'letters as outlines',
};
