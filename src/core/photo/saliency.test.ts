import { picture } from '../testing/pixels';
import { saliencyOf, subjectBox } from './saliency';

it('finds what stands out, and where', () => {
  const grid = saliencyOf(
    picture(300, 200, (x, y) => (Math.hypot(x - 210, y - 120) < 30 ? [200, 60, 40] : [90, 110, 120])),
  );
  const box = subjectBox(grid)!;
  expect(Math.abs(box.x - 0.6)).toBeLessThan(0.06);
  expect(Math.abs(box.y - 0.45)).toBeLessThan(0.08);
  expect(Math.abs(box.width - 0.2)).toBeLessThan(0.08);
  expect(grid.values[0]).toBeLessThan(0.2);
});

it('finds nothing in flat colour, or in a gentle slope of light', () => {
  expect(subjectBox(saliencyOf(picture(200, 100, () => [120, 120, 120])))).toBeNull();
  expect(subjectBox(saliencyOf(picture(200, 100, (x) => [100 + x / 10, 100 + x / 10, 100 + x / 10])))).toBeNull();
});
