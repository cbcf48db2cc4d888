// Glyphs in colours: layers of plain glyphs, each in a colour of a palette (OpenType, COLR version 0 and CPAL).
import { toHex } from '../colour/srgb';

export interface ColourLayer {
  /** A plain glyph. */
  glyph: number;
  /** Hex with alpha; null is the colour of the text. */
  colour: string | null;
}

/** The palette entry that stands for the colour of the text. */
const TEXT_COLOUR = 0xffff;
const NONE = (): null => null;

/**
 * Reads the two tables; where one is missing, damaged or of another version no glyph has colours.
 * @returns what gives the layers of a glyph, from the lowest, or null where it has none
 */
export function colourLayers(
  colr: Uint8Array | null | undefined,
  cpal: Uint8Array | null | undefined,
): (glyph: number) => readonly ColourLayer[] | null {
  if (!colr || !cpal || colr.byteLength < 14 || cpal.byteLength < 14) return NONE;
  const c = new DataView(colr.buffer, colr.byteOffset, colr.byteLength),
    p = new DataView(cpal.buffer, cpal.byteOffset, cpal.byteLength);
  try {
    if (c.getUint16(0) !== 0) return NONE;
    const bases = c.getUint16(2),
      basesAt = c.getUint32(4),
      layersAt = c.getUint32(8),
      all = c.getUint16(12);
    const entries = p.getUint16(2),
      coloursAt = p.getUint32(8),
      first = p.getUint16(12);
    const palette = Array.from({ length: entries }, (_, i) => {
      const at = coloursAt + (first + i) * 4;
      return toHex(p.getUint8(at + 2), p.getUint8(at + 1), p.getUint8(at), p.getUint8(at + 3) / 255);
    });
    const of = new Map<number, readonly ColourLayer[]>();
    for (let i = 0; i < bases; i++) {
      const at = basesAt + i * 6,
        from = c.getUint16(at + 2),
        count = c.getUint16(at + 4);
      if (from + count > all) return NONE;
      of.set(
        c.getUint16(at),
        Array.from({ length: count }, (_, n) => {
          const l = layersAt + (from + n) * 4,
            entry = c.getUint16(l + 2);
          return { glyph: c.getUint16(l), colour: entry === TEXT_COLOUR ? null : (palette[entry] ?? null) };
        }),
      );
    }
    return (glyph) => of.get(glyph) ?? null;
  } catch (e) {
    if (e instanceof RangeError) return NONE;
    throw e;
  }
}
