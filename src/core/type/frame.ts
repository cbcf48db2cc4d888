// The frame a text really takes: a one-line text is as wide as its line, a growing frame as high as its lines.
import type { Box } from '../ground/box';
import type { PathSink } from '../ground/path';
import { boxTransform, type Transform } from '../ground/transform';
import type { PlacedText } from '../values/text';
import type { Outline } from './font';
import type { Letter, PlacedGlyph, TextLayout } from './layout';

/** Where a text's lines lie on the slide: upright boxes before turning, and the turn. */
export interface LinesPlace {
  /** Box round all lines, in slide pixels, before turning. */
  box: Box;
  /** One box for each line that has letters. */
  lines: Box[];
  rotation: number;
  /** Middle about which the text turns. */
  centre: { x: number; y: number };
}

/** A frame that follows its text; one whose text fits the frame does not. */
export const grows = (layer: Pick<PlacedText, 'frame' | 'grow' | 'fit'>): boolean =>
  layer.frame === 'frame' && layer.grow && !layer.fit;

export function textFrame(layer: PlacedText, layout: TextLayout): Box {
  const { x, y, width, height } = layer.box;
  if (layer.frame === 'line')
    return { x: x + layout.offset, y, width: Math.max(1, layout.width), height: Math.max(1, layout.height) };
  return { x, y, width, height: grows(layer) ? Math.max(1, layout.height) : height };
}

/**
 * Where a text's lines lie on the slide, from cap height to baseline, so that what is laid round them with even
 * distances looks even.
 * Null for a text without letters.
 */
export function linesPlace(layer: PlacedText, layout: TextLayout): LinesPlace | null {
  const frame = textFrame(layer, layout);
  const lines = layout.lines
    .filter((l) => l.width > 0)
    .map((l): Box => ({
      x: frame.x - layout.offset + l.left,
      y: frame.y + l.baseline - l.capHeight,
      width: l.width,
      height: Math.max(1, l.capHeight),
    }));
  if (!lines.length) return null;
  const x = Math.min(...lines.map((l) => l.x)),
    y = Math.min(...lines.map((l) => l.y));
  return {
    lines,
    box: {
      x,
      y,
      width: Math.max(...lines.map((l) => l.x + l.width)) - x,
      height: Math.max(...lines.map((l) => l.y + l.height)) - y,
    },
    rotation: layer.rotation,
    centre: { x: frame.x + frame.width / 2, y: frame.y + frame.height / 2 },
  };
}

/** Does the text need more room than its frame has? */
export const overflows = (layer: PlacedText, layout: TextLayout): boolean =>
  layer.frame === 'frame' &&
  ((!grows(layer) && layout.height > layer.box.height + 0.5) ||
    layout.lines.some((l) => l.width > layer.box.width - layer.padding.left - layer.padding.right + 0.5));

/** From layout coordinates to the slide; the text turns about the middle of its frame. */
export function textTransform(layer: PlacedText, layout: TextLayout): Transform {
  const frame = textFrame(layer, layout);
  const t = boxTransform(frame, layer.rotation);
  const dx = -layout.offset;
  return [t[0], t[1], t[2], t[3], t[4] + t[0] * dx, t[5] + t[1] * dx];
}

/** Visits a letter's outline in the coordinates of `t`: the same points for painting and for measuring. */
export function traceLetter({ size, glyphs }: Letter, t: Transform, to: PathSink): void {
  for (const g of glyphs) traceGlyph(g, g.font.outline(g.glyph), size, t, to);
}

/** Visits an outline where a glyph stands. @param size of the type, px */
export function traceGlyph(g: PlacedGlyph, o: Outline, size: number, t: Transform, to: PathSink): void {
  const k = size / g.font.unitsPerEm;
  const X = (i: number): number => t[0] * (g.x + o[i] * k) + t[2] * (g.y - o[i + 1] * k) + t[4];
  const Y = (i: number): number => t[1] * (g.x + o[i] * k) + t[3] * (g.y - o[i + 1] * k) + t[5];
  for (let i = 0; i < o.length;)
    switch (o[i]) {
      case 0:
        to.moveTo(X(i + 1), Y(i + 1));
        i += 3;
        break;
      case 1:
        to.lineTo(X(i + 1), Y(i + 1));
        i += 3;
        break;
      case 2:
        to.quadraticCurveTo(X(i + 1), Y(i + 1), X(i + 3), Y(i + 3));
        i += 5;
        break;
      case 3:
        to.bezierCurveTo(X(i + 1), Y(i + 1), X(i + 3), Y(i + 3), X(i + 5), Y(i + 5));
        i += 7;
        break;
      default:
        to.closePath();
        i += 1;
    }
}
