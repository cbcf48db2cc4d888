// Colours and gradients as CSS paints them. Ramps are given as stops close enough together that no pixel differs by
// more than a level, so that every browser mixes them as the painter does (CSS Images 3 mixes premultiplied sRGB).
import { rgba } from '../../colour/srgb';
import type { Extent } from '../../kinds/common';
import type { Layer } from '../../kinds/layers';
import { type FadeForm, fadeAlpha } from '../../paint/fade-form';
import type { Fill, PlainGradient } from '../../values/fill';
import { gradientOf } from '../../values/gradient';
import { endsOf, gradientRamp } from '../../values/gradient-table';
import { hexOf, plainGradient, type Swatches } from '../../values/swatches';
import { patternCss } from './pattern';
import { number } from './sheet';

/** A colour with an opacity folded in. */
export function colourCss(hex: string, alpha = 1): string {
  const { r, g, b, a } = rgba(hex),
    whole = a * alpha;
  return whole >= 1 ? hex.slice(0, 7) : `rgb(${r} ${g} ${b} / ${number(whole, 4)})`;
}

type Ramp = (u: number) => [number, number, number, number];
const SAMPLES = 96;
/** Half a level, so that two roundings make at most one. */
const NEAR = 0.5 / 255;

/** Places of a ramp between which it runs straight, premultiplied, as far as can be seen. */
function places(ramp: Ramp, from: number, to: number, kept: readonly number[]): number[] {
  const all = [
      ...new Set([...Array.from({ length: SAMPLES + 1 }, (_, i) => from + ((to - from) * i) / SAMPLES), ...kept]),
    ]
      .filter((u) => u >= from && u <= to)
      .sort((a, b) => a - b),
    value = all.map((u) => {
      const [r, g, b, a] = ramp(u);
      return [(r / 255) * a, (g / 255) * a, (b / 255) * a, a];
    });
  const straight = (i: number, j: number): boolean => {
    for (let k = i + 1; k < j; k++) {
      const t = (all[k] - all[i]) / (all[j] - all[i]);
      if (value[k].some((v, c) => Math.abs(v - (value[i][c] + (value[j][c] - value[i][c]) * t)) > NEAR)) return false;
    }
    return true;
  };
  const out = [0];
  for (let i = 0; i < all.length - 1;) {
    let j = i + 1;
    while (j < all.length - 1 && straight(i, j + 1)) j++;
    out.push(j);
    i = j;
  }
  return out.map((i) => all[i]);
}

/** @param place a place of the ramp as a share of what CSS takes as the whole way, as CSS */
function stops(ramp: Ramp, alpha: number, at: readonly number[], place: (u: number) => string): string {
  return at
    .map((u) => {
      const [r, g, b, a] = ramp(u),
        whole = a * alpha,
        c = [r, g, b].map((v) => Math.round(v)).join(' ');
      return `${whole >= 1 ? `rgb(${c})` : `rgb(${c} / ${number(whole, 4)})`} ${place(u)}`;
    })
    .join(', ');
}

const percent = (v: number): string => `${number(v * 100, 3)}%`;

/** A fade as an image of CSS over its box. @param alpha its strength */
export function fadeCss(fade: FadeForm, hex: string, alpha: number): string {
  const { r, g, b, a } = rgba(hex),
    inward = fade.shape === 'vignette',
    // Along the way in which CSS counts: a vignette is solid at its rim.
    ramp: Ramp = (u) => [r, g, b, a * fadeAlpha(fade, inward ? 1 - u : u)],
    end = Math.max(fade.reach, fade.solid),
    at = inward
      ? places(ramp, 0, 1, [1 - fade.solid, 1 - fade.reach])
      : places(ramp, 0, Math.max(1, end), [fade.solid, fade.reach]),
    list = stops(ramp, alpha, at, percent);
  return fade.shape === 'linear'
    ? `linear-gradient(${number(fade.angle + 90)}deg, ${list})`
    : `radial-gradient(${percent(Math.SQRT1_2)} ${percent(Math.SQRT1_2)} at ${percent(fade.centre.x)} ${percent(fade.centre.y)}, ${list})`;
}

/** A gradient as an image of CSS; null where CSS has none that lies alike. @param box in which it lies, CSS px */
export function gradientCss(g: PlainGradient, box: Extent, alpha: number): string | null {
  const ramp = gradientRamp(g),
    at = places(
      ramp,
      0,
      1,
      g.stops.map((s) => s.at),
    ),
    { from, to, second } = endsOf(g, box),
    dx = to.x - from.x,
    dy = to.y - from.y,
    way = Math.hypot(dx, dy),
    angle = (Math.atan2(dy, dx) * 180) / Math.PI,
    middle = g.line ? `${percent(from.x / box.width)} ${percent(from.y / box.height)}` : 'center';
  switch (g.shape) {
    case 'linear': {
      if (!g.line) return `linear-gradient(${number(g.angle + 90)}deg, ${stops(ramp, alpha, at, percent)})`;
      // CSS counts along a line through the middle that reaches the corners.
      const c = dx / way,
        s = dy / way,
        whole = Math.abs(box.width * c) + Math.abs(box.height * s),
        start = (from.x - box.width / 2) * c + (from.y - box.height / 2) * s + whole / 2;
      return `linear-gradient(${number(angle + 90)}deg, ${stops(ramp, alpha, at, (u) => percent((start + u * way) / whole))})`;
    }
    case 'conic':
      return `conic-gradient(from ${number(angle + 90)}deg at ${middle}, ${stops(ramp, alpha, at, percent)})`;
    case 'radial':
      return `radial-gradient(circle ${g.line ? `${number(way)}px` : 'farthest-corner'} at ${middle}, ${stops(ramp, alpha, at, percent)})`;
    case 'elliptical': {
      if (!g.line) return `radial-gradient(ellipse farthest-corner at center, ${stops(ramp, alpha, at, percent)})`;
      const other = Math.hypot(second.x - from.x, second.y - from.y);
      // An ellipse of CSS stands upright.
      if (Math.abs(dx) > 0.01 * way && Math.abs(dy) > 0.01 * way) return null;
      const [rx, ry] = Math.abs(dx) > Math.abs(dy) ? [way, other] : [other, way];
      return `radial-gradient(${number(rx)}px ${number(ry)}px at ${middle}, ${stops(ramp, alpha, at, percent)})`;
    }
  }
}

/** What an area is filled with, as CSS: a colour, or an image; null where CSS has none that looks alike. */
export type Paint = { colour: string } | { image: string } | 'none' | null;

/** @param box in which it lies, CSS px @param alpha folded in */
export function paintCss(fill: Fill, box: Extent, swatches: Swatches, alpha = 1): Paint {
  switch (fill.kind) {
    case 'none':
      return 'none';
    case 'colour':
      return { colour: colourCss(hexOf(fill.colour, swatches), alpha) };
    case 'gradient': {
      const image = gradientCss(plainGradient(gradientOf(fill, swatches), swatches), box, alpha);
      return image === null ? null : { image };
    }
    case 'pattern': {
      const image = patternCss(fill.pattern, box, swatches, alpha);
      return image === null ? null : { image };
    }
  }
}

/** A paint as the value of `background`. */
export const asBackground = (paint: Exclude<Paint, null>): string =>
  paint === 'none' ? 'none' : 'image' in paint ? paint.image : paint.colour;

/** What a backdrop or an overlay fills its box with; null for kinds that are no plain ground, or where CSS has none. */
export function groundCss(layer: Layer, swatches: Swatches, alpha: number): Paint {
  switch (layer.kind) {
    case 'tint':
      return { colour: colourCss(hexOf(layer.colour, swatches), alpha) };
    case 'fade':
      return { image: fadeCss(layer, hexOf(layer.colour, swatches), alpha) };
    case 'fill':
    case 'wash':
      return paintCss(layer.fill, layer.box, swatches, alpha);
    default:
      return null;
  }
}
