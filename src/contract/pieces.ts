// Pieces: lists, documents, revisions, pictures of them.
import { z } from 'zod';
import { NARROWEST, WIDEST } from '../core/piece/limits';
import { FORMATS, SLIDE_FORMAT_IDS } from '../core/format/formats';
import { PieceSchema } from '../core/piece/schema';
import type { Endpoint, EndpointKey } from './endpoint';
import {
  assetId,
  EncodingQuery,
  flag,
  page,
  PageQuery,
  PlaceQuery,
  SavedSchema,
  scale,
  SearchQuery,
  StandingSchema,
  StoredPieceSchema,
  SummarySchema,
} from './shapes';

const campaign = z.string().max(32).optional();
const name = z
  .string()
  .min(1)
  .max(200)
  .optional()
  .describe('Left out, the piece is called by its headline until somebody names it');

const NewPieceSchema = z.union([
  z.strictObject({ document: z.looseObject({ format: z.literal('plavo-piece') }).describe('A whole piece'), campaign }),
  z.strictObject({
    destination: z.string().describe('Id of a destination'),
    name,
    photo: assetId.optional().describe('Id of an asset to begin with'),
    ground: z
      .strictObject({ kind: z.enum(['colour', 'gradient', 'pattern']), swatch: z.string().max(64) })
      .optional()
      .describe('A ground in a colour of the house style to begin with'),
    campaign,
  }),
  z.strictObject({
    width: z.number().int().min(16).max(8192),
    height: z.number().int().min(16).max(8192),
    shownWidth: z.number().min(16).max(8192).optional().describe('CSS pixels at which people see the full width'),
    name,
    photo: assetId.optional(),
    campaign,
  }),
]);

export const RenderQuery = PlaceQuery.extend({
  ...EncodingQuery.shape,
  scale,
  width: z.coerce
    .number()
    .int()
    .min(NARROWEST)
    .max(WIDEST)
    .optional()
    .describe('Of a section: the width of the page at which it is painted, CSS px'),
  time: z.coerce
    .number()
    .min(0)
    .max(3_600_000)
    .optional()
    .describe('A moment of a slide where something moves, ms; its still where left out'),
  look: z
    .string()
    .max(40)
    .optional()
    .describe('As the list of pieces says it: a picture of that look may be kept by caches'),
  revision: z.string().max(40).optional().describe('Only makes the address unique'),
  download: flag.optional().describe('Answer as a file with a sensible name'),
});

const RevisionSchema = z.object({
  row: z.number().int(),
  revision: z.number().int(),
  kind: z.enum(['saved', 'refused']).describe('A refused one is the other side of a conflict'),
  name: z.string().nullable().describe('Given by somebody: it stays for ever'),
  savedAt: z.string(),
});

const day = z.iso.date();
const ScopeQuery = z.object({
  campaign: campaign.describe('Only those of a campaign'),
  archived: flag.default(false).describe('Those that are archived instead'),
});
export const SORT_IDS = ['changed', 'created', 'name', 'verdict', 'kept', 'slides', 'due'] as const;
export type SortId = (typeof SORT_IDS)[number];
/** Those that usually begin with the largest or the latest. */
export const FALLING: readonly SortId[] = ['changed', 'created', 'slides'];
export const VERDICT_IDS = ['lost', 'strained', 'clear', 'none', 'unread'] as const;
const many = z.array(z.string().min(1).max(32)).min(1).max(200).describe('Ids of pieces');
const ChangeSchema = z.strictObject({
  campaign: z.string().min(1).max(32).optional().describe('Id of the campaign they move to'),
  archived: z.boolean().optional(),
  binned: z.boolean().optional().describe('Put into the bin, where they lie for 30 days, or taken out of it'),
  dueOn: day.nullable().optional().describe('The day they are due; null takes it away'),
});
const FoundSchema = z.array(z.object({ value: z.string(), name: z.string(), pieces: z.number().int() }));

export const pieces = {
  'GET /api/pieces': {
    summary: 'Pieces that are no templates, latest changed first; searched over names, words, notes and names of parts',
    query: SearchQuery.extend({
      ...ScopeQuery.shape,
      bin: flag.default(false).describe('Those in the bin instead'),
      sort: z.enum(SORT_IDS).default('changed').describe('`verdict`: the weakest text first; `kept`: the least first'),
      order: z.enum(['asc', 'desc']).optional().describe('The other way than a list usually goes'),
      destination: z.string().max(64).optional().describe('Id of a destination'),
      font: z.string().max(100).optional().describe('A family'),
      colour: z
        .string()
        .regex(/^#[0-9a-f]{6}$/)
        .optional()
        .describe('#rrggbb: with a colour that an eye takes for the same'),
      photo: assetId.optional().describe('That show this picture'),
      verdict: z.enum(VERDICT_IDS).optional().describe('Of the weakest text; `unread` where nobody has looked yet'),
      from: day.optional().describe('Changed on this day or later'),
      to: day.optional().describe('Changed on this day or earlier'),
    }),
    answer: {
      says: 'A page',
      schema: page(SummarySchema).extend({
        total: z.number().int().nullable().describe('How many there are in all; null on later pages'),
      }),
    },
  },
  'GET /api/pieces/traits': {
    summary: 'By what pieces can be found: destinations, fonts, colours and photos there are, the most frequent first',
    query: ScopeQuery,
    answer: {
      says: 'What there is',
      schema: z.object({ destination: FoundSchema, font: FoundSchema, colour: FoundSchema, photo: FoundSchema }),
    },
  },
  'POST /api/pieces/changes': {
    summary: 'Changes several pieces together: all of them, or none',
    body: ChangeSchema.extend({ ids: many }),
    called: 'The change',
    answer: { says: 'As they are', schema: z.array(SummarySchema) },
    problems: { 404: 'One of them is not there; nothing was changed' },
  },
  'POST /api/pieces/copies': {
    summary: 'Copies of pieces, beside them',
    body: z.strictObject({ ids: many.max(50) }),
    called: 'The list of pieces',
    answer: { status: 201, says: 'The copies', schema: z.array(SummarySchema) },
    problems: { 404: 'Not there' },
  },
  'POST /api/pieces/standings': {
    summary:
      'How pieces stand: their weakest text, and what is left of their photos; read once for each look they have',
    body: z.strictObject({ ids: many.max(24) }),
    called: 'The list of pieces',
    answer: { says: 'By their ids', schema: z.record(z.string(), StandingSchema) },
  },
  'POST /api/pieces': {
    summary: 'A new piece from a document, a destination or a size',
    body: NewPieceSchema,
    called: 'The new piece',
    answer: { status: 201, says: 'Made; ETag holds the revision', schema: StoredPieceSchema },
    problems: { 422: 'The document is not valid' },
  },
  'GET /api/pieces/{id}': {
    summary: 'A piece; ETag holds the revision',
    answer: { says: 'The piece', schema: StoredPieceSchema },
    problems: { 404: 'Not there', 422: 'Damaged' },
  },
  'PUT /api/pieces/{id}': {
    summary: 'Save a whole document over a revision',
    over: true,
    body: PieceSchema,
    unchecked: true,
    answer: { says: 'Saved; ETag holds the revision', schema: SavedSchema },
    problems: { 404: 'Not there', 409: 'Changed elsewhere; both versions are kept', 422: 'Not valid' },
  },
  'POST /api/pieces/{id}': {
    summary: 'Take a piece out of the bin',
    query: z.object({ restore: flag.describe('Takes it out of the bin') }),
    answer: { says: 'As it is', schema: SummarySchema },
    problems: { 404: 'Not there' },
  },
  'PATCH /api/pieces/{id}': {
    summary: 'Moves a piece to another campaign, archives it, says when it is due',
    body: ChangeSchema,
    called: 'The change',
    answer: { says: 'As it is', schema: SummarySchema },
    problems: { 404: 'Not there' },
  },
  'DELETE /api/pieces/{id}': {
    summary: 'Put a piece into the bin, where it lies for 30 days',
    answer: { status: 204, says: 'In the bin' },
    problems: { 404: 'Not there' },
  },
  'GET /api/pieces/{id}/revisions': {
    summary: 'Saved and refused revisions, newest first',
    query: PageQuery.extend({
      listed: flag
        .default(false)
        .describe(
          'All of the last hour, the last of each hour of the last day, the last of each day before, and those with a name, on one page',
        ),
    }),
    answer: { says: 'A page', schema: page(RevisionSchema) },
  },
  'GET /api/pieces/{id}/revisions/{row}': {
    summary: 'The document of a revision',
    answer: { says: 'The document', schema: PieceSchema },
    problems: { 404: 'Not there', 422: 'Damaged' },
  },
  'POST /api/pieces/{id}/revisions/{row}': {
    summary: 'Make it the present version, as a new revision',
    answer: { says: 'Restored; ETag holds the revision', schema: SavedSchema },
    problems: { 404: 'Not there', 422: 'Damaged' },
  },
  'PATCH /api/pieces/{id}/revisions/{row}': {
    summary: 'Give a revision a name, with which it stays for ever; an empty one takes it away',
    body: z.strictObject({ name: z.string().trim().max(200) }),
    called: 'The name',
    answer: { says: 'As it is', schema: RevisionSchema },
    problems: { 404: 'Not there' },
  },
  'GET /api/pieces/{id}/revisions/{row}/render': {
    summary: 'A slide of a revision as a PNG, in its base size',
    query: z.object({
      slide: z.coerce.number().int().min(1).default(1).describe('Number of the slide, from 1'),
      scale,
    }),
    answer: { says: 'The picture', media: ['image/png'] },
    problems: { 404: 'Not there', 413: 'Too large', 422: 'Damaged' },
  },
  'GET /api/pieces/{id}/background': {
    summary:
      'What lies behind the message of a slide as CSS: its declarations, and the photos they show, each as base64 of a JPEG',
    query: PlaceQuery.extend({
      scale: z.coerce.number().min(0.02).max(4).default(1).describe('Of the photos'),
      quality: z.coerce.number().int().min(1).max(100).default(82).describe('Of the photos'),
    }),
    answer: {
      says: 'The background',
      schema: z.object({
        css: z.string().describe('Declarations for a rule of one’s own'),
        leftOut: z.array(z.string()).describe('Names of layers that CSS cannot paint as one background'),
        photos: z.array(z.object({ file: z.string(), bytes: z.string().describe('Base64') })),
      }),
    },
    problems: { 404: 'Not there', 413: 'Too large' },
  },
  'GET /api/pieces/{id}/render': {
    summary: 'A slide as a picture',
    query: RenderQuery,
    answer: { says: 'The picture', media: SLIDE_FORMAT_IDS.map((f) => FORMATS[f].media) },
    problems: {
      404: 'Not there',
      413: 'Too large',
      422: 'More work than is done at once, or nothing keeps within the target',
    },
  },
} as const satisfies Record<EndpointKey, Endpoint>;
