// Drawings from SVG: known outlines, and what is left to pixels.
import { type Drawing, isOneColour, marksOf, outlineOf, tracePath } from '../../paint/drawing';
import { CoverageRaster } from '../../reading/coverage';
import { cleanSvg } from './clean';
import { drawnPath } from './geometry';
import { outlines } from './outlines';
import { SvgFault } from './tree';

/** As the server does it; null for what is left to pixels or is none. */
function svgDrawing(text: string): Drawing | null {
  try {
    return outlines(cleanSvg(text));
  } catch (e) {
    if (e instanceof SvgFault) return null;
    throw e;
  }
}

const svg = (inner: string, head = 'width="20" height="10"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${head}>${inner}</svg>`;
const boundsOf = (d: string): number[] => {
  const r = new CoverageRaster();
  tracePath(r, d, [1, 0, 0, 1, 0, 0]);
  r.closePath();
  return [r.minX, r.minY, r.maxX, r.maxY].map((v) => Math.round(v * 100) / 100);
};

it('basic shapes become outlines where they stand', () => {
  const d = svgDrawing(
    svg(
      '<rect x="1" y="2" width="3" height="4"/><circle cx="10" cy="5" r="2" fill="#f00"/><polygon points="0,0 5,0 0,5"/><ellipse cx="4" cy="4" rx="3" ry="1"/>',
    ),
  )!;
  expect([d.width, d.height]).toEqual([20, 10]);
  expect(marksOf(d.marks).map((m) => boundsOf(m.d))).toEqual([
    [1, 2, 4, 6],
    [8, 3, 12, 7],
    [0, 0, 5, 5],
    [1, 3, 7, 5],
  ]);
  expect(marksOf(d.marks).map((m) => m.fill)).toEqual(['#000000', '#ff0000', '#000000', '#000000']);
});
it('transforms of groups, the view box, inherited paints and opacities count', () => {
  const d = svgDrawing(
    svg(
      '<g transform="translate(2 1) scale(2)" fill="white" opacity=".5"><rect width="1" height="1" opacity=".5"/><g transform="rotate(90)"><rect width="2" height="1"/></g></g>',
      'viewBox="0 0 10 5" width="20" height="10"',
    ),
  )!;
  expect(marksOf(d.marks).map((m) => boundsOf(m.d))).toEqual([
    [4, 2, 8, 6],
    [0, 2, 4, 10],
  ]);
  // Both lie in a group that becomes translucent as one.
  expect(d.marks).toEqual([
    {
      opacity: 0.5,
      marks: [
        expect.objectContaining({ fill: '#ffffff', opacity: 0.5 }),
        expect.objectContaining({ fill: '#ffffff', opacity: 1 }),
      ],
    },
  ]);
});
it('strokes keep their width at the drawing’s scale, lines have no fill', () => {
  const d = svgDrawing(
    svg('<g transform="scale(3)"><line x1="0" y1="0" x2="2" y2="0" stroke="black" stroke-width="2"/></g>'),
  )!;
  expect(d.marks).toEqual([expect.objectContaining({ fill: null, stroke: '#000000', width: 6 })]);
});
it('path data is brought to absolute moves, lines and curves', () => {
  expect(drawnPath('m1 1h2v3l-1-1z')).toBe('M1 1L3 1L3 4L2 3Z');
  expect(drawnPath('M0 0c1 0 1 1 2 1s1 1 2 1')).toBe('M0 0C1 0 1 1 2 1C3 1 3 2 4 2');
  expect(boundsOf(drawnPath('M0 5a5 5 0 0 1 10 0z'))).toEqual([0, 0, 10, 5]);
});
it.each([
  ['a gradient', '<rect width="2" height="2" fill="url(#g)"/>'],
  ['text', '<text>Hi</text>'],
  ['a mask', '<rect width="2" height="2" mask="url(#m)"/>'],
  [
    'a clip',
    '<clipPath id="c"><rect width="1" height="1"/></clipPath><g clip-path="url(#c)"><rect width="2" height="2"/></g>',
  ],
  ['a stroke that is wider one way', '<path transform="scale(1 3)" d="M0 0h5" stroke="#000"/>'],
  ['nothing', ''],
])('%s is left to pixels', (_w, inner) => expect(svgDrawing(svg(inner))).toBeNull());
it('what is not an SVG, or has no size, gives null and never throws', () => {
  for (const text of ['', '<svg', 'hello', svg('<rect/>', ''), '<svg><svg/></svg>', '<a>'])
    expect(svgDrawing(text)).toBeNull();
});
it('what is hidden or defined elsewhere is not drawn; the outline is that of the fills', () => {
  const d = svgDrawing(
    svg(
      '<defs><rect width="9" height="9"/></defs><rect width="1" height="1" display="none"/><rect x="5" width="2" height="2"/><path d="M0 0L9 9" fill="none" stroke="#00f"/>',
    ),
  )!;
  expect(d.marks).toHaveLength(2);
  expect(boundsOf(outlineOf(d))).toEqual([5, 0, 7, 2]);
});
it('styles, classes and inheritance count as they stand in the cascade', () => {
  const d = svgDrawing(
    svg(
      '<style>.a{fill:#f00} #x{fill:#00f} g > rect{stroke:#0f0;stroke-width:2}</style><g fill="#123456"><rect class="a" width="1" height="1"/><rect id="x" class="a" width="1" height="1" fill="#fff"/><rect class="a" width="1" height="1" style="fill:#abcdef;stroke:none"/><circle r="1"/></g>',
    ),
  )!;
  expect(marksOf(d.marks).map((m) => m.fill ?? m.stroke)).toEqual([
    '#ff0000',
    '#00ff00',
    '#0000ff',
    '#00ff00',
    '#abcdef',
    '#123456',
  ]);
});
it('parts that are used again stand where they are put; units are pixels', () => {
  const d = svgDrawing(
    svg(
      '<defs><rect id="r" width="2" height="2"/></defs><use href="#r" x="3" y="1"/><use xmlns:xlink="http://www.w3.org/1999/xlink" xlink:href="#r" transform="translate(10 0) scale(2)"/>',
      'viewBox="0 0 20 10" width="25.4mm" height="12.7mm"',
    ),
  )!;
  expect([d.width, d.height].map(Math.round)).toEqual([96, 48]);
  const k = 96 / 20;
  expect(marksOf(d.marks).map((m) => boundsOf(m.d))).toEqual(
    [
      [3 * k, k, 5 * k, 3 * k],
      [10 * k, 0, 14 * k, 4 * k],
    ].map((b) => b.map((v) => Math.round(v * 100) / 100)),
  );
});
it('the view box lies as preserveAspectRatio says; huge sizes are scaled, not refused', () => {
  const square = '<rect width="10" height="10"/>';
  expect(
    boundsOf(
      marksOf(
        svgDrawing(svg(square, 'viewBox="0 0 10 10" width="40" height="20" preserveAspectRatio="xMaxYMid"'))!.marks,
      )[0].d,
    ),
  ).toEqual([20, 0, 40, 20]);
  expect(
    boundsOf(
      marksOf(
        svgDrawing(svg(square, 'viewBox="0 0 10 10" width="40" height="20" preserveAspectRatio="none"'))!.marks,
      )[0].d,
    ),
  ).toEqual([0, 0, 40, 20]);
  const d = svgDrawing(svg(square, 'viewBox="0 0 10 5" width="1000000" height="500000"'))!;
  expect([d.width, d.height]).toEqual([4096, 2048]);
});
it('only what is of one flat colour can become one shape', () => {
  expect(isOneColour(svgDrawing(svg('<rect width="1" height="1"/><circle r="2"/>'))!)).toBe(true);
  expect(isOneColour(svgDrawing(svg('<rect width="1" height="1"/><circle r="2" fill="red"/>'))!)).toBe(false);
  expect(isOneColour(svgDrawing(svg('<rect width="1" height="1" stroke="red"/>'))!)).toBe(false);
});
