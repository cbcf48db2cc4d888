// Names by a pattern: what is asked for, each another one, and safe anywhere.
import fc from 'fast-check';
import { namesOf, partsOf, unknownParts, USUAL_PATTERN } from './file-names';
import { wantedFiles } from './wanted-files';

const parts = (more: object = {}) => ({
  campaign: 'ostrel-line',
  piece: 'slow-trains',
  slide: '01',
  size: '1080x1350',
  date: '2027-05-02',
  number: '1',
  ...more,
});

it('parts stand for what they are called; an empty one leaves no gap', () => {
  expect(namesOf(USUAL_PATTERN, [{ parts: parts(), ending: 'png' }])).toEqual(['slow-trains-01-1080x1350.png']);
  expect(namesOf(USUAL_PATTERN, [{ parts: parts({ slide: '' }), ending: 'jpg' }])).toEqual([
    'slow-trains-1080x1350.jpg',
  ]);
  expect(namesOf('{date} {campaign}_{number}', [{ parts: parts(), ending: 'webp' }])).toEqual([
    '2027-05-02 ostrel-line_1.webp',
  ]);
});

it('what would be the same name gets a number; endings tell files apart by themselves', () => {
  const file = (ending: string) => ({ parts: parts(), ending });
  expect(namesOf('Post', [file('png'), file('jpg'), file('png'), file('PNG')])).toEqual([
    'Post.png',
    'Post.jpg',
    'Post-2.png',
    'Post-3.PNG',
  ]);
});

it('no pattern leads out of the folder', () => {
  expect(namesOf('../../{piece}/x', [{ parts: parts(), ending: 'png' }])).toEqual(['slow-trains-x.png']);
  expect(namesOf('C:\\{slide}', [{ parts: parts(), ending: 'png' }])).toEqual(['C-01.png']);
  fc.assert(
    fc.property(fc.array(fc.string({ unit: 'binary' }), { minLength: 1, maxLength: 4 }), (patterns) => {
      for (const pattern of patterns) {
        const names = namesOf(
          pattern,
          [1, 2, 3].map(() => ({ parts: parts(), ending: 'png' })),
        );
        expect(new Set(names.map((n) => n.toLowerCase())).size).toBe(3);
        for (const n of names) expect(n).not.toMatch(/[/\\:*?"<>|\u0000-\u001f]|^\.|^$/);
      }
    }),
  );
});

it('says which parts there are not', () => {
  expect(unknownParts('{piece} {wide} {} {size}')).toEqual(['wide', '']);
});

it('parts come from names as people read them; a piece of one slide has no number of it', () => {
  const file = { slide: 3, size: { width: 1080, height: 1351 }, scale: 0.5, number: 7 },
    about = { campaign: 'The Ostrel Line', piece: 'Slow trains, long views', slides: 7 };
  expect(partsOf(about, file)).toMatchObject({
    campaign: 'the-ostrel-line',
    piece: 'slow-trains-long-views',
    slide: '03',
    size: '540x676',
    number: '7',
  });
  expect(partsOf({ ...about, piece: '!!!', slides: 1 }, file)).toMatchObject({ piece: 'piece', slide: '' });
});

it('each size, slide and format is a file; a format with pages has one for all slides', () => {
  expect(wantedFiles(['a'], [2], ['png', 'png'])).toEqual([{ size: 'a', slide: 2, format: 'png' }]);
  const all = wantedFiles(['a', 'b'], [1, 3, 3], ['png', 'pdf', 'svg']);
  expect(all).toHaveLength(10);
  expect(all.filter((f) => f.format === 'pdf')).toEqual([
    { size: 'a', slide: 1, format: 'pdf', pages: [1, 3] },
    { size: 'b', slide: 1, format: 'pdf', pages: [1, 3] },
  ]);
});
