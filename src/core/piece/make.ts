// New pieces and layers with sensible beginnings. Ids come from outside, so that the core stays without randomness.
import { destinationById, type Destination } from './destinations';
import { NO_SIDES, NO_STROKE, PIECE_VERSION, PLAIN_PATTERN, PLAIN_SHAPE, PLAIN_TONE } from './plain';
import type { Backing, BorderLayer, Box, Colour, FadeLayer, Fill, FillLayer, FontChoice, Gradient, Layer, PhotoLayer, Piece, PlateLayer, PoolLayer, ShapeLayer, Size, TextLayer, TintLayer } from './schema';
import type { Shadow, ShapeForm } from './shape-schema';

/** Gives a fresh id each time. */
export type NewId = () => string;

/** A gradient through colours at even distances. */
export const gradientThrough = (colours: readonly Colour[], more: Partial<Gradient> = {}): Gradient => ({
  shape: 'linear',
  angle: 90,
  line: null,
  ratio: 1,
  stops: colours.map((colour, i) => ({ at: colours.length > 1 ? i / (colours.length - 1) : 0, colour, mid: 0.5 })),
  space: 'oklab',
  ...more,
});

/** A solid fill that also keeps a gradient and a pattern at hand. */
export const solid = (colour: Colour): Fill => ({ kind: 'colour', colour, gradient: gradientThrough([colour, '#22384f']), gradientSwatch: null, pattern: { ...PLAIN_PATTERN, foreground: colour } });

const whole = (size: { width: number; height: number }): Box => ({ x: 0, y: 0, width: size.width, height: size.height });

const base = (id: string, name: string, box: Box) => ({
  id,
  name,
  visible: true,
  locked: false,
  opacity: 1,
  blend: 'normal' as const,
  box,
  rotation: 0,
  overrides: {},
  group: null,
});

const stretched = { horizontal: 'stretch', vertical: 'stretch' } as const;

/** What a photo is called: the name of its file without the ending. */
export const photoName = (file: string): string => file.replace(/\.[a-z0-9]+$/i, '') || 'Photo';

/** The photo fills the slide. */
export const makePhoto = (id: string, asset: string, name: string, size: Size): PhotoLayer => ({
  ...base(id, name, whole(size)),
  band: 'backdrop',
  kind: 'photo',
  asset,
  fit: 'cover',
  zoom: 1,
  focus: { x: 0.5, y: 0.5 },
  flipX: false,
  flipY: false,
  crop: { x: 0, y: 0, width: 1, height: 1 },
  turn: 0,
  straighten: 0,
  tone: PLAIN_TONE,
  mask: null,
  stroke: NO_STROKE,
  shadows: [],
  oneColour: null,
  room: null,
  cut: null,
  anchors: stretched,
});

/**
 * A logo or picture of the message, as large as a fifth of the slide, in the middle.
 * @param photo width and height of the picture, for its ratio
 */
export function makePicture(id: string, asset: string, name: string, size: Size, photo: { width: number; height: number }): PhotoLayer {
  const k = Math.min((size.width * 0.36) / photo.width, (size.height * 0.36) / photo.height);
  const width = Math.max(1, Math.round(photo.width * k)), height = Math.max(1, Math.round(photo.height * k));
  return {
    ...makePhoto(id, asset, name, size),
    band: 'message',
    fit: 'free',
    box: { x: Math.round((size.width - width) / 2), y: Math.round((size.height - height) / 2), width, height },
    anchors: { horizontal: 'centre', vertical: 'middle' },
  };
}

const SHAPE_NAMES: Record<ShapeForm, string> = { rectangle: 'Rectangle', ellipse: 'Ellipse', polygon: 'Polygon', star: 'Star', line: 'Line', arrow: 'Arrow', blob: 'Blob', speech: 'Speech box', path: 'Drawn shape' };

/** A shape in the middle of the slide. */
export function makeShape(id: string, form: ShapeForm, colour: Colour, size: Size): ShapeLayer {
  const side = Math.round(Math.min(size.width, size.height) * 0.3);
  const width = form === 'line' || form === 'arrow' || form === 'speech' ? Math.round(side * 1.6) : side, height = form === 'line' ? Math.max(8, Math.round(side / 12)) : form === 'arrow' ? Math.round(side / 2) : side;
  const line = form === 'line';
  return {
    ...base(id, SHAPE_NAMES[form], { x: Math.round((size.width - width) / 2), y: Math.round((size.height - height) / 2), width, height }),
    band: 'message',
    kind: 'shape',
    shape: { ...PLAIN_SHAPE, form, radius: form === 'speech' ? [side / 10, side / 10, side / 10, side / 10].map(Math.round) as [number, number, number, number] : [0, 0, 0, 0] },
    fill: line ? { ...solid(colour), kind: 'none' } : solid(colour),
    stroke: line ? { width: Math.max(2, Math.round(side / 40)), colour, place: 'centred', dash: [] } : NO_STROKE,
    shadows: [],
    anchors: { horizontal: 'centre', vertical: 'middle' },
  };
}

/** A soft drop shadow that suits a size of type or thing, in pixels. */
export const makeShadow = (extent: number): Shadow => ({ kind: 'drop', on: true, x: 0, y: Math.round(extent * 0.06), blur: Math.round(extent * 0.2), spread: 0, colour: '#000000', opacity: 0.5 });

/** A backing that hugs the lines. */
export const makeBacking = (colour: Colour): Backing => ({ on: true, fill: solid(colour), opacity: 1, padX: 0.3, padY: 0.28, radius: 0.1 });

export const makeFill = (id: string, colour: string, size: Size): FillLayer => ({
  ...base(id, 'Colour', whole(size)),
  band: 'backdrop',
  kind: 'fill',
  fill: solid(colour),
  anchors: stretched,
});

export const makeTint = (id: string, colour: string, opacity: number, size: Size): TintLayer => ({
  ...base(id, 'Tint', whole(size)),
  band: 'overlays',
  kind: 'tint',
  colour,
  opacity,
  anchors: stretched,
});

/** The side from which a linear fade is solid, by its angle. */
export const FADE_SIDES = { left: 0, top: 90, right: 180, bottom: 270 } as const;

export const makeFade = (id: string, colour: Colour, opacity: number, size: Size, more: Partial<FadeLayer> = {}): FadeLayer => ({
  ...base(id, 'Fade', whole(size)),
  band: 'overlays',
  kind: 'fade',
  colour,
  opacity,
  shape: 'linear',
  angle: FADE_SIDES.bottom,
  solid: 0,
  reach: 0.65,
  centre: { x: 0.5, y: 0.5 },
  easing: 'smooth',
  anchors: stretched,
  ...more,
});

/** @param box where it lies while it follows no text */
export const makePool = (id: string, colour: Colour, opacity: number, box: Box, typeSize: number, follows: string[]): PoolLayer => ({
  ...base(id, 'Pool', box),
  band: 'overlays',
  kind: 'pool',
  colour,
  opacity,
  follows,
  // Fading over about the height of the type.
  spread: Math.round(typeSize * 0.1),
  feather: Math.max(1, Math.round(typeSize * 1.1)),
  anchors: { horizontal: 'centre', vertical: 'middle' },
});

export function makePlate(id: string, colour: Colour, opacity: number, box: Box, typeSize: number, follows: string[]): PlateLayer {
  const p = Math.round(typeSize * 0.4), r = Math.round(typeSize * 0.15);
  return {
    ...base(id, 'Plate', box),
    band: 'overlays',
    kind: 'plate',
    fill: solid(colour),
    opacity,
    stroke: NO_STROKE,
    radius: [r, r, r, r],
    follows,
    padding: { top: p, right: p, bottom: p, left: p },
    shadows: [],
    anchors: { horizontal: 'centre', vertical: 'middle' },
  };
}

export function makeBorder(id: string, colour: Colour, size: Size): BorderLayer {
  const m = marginOf(size), t = Math.max(1, Math.round(m / 10));
  return {
    ...base(id, 'Border', whole(size)),
    band: 'overlays',
    kind: 'border',
    fill: solid(colour),
    inset: Math.round(m / 2),
    thickness: { top: t, right: t, bottom: t, left: t },
    radius: 0,
    gap: 0,
    anchors: stretched,
  };
}

/** Margin that designs keep to all sides: a 15th of the shorter side. */
export const marginOf = (size: { width: number; height: number }): number => Math.round(Math.min(size.width, size.height) / 15);

/** A headline across the slide, big enough to be a headline at any size. */
export function makeText(id: string, text: string, size: Size, colour = '#ffffff', font: FontChoice = { family: 'Archivo', weight: 700, italic: false }): TextLayer {
  const margin = marginOf(size);
  const fontSize = Math.round(Math.min(size.width * 0.085, size.height * 0.2));
  return {
    ...base(id, 'Text', { x: margin, y: Math.round(size.height * 0.5 - fontSize * 0.6), width: size.width - 2 * margin, height: Math.ceil(fontSize * 1.1) }),
    band: 'message',
    kind: 'text',
    text,
    frame: 'frame',
    grow: true,
    font,
    fontSize,
    fill: solid(colour),
    letterSpacing: 0,
    lineHeight: 1.1,
    align: 'start',
    case: 'as-typed',
    baselineShift: 0,
    direction: 'auto',
    underline: false,
    highlight: null,
    spans: [],
    list: 'none',
    balance: false,
    fit: null,
    padding: NO_SIDES,
    vertical: 'top',
    placedBy: 'line',
    panel: null,
    backing: null,
    outline: { ...NO_STROKE, place: 'outside' },
    shadows: [],
    anchors: { horizontal: 'centre', vertical: 'middle' },
  };
}

const sizesOf = (d: Destination): Size[] => [
  { id: 'base', name: d.companion ? 'Wide' : d.name, width: d.width, height: d.height, shownWidth: d.shownWidth, destination: d.id },
  ...(d.companion ? [{ id: 'narrow', ...d.companion, destination: d.id }] : []),
];

/** Where a new piece begins: a destination, or a size of one's own. */
export type Beginning = { destination: string } | { width: number; height: number; shownWidth?: number };

/**
 * An empty piece with one slide.
 * @throws RangeError for an unknown destination
 */
export function makePiece(name: string, beginning: Beginning, newId: NewId, layers: (size: Size) => Layer[] = () => []): Piece {
  let sizes: Size[];
  if ('destination' in beginning) {
    const d = destinationById(beginning.destination);
    if (!d) throw new RangeError(`there is no destination ${beginning.destination}`);
    sizes = sizesOf(d);
  } else {
    const { width, height } = beginning;
    sizes = [{ id: 'base', name: `${width} x ${height}`, width, height, shownWidth: beginning.shownWidth ?? Math.min(width, 1440), destination: null }];
  }
  return {
    format: 'plavo-piece',
    version: PIECE_VERSION,
    name,
    goal: 'standard',
    sizes,
    slides: [{ id: newId(), note: '', paper: '#ffffff', layers: layers(sizes[0]), groups: [], guides: [] }],
    swatches: [],
  };
}
