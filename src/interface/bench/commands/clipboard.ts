// Layers as a text for the clipboard, and back.
import { nanoid } from 'nanoid';
import type { Layer } from '../../../core/kinds/layers';
import type { LAYERS, LayersClip } from '../../../core/piece/clip';
import { addLayer } from '../../../core/piece/edits';
import { groupsAround } from '../../../core/piece/groups';
import type { Piece, Slide } from '../../../core/piece/schema';
import { putSwatch } from '../../../core/piece/swatches';
import { swatchesOf } from '../../../core/values/swatches';
import { currentSlide, edit, select, useBench } from '../state/store';

const newId = (): string => nanoid(10);
const state = useBench.getState;

/** The validator beside it stays out of the bench; the compiler keeps the two the same. */
const CLIP: typeof LAYERS = 'plavo-layers';

/** Some layers of a slide, with the swatches and groups they belong to. */
export function clipOf(piece: Piece, slide: Pick<Slide, 'groups'>, layers: readonly Layer[]): LayersClip {
  const wanted = new Set(layers.flatMap(swatchesOf));
  return {
    // A guest is copied as what it is on its own slide, where it is seen here.
    layers: layers.map(({ guest, ...l }): Layer => (guest ? { ...l, id: guest.id, carry: null } : l) as Layer),
    groups: slide.groups,
    swatches: piece.swatches.filter((w) => wanted.has(w.id)),
  };
}

/** Selected layers as text for the clipboard; or null. */
export function copied(): string | null {
  const s = state(),
    slide = currentSlide(s),
    layers = slide.layers.filter((l) => s.selection.includes(l.id));
  return layers.length ? JSON.stringify({ format: CLIP, ...clipOf(s.piece, slide, layers) }) : null;
}

/** Lays copied layers where they were; aside where the same layer still stands there. */
export function layClip({ layers: found, groups, swatches: given }: LayersClip): void {
  const s = state(),
    slide = currentSlide(s),
    here = new Map(slide.layers.map((l) => [l.id, l]));
  const swatches = given.filter((w) => !s.piece.swatches.some((x) => x.id === w.id));
  // Groups come along as new ones; only those that still hold something.
  const fresh = new Map(groups.map((g) => [g.id, newId()]));
  const wanted = new Set(found.flatMap((l) => groupsAround({ groups }, l.group)));
  const ids = new Map(found.map((l) => [l.id, newId()]));
  const layers = found.map((l): Layer => {
    const there = here.get(l.id),
      same = there && there.box.x === l.box.x && there.box.y === l.box.y && l.band === 'message';
    const copy: Layer = {
      ...l,
      id: ids.get(l.id)!,
      group: (l.group !== null && fresh.get(l.group)) || null,
      box: same ? { ...l.box, x: l.box.x + 24, y: l.box.y + 24 } : l.box,
    };
    // What followed a text that came along follows the copy.
    return 'follows' in copy
      ? { ...copy, follows: copy.follows.flatMap((f) => ids.get(f) ?? (here.has(f) ? f : [])) }
      : copy;
  });
  edit('Paste', (p) => {
    const withSwatches = swatches.reduce((q, w) => putSwatch(q, w), p);
    const known = new Set(withSwatches.swatches.map((w) => w.id));
    const usable = layers.filter((l) => swatchesOf(l).every((w) => known.has(w)));
    const laid = usable.reduce((q, l) => addLayer(q, s.slideId, l), withSwatches);
    return {
      ...laid,
      slides: laid.slides.map((sl) =>
        sl.id === s.slideId
          ? {
              ...sl,
              groups: [
                ...sl.groups,
                ...groups
                  .filter((g) => wanted.has(g.id))
                  .map((g) => ({ ...g, id: fresh.get(g.id)!, within: (g.within && fresh.get(g.within)) || null })),
              ],
            }
          : sl,
      ),
    } as Piece;
  });
  select(layers.map((l) => l.id));
}

/** Pastes a text from the clipboard that holds layers of ours. */
export async function pasteLayers(text: string): Promise<void> {
  // The validator is only needed now.
  const { layersClip } = await import('../../../core/piece/clip');
  const clip = layersClip(text);
  if (clip) layClip(clip);
}
/** Does a text look like layers of ours? */
export const isLayers = (text: string): boolean => text.startsWith(`{"format":"${CLIP}"`);
