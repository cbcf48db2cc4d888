// Photos that are enlarged: by the frame, by the scale, by the part that is shown.
import { makePhoto } from '../kinds/photo';
import type { Layer } from '../kinds/layers';
import { scene } from '../testing/scenes';
import { enlargedPhotos } from './enlarged';

const FILE = { width: 300, height: 200 },
  ASSET = 'd'.repeat(64);
const times = (more: Partial<Layer> = {}, scale = 1, file: typeof FILE | null = FILE): number[] => {
  const { piece, slide, size } = scene((z) => [{ ...makePhoto('p', ASSET, 'Photo', z), ...more } as Layer], 600, 300);
  return enlargedPhotos(piece, slide, size, scale, () => file).map((e) => Math.round(e.times * 100) / 100);
};

it('says how many pixels stand for one of the file, where that is more than half as many again', () => {
  // 600 across from 300.
  expect(times()).toEqual([2]);
  expect(times({}, 0.7)).toEqual([]);
  expect(times({}, 2)).toEqual([4]);
  expect(times({ zoom: 2 })).toEqual([4]);
  expect(times({ crop: { x: 0, y: 0, width: 0.5, height: 0.5 } })).toEqual([4]);
  expect(times({ box: { x: 0, y: 0, width: 400, height: 200 } })).toEqual([]);
});

it('leaves out what is hidden, and what is sharp at any size', () => {
  expect(times({ visible: false })).toEqual([]);
  expect(times({}, 1, null)).toEqual([]);
});
