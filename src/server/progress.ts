// Answers to long questions: all at once as JSON, or line by line as it becomes known (NDJSON) where the asker accepts
// that.
import { json, Problem, toldOf } from './problem';

const LINES = 'application/x-ndjson';

/**
 * @param parts what becomes known, one by one @param whole the answer that all of them make
 * Each line holds `done`, `of` and what became known; the last one has `answer`.
 */
export async function inParts<P, A>(
  request: Request,
  of: number,
  parts: AsyncIterable<P>,
  whole: (all: P[]) => A,
): Promise<Response> {
  const all: P[] = [];
  if (!request.headers.get('accept')?.includes(LINES)) {
    for await (const p of parts) all.push(p);
    return json(whole(all));
  }
  let gone = false;
  const lines = new ReadableStream<Uint8Array>({
    // Whoever asked has left: nothing more is made.
    cancel: () => void (gone = true),
    async start(to) {
      const say = (v: unknown): void => {
        if (!gone) to.enqueue(new TextEncoder().encode(`${JSON.stringify(v)}\n`));
      };
      try {
        for await (const p of parts) {
          if (gone) break;
          all.push(p);
          say({ done: all.length, of, part: p });
        }
        say({ done: all.length, of, answer: whole(all) });
      } catch (e) {
        // What is no word of ours stays inside.
        if (!(e instanceof Problem) && !gone) console.error(toldOf(e));
        say({
          done: all.length,
          of,
          problem:
            e instanceof Problem
              ? [e.message, e.detail].filter(Boolean).join('. ')
              : 'Something went wrong on the server. Nothing was changed.',
        });
      }
      if (!gone) to.close();
    },
  });
  return new Response(lines, { headers: { 'content-type': LINES, 'cache-control': 'no-store' } });
}
