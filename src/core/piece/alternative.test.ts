// Alternative texts: what files say of slides, and first words for them.
import { makePhoto } from '../kinds/photo';
import type { Layer } from '../kinds/layers';
import { headline, scene } from '../testing/scenes';
import type { Size } from './schema';
import { aboutSlide, suggestedAlternative } from './alternative';
import { setAlternative } from './slides';

const of = (layers: (z: Size) => Layer[]): string => suggestedAlternative(scene(layers).slide);

it('says the words from top to bottom, then what the photos are called', () => {
  expect(
    of((z) => [
      makePhoto('p', 'a'.repeat(64), 'Lake Sill in autumn', z),
      { ...headline('from 14 March.', '#fff', 40, 150)(z), id: 'b' },
      { ...headline('Slow trains,\nlong views', '#fff', 40, 20)(z), id: 'a' },
    ]),
  ).toBe('Slow trains, long views. from 14 March. Over a photo: Lake Sill in autumn.');
});

it('leaves out what is hidden and names that say nothing, and is empty where there are no words', () => {
  expect(of(() => [])).toBe('');
  expect(
    of((z) => [
      makePhoto('p', 'a'.repeat(64), 'IMG_20270502', z),
      { ...headline('Gone', '#fff')(z), visible: false },
      { ...headline('Really?', '#fff')(z), id: 'b' },
    ]),
  ).toBe('Really?');
  expect(of((z) => [makePhoto('p', 'a'.repeat(64), 'Hollin Pass at dawn', z)])).toBe('A photo: Hollin Pass at dawn.');
  expect(of((z) => [headline('word '.repeat(200), '#fff')(z)]).length).toBeLessThanOrEqual(300);
});

it('files say the name of the piece, with the number of the slide where there are several', () => {
  const { piece, slide } = scene((z) => [headline('Slow trains', '#fff')(z)]),
    two = { ...piece, slides: [slide, { ...slide, id: 'second' }] };
  expect(aboutSlide(piece, slide)).toEqual({ title: 'Scene', description: '' });
  expect(aboutSlide(setAlternative(two, 'second', '  A train \n'), { id: 'second' })).toEqual({
    title: 'Scene, 2',
    description: 'A train',
  });
});
