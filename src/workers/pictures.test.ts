import { MOST_PIXELS, Pictures } from './pictures';

/** Says how large it is without taking that memory. */
const photo = (megapixels: number) => ({ width: megapixels * 1000, height: 1000, data: new Uint8ClampedArray() });
function store() {
  let time = 0;
  const gone: string[] = [],
    pictures = new Pictures(
      (id) => gone.push(id),
      () => time,
    );
  const open = (id: string, megapixels = 11): void => {
    pictures.touch(id);
    if (!pictures.get(id)) pictures.set(id, photo(megapixels));
    pictures.makeRoom(new Set([id]));
  };
  return { pictures, gone, open, pass: (ms: number) => void (time += ms) };
}

it('forty large photos opened in turn weigh no more than three', () => {
  const s = store();
  let most = 0;
  for (let i = 0; i < 40; i++) {
    s.open(`p${i}`);
    s.pass(5000);
    most = Math.max(most, s.pictures.weight);
  }
  expect(most).toBeLessThanOrEqual(MOST_PIXELS + 11e6);
  expect(s.gone).toHaveLength(38);
});
it('opened faster than that, they still weigh within bounds', () => {
  const s = store();
  for (let i = 0; i < 40; i++) {
    s.open(`p${i}`);
    s.pass(100);
  }
  expect(s.pictures.weight).toBeLessThanOrEqual(4 * MOST_PIXELS);
});
it('what was used last stays, and so does all that is needed now, however much', () => {
  const s = store();
  for (const id of ['a', 'b', 'c']) s.open(id, 10);
  s.pass(5000);
  s.pictures.touch('a');
  s.open('d', 10);
  expect(s.gone).toEqual(['b', 'c']);
  s.pass(60_000);
  for (const id of ['x', 'y', 'z', 'w']) s.pictures.set(id, photo(30));
  s.pictures.makeRoom(new Set(['x', 'y', 'z', 'w']));
  expect(['x', 'y', 'z', 'w'].every((id) => s.pictures.get(id))).toBe(true);
  expect(s.pictures.get('a')).toBeNull();
});
