// A text as an element of HTML and the rules that set it as the painter does: the same font, breaks and baselines (line
// boxes follow CSS Inline 3, of which our layout takes its leading).
import { rgba } from '../../colour/srgb';
import { LEAST_TARGET, type TextLayer } from '../../kinds/text';
import { looksOf, type ResolvedLook } from '../../type/spans';
import type { Shadow } from '../../values/shape';
import { hexOf, type Swatches } from '../../values/swatches';
import { escaped, inline } from './markup';
import { asBackground, colourCss, paintCss } from './paint';
import { familyCss, type Faces, type LookFaces } from './faces';
import { number, px, ROUNDS, type Sheet } from './sheet';
import { at, type Stand } from './stands';

/** Can CSS set this text as it is painted? What it cannot is handed over as a picture with its words beside it. */
export function setsInCss(stands: readonly Stand[], layer: TextLayer): boolean {
  return at(stands, layer).every(
    (t, i) =>
      !t.traced &&
      t.list === 'none' &&
      t.fill.kind !== 'pattern' &&
      t.fill.kind !== 'none' &&
      t.spans.every((s) => !s.look.fill || s.look.fill.kind === 'colour') &&
      [...t.shadows, ...(t.panel?.shadows ?? [])].every((s) => s.kind === 'drop') &&
      (t.outline.width === 0 || (t.outline.place !== 'inside' && !t.outline.dash.length)) &&
      (!t.panel || (paintCss(t.panel.fill, t.box, stands[i].scene) !== null && !t.panel.stroke.dash.length)) &&
      (!t.backing?.on || (t.backing.fill.kind === 'colour' && !t.backing.shadows.some((s) => s.on))),
  );
}

const LETTERS: Readonly<Record<ResolvedLook['case'], string>> = {
  'as-typed': 'none',
  upper: 'uppercase',
  lower: 'lowercase',
};

/** Shadows that are drawn, the first on top. */
const drawn = (shadows: readonly Shadow[]): Shadow[] => shadows.filter((s) => s.on && s.opacity > 0);
/** CSS gives shadows of letters no spread; those are drawn by a filter. */
export const spreads = (shadows: readonly Shadow[]): boolean => drawn(shadows).some((s) => Math.abs(s.spread) >= 0.5);

const shadowList = (shadows: readonly Shadow[], swatches: Swatches, withSpread: boolean): string =>
  drawn(shadows)
    .map((s) =>
      [
        px(s.x),
        px(s.y),
        px(s.blur),
        ...(withSpread ? [px(s.spread)] : []),
        colourCss(hexOf(s.colour, swatches), s.opacity),
      ].join(' '),
    )
    .join(', ') || 'none';

/**
 * An outline grown by so many pixels on all sides, nearly round: by squares (`feMorphology`), then by crosses, so that
 * its reach along the diagonals is that of a circle.
 */
function grownBy(spread: number, id: string): { markup: string; result: string } {
  if (spread <= -0.5)
    return {
      markup: `<feMorphology in="SourceAlpha" operator="erode" radius="${Math.round(-spread)}" result="${id}"/>`,
      result: id,
    };
  const whole = Math.round(spread);
  if (whole < 1) return { markup: '', result: 'SourceAlpha' };
  const crosses = Math.round(whole * (2 - Math.SQRT2)),
    squares = whole - crosses;
  let markup = squares
    ? `<feMorphology in="SourceAlpha" operator="dilate" radius="${squares}" result="${id}"/>`
    : `<feOffset in="SourceAlpha" result="${id}"/>`;
  for (let i = 0; i < crosses; i++)
    markup += `<feConvolveMatrix in="${id}" order="3" kernelMatrix="0 1 0 1 1 1 0 1 0" divisor="1" result="${id}"/>`;
  return { markup, result: id };
}

/** Shadows of letters as a filter of SVG (Filter Effects 1): each outline grown, blurred, coloured, laid under. */
export function shadowFilter(id: string, shadows: readonly Shadow[], swatches: Swatches): string {
  const parts = drawn(shadows).map((s, i) => {
    const { markup, result } = grownBy(s.spread, `g${i}`),
      hex = hexOf(s.colour, swatches);
    return `${markup}<feGaussianBlur in="${result}" stdDeviation="${number(s.blur / 2)}"/><feOffset dx="${number(s.x)}" dy="${number(s.y)}" result="b${i}"/><feFlood flood-color="${hex.slice(0, 7)}" flood-opacity="${number(s.opacity, 3)}"/><feComposite in2="b${i}" operator="in" result="s${i}"/>`;
  });
  const order = [...parts.keys()].reverse().map((i) => `<feMergeNode in="s${i}"/>`);
  return `<filter id="${id}" x="-50%" y="-50%" width="200%" height="200%" color-interpolation-filters="sRGB">${parts.join('')}<feMerge>${order.join('')}<feMergeNode in="SourceGraphic"/></feMerge></filter>`;
}

/** The face of a look. */
const faceCss = (faces: LookFaces): Record<string, string> => ({
  'font-family': familyCss(faces),
  'font-weight': String(faces.own.weight),
  'font-style': faces.own.italic ? 'italic' : 'normal',
});

/** What is said of a run of letters. @param faces where its face is another than the text's own */
function lookCss(
  look: ResolvedLook,
  own: ResolvedLook,
  swatches: Swatches,
  faces: LookFaces | null,
): Record<string, string> {
  const out: Record<string, string> = faces ? faceCss(faces) : {};
  if (look.fontSize !== own.fontSize) {
    out['font-size'] = `${number(look.fontSize / own.fontSize, 4)}em`;
    out['line-height'] = 'var(--line)';
  }
  if (look.letterSpacing !== own.letterSpacing) out['letter-spacing'] = `${number(look.letterSpacing, 4)}em`;
  if (look.case !== own.case) out['text-transform'] = LETTERS[look.case];
  if (look.baselineShift !== own.baselineShift) {
    out.position = 'relative';
    out.top = `${number(own.baselineShift - look.baselineShift, 4)}em`;
  }
  if (look.underline && !own.underline) out['text-decoration'] = 'underline';
  if (look.fill) out.color = colourCss(hexOf(look.fill.colour, swatches));
  return out;
}

interface FontExtent {
  ascent: number;
  descent: number;
}

/** Of our highlights: how much of the font's ascent and descent they cover. */
const HIGHLIGHT = { above: 0.92, below: 0.9 };
/** A highlight: as high as that share of the font's extent, and broken over lines with the text. */
function highlightCss(colour: string, { ascent, descent }: FontExtent): Record<string, string> {
  const whole = ascent + descent,
    top = ascent * (1 - HIGHLIGHT.above),
    high = ascent * HIGHLIGHT.above + descent * HIGHLIGHT.below;
  return {
    'background-image': `linear-gradient(${colour}, ${colour})`,
    'background-position': `0 ${number(top, 4)}em`,
    'background-size': `100% ${number((100 * high) / whole, 3)}%`,
    'background-repeat': 'no-repeat',
    'box-decoration-break': 'clone',
    '-webkit-box-decoration-break': 'clone',
  };
}

/** Words with typed breaks as `<br>`; runs of spaces are kept by `white-space`. */
const words = (text: string): string =>
  text
    .split(/\r\n|[\n\r\u2028\u2029\u0085]/)
    .map(escaped)
    .join(' <br>');

/** The text's parts as markup. @param cls its class */
function parts(layer: TextLayer, cls: string, sheet: Sheet, swatches: Swatches, faces: Faces): string {
  const own = looksOf({ ...layer, spans: [] })[0]?.look;
  let n = 0;
  return looksOf(layer)
    .map(({ start, end, look }) => {
      const of = words(layer.text.slice(start, end));
      const face = faces.of(layer.id, look.font),
        css = own ? lookCss(look, own, swatches, look.font === own.font ? null : face) : {};
      if (look.highlight !== null && face)
        Object.assign(css, highlightCss(colourCss(hexOf(look.highlight, swatches)), face.own.font));
      if (!Object.keys(css).length) return of;
      const name = `${cls}--part-${++n}`;
      sheet.set(`.${name}`, css);
      return inline('span', { class: name }, of);
    })
    .join('');
}

/** Lines whole pixels apart, as the section lays them, and letters where they were painted. @param moved what moves */
function lineRules(
  sheet: Sheet,
  self: string,
  stands: readonly Stand[],
  texts: readonly TextLayer[],
  { ascent, descent }: FontExtent,
  moved: string,
): void {
  // As they were set, before they were brought to whole pixels.
  const heights = texts.map((t, i) => stands[i].lineHeights.get(t.id) ?? t.lineHeight),
    sizes = texts.map((t, i) => stands[i].setter.layout(t).fontSize);
  const alike = heights.every((h) => h === heights[0]);
  if (alike) sheet.set(self, { '--line': number(heights[0], 4) });
  else sheet.runs(self, '--line', (i) => heights[i] * sizes[i]);
  sheet.set(self, { 'line-height': 'var(--line)', position: 'relative' });
  if (moved !== self) sheet.set(moved, { position: 'relative' });
  const [a, d] = [number(ascent, 4), number(descent, 4)];
  sheet.where(ROUNDS, self, {
    'line-height': `round(${alike ? '1em * var(--line)' : 'var(--line)'}, 1px)`,
    // As browsers round them: nothing of the descent is lost.
    '--ascent': `(round(${a}em, 1px) + round(${d}em, 1px) - round(up, ${d}em, 1px))`,
    '--descent': `round(up, ${d}em, 1px)`,
  });
  // They round half the leading down; a little under the whole pixel is what is rounded to it at every size.
  sheet.where(ROUNDS, moved, {
    top: `calc(0.5lh + ${number((ascent - descent) / 2, 4)}em - var(--ascent) - round(down, (1lh - var(--ascent) - var(--descent)) / 2, 1px) - 0.1px)`,
  });
}

/** An element made of a text. */
export interface TextElement {
  /** Markup inside it. */
  inner: string;
  /** SVG filters it needs. */
  filters: string[];
}

/**
 * The text's own rules: type, colour, frame, backing, shadows. Where it stands is said by others.
 * @param cls class of the element, unique in the section
 */
export function textElement(
  stands: readonly Stand[],
  layer: TextLayer,
  cls: string,
  sheet: Sheet,
  faces: Faces,
): TextElement {
  const texts = at(stands, layer),
    layouts = texts.map((t, i) => stands[i].setter.layout(t)),
    [text] = texts,
    [{ scene }] = stands,
    self = `.${cls}`,
    filters: string[] = [],
    face = faces.of(text.id, text.font),
    extent = face?.own.font ?? { ascent: 1, descent: 0.25 },
    { ascent, descent } = extent;
  if (face) sheet.set(self, faceCss(face));
  sheet.runs(self, 'font-size', (i) => layouts[i].fontSize);
  // A plate stays where it is.
  const moved = text.panel ? `.${cls}--words` : self;
  lineRules(sheet, self, stands, texts, extent, moved);
  const rtl = layouts[0].letters[0]?.rightToLeft === true;
  if (rtl) sheet.set(self, { direction: 'rtl' });
  sheet.steps(
    self,
    'text-align',
    texts.map((t) => ({ start: 'start', centre: 'center', end: 'end' })[t.align]),
  );
  const more: Record<string, string> = {};
  if (text.letterSpacing) more['letter-spacing'] = `${number(text.letterSpacing, 4)}em`;
  if (text.case !== 'as-typed') more['text-transform'] = LETTERS[text.case];
  if (text.underline) more['text-decoration'] = 'underline';
  if (text.frame === 'line') more['white-space'] = 'nowrap';
  else if (/ {2}|\t/.test(text.text)) more['white-space'] = 'break-spaces';
  if (text.frame === 'frame') more['overflow-wrap'] = 'anywhere';
  sheet.set(self, more);
  if (texts.some((t) => t.breaks === 'free'))
    sheet.steps(
      `${self} br`,
      'display',
      texts.map((t) => (t.breaks === 'free' ? 'none' : 'inline')),
    );

  let inner = parts(text, cls, sheet, scene, faces);
  // Letters: colour, outline, shadows.
  const letters: Record<string, string> = {};
  const paint = paintCss(text.fill, stands[0].frameOf(text), scene);
  if (paint && paint !== 'none' && 'colour' in paint) letters.color = paint.colour;
  if (text.outline.width > 0) {
    // Outside it lies under the letters, twice as wide.
    const wide = text.outline.place === 'outside' ? 2 : 1;
    sheet.runs(
      text.panel || drawn(text.shadows).length ? `.${cls}--words` : self,
      '-webkit-text-stroke-width',
      (i) => texts[i].outline.width * wide,
    );
    letters['-webkit-text-stroke-color'] = colourCss(hexOf(text.outline.colour, scene));
    if (text.outline.place === 'outside') letters['paint-order'] = 'stroke fill';
  }
  // Shadows that are drawn by a filter, one for each layout.
  let filtered: string[] | null = null;
  const gradient = paint && paint !== 'none' && 'image' in paint;
  if (drawn(text.shadows).length) {
    if (spreads(text.shadows) || gradient || text.outline.width > 0) {
      const names = texts.map((t, i) => {
        const name = texts.length > 1 ? `${cls}--shadow-${i + 1}` : `${cls}--shadow`;
        filters.push(shadowFilter(name, t.shadows, scene));
        return `url(#${name})`;
      });
      filtered = names;
    } else
      sheet.steps(
        self,
        'text-shadow',
        texts.map((t) => shadowList(t.shadows, scene, false)),
      );
  }
  if (gradient) {
    letters.color = 'transparent';
    letters['background-clip'] = 'text';
    letters['-webkit-background-clip'] = 'text';
  }
  const { backing } = text;
  if (backing?.on) {
    const cap = layouts[0].capHeight / layouts[0].fontSize,
      high = cap + 2 * backing.padY,
      // What the letters' own box already reaches above the capitals and below the baseline.
      above = cap + backing.padY - ascent,
      below = backing.padY - descent,
      hex = hexOf(backing.fill.colour, scene),
      overlaps = texts.some((t) => high > t.lineHeight + 1e-6) && layouts.some((l) => l.lines.length > 1),
      clear = texts.map((t) => (t.backing?.opacity ?? 1) * rgba(hex).a),
      copied = overlaps && clear.some((a) => a < 1);
    const hug: Record<string, string> = {
      'box-decoration-break': 'clone',
      '-webkit-box-decoration-break': 'clone',
      // Lines break as if it were not there.
      'margin-inline': `${number(-backing.padX, 4)}em`,
      'padding-inline': `${number(backing.padX, 4)}em`,
      'border-radius': `${number(backing.radius, 4)}em`,
    };
    if (above >= 0 && below >= 0) {
      hug['padding-top'] = `${number(above, 4)}em`;
      hug['padding-bottom'] = `${number(below, 4)}em`;
      sheet.where(ROUNDS, copied ? `.${cls}--backing > span` : `.${cls}--words`, {
        'padding-top': `max(0px, ${number(cap + backing.padY, 4)}em - var(--ascent))`,
        'padding-bottom': `max(0px, ${number(backing.padY, 4)}em - var(--descent))`,
      });
    } else {
      // Lower than the letters' own box: only part of it is painted.
      const whole = ascent + descent;
      hug['background-repeat'] = 'no-repeat';
      hug['background-size'] = `100% ${number((100 * high) / whole, 3)}%`;
      hug['background-position'] = `0 ${number(-above, 4)}em`;
      delete hug['border-radius'];
    }
    const partly = hug['background-size'] !== undefined,
      fill = (colour: string): Record<string, string> =>
        partly ? { 'background-image': `linear-gradient(${colour}, ${colour})` } : { 'background-color': colour };
    if (copied) {
      // Lines that overlap become one shape before it is made translucent; so it is laid under the words by itself.
      const under = `${cls}--backing`;
      sheet.set(`.${under}`, {
        position: 'absolute',
        inset: '0',
        padding: 'inherit',
        color: 'transparent',
        'text-shadow': 'none',
        'user-select': 'none',
        'pointer-events': 'none',
      });
      sheet.shares(`.${under}`, 'opacity', clear);
      sheet.set(`.${under} > span`, { ...hug, ...fill(colourCss(hex.slice(0, 7))) });
      sheet.set(`.${cls}--words`, { position: 'relative', ...letters });
      inner =
        inline('span', { class: under, 'aria-hidden': 'true' }, inline('span', {}, words(text.text))) +
        inline('span', { class: `${cls}--words` }, inner);
    } else {
      const [name] = Object.keys(fill('')),
        { r, g, b } = rgba(hex);
      sheet.set(`.${cls}--words`, hug);
      sheet.shares(
        `.${cls}--words`,
        name,
        clear,
        (a) => fill(a === '1' ? hex.slice(0, 7) : `rgb(${r} ${g} ${b} / ${a})`)[name],
      );
      sheet.set(self, letters);
      inner = inline('span', { class: `${cls}--words` }, inner);
    }
  } else if (filtered || gradient) {
    sheet.set(`.${cls}--words`, letters);
    if (gradient) {
      sheet.set(`.${cls}--words`, { display: 'block' });
      sheet.steps(
        `.${cls}--words`,
        'background-image',
        texts.map((t, i) => {
          const p = paintCss(t.fill, stands[i].frameOf(t), scene);
          return p ? asBackground(p) : 'none';
        }),
      );
    }
    inner = inline('span', { class: `${cls}--words` }, inner);
  } else {
    sheet.set(self, letters);
    if (text.panel) inner = inline('span', { class: `${cls}--words` }, inner);
  }
  if (filtered) sheet.steps(`.${cls}--words`, 'filter', filtered);
  frameCss(stands, texts, cls, sheet);
  if (text.button) buttonCss(stands, texts, cls, sheet);
  return { inner, filters };
}

/** How a link looks by itself, under the pointer, and with the keyboard's focus. */
function buttonCss(stands: readonly Stand[], texts: readonly TextLayer[], cls: string, sheet: Sheet): void {
  const [{ scene }] = stands,
    self = `.${cls}`,
    { hover, focus } = texts[0].button!,
    width = texts.map((t) => px(t.button?.focus.width ?? focus.width));
  sheet.set(self, {
    display: 'block',
    'min-width': `${LEAST_TARGET}px`,
    'min-height': `${LEAST_TARGET}px`,
    ...(texts[0].underline ? {} : { 'text-decoration': 'none' }),
  });
  const over: Record<string, string> = {};
  if (hover.plate) over.background = colourCss(hexOf(hover.plate, scene));
  if (hover.ink) over.color = colourCss(hexOf(hover.ink, scene));
  if (Object.keys(over).length) sheet.set(`${self}:hover`, over);
  const ring = colourCss(hexOf(focus.colour, scene));
  sheet.steps(
    `${self}:focus-visible`,
    'outline',
    width.map((w) => `${w} solid ${ring}`),
  );
  sheet.set(`${self}:focus-visible`, { 'outline-offset': '2px' });
}

/** The frame's own look. */
function frameCss(stands: readonly Stand[], texts: readonly TextLayer[], cls: string, sheet: Sheet): void {
  const self = `.${cls}`,
    [{ scene }] = stands,
    sides = ['top', 'right', 'bottom', 'left'] as const;
  for (const side of sides)
    if (texts.some((t) => t.padding[side] > 0)) sheet.runs(self, `padding-${side}`, (i) => texts[i].padding[side]);
  const { panel } = texts[0];
  if (!panel) return;
  const ring = (t: TextLayer): string[] => {
    const { width, colour, place } = t.panel!.stroke,
      c = colourCss(hexOf(colour, scene));
    if (width <= 0) return [];
    if (place === 'inside') return [`inset 0 0 0 ${px(width)} ${c}`];
    if (place === 'outside') return [`0 0 0 ${px(width)} ${c}`];
    return [`inset 0 0 0 ${px(width / 2)} ${c}`, `0 0 0 ${px(width / 2)} ${c}`];
  };
  sheet.steps(
    self,
    'background',
    texts.map((t, i) => asBackground(paintCss(t.panel!.fill, stands[i].frameOf(t), scene, t.panel!.opacity) ?? 'none')),
  );
  if (texts.some((t) => t.panel!.radius.some((r) => r > 0)))
    sheet.steps(
      self,
      'border-radius',
      texts.map((t) => t.panel!.radius.map(px).join(' ')),
    );
  const boxes = texts.map((t) => {
    const cast = shadowList(t.panel!.shadows, scene, true);
    return [...ring(t), ...(cast === 'none' ? [] : [cast])].join(', ') || 'none';
  });
  if (boxes.some((b) => b !== 'none')) sheet.steps(self, 'box-shadow', boxes);
}
