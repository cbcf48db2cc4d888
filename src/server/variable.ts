// Fonts with axes become faces that stand still: HarfBuzz pins the axes, so that whatever lays out, paints and measures
// need not know of them.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Axis, axesOf } from '../core/type/sfnt';

/** What of HarfBuzz's subsetter is used; addresses are numbers. */
interface Subsetter {
  memory: WebAssembly.Memory;
  _initialize?(): void;
  malloc(size: number): number;
  free(at: number): void;
  hb_blob_create(data: number, length: number, mode: number, user: number, destroy: number): number;
  hb_blob_destroy(blob: number): void;
  hb_blob_get_data(blob: number, length: number): number;
  hb_blob_get_length(blob: number): number;
  hb_face_create(blob: number, index: number): number;
  hb_face_destroy(face: number): void;
  hb_face_reference_blob(face: number): number;
  hb_subset_input_create_or_fail(): number;
  hb_subset_input_destroy(input: number): void;
  hb_subset_input_keep_everything(input: number): void;
  hb_subset_input_pin_axis_location(input: number, face: number, tag: number, value: number): number;
  hb_subset_or_fail(face: number, input: number): number;
}

let loading: Promise<Subsetter> | null = null;
const subsetter = (): Promise<Subsetter> =>
  (loading ??= (async () => {
    const code = await readFile(
      join(/* turbopackIgnore: true */ process.cwd(), 'node_modules/harfbuzzjs/dist/harfbuzz-subset.wasm'),
    );
    const { instance } = await WebAssembly.instantiate(code);
    const made = instance.exports as unknown as Subsetter;
    made._initialize?.();
    return made;
  })());

const READ_ONLY = 1;
const tagOf = (tag: string): number => [...tag].reduce((n, c) => n * 256 + c.charCodeAt(0), 0);

export interface Instance {
  bytes: Uint8Array;
  weight: number | null;
  italic: boolean | null;
  /** What is added to the family's name: a width. */
  width: '' | ' Condensed' | ' Expanded';
}

/** Places on an axis of width that are worth a family of their own, percent of normal. */
const NARROW = 90;
const WIDE = 110;

/** Where faces are made: every hundred of weight, upright and slanted, in the narrowest and the widest. */
function placesOf(axes: readonly Axis[]): { at: Map<string, number>; like: Omit<Instance, 'bytes'> }[] {
  const axis = (tag: string): Axis | undefined => axes.find((a) => a.tag === tag);
  const wght = axis('wght'),
    wdth = axis('wdth'),
    slant = axis('ital') ?? axis('slnt');
  const weights: (number | null)[] = wght
    ? [100, 200, 300, 400, 500, 600, 700, 800, 900].filter((w) => w >= wght.min && w <= wght.max)
    : [null];
  if (!weights.length) weights.push(wght!.default);
  const widths = wdth
    ? [
        { at: wdth.default, width: '' as const },
        ...(wdth.min < NARROW ? [{ at: wdth.min, width: ' Condensed' as const }] : []),
        ...(wdth.max > WIDE ? [{ at: wdth.max, width: ' Expanded' as const }] : []),
      ]
    : [{ at: null, width: '' as const }];
  const slants = slant
    ? [
        { at: 0, italic: false },
        { at: slant.tag === 'ital' ? slant.max : slant.min, italic: true },
      ]
    : [{ at: null, italic: null }];
  return widths.flatMap((w) =>
    slants.flatMap((s) =>
      weights.map((weight) => {
        const at = new Map(axes.map((a) => [a.tag, a.default]));
        if (weight !== null) at.set('wght', weight);
        if (w.at !== null) at.set('wdth', w.at);
        if (slant && s.at !== null) at.set(slant.tag, s.at);
        return { at, like: { weight, italic: s.italic, width: w.width } };
      }),
    ),
  );
}

/**
 * The faces of a font: itself, or where it has axes one for each place on them that people choose.
 * @throws Error where an axis cannot be pinned
 */
export async function instancesOf(bytes: Uint8Array): Promise<Instance[]> {
  const axes = axesOf(bytes);
  if (!axes.length) return [{ bytes, weight: null, italic: null, width: '' }];
  const hb = await subsetter(),
    at = hb.malloc(bytes.byteLength);
  new Uint8Array(hb.memory.buffer).set(bytes, at);
  const blob = hb.hb_blob_create(at, bytes.byteLength, READ_ONLY, 0, 0),
    face = hb.hb_face_create(blob, 0);
  try {
    return placesOf(axes).map((place) => {
      const input = hb.hb_subset_input_create_or_fail();
      try {
        hb.hb_subset_input_keep_everything(input);
        for (const [tag, value] of place.at)
          if (!hb.hb_subset_input_pin_axis_location(input, face, tagOf(tag), value))
            throw new Error(`its axis "${tag}" cannot be set`);
        const made = hb.hb_subset_or_fail(face, input);
        if (!made) throw new Error('its axes cannot be set');
        const result = hb.hb_face_reference_blob(made),
          length = hb.hb_blob_get_length(result),
          from = hb.hb_blob_get_data(result, 0);
        const own = new Uint8Array(hb.memory.buffer, from, length).slice();
        hb.hb_blob_destroy(result);
        hb.hb_face_destroy(made);
        if (!own.length) throw new Error('its axes cannot be set');
        return { bytes: own, ...place.like };
      } finally {
        hb.hb_subset_input_destroy(input);
      }
    });
  } finally {
    hb.hb_face_destroy(face);
    hb.hb_blob_destroy(blob);
    hb.free(at);
  }
}
