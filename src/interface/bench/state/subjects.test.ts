// What is found in photos: looked for once, and only when asked; where it cannot be, all goes on without.
import { jest } from '@jest/globals';
import { makePhoto } from '../../../core/kinds/photo';
import { makeText } from '../../../core/kinds/text';
import type { Layer } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import type { Found } from '../../../core/photo/found';
import { makePiece } from '../../../core/piece/make';
import { ids } from '../../../core/testing/scenes';

const CUP: Found = { box: { x: 0.25, y: 0.3, width: 0.2, height: 0.4 }, what: 'cup', score: 0.6 };
const find = jest.fn<() => Promise<Found[]>>();
jest.unstable_mockModule('../../../workers/clients', () => ({
  finderWorker: () => ({ find }),
  readingWorker: () => ({ lookOf: () => Promise.resolve({ look: {}, ratio: 1.5 }) }),
}));
const { findIn, foundSubject, useSubjects, withFound } = await import('./subjects');

const A = 'a'.repeat(64),
  B = 'b'.repeat(64);
const scene = (asset: string, more: Partial<PhotoLayer> = {}) => {
  const piece = makePiece('Test', { width: 800, height: 800 }, ids(), (z): Layer[] => [
    { ...makePhoto('photo', asset, 'Photo', z), ...more },
    makeText('text', 'Slow trains', z),
  ]);
  return { piece, slide: piece.slides[0].id, size: piece.sizes[0].id };
};
const subject = ({ piece }: ReturnType<typeof scene>) => (piece.slides[0].layers[0] as PhotoLayer).subject;

beforeEach(() => find.mockReset());

it('is looked for with the first question, once for all that ask, and taken along', async () => {
  find.mockResolvedValue([CUP]);
  expect(foundSubject(A)).toBeNull();
  const asked = scene(A),
    [one, two] = await Promise.all([withFound(asked), withFound(asked)]);
  expect(find).toHaveBeenCalledTimes(1);
  for (const s of [one, two]) expect(subject(s)).toEqual({ of: A, boxes: [{ ...CUP.box, what: 'cup' }], said: false });
  // The document itself is as it was.
  expect(subject(asked)).toBeNull();
  await withFound(asked);
  expect(find).toHaveBeenCalledTimes(1);
});

it('is not asked where the document knows, or a photo is painted by what is known', async () => {
  const said = { of: B, boxes: [], said: true };
  expect(subject(await withFound(scene(B, { subject: said })))).toBe(said);
  const room = { on: true, left: 0.3, right: 0, top: 0, bottom: 0, reach: null, grain: 1, fill: 'auto' as const };
  expect(subject(await withFound(scene(B, { room })))).toBeNull();
  expect(find).not.toHaveBeenCalled();
  // Of another picture nothing is known.
  find.mockResolvedValue([]);
  const other = await withFound(scene(B, { subject: { of: A, boxes: [], said: true } }));
  expect(subject(other)).toEqual({ of: B, boxes: [], said: false });
});

it('where it cannot be looked for the question goes on without, why is told, and the next one tries again', async () => {
  const C = 'c'.repeat(64);
  find.mockRejectedValueOnce(new Error('centernet.bin could not be loaded (404)'));
  const asked = scene(C);
  expect(await withFound(asked)).toEqual(asked);
  expect(useSubjects.getState().failed).toBe('centernet.bin could not be loaded (404)');
  find.mockResolvedValue([CUP]);
  expect(await findIn(C)).toEqual([CUP]);
  expect(useSubjects.getState().failed).toBeNull();
});
