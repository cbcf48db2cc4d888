// What is handed over and how: chosen once, remembered with the piece in this browser.
import { useLocalStorage } from '@mantine/hooks';
import { USUAL_PATTERN } from '../../../core/format/file-names';
import {
  FORMATS,
  MOTION_FORMAT_IDS,
  type MotionFormatId,
  type Palette,
  PALETTES,
  SCALES,
  PLAIN_PAGE,
  PRESS,
  type PressPage,
  SLIDE_FORMAT_IDS,
  type SlideFormatId,
  TARGET,
} from '../../../core/format/formats';

/**
 * One slide, several pictures in an archive, all slides side by side as one, the section as a page, or a post.
 */
export const WHATS = ['slide', 'several', 'strip', 'page', 'post'] as const;
export type What = (typeof WHATS)[number];

/** What goes into an archive. */
export interface Several {
  formats: SlideFormatId[];
  /** Ids of sizes; all where null. */
  sizes: string[] | null;
  /** All slides that are handed over, or the present one. */
  all: boolean;
  /** Of the names of files. */
  pattern: string;
}

export interface Choice {
  what: What;
  format: SlideFormatId;
  /** Of a slide where something moves: as an animation, unless a still is wanted. */
  motion: MotionFormatId | 'still';
  /** 1..100. */
  quality: number;
  /** One of `PALETTES`; all of them where null. */
  colours: Palette | null;
  transparent: boolean;
  /** The most bytes of a file; null where its quality is set. */
  target: number | null;
  /** Pixels to one of the size, 0.02..4. */
  scale: number;
  /** Of a drawing: are its letters text? */
  text: boolean;
  /** Of a PDF. */
  page: PressPage;
  several: Several;
}

const USUAL: Choice = {
  what: 'slide',
  format: 'png',
  motion: 'webp',
  quality: 90,
  colours: null,
  transparent: false,
  target: null,
  scale: 1,
  text: false,
  page: PLAIN_PAGE,
  several: { formats: ['png'], sizes: null, all: true, pattern: USUAL_PATTERN },
};

/** The sizes that are wanted and there. */
export function sizesOf({ sizes }: Several, there: readonly { id: string }[]): string[] {
  const wanted = there.filter((s) => sizes?.includes(s.id));
  return (wanted.length ? wanted : there).map((s) => s.id);
}

function severalFrom(kept: unknown): Several {
  const was = (typeof kept === 'object' && kept ? kept : {}) as Partial<Record<keyof Several, unknown>>,
    list = (v: unknown): unknown[] => (Array.isArray(v) ? v : []),
    formats = SLIDE_FORMAT_IDS.filter((f) => list(was.formats).includes(f)),
    sizes = list(was.sizes).filter((s): s is string => typeof s === 'string');
  return {
    formats: formats.length ? formats : USUAL.several.formats,
    sizes: sizes.length ? sizes : null,
    all: was.all !== false,
    pattern: typeof was.pattern === 'string' && was.pattern ? was.pattern : USUAL_PATTERN,
  };
}

const number = <T>(v: unknown, least: number, most: number, usual: T): number | T =>
  typeof v === 'number' && v >= least && v <= most ? v : usual;

function pageFrom(kept: unknown): PressPage {
  const was = (typeof kept === 'object' && kept ? kept : {}) as Partial<Record<keyof PressPage, unknown>>;
  return {
    width: number(was.width, PRESS.width.least, PRESS.width.most, null),
    bleed: number(was.bleed, PRESS.bleed.least, PRESS.bleed.most, 0),
    marks: was.marks === true,
    grey: was.grey === true,
  };
}

/** What was kept, as far as it is still a choice. */
export function choiceFrom(kept: string | undefined): Choice {
  const among = <T>(all: readonly T[], v: unknown, usual: T): T => (all.includes(v as T) ? (v as T) : usual);
  let was: Partial<Record<keyof Choice, unknown>> = {};
  try {
    was = (JSON.parse(kept ?? '{}') ?? {}) as typeof was;
  } catch {
    // Somebody else wrote it.
  }
  return {
    what: among(WHATS, was.what, USUAL.what),
    format: among(SLIDE_FORMAT_IDS, was.format, USUAL.format),
    motion: among([...MOTION_FORMAT_IDS, 'still'] as const, was.motion, USUAL.motion),
    quality: number(was.quality, 1, 100, USUAL.quality),
    colours: among([...PALETTES, null], was.colours, null),
    transparent: was.transparent === true,
    target: number(was.target, TARGET.least, TARGET.most, null),
    scale: number(was.scale, SCALES.least, SCALES.most, USUAL.scale),
    text: was.text === true,
    page: pageFrom(was.page),
    several: severalFrom(was.several),
  };
}

/** The choice for a piece, and a function that changes some of it. */
export function useChoice(piece: string | null): [Choice, (some: Partial<Choice>) => void] {
  const [choice, set] = useLocalStorage<Choice>({
    key: `plavo-hand-over-${piece}`,
    defaultValue: USUAL,
    getInitialValueInEffect: false,
    deserialize: choiceFrom,
  });
  return [choice, (some) => set((was) => ({ ...was, ...some }))];
}

const pageQuery = ({ width, bleed, marks, grey }: PressPage): Record<string, string> => ({
  ...(width === null ? {} : { pageWidth: String(width) }),
  ...(bleed > 0 ? { bleed: String(bleed) } : {}),
  ...(marks ? { marks: '1' } : {}),
  ...(grey ? { grey: '1' } : {}),
});

/** How pictures are written, as the server is asked. */
export function encodingQuery({ format, quality, colours, transparent, target, scale, text, page }: Choice): string {
  const knows = FORMATS[format];
  return new URLSearchParams({
    format,
    scale: String(scale),
    ...(knows.quality ? { quality: String(quality) } : {}),
    ...(knows.colours && colours !== null && target === null ? { colours: String(colours) } : {}),
    ...(knows.alpha && transparent ? { transparent: '1' } : {}),
    ...(target !== null && !knows.drawn ? { target: String(target) } : {}),
    ...(knows.text && text ? { letters: 'text' } : {}),
    ...(knows.pages ? pageQuery(page) : {}),
  }).toString();
}

/** The same picture without any loss. */
export const plainQuery = (choice: Choice): string =>
  encodingQuery({
    ...choice,
    format: 'png',
    colours: null,
    target: null,
    transparent: choice.transparent && FORMATS[choice.format].alpha,
  });
