import { generate, parse, walk } from 'css-tree';
import type { Swatch } from '../../values/fill';
import { gradientThrough } from '../../values/made';
import { plainGradient } from '../../values/swatches';
import { customProperties } from './custom-properties';

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
      customProperties([
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
  const css = customProperties([
    {
      id: 'd',
      name: 'Dawn; } body { color: red',
      gradient: plainGradient(gradientThrough(['#102040', '#f0e0c0'], { angle: 90 }), { swatches: [] }),
    } as Swatch,
  ]);
  expect(Object.keys(declared(css))).toEqual(['--house-dawn-body-color-red']);
  expect(Object.values(declared(css))[0]).toMatch(/^linear-gradient\(/);
  expect(css.match(/\{/g)).toHaveLength(1);
});
