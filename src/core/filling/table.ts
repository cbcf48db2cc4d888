// Tables of words, photos and colours that fill a template many times: read from CSV as spreadsheets write it, or
// pasted, and matched to the places of the template.
import Papa from 'papaparse';
import { type Place, placesOf } from '../piece/roles';
import type { Piece } from '../piece/schema';
import { usesOf } from '../piece/swatches';
import type { Filling } from './fill';
import type { FillPicture } from './picture';

/** Rows of one batch. */
export const MOST_ROWS = 2000;
const MOST_COLUMNS = 100,
  LONGEST_CELL = 2000;

export interface Table {
  columns: string[];
  /** As many cells each as there are columns. */
  rows: string[][];
  /** What was read otherwise than it stood there, in words. */
  notes: string[];
}

/** Bytes as text: by their mark, else UTF-8, else as Western spreadsheets write (Windows-1252). */
export function textOf(bytes: Uint8Array): string {
  const mark = (...b: number[]): boolean => b.every((v, i) => bytes[i] === v);
  if (mark(0xff, 0xfe)) return new TextDecoder('utf-16le').decode(bytes);
  if (mark(0xfe, 0xff)) return new TextDecoder('utf-16be').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

const many = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/**
 * A table whose first row names its columns; commas, semicolons, tabs or bars part them. Formulas are words.
 * @throws RangeError in words, where there is no table in it or it is too large
 */
export function tableFrom(text: string): Table {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\ufeff/, ''), {
      delimitersToGuess: [',', ';', '\t', '|'],
      skipEmptyLines: 'greedy',
    }),
    notes: string[] = [];
  const [first, ...rest] = data;
  if (!first || !first.some((c) => c.trim()))
    throw new RangeError('There is no table in it: its first row names the columns.');
  if (!rest.length) throw new RangeError('It has a row of names and no row below it.');
  if (first.length > MOST_COLUMNS)
    throw new RangeError(
      `It has ${first.length} columns: at most ${MOST_COLUMNS} are read. Is it parted by commas, semicolons or tabs?`,
    );
  if (rest.length > MOST_ROWS)
    throw new RangeError(
      `It has ${rest.length.toLocaleString('en-GB')} rows: at most ${MOST_ROWS.toLocaleString('en-GB')} are made at once. Part it into several tables.`,
    );
  const open = errors.filter((e) => e.type === 'Quotes');
  if (open.length)
    notes.push(
      `A quotation mark in row ${(open[0].row ?? 0) + 1} is not closed as it should be: look at what was read from there on.`,
    );
  const width = first.length,
    seen = new Map<string, number>(),
    columns = first.map((c, i) => {
      const name = c.trim().slice(0, 80) || `Column ${i + 1}`,
        n = (seen.get(name) ?? 0) + 1;
      seen.set(name, n);
      return n > 1 ? `${name} ${n}` : name;
    });
  const uneven = rest.filter((r) => r.length !== width).length;
  if (uneven)
    notes.push(
      `${many(uneven, 'row')} ${uneven === 1 ? 'has' : 'have'} more or fewer cells than there are columns: what is missing is empty.`,
    );
  let cut = 0,
    formulas = 0;
  const rows = rest.map((r) =>
    columns.map((_, i) => {
      const cell = (r[i] ?? '').trim();
      if (cell.length > LONGEST_CELL) cut++;
      if (/^[=@]\S/.test(cell)) formulas++;
      return cell.slice(0, LONGEST_CELL);
    }),
  );
  if (cut)
    notes.push(`${many(cut, 'cell')} ${cut === 1 ? 'is' : 'are'} longer than ${LONGEST_CELL} letters and cut there.`);
  if (formulas)
    notes.push(
      `${many(formulas, 'cell')} ${formulas === 1 ? 'looks' : 'look'} like a formula: it is taken as words, nothing is calculated.`,
    );
  return { columns, rows, notes };
}

/** What a column can fill: a place, or a colour that the template uses. */
export interface Target {
  /** `swatch:` and its id for a colour; else the key of a place. */
  key: string;
  name: string;
  kind: 'words' | 'picture' | 'colour';
}
const SWATCH = 'swatch:';

/** Everything of a template that a column can fill. */
export const targetsOf = (template: Piece): Target[] => [
  ...placesOf(template).map((p): Target => ({
    key: p.key,
    name: nameOfPlace(p, template),
    kind: p.role === 'photo' || p.role === 'logo' ? 'picture' : 'words',
  })),
  ...template.swatches
    .filter((s) => s.colour !== undefined && usesOf(template, s.id) > 0)
    .map((s): Target => ({ key: `${SWATCH}${s.id}`, name: s.name, kind: 'colour' })),
];

const ROLE_WORD = { photo: 'Photo', headline: 'Headline', line: 'Line', logo: 'Logo' } as const;
function nameOfPlace(p: Place, { slides }: Piece): string {
  const slide = slides.length > 1 ? `, slide ${slides.findIndex((s) => s.id === p.slide) + 1}` : '';
  return `${p.role === 'photo' ? ROLE_WORD.photo : p.name}${slide}`;
}

/** Which column fills what, by the target's key. */
export type Match = Readonly<Record<string, number>>;

const plain = (s: string): string =>
  s
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '');
/** Words that headers use for what a place is. */
const ALSO: Readonly<Record<string, readonly string[]>> = {
  headline: ['headline', 'title', 'heading', 'name'],
  line: ['line', 'subtitle', 'text', 'descriptor', 'subline', 'date', 'body'],
  photo: ['photo', 'picture', 'image', 'file', 'foto'],
  logo: ['logo', 'mark'],
};

/** A first guess of which column fills what: by the same name, else by the role, each column once. */
export function guessedMatch(template: Piece, columns: readonly string[]): Record<string, number> {
  const out: Record<string, number> = {},
    used = new Set<number>(),
    roles = new Map(placesOf(template).map((p) => [p.key, p.role] as const)),
    take = (key: string, column: number): void => {
      if (column < 0 || key in out) return;
      out[key] = column;
      used.add(column);
    },
    find = (names: readonly string[]): number =>
      columns.findIndex((c, i) => !used.has(i) && names.some((n) => plain(c) === n));
  const targets = targetsOf(template);
  for (const t of targets) take(t.key, find([plain(t.name)]));
  for (const t of targets) {
    const role = roles.get(t.key);
    if (role) take(t.key, find(ALSO[role]));
  }
  for (const t of targets) {
    const role = roles.get(t.key),
      among = role ? ALSO[role] : [];
    if (role)
      take(
        t.key,
        columns.findIndex((c, i) => !used.has(i) && among.some((n) => plain(c).includes(n))),
      );
  }
  return out;
}

/** What a row fills, and why some of it cannot. */
export interface RowFilling {
  filling: Filling;
  colours: Record<string, string>;
  /** In words; a row with any is not made. */
  faults: string[];
}

const HEX = /^#?(?:[0-9a-f]{3}|[0-9a-f]{6})$/i;
const hexFrom = (cell: string): string => {
  const h = cell.replace('#', '').toLowerCase();
  return `#${h.length === 3 ? [...h].map((c) => c + c).join('') : h}`;
};

/**
 * What a row of a table fills. A place whose column is empty in that row has no words, or keeps its picture or colour.
 * @param pictureOf a picture by what the cell calls it; null where there is none
 */
export function rowFilling(
  template: Piece,
  match: Match,
  row: readonly string[],
  pictureOf: (name: string) => FillPicture | null,
): RowFilling {
  const pictures: Record<string, FillPicture> = {},
    words: Record<string, string> = {},
    colours: Record<string, string> = {},
    faults: string[] = [];
  for (const { key, kind, name } of targetsOf(template)) {
    const column = match[key];
    if (column === undefined) continue;
    const cell = (row[column] ?? '').trim();
    if (kind === 'words') words[key] = cell;
    else if (!cell) continue;
    else if (kind === 'picture') {
      const picture = pictureOf(cell);
      if (picture) pictures[key] = picture;
      else faults.push(`No picture in the library is called \u201c${cell.slice(0, 80)}\u201d`);
    } else {
      const swatch = template.swatches.find((s) => s.colour !== undefined && plain(s.name) === plain(cell));
      if (HEX.test(cell)) colours[key.slice(SWATCH.length)] = hexFrom(cell);
      else if (swatch?.colour) colours[key.slice(SWATCH.length)] = swatch.colour;
      else
        faults.push(
          `\u201c${cell.slice(0, 40)}\u201d is no colour for ${name}: a hex like #1d3b2f, or the name of a swatch`,
        );
    }
  }
  const mapped = targetsOf(template).filter((t) => t.kind === 'words' && match[t.key] !== undefined);
  if (mapped.length && mapped.every((t) => !words[t.key])) faults.push('It has no words');
  return { filling: { pictures, words }, colours, faults };
}

/** A template with colours of a row in place of its own: they are the piece's, no longer the house's. */
export const inColours = (template: Piece, colours: Readonly<Record<string, string>>): Piece =>
  Object.keys(colours).length
    ? {
        ...template,
        swatches: template.swatches.map((s) => (s.id in colours ? { ...s, colour: colours[s.id], house: false } : s)),
      }
    : template;

/** Names by which a picture is found: as it is called, with or without the ending of its file. */
export const pictureNames = (name: string): string[] => {
  const lower = name.trim().toLowerCase();
  return [...new Set([lower, lower.replace(/\.[a-z0-9]{2,5}$/, '')])];
};

/** A cell of CSV that a spreadsheet does not take for a formula. */
export const safeCell = (cell: string): string => (/^[=+\-@\t\r]/.test(cell) ? `'${cell}` : cell);

/** A table as CSV (RFC 4180), with a mark that says it is UTF-8. */
export const csvOf = (columns: readonly string[], rows: readonly (readonly string[])[]): string =>
  `\ufeff${Papa.unparse({ fields: [...columns], data: rows.map((r) => r.map(safeCell)) })}\r\n`;
