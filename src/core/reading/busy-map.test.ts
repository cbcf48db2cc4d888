import { makePhoto } from '../kinds/photo';
import { easelFor, picture } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import { busyMap } from './busy-map';

it('tells the busy half from the calm one, whatever text lies over it', async () => {
  const { painter } = easelFor(
    new Map([
      [
        'half',
        picture(600, 300, (x, y) =>
          x < 300
            ? [90, 100, 110]
            : (Math.imul(x >> 3, 7919) + Math.imul(y >> 3, 104729)) & 4
              ? [30, 30, 30]
              : [200, 200, 200],
        ),
      ],
    ]),
  );
  const s = scene((z) => [makePhoto('p', 'half', 'Half', z), headline('Slow trains', '#ffffff')(z)]);
  await painter.prepare(s.slide);
  const map = busyMap(painter, s.piece, s.slide, s.size, 30, 8),
    at = (x: number, y: number): number =>
      map.values[Math.floor(y * map.height) * map.width + Math.floor(x * map.width)];
  expect(at(0.2, 0.5)).toBeLessThan(5);
  expect(at(0.8, 0.5)).toBeGreaterThan(60);
});
