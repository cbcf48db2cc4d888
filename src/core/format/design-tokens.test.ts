// Design tokens: read as the format says, aliases and all; what is broken is said, and costs nothing else.
import type { Swatch } from '../values/fill';
import { SwatchSchema } from '../values/fill';
import { gradientThrough } from '../values/made';
import { swatchesToTokens, tokensToSwatches } from './design-tokens';

const read = (raw: unknown, known: Swatch[] = []) => {
  let n = 0;
  return tokensToSwatches(raw, () => `n${++n}`, known);
};
const srgb = (components: (number | string)[], alpha = 1) => ({ colorSpace: 'srgb', components, alpha });

it('reads colours of groups, typed by themselves or by their group, as objects and as hex', () => {
  const { swatches, notes } = read({
    brand: { $type: 'color', spruce: { $value: srgb([0.12157, 0.22745, 0.18824]) }, snow: { $value: '#f7f9fa' } },
    veil: { $type: 'color', $value: srgb([0, 0, 0], 0.5) },
    none: { $type: 'color', $value: srgb(['none', 1, 0]) },
    spacing: { $type: 'dimension', small: { $value: { value: 4, unit: 'px' } }, large: { $value: '8px' } },
  });
  expect(swatches.map((s) => [s.name, s.colour])).toEqual([
    ['spruce', '#1f3a30'],
    ['snow', '#f7f9fa'],
    ['veil', '#00000080'],
    ['none', '#00ff00'],
  ]);
  expect(notes).toEqual(['2 tokens of type dimension left out.']);
  for (const s of swatches) expect(SwatchSchema.safeParse(s).success).toBe(true);
});

it('follows aliases, and says which lead nowhere or in a circle', () => {
  const { swatches, notes } = read({
    base: { $type: 'color', amber: { $value: '#f0a020' } },
    sign: { $value: '{base.amber}' },
    far: { $value: '{sign}' },
    lost: { $type: 'color', $value: '{base.green}' },
    a: { $type: 'color', $value: '{b}' },
    b: { $type: 'color', $value: '{a}' },
    self: { $type: 'color', $value: '{self}' },
  });
  expect(swatches.map((s) => [s.name, s.colour])).toEqual([
    ['amber', '#f0a020'],
    ['sign', '#f0a020'],
    ['far', '#f0a020'],
  ]);
  expect(notes).toEqual([
    'lost: there is no base.green.',
    'a: it refers to itself by way of b.',
    'b: it refers to itself by way of a.',
    'self: it refers to itself by way of self.',
  ]);
});

it('brings colours of other spaces into sRGB, and says so where that changed them', () => {
  const { swatches, notes } = read({
    $type: 'color',
    inside: { $value: { colorSpace: 'oklch', components: [0.6, 0.1, 250] } },
    outside: { $value: { colorSpace: 'display-p3', components: [0, 1, 0] } },
    light: { $value: { colorSpace: 'hsl', components: [120, 100, 50] } },
  });
  expect(swatches[2].colour).toBe('#00ff00');
  expect(swatches[0].colour).toMatch(/^#[0-9a-f]{6}$/);
  expect(notes).toEqual(['1 colour was brought into sRGB.']);
});

it('keeps the ids of swatches that have the name already', () => {
  const known: Swatch[] = [{ id: 'mine', name: 'spruce', colour: '#000000', house: true }];
  expect(read({ $type: 'color', spruce: { $value: '#112233' } }, known).swatches).toEqual([
    { id: 'mine', name: 'spruce', colour: '#112233', house: true },
  ]);
});

it('what goes out comes in again', () => {
  const swatches: Swatch[] = [
    { id: 'a', name: 'Signal amber', colour: '#f0a020', house: true },
    { id: 'b', name: '$odd.{name}', colour: '#11223380', house: true },
    { id: 'c', name: 'Dawn', gradient: gradientThrough(['#102030', '#f0c080']) as Swatch['gradient'], house: true },
  ];
  const { swatches: again, notes } = read(JSON.parse(JSON.stringify(swatchesToTokens(swatches))));
  expect(notes).toEqual([]);
  expect(again.map((s) => s.colour ?? s.gradient?.stops.map((x) => [x.at, x.colour]))).toEqual([
    '#f0a020',
    '#11223380',
    [
      [0, '#102030'],
      [1, '#f0c080'],
    ],
  ]);
});

it('is bounded, and refuses what is none', () => {
  expect(() => read([])).toThrow('JSON object');
  let deep: object = { $type: 'color', $value: '#000000' };
  for (let i = 0; i < 60; i++) deep = { g: deep };
  expect(() => read(deep)).toThrow('deep');
  expect(() => read(Object.fromEntries(Array.from({ length: 5001 }, (_, i) => [`t${i}`, { $value: 1 }])))).toThrow(
    '5000',
  );
  const many = read({
    $type: 'color',
    ...Object.fromEntries(Array.from({ length: 250 }, (_, i) => [`c${i}`, { $value: '#000000' }])),
  });
  expect(many.swatches).toHaveLength(200);
  expect(many.notes).toHaveLength(50);
  const odd = read({
    $type: 'color',
    a: { $value: { colorSpace: 'cmyk', components: [1, 1, 1] } },
    b: { $value: srgb([1, 2]) },
    c: { $value: 'zzz' },
    d: { $type: 'gradient', $value: [{ color: '#000' }] },
  });
  expect(odd.swatches).toEqual([]);
  expect(odd.notes).toHaveLength(4);
});
