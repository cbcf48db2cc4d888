// Taking drawings apart, without a painter: where parts stand, and what goes along with what stays a drawing.
import type { Transform } from '../../ground/transform';
import { makeText } from '../../kinds/text';
import { cleanSvg, serialised } from './clean';
import { type LayersAsk, nameOf, similarity } from './found';
import { layersFrom } from './layers';
import { croppedTo, only } from './left';
import { placedText } from './texts';

const drawing = (inner: string, more = 'viewBox="0 0 200 100" width="400" height="200"') =>
  cleanSvg(`<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`);

/** Path work that knows rectangles written as M x y H x V y. */
const ask = (more: Partial<LayersAsk> = {}): LayersAsk => {
  let n = 0;
  return {
    newId: () => `n${++n}`,
    work: {
      plain: (d) => d,
      stroked: (d) => d,
      box: (d) => {
        const v = [...d.matchAll(/-?[\d.]+/g)].map(Number),
          xs = v.filter((_, i) => i % 2 === 0),
          ys = v.filter((_, i) => i % 2 === 1);
        return v.length < 4
          ? null
          : {
              x: Math.min(...xs),
              y: Math.min(...ys),
              width: Math.max(...xs) - Math.min(...xs),
              height: Math.max(...ys) - Math.min(...ys),
            };
      },
    },
    family: () => null,
    picture: () => null,
    ...more,
  };
};

describe('a transform', () => {
  it.each<[string, Transform, { k: number; turn: number } | null]>([
    ['that stays', [1, 0, 0, 1, 5, 7], { k: 1, turn: 0 }],
    ['that turns by 90 degrees and doubles', [0, 2, -2, 0, 0, 0], { k: 2, turn: 90 }],
    ['that stretches', [2, 0, 0, 1, 0, 0], null],
    ['that leans', [1, 0, 0.3, 1, 0, 0], null],
    ['that mirrors', [-1, 0, 0, 1, 0, 0], null],
    ['that leaves nothing', [0, 0, 0, 0, 0, 0], null],
  ])('%s', (_, t, is) => {
    const found = similarity(t);
    if (!is) return expect(found).toBeNull();
    expect(found!.k).toBeCloseTo(is.k, 9);
    expect(found!.turn).toBeCloseTo(is.turn, 9);
  });
});

it.each([
  ['price_tag', 'price tag'],
  ['path1234', 'Shape'],
  ['g 12', 'Shape'],
  ['', 'Shape'],
])('an element with the id “%s” is called %s', (id, name) =>
  expect(nameOf({ name: 'path', attributes: { id }, children: [] }, 'Shape')).toBe(name),
);

describe('a text stands where it stood', () => {
  const text = makeText('t', 'Words', { width: 400, height: 200 }, '#000000', {
      family: 'Inter',
      weight: 400,
      italic: false,
    }),
    layout = { width: 80, height: 24, lines: [{ baseline: 18 }] };
  it.each([
    ['start', 'start', 100],
    ['middle', 'centre', 60],
    ['end', 'end', 20],
  ] as const)('by its %s', (anchor, align, x) => {
    const placed = placedText(text, layout, { x: 100, y: 50, anchor, turn: 0 });
    expect(placed.align).toBe(align);
    expect(placed.box).toEqual({ x, y: 32, width: 80, height: 24 });
  });

  it('turned about that point', () => {
    const { box, rotation } = placedText(text, layout, { x: 100, y: 50, anchor: 'start', turn: 90 });
    expect(rotation).toBe(90);
    // It runs down from the point: what was 6 px above it, the middle of its frame, is 6 px to the right.
    expect(box.x + box.width / 2).toBeCloseTo(100 + 6, 9);
    expect(box.y + box.height / 2).toBeCloseTo(50 + 40, 9);
  });
});

describe('what stays a drawing', () => {
  const root = drawing(
    '<defs><linearGradient id="a"><stop stop-color="#f00"/></linearGradient></defs><circle id="dot" r="5"/>' +
      '<g id="used"><use href="#dot"/></g><rect id="other" width="9" height="9"/>',
  );
  it('takes along what it uses, and nothing else', () => {
    const at = root.children.findIndex((c) => typeof c !== 'string' && c.attributes.id === 'used'),
      written = serialised(only(root, [[at]]));
    expect(written).toContain('<use');
    expect(written).toMatch(/<defs[^>]*>\s*<circle/);
    expect(written).not.toContain('other');
  });

  it('is cropped to its box in its own measure', () => {
    const { root: part, box } = croppedTo(root, { x: 100, y: 40, width: 60, height: 20 });
    expect(part.attributes.viewBox).toBe('50 20 30 10');
    expect(part.attributes.width).toBe('60');
    expect(box).toEqual({ x: 100, y: 40, width: 60, height: 20 });
  });

  it('stays whole where its view box is stretched unevenly', () => {
    const stretched = drawing(
      '<rect width="9" height="9"/>',
      'viewBox="0 0 10 10" width="40" height="20" preserveAspectRatio="none"',
    );
    expect(croppedTo(stretched, { x: 1, y: 1, width: 2, height: 2 }).box).toEqual({
      x: 0,
      y: 0,
      width: 40,
      height: 20,
    });
  });
});

describe('layers', () => {
  it('lie in the pixels of the whole, bottom to top, in the groups they were in', () => {
    const { layers, groups, notes } = layersFrom(
      drawing(
        '<rect x="10" y="20" width="30" height="10" fill="#102030"/><g id="pair">' +
          '<ellipse cx="100" cy="50" rx="20" ry="10"/><rect width="4" height="4" fill="#fff" opacity="0.5"/></g>',
      ),
      ask(),
    )!;
    const shapes = layers.map((l) => ('layer' in l ? l.layer : null)!);
    expect(shapes.map((l) => l.box)).toEqual([
      { x: 20, y: 40, width: 60, height: 20 },
      { x: 160, y: 80, width: 80, height: 40 },
      { x: 0, y: 0, width: 8, height: 8 },
    ]);
    expect(shapes.map((l) => l.opacity)).toEqual([1, 1, 0.5]);
    expect(groups.map((g) => g.name)).toEqual(['pair']);
    expect(shapes.map((l) => l.group)).toEqual([null, groups[0].id, groups[0].id]);
    expect(notes).toEqual([]);
  });

  it('a text without its font and what lies on it stay one drawing, and it is said', () => {
    const { layers, notes } = layersFrom(
      drawing('<rect width="9" height="9"/><text x="4" y="9" font-family="None">Words</text>'),
      ask(),
    )!;
    expect(layers.map((l) => ('layer' in l ? l.layer.kind : 'drawing'))).toEqual(['shape', 'drawing']);
    expect(notes).toEqual([
      'One part stays a drawing: masks, filters, patterns and the like.',
      'The font of one text is not here: it stays a drawing.',
    ]);
  });

  it('what says nothing of its size, or draws nothing, has none', () => {
    expect(layersFrom(drawing('<rect width="9" height="9"/>', ''), ask())).toBeNull();
    expect(layersFrom(drawing('<rect width="9" height="9" opacity="0"/>'), ask())).toBeNull();
  });
});
