// Names of files that are handed over, by a pattern of one's own.

/** What a pattern may hold, in braces, and what it stands for. */
export const NAME_PARTS = {
  campaign: 'the campaign',
  piece: 'the piece',
  slide: 'number of the slide, where there are several',
  size: 'width and height in pixels',
  date: 'today, as 2027-05-02',
  number: 'a counter, from 1',
} as const;
export type NamePart = keyof typeof NAME_PARTS;

export const USUAL_PATTERN = '{piece}-{slide}-{size}';
export const LONGEST_PATTERN = 120;
const LONGEST_NAME = 150;

/** Words as a part of a file's name: letters, digits and single hyphens, at most 80. */
export const inName = (words: string): string =>
  words
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase()
    .slice(0, 80);

/** The name of a piece as that of a file. @param name as people read it */
export const pieceInName = (name: string): string => inName(name) || 'piece';

/**
 * What the parts of a pattern stand for in one file, today.
 * @param about names as people read them, and how many slides the piece has @param file number of its slide and of
 * the file, from 1
 */
export const partsOf = (
  about: { campaign: string; piece: string; slides: number },
  file: { slide: number; size: { width: number; height: number }; scale: number; number: number },
): Record<NamePart, string> => ({
  campaign: inName(about.campaign),
  piece: pieceInName(about.piece),
  slide: about.slides > 1 ? String(file.slide).padStart(2, '0') : '',
  size: `${Math.round(file.size.width * file.scale)}x${Math.round(file.size.height * file.scale)}`,
  date: new Date().toISOString().slice(0, 10),
  number: String(file.number),
});

/** What of a pattern is no part that there is; none where it is fine. */
export const unknownParts = (pattern: string): string[] =>
  [...pattern.matchAll(/\{([^{}]*)\}/g)].map((m) => m[1]).filter((p) => !(p in NAME_PARTS));

/**
 * Names of files, each another one. What cannot stand in a name everywhere (slashes, colons and the like) becomes a
 * hyphen; no name is empty, hidden or leads elsewhere.
 * @param files what the parts stand for, and the ending of each
 */
export function namesOf(
  pattern: string,
  files: readonly { parts: Readonly<Record<NamePart, string>>; ending: string }[],
): string[] {
  const taken = new Set<string>();
  return files.map(({ parts, ending }) => {
    const base =
      pattern
        .replace(/\{([^{}]*)\}/g, (_, part: string) => (part in NAME_PARTS ? parts[part as NamePart] : ''))
        .normalize('NFC')
        .replace(/[^\p{L}\p{N}\p{M} ._()+=@,-]+/gu, '-')
        // What a part left empty leaves no gap.
        .replace(/([-_ .])[-_ ]+/g, '$1')
        .replace(/^[-_ .]+|[-_ .]+$/g, '')
        .slice(0, LONGEST_NAME) || 'picture';
    for (let n = 1; ; n++) {
      const name = `${base}${n > 1 ? `-${n}` : ''}.${ending}`;
      // Some systems take both cases for one.
      if (taken.has(name.toLowerCase())) continue;
      taken.add(name.toLowerCase());
      return name;
    }
  });
}
