// Texts of a drawing as layers.
import { apply } from '../../ground/transform';
import { makeText, type TextLayer } from '../../kinds/text';
import type { TextLayout } from '../../type/layout';
import { type Among, type Found, similarity, type Source, type Standing, StaysDrawn } from './found';
import { named, number, paint, share, type Style } from './geometry';
import type { SvgElement } from './tree';

/** What must be the same in all of a line. */
const LOOKS = ['font-family', 'font-size', 'font-weight', 'font-style', 'fill', 'letter-spacing', 'text-anchor'];
/** What texts have from what is around them. */
export const TEXT_STYLES = [
  'font-family',
  'font-size',
  'font-weight',
  'font-style',
  'letter-spacing',
  'text-anchor',
  'text-decoration',
  'mix-blend-mode',
] as const;

/** A text whose font is here, each of its lines by itself. @throws StaysDrawn for other texts */
export function textLayers({ ask, size, count }: Source, e: SvgElement, among: Among, opacity: number): Found[] {
  const { t, group } = among,
    turned = similarity(t);
  if (!turned) throw new StaysDrawn();
  const lines: { text: string; x: number; y: number; style: Style & Record<string, string | undefined> }[] = [];
  let x = 0,
    y = 0;
  const walk = (el: SvgElement, up: Record<string, string | undefined>): void => {
    const a = el.attributes,
      own = { ...up };
    for (const [key, v] of Object.entries(a)) if (v !== 'inherit') own[key] = v;
    for (const key of ['x', 'y', 'dx', 'dy']) if (/[\s,]/.test((a[key] ?? '').trim())) throw new StaysDrawn();
    if (['rotate', 'textLength', 'writing-mode'].some((key) => a[key] !== undefined)) throw new StaysDrawn();
    const moved = ['x', 'y', 'dx', 'dy'].some((key) => a[key] !== undefined);
    x = number(a.x, x) + number(a.dx);
    y = number(a.y, y) + number(a.dy);
    let fresh = moved || !lines.length;
    for (const c of el.children) {
      if (typeof c !== 'string') {
        walk(c, own);
        fresh = false;
        continue;
      }
      const words = c.replace(/\s+/g, ' ');
      if (!words.trim() && (fresh || !lines.length)) continue;
      const last = lines.at(-1);
      if (fresh || !last) lines.push({ text: words, x, y, style: own as Style });
      else if (LOOKS.every((key) => last.style[key] === own[key])) last.text += words;
      // Words of several looks in one line.
      else throw new StaysDrawn();
      fresh = false;
    }
  };
  walk(e, { ...among.style });
  return lines
    .filter((l) => l.text.trim())
    .map(({ text, x, y, style }) => {
      const family = ask.family(
        (style['font-family'] ?? '').split(',').map((f) => f.trim().replace(/^["']|["']$/g, '')),
      );
      if (family === null) {
        count.fontless++;
        throw new StaysDrawn();
      }
      if (named(style.stroke) || (style['text-decoration'] ?? 'none') !== 'none') throw new StaysDrawn();
      const flat = paint(style.fill ?? 'black', style.color ?? 'black'),
        weight =
          ({ normal: 400, bold: 700 } as Record<string, number>)[style['font-weight'] ?? 'normal'] ??
          Number(style['font-weight']),
        fontSize = number((style['font-size'] ?? '16').replace(/px$/, '')) * turned.k;
      if (!flat || !(weight >= 1) || !(fontSize >= 1)) throw new StaysDrawn();
      const [px, py] = apply(t, x, y),
        anchor = style['text-anchor'] ?? 'start';
      if (anchor !== 'start' && anchor !== 'middle' && anchor !== 'end') throw new StaysDrawn();
      return {
        layer: {
          ...makeText(ask.newId(), text.trim(), size, flat.hex, {
            family,
            weight: Math.min(900, Math.max(100, Math.round(weight / 100) * 100)),
            italic: /italic|oblique/.test(style['font-style'] ?? ''),
          }),
          frame: 'line',
          lineHeight: 1.2,
          fontSize,
          letterSpacing: Math.min(
            2,
            Math.max(-0.5, (number(style['letter-spacing']?.replace('normal', '0')) * turned.k) / fontSize),
          ),
          opacity: flat.alpha * share(style['fill-opacity'], 1) * opacity,
          group,
        },
        stands: { x: px, y: py, anchor, turn: Math.abs(turned.turn) < 1e-6 ? 0 : turned.turn },
      };
    });
}

/** What of a layout says where a text stands. */
type Laid = Pick<TextLayout, 'width' | 'height'> & { lines: readonly Pick<TextLayout['lines'][number], 'baseline'>[] };

/** A text where it stands. @param layout of the text as it was found */
export function placedText(text: TextLayer, layout: Laid, { x, y, anchor, turn }: Standing): TextLayer {
  const { width, height } = layout,
    share = { start: 0, middle: 0.5, end: 1 }[anchor],
    // It turns about the middle of its frame, which moves so that the point it is turned about stays.
    dx = (0.5 - share) * width,
    dy = height / 2 - (layout.lines[0]?.baseline ?? 0),
    a = (turn * Math.PI) / 180;
  return {
    ...text,
    align: ({ start: 'start', middle: 'centre', end: 'end' } as const)[anchor],
    rotation: turn,
    box: {
      x: x + dx * Math.cos(a) - dy * Math.sin(a) - width / 2,
      y: y + dx * Math.sin(a) + dy * Math.cos(a) - height / 2,
      width,
      height,
    },
  };
}
