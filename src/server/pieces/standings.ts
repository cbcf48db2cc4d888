// How pieces stand, read once for each look they have: asked for by whoever shows them.
import type { Standing } from '../../core/remedy/outcome';
import { run } from '../crew/crews';
import type { Job } from '../crew/crew';
import { database } from '../database';
import { Problem } from '../problem';
import { readPiece } from './store';
import { summariesOf, VERDICT_NUMBERS } from './summary';

/** Standings of some pieces by their ids; one that is gone or cannot be opened is left out. */
export async function standingsOf(
  ids: readonly string[],
  asked: Pick<Job, 'signal' | 'client' | 'heavy'>,
): Promise<Record<string, Standing>> {
  const known = await summariesOf(ids),
    out: Record<string, Standing> = {};
  for (const p of known) {
    if (p.standing) out[p.id] = p.standing;
    else if (!p.damaged) {
      const standing = await seen(p.id, asked);
      if (standing) out[p.id] = standing;
    }
  }
  return out;
}

async function seen(id: string, asked: Pick<Job, 'signal' | 'client' | 'heavy'>): Promise<Standing | null> {
  try {
    const { piece, campaign, revision, look } = await readPiece(id),
      standing = await run('standing', { piece, campaign, slide: 0 }, asked);
    await keepStanding(id, revision, look, standing);
    return standing;
  } catch (e) {
    // What is beyond what is measured at once has no standing; that others leave, or the server is busy, is said.
    if (e instanceof Problem && (e.status === 404 || e.status === 413 || e.status === 422)) return null;
    throw e;
  }
}

/** Keeps how a piece stands at a revision, unless it was changed since. */
export async function keepStanding(id: string, revision: number, look: string, s: Standing): Promise<void> {
  await database()('pieces')
    .where({ id, revision })
    .update({
      weighed: look,
      verdict: VERDICT_NUMBERS[s.verdict ?? 'none'],
      ratio: s.ratio,
      needed: s.needed,
      kept: s.kept,
    });
}
