// Solved ways outlive the page, for the same question to the same program only.
import 'fake-indexeddb/auto';
import { makeText } from '../../../core/kinds/text';
import { makePiece } from '../../../core/piece/make';
import type { Way } from '../../../core/remedy/way';
import { ids } from '../../../core/testing/scenes';
import type { Shown } from '../../../workers/stage';

process.env.PLAVO_BUILD = 'this one';
const { keepWays, keptWays } = await import('./kept-ways');

const shown = (text: string): Shown => {
  const piece = makePiece('Test', { width: 800, height: 800 }, ids(), (z) => [makeText('text', text, z)]);
  return { piece, slide: piece.slides[0].id, size: piece.sizes[0].id };
};
const answer = (strength: number) => ({ ways: [{ name: 'Pool', strength } as Way], without: [], left: [], now: null });

it('what was solved is found again for the same question, and for no other', async () => {
  const scene = shown('Slow trains');
  await keepWays(scene, { instead: false }, answer(40));
  expect(await keptWays(scene, { instead: false })).toMatchObject(answer(40));
  // Its name is no part of the picture.
  expect(await keptWays({ ...scene, piece: { ...scene.piece, name: 'Other' } }, { instead: false })).not.toBeNull();
  expect(await keptWays(scene, { instead: true })).toBeNull();
  expect(await keptWays(shown('Long views'), { instead: false })).toBeNull();
});
it('the oldest go where there are many', async () => {
  for (let i = 0; i < 70; i++) await keepWays(shown(`Text ${i}`), {}, answer(i));
  expect(await keptWays(shown('Text 0'), {})).toBeNull();
  expect(await keptWays(shown('Text 69'), {})).toMatchObject(answer(69));
});
