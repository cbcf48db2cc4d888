// Edits of a gradient: stops added, moved, taken away, spread; the whole reversed, turned, or placed by hand. Pure
// functions.
import { toHex } from '../colour/srgb';
import type { Colour, Fill, Gradient, GradientLie, PlainGradient } from './fill';
import { endsOf, gradientRamp } from './gradient-table';
import { gradientSwatchOf, hexOf, plainGradient, type Swatches } from './swatches';

export const MOST_STOPS = 12;

const rampOf = (gradient: Gradient, piece: Swatches): ReturnType<typeof gradientRamp> =>
  gradientRamp({
    space: gradient.space,
    stops: gradient.stops.map((s) => ({ ...s, colour: hexOf(s.colour, piece) })),
  });
const hexAt = ([r, g, b, a]: readonly number[]): string => toHex(r, g, b, Math.round(a * 255) / 255);

/** The gradient's colour at `u` 0..1, as hex with alpha. */
export const colourAt = (gradient: Gradient, u: number, piece: Swatches): string => hexAt(rampOf(gradient, piece)(u));

/** The gradient from left to right, as a CSS image of so many parts. */
export function cssRamp(gradient: Gradient, piece: Swatches, parts = 8): string {
  const at = rampOf(gradient, piece);
  return `linear-gradient(90deg, ${Array.from({ length: parts + 1 }, (_, i) => hexAt(at(i / parts))).join(', ')})`;
}

/**
 * Adds a stop in the colour that is there already; the gradient looks as before. Gives the index of the new stop, or
 * null where 12 are there.
 */
export function withStop(gradient: Gradient, u: number, piece: Swatches): { gradient: Gradient; index: number } | null {
  if (gradient.stops.length >= MOST_STOPS) return null;
  const stop = { at: u, colour: colourAt(gradient, u, piece) as Colour, mid: 0.5 };
  const stops = [...gradient.stops, stop].sort((a, b) => a.at - b.at);
  return { gradient: { ...gradient, stops }, index: stops.indexOf(stop) };
}

/** Without the stop of that index; two always stay. */
export const withoutStop = (gradient: Gradient, index: number): Gradient =>
  gradient.stops.length <= 2 ? gradient : { ...gradient, stops: gradient.stops.filter((_, i) => i !== index) };

/** Moves a stop; stops change places where it passes another. Gives the stop's new index. */
export function movedStop(gradient: Gradient, index: number, u: number): { gradient: Gradient; index: number } {
  const stop = { ...gradient.stops[index], at: Math.min(1, Math.max(0, u)) };
  const stops = [...gradient.stops.filter((_, i) => i !== index), stop].sort(
    (a, b) => a.at - b.at || (a === stop ? 1 : -1),
  );
  return { gradient: { ...gradient, stops }, index: stops.indexOf(stop) };
}

export const withStopChanged = (
  gradient: Gradient,
  index: number,
  change: Partial<Gradient['stops'][number]>,
): Gradient => ({ ...gradient, stops: gradient.stops.map((s, i) => (i === index ? { ...s, ...change } : s)) });

/** From the other end. */
export function reversed<G extends Gradient | PlainGradient>(gradient: G): G {
  const { stops } = gradient,
    n = stops.length;
  return {
    ...gradient,
    stops: [...stops].reverse().map((s, i) => ({
      ...s,
      at: Math.round((1 - s.at) * 1e6) / 1e6,
      mid: i < n - 1 ? Math.round((1 - stops[n - 2 - i].mid) * 1e6) / 1e6 : 0.5,
    })),
  };
}

const lieOf = ({ shape, angle, line, ratio }: Gradient, turned: boolean): GradientLie => ({
  shape,
  angle,
  line,
  ratio,
  reversed: turned,
});

/** The gradient of a fill: that of the swatch it is linked to, lying as it does here, else its own. */
export function gradientOf(fill: Fill, piece: Swatches): Gradient {
  const swatch = gradientSwatchOf(fill, piece);
  if (!swatch) return fill.gradient;
  if (!fill.gradientLie) return swatch.gradient;
  const { reversed: turned, ...lie } = fill.gradientLie;
  return { ...(turned ? reversed(swatch.gradient) : swatch.gradient), ...lie };
}

/**
 * A fill whose gradient becomes `next`. Where it is linked, colours are changed for all who use the swatch, how they
 * lie for this fill alone.
 * @returns the fill, and the swatch's gradient where that changes
 */
export function withGradient(
  fill: Fill,
  next: Gradient,
  piece: Swatches,
): { fill: Fill; swatch: (ReturnType<typeof gradientSwatchOf> & object) | null } {
  const swatch = gradientSwatchOf(fill, piece);
  if (!swatch) return { fill: { ...fill, kind: 'gradient', gradient: next }, swatch: null };
  const turned = fill.gradientLie?.reversed ?? false,
    { stops, space } = turned ? reversed(plainGradient(next, piece)) : plainGradient(next, piece),
    colours = JSON.stringify([stops, space]) !== JSON.stringify([swatch.gradient.stops, swatch.gradient.space]);
  return {
    fill: withLie(fill, lieOf(next, turned), swatch.gradient),
    swatch: colours ? { ...swatch, gradient: { ...swatch.gradient, stops, space } } : null,
  };
}

/** A way of lying that is the swatch's own needs no keeping. */
const withLie = (fill: Fill, lie: GradientLie, swatch: PlainGradient): Fill => ({
  ...fill,
  kind: 'gradient',
  gradientLie: JSON.stringify(lie) === JSON.stringify(lieOf(swatch, false)) ? null : lie,
});

/** A fill with its gradient from the other end; where it is linked, for this fill alone. */
export function reversedHere(fill: Fill, piece: Swatches): Fill {
  const swatch = gradientSwatchOf(fill, piece);
  if (!swatch) return { ...fill, kind: 'gradient', gradient: reversed(fill.gradient) };
  return withLie(fill, lieOf(gradientOf(fill, piece), !fill.gradientLie?.reversed), swatch.gradient);
}

/** A fill with a gradient of its own that looks as the linked one does. */
export const unlinked = (fill: Fill, piece: Swatches): Fill => ({
  ...fill,
  gradient: structuredClone(gradientOf(fill, piece)),
  gradientSwatch: null,
  gradientLie: null,
});

/** Stops at even distances from 0 to 1, midpoints in the middle. */
export const spreadEvenly = (gradient: Gradient): Gradient => ({
  ...gradient,
  stops: gradient.stops.map((s, i) => ({ ...s, at: i / (gradient.stops.length - 1), mid: 0.5 })),
});

const wrapped = (degrees: number): number => {
  const a = ((((degrees + 180) % 360) + 360) % 360) - 180;
  return Math.round(a * 100) / 100;
};

/** The direction in degrees, clockwise from the right, -180..180: of the line placed by hand, or the angle. */
export function angleOf(gradient: Gradient, box: { width: number; height: number }): number {
  if (!gradient.line) return wrapped(gradient.angle);
  const { from, to } = endsOf(gradient, box);
  return wrapped((Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI);
}

/**
 * Turned to a direction: a line placed by hand keeps its length and turns about its middle (linear) or its beginning.
 */
export function turnedTo(gradient: Gradient, degrees: number, box: { width: number; height: number }): Gradient {
  if (!gradient.line) return { ...gradient, angle: wrapped(degrees) };
  const { from, to } = endsOf(gradient, box),
    a = (degrees * Math.PI) / 180,
    length = Math.hypot(to.x - from.x, to.y - from.y);
  const c = Math.cos(a) * length,
    s = Math.sin(a) * length;
  const start = gradient.shape === 'linear' ? { x: (from.x + to.x - c) / 2, y: (from.y + to.y - s) / 2 } : from;
  return { ...placed(gradient, start, { x: start.x + c, y: start.y + s }, box), angle: wrapped(degrees) };
}

const placeable = (v: number): number => Math.min(10, Math.max(-10, Math.round(v * 1e5) / 1e5));

/** Placed by hand between two points of the box, in its pixels. */
export const placed = (
  gradient: Gradient,
  from: { x: number; y: number },
  to: { x: number; y: number },
  box: { width: number; height: number },
): Gradient => ({
  ...gradient,
  line: {
    from: { x: placeable(from.x / box.width), y: placeable(from.y / box.height) },
    to: { x: placeable(to.x / box.width), y: placeable(to.y / box.height) },
  },
});

/** Ways through colours given from dark to light, as lists of stops. */
export const presetsFrom = (colours: readonly string[]): string[][] => {
  const n = colours.length;
  if (n < 2) return [];
  const all: string[][] = [[colours[0], colours[n - 1]]];
  if (n >= 3) all.push([colours[0], colours[n >> 1], colours[n - 1]], [colours[1], colours[n - 2]]);
  if (n >= 4) all.push([colours[0], colours[1]], [colours[n - 2], colours[n - 1]]);
  if (n >= 5) all.push([colours[1], colours[2], colours[3]]);
  return all.filter((p, i) => p[0] !== p[p.length - 1] && all.findIndex((q) => q.join() === p.join()) === i);
};
