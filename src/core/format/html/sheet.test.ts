import { parse, walk } from 'css-tree';
import { escaped } from './markup';
import { quoted, running, runningNumber, Sheet, slug } from './sheet';

/** The length in px of what `running` wrote, at a width of the section. */
function lengthAt(css: string, width: number): number {
  const number = (s: string): number =>
    s
      .replace(/ - /g, ' + -')
      .split(' + ')
      .reduce((sum, part) => {
        const v = parseFloat(part.replace('--', ''));
        return sum + (part.endsWith('cqi') ? (v * width) / 100 : v);
      }, 0);
  const clamp = /^clamp\((.*), (.*), (.*)\)$/.exec(css);
  if (!clamp) return number(css);
  const [low, run, high] = clamp.slice(1).map(number);
  return Math.min(high, Math.max(low, run));
}

/** Widths with what is wanted there: at both ends, half way, and beyond. */
const along = (a: number, b: number, from: number, to: number): [width: number, wanted: number][] => [
  [from, a],
  [to, b],
  [(from + to) / 2, (a + b) / 2],
  [from - 70, a],
  [to + 900, b],
];

describe('a length between two layouts', () => {
  it.each([
    [24, 96, 390, 1440],
    [96, 24, 390, 1440],
    [-40, 12.5, 320, 768],
    [0, 64, 400, 1600],
  ])('runs from %d at the one to %d at the other, and stays beyond', (a, b, from, to) => {
    const css = running(a, b, from, to);
    for (const [width, wanted] of along(a, b, from, to)) expect(lengthAt(css, width)).toBeCloseTo(wanted, 1);
  });
  it('is plain where nothing runs', () => {
    expect(running(12, 12, 390, 1440)).toBe('12px');
    expect(running(12, 40, 700, 700)).toBe('12px');
  });
});

describe('a sheet', () => {
  it('writes a layout’s rules only where they change, under its own width', () => {
    const sheet = new Sheet([390, 768, 1440]);
    sheet.set('.a', { color: 'red' });
    sheet.steps('.a', 'text-align', ['start', 'center', 'center']);
    sheet.runs('.a', 'width', (layout) => [100, 200, 200][layout]);
    const css = sheet.text();
    expect(css.match(/text-align/g)).toHaveLength(2);
    expect(css).toContain('@container section (min-width: 768px)');
    expect(css).not.toContain('1440');
    expect(css.match(/width: 200px/g)).toHaveLength(1);
  });
  it('says what a layout of its own rows needs though the length before ran up to another', () => {
    const sheet = new Sheet([390, 1440]);
    sheet.runs(
      '.a',
      'top',
      (layout, range) =>
        [
          [0, 50],
          [0, 80],
        ][range][layout],
    );
    expect(sheet.text()).toContain('top: 80px');
  });
});

it('names and strings say nothing but themselves', () => {
  expect(slug('Über “Lake Sill” </style>')).toBe('uber-lake-sill-style');
  expect(slug('東京')).toBe('layer');
  const hostile = `x"; } body { background: url(javascript:alert(1)) } </style><script>`,
    css = `.a { font-family: ${quoted(hostile)}; }`;
  const found: string[] = [];
  walk(parse(css), (node) => void found.push(node.type));
  expect(found.filter((t) => t === 'Rule')).toHaveLength(1);
  expect(found).not.toContain('Url');
  expect(css).not.toMatch(/<\/style|<script/);
  expect(escaped(`<b title="x">&\u0007`)).toBe('&lt;b title=&quot;x&quot;&gt;&amp;');
});

/** The number that `runningNumber` wrote, at a width of the section: its tangent of an angle is a quotient. */
function numberAt(css: string, width: number): number {
  const clamp =
    /^clamp\(([\d.]+), ([\d.]+) ([+-]) ([\d.]+) \* tan\(atan2\(100cqi - (\d+)px, (\d+)px\)\), ([\d.]+)\)$/.exec(css);
  if (!clamp) return Number(css);
  const [, low, a, sign, by, from, over, high] = clamp,
    way = Math.tan(Math.atan2(width - Number(from), Number(over)));
  return Math.min(Number(high), Math.max(Number(low), Number(a) + (sign === '-' ? -1 : 1) * Number(by) * way));
}

it.each([
  [0.5, 0.66, 390, 768],
  [0.66, 0.5, 768, 1440],
  [0, 1, 320, 2560],
])('a number runs from %d at the one width to %d at the other, and stays beyond', (a, b, from, to) => {
  const css = runningNumber(a, b, from, to);
  for (const [width, wanted] of along(a, b, from, to)) expect(numberAt(css, width)).toBeCloseTo(wanted, 4);
});

it('a number that is the same in both is plain', () => {
  expect(runningNumber(0.4, 0.4, 390, 768)).toBe('0.4');
});
