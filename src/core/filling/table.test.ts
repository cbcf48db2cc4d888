// Tables as spreadsheets write them, matched to the places of a template, row by row.
import fc from 'fast-check';
import { makePhoto, makePicture } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makeText } from '../kinds/text';
import { asTemplate, guessedRoles, placeKey } from '../piece/roles';
import { hexOf } from '../values/swatches';
import { solid } from '../values/made';
import { easelFor } from '../testing/pixels';
import { scene } from '../testing/scenes';
import { contactSheet, ON_A_SHEET } from './contact-sheet';
import {
  csvOf,
  guessedMatch,
  inColours,
  MOST_ROWS,
  pictureNames,
  rowFilling,
  tableFrom,
  targetsOf,
  textOf,
} from './table';

describe('tables', () => {
  it('are read with commas, semicolons and tabs, quotation marks and line breaks in cells', () => {
    const wanted = {
      columns: ['Title', 'Date'],
      rows: [
        ['Slow, trains', '2 May'],
        ['Say "yes"\nnow', ''],
      ],
    };
    for (const [d, quoted] of [
      [',', true],
      [';', false],
      ['\t', false],
    ] as const)
      expect(
        tableFrom(
          `Title${d}Date\r\n${quoted ? '"Slow, trains"' : 'Slow, trains'}${d}2 May\r\n"Say ""yes""\nnow"${d}\r\n`,
        ),
      ).toMatchObject(wanted);
  });
  it('have no empty rows; missing cells are empty, columns without a name get one, twins are told apart', () => {
    const { columns, rows, notes } = tableFrom('A,,A\n1,2,3\n\n , ,\n4\n5,6,7,8\n');
    expect(columns).toEqual(['A', 'Column 2', 'A 2']);
    expect(rows).toEqual([
      ['1', '2', '3'],
      ['4', '', ''],
      ['5', '6', '7'],
    ]);
    expect(notes).toEqual(['2 rows have more or fewer cells than there are columns: what is missing is empty.']);
  });
  it('take formulas as words and say so', () => {
    const { rows, notes } = tableFrom('A,B\n=SUM(A1),x\n@cmd,-5\n');
    expect(rows).toEqual([
      ['=SUM(A1)', 'x'],
      ['@cmd', '-5'],
    ]);
    expect(notes).toEqual(['2 cells look like a formula: it is taken as words, nothing is calculated.']);
  });
  it('say what is wrong in words', () => {
    expect(() => tableFrom('')).toThrow('There is no table in it');
    expect(() => tableFrom('A,B\n')).toThrow('no row below it');
    expect(() => tableFrom(`A\n${'x\n'.repeat(50_000)}`)).toThrow(
      `It has 50,000 rows: at most ${MOST_ROWS.toLocaleString('en-GB')} are made at once`,
    );
    expect(tableFrom('A,B\n"open,x\ny,z').notes[0]).toMatch(/^A quotation mark in row \d+ is not closed/);
    expect(tableFrom(`A\n${'x'.repeat(3000)}`)).toMatchObject({
      notes: ['1 cell is longer than 2000 letters and cut there.'],
    });
  });
  it('are read in the encodings of spreadsheets', () => {
    const words = 'Ort;Zeit\nK\u00f6nigssee;8\u20139';
    expect(textOf(new TextEncoder().encode(words))).toBe(words);
    expect(
      textOf(Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(words, 'utf16le')])).replace('\ufeff', ''),
    ).toBe(words);
    expect(textOf(new Uint8Array([0x4b, 0xf6, 0x6e, 0x69, 0x67]))).toBe('K\u00f6nig');
  });
  it('come back as they were written, whatever is in them', () => {
    const cell = fc
      .string({ maxLength: 20 })
      .map((s) => s.trim().replace(/\r/g, ''))
      .filter((s) => !/^['=+\-@\t]/.test(s));
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 8 }), (rows) => {
        const kept = rows.filter((r) => r.some((c) => c.trim()));
        fc.pre(kept.length > 0);
        expect(tableFrom(csvOf(['One', 'Two'], kept)).rows).toEqual(kept.map((r) => r.map((c) => c.trim())));
      }),
    );
  });
  it('are written so that no cell becomes a formula', () => {
    expect(csvOf(['A'], [['=1+1'], ['-5'], ['fine']])).toBe("\ufeffA\r\n'=1+1\r\n'-5\r\nfine\r\n");
  });
});

const { piece, slide } = scene((z) => [
  makePhoto('photo', 'a'.repeat(64), 'Lake', z),
  {
    ...makePlate('plate', '#ffffff', 1, { x: 0, y: 0, width: 9, height: 9 }, 20, ['head']),
    fill: solid({ swatch: 'amber' }),
  },
  { ...makeText('head', 'Slow trains', z), name: 'Headline', fontSize: 60 },
  { ...makeText('when', 'From 2 May', z), name: 'Date', fontSize: 20 },
  makePicture('mark', 'b'.repeat(64), 'Mark', z, { width: 9, height: 9 }),
]);
const template = asTemplate(
  {
    ...piece,
    swatches: [
      { id: 'amber', name: 'Signal amber', colour: '#f2a31b', house: true },
      { id: 'slate', name: 'Slate', colour: '#3d5468', house: true },
    ],
  },
  'Card',
  guessedRoles(piece),
);
const key = (layer: string): string => placeKey(slide.id, layer);
const lake = { asset: 'c'.repeat(64), name: 'Lake', width: 4, height: 3 };
const pictureOf = (name: string) => (pictureNames(name).includes('lake') ? lake : null);

describe('matching', () => {
  it('offers every place, and the colours that the template uses', () => {
    expect(targetsOf(template).map((t) => [t.name, t.kind])).toEqual([
      ['Photo', 'picture'],
      ['Headline', 'words'],
      ['Date', 'words'],
      ['Mark', 'picture'],
      ['Signal amber', 'colour'],
    ]);
  });
  it('goes by names, then by what a place is, each column once', () => {
    expect(guessedMatch(template, ['Title', 'date', 'Image file', 'signal AMBER'])).toEqual({
      [key('head')]: 0,
      [key('when')]: 1,
      [key('photo')]: 2,
      'swatch:amber': 3,
    });
    expect(guessedMatch(template, ['x', 'y'])).toEqual({});
  });
});

describe('a row', () => {
  const match = { [key('photo')]: 0, [key('head')]: 1, [key('when')]: 2, 'swatch:amber': 3 };
  it('fills words, picture and colour', () => {
    const { filling, colours, faults } = rowFilling(
      template,
      match,
      ['Lake.JPG', 'Night trains', '', '#ABC'],
      pictureOf,
    );
    expect(faults).toEqual([]);
    expect(filling).toEqual({
      pictures: { [key('photo')]: lake },
      words: { [key('head')]: 'Night trains', [key('when')]: '' },
    });
    expect(hexOf({ swatch: 'amber' }, inColours(template, colours))).toBe('#aabbcc');
    // The house goes on having its own.
    expect(inColours(template, colours).swatches[0].house).toBe(false);
  });
  it('keeps the template’s picture and colour where its cells are empty; a swatch is called by its name', () => {
    const { filling, colours, faults } = rowFilling(template, match, ['', 'A', 'B', 'slate'], pictureOf);
    expect([filling.pictures, colours, faults]).toEqual([{}, { amber: '#3d5468' }, []]);
    expect(inColours(template, {})).toBe(template);
  });
  it('says all that is wrong with it', () => {
    expect(rowFilling(template, match, ['sea.png', ' ', '', 'reddish'], pictureOf).faults).toEqual([
      'No picture in the library is called \u201csea.png\u201d',
      '\u201creddish\u201d is no colour for Signal amber: a hex like #1d3b2f, or the name of a swatch',
      'It has no words',
    ]);
  });
});

it('a contact sheet has a cell for every picture, none over another', async () => {
  const { painter } = easelFor(new Map());
  for (const ratio of [1, 0.5, 3]) {
    const items = Array.from({ length: ON_A_SHEET }, (_, i) => ({
        number: i + 1,
        name: 'Slow trains, long views again',
        verdict: 'Clear',
      })),
      { piece: sheet, cells } = contactSheet('Halts', { number: 1, of: 2 }, items, ratio),
      [size] = sheet.sizes;
    await painter.prepare(sheet.slides[0]);
    expect(cells).toHaveLength(ON_A_SHEET);
    for (const [i, c] of cells.entries()) {
      expect(c.width / c.height).toBeCloseTo(ratio, 1);
      expect(c.x + c.width).toBeLessThanOrEqual(size.width);
      expect(c.y + c.height).toBeLessThanOrEqual(size.height);
      for (const d of cells.slice(i + 1)) expect(d.x >= c.x + c.width || d.y >= c.y + c.height).toBe(true);
    }
  }
});
