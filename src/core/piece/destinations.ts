// Where pieces are shown: pixel size, the width at which people see it, keep-clear zones. All of it data, in this one
// file. Keep-clear zones are fractions of width and height.

/** Type smaller than this as shown cannot be read, whatever lies behind it. CSS pixels. */
export const SMALLEST_SHOWN = 11;

export interface KeepClear {
  name: string;
  shape: 'rectangle' | 'ellipse';
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Destination {
  id: string;
  name: string;
  /** One sentence for the chooser. */
  hint: string;
  width: number;
  height: number;
  /** CSS pixels at which people see the full width. */
  shownWidth: number;
  /** Pixels of the screen to a CSS pixel: 2 on phones, 1 on desks. */
  density: 1 | 2;
  keepClear: KeepClear[];
  /** Most slides a piece may have there. */
  slides: number;
  /** Most bytes of a picture that are taken there. */
  bytes: number;
  /** It is seen in a feed, beside other pieces of its campaign. */
  feed?: true;
  /** A second size that belongs to the same piece (hero narrow). */
  companion?: { name: string; width: number; height: number; shownWidth: number };
}

const zone = (
  name: string,
  x: number,
  y: number,
  width: number,
  height: number,
  shape: KeepClear['shape'] = 'rectangle',
): KeepClear => ({ name, shape, x, y, width, height });

export const DESTINATIONS: readonly Destination[] = [
  {
    id: 'square-post',
    name: 'Square post',
    hint: 'A post in a feed, seen on a phone',
    width: 1080,
    height: 1080,
    shownWidth: 375,
    density: 2,
    keepClear: [],
    slides: 1,
    bytes: 8_000_000,
    feed: true,
  },
  {
    id: 'portrait-post',
    name: 'Portrait post',
    hint: 'A taller post in a feed',
    width: 1080,
    height: 1350,
    shownWidth: 375,
    density: 2,
    keepClear: [],
    slides: 1,
    bytes: 8_000_000,
    feed: true,
  },
  {
    id: 'story',
    name: 'Story',
    hint: 'Full screen on a phone, bars above and below',
    width: 1080,
    height: 1920,
    shownWidth: 375,
    density: 2,
    keepClear: [zone('Name and progress', 0, 0, 1, 0.13), zone('Reply bar', 0, 0.87, 1, 0.13)],
    slides: 1,
    bytes: 8_000_000,
  },
  {
    id: 'carousel',
    name: 'Carousel',
    hint: 'Several slides to swipe through',
    width: 1080,
    height: 1350,
    shownWidth: 375,
    density: 2,
    keepClear: [],
    slides: 20,
    bytes: 8_000_000,
    feed: true,
  },
  {
    id: 'profile-banner',
    name: 'Profile banner',
    hint: 'Behind a round portrait at the lower left',
    width: 1584,
    height: 396,
    shownWidth: 790,
    density: 1,
    keepClear: [zone('Portrait', 0.03, 0.5, 0.2, 0.8, 'ellipse')],
    slides: 1,
    bytes: 4_000_000,
  },
  {
    id: 'video-thumbnail',
    name: 'Video thumbnail',
    hint: 'Small, in a list of videos',
    width: 1280,
    height: 720,
    shownWidth: 336,
    density: 1,
    keepClear: [zone('Duration', 0.84, 0.84, 0.14, 0.12)],
    slides: 1,
    bytes: 2_000_000,
  },
  {
    id: 'tall-picture',
    name: 'Tall picture',
    hint: 'A wall of tall pictures',
    width: 1000,
    height: 1500,
    shownWidth: 236,
    density: 2,
    keepClear: [],
    slides: 1,
    bytes: 10_000_000,
  },
  {
    id: 'link-card',
    name: 'Link card',
    hint: 'The preview of a shared link',
    width: 1200,
    height: 630,
    shownWidth: 500,
    density: 1,
    keepClear: [],
    slides: 1,
    bytes: 1_000_000,
  },
  {
    id: 'email-header',
    name: 'Email header',
    hint: 'On top of a newsletter',
    width: 1200,
    height: 400,
    shownWidth: 600,
    density: 1,
    keepClear: [],
    slides: 1,
    bytes: 200_000,
  },
  {
    id: 'hero',
    name: 'Hero section',
    hint: 'Top of a web page, wide and narrow',
    width: 1920,
    height: 900,
    shownWidth: 1440,
    density: 1,
    keepClear: [zone('Navigation', 0, 0, 1, 0.09)],
    slides: 8,
    bytes: 500_000,
    companion: { name: 'Narrow', width: 780, height: 1200, shownWidth: 390 },
  },
  {
    id: 'book-cover',
    name: 'Book cover',
    hint: 'Seen small in a shop',
    width: 1600,
    height: 2560,
    shownWidth: 300,
    density: 1,
    keepClear: [],
    slides: 1,
    bytes: 10_000_000,
  },
  {
    id: 'slide',
    name: 'Presentation slide',
    hint: 'Shown on a wall or shared on screen',
    width: 1920,
    height: 1080,
    shownWidth: 1280,
    density: 1,
    keepClear: [],
    slides: 50,
    bytes: 10_000_000,
  },
];

/** The destination of that id, or null. */
export const destinationById = (id: string | null): Destination | null => DESTINATIONS.find((d) => d.id === id) ?? null;

/** Shown no wider than this, CSS px, a picture is taken to be seen on a phone. */
const PHONE = 480;
/** Pixels of the screen to a CSS pixel: as its destination says, else by the width at which a size is seen. */
export function densityOf({ destination, shownWidth }: { destination: string | null; shownWidth: number }): number {
  const known = destinationById(destination);
  return known?.shownWidth === shownWidth ? known.density : shownWidth <= PHONE ? 2 : 1;
}
