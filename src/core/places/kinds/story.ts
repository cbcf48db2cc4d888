// A story: all of a phone's screen, with bars and a name above, a field to reply below.
import { box, cropTo, disc, type Place, words } from '../place';

export const story: Place = {
  name: 'Story',
  hint: 'All of the screen; bars and a name lie over its top, a field over its foot',
  device: 'phone',
  coveredBy: 'what lies over a story',
  holds: { destinations: ['story'], ratios: [0.3, 0.6] },
  draw: (shown) => {
    const width = 390,
      height = 693;
    return {
      width,
      height,
      under: [],
      at: { x: 0, y: 0, width, height },
      radius: 14,
      crop: cropTo(shown, width / height),
      over: [
        ...[0, 1, 2].map((i) => box(10 + i * 124, 12, 120, 3, 'white', 2)),
        disc(14, 26, 36, 'soft'),
        words(shown.campaign, 60, 35, 240, 14, 'white', { bold: true, over: true }),
        box(14, height - 62, width - 84, 44, 'veil', 22),
        words('Reply', 34, height - 50, 200, 14, 'white', { over: true }),
        disc(width - 58, height - 62, 44, 'veil'),
      ],
    };
  },
};
