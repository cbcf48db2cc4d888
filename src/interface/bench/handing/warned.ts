// What is warned of before something is handed over, in words, with ways there and ways to mend it. None of it stands
// in the way.
import { useEffect, useState } from 'react';
import { FORMATS } from '../../../core/format/formats';
import type { Extent } from '../../../core/kinds/common';
import { isPhoto, isText } from '../../../core/kinds/layers';
import { suggestedAlternative } from '../../../core/piece/alternative';
import { destinationById } from '../../../core/piece/destinations';
import { slidesOf } from '../../../core/piece/resolve';
import type { Piece } from '../../../core/piece/schema';
import type { OverviewRow } from '../../../core/reading/overview';
import type { Flag, Reading } from '../../../core/reading/read';
import { enlargedPhotos, MOST_ENLARGED } from '../../../core/scene/enlarged';
import { photoExtent } from '../../shared/assets';
import { flagWord } from '../../shared/flags';
import { VERDICT_WORD } from '../../shared/VerdictMark';
import { describeSlides } from '../commands/slides';
import type { Spot } from '../state/store';
import type { Choice } from './choice';

export interface Warning {
  key: string;
  /** What it is about. */
  about: string;
  words: string;
  there?: Spot;
  mend?: { label: string; run: () => void };
}

/** What is handed over. */
export interface Handed {
  /** Ids. */
  slides: readonly string[];
  sizes: readonly string[];
  scale: number;
  /** Of the largest file, where it has been written. */
  bytes: number | null;
}

/** What is no fault of a picture. */
const QUIET: readonly Flag[] = ['empty', 'weak-hover', 'small-target'];

/** What is wrong with a text, in words; none where nothing is. */
function faults(reading: Reading): string[] {
  const { verdict, ratio, needed, flags } = reading;
  return [
    ...(verdict && verdict !== 'clear'
      ? [`${VERDICT_WORD[verdict]}, ${ratio!.toFixed(1)} of ${needed.toFixed(1)}`]
      : []),
    ...flags.filter((f) => !QUIET.includes(f)).map((f) => flagWord(f, reading)),
  ];
}

/** Where something is, where that is not plain. */
const placeWords = (piece: Piece, { slide, size }: Spot, handed: Handed): string =>
  [
    handed.slides.length > 1 ? `slide ${piece.slides.findIndex((s) => s.id === slide) + 1}` : '',
    handed.sizes.length > 1 ? (piece.sizes.find((s) => s.id === size)?.name ?? '') : '',
  ]
    .filter(Boolean)
    .join(', ');

/** @param mend finds just enough for a text that is not Clear */
export function textWarnings(
  piece: Piece,
  rows: readonly OverviewRow[],
  handed: Handed,
  mend: (spot: Spot) => void,
): Warning[] {
  return rows.flatMap(({ slide, size, text, reading }): Warning[] => {
    const wrong = faults(reading),
      layer = piece.slides.flatMap((s) => s.layers).find((l) => l.id === reading.layer);
    if (!wrong.length || !layer || !isText(layer)) return [];
    const there = { slide, size, layer: reading.layer },
      at = placeWords(piece, there, handed);
    return [
      {
        key: `text ${slide} ${size} ${reading.layer}`,
        about: text.slice(0, 40) || layer.name,
        words: wrong.join('; ') + (at ? ` (${at})` : ''),
        there,
        ...(reading.verdict && reading.verdict !== 'clear'
          ? { mend: { label: 'Just enough', run: () => mend(there) } }
          : {}),
      },
    ];
  });
}

/** Photos that are enlarged too far, once what they are made of is known. */
export function usePhotoWarnings(piece: Piece, handed: Handed, set: (some: Partial<Choice>) => void): Warning[] {
  const [extents, setExtents] = useState<ReadonlyMap<string, Extent | null>>(new Map()),
    { scale } = handed,
    slides = slidesOf(piece).filter((s) => handed.slides.includes(s.id)),
    assets = [...new Set(slides.flatMap((s) => s.layers.filter(isPhoto).map((l) => l.asset)))].join(' ');
  useEffect(() => {
    let on = true;
    const known = assets
      .split(' ')
      .filter(Boolean)
      .map(async (id) => [id, await photoExtent(id).catch(() => null)] as const);
    void Promise.all(known).then((all) => on && setExtents(new Map(all)));
    return () => {
      on = false;
    };
  }, [assets]);
  return slides.flatMap((slide) =>
    piece.sizes
      .filter((z) => handed.sizes.includes(z.id))
      .flatMap((size) =>
        enlargedPhotos(piece, slide, size, scale, (asset) => extents.get(asset) ?? null).map(
          ({ layer, times }): Warning => {
            const there = { slide: slide.id, size: size.id, layer: layer.id },
              at = placeWords(piece, there, handed),
              // A scale at which it is enlarged no further than it may be.
              fit = Math.floor(((scale * MOST_ENLARGED) / times) * 20) / 20;
            return {
              key: `photo ${slide.id} ${size.id} ${layer.id}`,
              about: layer.name,
              words: `enlarged ${times.toFixed(1)} times: a larger picture would be sharper${at ? ` (${at})` : ''}`,
              there,
              ...(scale > 1 && fit >= 0.5 ? { mend: { label: `At ${fit}×`, run: () => set({ scale: fit }) } } : {}),
            };
          },
        ),
      ),
  );
}

const inMegabytes = (bytes: number): string =>
  bytes < 1e6 ? `${Math.round(bytes / 1000)} kB` : `${Number((bytes / 1e6).toFixed(1))} MB`;

/** What destinations do not take, and what is not said of slides. */
export function otherWarnings(
  piece: Piece,
  handed: Handed,
  choice: Choice,
  set: (some: Partial<Choice>) => void,
): Warning[] {
  const out: Warning[] = [],
    handedSlides = piece.slides.filter((s) => handed.slides.includes(s.id));
  for (const size of piece.sizes.filter((z) => handed.sizes.includes(z.id))) {
    const to = destinationById(size.destination);
    if (!to) continue;
    if (handedSlides.length > to.slides)
      out.push({
        key: `slides ${size.id}`,
        about: to.name,
        words: `takes ${to.slides === 1 ? 'one slide' : `${to.slides} slides`}; ${handedSlides.length} are handed over`,
      });
    if (handed.bytes !== null && handed.bytes > to.bytes)
      out.push({
        key: `bytes ${size.id}`,
        about: to.name,
        words: `takes at most ${inMegabytes(to.bytes)}; this has ${inMegabytes(handed.bytes)}`,
        ...(FORMATS[choice.format].still
          ? { mend: { label: 'Keep within', run: () => set({ target: to.bytes }) } }
          : {}),
      });
  }
  const silent = handedSlides.filter((s) => !s.alternative.trim());
  if (silent.length)
    out.push({
      key: 'alternative',
      about: 'Alternative text',
      words:
        handedSlides.length === 1 ? 'is missing' : `is missing on ${silent.length} of ${handedSlides.length} slides`,
      ...(silent.some(suggestedAlternative)
        ? { mend: { label: 'Suggest', run: () => describeSlides(silent.map((s) => s.id)) } }
        : {}),
    });
  return out;
}
