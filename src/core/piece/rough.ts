// A rough version of slides from their notes: headline and text on one ground colour, in colours that can be told from
// it. It is there to be worked on, and is whole from the first moment.
import { contrastOfHex, rgba } from '../colour/srgb';
import { makeFill } from '../kinds/fill';
import { isText } from '../kinds/layers';
import { marginOf } from '../kinds/common';
import { makeText, type TextLayer } from '../kinds/text';
import type { Colour, Swatch } from '../values/fill';
import { solid } from '../values/made';
import type { FontChoice } from '../values/text';
import type { NewId } from './make';
import type { Piece, Size, Slide } from './schema';

/** What the strictest goal asks of small text: met, every text is Clear on a calm ground. */
const ENOUGH = 7;
const LIGHT = '#ffffff',
  DARK = '#16202a';

/**
 * Ground and ink for a rough version: the first swatch that some other one, or white, or near black can be told from.
 */
export function roughColours(swatches: readonly Swatch[]): { ground: Colour; ink: Colour } {
  const there = swatches.filter((s) => s.colour && rgba(s.colour).a === 1),
    // What the house says is its ground comes first.
    own = [...there.filter((s) => s.role === 'ground'), ...there.filter((s) => s.role !== 'ground')];
  for (const ground of own) {
    const inks: [Colour, string][] = [
      ...own.map((s): [Colour, string] => [{ swatch: s.id }, s.colour!]),
      [LIGHT, LIGHT],
      [DARK, DARK],
    ];
    const best = inks.filter(([, hex]) => contrastOfHex(hex, ground.colour!) >= ENOUGH);
    // White and near white read calmest; among colours the one that stands out most.
    best.sort((a, b) => contrastOfHex(b[1], ground.colour!) - contrastOfHex(a[1], ground.colour!));
    if (best.length) return { ground: { swatch: ground.id }, ink: best[0][0] };
  }
  return { ground: DARK, ink: LIGHT };
}

/** A note as headline and text: up to its first colon, dash or full stop, and what comes after. */
export function headlineOf(note: string): { headline: string; text: string } {
  const line = note.trim().replace(/\s+/g, ' '),
    cut = /^(.{3,80}?)(?:\s*:\s+|\s+[-\u2013\u2014]\s+|([.!?])\s+)(.+)$/u.exec(line);
  return cut
    ? { headline: cut[1] + (cut[2] && cut[2] !== '.' ? cut[2] : ''), text: cut[3] }
    : { headline: line, text: '' };
}

const HEADLINE: FontChoice = { family: 'Archivo', weight: 700, italic: false };

/** Fonts for a rough version: that of the piece's first text, lighter for what is not the headline. */
export function roughFonts(piece: Piece): { headline: FontChoice; text: FontChoice } {
  const headline = piece.slides.flatMap((s) => s.layers).find(isText)?.font ?? HEADLINE;
  return { headline, text: { ...headline, weight: 400 } };
}

/** A text that takes the largest size at which it fits its frame. */
const fitting = (
  id: string,
  words: string,
  size: Size,
  ink: Colour,
  font: FontChoice,
  box: TextLayer['box'],
  [least, most]: [number, number],
): TextLayer => ({
  ...makeText(id, words, size, LIGHT, font),
  fill: solid(ink),
  box,
  grow: false,
  fontSize: most,
  fit: { least, most },
});

/**
 * The piece with a headline and a text on every slide that has a note and no text yet, and a ground on those that have
 * nothing to lie on.
 * @param fonts of headline and text
 */
export function roughVersion(
  piece: Piece,
  fonts: { headline: FontChoice; text: FontChoice },
  newId: NewId,
): { piece: Piece; made: number } {
  const [size] = piece.sizes,
    margin = marginOf(size) * 1.5,
    width = size.width - 2 * margin,
    { ground, ink } = roughColours(piece.swatches),
    // Never smaller than 11 px as people see it.
    smallest = (11 * size.width) / size.shownWidth;
  const box = (y: number, height: number): TextLayer['box'] => ({
    x: Math.round(margin),
    y: Math.round(size.height * y),
    width: Math.round(width),
    height: Math.round(size.height * height),
  });
  let made = 0;
  const slides = piece.slides.map((slide): Slide => {
    if (!slide.note.trim() || slide.layers.some(isText)) return slide;
    made++;
    const { headline, text } = headlineOf(slide.note),
      bare = !slide.layers.some((l) => l.band === 'backdrop'),
      high = Math.min(size.width, size.height * 1.4);
    const layers: Slide['layers'] = [
      ...(bare ? [{ ...makeFill(newId(), DARK, size), fill: solid(ground) }] : []),
      ...slide.layers,
      {
        ...fitting(newId(), headline, size, ink, fonts.headline, box(text ? 0.2 : 0.25, text ? 0.36 : 0.5), [
          Math.max(smallest * 1.6, high * 0.05),
          high * 0.105,
        ]),
        vertical: text ? 'bottom' : 'middle',
      },
      ...(text
        ? [
            {
              ...fitting(newId(), text, size, ink, fonts.text, box(0.59, 0.3), [smallest, high * 0.045]),
              lineHeight: 1.35,
            },
          ]
        : []),
    ];
    return { ...slide, layers };
  });
  return made ? { piece: { ...piece, slides }, made } : { piece, made };
}
