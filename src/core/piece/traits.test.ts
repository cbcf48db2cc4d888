import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { ids } from '../testing/scenes';
import { makePiece } from './make';
import type { Piece } from './schema';
import { isNearColour, searchedIn, traitsOf } from './traits';

const piece = (): Piece => {
  const made = makePiece('Season', { destination: 'square-post' }, ids(), (size) => [
    makeTint('tint', '#2f4a3c', 0.5, size),
    { ...makeText('text', 'Headline', size), name: 'Headline', text: 'Slow trains', fontSize: 80 },
  ]);
  return {
    ...made,
    slides: made.slides.map((s) => ({ ...s, note: 'For the feed', alternative: 'A train by a lake' })),
  };
};

it('finds destination, fonts and colours, of hidden layers nothing', () => {
  const one = piece(),
    [slide] = one.slides,
    text = slide.layers[1] as ReturnType<typeof makeText>,
    two = {
      ...one,
      slides: [
        {
          ...slide,
          layers: [
            slide.layers[0],
            { ...text, font: { family: 'Lora', weight: 400, italic: false } },
            { ...text, id: 'other', visible: false, font: { family: 'Anton', weight: 400, italic: false } },
          ],
        },
      ],
    };
  expect(traitsOf(two)).toMatchObject({ destination: ['square-post'], font: ['Lora'] });
  expect(traitsOf(two).colour.every((c) => /^#[0-9a-f]{6}$/.test(c))).toBe(true);
  expect(traitsOf(two).colour.length).toBeGreaterThan(0);
});

it('searches words, notes, alternative texts and names of parts', () => {
  const words = searchedIn(piece());
  for (const wanted of ['Slow trains', 'For the feed', 'A train by a lake', 'Headline'])
    expect(words).toContain(wanted);
});

it('takes a colour for the same when an eye would', () => {
  expect(isNearColour('#2f4a3c', '#304b3d')).toBe(true);
  expect(isNearColour('#2f4a3c', '#e0a030')).toBe(false);
});
