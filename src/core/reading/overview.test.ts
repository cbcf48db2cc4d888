import { headline, scene } from '../testing/scenes';
import { overviewOf, worstFirst } from './overview';
import type { Reading } from './read';

it('names each text by slide and size, the worst first, what could not be measured among them', () => {
  const s = scene((z) => [headline('Slow\ntrains', '#ffffff')(z)]),
    piece = { ...s.piece, slides: [{ ...s.slide, id: 'other' }, s.slide] };
  const reading = (ratio: number | null, flags: Reading['flags'] = []): Reading =>
    ({ layer: 'text', ratio, needed: 3, flags }) as Reading;
  const rows = overviewOf(piece, s.slide, s.size, [
    reading(9),
    reading(null, ['empty']),
    reading(1.2),
    reading(9, ['too-small']),
  ]);
  expect(rows[0]).toMatchObject({ slideNumber: 2, size: 'base', text: 'Slow trains' });
  expect(worstFirst(rows).map((r) => [r.reading.ratio, r.reading.flags.length])).toEqual([
    [1.2, 0],
    [null, 1],
    [9, 1],
    [9, 0],
  ]);
});
