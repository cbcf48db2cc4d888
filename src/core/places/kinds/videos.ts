// Lists of videos: a mark with the duration lies over the lower right of each thumbnail.
import { box, disc, lines, type Place, WHOLE, words } from '../place';

const holds: Place['holds'] = { destinations: ['video-thumbnail'], ratios: [1.6, 1.9] };

export const videos: Place = {
  name: 'Videos on a desk',
  hint: 'Three in a row; the duration covers a corner',
  device: 'desk',
  coveredBy: 'the duration',
  holds,
  draw: (shown) => {
    const cell = 336,
      h = (cell * shown.height) / shown.width,
      step = cell + 16,
      top = 64,
      x = 16;
    const other = (i: number, y: number) => [
      box(x + i * step, y, cell, h, i % 2 ? 'line' : 'soft', 10),
      disc(x + i * step, y + h + 12, 32, 'soft'),
      ...lines(x + i * step + 44, y + h + 14, [230, 150]),
    ];
    return {
      width: x * 2 + 3 * step - 16,
      height: top + 2 * (h + 84),
      under: [
        box(0, 0, x * 2 + 3 * step - 16, top + 2 * (h + 84), 'card'),
        box(300, 16, 460, 30, 'page', 15),
        ...other(0, top),
        ...other(2, top),
        ...[0, 1, 2].flatMap((i) => other(i, top + h + 84)),
        disc(x + step, top + h + 12, 32, 'soft'),
        words(shown.headline, x + step + 44, top + h + 12, cell - 44, 15, 'ink', { bold: true }),
      ],
      at: { x: x + step, y: top, width: cell, height: h },
      radius: 10,
      crop: WHOLE,
      over: [
        box(x + step + cell * 0.85, top + h * 0.86, cell * 0.12, h * 0.09, 'veil', 4),
        words('12:40', x + step + cell * 0.85, top + h * 0.87, cell * 0.12, 12, 'white', {
          align: 'centre',
          over: true,
        }),
      ],
    };
  },
};

export const videoList: Place = {
  name: 'Videos on a phone',
  hint: 'Small, beside the title; the duration covers a corner',
  device: 'phone',
  coveredBy: 'the duration',
  holds,
  draw: (shown) => {
    const w = 168,
      h = (w * shown.height) / shown.width,
      step = h + 14,
      top = 60,
      at = 1;
    return {
      width: 390,
      height: top + 4 * step,
      under: [
        box(0, 0, 390, top + 4 * step, 'card'),
        box(14, 14, 362, 32, 'page', 16),
        ...[0, 1, 2, 3].flatMap((i) =>
          i === at
            ? []
            : [
                box(14, top + i * step, w, h, i % 2 ? 'soft' : 'line', 8),
                ...lines(194, top + i * step + 8, [170, 120]),
              ],
        ),
        words(shown.headline, 194, top + at * step + 4, 180, 14, 'ink', { bold: true }),
      ],
      at: { x: 14, y: top + at * step, width: w, height: h },
      radius: 8,
      crop: WHOLE,
      over: [
        box(14 + w - 46, top + at * step + h - 24, 40, 18, 'veil', 4),
        words('12:40', 14 + w - 46, top + at * step + h - 22, 40, 11, 'white', { align: 'centre', over: true }),
      ],
    };
  },
};
