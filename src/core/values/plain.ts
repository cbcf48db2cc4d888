// Values of the document that are used without its schema: workers paint and measure what the server has validated, and
// do without the validator.

/** The three bands of a slide's stack, bottom to top. */
export const BANDS = ['backdrop', 'overlays', 'message'] as const;

/** Blend modes of CSS Compositing and Blending Level 1, by their names there. */
export const BLEND_MODES = [
  'normal',
  'multiply',
  'screen',
  'overlay',
  'darken',
  'lighten',
  'color-dodge',
  'color-burn',
  'hard-light',
  'soft-light',
  'difference',
  'exclusion',
  'hue',
  'saturation',
  'color',
  'luminosity',
] as const;
export type Band = (typeof BANDS)[number];
/** What a layer of a template is there for: its place is filled when a piece is made of it. */
export const ROLES = ['photo', 'headline', 'line', 'logo'] as const;
export type Role = (typeof ROLES)[number];
/** What a colour of a house style is there for. */
export const SWATCH_ROLES = ['ground', 'panel', 'text', 'accent', 'muted'] as const;
export type SwatchRole = (typeof SWATCH_ROLES)[number];
export type BlendMode = (typeof BLEND_MODES)[number];

/** Strokes that one cut-out can have, and points that one of them can have. */
export const MOST_STROKES = 500;
export const MOST_POINTS = 2000;
/** Boxes by which the subject of a photo is told. */
export const MOST_SUBJECTS = 24;

/** Forms of a shape. Each keeps its settings while another one is chosen. */
export const SHAPE_FORMS = [
  'rectangle',
  'ellipse',
  'polygon',
  'star',
  'line',
  'arrow',
  'blob',
  'speech',
  'path',
] as const;

export const NO_STROKE = {
  width: 0,
  colour: '#ffffff',
  place: 'inside' as 'inside' | 'centred' | 'outside',
  dash: [] as number[],
};
export const NO_SIDES = { top: 0, right: 0, bottom: 0, left: 0 };
export const PLAIN_PATTERN = {
  tile: 'dots-offset' as const,
  foreground: '#22384f',
  background: null,
  opacity: 1,
  scale: 1,
  angle: 0,
  weight: 1,
  offset: { x: 0, y: 0 },
};
export const PLAIN_SHAPE = {
  form: 'rectangle' as const,
  radius: [0, 0, 0, 0] as [number, number, number, number],
  points: 5,
  inner: 0.5,
  seed: 1,
  roughness: 0.5,
  bulges: 6,
  ends: { start: 'none' as const, end: 'none' as const },
  shaft: 0.4,
  head: 0.8,
  tail: { x: 0.2, y: 1.3, width: 0.25 },
  path: null,
};

export const STRAIGHT = [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
];
/** Everything off; the values are where each part begins when it is switched on. */
export const PLAIN_TONE = {
  light: { on: false, brightness: 0, contrast: 0 },
  curve: { on: false, lightness: STRAIGHT, red: STRAIGHT, green: STRAIGHT, blue: STRAIGHT },
  saturation: { on: false, amount: 0 },
  grey: { on: false, red: 0.2126, green: 0.7152, blue: 0.0722 },
  duotone: { on: false, dark: '#14213a', light: '#f4efe6' },
  levels: { on: false, black: 190, white: 245 },
  blur: { on: false, radius: 8 },
};

/** A text as it is called in lists: its lines and spaces as single spaces. */
export const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim();
/** Frames of a picture that moves, at most. */
export const MOST_FRAMES = 300;
/** The width of a slide in whose pixels a house style is written. */
export const HOUSE_SIDE = 1080;
/** Levels of headings that a text of a page can have. */
export const HEADINGS = ['h1', 'h2', 'h3'] as const;
