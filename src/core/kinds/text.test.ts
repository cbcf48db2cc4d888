// A text that becomes a button: what it gets, what it keeps, and that its label can be read.
import { contrastOfHex } from '../colour/srgb';
import { makePiece } from '../piece/make';
import { accentOf } from '../piece/swatches';
import { readText } from '../reading/read';
import { easelFor } from '../testing/pixels';
import { ids } from '../testing/scenes';
import { textFrame } from '../type/frame';
import { solid } from '../values/made';
import { LEAST_TARGET, makeButton, makeText, type TextLayer } from './text';

const { painter } = easelFor();
const SIZE = { width: 1920, height: 900 };

it.each(['#f2a31b', '#16231f', '#808080', '#ffffff', '#000000'])(
  'a button on %s has a label that can be read',
  (hex) => {
    const text = { ...makeText('t', 'See the timetable', SIZE), fontSize: 40 };
    makeButton(text, '/times', { colour: hex, hex });
    expect(text).toMatchObject({ frame: 'line', heading: null, button: { href: '/times' } });
    expect(contrastOfHex(text.fill.colour as string, hex)).toBeGreaterThanOrEqual(4.5);
  },
);

it('what has a plate already keeps it, and its ink', () => {
  const text = makeText('t', 'Go', SIZE),
    panel = {
      fill: solid('#123456'),
      opacity: 0.5,
      stroke: { width: 0, colour: '#ffffff', place: 'inside' as const, dash: [] },
      radius: [0, 0, 0, 0] as [number, number, number, number],
      shadows: [],
    },
    own: TextLayer = { ...text, panel, heading: 'h2' };
  makeButton(own, '#', { colour: '#f2a31b', hex: '#f2a31b' });
  expect(own).toMatchObject({ panel, fill: text.fill, heading: null });
});

it('one that is hard to press as it is shown is said to be', async () => {
  const made = makePiece('P', { ...SIZE, shownWidth: 390 }, ids(), (z) => {
    const text = { ...makeText('t', 'Go', z), fontSize: 60 };
    makeButton(text, '#', { colour: '#f2a31b', hex: '#f2a31b' });
    return [text];
  });
  const flagsOf = async (more: Partial<TextLayer>): Promise<{ flags: string[]; px: number }> => {
    const slide = { ...made.slides[0], layers: made.slides[0].layers.map((l) => ({ ...l, ...more }) as TextLayer) },
      piece = { ...made, slides: [slide] },
      [size] = piece.sizes,
      [text] = slide.layers;
    await painter.prepare(slide);
    const { width, height } = textFrame(text, painter.layout(text));
    return {
      flags: readText(painter, piece, slide, size, text).flags,
      px: (Math.min(width, height) * size.shownWidth) / size.width,
    };
  };
  for (const more of [{}, { padding: { top: 60, right: 60, bottom: 60, left: 60 } }]) {
    const { flags, px } = await flagsOf(more);
    expect(flags.includes('small-target')).toBe(px < LEAST_TARGET);
  }
  const { flags } = await flagsOf({ button: null });
  expect(flags).not.toContain('small-target');
  // Under the pointer its label, #111111, must be told from its plate too.
  const over = async (ink: string | null, plate: string | null): Promise<boolean> =>
    (
      await flagsOf({ button: { href: '#', hover: { ink, plate }, focus: { colour: '#ffffff', width: 4 } } })
    ).flags.includes('weak-hover');
  expect([await over(null, null), await over('#ffffff', null), await over(null, '#333333')]).toEqual([
    false,
    true,
    true,
  ]);
  expect(await over('#ffffff', '#1d3b2f')).toBe(false);
});

it('the accent of a house is the swatch with the most chroma', () => {
  const swatches = [
    { id: 'snow', name: 'Snow', colour: '#f5f7f8', house: true },
    { id: 'amber', name: 'Amber', colour: '#f2a31b', house: true },
    { id: 'spruce', name: 'Spruce', colour: '#1d3b2f', house: true },
  ];
  expect(accentOf({ swatches })).toEqual({ colour: { swatch: 'amber' }, hex: '#f2a31b' });
  expect(accentOf({ swatches: [] }).hex).toMatch(/^#/);
});
