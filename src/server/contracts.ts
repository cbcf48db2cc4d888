// What programs may say to the server, as Zod schemas; the OpenAPI description is derived from them.
import { z } from 'zod';
import { SwatchSchema } from '../core/values/fill';
import { HexSchema } from '../core/values/fill';
import { PieceSchema } from '../core/piece/schema';
import { DRAWN_SIDES } from '../core/scene/sides';
import { CutSchema } from '../core/values/photo';
import { TREATMENT_KINDS } from '../core/piece/treatments';

export const NewPieceSchema = z.union([
  z.strictObject({ document: z.looseObject({ format: z.literal('plavo-piece') }).describe('A whole piece'), campaign: z.string().max(32).optional() }),
  z.strictObject({
    destination: z.string().describe('Id of a destination'),
    name: z.string().min(1).max(200).default('Untitled piece'),
    photo: z.string().regex(/^[0-9a-f]{64}$/).optional().describe('Id of an asset to begin with'),
    campaign: z.string().max(32).optional(),
  }),
  z.strictObject({
    width: z.number().int().min(16).max(8192),
    height: z.number().int().min(16).max(8192),
    shownWidth: z.number().min(16).max(8192).optional().describe('CSS pixels at which people see the full width'),
    name: z.string().min(1).max(200).default('Untitled piece'),
    photo: z.string().regex(/^[0-9a-f]{64}$/).optional(),
    campaign: z.string().max(32).optional(),
  }),
]);

/** True and false as they stand in an address. */
const flag = z.enum(['true', 'false', '1', '0']).transform((v) => v === 'true' || v === '1');

export const PageQuery = z.object({
  cursor: z.string().max(100).optional().describe('`next` of the page before'),
  limit: z.coerce.number().int().min(1).max(200).default(50).describe('Items of a page'),
});
export const SearchQuery = PageQuery.extend({ search: z.string().max(200).optional().describe('Part of the name') });
export const PiecesQuery = SearchQuery.extend({ bin: flag.default(false).describe('Those in the bin instead'), campaign: z.string().max(32).optional().describe('Only those of a campaign') });
export const PieceQuery = z.object({ restore: flag.describe('Takes it out of the bin') });
export const AssetQuery = z.object({ listed: flag.default(true).describe('Whether the library shows it') });
export const AssetAsQuery = z.object({
  as: z.enum(['original', 'working', 'thumbnail', 'drawing', 'drawn']).default('original').describe('The file, what painters use, small, a drawing’s outlines, or a drawing as pixels'),
  side: z.enum(DRAWN_SIDES.map(String) as [string, ...string[]]).optional().describe('Longer side of a drawing as pixels'),
});

export const PlaceQuery = z.object({
  slide: z.coerce.number().int().min(1).default(1).describe('Number of the slide, from 1'),
  size: z.string().max(64).optional().describe('Id of the size; the base size where left out'),
});

export const RenderQuery = PlaceQuery.extend({
  format: z.enum(['png', 'jpeg']).default('png'),
  scale: z.coerce.number().min(0.02).max(4).default(1),
  quality: z.coerce.number().int().min(1).max(100).default(90),
  look: z.string().max(40).optional().describe('As the list of pieces says it: a picture of that look may be kept by caches'),
  revision: z.string().max(40).optional().describe('Only makes the address unique'),
  download: flag.optional().describe('Answer as a file with a sensible name'),
});

export const JustEnoughSchema = z.strictObject({
  slide: z.number().int().min(1).default(1),
  size: z.string().max(64).optional(),
  layer: z.string().optional().describe('The text that must be Clear; all texts of the slide where left out'),
  treatment: z.enum(TREATMENT_KINDS).describe('What kind of treatment'),
  property: z.enum(['opacity', 'reach']).optional().describe('Of a tint, fade, pool or plate: what its strength is; only a fade has a reach'),
  overlay: z.string().optional().describe('An existing layer to set: of that kind; a text for backing or shadow; a photo for darken, lighten or blur. A new one, all texts or all photos where left out'),
  everySlide: z.boolean().default(false).describe('One strength for all slides of the piece'),
  colour: HexSchema.optional().describe('Colour of the treatment; black for a new one where left out'),
  goal: z.number().min(1).max(21).optional().describe('A ratio instead of the one the text needs'),
});

const spot = { slide: z.number().int().min(1).default(1), size: z.string().optional() };
export const RemediesSchema = z.strictObject({ ...spot, layer: z.string().optional().describe('The text that must be Clear; all texts of the slide where left out'), instead: z.boolean().default(false).describe('Treatments that are there are switched off first') });
export const QuietSpotsSchema = z.strictObject({ ...spot, layer: z.string().describe('The text to place') });
export const MakeRoomSchema = z.strictObject({ ...spot, layer: z.string().describe('The photo') });
export const CutOutSchema = z.strictObject({ ...spot, layer: z.string().describe('The photo'), strokes: CutSchema.shape.strokes.describe('What belongs to the subject, and what does not') });

export const SwatchesSchema = z.array(SwatchSchema).max(200);

export const SignInSchema = z.strictObject({ passphrase: z.string().min(1).max(1000) });

export const CampaignSchema = z.strictObject({ name: z.string().trim().min(1).max(200) });

const ratio = z.number().min(1).max(21);
const verdict = z.enum(['clear', 'strained', 'lost']).nullable();
export const ReadingSchema = z.object({
  layer: z.string(),
  ratio: ratio.nullable(),
  needed: z.number(),
  base: z.number(),
  verdict,
  weakestWord: z.string().nullable(),
  share: z.number(),
  median: ratio.nullable(),
  busyness: z.number().min(0).max(100),
  shownPx: z.number(),
  flags: z.array(z.string()),
  words: z.array(z.object({ text: z.string(), ratio })),
  lines: z.array(z.object({ line: z.number(), ratio })),
  letters: z.array(z.object({ start: z.number(), end: z.number(), ratio, clear: z.boolean(), box: z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }), word: z.number(), line: z.number() })),
});

const PlacedReading = ReadingSchema.omit({ letters: true }).loose();
const OverviewSchema = z.array(z.object({ slide: z.string(), slideNumber: z.number(), size: z.string(), sizeName: z.string(), text: z.string(), reading: PlacedReading }));
const WaySchema = z.object({
  kinds: z.array(z.string()),
  name: z.string(),
  strength: z.number().nullable().describe('Whole percent'),
  kept: z.object({ kept: z.number(), marks: z.number() }).nullable().describe('Percent of the photo; null without a photo'),
  readings: z.array(PlacedReading),
  add: z.array(z.looseObject({})).describe('Layers to add to the document'),
  change: z.array(z.object({ id: z.string(), set: z.looseObject({}) })).describe('What to change of layers that are there'),
});
const SpotSchema = z.object({ set: z.looseObject({}), frame: z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() }), lines: z.number(), covers: z.number(), reading: PlacedReading });
const SideSchema = z.object({ side: z.enum(['left', 'right', 'top', 'bottom']), kind: z.enum(['calm', 'uneven', 'pattern', 'cut']), worth: z.number(), where: z.array(z.array(z.number())) });

const StoredPieceSchema = z.object({ id: z.string(), campaign: z.string(), revision: z.number().int(), changedAt: z.string(), look: z.string(), piece: PieceSchema });
const AssetSchema = z.object({ id: z.string(), name: z.string(), mime: z.string(), bytes: z.number(), width: z.number(), height: z.number(), usedIn: z.array(z.object({ id: z.string(), name: z.string() })).optional().describe('Pieces that show it') });
const SummarySchema = z.object({ id: z.string(), campaign: z.string(), name: z.string(), revision: z.number().int(), changedAt: z.string(), sizes: z.array(z.object({ id: z.string(), name: z.string(), width: z.number(), height: z.number(), destination: z.string().nullable() })), slides: z.number().int(), look: z.string().describe('What a picture of it depends on'), damaged: z.boolean(), deletedAt: z.string().nullable() });
const RevisionSchema = z.object({ row: z.number().int(), revision: z.number().int(), kind: z.enum(['saved', 'refused']), savedAt: z.string() });
const FontSchema = z.object({ id: z.string(), family: z.string(), weight: z.number(), italic: z.boolean(), licence: z.string() });
const ProblemSchema = z.object({ type: z.string(), title: z.string(), status: z.number(), detail: z.string().optional(), errors: z.array(z.object({ path: z.string(), reason: z.string() })).optional() });

const schemaOf = (s: z.ZodType): unknown => {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(s, { io: 'input', unrepresentable: 'any' }) as Record<string, unknown>;
  return rest;
};
const body = (s: z.ZodType) => ({ required: true, content: { 'application/json': { schema: schemaOf(s) } } });
const ok = (description: string, s: z.ZodType, status = '200') => ({ [status]: { description, content: { 'application/json': { schema: schemaOf(s) } } } });
const problem = (description: string) => ({ description, content: { 'application/problem+json': { schema: schemaOf(ProblemSchema) } } });
const pageSchema = (item: z.ZodType) => z.object({ items: z.array(item), next: z.string().nullable().describe('Cursor of the next page; null at the end') });
const ifMatch = { name: 'If-Match', in: 'header', required: true, description: 'The revision the change begins with, as given by ETag', schema: { type: 'string' } };
const inPath = (name: string) => ({ name, in: 'path', required: true, schema: { type: 'string' } });
const inQuery = (s: z.ZodObject) =>
  Object.entries(s.shape).map(([name, field]) => ({ name, in: 'query', required: false, ...((field as z.ZodType).description ? { description: (field as z.ZodType).description } : {}), schema: schemaOf(field as z.ZodType) }));

/** The interface for programs as an OpenAPI 3.1 description. */
export function openApi(): unknown {
  const id = inPath('id');
  return {
    openapi: '3.1.0',
    info: { title: 'Plavo', version: '1', description: 'Compose pieces, measure how well every letter reads, find the least treatment that is enough, take pictures away.' },
    paths: {
      '/api/health': { get: { summary: 'Whether application and database answer', responses: { 200: { description: 'They do' }, 503: problem('The database does not') } } },
      '/api/openapi.json': { get: { summary: 'This description', responses: { 200: { description: 'OpenAPI 3.1' } } } },
      '/api/sign-in': { post: { summary: 'Begin a session, where a passphrase is set', requestBody: body(SignInSchema), responses: { 204: { description: 'Signed in; a cookie holds the session' }, 401: problem('Not the passphrase'), 409: problem('None is set'), 429: problem('Too many attempts') } } },
      '/api/sign-out': { post: { summary: 'End the session', responses: { 204: { description: 'Signed out' } } } },
      '/api/fonts/{face}': { get: { summary: 'The bytes of a font', parameters: [inPath('face')], responses: { 200: { description: 'TTF or OTF', content: { 'font/ttf': {} } }, 404: problem('Not there') } } },
      '/api/assets': {
        get: { summary: 'Pictures of the library, newest first', parameters: inQuery(SearchQuery), responses: ok('A page', pageSchema(AssetSchema)) },
        post: { summary: 'Store a picture', parameters: inQuery(AssetQuery), requestBody: { required: true, content: { 'multipart/form-data': { schema: { type: 'object', required: ['file'], properties: { file: { type: 'string', format: 'binary' } } } } } }, responses: { ...ok('Stored', AssetSchema, '201'), 413: problem('Too large, or too much work'), 415: problem('Not a readable picture'), 422: problem('A drawing that refers to itself'), 503: problem('Busy'), 507: problem('The disk is full') } },
      },
      '/api/assets/{id}': { get: { summary: 'The bytes of a picture', parameters: [id, ...inQuery(AssetAsQuery)], responses: { 200: { description: 'The picture' }, 404: problem('Not there') } } },
      '/api/campaigns/{id}/fonts': {
        get: { summary: 'Fonts of the campaign’s own', parameters: [id], responses: ok('By family', z.array(FontSchema)) },
        post: { summary: 'Add a font: TTF, OTF, WOFF or WOFF2', parameters: [id], requestBody: { required: true, content: { 'multipart/form-data': { schema: { type: 'object', required: ['file', 'licence'], properties: { file: { type: 'string', format: 'binary' }, licence: { type: 'string', description: 'Under which licence it may be used' } } } } } }, responses: { ...ok('Kept', FontSchema, '201'), 413: problem('Too large'), 422: problem('Not a usable font') } },
      },
      '/api/campaigns/{id}/fonts/{font}': { delete: { summary: 'Take a font out of the campaign', parameters: [id, inPath('font')], responses: { 204: { description: 'Gone' }, 404: problem('Not there') } } },
      '/api/campaigns': { get: { summary: 'Campaigns', responses: { 200: { description: 'All campaigns' } } }, post: { summary: 'A new campaign', requestBody: body(CampaignSchema), responses: { 201: { description: 'Made' } } } },
      '/api/campaigns/{id}/swatches': {
        get: { summary: 'Colours and gradients of the house style', parameters: [id], responses: { ...ok('Swatches', SwatchesSchema), 404: problem('Not there') } },
        put: { summary: 'Replace them over a revision; every piece of the campaign that is linked to one follows', parameters: [id, ifMatch], requestBody: body(SwatchesSchema), responses: { ...ok('Swatches; ETag holds the revision', SwatchesSchema), 404: problem('Not there'), 409: problem('Changed elsewhere; the answer holds them as they are now'), 428: problem('If-Match is missing') } },
      },
      '/api/pieces': {
        get: { summary: 'Pieces, latest changed first', parameters: inQuery(PiecesQuery), responses: ok('A page', pageSchema(SummarySchema)) },
        post: { summary: 'A new piece from a document, a destination or a size', requestBody: body(NewPieceSchema), responses: { ...ok('Made; ETag holds the revision', StoredPieceSchema, '201'), 400: problem('Not valid'), 422: problem('The document is not valid') } },
      },
      '/api/pieces/{id}': {
        get: { summary: 'A piece; ETag holds the revision', parameters: [id], responses: { ...ok('The piece', StoredPieceSchema), 404: problem('Not there') } },
        put: { summary: 'Save a whole document over a revision', parameters: [id, ifMatch], requestBody: body(PieceSchema), responses: { ...ok('Saved', StoredPieceSchema), 409: problem('Changed elsewhere; both versions are kept'), 422: problem('Not valid'), 428: problem('If-Match is missing') } },
        post: { summary: 'Take a piece out of the bin', parameters: [id, ...inQuery(PieceQuery)], responses: { ...ok('As it is', SummarySchema), 404: problem('Not there') } },
        delete: { summary: 'Put a piece into the bin, where it lies for 30 days', parameters: [id], responses: { 204: { description: 'In the bin' }, 404: problem('Not there') } },
      },
      '/api/pieces/{id}/revisions': { get: { summary: 'Saved and refused revisions, newest first', parameters: [id, ...inQuery(PageQuery)], responses: ok('A page', pageSchema(RevisionSchema)) } },
      '/api/pieces/{id}/revisions/{row}': {
        get: { summary: 'The document of a revision', parameters: [id, inPath('row')], responses: { ...ok('The document', PieceSchema), 404: problem('Not there'), 422: problem('Damaged') } },
        post: { summary: 'Make it the present version, as a new revision', parameters: [id, inPath('row')], responses: { 200: { description: 'Restored; ETag holds the revision' }, 404: problem('Not there'), 422: problem('Damaged') } },
      },
      '/api/pieces/{id}/render': { get: { summary: 'A slide as a picture', parameters: [id, ...inQuery(RenderQuery)], responses: { 200: { description: 'PNG or JPEG', content: { 'image/png': {}, 'image/jpeg': {} } }, 404: problem('Not there') } } },
      '/api/pieces/{id}/reading': { get: { summary: 'The reading of every text of a slide, letter by letter', parameters: [id, ...inQuery(PlaceQuery)], responses: ok('Readings', z.array(ReadingSchema)) } },
      '/api/pieces/{id}/just-enough': {
        post: {
          summary: 'The least strength of a treatment at which the text is Clear',
          parameters: [id],
          requestBody: body(JustEnoughSchema),
          responses: ok('Strength in whole percent, or null with a colour that would do', z.object({ strength: z.number().nullable(), colour: z.string().nullable(), instead: z.string().nullable(), before: z.array(ReadingSchema), after: z.array(ReadingSchema) })),
        },
      },
      '/api/pieces/{id}/overview': { get: { summary: 'Readings of every text of every slide in every size, the worst first. With Accept: application/x-ndjson line by line, as each place is measured', parameters: [id], responses: ok('Readings', OverviewSchema) } },
      '/api/pieces/{id}/remedies': { post: { summary: 'Ways through: every treatment that makes the texts Clear, the best first. With Accept: application/x-ndjson line by line, as each is solved', parameters: [id], requestBody: body(RemediesSchema), responses: { ...ok('Ways', z.array(WaySchema)), 422: problem('No such layer') } } },
      '/api/pieces/{id}/quiet-spots': { post: { summary: 'The best three places for a text', parameters: [id], requestBody: body(QuietSpotsSchema), responses: { ...ok('Places', z.array(SpotSchema)), 422: problem('No such layer') } } },
      '/api/pieces/{id}/make-room': { post: { summary: 'How well room can be made on each side of a photo; it is made by setting `room` of its layer', parameters: [id], requestBody: body(MakeRoomSchema), responses: { ...ok('Sides', z.array(SideSchema)), 422: problem('No such layer') } } },
      '/api/pieces/{id}/cut-out': { post: { summary: 'The mask of a photo’s subject, to be set as `cut.mask` of its layer', parameters: [id], requestBody: body(CutOutSchema), responses: { ...ok('The mask, stored as a picture', CutSchema.shape.mask), 422: problem('No such layer') } } },
    },
  };
}
