// Drawings (SVG) as layers: painted by us they are what another program draws, and their parts are what they were.
import { createHash } from 'node:crypto';
import sharp from 'sharp';
import { cleanSvg, sizeOfRoot } from '../../src/core/format/svg/clean';
import type { Pixels } from '../../src/core/ground/pixels';
import { isPhoto, isText, type Layer } from '../../src/core/kinds/layers';
import type { ShapeLayer } from '../../src/core/kinds/shape';
import { takenApart, whyNotApart } from '../../src/core/piece/apart';
import { makePhoto, makePicture } from '../../src/core/kinds/photo';
import { makePiece } from '../../src/core/piece/make';
import { openPiece } from '../../src/core/piece/upgrade';
import { pixelsOf } from '../../src/core/scene/whole';
import { easelFor } from '../../src/core/testing/pixels';
import { ids, scene } from '../../src/core/testing/scenes';
import type { Asset } from '../../src/server/assets';
import { drawingLayers, type DrawingLayers } from '../../src/server/svg-layers';

const svg = (inner: string, more = 'viewBox="0 0 200 100" width="400" height="200"'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`;

/** Layers of a drawing, and it painted from them beside what another program draws. */
async function apart(text: string) {
  const pictures = new Map<string, Pixels>(),
    { painter } = easelFor(pictures),
    root = cleanSvg(text),
    keep = async (bytes: Uint8Array): Promise<Asset> => {
      const id = createHash('sha256').update(bytes).digest('hex'),
        { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true }),
        { width, height } = info;
      pictures.set(id, { width, height, data: new Uint8ClampedArray(data) });
      return { id, width, height } as Asset;
    },
    drawing = await drawingLayers(root, painter, [], keep);
  if (!drawing) return null;
  const { width, height } = sizeOfRoot(root)!,
    made = makePiece('Drawing', { width, height }, ids(), () => drawing.layers),
    piece = { ...made, slides: [{ ...made.slides[0], groups: drawing.groups }] },
    opened = openPiece(piece);
  if (!opened.ok) throw new Error(JSON.stringify(opened.faults));
  await painter.prepare(piece.slides[0]);
  const own = pixelsOf(painter, piece, piece.slides[0], piece.sizes[0], 1).data,
    other = await sharp(Buffer.from(text)).flatten({ background: '#fff' }).removeAlpha().raw().toBuffer();
  expect(other.length * 4).toBe(own.length * 3);
  let sum = 0,
    far = 0;
  for (let i = 0; i < other.length / 3; i++) {
    let most = 0;
    for (let c = 0; c < 3; c++) most = Math.max(most, Math.abs(other[i * 3 + c] - own[i * 4 + c]));
    sum += most;
    if (most > 32) far++;
  }
  return { ...drawing, mean: sum / (other.length / 3), far: far / (other.length / 3) };
}
const kinds = (d: DrawingLayers | null): string[] => d!.layers.map((l: Layer) => l.kind);

describe('painted from its layers a drawing is what it was', () => {
  it.each([
    [
      'flat shapes',
      '<rect x="10" y="10" width="60" height="40" rx="6" fill="#c33"/><ellipse cx="130" cy="40" rx="30" ry="20"/>',
      ['shape', 'shape'],
    ],
    [
      'outlines whose windings matter',
      '<path d="M20 20h40v40h-40z M40 40h40v40h-40z" fill="#555"/><path fill-rule="evenodd" d="M110 20h40v40h-40z M130 40h40v40h-40z"/>',
      ['shape', 'shape'],
    ],
    [
      'strokes with round ends, dashes, and wider one way',
      '<path d="M10 50C40 0 60 90 90 40" fill="none" stroke="#224466" stroke-width="8" stroke-linecap="round"/><path d="M110 20h70v50h-70z" fill="none" stroke="#c33" stroke-width="3" stroke-dasharray="9 4" stroke-dashoffset="3"/><circle r="10" transform="translate(150 45) scale(2 1)" fill="none" stroke="#000" stroke-width="3"/>',
      ['shape', 'shape', 'shape'],
    ],
    [
      'gradients: over the box, turned, skewed, round, in stops that fade',
      '<defs><linearGradient id="a" gradientTransform="rotate(30)"><stop offset="0" stop-color="#fff"/><stop offset="1" stop-color="#224466"/></linearGradient><linearGradient id="b" href="#a" gradientTransform="skewX(30)"/><radialGradient id="r" gradientUnits="userSpaceOnUse" cx="0" cy="0" r="30" gradientTransform="translate(160 50) scale(1 .5)"><stop offset="0" stop-color="#f2a31b"/><stop offset="1" stop-color="#1d3b2f" stop-opacity="0"/></radialGradient></defs><rect width="60" height="80" fill="url(#a)"/><rect x="64" width="60" height="80" fill="url(#b)"/><rect x="128" width="64" height="90" fill="url(#r)"/>',
      ['shape', 'shape', 'shape'],
    ],
    [
      'what is used, moved, and styled by sheets',
      '<style>.s{fill:#c33}</style><defs><path id="p" d="M0 0h20v20h-20z"/></defs><use href="#p" class="s" x="20" y="30"/><g transform="translate(100 20) rotate(20)"><use href="#p"/></g>',
      ['shape', 'shape'],
    ],
    [
      'a group of one that is translucent',
      '<g opacity=".5"><rect x="10" y="10" width="50" height="50" fill="#c33"/></g>',
      ['shape'],
    ],
    [
      'masks, clipping, filters, patterns, groups that are translucent as one',
      '<defs><clipPath id="c"><circle cx="40" cy="50" r="30"/></clipPath><pattern id="p" width="8" height="8" patternUnits="userSpaceOnUse"><path d="M0 0h4v4h-4z"/></pattern></defs><rect clip-path="url(#c)" width="80" height="90" fill="#284"/><rect x="90" y="10" width="10" height="80" fill="#000"/><rect x="104" y="10" width="30" height="60" fill="url(#p)"/><g opacity=".5"><rect x="140" y="10" width="30" height="30" fill="#c33"/><rect x="150" y="20" width="30" height="30" fill="#33c"/></g>',
      ['photo', 'shape', 'photo'],
    ],
  ])('%s', async (_, inner, expected) => {
    const found = await apart(svg(inner));
    expect(kinds(found)).toEqual(expected);
    expect(found!.mean).toBeLessThan(0.8);
    expect(found!.far).toBeLessThan(0.004);
  });
});

describe('parts keep what they are', () => {
  it('names, groups within groups, and nothing for numbers that editors give', async () => {
    const { layers, groups } = (await apart(
      svg(
        '<g id="Signal_box"><rect id="lamp" width="20" height="20"/><g id="g12"><rect id="rect34" x="30" width="9" height="9"/><circle id="Wheel-left" cx="60" cy="20" r="9"/></g></g>',
      ),
    ))!;
    expect(layers.map((l) => l.name)).toEqual(['lamp', 'Rectangle', 'Wheel left']);
    expect(groups.map((g) => g.name)).toEqual(['Signal box', 'Group']);
    expect(groups[1].within).toBe(groups[0].id);
    expect(layers.map((l) => l.group)).toEqual([groups[0].id, groups[1].id, groups[1].id]);
  });
  it('rectangles and ellipses keep their form, with radii in pixels', async () => {
    const [r, e] = (await apart(
      svg('<rect x="5" y="6" width="40" height="20" rx="4"/><circle cx="100" cy="50" r="10"/>'),
    ))!.layers as ShapeLayer[];
    expect([r.shape.form, r.shape.radius, r.box]).toEqual([
      'rectangle',
      [8, 8, 8, 8],
      { x: 10, y: 12, width: 80, height: 40 },
    ]);
    expect([e.shape.form, e.box]).toEqual(['ellipse', { x: 180, y: 80, width: 40, height: 40 }]);
  });
  it('a plain form keeps its line; another gets it as an outline of its own', async () => {
    const { layers, notes } = (await apart(
      svg(
        '<rect x="10" y="10" width="40" height="20" fill="#f5f7f8" stroke="#1d3b2f" stroke-width="4"/><path d="M80 10h40v20h-40z" fill="#f5f7f8" stroke="#1d3b2f" stroke-width="4"/>',
      ),
    ))!;
    expect(layers.map((l) => (l as ShapeLayer).stroke.width)).toEqual([8, 0, 0]);
    expect((layers[0] as ShapeLayer).stroke).toMatchObject({ colour: '#1d3b2f', place: 'centred' });
    expect(notes).toEqual(['One line became its outline.']);
  });
  it('a text whose font is here is a text, where it stood; another stays a drawing, and is said', async () => {
    const { layers, notes } = (await apart(
        svg(
          '<text x="100" y="40" font-family="Nowhere, \'Archivo\'" font-weight="bold" font-size="20" fill="#1d3b2f" text-anchor="middle">Cairn Viaduct<tspan x="100" dy="25" font-size="10">from 2 May</tspan></text><text x="5" y="95" font-size="10" font-family="Nowhere">lost</text>',
        ),
      ))!,
      texts = layers.filter(isText);
    expect(texts.map((t) => [t.text, t.font.family, t.font.weight, t.fontSize, t.fill.colour, t.align])).toEqual([
      ['Cairn Viaduct', 'Archivo', 700, 40, '#1d3b2f', 'centre'],
      ['from 2 May', 'Archivo', 700, 20, '#1d3b2f', 'centre'],
    ]);
    for (const t of texts) expect(t.box.x + t.box.width / 2).toBeCloseTo(200, 1);
    // The baseline lies at 40 and 65, twice as large.
    for (const [i, y] of [80, 130].entries()) {
      expect(texts[i].box.y).toBeLessThan(y - texts[i].fontSize * 0.7);
      expect(texts[i].box.y + texts[i].box.height).toBeGreaterThan(y);
    }
    expect(layers.filter(isPhoto)).toHaveLength(1);
    expect(notes.join()).toContain('font');
  });
  it('pictures are pictures; modes are those of their layers', async () => {
    const png = (
        await sharp({ create: { width: 8, height: 4, channels: 3, background: '#c33' } })
          .png()
          .toBuffer()
      ).toString('base64'),
      { layers } = (await apart(
        svg(
          `<image x="10" y="10" width="40" height="20" href="data:image/png;base64,${png}"/><rect x="20" y="5" width="20" height="40" fill="#ff0" style="mix-blend-mode:multiply"/>`,
        ),
      ))!;
    expect(layers.map((l) => [l.kind, l.blend])).toEqual([
      ['photo', 'normal'],
      ['shape', 'multiply'],
    ]);
    expect(layers[0].box).toEqual({ x: 20, y: 20, width: 80, height: 40 });
  });
  it('a part that stays a drawing takes along what it uses, and nothing else', async () => {
    const { layers, mean } = (await apart(
      svg(
        '<g id="shown"><rect id="bar" x="10" y="10" width="30" height="60" fill="#c33"/></g><path id="far" d="M150 10h20v20h-20z"/><g mask="url(#m)"><use href="#bar" x="60"/></g><mask id="m"><rect width="200" height="50" fill="#fff"/></mask>',
      ),
    ))!;
    expect(layers.map((l) => l.kind)).toEqual(['shape', 'shape', 'photo']);
    expect(mean).toBeLessThan(0.5);
    // Twice as large: it reaches from the used bar's edge to where the mask ends.
    expect(layers[2].box.x).toBeGreaterThan(130);
    expect(layers[2].box.width).toBeLessThan(70);
  });
  it('what draws nothing is nothing; too many parts stay one drawing', async () => {
    expect(await apart(svg(''))).toBeNull();
    expect(await apart(svg('<rect width="0" height="5"/>'))).toBeNull();
    const many = (await apart(
      svg(Array.from({ length: 400 }, (_, i) => `<rect x="${i % 200}" y="${i >> 3}" width="1" height="1"/>`).join('')),
    ))!;
    expect(kinds(many)).toEqual(['photo']);
    expect(many.notes[0]).toContain('400');
  });
});

describe('taken apart on a slide', () => {
  it('its layers stand where it stood, in one group of its name, as large as it was', async () => {
    const drawing = (await apart(
        svg('<g id="a"><rect width="100" height="100"/><rect x="100" width="100" height="100" fill="#c33"/></g>'),
      ))!,
      { piece } = scene((z) => [
        {
          ...makePicture('mark', 'x'.repeat(64), 'Mark', z, { width: 400, height: 200 }),
          box: { x: 50, y: 60, width: 200, height: 100 },
        },
      ]),
      done = takenApart(piece, piece.slides[0].id, 'mark', drawing, ids('apart')),
      [slide] = done.piece.slides;
    expect(slide.layers.map((l) => l.box)).toEqual([
      { x: 50, y: 60, width: 100, height: 100 },
      { x: 150, y: 60, width: 100, height: 100 },
    ]);
    expect(slide.groups.map((g) => g.name)).toEqual(['Mark', 'a']);
    expect(slide.groups[1].within).toBe(slide.groups[0].id);
    expect(openPiece(done.piece).ok).toBe(true);
    expect(takenApart(piece, piece.slides[0].id, 'gone', drawing, ids())).toEqual({ piece, layers: [] });
  });
  it('says what would be lost', () => {
    const photo = makePhoto('p', 'x'.repeat(64), 'Mark', { width: 100, height: 100 });
    expect(whyNotApart(photo)).toBeNull();
    expect(whyNotApart({ ...photo, rotation: 5 })).toContain('turned');
    expect(whyNotApart({ ...photo, opacity: 0.5 })).toContain('opacity');
    expect(whyNotApart({ ...photo, oneColour: '#ffffff' })).toContain('colours');
    expect(whyNotApart({ ...photo, crop: { x: 0, y: 0, width: 0.5, height: 1 } })).toContain('crop');
  });
});
