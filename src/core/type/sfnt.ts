// What a font file says of itself (OpenType 1.9: table directory, head, name, OS/2), read with every offset checked.

export interface SfntFacts {
  family: string;
  weight: number;
  italic: boolean;
}

const NEEDED = ['cmap', 'head', 'hhea', 'hmtx', 'maxp'];

/** Tables by name: where each lies. @throws Error where the directory is cut short or points outside the file */
function tablesOf(view: DataView): Map<string, { offset: number; length: number }> {
  const signature = view.byteLength >= 12 ? view.getUint32(0) : 0;
  if (signature === 0x74746366) throw new Error('it is a collection of several fonts; add them one by one');
  if (![0x00010000, 0x4f54544f, 0x74727565].includes(signature))
    throw new Error('it is none of TTF, OTF, WOFF and WOFF2');
  const n = view.getUint16(4);
  if (n === 0 || 12 + n * 16 > view.byteLength) throw new Error('it is cut short');
  const tables = new Map<string, { offset: number; length: number }>();
  for (let i = 0; i < n; i++) {
    const at = 12 + i * 16,
      tag = String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));
    const offset = view.getUint32(at + 8),
      length = view.getUint32(at + 12);
    if (offset + length > view.byteLength) throw new Error('it is cut short, or its tables lie outside the file');
    tables.set(tag, { offset, length });
  }
  return tables;
}

/** A string of the name table: the typographic name where there is one. */
function nameOf(
  view: DataView,
  table: { offset: number; length: number } | undefined,
  ids: readonly number[],
): string | null {
  if (!table || table.length < 6) return null;
  const count = view.getUint16(table.offset + 2),
    strings = table.offset + view.getUint16(table.offset + 4),
    end = table.offset + table.length;
  for (const id of ids)
    for (let i = 0; i < count; i++) {
      const at = table.offset + 6 + i * 12;
      if (at + 12 > end) break;
      if (view.getUint16(at + 6) !== id) continue;
      const platform = view.getUint16(at),
        length = view.getUint16(at + 8),
        from = strings + view.getUint16(at + 10);
      if (from + length > end || length === 0) continue;
      let text = '';
      if (platform === 1) for (let k = 0; k < length; k++) text += String.fromCharCode(view.getUint8(from + k));
      else for (let k = 0; k + 1 < length; k += 2) text += String.fromCharCode(view.getUint16(from + k));
      text = text.replace(/[\p{Cc}]/gu, '').trim();
      if (text) return text;
    }
  return null;
}

/**
 * Family, weight and slope of a TTF or OTF file.
 * @throws Error that says in words what is wrong with the file
 */
export function sfntFacts(bytes: Uint8Array): SfntFacts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength),
    tables = tablesOf(view);
  for (const tag of NEEDED) if (!tables.has(tag)) throw new Error(`its table "${tag}" is missing`);
  if (!['glyf', 'CFF ', 'CFF2'].some((t) => tables.has(t))) throw new Error('it holds no outlines');
  const os2 = tables.get('OS/2'),
    style = nameOf(view, tables.get('name'), [17, 2]) ?? '';
  const weight =
    os2 && os2.length >= 64
      ? view.getUint16(os2.offset + 4)
      : /black|heavy/i.test(style)
        ? 900
        : /bold/i.test(style)
          ? 700
          : /light/i.test(style)
            ? 300
            : 400;
  const italic = os2 && os2.length >= 64 ? (view.getUint16(os2.offset + 62) & 1) === 1 : /italic|oblique/i.test(style);
  return {
    family: (nameOf(view, tables.get('name'), [16, 1]) ?? 'Unnamed font').slice(0, 90),
    weight: Math.min(900, Math.max(100, Math.round((weight < 10 ? weight * 100 : weight) / 100) * 100)),
    italic,
  };
}
