// One text or several at once: what they share, and setting it for all of them.
import type { TextLayer } from '../../../core/kinds/text';
import { change } from './layers';

/** What all share; undefined where they differ. */
export function shared<T>(layers: readonly TextLayer[], of: (l: TextLayer) => T): T | undefined {
  const [first, ...rest] = layers.map(of),
    as = JSON.stringify(first);
  return rest.every((v) => JSON.stringify(v) === as) ? first : undefined;
}

/** Changes all of them, one undo step. @param merge what makes changes that follow each other one step; null is none */
export const changeTexts = (
  layers: readonly TextLayer[],
  label: string,
  to: (l: TextLayer) => void,
  merge: string | null = null,
): void =>
  change<TextLayer>(
    label,
    layers.map((l) => l.id),
    to,
    merge && `${merge}:${layers.map((l) => l.id).join()}`,
  );
