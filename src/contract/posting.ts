// Posting: pieces given to a service that shows them, and what it shows.
import { z } from 'zod';
import { STILL_FORMAT_IDS } from '../core/format/formats';
import { POST_KINDS } from '../core/posting/rules';
import type { Endpoint, EndpointKey } from './endpoint';
import { SummarySchema } from './shapes';

const kind = z.enum(POST_KINDS);
const RefusalSchema = z.object({
  what: z.enum(['type', 'bytes', 'shape', 'small', 'alike', 'pictures', 'words']),
  picture: z.number().int().nullable().describe('Which picture, from 0; null where it is about all of it'),
  reason: z.string(),
});
const ShownText = z.object({
  layer: z.string(),
  text: z.string(),
  before: z.number().nullable().describe('Contrast ratio on the stage'),
  ratio: z.number().nullable().describe('As the service shows it'),
  needed: z.number(),
  verdict: z.enum(['clear', 'strained', 'lost']).nullable(),
});
export type ShownText = z.output<typeof ShownText>;
export const PostSchema = z.object({
  id: z.string(),
  piece: z.string(),
  campaign: z.string(),
  service: z.string(),
  kind,
  words: z.string(),
  at: z.string().describe('When it is shown, ISO 8601'),
  state: z.enum(['refused', 'waiting', 'shown']),
  reasons: z.array(RefusalSchema).describe('Why it was refused'),
  slides: z
    .array(
      z.object({
        slide: z.number().int().describe('Number of the slide, from 1'),
        texts: z.array(ShownText),
      }),
    )
    .describe('How the texts read as the service shows them; none where it was refused'),
});
const ShownSchema = z.object({
  account: z.object({ id: z.string(), name: z.string() }),
  posts: z.array(
    z.object({
      id: z.string(),
      kind,
      words: z.string(),
      at: z.string(),
      pictures: z.array(z.object({ width: z.number(), height: z.number(), alternative: z.string() })),
      weakest: ShownText.nullable().describe('The text that reads worst as it is shown; null where none was measured'),
    }),
  ),
});
export type ShownAccount = z.output<typeof ShownSchema>;

const CalendarSchema = z.object({
  posts: z.array(
    z.object({
      id: z.string(),
      at: z.string(),
      kind,
      state: z.enum(['waiting', 'shown']),
      piece: SummarySchema,
    }),
  ),
  due: z.array(SummarySchema).describe('Pieces that are due on a day'),
});

export const posting = {
  'GET /api/calendar': {
    summary: 'What was posted or waits to be, and which pieces are due, between two days',
    query: z.object({ from: z.iso.date(), to: z.iso.date().describe('With this day') }),
    answer: { says: 'By time', schema: CalendarSchema },
  },
  'POST /api/pieces/{id}/posts': {
    summary: 'Gives slides to the stand-in, a simulated service: it takes them, or refuses them with its reasons',
    body: z.strictObject({
      kind,
      slides: z
        .array(z.number().int().min(1))
        .min(1)
        .max(50)
        .optional()
        .describe('Numbers of slides, from 1; all that are not left out where none are named'),
      size: z.string().max(64).optional().describe('Id of the size; the base size where left out'),
      format: z.enum(STILL_FORMAT_IDS).default('jpeg'),
      quality: z.number().int().min(1).max(100).default(90),
      scale: z.number().min(0.1).max(4).default(1),
      words: z.string().max(5000).default(''),
      at: z.iso.datetime({ offset: true }).optional().describe('When it is to be shown; at once where left out'),
    }),
    answer: { status: 201, says: 'What the service said', schema: PostSchema },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'Every slide is left out', 503: 'Busy' },
  },
  'GET /api/posts': {
    summary: 'What was posted and refused, the newest first',
    query: z.object({ piece: z.string().max(32).optional(), campaign: z.string().max(32).optional() }),
    answer: { says: 'Posts', schema: z.array(PostSchema) },
  },
  'DELETE /api/posts/{id}': {
    summary: 'Takes a post back',
    answer: { status: 204, says: 'Gone' },
    problems: { 404: 'Not there' },
  },
  'GET /api/stand-in/{account}': {
    summary: 'What the stand-in shows of an account (a campaign), the newest first: posts whose time has come',
    answer: { says: 'The account', schema: ShownSchema },
    problems: { 404: 'Not there' },
  },
  'GET /api/stand-in/posts/{id}/{number}': {
    summary: 'A picture of a post as the stand-in shows it; numbers begin with 1',
    answer: { says: 'The picture', media: ['image/jpeg'] },
    problems: { 404: 'Not there, or not yet' },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
