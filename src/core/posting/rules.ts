// What a service takes that shows posts: shapes, sizes, how many, which files. The stand-in has rules as real ones do.
export const POST_KINDS = ['post', 'story', 'banner'] as const;
export type PostKind = (typeof POST_KINDS)[number];

export interface PostRules {
  name: string;
  /** What it is, for the chooser. */
  hint: string;
  /** Most pictures of one. */
  pictures: number;
  /** Width as a multiple of the height. */
  shape: { least: number; most: number };
  /** Least width, px. */
  width: number;
  /** Most bytes of a picture. */
  bytes: number;
  /** Media types that are taken. */
  media: readonly string[];
  /** Most letters of its words. */
  words: number;
  /** How it is shown: no wider than this, px, as JPEG of this quality. */
  shown: { width: number; quality: number };
}

const TAKEN = ['image/jpeg', 'image/png', 'image/webp'];
/** How far a shape may be from what is asked. */
const SLACK = 0.01;

export const RULES: Record<PostKind, PostRules> = {
  post: {
    name: 'Post',
    hint: 'One picture or several, in a feed',
    pictures: 10,
    shape: { least: 0.8 * (1 - SLACK), most: 1.91 * (1 + SLACK) },
    width: 320,
    bytes: 8_000_000,
    media: TAKEN,
    words: 2200,
    shown: { width: 1080, quality: 75 },
  },
  story: {
    name: 'Story',
    hint: 'One upright picture that fills a phone',
    pictures: 1,
    shape: { least: (9 / 16) * (1 - SLACK), most: (9 / 16) * (1 + SLACK) },
    width: 600,
    bytes: 8_000_000,
    media: TAKEN,
    words: 250,
    shown: { width: 1080, quality: 75 },
  },
  banner: {
    name: 'Banner',
    hint: 'One wide picture at the head of a profile',
    pictures: 1,
    shape: { least: 4 * (1 - SLACK), most: 4 * (1 + SLACK) },
    width: 1000,
    bytes: 4_000_000,
    media: TAKEN,
    words: 250,
    shown: { width: 1080, quality: 75 },
  },
};

/** A picture as it is given to a service. */
export interface PostPicture {
  width: number;
  height: number;
  bytes: number;
  media: string;
}
export interface Refusal {
  what: 'type' | 'bytes' | 'shape' | 'small' | 'alike' | 'pictures' | 'words';
  /** Which picture, from 0; null where it is about all of it. */
  picture: number | null;
  /** In words for people. */
  reason: string;
}

const ratio = (v: number): string => (Math.round(v * 100) / 100).toString();
const megabytes = (v: number): string => `${(v / 1e6).toFixed(v < 1e7 ? 1 : 0)} MB`;
const askedShape = ({ least, most }: PostRules['shape']): string =>
  most / least < 1.05
    ? `${ratio((least + most) / 2)} times as wide as high`
    : `between ${ratio(least / (1 - SLACK))} and ${ratio(most / (1 + SLACK))} times as wide as high`;

/** Faults of pictures that several may share. Each says what is so, and what would be right. */
const FAULTS: {
  what: Exclude<Refusal['what'], 'pictures' | 'words'>;
  is(p: PostPicture, rules: PostRules, first: PostPicture): boolean;
  /** After "is" or "are". */
  so(p: PostPicture): string;
  right(rules: PostRules, one: string): string;
}[] = [
  {
    what: 'type',
    is: (p, rules) => p.media !== '' && !rules.media.includes(p.media),
    so: (p) => p.media.replace('image/', '').toUpperCase(),
    right: () => 'JPEG, PNG and WebP are taken',
  },
  {
    what: 'bytes',
    is: (p, rules) => p.bytes > rules.bytes,
    so: (p) => `as large as ${megabytes(p.bytes)}`,
    right: (rules) => `at most ${megabytes(rules.bytes)} are taken`,
  },
  {
    what: 'shape',
    is: ({ width, height }, { shape }) => width / height < shape.least || width / height > shape.most,
    so: (p) => `${ratio(p.width / p.height)} times as wide as high`,
    right: (rules, one) => `a ${one} is ${askedShape(rules.shape)}`,
  },
  {
    what: 'small',
    is: (p, rules) => p.width < rules.width,
    so: (p) => `${p.width} px wide`,
    right: (rules) => `at least ${rules.width} are needed`,
  },
  {
    what: 'alike',
    is: (p, _rules, first) => Math.abs(p.width / p.height / (first.width / first.height) - 1) > SLACK,
    so: () => 'of another shape than the first',
    right: () => 'all of a post are of one shape',
  },
];

/** "2, 3 and 5" */
const listed = (n: readonly number[]): string =>
  n.length > 1 ? `${n.slice(0, -1).join(', ')} and ${n[n.length - 1]}` : String(n[0]);

/**
 * Why a post is refused; nothing where it is taken. What several pictures share is said once.
 * @param pictures as far as they are known: bytes of 0 and no media are not looked at
 */
export function refusals(kind: PostKind, pictures: readonly PostPicture[], words: string): Refusal[] {
  const rules = RULES[kind],
    out: Refusal[] = [],
    one = rules.name.toLowerCase(),
    letters = [...words].length;
  if (pictures.length > rules.pictures)
    out.push({
      what: 'pictures',
      picture: null,
      reason: `A ${one} holds ${rules.pictures === 1 ? 'one picture' : `at most ${rules.pictures} pictures`}; these are ${pictures.length}.`,
    });
  if (!pictures.length) out.push({ what: 'pictures', picture: null, reason: `A ${one} needs a picture.` });
  if (letters > rules.words)
    out.push({
      what: 'words',
      picture: null,
      reason: `The words of a ${one} have at most ${rules.words} letters; these have ${letters}.`,
    });
  for (const { what, is, so, right } of FAULTS) {
    const which = pictures.flatMap((p, i) => (is(p, rules, pictures[0]) ? [i] : []));
    if (!which.length) continue;
    const named =
        pictures.length === 1
          ? 'The picture is'
          : which.length === pictures.length
            ? 'The pictures are'
            : which.length === 1
              ? `Picture ${which[0] + 1} is`
              : `Pictures ${listed(which.map((i) => i + 1))} are`,
      worst = which.reduce((w, i) => (pictures[i].bytes > pictures[w].bytes ? i : w), which[0]);
    out.push({
      what,
      picture: which.length === 1 ? which[0] : null,
      reason: `${named} ${so(pictures[worst])}; ${right(rules, one)}.`,
    });
  }
  return out;
}

/** What a picture of that shape would be; a post where it is none. */
export const kindFor = ({ width, height }: { width: number; height: number }): PostKind =>
  POST_KINDS.find((k) => {
    const { least, most } = RULES[k].shape;
    return width / height >= least && width / height <= most;
  }) ?? 'post';
