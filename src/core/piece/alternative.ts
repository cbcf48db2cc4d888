// What slides show, in words: alternative texts, and what files say of themselves.
import { isPhoto, isText } from '../kinds/layers';
import { oneLine } from '../values/plain';
import { nameOf } from './name';
import type { Piece, Slide } from './schema';

const LONGEST = 300;

/** Title and description that go along with a slide in a file. */
export function aboutSlide(piece: Piece, slide: Pick<Slide, 'id'>): { title: string; description: string } {
  const at = piece.slides.findIndex((s) => s.id === slide.id);
  return {
    title: piece.slides.length > 1 && !piece.section ? `${nameOf(piece)}, ${at + 1}` : nameOf(piece),
    description: piece.slides[at]?.alternative.trim() ?? '',
  };
}

/** Is it a name that a person gave, not one of a camera or a download? */
const speaks = (name: string): boolean => /\p{L}{3}/u.test(name) && !/\d{3}|^(?:img|dsc|photo|image)\b/i.test(name);

/**
 * A first alternative text from a slide's own words: its texts from top to bottom, and what its photos are called.
 * Empty where it has neither.
 */
export function suggestedAlternative({ layers }: Slide): string {
  const words = layers
      .filter(isText)
      .filter((l) => l.visible && l.text.trim() && l.opacity > 0)
      .sort((a, b) => a.box.y - b.box.y || a.box.x - b.box.x)
      .map((l) => oneLine(l.text).replace(/[.\s]+$/u, '')),
    photos = layers
      .filter(isPhoto)
      .filter((l) => l.visible && l.band === 'backdrop' && speaks(l.name))
      .map((l) => l.name),
    said = [
      ...words,
      ...(photos.length ? [`${words.length ? 'Over a photo' : 'A photo'}: ${[...new Set(photos)].join(', ')}`] : []),
    ];
  return said
    .map((s) => (/[.!?\u2026]$/u.test(s) ? s : `${s}.`))
    .join(' ')
    .slice(0, LONGEST);
}
