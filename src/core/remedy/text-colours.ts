// Suggested text colours: from the photo, the house style and neutrals, ranked by how they read and how they go with
// the picture.
import { hexFromOklab, labOfHex } from '../colour/oklab';
import type { FoundColour } from '../colour/palette';
import { luminance, rgba } from '../colour/srgb';
import { makeTint } from '../kinds/tint';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import type { LetterSamples } from './letter-sample';
import { veilOf } from './veil';

export interface SuggestedColour {
  hex: string;
  /** The swatch of the house style it is, or null. */
  swatch: string | null;
  from: 'photo' | 'house' | 'neutral';
  name: string;
  /** Weakest letter, 1..21, and what it needs. */
  ratio: number;
  needed: number;
  /** 0..1: how well it goes with photo and house style. */
  harmony: number;
  /** The tint it would still need, in whole percent; null where none is enough. 0 where it is Clear as it is. */
  tint: { colour: string; strength: number } | null;
}

interface Candidate extends Pick<SuggestedColour, 'hex' | 'swatch' | 'from' | 'name'> {
  lab: [number, number, number];
}
const chromaOf = (c: readonly number[]): number => Math.hypot(c[1], c[2]);
const hueGap = (a: readonly number[], b: readonly number[]): number => {
  const d = Math.abs(Math.atan2(a[2], a[1]) - Math.atan2(b[2], b[1]));
  return (Math.min(d, 2 * Math.PI - d) * 180) / Math.PI;
};

function candidates(found: readonly FoundColour[], piece: Pick<Piece, 'swatches'>): Candidate[] {
  const all: Candidate[] = [];
  const put = (hex: string, from: Candidate['from'], name: string, swatch: string | null = null): void => {
    const lab = labOfHex(hex);
    // Twins are told once, the one of the house first.
    if (all.every((c) => Math.hypot(c.lab[0] - lab[0], c.lab[1] - lab[1], c.lab[2] - lab[2]) > 0.035))
      all.push({ hex: hex.slice(0, 7), from, name, swatch, lab });
  };
  for (const s of piece.swatches) if (s.colour) put(s.colour, 'house', s.name, s.id);
  put('#ffffff', 'neutral', 'White');
  put('#101418', 'neutral', 'Near black');
  for (const f of found) {
    const [L, a, b] = labOfHex(f.hex),
      name = f.role[0].toUpperCase() + f.role.slice(1);
    put(f.hex, 'photo', name);
    // The same hue as light and as dark as type wants it.
    if (chromaOf([L, a, b]) > 0.02) {
      put(hexFromOklab(0.93, a * 0.5, b * 0.5), 'photo', `${name}, light`);
      put(hexFromOklab(0.26, a * 0.7, b * 0.7), 'photo', `${name}, dark`);
    }
  }
  return all;
}

/** What is of the house goes best; then what has a hue of the photo; strong colours that neither has go worst. */
function harmonyOf(c: Candidate, others: readonly [number, number, number][]): number {
  const base = { house: 1, photo: 0.85, neutral: 0.7 }[c.from];
  const chroma = chromaOf(c.lab),
    coloured = others.filter((o) => chromaOf(o) > 0.03);
  if (chroma < 0.04 || !coloured.length) return base;
  const gap = Math.min(...coloured.map((o) => hueGap(c.lab, o)));
  // Near to a hue of the picture, or opposite to it.
  const near = Math.min(gap, Math.abs(180 - gap));
  return Math.max(0, base - (Math.max(0, near - 30) / 120) * Math.min(1, chroma / 0.12));
}

/**
 * @param samples of the text, as it stands over the slide
 * @param found colours of the photo; none where there is none
 */
export function suggestColours(
  painter: Painter,
  piece: Piece,
  slide: Slide,
  size: Size,
  samples: LetterSamples,
  found: readonly FoundColour[],
  most = 8,
): SuggestedColour[] {
  if (!samples.hasLetters) return [];
  const hues = found.map((f) => labOfHex(f.hex));
  const deep = found.find((f) => f.role === 'deep')?.tint ?? '#101820',
    light = found.findLast((f) => f.role === 'lightest')?.hex ?? '#ffffff';
  const veils = [deep, light].map((hex) => ({
    hex,
    veil: veilOf(painter, piece, slide, size, makeTint('suggested', hex, 1, piece.sizes[0])),
  }));
  const all = candidates(found, piece).map((c): SuggestedColour & { rank: number } => {
    const { r, g, b } = rgba(c.hex),
      ink = luminance(r, g, b),
      { ratio, needed } = samples.withInk(ink),
      harmony = harmonyOf(c, hues);
    const { hex, veil } = veils[ink > 0.22 ? 0 : 1],
      enough = ratio >= needed ? 0 : samples.enough(veil, ink);
    const tint = enough === null ? null : { colour: hex, strength: Math.ceil(enough * 100) };
    // Less treatment first; of those that need none, the better reading and the better company.
    const rank = (tint ? 1 - tint.strength / 100 : -0.5) + 0.25 * Math.min(1.5, ratio / needed) + 0.5 * harmony;
    return { hex: c.hex, swatch: c.swatch, from: c.from, name: c.name, ratio, needed, harmony, tint, rank };
  });
  return all
    .sort((a, b) => b.rank - a.rank)
    .slice(0, most)
    .map(({ rank: _rank, ...c }) => c);
}
