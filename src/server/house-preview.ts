// What a house style would change before it is saved: which pieces, and how they look and stand with it. Each is told
// as soon as it is known: first how each would look, then how it looked and reads.
import { changedSlides, withHouse } from '../core/house/follow';
import { PIECE_VERSION } from '../core/piece/limits';
import type { Piece } from '../core/piece/schema';
import type { Standing } from '../core/remedy/outcome';
import type { HouseStyle } from '../core/values/house';
import type { Job } from './crew/crew';
import { run } from './crew/crews';
import { opened } from './pieces/document';
import { asHouse } from './pieces/house';
import { documentsOf } from './pieces/store';
import { summariesOf } from './pieces/summary';
import { Problem } from './problem';

type Stands = Omit<Standing, 'kept'>;
export interface ChangedPiece {
  id: string;
  name: string;
  /** Numbers of the slides that look otherwise, from 1. */
  slides: number[];
}
/** What becomes known of them. */
export type PreviewPart =
  | { is: 'pieces'; pieces: ChangedPiece[] }
  /** Before or after. */
  | { is: 'picture'; id: string; of: 'before' | 'after'; picture: string }
  | { is: 'standings'; id: string; before: Stands; after: Stands }
  | { is: 'failed'; id: string };

/** Longer side of the pictures, px: twice as many as they are shown at. */
const SIDE = 360;
/** Asked of the crew at once: as many as paint, and one that waits. */
const AT_ONCE = 3;

interface Both extends ChangedPiece {
  before: Piece;
  after: Piece;
}

/** A document as it was saved: what is of the present version was looked at then. @throws Problem 422 */
function asSaved(document: string): Piece {
  const raw = JSON.parse(document) as Partial<Piece>;
  return raw.version === PIECE_VERSION && Array.isArray(raw.slides) ? (raw as Piece) : opened(document);
}

/**
 * Pieces that would look otherwise, the oldest first; those that are damaged are left out.
 * @param now the house style as it is saved @param found is told of the first as soon as it is found
 */
async function changedBy(
  campaign: string,
  now: HouseStyle,
  wanted: HouseStyle,
  found: (first: Both) => void,
): Promise<Both[]> {
  const house = asHouse(wanted),
    out: Both[] = [];
  let rest = performance.now();
  for (const { id, name, document } of await documentsOf(campaign, null)) {
    try {
      const before = withHouse(asSaved(document), now),
        after = withHouse(before, house),
        slides = after === before ? [] : changedSlides(before, after);
      if (slides.length && out.push({ id, name, slides: slides.map((n) => n + 1), before, after }) === 1) found(out[0]);
    } catch {
      // It is damaged: it stays as it is.
    }
    if (performance.now() - rest > 20) {
      // Others are answered meanwhile.
      await new Promise(setImmediate);
      rest = performance.now();
    }
  }
  return out;
}

/** Answers of some questions as they come, so many on their way at once. */
async function* asTheyCome<T>(questions: readonly (() => Promise<T>)[], atOnce: number): AsyncGenerator<T> {
  const going = new Map<number, Promise<{ n: number; answer: T }>>();
  let next = 0;
  while (next < questions.length || going.size) {
    while (next < questions.length && going.size < atOnce) {
      const n = next++;
      going.set(
        n,
        questions[n]().then((answer) => ({ n, answer })),
      );
    }
    const { n, answer } = await Promise.race(going.values());
    going.delete(n);
    yield answer;
  }
}

const told = ({ verdict, ratio, needed }: Stands): Stands => ({ verdict, ratio, needed });
const address = (jpeg: Uint8Array): string => `data:image/jpeg;base64,${Buffer.from(jpeg).toString('base64')}`;

/** @param now the house style as it is saved @throws Problem as the crew says where nobody waits any more */
export async function* houseShown(
  campaign: string,
  now: HouseStyle,
  wanted: HouseStyle,
  asked: Pick<Job, 'signal' | 'client' | 'heavy'>,
): AsyncGenerator<PreviewPart> {
  const picture =
    (of: 'before' | 'after') =>
    async (piece: Both): Promise<PreviewPart> => {
      const jpeg = await run('look', { piece: piece[of], campaign, slide: piece.slides[0] - 1, side: SIDE }, asked);
      return { is: 'picture', id: piece.id, of, picture: address(jpeg) };
    };
  // The first is painted while the others are still looked for.
  let first: Promise<PreviewPart> | null = null;
  const all = await changedBy(campaign, now, wanted, (piece) => {
    first = picture('after')(piece);
    first.catch(() => {});
  });
  yield { is: 'pieces', pieces: all.map(({ id, name, slides }) => ({ id, name, slides })) };
  /** One that cannot be looked at leaves the others; that nobody waits any more ends it. */
  const each = (by: (piece: Both) => Promise<PreviewPart>) =>
    asTheyCome(
      all.map((piece) => async (): Promise<PreviewPart> => {
        try {
          return await by(piece);
        } catch (e) {
          if (asked.signal?.aborted || !(e instanceof Problem)) throw e;
          return { is: 'failed', id: piece.id };
        }
      }),
      AT_ONCE,
    );
  yield* each((piece) => (piece === all[0] && first) || picture('after')(piece));
  // A piece of which all slides change is before what lists say of it.
  const known = new Map((await summariesOf(all.map((p) => p.id))).map((p) => [p.id, p.standing]));
  yield* each(async (piece) => {
    const { before: old, after: next } = piece,
      was = piece.slides.length === old.slides.length ? known.get(piece.id) : null,
      slides = piece.slides.map((n) => n - 1),
      found = await run('standings', { pieces: was ? [next] : [old, next], campaign, slides }, asked),
      [before, after] = was ? [was, found[0]] : found;
    return { is: 'standings', id: piece.id, before: told(before), after: told(after) };
  });
  yield* each(picture('before'));
}

export interface PreviewedPiece extends ChangedPiece {
  pictures: { before: string; after: string } | null;
  before: Stands | null;
  after: Stands | null;
}

/** All that became known, piece by piece. */
export function together(parts: readonly PreviewPart[]): PreviewedPiece[] {
  const all = parts.flatMap((p) => (p.is === 'pieces' ? p.pieces : []));
  return all.map((piece) => {
    const picture = (of: 'before' | 'after'): string | null => {
        const found = parts.find((p) => p.is === 'picture' && p.of === of && p.id === piece.id);
        return found?.is === 'picture' ? found.picture : null;
      },
      [was, will] = [picture('before'), picture('after')],
      standings = parts.find((p) => p.is === 'standings' && p.id === piece.id);
    return {
      ...piece,
      pictures: was !== null && will !== null ? { before: was, after: will } : null,
      before: standings?.is === 'standings' ? standings.before : null,
      after: standings?.is === 'standings' ? standings.after : null,
    };
  });
}
