// What finished pictures were made for.
import { beginningFor } from './beginning';
import { DESTINATIONS } from './destinations';
import { makePiece } from './make';

it.each(DESTINATIONS.filter((d) => !d.companion))('a picture of the size of $id was made for what has it', (d) => {
  const found = beginningFor(d) as { destination: string };
  const same = DESTINATIONS.find((o) => o.id === found.destination)!;
  expect([same.width, same.height]).toEqual([d.width, d.height]);
});
it('the shape tells where the size does not', () => {
  expect(beginningFor({ width: 2160, height: 2160 })).toEqual({ destination: 'square-post' });
  expect(beginningFor({ width: 719, height: 1280 })).toEqual({ destination: 'story' });
});
it('a section stays one picture; others keep their own size, within what a size may be', () => {
  const hero = DESTINATIONS.find((d) => d.companion)!;
  expect(beginningFor(hero)).toEqual({ width: hero.width, height: hero.height, shownWidth: hero.shownWidth });
  expect(beginningFor({ width: 700, height: 300 })).toEqual({ width: 700, height: 300 });
  expect(beginningFor({ width: 20_000, height: 9000 })).toEqual({ width: 8192, height: 3686 });
  expect(beginningFor({ width: 3000, height: 2 })).toEqual({ width: 3000, height: 16 });
  expect(makePiece('Check', beginningFor({ width: 700, height: 300 }), () => 'i').sizes).toHaveLength(1);
});
