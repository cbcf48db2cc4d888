// Everything at once: slides, sizes and formats as one archive, made as it is fetched.
import { z } from 'zod';
import { LONGEST_PATTERN, unknownParts, USUAL_PATTERN } from '../core/format/file-names';
import { PALETTES, PRESS, SCALES, SLIDE_FORMAT_IDS, TARGET } from '../core/format/formats';
import type { Endpoint, EndpointKey } from './endpoint';
import { LETTERS } from './shapes';

const AskSchema = z.strictObject({
  slides: z
    .array(z.number().int().min(1))
    .min(1)
    .max(50)
    .optional()
    .describe('Numbers of slides, from 1; all that are not left out where none are named'),
  sizes: z.array(z.string().max(64)).min(1).max(40).optional().describe('Ids of sizes; all where none are named'),
  formats: z.array(z.enum(SLIDE_FORMAT_IDS)).min(1).default(['png']),
  scale: z.number().min(SCALES.least).max(SCALES.most).default(1),
  quality: z.number().int().min(1).max(100).default(90),
  colours: z
    .union(PALETTES.map((n) => z.literal(n)))
    .nullable()
    .default(null),
  transparent: z.boolean().default(false),
  target: z.number().int().min(TARGET.least).max(TARGET.most).nullable().default(null),
  letters: LETTERS,
  pageWidth: z.number().min(PRESS.width.least).max(PRESS.width.most).nullable().default(null),
  bleed: z.number().min(PRESS.bleed.least).max(PRESS.bleed.most).default(0),
  marks: z.boolean().default(false),
  grey: z.boolean().default(false),
  pattern: z
    .string()
    .min(1)
    .max(LONGEST_PATTERN)
    .refine((p) => unknownParts(p).length === 0, { message: 'has a part in braces that there is not' })
    .default(USUAL_PATTERN)
    .describe('Of the names of files: {campaign}, {piece}, {slide}, {size}, {date}, {number}'),
});
export type ExportAsk = z.input<typeof AskSchema>;

export const ExportStatusSchema = z.object({
  id: z.string(),
  /** `waiting` until its file is fetched. */
  state: z.enum(['waiting', 'making', 'made', 'stopped', 'failed']),
  of: z.number().int().describe('Files it will hold'),
  done: z.number().int(),
  bytes: z.number().int().describe('Of the files that are made'),
  left: z.array(z.object({ name: z.string(), why: z.string() })).describe('Files that could not be made'),
  notes: z
    .array(z.object({ name: z.string(), note: z.string() }))
    .describe('What a file could not keep as it is: layers that are pictures in it'),
});
export type ExportStatus = z.output<typeof ExportStatusSchema>;

export const exportJobs = {
  'POST /api/pieces/{id}/exports': {
    summary: 'Makes slides in sizes and formats ready to be fetched as one archive; it waits for ten minutes',
    body: AskSchema,
    called: 'What is wanted',
    answer: { status: 201, says: 'The job, with the number of its files', schema: ExportStatusSchema },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'Every slide is left out' },
  },
  'GET /api/exports/{job}': {
    summary: 'How far a job is',
    answer: { says: 'The job', schema: ExportStatusSchema },
    problems: { 404: 'Not there' },
  },
  'GET /api/exports/{job}/file': {
    summary: 'The archive of a job, while it is made; who leaves stops it',
    answer: { says: 'The archive', media: ['application/zip'] },
    problems: { 404: 'Not there', 409: 'It is being fetched already' },
  },
  'DELETE /api/exports/{job}': {
    summary: 'Stops a job',
    answer: { status: 204, says: 'Stopped' },
    problems: { 404: 'Not there' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
