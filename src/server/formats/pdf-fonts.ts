// Fonts of a PDF: those that letters are set in, cut down to their glyphs, with what each glyph says.
import { compose } from '../../core/ground/transform';
import type { VectorLetters } from '../../core/paint/vectors';
import { type GlyphSource, isFont, type LoadedFont } from '../../core/type/font';
import type { Document, Ref } from './pdf-objects';

/** What of an embedded font is used beside its own layout: glyphs are placed as the core has placed them. */
interface Embedded {
  ref(): Ref;
  subset: { includeGlyph(glyph: number): number };
  font: { getGlyph(glyph: number): { advanceWidth: number } };
  scale: number;
  widths: number[];
  unicode: number[][];
}

export class PdfFonts {
  private readonly known = new Map<LoadedFont, Embedded | null>();

  /** @param bytes of the fonts that letters may be set in; those that are not there leave outlines */
  constructor(
    private readonly document: Document,
    private readonly bytes: ReadonlyMap<LoadedFont, Uint8Array>,
  ) {}

  private of(font: GlyphSource): Embedded | null {
    if (!isFont(font)) return null;
    let found = this.known.get(font);
    if (found === undefined) {
      const bytes = this.bytes.get(font);
      found = null;
      if (bytes)
        try {
          this.document.font(Buffer.from(bytes));
          found = (this.document as unknown as { _font: Embedded })._font;
        } catch {
          // What cannot be embedded leaves outlines.
        }
      this.known.set(font, found);
    }
    return found;
  }

  /** Can all letters be set? */
  has = ({ letters }: VectorLetters): boolean => letters.every((l) => l.glyphs.every((g) => this.of(g.font)));

  /**
   * Letters as content: each glyph where it lies, all laid down as one (9.3.8).
   * @param name of a font among the resources @returns null where a font is not there
   */
  written({ letters, text, t }: VectorLetters, name: (font: Ref) => string): string | null {
    const out: string[] = [];
    let before = '';
    for (const { start, end, glyphs, size } of letters)
      for (const [i, g] of glyphs.entries()) {
        const font = this.of(g.font);
        if (!font) return null;
        const id = font.subset.includeGlyph(g.glyph);
        font.widths[id] ??= font.font.getGlyph(g.glyph).advanceWidth * font.scale;
        // The first glyph of a letter says all of it.
        font.unicode[id] ??= i === 0 ? [...text.slice(start, end)].map((c) => c.codePointAt(0)!) : [];
        const set = `/${name(font.ref())} ${size} Tf`;
        if (set !== before) out.push((before = set));
        const m = compose(t, [1, 0, 0, -1, g.x, g.y]);
        out.push(
          `${m.map((v) => String(Number(v.toPrecision(8)))).join(' ')} Tm <${id.toString(16).padStart(4, '0')}> Tj`,
        );
      }
    return out.length ? `BT\n${out.join('\n')}\nET` : null;
  }
}
