// Design tokens: read as the format says, aliases and all; what is broken is said, and costs nothing else.
import type { Swatch } from '../values/fill';
import { SwatchSchema } from '../values/fill';
import { gradientThrough } from '../values/made';
import { NO_HOUSE } from '../house/styled';
import { type HouseStyle, HouseStyleSchema } from '../values/house';
import { houseToTokens, tokensIntoHouse } from './design-tokens';

const into = (raw: unknown, known: HouseStyle = NO_HOUSE) => {
  let n = 0;
  return tokensIntoHouse(raw, () => `n${++n}`, known);
};
const read = (raw: unknown, known: Swatch[] = []) => {
  const { house, notes } = into(raw, { ...NO_HOUSE, swatches: known });
  return { swatches: house.swatches, notes };
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
  const { swatches: again, notes } = read(JSON.parse(JSON.stringify(houseToTokens({ ...NO_HOUSE, swatches }))));
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

describe('typography, shadows, and what colours are there for', () => {
  const brand = {
    colour: { $type: 'color', ink: { $value: '#101820' }, snow: { $value: '#ffffff' } },
    role: { $type: 'color', text: { $value: '{colour.ink}' }, unheard: { $value: '{colour.snow}' } },
    space: { $type: 'dimension', small: { $value: { value: 4, unit: 'px' } } },
    shadow: {
      soft: {
        $type: 'shadow',
        $value: {
          color: '#10182080',
          offsetX: '{space.small}',
          offsetY: { value: 0.5, unit: 'rem' },
          blur: { value: 12, unit: 'px' },
        },
      },
      inner: { $type: 'shadow', $value: { color: '#000000', blur: { value: 2, unit: 'px' }, inset: true } },
    },
    type: {
      $type: 'typography',
      'page title': {
        $value: {
          fontFamily: ['Archivo', 'sans-serif'],
          fontSize: { value: 108, unit: 'px' },
          fontWeight: 'extra-bold',
          letterSpacing: { value: -1.08, unit: 'px' },
          lineHeight: 1.05,
        },
        $extensions: { 'app.plavo.house': { colour: '{colour.ink}', shadow: '{shadow.soft}', case: 'upper' } },
      },
      'button label': { $value: { fontFamily: 'Far Away Sans', fontSize: { value: 2, unit: 'rem' } } },
      sizeless: { $value: { fontFamily: 'Archivo' } },
    },
  };
  it('come in with their aliases, lengths in px and rem, and weights by name', () => {
    const { house, added, notes } = into(brand);
    expect(house.textStyles[0]).toMatchObject({
      name: 'page title',
      use: 'headline',
      font: { family: 'Archivo', weight: 800, italic: false },
      size: 0.1,
      letterSpacing: -0.01,
      lineHeight: 1.05,
      case: 'upper',
      colour: { swatch: house.swatches.find((s) => s.name === 'ink')!.id },
      shadow: house.shadows[0].id,
    });
    expect(house.textStyles[1]).toMatchObject({ use: 'button', size: 32 / 1080, colour: null });
    expect(house.shadows).toHaveLength(1);
    expect(house.shadows[0].shadows[0]).toMatchObject({ x: 4, y: 8, blur: 12, colour: '#101820', opacity: 128 / 255 });
    expect(house.swatches.map((s) => [s.name, s.role])).toEqual([
      ['ink', 'text'],
      ['snow', undefined],
      ['unheard', undefined],
    ]);
    expect(added).toBe(6);
    expect(notes).toEqual([
      'shadow.inner: inner shadows are not known here.',
      'type.sizeless: a length has a number and a unit.',
      '1 token of type dimension left out.',
      'Far Away Sans is not among the fonts that ship: add it to the campaign.',
    ]);
    expect(HouseStyleSchema.safeParse(house).success).toBe(true);
  });
  it('what goes out comes in again, and changes nothing', () => {
    const { house } = into(brand),
      again = into(JSON.parse(JSON.stringify(houseToTokens(house))), house);
    expect(again).toMatchObject({ added: 0, changed: 0 });
    expect(again.house).toEqual(house);
    const anew = into(JSON.parse(JSON.stringify(houseToTokens(house)))).house,
      bare = (h: HouseStyle): unknown => JSON.parse(JSON.stringify(h).replace(/"n\d+"/g, '"id"'));
    expect(bare(anew)).toEqual(bare(house));
  });
});
