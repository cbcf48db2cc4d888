import { makePhoto } from '../kinds/photo';
import { scene } from '../testing/scenes';
import { drawnSide, shownSides } from './sides';

it('a picture counts as large as it is shown anywhere, zoom, crop and scale counted in', () => {
  const asset = 'a'.repeat(64),
    s = scene(
      (z) => [
        { ...makePhoto('p', asset, 'p', z), fit: 'contain', box: { x: 0, y: 0, width: 400, height: 200 } },
        { ...makePhoto('q', asset, 'q', z), fit: 'contain', zoom: 2, box: { x: 0, y: 0, width: 300, height: 100 } },
      ],
      1000,
      500,
    );
  expect(shownSides(s.piece, s.slide, s.size).get(asset)).toBe(600);
  expect(shownSides(s.piece, s.slide, s.size, 3).get(asset)).toBe(1800);
  const cropped = scene(
    (z) => [
      {
        ...makePhoto('p', asset, 'p', z),
        fit: 'contain',
        crop: { x: 0, y: 0, width: 0.25, height: 1 },
        box: { x: 0, y: 0, width: 400, height: 200 },
      },
    ],
    1000,
    500,
  );
  expect(shownSides(cropped.piece, cropped.slide, cropped.size).get(asset)).toBe(1600);
});
it('a drawing is drawn at the first side that is enough, at most at the last', () => {
  expect([0, 1536, 1537, 2600, 9000].map(drawnSide)).toEqual([1536, 1536, 2560, 4096, 4096]);
});
