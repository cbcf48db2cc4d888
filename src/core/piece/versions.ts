// Versions of a piece: which of them are listed, what differs between two, and taking one layer from an earlier one.
import type { Layer } from '../kinds/layers';
import { BANDS } from '../values/plain';
import { swatchesOf } from '../values/swatches';
import type { Group, Piece, Slide } from './schema';

const HOUR = 3_600_000,
  DAY = 24 * HOUR;

/**
 * Of versions, the newest first, those that are listed: all of the last hour, the last of each hour of the last day,
 * the last of each day before; and always those that have a name, or are the other side of a conflict.
 * @param now ms since 1970
 */
export function listedVersions<V extends { savedAt: string; kind: string; name: string | null }>(
  versions: readonly V[],
  now: number,
): V[] {
  const seen = new Set<string>();
  return versions.filter((v, i) => {
    const at = Date.parse(v.savedAt),
      age = now - at,
      span = age <= HOUR ? null : age <= DAY ? `h${Math.floor(at / HOUR)}` : `d${Math.floor(at / DAY)}`,
      first = span === null || !seen.has(span);
    // What is listed anyway does not stand for its hour.
    if (v.name !== null || v.kind === 'refused') return true;
    if (span !== null) seen.add(span);
    return first || i === 0;
  });
}

/** Something that a version has and the present does not, or has otherwise. */
export interface Difference {
  slide: string;
  /** Null for the whole slide, which is gone. */
  layer: string | null;
  name: string;
  kind: 'changed' | 'gone';
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** What of a version could be taken into the present piece: layers from top to bottom, slide by slide. */
export const differences = (now: Piece, then: Piece): Difference[] =>
  then.slides.flatMap((slide, n): Difference[] => {
    const here = now.slides.find((s) => s.id === slide.id);
    if (!here) return [{ slide: slide.id, layer: null, name: `Slide ${n + 1}`, kind: 'gone' }];
    return [...slide.layers].reverse().flatMap((layer): Difference[] => {
      const own = here.layers.find((l) => l.id === layer.id);
      if (own && same(own, layer)) return [];
      return [{ slide: slide.id, layer: layer.id, name: layer.name, kind: own ? 'changed' : 'gone' }];
    });
  });

/** Groups that a layer lies in and a slide does not have. */
function groupsFor(layer: Layer, from: Slide, to: Slide): Group[] {
  const out: Group[] = [];
  for (let id = layer.group; id !== null;) {
    const group = from.groups.find((g) => g.id === id);
    if (!group || to.groups.some((g) => g.id === id)) break;
    out.push(group);
    id = group.within;
  }
  return out;
}

/** The piece with swatches that something is linked to, where it has them no more: as its own, not the house's. */
const withSwatches = (now: Piece, then: Piece, layers: readonly Layer[]): Piece => {
  const wanted = new Set(layers.flatMap((l) => [...swatchesOf(l)])),
    missing = then.swatches.filter((s) => wanted.has(s.id) && !now.swatches.some((x) => x.id === s.id));
  return missing.length
    ? { ...now, swatches: [...now.swatches, ...missing.map((s) => ({ ...s, house: false }))] }
    : now;
};

/** Without what it was in sizes that are there no more. */
const inSizesOf = (layer: Layer, { sizes }: Piece): Layer => {
  const known = Object.entries(layer.overrides).filter(([id]) => sizes.some((s) => s.id === id));
  return known.length === Object.keys(layer.overrides).length
    ? layer
    : { ...layer, overrides: Object.fromEntries(known) };
};

/**
 * The present piece with a layer as a version had it: in its place where it is still there, else above what it lay
 * above. The piece as it is where there is nothing to take.
 */
export function takenFrom(
  now: Piece,
  then: Piece,
  { slide: slideId, layer: id }: Pick<Difference, 'slide' | 'layer'>,
): Piece {
  const from = then.slides.find((s) => s.id === slideId),
    at = now.slides.findIndex((s) => s.id === slideId);
  if (!from) return now;
  if (id === null) {
    if (at >= 0) return now;
    const slide = { ...from, layers: from.layers.map((l) => inSizesOf(l, now)) },
      before = then.slides.slice(0, then.slides.indexOf(from)).map((s) => s.id),
      to = now.slides.findLastIndex((s) => before.includes(s.id)) + 1;
    return withSwatches({ ...now, slides: now.slides.toSpliced(to, 0, slide) }, then, slide.layers);
  }
  const found = from.layers.find((l) => l.id === id),
    slide = now.slides[at];
  if (!found || !slide) return now;
  const groups = [...slide.groups, ...groupsFor(found, from, slide)],
    grouped = found.group === null || groups.some((g) => g.id === found.group),
    layer = inSizesOf(grouped ? found : { ...found, group: null }, now),
    layers = slide.layers.some((l) => l.id === id && l.band === layer.band)
      ? slide.layers.map((l) => (l.id === id ? layer : l))
      : inserted(
          slide.layers.filter((l) => l.id !== id),
          layer,
          from,
        ),
    slides = now.slides.map((s) => (s === slide ? { ...s, layers, groups } : s));
  return withSwatches({ ...now, slides }, then, [layer]);
}

/** Layers with one more, right above what it lay above, within its band. */
function inserted(layers: readonly Layer[], layer: Layer, from: Slide): Layer[] {
  const below = from.layers
      .slice(
        0,
        from.layers.findIndex((l) => l.id === layer.id),
      )
      .map((l) => l.id),
    band = BANDS.indexOf(layer.band),
    bandStart = layers.findIndex((l) => BANDS.indexOf(l.band) >= band),
    start = bandStart < 0 ? layers.length : bandStart,
    above = layers.findLastIndex((l) => l.band === layer.band && below.includes(l.id));
  return [...layers].toSpliced(above < 0 ? start : above + 1, 0, layer);
}
