// Styles of an SVG: what wins where several say something, and what never comes through.
import { allowedValue, rulesOf, Sheet, styleOf } from './css';
import type { SvgElement } from './tree';
import { SVG_LIMITS, SvgFault } from './tree';

const element = (name: string, attributes: Record<string, string> = {}): SvgElement => ({
  name,
  attributes,
  children: [],
});
/** What is left of a property when all is said. */
function won(sheet: string, property: string, e: SvgElement, ...above: SvgElement[]): string | undefined {
  return new Sheet(sheet).declared(e, above).findLast((d) => d.name === property)?.value;
}
const rect = element('rect', { id: 'lamp', class: 'warm signal', rx: '4' });

describe('the stronger selector wins, whichever stands first', () => {
  it.each<[string, string]>([
    ['a class over a name', '.warm{fill:red} rect{fill:blue}'],
    ['an id over a class', '#lamp{fill:red} .warm.signal{fill:blue}'],
    ['two classes over one', '.warm.signal{fill:red} .warm{fill:blue}'],
    ['an attribute over a name', '[rx="4"]{fill:red} rect{fill:blue}'],
    ['the later of equals', '.warm{fill:blue} .signal{fill:red}'],
    ['what is important over what is strong', 'rect{fill:red!important} #lamp{fill:blue}'],
    ['the stronger of what is important', 'rect{fill:blue!important} .warm{fill:red!important}'],
    ['one of a list', 'circle, .warm, path{fill:red}'],
    ['every element is meant', '*{fill:red}'],
  ])('%s', (_what, sheet) => expect(won(sheet, 'fill', rect)).toBe('red'));

  it('its own style over the sheet, but not over what is important', () => {
    const own = element('rect', { style: 'fill: red; stroke: blue', class: 'warm' });
    expect(won('.warm{fill:blue}', 'fill', own)).toBe('red');
    expect(won('.warm{stroke:red!important}', 'stroke', own)).toBe('red');
  });
});

it('ancestors count, near ones and parents', () => {
  const above = [element('svg'), element('g', { class: 'train' }), element('g')];
  expect(won('.train rect{fill:red}', 'fill', rect, ...above)).toBe('red');
  expect(won('.train > rect{fill:red}', 'fill', rect, ...above)).toBeUndefined();
  expect(won('.train > g > rect{fill:red}', 'fill', rect, ...above)).toBe('red');
  expect(won('g .train rect{fill:red}', 'fill', rect, ...above)).toBeUndefined();
  expect(won('svg g g rect{fill:red}', 'fill', rect, ...above)).toBe('red');
});

it.each(['rect:hover', 'rect::before', 'a + rect', 'a ~ rect', '[rx^="4"]', '[rx]', ':not(.cold)'])(
  'what is not supported selects nothing: %s',
  (selector) => expect(won(`${selector}{fill:red}`, 'fill', rect)).toBeUndefined(),
);

it('at-rules and broken ones are left out, what stands after them is not', () => {
  expect(won('@media print{rect{fill:blue}} @import "x"; rect{fill', 'fill', rect)).toBeUndefined();
  expect(won('@font-face{font-family:x} }}} a{} rect{fill:red}', 'fill', rect)).toBe('red');
  expect(won('<!-- rect{fill:red} -->', 'fill', rect)).toBe('red');
});

it('only properties of drawings are taken', () => {
  const names = styleOf('fill:red;position:fixed;background:url(x);transform:scale(2);behavior:x;x:3px').map(
    (d) => d.name,
  );
  expect(names).toEqual(['fill', 'transform', 'x']);
});

describe('a value stands only where its property may have it', () => {
  it.each<[string, string, string | null]>([
    ['fill', '#ff8800', '#ff8800'],
    ['fill', 'rgb(1 2 3 / 50%)', 'rgb(1 2 3 / 50%)'],
    ['fill', 'url("#dawn")', 'url(#dawn)'],
    ['fill', 'url( #dawn ) none', 'url(#dawn) none'],
    ['fill', 'url(https://elsewhere.example/x)', null],
    ['fill', 'url(data:image/png;base64,AA)', null],
    ['fill', 'url(#a);fill:url(//x)', null],
    ['filter', 'url(x.svg#blur)', null],
    ['filter', 'blur(4px)', null],
    ['mask', 'none', 'none'],
    ['stroke-width', '1.5px', '1.5px'],
    ['stroke-width', '.5e1', '.5e1'],
    ['stroke-width', 'calc(1px + 2px)', null],
    ['stroke-dasharray', '4 2, 1', '4 2, 1'],
    ['stroke-dasharray', Array(80).fill('1').join(' '), null],
    ['font-family', '"Süd Grotesk", sans-serif', '"Süd Grotesk", sans-serif'],
    ['font-family', 'x;src:url(y)', null],
    ['opacity', 'INHERIT', 'INHERIT'],
    ['width', '10%', '10%'],
    ['width', 'expression(1)', null],
    ['behavior', 'none', null],
    ['constructor', 'none', null],
  ])('%s: %s', (name, value, is) => expect(allowedValue(name, value)).toBe(is));
});

it('too much is refused in words', () => {
  const long = 'a{fill:red}'.repeat(SVG_LIMITS.styles / 10);
  expect(() => rulesOf(long)).toThrow(SvgFault);
  expect(() => styleOf(long)).toThrow('one of its styles is too long');
  expect(() => rulesOf(`${'a,'.repeat(3001)}a{fill:red}`)).toThrow('more than 3,000 rules');
});
