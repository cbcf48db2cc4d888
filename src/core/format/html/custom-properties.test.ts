import { generate, parse, walk } from 'css-tree';
import type { Swatch } from '../../values/fill';
import { gradientThrough } from '../../values/made';
import { plainGradient } from '../../values/swatches';
import { NO_HOUSE } from '../../house/styled';
import { customProperties } from './custom-properties';

const css = (swatches: Swatch[]): string => customProperties({ ...NO_HOUSE, swatches });
const swatch = (id: string, name: string, colour: string): Swatch => ({ id, name, colour }) as Swatch;
/** Names and values as CSS has them. */
function declared(css: string): Record<string, string> {
  const out: Record<string, string> = {};
  walk(parse(css, { parseCustomProperty: true }), (node) => {
    if (node.type === 'Declaration') out[node.property] = generate(node.value);
  });
  return out;
}

it('colours become properties named after them, two of one name are numbered', () => {
  expect(
    declared(
      css([
        swatch('a', 'Signal amber', '#e0a030'),
        swatch('b', 'Signal amber', '#e0a03080'),
        swatch('c', '夜', '#102040'),
      ]),
    ),
  ).toEqual({
    '--house-signal-amber': '#e0a030',
    '--house-signal-amber-2': expect.stringMatching(/^rgb\(224 160 48\s*\/\s*0?\.5/),
    '--house-colour': '#102040',
  });
});

it('gradients become images; a name cannot end the rule', () => {
  const text = css([
    {
      id: 'd',
      name: 'Dawn; } body { color: red',
      gradient: plainGradient(gradientThrough(['#102040', '#f0e0c0'], { angle: 90 }), { swatches: [] }),
    } as Swatch,
  ]);
  expect(Object.keys(declared(text))).toEqual(['--house-dawn-body-color-red']);
  expect(Object.values(declared(text))[0]).toMatch(/^linear-gradient\(/);
  expect(text.match(/\{/g)).toHaveLength(1);
});

it('what colours are there for refers to them; text styles and shadows are values of their own', () => {
  const text = customProperties({
    ...NO_HOUSE,
    swatches: [{ ...swatch('a', 'Spruce', '#123a30'), role: 'ground' }],
    shadows: [
      {
        id: 's',
        name: 'Soft',
        shadows: [{ kind: 'drop', on: true, x: 0, y: 2, blur: 18, spread: 0, colour: { swatch: 'a' }, opacity: 0.5 }],
      },
    ],
    textStyles: [
      {
        id: 't',
        name: 'Headline',
        use: 'headline',
        font: { family: 'Work Sans"; } body { color: red', weight: 700, italic: true },
        size: 0.085,
        letterSpacing: -0.01,
        lineHeight: 1.1,
        case: 'as-typed',
        colour: { swatch: 'a' },
        shadow: 's',
      },
    ],
  });
  expect(declared(text)).toMatchObject({
    '--house-role-ground': 'var(--house-spruce)',
    '--house-shadow-soft': expect.stringMatching(/^0px 2px 18px 0px rgb\(18 58 48/),
    '--house-spacing-headline': '-0.01em',
    '--house-ink-headline': 'var(--house-spruce)',
  });
  expect(declared(text)['--house-type-headline']).toBe('italic 700 min(8.5vw,17vh)/1.1"Work Sans  body  color red"');
  expect(text.match(/\{/g)).toHaveLength(1);
});
