// A feed on a phone, and the grid of covers it becomes.
import { box, cropTo, disc, lines, type Mark, type Place, WHOLE, words } from '../place';

const holds: Place['holds'] = { destinations: ['square-post', 'portrait-post', 'carousel'], ratios: [0.7, 1.5] };
/** No taller pictures are shown whole in a feed. */
const TALLEST = 0.8;

const head = (y: number, name: string): Mark[] => [
  disc(14, y + 10, 36, 'soft'),
  words(name, 62, y + 12, 240, 15, 'ink', { bold: true }),
  box(62, y + 35, 90, 7, 'line', 4),
];

export const feed: Place = {
  name: 'Feed on a phone',
  hint: 'A post between other posts, as wide as the phone',
  device: 'phone',
  holds,
  draw: (shown) => {
    const width = 390,
      ratio = Math.max(TALLEST, shown.width / shown.height),
      height = width / ratio,
      top = 172,
      below = top + height;
    return {
      width,
      height: below + 250,
      under: [
        box(0, 0, width, below + 250, 'card'),
        // The end of the post before.
        box(0, 0, width, 62, 'soft'),
        ...[0, 1, 2].map((i) => disc(14 + i * 40, 72, 24, 'line')),
        box(0, 108, width, 6, 'page'),
        ...head(114, shown.campaign),
        ...[0, 1, 2].map((i) => disc(14 + i * 40, below + 12, 24, 'line')),
        words(shown.headline, 14, below + 48, width - 28, 14),
        ...lines(14, below + 74, [300, 170]),
        box(0, below + 124, width, 6, 'page'),
        ...head(below + 130, 'Halden & Birch'),
        box(0, below + 188, width, 62, 'line'),
      ],
      at: { x: 0, y: top, width, height },
      crop: shown.width / shown.height < TALLEST ? cropTo(shown, TALLEST) : WHOLE,
      over: [],
    };
  },
};

export const grid: Place = {
  name: 'Grid of covers',
  hint: 'A small square among others, on the profile',
  device: 'phone',
  cover: true,
  holds,
  draw: (shown) => {
    const width = 390,
      cell = 128,
      step = 131,
      top = 150;
    return {
      width,
      height: top + 3 * step,
      under: [
        box(0, 0, width, top + 3 * step, 'card'),
        disc(16, 22, 84, 'soft'),
        words(shown.campaign, 116, 30, 250, 18, 'ink', { bold: true }),
        ...lines(116, 62, [220, 160]),
        ...Array.from({ length: 9 }, (_, i) =>
          box((i % 3) * step, top + Math.floor(i / 3) * step, cell, cell, i % 2 ? 'line' : 'soft'),
        ),
      ],
      at: { x: step, y: top, width: cell, height: cell },
      crop: cropTo(shown, 1),
      over: [],
    };
  },
};
