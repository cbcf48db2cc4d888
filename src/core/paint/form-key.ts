// What a layer shows depends on, as a text to compare, derived from the layer as it is painted: one place for all
// caches, so that none forgets what a later property adds.
import type { Box } from '../ground/box';
import { lookKey, type Swatches } from '../values/swatches';

/** Everything of a layer that changes nothing about what it shows, or only where, how strongly and over what. */
const ELSEWHERE = [
  'id',
  'name',
  'band',
  'visible',
  'locked',
  'opacity',
  'blend',
  'anchors',
  'overrides',
  'group',
  'carry',
  'guest',
  'shadows',
];

/**
 * The form of a placed layer: equal keys, equal outlines and colours, wherever it lies.
 * @param there which of the things it is made of have come
 * @param without properties of its kind that do not count
 */
export function formKey(
  layer: { box: Box },
  there: unknown,
  swatches: Swatches,
  without: readonly string[] = [],
): string {
  const { box, ...rest } = layer;
  const own = Object.fromEntries(Object.entries(rest).filter(([k]) => !ELSEWHERE.includes(k) && !without.includes(k)));
  return lookKey([own, box.width, box.height, there], swatches);
}
