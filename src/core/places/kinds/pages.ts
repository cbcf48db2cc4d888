// On pages and in mails: the card of a shared link, a letter's column, a section of a web page, a board of tall
// pictures, a shop's row of books.
import { DESTINATIONS } from '../../piece/destinations';
import { box, cropTo, disc, lines, type Place, WHOLE, words } from '../place';

export const linkCard: Place = {
  name: 'Card of a shared link',
  hint: 'In a conversation, over the title of its page',
  device: 'desk',
  holds: { destinations: ['link-card'], ratios: [1.7, 2.2] },
  draw: (shown) => {
    const width = 500,
      ratio = 1.91,
      height = width / ratio,
      x = 72,
      top = 84;
    return {
      width: 640,
      height: top + height + 150,
      under: [
        disc(20, 20, 36, 'soft'),
        box(x, 20, 320, 46, 'card', 16),
        ...lines(x + 16, 32, [260, 140], 7, 8),
        box(x, top, width, height + 76, 'card', 12),
        words('ostrel-line.example', x + 16, top + height + 14, 300, 13, 'quiet'),
        words(shown.headline, x + 16, top + height + 36, width - 32, 16, 'ink', { bold: true }),
      ],
      at: { x, y: top, width, height },
      crop: cropTo(shown, ratio),
      over: [],
    };
  },
};

export const mail: Place = {
  name: 'Mail',
  hint: 'On top of a letter, in its column',
  device: 'desk',
  holds: { destinations: ['email-header'], ratios: [1.8, 6] },
  draw: (shown) => {
    const width = 600,
      height = (width * shown.height) / shown.width,
      x = 40,
      top = 96;
    return {
      width: width + 2 * x,
      height: top + height + 210,
      under: [
        words(shown.campaign, x, 24, width, 20, 'ink', { bold: true }),
        ...lines(x, 60, [240]),
        box(x, top, width, height + 210, 'card'),
        words(shown.headline, x + 32, top + height + 30, width - 64, 18, 'ink', { bold: true }),
        ...lines(x + 32, top + height + 70, [500, 520, 480, 300]),
        box(x + 32, top + height + 150, 140, 36, 'soft', 6),
      ],
      at: { x, y: top, width, height },
      crop: WHOLE,
      over: [],
    };
  },
};

/** A section at a width of the page, under the page's own navigation. */
const web = (name: string, device: Place['device'], page: number): Place => ({
  name,
  hint: `The section on a page ${page} px wide, under the navigation of the page`,
  device,
  page,
  holds: { destinations: ['hero'], ratios: [0, 0] },
  draw: (shown) => {
    const height = (page * shown.height) / shown.width,
      items = page > 600 ? [0, 1, 2, 3] : [];
    return {
      width: page,
      height: height + 180,
      under: [
        ...[0, 1, 2].map((i) =>
          page > 600
            ? box(24 + (i * (page - 24)) / 3, height + 24, (page - 24) / 3 - 24, 132, 'card', 8)
            : box(24, height + 24 + i * 60, page - 48, 48, 'card', 8),
        ),
      ],
      at: { x: 0, y: 0, width: page, height },
      crop: WHOLE,
      over: [
        words(shown.campaign, 24, 16, 200, 16, 'white', { bold: true, over: true }),
        ...items.map((i) => box(page - 440 + i * 104, 20, 80, 8, 'white', 4)),
        ...(items.length ? [] : [0, 1, 2].map((i) => box(page - 46, 18 + i * 7, 24, 3, 'white', 2))),
      ],
    };
  },
});
export const webWide = web('Web page, wide', 'desk', 1440);
export const webMedium = web('Web page, medium', 'desk', 820);
export const webNarrow = web('Web page on a phone', 'phone', 390);

export const board: Place = {
  name: 'Board of pictures',
  hint: 'In columns, among pictures of other heights',
  device: 'phone',
  holds: { destinations: ['tall-picture'], ratios: [0.5, 0.8] },
  draw: (shown) => {
    const w = 183,
      h = (w * shown.height) / shown.width,
      top = 56,
      right = 199;
    return {
      width: 390,
      height: top + h + 200,
      under: [
        box(0, 0, 390, top + h + 200, 'card'),
        box(14, 12, 362, 32, 'page', 16),
        box(8, top, w, 210, 'soft', 14),
        box(8, top + 220, w, h, 'line', 14),
        box(right, top + h + 44, w, 160, 'soft', 14),
        words(shown.headline, right + 4, top + h + 10, w - 8, 13),
      ],
      at: { x: right, y: top, width: w, height: h },
      radius: 14,
      crop: WHOLE,
      over: [],
    };
  },
};

export const shop: Place = {
  name: 'Shop of books',
  hint: 'In a row of covers, as small as they are there',
  device: 'desk',
  holds: { destinations: ['book-cover'], ratios: [0.6, 0.7] },
  draw: (shown) => {
    const w = 150,
      h = (w * shown.height) / shown.width,
      step = 182,
      top = 72,
      at = 1;
    return {
      width: 4 * step + 12,
      height: top + h + 96,
      under: [
        box(0, 0, 4 * step + 12, top + h + 96, 'card'),
        ...lines(22, 26, [160], 14),
        ...[0, 1, 2, 3].flatMap((i) =>
          i === at
            ? [words(shown.headline, 22 + i * step, top + h + 14, w, 14, 'ink', { bold: true })]
            : [
                box(22 + i * step, top + (i === 3 ? 18 : 0), w, h - (i === 3 ? 18 : 0), i % 2 ? 'line' : 'soft'),
                ...lines(22 + i * step, top + h + 16, [120, 80]),
              ],
        ),
      ],
      at: { x: 22 + at * step, y: top, width: w, height: h },
      crop: WHOLE,
      over: [],
    };
  },
};

/** What is printed may come from anywhere. */
const EVERYWHERE = DESTINATIONS.map((d) => d.id);

export const sheet: Place = {
  name: 'Printed in grey',
  hint: 'On a sheet of paper, without colour',
  device: 'paper',
  grey: true,
  holds: { destinations: EVERYWHERE, ratios: [0, 100] },
  draw: (shown) => {
    const page = { width: 560, height: 792 },
      ratio = shown.width / shown.height,
      w = Math.min(464, 470 * ratio),
      h = w / ratio;
    return {
      width: page.width + 48,
      height: page.height + 48,
      under: [
        box(24, 24, page.width, page.height, 'card'),
        words(shown.campaign, 72, 64, 464, 18, 'ink', { bold: true }),
        ...lines(72, 104, [440, 460, 380]),
        ...lines(72, 176 + h + 24, [450, 430, 460, 400, 300].slice(0, h > 420 ? 3 : 5)),
      ],
      at: { x: 72, y: 176, width: w, height: h },
      crop: WHOLE,
      over: [],
    };
  },
};
