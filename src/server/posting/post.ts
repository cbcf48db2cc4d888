// A piece is posted: slides are written, given to the service, and read in what it made of them.
import type { z } from 'zod';
import type { posting } from '../../contract/posting';
import { FORMATS, USUAL_ENCODING } from '../../core/format/formats';
import { suggestedAlternative } from '../../core/piece/alternative';
import type { Slide } from '../../core/piece/schema';
import { sizeOf } from '../../core/piece/resolve';
import type { Job } from '../crew/crew';
import { run } from '../crew/crews';
import type { StoredPiece } from '../pieces/store';
import { Problem } from '../problem';
import { slideAskIn } from '../slide-ask';
import { keepPost, type Post } from './posts';
import { standIn } from './stand-in';

export type PostBody = z.output<(typeof posting)['POST /api/pieces/{id}/posts']['body']>;

/** Most pixels of one picture. */
const MOST = 64_000_000;

/** What is said to those who do not see it: its own words, or what is written on it. */
const alternativeOf = (slide: Slide): string => slide.alternative.trim() || suggestedAlternative(slide);

/** @param how its jobs are run @throws Problem 404, 413, 422 */
export async function postPiece(
  stored: StoredPiece,
  { kind, format, quality, scale, words, ...body }: PostBody,
  how: Omit<Job, 'task' | 'ask'>,
): Promise<Post> {
  const { piece, campaign } = stored,
    numbers = body.slides ?? piece.slides.flatMap((s, i) => (s.leftOut || (piece.section && i > 0) ? [] : [i + 1]));
  if (!numbers.length)
    throw new Problem(422, 'Every slide is left out', 'Take one in again, or name the slides.', [
      { path: '/slides', reason: 'no slide is posted' },
    ]);
  const asks = numbers.map((slide) => slideAskIn(stored, { slide, size: body.size })),
    { width, height } = sizeOf(piece, body.size);
  if (width * height * scale ** 2 > MOST)
    throw new Problem(413, 'The picture would be too large', `At most ${MOST / 1e6} megapixels.`, [
      { path: '/scale', reason: 'too large for this size' },
    ]);
  const // A signal of its own for each: what listens to it goes with it.
    own = () => ({ ...how, signal: AbortSignal.any(how.signal ? [how.signal] : []) }),
    pictures = asks.map((ask, i) => ({
      make: async () => {
        const made = await run(
          'render',
          { ...ask, scale, format, as: { ...USUAL_ENCODING, quality }, about: true },
          own(),
        );
        if ('smallest' in made) throw new Error('nothing was asked to be small');
        return made.bytes;
      },
      media: FORMATS[format].media,
      width: Math.round(width * scale),
      height: Math.round(height * scale),
      alternative: alternativeOf(piece.slides[numbers[i] - 1]),
    })),
    at = body.at === undefined ? new Date() : new Date(body.at),
    said = await standIn.post({ account: campaign, kind, pictures, words, at }, own().signal),
    of = { piece: stored.id, campaign, service: standIn.id, kind, words, at };
  if (!said.taken) return keepPost({ ...of, reasons: said.reasons, slides: [] }, null);
  const slides = await Promise.all(
    said.shown.map(async ({ bytes }, i): Promise<Post['slides'][number]> => ({
      slide: numbers[i],
      texts: await run('readShown', { ...asks[i], bytes }, own()),
    })),
  );
  return keepPost({ ...of, reasons: [], slides }, said.id);
}
