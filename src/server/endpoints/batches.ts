// Batches: begun, watched, paused, handed over.
import type { batches } from '../../contract/batches';
import { batchFiles, reportOf, rowPicture, sheetPage, sheetPdf } from '../batches/handing';
import { wakeBatches } from '../batches/runner';
import {
  batchInfo,
  createBatch,
  deleteBatch,
  keepAsPieces,
  listBatches,
  readBatch,
  rowsOf,
  setBatchState,
} from '../batches/store';
import { asked } from '../crew/crews';
import { notFound } from '../problem';
import { keepExport } from '../jobs/exports';
import { done, fileHeaders, type Handlers, reply } from './handler';

export const batchHandlers: Handlers<typeof batches> = {
  'GET /api/batches': async ({ query }) => reply(await listBatches(query)),
  'POST /api/batches': async ({ body }) => {
    const id = await createBatch(body);
    wakeBatches();
    return reply(await batchInfo(id), { location: `/api/batches/${id}` });
  },
  'GET /api/batches/{id}': async ({ params }) => {
    const info = await batchInfo(params.id);
    // Whoever looks at it after a restart sets it going again.
    if (info.state === 'running') wakeBatches();
    return reply(info, { 'cache-control': 'no-store' });
  },
  'GET /api/batches/{id}/rows': async ({ params, query }) => reply(await rowsOf(params.id, query.after, query.limit)),
  'PATCH /api/batches/{id}': async ({ params, body }) => {
    await setBatchState(params.id, body.state);
    if (body.state === 'running') wakeBatches();
    return reply(await batchInfo(params.id));
  },
  'DELETE /api/batches/{id}': async ({ params }) => {
    await deleteBatch(params.id);
    return done();
  },
  'GET /api/batches/{id}/rows/{row}/render': async ({ request, params, query }) => {
    if (!/^\d{1,6}$/.test(params.row)) throw notFound('row');
    const bytes = await rowPicture(await readBatch(params.id), Number(params.row), query.scale, asked(request, false));
    // What was made of a row is not made again.
    return new Response(new Uint8Array(bytes), {
      headers: { 'content-type': 'image/png', 'cache-control': 'private, max-age=86400, immutable' },
    });
  },
  'POST /api/batches/{id}/pieces': async ({ params }) => reply({ made: await keepAsPieces(params.id) }),
  'POST /api/batches/{id}/exports': async ({ request, params }) => {
    const { name, files } = await batchFiles(params.id, asked(request, true)),
      job = await keepExport({ of: 'batch', batch: params.id }, name, 1, files.length);
    return reply(job, { location: `/api/exports/${job.id}` });
  },
  'GET /api/batches/{id}/sheet': async ({ request, params, query, headOnly }) => {
    const { format, page, download } = query,
      headers = fileHeaders(
        format === 'pdf' ? 'application/pdf' : 'image/png',
        page,
        download ? `contact-sheet.${format}` : undefined,
      );
    if (headOnly) return new Response(null, { headers });
    const how = asked(request, true),
      bytes = format === 'pdf' ? await sheetPdf(params.id, how) : (await sheetPage(params.id, page, how)).bytes;
    return new Response(new Uint8Array(bytes), { headers });
  },
  'GET /api/batches/{id}/report': async ({ params }) =>
    new Response(await reportOf(params.id), {
      headers: fileHeaders('text/csv; charset=utf-8', 1, 'rows-to-look-at.csv'),
    }),
};
