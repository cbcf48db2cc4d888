// Loaded font faces: HarfBuzz objects, metrics and glyph outlines, kept once for each face.
import * as hb from 'harfbuzzjs';
import { type ColourLayer, colourLayers } from './colour-glyphs';
import { EMOJI_FACE, type Face, faceFor, fallbacksFor, FAMILIES, type Family } from './catalogue';

/**
 * Outline commands in font units, y up: 0 move x y, 1 line x y, 2 quadratic x1 y1 x y, 3 cubic x1 y1 x2 y2 x y, 4
 * close.
 */
export type Outline = Float64Array;

/** Gives outlines of glyphs. */
export interface GlyphSource {
  face: Face;
  unitsPerEm: number;
  /** Of a glyph in colours that of all its layers. */
  outline(glyph: number): Outline;
  /** What a glyph in colours is painted of, from the lowest; null where it has none of its own. */
  layers(glyph: number): readonly ColourLayer[] | null;
}

export interface LoadedFont extends GlyphSource {
  hbFont: hb.Font;
  /** In em, upwards positive; descent is positive downwards. */
  ascent: number;
  descent: number;
  capHeight: number;
  xHeight: number;
  /** Top edge below the baseline and thickness, in em. */
  underline: { below: number; thickness: number };
  has(codePoint: number): boolean;
  /** Horizontal extent of a glyph's ink in font units; null without ink. */
  extent(glyph: number): { left: number; right: number } | null;
}

/** Is it a font, and not letters that were traced? */
export const isFont = (source: GlyphSource): source is LoadedFont => 'hbFont' in source;

const ARGUMENTS: Record<string, [number, number]> = { M: [0, 2], L: [1, 2], Q: [2, 4], C: [3, 6], Z: [4, 0] };

/**
 * Makes a face usable.
 * @param bytes the whole TTF or OTF file
 * @throws Error where the bytes are no font
 */
export function loadFont(face: Face, bytes: Uint8Array): LoadedFont {
  const hbFace = new hb.Face(new hb.Blob(bytes));
  const os2 = hbFace.referenceTable('OS/2');
  const unicodes = new Set(hbFace.collectUnicodes());
  if (!unicodes.size || !hbFace.upem) throw new Error(`${face.id} is not a usable font`);
  const hbFont = new hb.Font(hbFace);
  const unitsPerEm = hbFace.upem;
  const extents = hbFont.hExtents();
  const layers = colourLayers(hbFace.referenceTable('COLR'), hbFace.referenceTable('CPAL'));
  const outlines = new Map<number, Outline>();
  const outline = (glyph: number): Outline => {
    let o = outlines.get(glyph);
    if (!o) {
      const flat: number[] = [];
      // A layer names a plain glyph.
      for (const g of layers(glyph)?.map((l) => l.glyph) ?? [glyph])
        for (const { type, values } of hbFont.glyphToJson(g)) {
          const [code, count] = ARGUMENTS[type];
          flat.push(code, ...values.slice(0, count));
        }
      outlines.set(glyph, (o = Float64Array.from(flat)));
    }
    return o;
  };
  const inkOf = (glyph: number): { left: number; right: number } | null => {
    const g = hbFont.glyphExtents(glyph);
    return g && g.width !== 0
      ? { left: Math.min(g.xBearing, g.xBearing + g.width), right: Math.max(g.xBearing, g.xBearing + g.width) }
      : null;
  };
  const inkExtents = new Map<number, { left: number; right: number } | null>();
  const extent = (glyph: number): { left: number; right: number } | null => {
    let e = inkExtents.get(glyph);
    if (e === undefined) {
      const all = (layers(glyph)?.map((l) => l.glyph) ?? [glyph]).flatMap((g) => inkOf(g) ?? []);
      e = all.length
        ? { left: Math.min(...all.map((x) => x.left)), right: Math.max(...all.map((x) => x.right)) }
        : null;
      inkExtents.set(glyph, e);
    }
    return e;
  };
  // OpenType post: underlinePosition (top edge, y up) at 8, underlineThickness at 10.
  const post = hbFace.referenceTable('post');
  const posted = post && post.byteLength >= 12 ? new DataView(post.buffer, post.byteOffset, post.byteLength) : null;
  const thickness = posted ? posted.getInt16(10) / unitsPerEm : 0;
  const below = posted ? -posted.getInt16(8) / unitsPerEm : 0;
  // OpenType OS/2 version 2 and later: sxHeight at 86, sCapHeight at 88.
  const view = os2 && os2.byteLength >= 90 ? new DataView(os2.buffer, os2.byteOffset, os2.byteLength) : null;
  const top = (letter: string, otherwise: number) => {
    const g = hbFont.nominalGlyph(letter.codePointAt(0)!);
    const e = g === undefined ? undefined : hbFont.glyphExtents(g);
    return e ? e.yBearing / unitsPerEm : otherwise;
  };
  return {
    face,
    hbFont,
    unitsPerEm,
    ascent: extents.ascender / unitsPerEm,
    descent: -extents.descender / unitsPerEm,
    capHeight: view && view.getInt16(88) > 0 ? view.getInt16(88) / unitsPerEm : top('H', 0.7),
    xHeight: view && view.getInt16(86) > 0 ? view.getInt16(86) / unitsPerEm : top('x', 0.5),
    underline: {
      below: below > 0 && below < 0.5 ? below : 0.1,
      thickness: thickness > 0 && thickness < 0.3 ? thickness : 0.06,
    },
    has: (c) => unicodes.has(c),
    outline,
    layers,
    extent,
  };
}

/** Where the bytes of a face come from: the network in a browser, the disk on a server. */
export type FontSource = (face: Face) => Promise<Uint8Array>;

const IGNORABLE = /[\s\u200b-\u200f\u202a-\u202e\u2060-\u2069\ufe00-\ufe0f\ufeff\p{Cc}]/u;

/** Faces by need. Layout is synchronous, so `ensure` must have been awaited for a text before it is laid out. */
export class FontStore {
  private readonly loaded = new Map<string, LoadedFont>();
  private readonly loading = new Map<string, Promise<void>>();
  /** Families beyond those that ship: the campaign's own. */
  private own: readonly Family[] = [];
  /** Counts whatever changes how texts are laid out: families that came or went, faces that were loaded. */
  generation = 0;

  /** @param source bytes of a face, whole */
  constructor(readonly source: FontSource) {}

  /** Makes families of one's own known. */
  register(families: readonly Family[]): void {
    if (JSON.stringify(families) === JSON.stringify(this.own)) return;
    this.own = families;
    this.generation++;
  }

  get families(): readonly Family[] {
    return [...FAMILIES, ...this.own];
  }

  knows(family: string): boolean {
    return FAMILIES.some((f) => f.name === family) || this.own.some((f) => f.name === family);
  }

  /**
   * Loads the face and, where it lacks letters of a text, those fallbacks that have them.
   * @param whole what it is a part of
   */
  async ensure(choice: { family: string; weight: number; italic: boolean }, text: string, whole = text): Promise<void> {
    const faces = this.chain(choice, whole);
    let missing = [...new Set(text)].filter((c) => !IGNORABLE.test(c)).map((c) => c.codePointAt(0)!);
    for (const [i, face] of faces.entries()) {
      const emoji = face.id === EMOJI_FACE;
      // Emoji are taken from their own family though another has them in one colour.
      if (i > 0 && missing.length === 0 && !emoji) continue;
      await this.load(face);
      const font = this.loaded.get(face.id)!;
      missing = missing.filter((c) => !font.has(c));
    }
  }

  /**
   * The faces to try for a choice: the chosen one first, then those that the text may need and that are loaded.
   * @param text all of it, of which parts may be set otherwise
   */
  fonts(choice: { family: string; weight: number; italic: boolean }, text: string): LoadedFont[] {
    return this.chain(choice, text).flatMap((f) => this.loaded.get(f.id) ?? []);
  }

  private chain({ family, weight, italic }: { family: string; weight: number; italic: boolean }, text: string): Face[] {
    return [
      faceFor(family, weight, italic, this.families),
      ...fallbacksFor(text).map((f) => faceFor(f, weight, italic)),
    ].filter((f, i, all) => all.findIndex((g) => g.id === f.id) === i);
  }

  private load(face: Face): Promise<void> {
    if (this.loaded.has(face.id)) return Promise.resolve();
    let p = this.loading.get(face.id);
    if (!p) {
      p = this.source(face)
        .then((bytes) => {
          this.loaded.set(face.id, loadFont(face, bytes));
          this.generation++;
        })
        // Whether it did not come or was no font: it is tried again the next time.
        .finally(() => this.loading.delete(face.id));
      this.loading.set(face.id, p);
    }
    return p;
  }
}
