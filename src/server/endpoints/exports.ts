// Everything at once: jobs that make archives.
import type { exportJobs } from '../../contract/exports';
import { namesOf, partsOf } from '../../core/format/file-names';
import { FORMATS } from '../../core/format/formats';
import { NOT_KEPT } from '../../core/format/not-kept';
import { wantedFiles } from '../../core/format/wanted-files';
import { nameOf } from '../../core/piece/name';
import { sizeOf } from '../../core/piece/resolve';
import { campaignName, readPiece } from '../pieces';
import { asked, run, signalOf } from '../crew/crews';
import { ExportJob, jobOf, keepJob } from '../exports';
import { Problem } from '../problem';
import { encodingOf, fileBase, slideAskIn, withinTarget } from '../slide-ask';
import { done, fileHeaders, type Handlers, reply } from './handler';

/** The most pixels of one picture, and of all of them; the most files. */
const MOST = { one: 64_000_000, all: 2_000_000_000, files: 1000 };

/** How long pages of one file may take, ms. */
const PAGES_DEADLINE = 300_000;

const tooMuch = (detail: string): Problem =>
  new Problem(413, 'It would be too much at once', detail, [{ path: '/scale', reason: 'too large for so many files' }]);

export const exportHandlers: Handlers<typeof exportJobs> = {
  'POST /api/pieces/{id}/exports': async ({ request, params, body }) => {
    const stored = await readPiece(params.id),
      { piece, campaign } = stored,
      { formats, scale, pattern, ...as } = body,
      numbers = body.slides ?? piece.slides.flatMap((s, i) => (s.leftOut ? [] : [i + 1])),
      sizes = body.sizes ?? piece.sizes.map((s) => s.id);
    if (!numbers.length)
      throw new Problem(422, 'Every slide is left out', 'Take one in again, or name the slides.', [
        { path: '/slides', reason: 'no slide is handed over' },
      ]);
    // Each must be there before anything is begun.
    for (const slide of numbers) slideAskIn(stored, { slide });
    for (const size of sizes) slideAskIn(stored, { slide: 1, size });
    const wanted = wantedFiles(sizes, numbers, formats),
      pixels = wanted.map(({ size }) => {
        const { width, height } = sizeOf(piece, size);
        return width * height * scale ** 2;
      }),
      together = pixels.reduce((sum, one, i) => sum + one * (wanted[i].pages?.length ?? 1), 0);
    if (wanted.length > MOST.files) throw tooMuch(`At most ${MOST.files} files.`);
    if (Math.max(...pixels) > MOST.one) throw tooMuch(`At most ${MOST.one / 1e6} megapixels a picture.`);
    if (together > MOST.all) throw tooMuch(`At most ${MOST.all / 1e6} megapixels together.`);
    const about = { campaign: await campaignName(campaign), piece: nameOf(piece), slides: piece.slides.length },
      names = namesOf(
        pattern,
        wanted.map(({ size, slide, format, pages }, i) => ({
          ending: FORMATS[format].ending,
          parts: partsOf(pages && pages.length > 1 ? { ...about, slides: 1 } : about, {
            slide,
            size: sizeOf(piece, size),
            scale,
            number: i + 1,
          }),
        })),
      ),
      how = asked(request, true),
      job = new ExportJob(
        wanted.map(({ size, slide, format, pages }, i) => ({
          name: names[i],
          make: async (signal) => {
            const { bytes, notKept } = withinTarget(
              await run(
                'render',
                {
                  piece,
                  campaign,
                  slide: slide - 1,
                  size,
                  scale,
                  ...encodingOf({ ...as, format }),
                  about: true,
                  pages: pages?.map((n) => n - 1),
                },
                { ...how, signal, ...(pages ? { deadline: PAGES_DEADLINE } : {}) },
              ),
            );
            return { bytes, notes: (notKept ?? []).map((k) => `${k.layer} is ${NOT_KEPT[k.what]}`) };
          },
        })),
        `${fileBase(piece)}.zip`,
        stored.revision,
      );
    return reply(keepJob(job).status(), { location: `/api/exports/${job.id}` });
  },
  'GET /api/exports/{job}': ({ params }) => Promise.resolve(reply(jobOf(params.job).status())),
  'GET /api/exports/{job}/file': ({ request, params, headOnly }) => {
    const job = jobOf(params.job),
      headers = fileHeaders('application/zip', job.revision, job.name);
    return Promise.resolve(new Response(headOnly ? null : job.stream(signalOf(request)), { headers }));
  },
  'DELETE /api/exports/{job}': ({ params }) => {
    jobOf(params.job).stop();
    return Promise.resolve(done());
  },
};
