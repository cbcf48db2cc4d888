// The fonts that ship with the application: families, their faces, and where the file of a face lies.

export interface Face {
  /** File name without ending; also the id under which the face is served. */
  id: string;
  weight: number;
  italic: boolean;
  /** Path below node_modules; empty for a font of one's own, whose id is the name of its bytes. */
  path: string;
}

export interface Family {
  name: string;
  kind: 'display' | 'grotesque' | 'serif' | 'slab' | 'script' | 'mono' | 'own';
  faces: Face[];
}

/** A font of somebody's own, kept with a campaign. */
export interface OwnFont {
  /** SHA-256 of the unpacked file, under which it is served. */
  id: string;
  family: string;
  weight: number;
  italic: boolean;
  /** What the person who added it said about its licence. */
  licence: string;
}

/** Fonts of one's own as families, for choosing and loading. */
export const familiesOf = (fonts: readonly OwnFont[]): Family[] =>
  [...new Set(fonts.map((f) => f.family))].map((name) => ({
    name,
    kind: 'own',
    faces: fonts
      .filter((f) => f.family === name)
      .map((f) => ({ id: f.id, weight: f.weight, italic: f.italic, path: '' })),
  }));

const WEIGHT_NAMES: Record<number, string> = {
  300: 'Light',
  400: 'Regular',
  500: 'Medium',
  600: 'SemiBold',
  700: 'Bold',
  800: 'ExtraBold',
  900: 'Black',
};

function family(name: string, kind: Family['kind'], weights: number[], italics: number[] = []): Family {
  const folder = name.toLowerCase().replace(/ /g, '-');
  const file = name.replace(/ /g, '');
  const face = (weight: number, italic: boolean): Face => {
    const style = `${weight}${WEIGHT_NAMES[weight]}${italic ? '_Italic' : ''}`;
    return {
      id: `${file}_${style}`,
      weight,
      italic,
      path: `@expo-google-fonts/${folder}/${style}/${file}_${style}.ttf`,
    };
  };
  return { name, kind, faces: [...weights.map((w) => face(w, false)), ...italics.map((w) => face(w, true))] };
}

/** Offered families, in the order of the picker. */
export const FAMILIES: readonly Family[] = [
  family('Archivo', 'grotesque', [300, 400, 500, 600, 700, 800, 900], [400, 700]),
  family('Work Sans', 'grotesque', [300, 400, 500, 600, 700, 800], [400, 700]),
  family('Atkinson Hyperlegible', 'grotesque', [400, 700], [400, 700]),
  family('Space Grotesk', 'grotesque', [300, 400, 500, 700]),
  family('Oswald', 'display', [300, 400, 500, 600, 700]),
  family('Bebas Neue', 'display', [400]),
  family('Anton', 'display', [400]),
  family('Abril Fatface', 'display', [400]),
  family('Playfair Display', 'serif', [400, 500, 600, 700, 800, 900], [400, 700]),
  family('Lora', 'serif', [400, 500, 600, 700], [400, 700]),
  family('EB Garamond', 'serif', [400, 500, 600, 700, 800], [400, 700]),
  family('Fraunces', 'serif', [300, 400, 600, 700, 900], [400, 700]),
  family('Zilla Slab', 'slab', [300, 400, 500, 600, 700], [400, 700]),
  family('Bitter', 'slab', [300, 400, 500, 600, 700, 800], [400, 700]),
  family('Caveat', 'script', [400, 500, 600, 700]),
  family('Kaushan Script', 'script', [400]),
  family('JetBrains Mono', 'mono', [300, 400, 500, 700], [400, 700]),
  family('Noto Sans', 'grotesque', [400, 700], [400, 700]),
  family('Noto Sans Hebrew', 'grotesque', [400, 700]),
  family('Noto Naskh Arabic', 'serif', [400, 700]),
  family('Noto Sans JP', 'grotesque', [400, 700]),
  family('Noto Sans SC', 'grotesque', [400, 700]),
  family('Noto Sans KR', 'grotesque', [400, 700]),
  family('Noto Sans Thai', 'grotesque', [400, 700]),
];

/** Colour emoji, drawn as layers of outlines. Not offered: they are set in whatever family is chosen. */
export const EMOJI = 'Plavo Emoji';
/** Id of their face. */
export const EMOJI_FACE = 'PlavoEmoji_400Regular';
const EMOJI_FAMILY: Family = {
  name: EMOJI,
  kind: 'display',
  // Unpacked when the application is built.
  faces: [{ id: EMOJI_FACE, weight: 400, italic: false, path: '../.build/emoji.ttf' }],
};

/** Families asked for letters of some scripts; those of the same letters in the order in which they are asked. */
const SCRIPTS: readonly { family: string; letters: RegExp }[] = [
  { family: 'Noto Sans Hebrew', letters: /\p{Script=Hebrew}/u },
  { family: 'Noto Naskh Arabic', letters: /\p{Script=Arabic}/u },
  { family: 'Noto Sans JP', letters: /[\p{Script=Hiragana}\p{Script=Katakana}]/u },
  { family: 'Noto Sans KR', letters: /\p{Script=Hangul}/u },
  // Han alone is taken for Chinese: beside kana or hangul the families above have it, as it is written there.
  { family: 'Noto Sans SC', letters: /[\p{Script=Han}\u3000-\u303f\uff00-\uffef]/u },
  { family: 'Noto Sans Thai', letters: /\p{Script=Thai}/u },
  { family: EMOJI, letters: /[\p{Extended_Pictographic}\p{Regional_Indicator}\u20e3]/u },
];

/**
 * Families asked, in turn, for letters of a text that the chosen one does not have. They follow from the text alone, so
 * that it looks the same wherever and after whatever it is painted.
 */
export const fallbacksFor = (text: string): string[] => [
  'Noto Sans',
  ...SCRIPTS.filter(({ letters }) => letters.test(text)).map(({ family: name }) => name),
];

export const faceById = (id: string): Face | null =>
  [...FAMILIES, EMOJI_FAMILY].flatMap((f) => f.faces).find((f) => f.id === id) ?? null;

/** Name of the shipped family that a face belongs to. */
export const familyOf = (face: string): string =>
  FAMILIES.find((f) => f.faces.some((x) => x.id === face))?.name ?? EMOJI;

/**
 * The face nearest to what is asked: the family (Archivo where it is unknown), then the slope, then the weight.
 */
export function faceFor(
  familyName: string,
  weight: number,
  italic: boolean,
  families: readonly Family[] = FAMILIES,
): Face {
  const fam = familyName === EMOJI ? EMOJI_FAMILY : (families.find((f) => f.name === familyName) ?? FAMILIES[0]);
  const cost = (f: Face) => (f.italic === italic ? 0 : 10_000) + Math.abs(f.weight - weight);
  return fam.faces.reduce((best, f) => (cost(f) < cost(best) ? f : best));
}
