// What layers are called on slides that are not their own.

/** The name of a guest on a slide. No layer of a document can be called so. */
export const guestId = (slide: string, layer: string): string => `${slide}:${layer}`;

/** The slide and layer that a guest's name stands for; null for a layer of the slide itself. */
export function homeOf(id: string): { slide: string; layer: string } | null {
  const at = id.indexOf(':');
  return at < 0 ? null : { slide: id.slice(0, at), layer: id.slice(at + 1) };
}
