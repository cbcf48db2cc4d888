// Fonts of a section: the faces that its letters are set in, each cut down to those letters, and stand-ins from the
// reader's machine that take the same room while they load.
import { isText } from '../../kinds/layers';
import { familyOf } from '../../type/catalogue';
import { isFont, type LoadedFont } from '../../type/font';
import { looksOf, shownText } from '../../type/spans';
import type { FontChoice } from '../../values/text';
import { number, quoted, slug } from './sheet';
import type { Stand } from './stands';

/**
 * Widths of the letters of a plain grotesque, in thousandths of an em from U+0020 on: those of the free core
 * font metrics that most machines have a font for.
 */
const PLAIN = [
  '278 278 355 556 556 889 667 191 333 333 389 584 278 333 278 278 556 556 556 556 556 556 556 556',
  '556 556 278 278 584 584 584 556 1015 667 667 722 722 667 611 778 722 278 500 667 556 833 722 778',
  '667 778 722 667 611 722 667 944 667 667 611 278 278 278 469 556 333 556 556 500 556 556 278 556',
  '556 222 222 500 222 833 556 556 556 556 333 500 278 556 500 722 500 500 500 334 260 334 584',
]
  .join(' ')
  .split(' ')
  .map(Number);
/** In em. */
const plainWidth = (c: string): number => (PLAIN[c.codePointAt(0)! - 32] ?? 556) / 1000;

/** A face and the letters it is used for. */
export interface FaceUse {
  family: string;
  weight: number;
  italic: boolean;
  font: LoadedFont;
  /** All letters, once each. */
  letters: string;
  /** How much wider than a plain grotesque it sets its letters; 1 is as wide. */
  wide: number;
  /** Path of its file in the folder. */
  file: string;
}

/** What letters of a look are set in: its own face, and those that letters were borrowed from. */
export interface LookFaces {
  own: FaceUse;
  others: FaceUse[];
}

/** The faces of a section. */
export interface Faces {
  /** In the order in which they are first used. */
  all: FaceUse[];
  of(layer: string, font: FontChoice): LookFaces | null;
}

const keyOf = (layer: string, { family, weight, italic }: FontChoice): string =>
  JSON.stringify([layer, family, weight, italic]);

/** Which faces set which letters. */
export function facesOf(stands: readonly Stand[]): Faces {
  const uses = new Map<LoadedFont, FaceUse & { set: Set<string>; own: number; plain: number }>(),
    byLook = new Map<string, Set<LoadedFont>>();
  const note = (font: LoadedFont, family: string, text: string, advance: number): void => {
    let u = uses.get(font);
    if (!u) {
      const { weight, italic } = font.face;
      u = {
        family,
        weight,
        italic,
        font,
        letters: '',
        wide: 1,
        set: new Set(),
        own: 0,
        plain: 0,
        file: `fonts/${slug(`${family} ${weight}${italic ? ' italic' : ''}`)}.woff2`,
      };
      uses.set(font, u);
    }
    for (const c of text) u.set.add(c);
    u.own += advance;
    u.plain += [...text].reduce((sum, c) => sum + plainWidth(c), 0);
  };
  for (const s of stands)
    for (const layer of s.scene.layers) {
      if (!isText(layer) || !layer.visible) continue;
      const text = shownText(layer),
        { letters } = s.setter.layout(layer);
      for (const { start, end, look } of looksOf(layer)) {
        const key = keyOf(layer.id, look.font),
          known = byLook.get(key) ?? new Set<LoadedFont>();
        byLook.set(key, known);
        for (const l of letters)
          if (l.start >= start && l.start < end)
            for (const { font } of l.glyphs.slice(0, 1)) {
              if (!isFont(font)) continue;
              // A font of one's own has no name but the one it was chosen by.
              const family = font.face.path === '' ? look.font.family : familyOf(font.face.id);
              note(font, family, text.slice(l.start, l.end), (l.right - l.left) / l.size - look.letterSpacing);
              known.add(font);
            }
      }
    }
  for (const u of uses.values()) {
    // The space at which a line breaks is no letter of it, but one where it breaks elsewhere.
    u.letters = [...u.set.add(' ')].sort().join('');
    if (u.plain > 0 && u.own > 0) u.wide = u.own / u.plain;
  }
  return {
    all: [...uses.values()],
    of: (layer, font) => {
      const found = [...(byLook.get(keyOf(layer, font)) ?? [])].map((f) => uses.get(f)!),
        own = found.find((f) => f.family === font.family) ?? found[0];
      return own ? { own, others: found.filter((f) => f !== own) } : null;
    },
  };
}

/** `font-family` of a look. */
export const familyCss = ({ own, others }: LookFaces): string =>
  [own.family, ...others.map((f) => f.family), `${own.family} fallback`].map(quoted).join(', ') + ', sans-serif';

/**
 * `@font-face` rules: the file, and a stand-in with the same width of text and the same ascent and descent (CSS Fonts
 * 5, size-adjust), so that nothing jumps while it loads.
 */
export function faceRules(faces: readonly FaceUse[]): string {
  return faces
    .map((f) => {
      const k = f.wide,
        share = (v: number): string => `${number((100 * v) / k, 2)}%`,
        style = `  font-weight: ${f.weight};\n  font-style: ${f.italic ? 'italic' : 'normal'};\n`;
      return `@font-face {
  font-family: ${quoted(f.family)};
  src: url(${quoted(f.file)}) format("woff2");
${style}  font-display: swap;
}

@font-face {
  font-family: ${quoted(`${f.family} fallback`)};
  src: local("Arial"), local("Liberation Sans"), local("Helvetica");
${style}  size-adjust: ${number(100 * k, 2)}%;
  ascent-override: ${share(f.font.ascent)};
  descent-override: ${share(f.font.descent)};
  line-gap-override: 0%;
}
`;
    })
    .join('\n');
}
