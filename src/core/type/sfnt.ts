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
  if (![0x00010000, 0x4f54544f, 0x74727565].includes(signature))
    throw new Error('it is none of TTF, OTF, TTC, WOFF and WOFF2');
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

/** OS/2 fsType, its lowest four bits: 2 is a font that must not go along in a file (OpenType 1.9, OS/2). */
const RESTRICTED = 2;

/** May a font go along in a file? One that does not say may. */
export function mayGoAlong(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength),
    os2 = tablesOf(view).get('OS/2');
  return !os2 || os2.length < 10 || (view.getUint16(os2.offset + 8) & 0xf) !== RESTRICTED;
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

const COLLECTION = 0x74746366;
/** Most faces that are taken of a collection. */
const MOST_FACES = 64;

/**
 * The fonts of a collection (TTC, OTC), each as a file of its own; a font by itself as it is.
 * @param most bytes of all of them together
 * @throws Error where it is damaged, or holds too much
 */
export function facesOf(bytes: Uint8Array, most: number): Uint8Array[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.byteLength < 16 || view.getUint32(0) !== COLLECTION) return [bytes];
  const count = view.getUint32(8);
  if (count === 0 || 12 + count * 4 > bytes.byteLength) throw new Error('it is cut short');
  if (count > MOST_FACES) throw new Error(`it holds ${count} fonts; at most ${MOST_FACES} are taken`);
  let sum = 0;
  return Array.from({ length: count }, (_, i) => {
    const at = view.getUint32(12 + i * 4);
    if (at + 12 > bytes.byteLength) throw new Error('it is cut short');
    const tables = view.getUint16(at + 4),
      head = 12 + tables * 16;
    if (tables === 0 || at + head > bytes.byteLength) throw new Error('it is cut short');
    const parts = Array.from({ length: tables }, (_unused, n) => {
      const record = at + 12 + n * 16;
      return { record, offset: view.getUint32(record + 8), length: view.getUint32(record + 12) };
    });
    const padded = (n: number): number => Math.ceil(n / 4) * 4,
      size = parts.reduce((s, p) => s + padded(p.length), head);
    if ((sum += size) > most) throw new Error('its fonts are too large together');
    const out = new Uint8Array(size),
      to = new DataView(out.buffer);
    out.set(bytes.subarray(at, at + 12));
    let next = head;
    parts.forEach(({ record, offset, length }, n) => {
      if (offset + length > bytes.byteLength) throw new Error('it is cut short, or its tables lie outside the file');
      out.set(bytes.subarray(record, record + 8), 12 + n * 16);
      to.setUint32(12 + n * 16 + 8, next);
      to.setUint32(12 + n * 16 + 12, length);
      out.set(bytes.subarray(offset, offset + length), next);
      next += padded(length);
    });
    return out;
  });
}

export interface Axis {
  tag: string;
  min: number;
  default: number;
  max: number;
}

/** The axes of a variable font (OpenType, fvar); none of a plain one. @throws Error where they are damaged */
export function axesOf(bytes: Uint8Array): Axis[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength),
    table = tablesOf(view).get('fvar');
  if (!table || table.length < 16) return [];
  const from = view.getUint16(table.offset + 4),
    count = view.getUint16(table.offset + 8),
    size = view.getUint16(table.offset + 10);
  if (size < 20 || from + count * size > table.length || count > 64) throw new Error('its axes are damaged');
  return Array.from({ length: count }, (_, i) => {
    const at = table.offset + from + i * size,
      fixed = (o: number): number => view.getInt32(at + o) / 65536;
    return {
      tag: String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3)),
      min: fixed(4),
      default: fixed(8),
      max: fixed(12),
    };
  });
}
