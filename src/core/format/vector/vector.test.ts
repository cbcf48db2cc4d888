// Slides as drawings: what is drawn is what is painted, and what a format can keep stays what it is.
import fc from 'fast-check';
import { SaxesParser } from 'saxes';
import type { Pixels } from '../../ground/pixels';
import type { Layer } from '../../kinds/layers';
import { pixelsOf } from '../../scene/whole';
import { everything, hills, PHOTO } from '../../testing/everything';
import { easelFor } from '../../testing/pixels';
import { headline, scene } from '../../testing/scenes';
import { gradientTable, STEPS } from '../../values/gradient-table';
import { solid } from '../../values/made';
import type { Size } from '../../piece/schema';
import { replay } from './replay';
import { drawnSlide } from './slide';
import { stopsOf } from './stops';
import { svgOf, type SvgWanted } from './svg';

const { painter } = easelFor(new Map([[PHOTO, hills()]]));

async function drawn(layers: (z: Size) => Layer[], shadows: boolean) {
  const { piece, slide, size } = scene(layers, 600, 300);
  await painter.prepare(slide);
  return {
    painted: pixelsOf(painter, piece, slide, size, 1),
    slide: drawnSlide(painter, painter.sceneOf(piece, slide, size), 1, false, { shadows }),
  };
}
const WANTED: SvgWanted = {
  text: false,
  title: 'Piece "one" & more',
  description: '',
  picture: ({ width, height }) => Promise.resolve(`data:image/png;base64,${width}x${height}`),
  font: () => Promise.resolve('data:font/woff2;base64,AAAA'),
};
const svg = async (layers: (z: Size) => Layer[], more: Partial<SvgWanted> = {}) =>
  svgOf((await drawn(layers, true)).slide, { ...WANTED, ...more });
/** Texts of elements by name, of a file that is well formed. */
function textsIn(xml: string): Record<string, string> {
  const parser = new SaxesParser(),
    found: Record<string, string> = {},
    open: string[] = [];
  parser.on('error', (e) => {
    throw e;
  });
  parser.on('opentag', ({ name }) => void open.push(name));
  parser.on('closetag', () => void open.pop());
  parser.on('text', (t) => void (found[open.at(-1) ?? ''] = (found[open.at(-1) ?? ''] ?? '') + t));
  parser.write(xml).close();
  return found;
}
const count = (text: string, what: RegExp): number => [...text.matchAll(what)].length;

it('what is drawn, painted again, is what was painted', async () => {
  const { painted, slide } = await drawn(everything, false),
    surface = painter.studio.surface(600, 300);
  surface.context.fillStyle = slide.paper!;
  surface.context.fillRect(0, 0, 600, 300);
  for (const { nodes } of slide.layers) replay(nodes, surface, painter.studio);
  const again: Pixels = { width: 600, height: 300, data: surface.read(0, 0, 600, 300) };
  let sum = 0,
    far = 0;
  again.data.forEach((v, i) => {
    const d = Math.abs(v - painted.data[i]);
    sum += d;
    if (d > 16) far++;
  });
  expect(sum / again.data.length).toBeLessThan(0.2);
  expect(far / again.data.length).toBeLessThan(0.001);
});

it('gradients, patterns, masks, blend modes and shadows stay what they are; pools and photos are pictures', async () => {
  const { svg: file, notKept } = await svg(everything);
  textsIn(file);
  // The ground's, the fade's.
  expect(count(file, /<linearGradient /g)).toBe(2);
  expect(count(file, /<pattern /g)).toBe(1);
  // Those of the photo, the star, the dot, the headline.
  expect(count(file, /<filter /g)).toBe(4);
  expect(file).toContain('mix-blend-mode:multiply');
  expect(file).toContain('stroke-dasharray="12 6"');
  // The photo and the pool; the dot's grown shadow is an outline with a stroke.
  expect(count(file, /<image /g)).toBe(2);
  expect(file).toContain('stroke-width="6" stroke-linejoin="round"');
  expect(notKept).toEqual([{ layer: 'Pool', what: 'picture' }]);
});

it('words become attributes and titles, never markup', async () => {
  const evil = '</title><script>alert(1)</script>"\u0000',
    { svg: file } = await svg((z) => [{ ...headline('x', '#000')(z), text: evil, name: evil }], {
      title: evil,
      description: evil,
      text: true,
    });
  expect(file).not.toContain('<script');
  const { title, desc } = textsIn(file);
  expect([title, desc]).toEqual([evil.slice(0, -1), evil.slice(0, -1)]);
});

it('letters are text with their fonts where that shows the same, outlines otherwise', async () => {
  const layers = (z: Size): Layer[] => [
    headline('Plain words', '#fff', 10, 10)(z),
    { ...headline('office', '#fff', 10, 100, { id: 'b' })(z), name: 'B' },
    { ...headline('\u05e9\u05dc\u05d5\u05dd', '#fff', 10, 200, { id: 'c' })(z), name: 'C' },
  ];
  const asked: string[] = [],
    { svg: file, notKept } = await svg(layers, {
      text: true,
      font: (_, letters) => {
        asked.push(letters);
        return Promise.resolve('data:font/woff2;base64,AAAA');
      },
    });
  textsIn(file);
  expect(file).toContain('>Plain words</text>');
  const [, places] = /<text x="([^"]*)"/.exec(file)!;
  expect(places.split(' ')).toHaveLength('Plain words'.length);
  expect([...new Set('Plain words')].every((c) => asked.some((a) => a.includes(c)))).toBe(true);
  expect(notKept.map((k) => k.what)).toContain('outlines');
  expect(notKept.map((k) => k.layer)).toContain('\u05e9\u05dc\u05d5\u05dd');
  // A font that must not go along leaves outlines.
  const { svg: bare } = await svg(layers, { text: true, font: () => Promise.resolve(null) });
  expect(bare).not.toContain('<text');
  expect(count(bare, /<path /g)).toBeGreaterThan(0);
});

it('without paper there is none; a slide where nothing lies is empty', async () => {
  const { piece, slide, size } = scene(() => [], 40, 20),
    of = painter.sceneOf(piece, slide, size);
  expect((await svgOf(drawnSlide(painter, of, 1, true, { shadows: true }), WANTED)).svg).not.toContain('<rect');
  expect((await svgOf(drawnSlide(painter, of, 2, false, { shadows: true }), WANTED)).svg).toContain(
    '<rect width="80" height="40" fill="#ffffff"/>',
  );
});

it('a letter with a gradient that is turned keeps its outline: paint and text would not turn alike', async () => {
  const fill = { ...solid('#fff'), kind: 'gradient' as const },
    { notKept } = await svg((z) => [headline('turned', '#fff', 10, 10, { fill, rotation: 20 })(z)], { text: true });
  expect(notKept).toEqual([{ layer: 'turned', what: 'outlines' }]);
});

it('stops run straight within half a step of 255 of the ramp they stand for', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          at: fc.double({ min: 0, max: 1, noNaN: true }),
          colour: fc.constantFrom('#102030', '#ffd080', '#ff0000cc', '#00ff0000', '#ffffff80'),
          mid: fc.double({ min: 0.2, max: 0.8, noNaN: true }),
        }),
        { minLength: 2, maxLength: 5 },
      ),
      fc.constantFrom('srgb' as const, 'oklab' as const),
      (stops, space) => {
        const table = gradientTable({ stops, space }),
          found = stopsOf(table);
        expect(found[0].at).toBe(0);
        expect(found.at(-1)!.at).toBe(1);
        for (let i = 0; i <= STEPS; i += 31) {
          const u = i / STEPS,
            k = Math.max(
              1,
              found.findIndex((s) => s.at >= u),
            ),
            [p, q] = [found[k - 1], found[k]],
            t = (u - p.at) / (q.at - p.at),
            alpha = table[i * 4 + 3];
          expect(Math.abs(p.alpha + (q.alpha - p.alpha) * t - alpha)).toBeLessThan(0.0021);
          (['red', 'green', 'blue'] as const).forEach((c, n) =>
            expect(Math.abs(p[c] + (q[c] - p[c]) * t - table[i * 4 + n]) * alpha).toBeLessThan(0.51),
          );
        }
      },
    ),
    { numRuns: 12 },
  ));
