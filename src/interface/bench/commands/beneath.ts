// What lies beneath a place on the slide, and colours that suit it: nothing arrives that cannot be seen.
import { type Beneath, groundFor } from '../../../core/colour/beneath';
import type { Box } from '../../../core/ground/box';
import { union } from '../../../core/ground/box';
import { boundsOf } from '../../../core/ground/transform';
import type { TextLayer } from '../../../core/kinds/text';
import { makeBacking, solid } from '../../../core/values/made';
import { NO_STROKE } from '../../../core/values/plain';
import type { Backing, Panel } from '../../../core/values/text';
import { stageWorker } from '../../../workers/clients';
import { currentSize, currentSlide, frameOf, placedLayers, shownOf, useBench } from '../state/store';
import { mainColour } from './chosen-treatment';

/** What is seen in a box of the present size, without some layers; null where it cannot be told. */
export async function seenIn(box: Box, without: string[] = []): Promise<Beneath | null> {
  const s = useBench.getState();
  return stageWorker()
    .beneath(shownOf({ ...s, preview: null }), box, without)
    .catch(() => null);
}

/** What is seen beneath layers, without themselves. */
export async function beneath(ids: string[]): Promise<Beneath | null> {
  const s = useBench.getState();
  const boxes = placedLayers(s.piece, currentSlide(s), currentSize(s), s.followers)
    .filter((l) => ids.includes(l.id))
    .map((l) => boundsOf(frameOf(l, s.texts), l.rotation));
  return boxes.length ? seenIn(union(boxes), ids) : null;
}

const groundOf = (layer: TextLayer, seen: Beneath | null): string =>
  groundFor(mainColour(layer.fill, useBench.getState().piece), seen);

/** A backing as it begins: its letters can be told from it. */
export const newBacking = (layer: TextLayer, seen: Beneath | null): Backing =>
  makeBacking(groundOf(layer, seen), useBench.getState().piece.section ? 0 : undefined);

/** A frame's look as it begins. */
export const newPanel = (layer: TextLayer, seen: Beneath | null): Panel => ({
  fill: solid(groundOf(layer, seen)),
  opacity: 1,
  stroke: NO_STROKE,
  radius: [0, 0, 0, 0],
  shadows: [],
});
