// How controls set what they show.
import type { Layer } from '../../../core/kinds/layers';
import { setIn } from '../../../core/piece/set-in-size';
import type { Override } from '../../../core/values/override';
import { sizeScope } from '../state/size-scope';
import { currentSize, edit, useBench } from '../state/store';
import { change } from './layers';

/** Sets a property of a layer; what may differ between sizes, in those that are meant. Lengths are the base's. */
export const setter =
  <L extends Layer>(layer: L) =>
  <K extends keyof L>(label: string, key: K, merge = true) =>
  (value: L[K]): void =>
    change<L>(label, [layer.id], (l) => void (l[key] = value), merge ? `${String(key)}:${layer.id}` : null);

/** Sets what may differ between sizes, in pixels of the present one. */
export function putBox(layer: Layer, label: string, values: Override): void {
  const s = useBench.getState();
  edit(label, (p) => setIn(p, s.slideId, [layer.id], s.sizeId, values, sizeScope(s)), `place:${label}:${layer.id}`);
}

/** Pixels of the present size to one of the base size: lengths are shown in the one and kept in the other. */
export const useLengthScale = (): number =>
  useBench((s) => {
    const size = currentSize(s),
      base = s.piece.sizes[0];
    return size.id === base.id ? 1 : Math.min(size.width, size.height) / Math.min(base.width, base.height);
  });
