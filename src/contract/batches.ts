// Batches: a template filled by the rows of a table, each row solved, all of them handed over together.
import { z } from 'zod';
import { MOST_ROWS } from '../core/filling/table';
import { SCALES } from '../core/format/formats';
import type { Endpoint, EndpointKey } from './endpoint';
import { ExportStatusSchema } from './exports';
import { flag, page, PageQuery } from './shapes';

const cell = z.string().max(2000);
const AskSchema = z.strictObject({
  template: z.string().min(1).max(32).describe('Id of a template'),
  name: z.string().trim().min(1).max(200),
  campaign: z.string().max(32).optional(),
  columns: z.array(z.string().max(80)).min(1).max(100),
  rows: z.array(z.array(cell).max(100)).min(1).max(MOST_ROWS),
  match: z
    .record(z.string().max(140), z.number().int().min(0).max(99))
    .optional()
    .describe(
      'Which column fills what: by the key of a place, or `swatch:` and the id of a colour; guessed where left out',
    ),
  sizes: z.array(z.string().max(64)).max(11).default([]).describe('Destinations whose sizes are made as well'),
});
export type BatchAsk = z.input<typeof AskSchema>;

const BatchSchema = z.object({
  id: z.string(),
  campaign: z.string(),
  name: z.string(),
  state: z.enum(['running', 'paused', 'stopped', 'done']),
  of: z.number().int(),
  done: z.number().int(),
  failed: z.number().int(),
  clear: z.number().int(),
  kept: z.number().int().describe('Rows that are pieces of their own'),
  left: z.number().nullable().describe('Seconds it will still take, as far as that can be told'),
  createdAt: z.string(),
});
const RowSchema = z.object({
  number: z.number().int().describe('From 1'),
  state: z.enum(['waiting', 'taken', 'done', 'failed']),
  name: z.string().describe('Its headline'),
  clear: z.boolean().nullable().describe('Null as long as it is not made'),
  why: z.string().describe('What is wrong with it, in words'),
  piece: z.string().nullable().describe('Id of the piece it was kept as'),
});
export type BatchInfo = z.output<typeof BatchSchema>;
export type BatchRow = z.output<typeof RowSchema>;

const gone = { 404: 'Not there' };
export const batches = {
  'GET /api/batches': {
    summary: 'Batches, the newest first',
    query: PageQuery,
    answer: { says: 'A page', schema: page(BatchSchema) },
  },
  'POST /api/batches': {
    summary: 'A new batch: a row of the table after another fills the template and is solved to Clear',
    body: AskSchema,
    most: 30_000_000,
    called: 'The batch',
    answer: { status: 201, says: 'Begun', schema: BatchSchema },
    problems: { 404: 'No such template', 422: 'It is no template, or nothing of it is matched' },
  },
  'GET /api/batches/{id}': {
    summary: 'How far a batch is',
    answer: { says: 'The batch', schema: BatchSchema },
    problems: gone,
  },
  'GET /api/batches/{id}/rows': {
    summary: 'Rows of a batch, and how each stands',
    query: z.object({
      after: z.coerce.number().int().min(0).default(0).describe('Number of the row before'),
      limit: z.coerce.number().int().min(1).max(500).default(200),
    }),
    answer: { says: 'Rows in order', schema: z.array(RowSchema) },
    problems: gone,
  },
  'PATCH /api/batches/{id}': {
    summary: 'Pause a batch, go on with it, or stop it: what is made stays',
    body: z.strictObject({ state: z.enum(['running', 'paused', 'stopped']) }),
    called: 'The change',
    answer: { says: 'As it is', schema: BatchSchema },
    problems: gone,
  },
  'DELETE /api/batches/{id}': {
    summary: 'Throw a batch away; pieces that were kept stay',
    answer: { status: 204, says: 'Gone' },
    problems: gone,
  },
  'GET /api/batches/{id}/rows/{row}/render': {
    summary: 'The first slide of a row as a PNG',
    query: z.object({
      scale: z.coerce
        .number()
        .min(SCALES.least / 10)
        .max(SCALES.most)
        .default(1),
    }),
    answer: { says: 'The picture', media: ['image/png'] },
    problems: { 404: 'Not there, or not made' },
  },
  'POST /api/batches/{id}/pieces': {
    summary: 'Keep what is made as pieces of the campaign; a row becomes one piece, however often this is asked',
    answer: { says: 'How many were made now', schema: z.object({ made: z.number().int() }) },
    problems: gone,
  },
  'POST /api/batches/{id}/exports': {
    summary: 'Makes all pictures of a batch ready to be fetched as one archive, as /api/exports says',
    answer: { status: 201, says: 'The job', schema: ExportStatusSchema },
    problems: { 404: 'Not there', 422: 'Nothing is made yet' },
  },
  'GET /api/batches/{id}/sheet': {
    summary: 'A contact sheet: small pictures of the rows with their names and verdicts',
    query: z.object({
      format: z.enum(['png', 'pdf']).default('png'),
      page: z.coerce.number().int().min(1).default(1).describe('Of pictures; a PDF has all pages'),
      download: flag.optional().describe('Answer as a file'),
    }),
    answer: { says: 'The sheet', media: ['image/png', 'application/pdf'] },
    problems: { 404: 'Not there, or no such page' },
  },
  'GET /api/batches/{id}/report': {
    summary: 'Rows that could not be made, or not Clear, and why, as CSV with all their cells',
    answer: { says: 'The list', media: ['text/csv'] },
    problems: gone,
  },
} as const satisfies Record<EndpointKey, Endpoint>;
