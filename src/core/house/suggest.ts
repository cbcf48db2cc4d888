// A whole house style guessed from a photo or a logo: a ground and what reads on it by contrast (WCAG 2.2), an accent
// of the picture's own, type by how vivid and how warm it is. A beginning, to be changed.
import { hexFromOklab, labOfHex } from '../colour/oklab';
import { coloursOfPhoto } from '../colour/palette';
import { contrastOfHex } from '../colour/srgb';
import type { Pixels } from '../ground/pixels';
import type { Swatch } from '../values/fill';
import type { HouseStyle, TextStyle, TextUse } from '../values/house';
import { gradientThrough } from '../values/made';
import type { SwatchRole } from '../values/plain';
import type { FontChoice } from '../values/text';

/** What is asked of the colours on the ground: text at any size and strictly; an accent where it is large. */
const FOR_TEXT = 7,
  FOR_MUTED = 4.5,
  FOR_ACCENT = 3;

/** Fonts that go together: of headlines, and of what is read. */
const PAIRS: readonly { headline: FontChoice; text: FontChoice; spacing: number }[] = [
  { headline: { family: 'Archivo', weight: 800, italic: false }, text: font('Work Sans'), spacing: -0.01 },
  { headline: { family: 'Fraunces', weight: 700, italic: false }, text: font('Work Sans'), spacing: -0.01 },
  {
    headline: { family: 'Space Grotesk', weight: 700, italic: false },
    text: font('Atkinson Hyperlegible'),
    spacing: 0,
  },
  { headline: { family: 'Oswald', weight: 600, italic: false }, text: font('Archivo'), spacing: 0.01 },
  { headline: { family: 'Playfair Display', weight: 700, italic: false }, text: font('Lora'), spacing: 0 },
];
function font(family: string): FontChoice {
  return { family, weight: 400, italic: false };
}

type Lab = readonly [number, number, number];
const chroma = ([, a, b]: Lab): number => Math.hypot(a, b);
/** A colour of that hue with a lightness and at most so much chroma. */
function shade([, a, b]: Lab, L: number, most: number): string {
  const c = Math.hypot(a, b),
    k = c > most ? most / c : 1;
  return hexFromOklab(L, a * k, b * k);
}

/** A colour of that hue and lightness with no less chroma. */
function atLeast([L, a, b]: Lab, least: number): Lab {
  const k = Math.max(1, least / Math.hypot(a, b));
  return [L, a * k, b * k];
}

/** The colour nearest in lightness to `from` that keeps a contrast on a ground, moved away from the ground's. */
function readingOn(ground: string, from: Lab, ratio: number, most: number): string {
  const up = labOfHex(ground)[0] < 0.55;
  for (let L = from[0]; L >= 0 && L <= 1; L += up ? 0.01 : -0.01) {
    const hex = shade(from, L, most);
    if (contrastOfHex(hex, ground) >= ratio) return hex;
  }
  return up ? '#ffffff' : '#000000';
}

/**
 * A house style from a picture's colours.
 * @param picture RGBA; what is transparent does not count @param newId for its entries
 * @param turn another pair of fonts each @throws Error in words where the picture has no colours
 */
export function suggestedHouse(picture: Pixels, newId: () => string, turn = 0): HouseStyle {
  const found = coloursOfPhoto(picture).map((f) => ({ ...f, lab: labOfHex(f.hex) as Lab }));
  if (!found.length) throw new Error('Nothing can be seen in the picture');
  const mean = found.reduce((s, f) => s + f.lab[0] * f.share, 0) / found.reduce((s, f) => s + f.share, 0),
    vivid = [...found].sort((p, q) => chroma(q.lab) - chroma(p.lab))[0],
    // A logo stands on paper; a photo says itself whether it is dark.
    dark = found.length > 3 && mean < 0.55,
    byLight = [...found].sort((p, q) => p.lab[0] - q.lab[0]),
    [deep, bright] = [byLight[0].lab, byLight.at(-1)!.lab],
    ground = dark ? shade(deep, Math.min(0.28, Math.max(0.18, deep[0])), 0.06) : shade(bright, 0.975, 0.015),
    panel = dark ? shade(deep, labOfHex(ground)[0] + 0.09, 0.06) : shade(bright, 0.92, 0.03),
    text = readingOn(
      ground,
      dark ? [0.96, bright[1], bright[2]] : [0.24, deep[1], deep[2]],
      FOR_TEXT,
      dark ? 0.02 : 0.05,
    ),
    muted = readingOn(ground, dark ? [0.6, bright[1], bright[2]] : [0.6, deep[1], deep[2]], FOR_MUTED, 0.03),
    // A grey picture gets the warm counterpart of its light; an accent that hardly has a colour, more of its own.
    own: Lab = chroma(vivid.lab) > 0.03 ? atLeast(vivid.lab, 0.1) : [0.72, 0.04, 0.13],
    accent = readingOn(ground, own, FOR_ACCENT, 0.2);
  const swatch = (name: string, role: SwatchRole, colour: string): Swatch => ({
    id: newId(),
    name,
    colour,
    house: true,
    role,
  });
  const swatches = [
      swatch('Ground', 'ground', ground),
      swatch('Panel', 'panel', panel),
      swatch('Text', 'text', text),
      swatch('Accent', 'accent', accent),
      swatch('Muted', 'muted', muted),
    ],
    [, , ink, , quiet] = swatches;
  const [, a, b] = own,
    warm = b > 0.02 && a > -0.04,
    strong = chroma(own) > 0.14,
    first = strong ? (warm ? 3 : 2) : warm ? 1 : 0,
    pair = PAIRS[(first + turn) % PAIRS.length];
  const style = (
    name: string,
    use: TextUse,
    choice: FontChoice,
    size: number,
    lineHeight: number,
    colour: Swatch,
    letterSpacing = 0,
  ): TextStyle => ({
    id: newId(),
    name,
    use,
    font: choice,
    size,
    letterSpacing,
    lineHeight,
    case: 'as-typed',
    colour: { swatch: colour.id },
    shadow: null,
  });
  return {
    swatches: [
      ...swatches,
      {
        id: newId(),
        name: 'Ground to accent',
        house: true,
        gradient: {
          ...gradientThrough([]),
          stops: [ground, shade(own, dark ? 0.42 : 0.86, 0.12)].map((colour, at) => ({ at, colour, mid: 0.5 })),
        },
      },
    ],
    textStyles: [
      style('Headline', 'headline', pair.headline, 0.085, 1.08, ink, pair.spacing),
      style(
        'Descriptor',
        'descriptor',
        { ...pair.text, weight: pair.text.family === 'Atkinson Hyperlegible' ? 700 : 600 },
        0.036,
        1.25,
        ink,
      ),
      style('Body', 'body', pair.text, 0.032, 1.4, quiet),
      style(
        'Button',
        'button',
        { ...pair.text, weight: pair.text.family === 'Atkinson Hyperlegible' ? 700 : 600 },
        0.034,
        1.2,
        ink,
      ),
    ],
    shadows: [],
    logos: [],
    tone: null,
    treatment: null,
  };
}

/**
 * A house style with a suggested one laid on it: a colour takes the place of the one that is there for the same, a text
 * style of the first for the same use, so that pieces follow; what is there for nothing stays.
 */
export function withSuggestion(
  house: HouseStyle,
  suggestion: HouseStyle,
  what: { colours: boolean; type: boolean },
): HouseStyle {
  /** Ids of the suggestion to those in whose place it comes. */
  const places = new Map<string, string>();
  const laid = <E extends { id: string }>(
    all: readonly E[],
    come: readonly E[],
    same: (a: E, b: E) => boolean,
  ): E[] => {
    const out = [...all];
    for (const entry of come) {
      const at = out.findIndex((e) => same(e, entry) && ![...places.values()].includes(e.id));
      if (at < 0) out.push(entry);
      else {
        places.set(entry.id, out[at].id);
        out[at] = { ...entry, id: out[at].id };
      }
    }
    return out;
  };
  const swatches = what.colours
    ? laid(house.swatches, suggestion.swatches, (a, b) =>
        b.role ? a.role === b.role : a.gradient !== undefined && a.name === b.name,
      )
    : house.swatches;
  const own = (style: TextStyle): TextStyle => {
    const id = (style.colour as { swatch?: string } | null)?.swatch,
      there = id === undefined ? undefined : (places.get(id) ?? id);
    return { ...style, colour: there !== undefined && swatches.some((s) => s.id === there) ? { swatch: there } : null };
  };
  return {
    ...house,
    swatches,
    textStyles: what.type
      ? laid(house.textStyles, suggestion.textStyles.map(own), (a, b) => a.use === b.use).map((s) => {
          const was = house.textStyles.find((h) => h.id === s.id);
          return was && was !== s ? { ...s, name: was.name, shadow: was.shadow, colour: s.colour ?? was.colour } : s;
        })
      : house.textStyles,
  };
}
