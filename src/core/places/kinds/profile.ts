// A profile page, wide and on a phone: a round portrait lies over the lower left of its banner.
import { box, cropTo, disc, lines, type Place, WHOLE, words } from '../place';

const holds: Place['holds'] = { destinations: ['profile-banner'], ratios: [2.4, 10] };

export const profile: Place = {
  name: 'Profile page',
  hint: 'A banner over a profile, on a desk; the portrait covers its lower left',
  device: 'desk',
  coveredBy: 'the portrait',
  holds,
  draw: (shown) => {
    const width = 790,
      height = (width * shown.height) / shown.width,
      x = 20,
      top = 56,
      d = width * 0.2,
      py = top + height * 0.5;
    return {
      width: width + 2 * x,
      height: top + Math.max(height, height * 0.5 + d) + 150,
      under: [
        box(0, 0, width + 2 * x, 40, 'card'),
        disc(x, 9, 22, 'soft'),
        box(x + 34, 13, 180, 14, 'line', 7),
        box(x, top, width, height + d * 0.5 + 130, 'card', 8),
        words(shown.campaign, x + 24, py + d + 14, width - 48, 22, 'ink', { bold: true }),
        ...lines(x + 24, py + d + 48, [360, 240]),
        box(x + width - 150, py + d + 14, 126, 32, 'soft', 16),
      ],
      at: { x, y: top, width, height },
      radius: 8,
      crop: WHOLE,
      over: [disc(x + width * 0.03 - 4, py - 4, d + 8, 'card'), disc(x + width * 0.03, py, d, 'soft')],
    };
  },
};

export const profilePhone: Place = {
  name: 'Profile on a phone',
  hint: 'The same banner on a phone: its sides are cut off',
  device: 'phone',
  coveredBy: 'the portrait',
  holds,
  draw: (shown) => {
    const width = 390,
      height = 130,
      top = 44;
    return {
      width,
      height: 430,
      under: [
        box(0, 0, width, 430, 'card'),
        box(20, 18, 60, 9, 'line', 5),
        words(shown.campaign, 20, 238, width - 40, 20, 'ink', { bold: true }),
        ...lines(20, 272, [260, 190]),
        box(20, 316, width - 40, 36, 'soft', 18),
        ...lines(20, 376, [320, 300, 150]),
      ],
      at: { x: 0, y: top, width, height },
      crop: cropTo(shown, width / height),
      over: [disc(16, top + height - 50, 100, 'card'), disc(20, top + height - 46, 92, 'soft')],
    };
  },
};
