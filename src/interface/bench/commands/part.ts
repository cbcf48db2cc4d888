// What is marked in a text gets a look of its own; with nothing marked, or outside the editor, the whole text changes.
import type { Layer } from '../../../core/kinds/layers';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { changeLayers } from '../../../core/piece/edits';
import { faceFor } from '../../../core/type/catalogue';
import { looksOf, type PartKey, type ResolvedLook, sharedLook, withPartLook } from '../../../core/type/spans';
import { familiesKnown } from '../state/fonts';
import { edit, useBench } from '../state/store';
import { useLengthScale } from './setter';
import { changeTexts, shared } from './texts';

export type Range = { from: number; to: number };

/** Lays a look on a part; undefined gives the part back the text's own. */
export function setPart(
  id: string,
  { from, to }: Range,
  label: string,
  look: Partial<Record<PartKey, unknown>>,
  merge = true,
): void {
  const s = useBench.getState();
  edit(
    label,
    (p) =>
      changeLayers(
        p,
        s.slideId,
        [id],
        (l: Layer) => void (isText(l) && (l.spans = withPartLook(l.spans, from, to, look, l.text.length))),
      ),
    merge ? `part:${Object.keys(look).join()}:${id}:${from}` : null,
  );
}

const isBold = (weight: number): boolean => weight >= 600;

/** Bold, italic or underlined, or back again where all of it is. */
export function togglePart(layer: TextLayer, key: 'b' | 'i' | 'u', range: Range): void {
  if (key === 'u') {
    setPart(
      layer.id,
      range,
      'Underline',
      { underline: sharedLook(layer, range.from, range.to, 'underline') !== true },
      false,
    );
    return;
  }
  // Each run keeps its family; only weight or slope changes.
  const runs = looksOf(layer).filter((r) => r.start < range.to && r.end > range.from);
  const all = runs.every((r) => (key === 'b' ? isBold(r.look.font.weight) : r.look.font.italic));
  const s = useBench.getState();
  edit(key === 'b' ? 'Bold' : 'Italic', (p) =>
    changeLayers(p, s.slideId, [layer.id], (l) => {
      if (!isText(l)) return;
      for (const r of runs) {
        const { font } = r.look,
          face = faceFor(
            font.family,
            key === 'b' ? (all ? 400 : 700) : font.weight,
            key === 'i' ? !all : font.italic,
            familiesKnown(),
          );
        l.spans = withPartLook(
          l.spans,
          Math.max(r.start, range.from),
          Math.min(r.end, range.to),
          { font: { family: font.family, weight: face.weight, italic: face.italic } },
          l.text.length,
        );
      }
    }),
  );
}

export interface PartOf {
  /** What is marked, or null for the whole text. */
  range: Range | null;
  /** The value all of it shares; undefined where it is mixed. */
  get: <K extends keyof ResolvedLook>(key: K) => ResolvedLook[K] | undefined;
  /** Sets a property of what is marked, or of the whole text. Lengths are those of the base size. */
  set: <K extends PartKey>(label: string, key: K, merge?: boolean) => (value: ResolvedLook[K]) => void;
}

/** What controls work on: the marked part of a text, or one text or several as a whole. */
export function usePart(layers: readonly TextLayer[]): PartOf {
  const [layer] = layers;
  const marked = useBench((s) =>
    layers.length === 1 && s.editing === layer.id && s.range && s.range.to > s.range.from ? s.range : null,
  );
  const k = useLengthScale();
  const { from, to } = marked ?? { from: 0, to: layer.text.length };
  return {
    range: marked,
    get: (key) =>
      (marked
        ? sharedLook(layer, from, to, key)
        : key === 'fill'
          ? null
          : shared(layers, (l) => l[key as keyof TextLayer])) as never,
    set:
      (label, key, merge = true) =>
      (value) => {
        if (marked)
          setPart(layer.id, marked, label, { [key]: key === 'fontSize' ? (value as number) / k : value }, merge);
        else changeTexts(layers, label, (l) => void Object.assign(l, { [key]: value }), merge ? key : null);
      },
  };
}
