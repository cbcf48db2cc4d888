// Everything at once: jobs that make archives.
import type { exportJobs } from '../../contract/exports';
import { namesOf, partsOf } from '../../core/format/file-names';
import { FORMATS } from '../../core/format/formats';
import { NOT_KEPT } from '../../core/format/not-kept';
import { wantedFiles } from '../../core/format/wanted-files';
import { nameOf } from '../../core/piece/name';
import { sizeOf } from '../../core/piece/resolve';
import { campaignName } from '../pieces/campaigns';
import { readPiece } from '../pieces/store';
import { asked, signalOf } from '../crew/crews';
import { batchFiles } from '../batches/handing';
import type { WantedFile } from '../jobs/archive';
import { type ArchiveAsk, exportJob, exportStatus, exportStream, keepExport, stopExport } from '../jobs/exports';
import { renderShared } from '../jobs/queue';
import type { Piece } from '../../core/piece/schema';
import { Problem } from '../problem';
import { encodingOf, fileBase, isHeavy, slideAskIn, withinTarget } from '../slide-ask';
import { done, fileHeaders, type Handlers, reply } from './handler';

/** The most pixels of one picture, and of all of them; the most files. */
const MOST = { one: 64_000_000, all: 2_000_000_000, files: 1000 };

/** How long pages of one file may take, ms. */
const PAGES_DEADLINE = 300_000;

type Asked = ReturnType<typeof asked>;
const tooMuch = (detail: string): Problem =>
  new Problem(413, 'It would be too much at once', detail, [{ path: '/scale', reason: 'too large for so many files' }]);

/** The files of an archive of a piece. @throws Problem 404, 413, 422 */
async function pieceFiles(
  piece: Piece,
  campaign: string,
  body: Extract<ArchiveAsk, { of: 'piece' }>['wanted'],
  how: Asked,
): Promise<WantedFile[]> {
  const { formats, scale, pattern, ...as } = body,
    numbers = body.slides ?? piece.slides.flatMap((s, i) => (s.leftOut ? [] : [i + 1])),
    sizes = body.sizes ?? piece.sizes.map((s) => s.id);
  if (!numbers.length)
    throw new Problem(422, 'Every slide is left out', 'Take one in again, or name the slides.', [
      { path: '/slides', reason: 'no slide is handed over' },
    ]);
  // Each must be there before anything is begun.
  for (const slide of numbers) slideAskIn({ piece, campaign }, { slide });
  for (const size of sizes) slideAskIn({ piece, campaign }, { slide: 1, size });
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
    );
  return wanted.map(({ size, slide, format, pages }, i) => ({
    name: names[i],
    make: async (signal) => {
      const ask = {
          piece,
          campaign,
          slide: slide - 1,
          size,
          scale,
          ...encodingOf({ ...as, format }),
          about: true,
          pages: pages?.map((n) => n - 1),
        },
        { bytes, notKept } = withinTarget(
          await renderShared(ask, {
            ...how,
            signal,
            heavy: isHeavy(ask),
            ...(pages ? { deadline: PAGES_DEADLINE } : {}),
          }),
        );
      return { bytes, notes: (notKept ?? []).map((k) => `${k.layer} is ${NOT_KEPT[k.what]}`) };
    },
  }));
}

/** The files of whatever an archive is made of. */
const filesOf = (ask: ArchiveAsk, how: Asked): Promise<WantedFile[]> =>
  ask.of === 'batch'
    ? batchFiles(ask.batch, how).then((b) => b.files)
    : pieceFiles(ask.piece, ask.campaign, ask.wanted, how);

export const exportHandlers: Handlers<typeof exportJobs> = {
  'POST /api/pieces/{id}/exports': async ({ request, params, body }) => {
    const { piece, campaign, revision } = await readPiece(params.id),
      files = await pieceFiles(piece, campaign, body, asked(request, true)),
      job = await keepExport(
        { of: 'piece', piece, campaign, wanted: body },
        `${fileBase(piece)}.zip`,
        revision,
        files.length,
      );
    return reply(job, { location: `/api/exports/${job.id}` });
  },
  'GET /api/exports/{job}': async ({ params }) => reply(await exportStatus(params.job)),
  'GET /api/exports/{job}/file': async ({ request, params, headOnly }) => {
    const job = await exportJob(params.job),
      headers = fileHeaders('application/zip', job.revision, job.name);
    if (headOnly) return new Response(null, { headers });
    const files = await filesOf(job.ask, asked(request, true));
    return new Response(await exportStream(job.id, files, signalOf(request)), { headers });
  },
  'DELETE /api/exports/{job}': async ({ params }) => {
    await stopExport(params.job);
    return done();
  },
};
