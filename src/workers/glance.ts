// A slide as it can be seen at once: with the small copies of its photos, which take a few kilobytes, until they are
// there themselves.
import { isPhoto } from '../core/kinds/layers';
import { picturesOn } from '../core/piece/resolve';
import type { Slide } from '../core/piece/schema';

/**
 * The photos of a slide that may be seen by their small copies; null where it has none, or where something is made from
 * its pictures that would come out otherwise: cut-outs, room, patterns.
 */
export function photosToGlanceAt(slide: Slide): string[] | null {
  const photos = slide.layers.filter(isPhoto),
    assets = new Set(photos.map((l) => l.asset));
  if (!assets.size || photos.some((l) => l.cut?.on || l.room?.on)) return null;
  return picturesOn(slide).every((id) => assets.has(id)) ? [...assets] : null;
}

/** The slide with other pictures in place of its photos. @param copies by photo */
export const withCopies = (slide: Slide, copies: ReadonlyMap<string, string>): Slide => ({
  ...slide,
  layers: slide.layers.map((l) => (isPhoto(l) ? { ...l, asset: copies.get(l.asset) ?? l.asset } : l)),
});
