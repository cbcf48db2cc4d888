// What lies in the clipboard: layers with their groups and swatches, or a part of a text with its looks; checked before
// it is pasted.
import { z } from 'zod';
import { type Layer } from '../kinds/layers';
import { type Swatch, SwatchSchema } from '../values/fill';
import { type Span, SpanSchema } from '../values/text';
import { type Group, GroupSchema, LayerSchema } from './schema';

export const LAYERS = 'plavo-layers';
/** Most letters of a text. */
export const MOST_LETTERS = 20_000;

export interface LayersClip {
  layers: Layer[];
  groups: Group[];
  swatches: Swatch[];
}

const all = <T extends z.ZodType>(schema: T, raw: unknown): z.infer<T>[] =>
  Array.isArray(raw) ? raw.flatMap((v) => schema.safeParse(v).data ?? []) : [];
function json(text: string): Record<string, unknown> {
  try {
    const raw: unknown = JSON.parse(text);
    return typeof raw === 'object' && raw !== null ? (raw as Record<string, unknown>) : {};
  } catch {
    return {};
  }
}

/** Layers in a text from the clipboard; what is not valid is left out. Null where it holds none. */
export function layersClip(text: string): LayersClip | null {
  const raw = json(text);
  if (raw.format !== LAYERS) return null;
  const layers = all(LayerSchema, raw.layers);
  return layers.length
    ? { layers, groups: all(GroupSchema, raw.groups), swatches: all(SwatchSchema, raw.swatches) }
    : null;
}

/** A part of a text with its looks, or null. */
export function textClip(text: string): { text: string; spans: Span[] } | null {
  const r = z.object({ text: z.string().max(MOST_LETTERS), spans: z.array(SpanSchema) }).safeParse(json(text));
  return r.success ? r.data : null;
}
