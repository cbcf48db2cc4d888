// Values to begin with: fills, gradients, shadows, backings.
import type { Colour, Fill, Gradient } from './fill';
import { PLAIN_PATTERN } from './plain';
import type { Room } from './photo';
import type { Shadow } from './shape';
import type { Backing } from './text';

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
export const solid = (colour: Colour): Fill => ({
  kind: 'colour',
  colour,
  gradient: gradientThrough([colour, '#22384f']),
  gradientSwatch: null,
  gradientLie: null,
  pattern: { ...PLAIN_PATTERN, foreground: colour },
});

/** A soft drop shadow that suits a size of type or thing, in pixels. */
export const makeShadow = (extent: number): Shadow => ({
  kind: 'drop',
  on: true,
  x: 0,
  y: Math.round(extent * 0.06),
  blur: Math.round(extent * 0.2),
  spread: 0,
  colour: '#000000',
  opacity: 0.5,
});

/** A backing that hugs the lines. @param even 0 on pages, whose browsers draw each line's box by itself */
export const makeBacking = (colour: Colour, even = 0.9): Backing => ({
  on: true,
  fill: solid(colour),
  opacity: 1,
  padX: 0.3,
  padY: 0.28,
  radius: 0.1,
  even,
  shadows: [],
});

/** Room on no side yet. */
export const NO_ROOM: Room = {
  on: true,
  left: 0,
  right: 0,
  top: 0,
  bottom: 0,
  reach: null,
  grain: 1,
  fill: 'auto',
};
