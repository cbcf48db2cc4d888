// The list of layers of an OpenRaster file: what is written is read again, and what is broken is said.
import { readStack, stackXml } from './open-raster';

const layer = (attributes: string): string => `<layer src="data/a.png" ${attributes}/>`;
const image = (inner: string, more = 'w="100" h="50"'): string => `<image ${more}><stack>${inner}</stack></image>`;

it('reads what was written, bottom to top', () => {
  const layers = [
    { name: 'Paper', file: 'data/0.png', x: 0, y: 0, opacity: 1, blend: 'normal' as const },
    { name: 'Tint & <more>', file: 'data/1.png', x: -4, y: 7, opacity: 0.425, blend: 'soft-light' as const },
  ];
  expect(readStack(stackXml(640, 480, 'A "title"', layers))).toEqual({
    width: 640,
    height: 480,
    name: 'A "title"',
    notes: [],
    layers: layers.map((l) => ({ ...l, visible: true })),
  });
});

it('groups become their layers, with their place, strength and visibility; what there is not here lies normally', () => {
  const { layers, notes } = readStack(
    image(
      `${layer('name="Top" composite-op="svg:plus"')}<stack x="10" y="5" opacity="0.5" visibility="hidden">${layer('name="In" x="1" opacity="0.5"')}</stack>`,
    ),
  );
  expect(layers).toMatchObject([
    { name: 'In', x: 11, y: 5, opacity: 0.25, visible: false, blend: 'normal' },
    { name: 'Top', x: 0, y: 0, opacity: 1, visible: true, blend: 'normal' },
  ]);
  expect(notes).toEqual([
    'Top: there is no svg:plus here; it lies normally.',
    'Groups became their layers, one by one.',
  ]);
});

it.each([
  ['one cut short', '<image w="9" h="9"><stack>', 'cannot be read'],
  ['no size', image('', 'w="0" h="9"'), 'how large'],
  ['a huge size', image('', 'w="90000" h="9"'), 'too large'],
  ['entities', `<!DOCTYPE image [<!ENTITY a "b">]>${image('')}`, 'declares a type'],
  ['many layers', image(layer('').repeat(301)), 'more than 300'],
  ['deep groups', `<image w="9" h="9">${'<stack>'.repeat(30)}`, 'too deep'],
  ['a long list', 'x'.repeat(1_000_001), 'too long'],
])('refuses %s', (_, xml, why) => expect(() => readStack(xml)).toThrow(why));

it('takes odd numbers for none', () => {
  expect(readStack(image(layer('x="a" y="1e999" opacity="NaN"'))).layers[0]).toMatchObject({ x: 0, y: 0, opacity: 1 });
});
