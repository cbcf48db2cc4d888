// Painting of texts: the frame's own look, backing, highlights, shadows, letters and their outline.
import { type Box, onWholePixels } from '../ground/box';
import type { PathSink } from '../ground/path';
import { boxTransform, compose, type Transform } from '../ground/transform';
import { backingReach, traceBacking } from '../type/backing';
import { textFrame, textTransform, traceGlyph, traceLetter } from '../type/frame';
import type { Letter, Stripe, TextLayout } from '../type/layout';
import { shownText } from '../type/spans';
import type { Fill } from '../values/fill';
import { PLAIN_SHAPE } from '../values/plain';
import { lookKey } from '../values/swatches';
import type { PlacedText } from '../values/text';
import { cssColour } from './css-colour';
import { type Brush, deviceBox, type Easel, traceCorners } from './easel';
import { formKey } from './form-key';
import { paintShadows, throwsShadow } from './shadow';
import { parallelOf, traceShape } from './shape-path';

/**
 * How the ink is painted: as letters; not at all; or flooding everything with one of the layout's inks. The last two
 * are the pictures
 * that a reading compares.
 */
export type InkMode = { as: 'letters' } | { as: 'none' } | { as: 'flood'; ink: number };

/** Does a text consist of parts that lie on each other, so that they must be put together before its opacity counts? */
export const textIsGroup = (layer: PlacedText): boolean =>
  layer.panel !== null ||
  layer.backing?.on === true ||
  layer.outline.width > 0 ||
  throwsShadow(layer.shadows) ||
  layer.highlight !== null ||
  layer.spans.some((s) => s.look.highlight) ||
  // Emoji are layers of outlines.
  /[\p{Extended_Pictographic}\p{RI}\u20e3]/u.test(layer.text);

/** What throws a shadow has no colour. */
const FLAT: Brush = { style: '#000', alpha: 1, space: [1, 0, 0, 1, 0, 0] };

const isHollow = (layer: PlacedText): boolean => layer.fill.kind === 'none' && layer.outline.width > 0;

const traceLetters =
  (letters: readonly Letter[]) =>
  (to: PathSink, t: Transform): void => {
    for (const letter of letters) traceLetter(letter, t, to);
  };
const traceStripe = (to: PathSink, s: Stripe, t: Transform): void =>
  traceCorners(to, s, compose(t, [1, 0, 0, 1, s.x, s.y]));

/**
 * Everything of one ink as one outline, so that overlapping strokes are painted once. @param coloured also letters that
 * have colours of their own
 */
const traceInk =
  (layout: TextLayout, ink: number, coloured: boolean) =>
  (to: PathSink, t: Transform): void => {
    for (const l of layout.letters) if (l.ink === ink && (coloured || l.colour === null)) traceLetter(l, t, to);
    traceBeside(layout, ink)(to, t);
  };

/** What has an ink beside the letters. */
const traceBeside =
  (layout: TextLayout, ink: number) =>
  (to: PathSink, t: Transform): void => {
    for (const m of layout.markers) if (m.ink === ink) traceLetter(m, t, to);
    for (const u of layout.underlines) if (u.ink === ink) traceStripe(to, u, t);
  };

/** Letters that have colours of their own, layer by layer. */
function paintColoured(easel: Easel, layer: PlacedText, layout: TextLayout, t: Transform, alpha: number): void {
  for (const letter of layout.letters) {
    if (letter.colour === null) continue;
    for (const g of letter.glyphs)
      for (const l of g.font.layers(g.glyph) ?? []) {
        const style = cssColour(l.colour ?? easel.hex(layer.fill.colour));
        easel.fillPath({ style, alpha, space: [1, 0, 0, 1, 0, 0] }, t, (to, at) =>
          traceGlyph(g, g.font.outline(l.glyph), letter.size, at, to),
        );
      }
  }
}

/** Where a fill lies: the text's own over its frame, that of a part over the letters of that part. */
function fillPlace(layer: PlacedText, layout: TextLayout, frame: Box, ink: number): Box {
  const own = layout.letters.filter((l) => l.ink === ink && l.word >= 0);
  if (ink === 0 || !own.length) return { x: layout.offset, y: 0, width: frame.width, height: frame.height };
  const lines = [...new Set(own.map((l) => l.line))].map((n) => layout.lines[n]);
  const x = Math.min(...own.map((l) => l.left)),
    y = Math.min(...lines.map((l) => l.baseline - l.capHeight));
  return {
    x,
    y,
    width: Math.max(1, Math.max(...own.map((l) => l.right)) - x),
    height: Math.max(1, Math.max(...lines.map((l) => l.baseline)) - y),
  };
}

export function paintText(easel: Easel, layer: PlacedText, layout: TextLayout, mode: InkMode, opacity: number): void {
  const frame = textFrame(layer, layout);
  const own = compose(easel.toSurface, boxTransform(frame, layer.rotation));
  const t = compose(easel.toSurface, textTransform(layer, layout));
  // Letters may hang over their frame; whatever is not flooded is at most an em beyond it.
  const largest = Math.max(layout.fontSize, ...layout.letters.map((l) => l.size));
  const m = largest + layer.outline.width * 2 + backingReach(layout, layer.backing);
  const bounds = deviceBox({ x: -m, y: -m, width: frame.width + 2 * m, height: frame.height + 2 * m }, own);
  const region = easel.onSurface(bounds);
  const fillOf = (ink: number): Fill => layout.inks[ink] ?? layer.fill;
  const brushFor = (fill: Fill, place: Box, part: Box, alpha: number): Brush | null =>
    easel.brush(fill, place, compose(t, [1, 0, 0, 1, place.x, place.y]), part, alpha);

  const form = (without: readonly string[]): string =>
    formKey(layer, easel.studio.fonts.generation, easel.swatches, without);

  const { panel, backing, outline } = layer;
  if (panel) {
    // Upright its edges lie on whole pixels, where they are crisp.
    const edges = layer.rotation === 0 ? onWholePixels(frame) : frame,
      box = { x: 0, y: 0, width: edges.width, height: edges.height },
      own = compose(easel.toSurface, boxTransform(edges, layer.rotation));
    const shape = { ...PLAIN_SHAPE, radius: panel.radius },
      trace = (to: PathSink, at: Transform): void => traceShape(to, shape, box, at);
    const surface = deviceBox(box, own, 1 + panel.stroke.width * easel.view.scale),
      part = easel.onSurface(surface);
    const put = (on: Easel, at: Transform, alpha: number): void => {
      const r = on.onSurface(deviceBox(box, at)),
        brush = r && on.brush(panel.fill, box, at, r, panel.opacity * alpha);
      if (brush) on.fillPath(brush, at, trace);
      on.strokePath(panel.stroke, at, trace, alpha, { parallel: parallelOf(shape, box) });
    };
    if (throwsShadow(panel.shadows))
      paintShadows(
        easel,
        panel.shadows,
        {
          key: JSON.stringify(['panel', box, lookKey({ ...panel, shadows: [] }, easel.swatches), own.slice(0, 4)]),
          bounds: surface,
          origin: [own[4], own[5]],
          paint: (on) => put(on, compose(on.toSurface, boxTransform(edges, layer.rotation)), 1),
        },
        opacity,
      );
    if (part) put(easel, own, opacity);
  }
  if (!region && mode.as !== 'flood') return;
  if (region) {
    if (backing?.on) {
      const origin = layer.rotation === 0 ? { x: frame.x - layout.offset, y: frame.y } : null,
        hug = (to: PathSink, at: Transform): void => traceBacking(to, layout, backing, at, origin);
      if (throwsShadow(backing.shadows))
        paintShadows(
          easel,
          backing.shadows,
          {
            key: JSON.stringify([
              'backing',
              { ...backing, shadows: [], fill: null },
              form(['fill', 'panel', 'backing', 'highlight', 'outline']),
              t.slice(0, 4),
              origin && [origin.x % 1, origin.y % 1],
            ]),
            bounds,
            origin: [t[4], t[5]],
            paint: (on) =>
              on.fillPath(
                { ...FLAT, alpha: backing.opacity },
                compose(on.toSurface, textTransform(layer, layout)),
                hug,
              ),
          },
          opacity,
        );
      const brush = brushFor(
        backing.fill,
        { x: layout.offset, y: 0, width: frame.width, height: frame.height },
        region,
        backing.opacity * opacity,
      );
      if (brush) easel.fillPath(brush, t, hug);
    }
    for (const h of layout.highlights) {
      if (h.colour === null) continue;
      easel.fillPath(
        { style: cssColour(easel.hex(h.colour)), alpha: opacity, space: [1, 0, 0, 1, 0, 0] },
        t,
        (to, at) => traceStripe(to, h, at),
      );
    }
    const letters = traceLetters([...layout.letters, ...layout.markers]);
    const strokeLetters = (on: Easel, at: Transform, alpha: number, where: 'below' | 'above'): void => {
      // Hollow letters are seen by their outline: it is their ink.
      if (
        outline.width <= 0 ||
        (mode.as === 'none' && isHollow(layer)) ||
        (where === 'below') !== (outline.place === 'outside')
      )
        return;
      // Outside it lies under the letters, twice as wide: no clipping could leave a hairline between them.
      if (where === 'below')
        on.strokePath({ ...outline, width: outline.width * 2, place: 'centred' }, at, letters, alpha, { round: true });
      else on.strokePath(outline, at, letters, alpha, { round: true });
    };
    if (throwsShadow(layer.shadows)) {
      paintShadows(
        easel,
        layer.shadows,
        {
          // Colours do not change an outline.
          key: JSON.stringify(['text', form(['fill', 'panel', 'backing', 'highlight']), t.slice(0, 4)]),
          bounds,
          origin: [t[4], t[5]],
          paint: (on) => {
            const at = compose(on.toSurface, textTransform(layer, layout));
            strokeLetters(on, at, 1, 'below');
            layout.inks.forEach((_, ink) => on.fillPath(FLAT, at, traceInk(layout, ink, true)));
            strokeLetters(on, at, 1, 'above');
          },
        },
        opacity,
      );
    }
    strokeLetters(easel, t, opacity, 'below');
    if (mode.as === 'letters')
      layout.inks.forEach((_, ink) => {
        const brush = brushFor(fillOf(ink), fillPlace(layer, layout, frame, ink), region, opacity);
        if (brush)
          easel.fillPath(brush, t, traceInk(layout, ink, false), 'nonzero', () => ({
            letters: layout.letters.filter((l) => l.ink === ink && l.colour === null),
            text: shownText(layer),
            t,
            rest: traceBeside(layout, ink),
          }));
      });
    if (mode.as === 'letters') paintColoured(easel, layer, layout, t, opacity);
    if (mode.as !== 'flood') strokeLetters(easel, t, opacity, 'above');
  }
  if (mode.as === 'flood') {
    const fill = fillOf(mode.ink),
      seen =
        fill.kind === 'none' && outline.width > 0 ? { ...fill, kind: 'colour' as const, colour: outline.colour } : fill;
    const brush = brushFor(seen, fillPlace(layer, layout, frame, mode.ink), easel.whole, opacity);
    if (brush) easel.fillDevice(brush, easel.whole);
  }
}
