// A section as HTML and CSS: what the markup says, that it is valid whatever lies on the section, that nothing in it
// is run. How it looks is compared in a browser.
import { validate } from 'csstree-validator';
import { HtmlValidate } from 'html-validate';
import { makeBorder } from '../../kinds/border';
import { makeFade } from '../../kinds/fade';
import { makeFill } from '../../kinds/fill';
import type { Layer } from '../../kinds/layers';
import { makePhoto } from '../../kinds/photo';
import { makePlate } from '../../kinds/plate';
import { makePool } from '../../kinds/pool';
import { makeShape } from '../../kinds/shape';
import { makeButton, makeText, readingShadow, type TextLayer } from '../../kinds/text';
import { makeTint } from '../../kinds/tint';
import { emptySlide, makePiece, makeSection } from '../../piece/make';
import { slideOf } from '../../piece/resolve';
import { PieceSchema } from '../../piece/schema';
import { easelFor } from '../../testing/pixels';
import { ids } from '../../testing/scenes';
import { gradientThrough, makeBacking, solid } from '../../values/made';
import { isLink } from '../../values/link';
import { type SectionPage, sectionPage } from './section';

const { painter } = easelFor(new Map());
const ASSET = 'a'.repeat(64);
const FILE = { width: 2400, height: 1600 };

/** A hero in two layouts; what it holds is made for its wide one. */
async function page(
  change: (
    layers: { photo: Layer; head: TextLayer; line: TextLayer },
    size: { width: number; height: number },
  ) => Layer[],
  name = 'Lake hero',
): Promise<SectionPage> {
  const piece = makePiece(name, { destination: 'hero' }, ids(), (z) =>
    change(
      {
        photo: makePhoto('photo', ASSET, 'A lake', z),
        head: {
          ...makeText('head', 'Slow trains', z),
          name: 'Headline',
          box: { x: 128, y: 300, width: 900, height: 140 },
        },
        line: {
          ...makeText('line', 'From 2 May', z),
          name: 'Line',
          box: { x: 128, y: 470, width: 900, height: 60 },
          fontSize: 44,
        },
      },
      z,
    ),
  );
  await painter.prepare(piece.slides[0]);
  return sectionPage(painter, piece, piece.slides[0], () => FILE);
}

const VALID = new HtmlValidate({
  extends: ['html-validate:recommended'],
  rules: { 'no-inline-style': 'off', 'long-title': 'off' },
});
async function faultsOf({ html, css }: SectionPage): Promise<string[]> {
  const report = await VALID.validateString(html);
  return [
    ...report.results.flatMap((r) => r.messages.map((m) => `${m.ruleId}: ${m.message}`)),
    ...validate(css, 'section.css').map((e) => e.message),
  ];
}

it.each([
  ['section', /<section class="section" aria-labelledby=/, /<main>\s+<section/],
  ['header', /<header class="section">/, /<\/header>\s+<main><\/main>/],
  ['none', /<div class="section">/, /<main>\s+<div class="section">/],
] as const)('is the landmark that was chosen: %s', async (landmark, self, place) => {
  const piece = makePiece('Hero', { destination: 'hero' }, ids(), (z) => [makeText('head', 'Slow trains', z)]);
  await painter.prepare(piece.slides[0]);
  const chosen = { ...piece, section: { ...makeSection(), landmark, share: 0.8 } },
    made = sectionPage(painter, chosen, chosen.slides[0], () => null);
  expect(made.html).toMatch(self);
  expect(made.html).toMatch(place);
  expect(made.css).toMatch(/min-height: max\(clamp\(.*\), 80svh\)/);
  expect(await faultsOf(made)).toEqual([]);
});

it('backgrounds lie on each other as they do in the stack, over the page’s own colour; what is hidden is left out', async () => {
  const wash = (id: string, colour: string, z: { width: number; height: number }): Layer => ({
      ...makeFill(id, colour, z),
      name: id,
      opacity: 0.5,
    }),
    order = (html: string): string[] => [...html.matchAll(/section-(sky|lake|earth)"/g)].map((m) => m[1]);
  const up = await page((_, z) => [wash('sky', '#88aaff', z), wash('lake', '#224466', z), wash('earth', '#443311', z)]),
    down = await page((_, z) => [
      wash('earth', '#443311', z),
      { ...wash('lake', '#224466', z), visible: false },
      wash('sky', '#88aaff', z),
    ]);
  expect(order(up.html)).toEqual(['sky', 'lake', 'earth']);
  expect(order(down.html)).toEqual(['earth', 'sky']);
  // Half of each shows what lies below it, and below all of them the paper.
  expect(up.css).toMatch(/\.section-page \{[^}]*background-color: #ffffff/);
  expect(up.css.match(/opacity: 0\.5/g)).toHaveLength(3);
});

describe('several pictures', () => {
  /** A black, a white and a red picture, each for 4 s, with 2 s between them. */
  async function show(fade = 2): Promise<SectionPage> {
    const piece = makePiece('Hero', { destination: 'hero' }, ids(), (z) => [
      makeFill('ground', '#000000', z),
      makeTint('tint', '#203040', 0.2, z),
      makeText('head', 'Slow trains', z),
    ]);
    const more = ['#ffffff', '#ff0000'].map((c, i) => ({
      ...emptySlide(`p${i + 2}`),
      paper: '#0000ff',
      layers: [makeFill('ground', c, piece.sizes[0])],
    }));
    await painter.prepare(piece.slides[0]);
    const all = { ...piece, section: { ...makeSection(), stay: 4, fade }, slides: [...piece.slides, ...more] };
    return sectionPage(painter, all, slideOf(all, all.slides[0].id), () => null);
  }
  it('lie on each other under the overlays and the message, and pass the validators', async () => {
    const made = await show();
    expect(await faultsOf(made)).toEqual([]);
    const order = ['picture-1', 'section-colour"', 'picture-2', 'picture-3', 'section-tint', 'section-message'];
    expect(order.map((o) => made.html.indexOf(o))).toEqual(
      order.map((o) => made.html.indexOf(o)).sort((a, b) => a - b),
    );
    expect(made.css).toMatch(/picture-2 \{\s+background-color: #0000ff;\s+opacity: 0;/);
  });
  it('each appears when the painter has it appear, and the last one goes over the first', async () => {
    const { css } = await show();
    // 18 s in all: the second is there from 6 s to 12 s, the third from 12 s to 16 s.
    expect(css).toContain('section-picture-2 18s linear infinite');
    const frames = (n: number): string[] =>
      css
        .match(new RegExp(`@keyframes section-picture-${n} \\{[\\s\\S]*?\\n\\}`))![0]
        .match(/[\d.]+%, [\d.]+%|100%(?= )/g)!;
    expect(frames(2)).toEqual(['0%, 22.222%', '33.333%, 66.667%', '66.672%, 100%']);
    expect(frames(3)).toEqual(['0%, 55.556%', '66.667%, 88.889%', '100%']);
  });
  it('without a fade they change at once', async () => {
    const made = await show(0);
    expect(await faultsOf(made)).toEqual([]);
    expect(made.css).toMatch(/@keyframes section-picture-2 \{\s+0%, 33\.325%/);
  });
  it('stand still for whoever wants less motion, and can be stopped', async () => {
    const { html, css } = await show();
    expect(css).toMatch(/@media \(prefers-reduced-motion: reduce\) \{\s+\.section-page--picture \{\s+animation: none/);
    expect(html).toContain('aria-label="Pause the pictures"');
  });
  it('one picture needs none of that', async () => {
    const { html, css } = await page(({ photo, head }) => [photo, head]);
    expect(`${html}${css}`).not.toMatch(/--picture|--pause|keyframes/);
  });
});

describe('valid HTML and CSS', () => {
  const box = { x: 128, y: 300, width: 900, height: 230 };
  const CASES: Record<string, Parameters<typeof page>[0]> = {
    'a photo under a tint and fades': ({ photo, head, line }, z) => [
      photo,
      makeTint('tint', '#112233', 0.3, z),
      makeFade('fade', '#112233', 0.7, z, { angle: 30, solid: 0.2, easing: 'strong' }),
      makeFade('vignette', '#112233', 0.7, z, { shape: 'vignette' }),
      head,
      line,
    ],
    'a plate behind both texts': ({ photo, head, line }) => [
      photo,
      makePlate('p', '#112233', 0.7, box, 120, ['head', 'line']),
      head,
      line,
    ],
    'a pool, a border, a shape': ({ photo, head, line }, z) => [
      photo,
      makePool('pool', '#112233', 0.7, box, 120, ['head']),
      makeBorder('border', '#ffffff', z),
      head,
      line,
      {
        ...makeShape('star', 'star', '#f2a31b', z),
        band: 'message',
        box: { x: 1500, y: 80, width: 200, height: 200 },
        rotation: 12,
      },
    ],
    'gradients, and a pattern that CSS has not': ({ head, line }, z) => [
      {
        ...makeFill('ground', '#1d3b2f', z),
        fill: {
          ...makeFill('g', '#1d3b2f', z).fill,
          kind: 'gradient',
          gradient: gradientThrough(['#1d3b2f', '#9c6558', '#f6dca6'], { shape: 'conic' }),
        },
      },
      { ...makeFill('tiles', '#1d3b2f', z), fill: { ...makeFill('t', '#1d3b2f', z).fill, kind: 'pattern' } },
      { ...head, fill: { ...solid('#ffffff'), kind: 'gradient', gradient: gradientThrough(['#ffffff', '#f2a31b']) } },
      line,
    ],
    'backing, shadows, outline, parts': ({ photo, head, line }) => [
      photo,
      {
        ...head,
        text: 'Slow trains,\nlong views',
        backing: { ...makeBacking('#112233'), opacity: 0.6 },
        shadows: [readingShadow(head, '#000000', 0.8)],
        outline: { width: 3, colour: '#112233', place: 'outside', dash: [] },
        spans: [{ start: 0, end: 4, look: { fill: solid('#f2a31b'), highlight: '#112233', fontSize: 150 } }],
      },
      { ...line, list: 'bullets', heading: 'h2' },
    ],
  };
  it.each(Object.entries(CASES))('%s', async (_, layers) => {
    expect(await faultsOf(await page(layers))).toEqual([]);
  });
  it('and the checks find faults', async () => {
    const { html, css } = await page(({ photo, head }) => [photo, head]);
    expect(
      await faultsOf({
        html: html.replace('</main>', ''),
        css: `${css}.x { colr: red; width: 1furlong }`,
      } as SectionPage),
    ).not.toEqual([]);
  });
});

it('the heading names the section, the button is a link with its looks, the photo has its words', async () => {
  const { html, css, wanted } = await page(({ photo, head, line }) => {
    const button = { ...line, id: 'go', name: 'Timetable', text: 'See the timetable', box: { ...line.box, y: 560 } };
    makeButton(button, '/times?day=2&stop=varn', { colour: '#f2a31b', hex: '#f2a31b' });
    button.button!.hover.plate = '#ffffff';
    return [photo, { ...head, heading: 'h1' }, line, button];
  });
  expect(html).toMatch(/<section class="section" aria-labelledby="section-headline">/);
  expect(html).toMatch(/<h1 class="section-headline" id="section-headline">Slow trains<\/h1>/);
  expect(html).toMatch(/<a class="section-timetable" href="\/times\?day=2&amp;stop=varn">.*See the timetable.*<\/a>/);
  expect(html).toContain('alt="A lake"');
  expect(css).toMatch(/\.section-timetable:hover \{\s+background: #ffffff;/);
  expect(css).toMatch(/:focus-visible \{\s+outline: /);
  // Each layout has a file of just its pixels, and screens twice as dense have one of theirs.
  const [photo] = wanted;
  if (photo.kind !== 'photo') throw new Error('the photo is no photo');
  const files = photo.files.map((f) => f.width);
  expect(files).toEqual([...files].sort((a, b) => a - b));
  expect(files).toContain(1440);
  expect(files.at(-1)).toBeLessThanOrEqual(FILE.width);
});

it('without a heading of its own the largest text is the first', async () => {
  const { html } = await page(({ photo, head, line }) => [photo, line, head]);
  expect(html).toMatch(/<h1 class="section-headline" id="section-headline">/);
  expect(html.match(/<h[1-6]/g)).toHaveLength(1);
  const { html: own } = await page(({ photo, head, line }) => [photo, head, { ...line, heading: 'h2' }]);
  expect(own).toMatch(/<h2 class="section-line"/);
  expect(own).not.toContain('<h1');
});

it('texts stand in rows; what they outgrow moves down with them', async () => {
  const { html, css } = await page(({ photo, head, line }) => [photo, line, head]);
  // As they are read, not as they lie on each other.
  expect(html.indexOf('section-headline')).toBeLessThan(html.indexOf('section-line'));
  const row = (cls: string): number => Number(new RegExp(`\\.section-${cls} \\{[^}]*grid-row: (\\d)`).exec(css)![1]);
  expect(row('line')).toBe(row('headline') + 1);
  expect(css).toMatch(/min-height: clamp\(/);
});

it('only the faces and letters that are used go along, with stand-ins as wide', async () => {
  const { faces, css } = await page(({ photo, head, line }) => [
    photo,
    { ...head, case: 'upper' },
    { ...line, font: { family: 'Work Sans', weight: 500, italic: false } },
  ]);
  expect(faces.map((f) => [f.family, f.weight])).toEqual([
    ['Archivo', 700],
    ['Work Sans', 500],
  ]);
  expect(faces[0].letters).toBe([...new Set('SLOW TRAINS')].sort().join(''));
  for (const f of faces) expect(f.wide).toBeGreaterThan(0.7);
  expect(css.match(/^ {2}size-adjust/gm)).toHaveLength(2);
});

describe('nothing in a document is run', () => {
  const hostile = '<script>alert(1)</script><img src=x onerror=alert(1)>"\'--></style>';
  it('words, names and titles stay words', async () => {
    const made = await page(
      ({ photo, head, line }) => [{ ...photo, name: hostile }, { ...head, text: hostile, name: hostile }, line],
      hostile.slice(0, 60),
    );
    expect(await faultsOf(made)).toEqual([]);
    expect(made.html).not.toMatch(/<script|<img src=x|onerror=alert\(1\)>/);
    expect(made.css).not.toMatch(/<|script:|url\((?!"fonts)/);
  });
  it.each([
    'javascript:alert(1)',
    'JavaScript:alert(1)',
    ' javascript:x',
    'data:text/html,x',
    'vbscript:x',
    'java\nscript:x',
    '//elsewhere',
    'a b',
    '',
  ])('an address like %j is refused', async (href) => {
    expect(isLink(href)).toBe(false);
    const piece = makePiece('P', { destination: 'hero' }, ids(), (z) => [makeText('t', 'Go', z)]);
    const text = piece.slides[0].layers[0] as TextLayer;
    makeButton(text, '#', { colour: '#ffffff', hex: '#ffffff' });
    text.button!.href = href;
    expect(() => PieceSchema.parse(piece)).toThrow();
  });
  it.each([
    'https://ostrel.example/a?b=c#d',
    'mailto:office@ostrel.example',
    'tel:+4312345',
    '/times',
    './times',
    '#times',
    '?day=2',
    'times.html',
  ])('an address like %j is one', (href) => expect(isLink(href)).toBe(true));
});

it('a picture that is not there leaves its place empty, and all else as it is', async () => {
  const piece = makePiece('P', { destination: 'hero' }, ids(), (z) => [
    makePhoto('photo', ASSET, 'Gone', z),
    makeText('t', 'Words', z),
  ]);
  await painter.prepare(piece.slides[0]);
  const made = sectionPage(painter, piece, piece.slides[0], () => null);
  expect(made.wanted).toEqual([]);
  expect(made.html).not.toContain('<img');
  expect(made.html).toContain('Words');
  expect(await faultsOf(made)).toEqual([]);
});

it('a text of 2,000 letters in the narrowest layout keeps its rows', async () => {
  const made = await page(({ photo, head, line }) => [
    photo,
    { ...head, text: 'long views and slow trains '.repeat(75) },
    line,
  ]);
  expect(await faultsOf(made)).toEqual([]);
  expect(made.stands[0].size.height).toBeGreaterThan(3000);
});
