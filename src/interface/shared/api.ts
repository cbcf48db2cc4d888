// The server, as the interface talks to it: the same addresses programs use.
import type { TakenIn } from '../../contract/files';
import type { z } from 'zod';
import type { AnswerOf } from '../../contract/endpoint';
import type { Endpoints, Key } from '../../contract/endpoints';
import type { BatchAsk } from '../../contract/batches';
import type { ExportAsk } from '../../contract/exports';
import type { AssetSchema, StoredPieceSchema, SummarySchema } from '../../contract/shapes';
import type { Box } from '../../core/ground/box';
import type { Drawing } from '../../core/paint/drawing';
import type { Frame } from '../../core/values/motion';
import type { Part } from '../../core/piece/part';
import type { Piece } from '../../core/piece/schema';
import type { HouseStyle } from '../../core/values/house';

/** An error answer, in words for people. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly detail: string,
    readonly body: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

/** The server could not be reached at all. */
export class Unreachable extends Error {}

async function call(path: string, init: RequestInit = {}): Promise<Response> {
  let response: Response;
  try {
    response = await fetch(path, init);
  } catch (e) {
    if ((e as Error).name === 'AbortError') throw e;
    throw new Unreachable('The server does not answer');
  }
  if (!response.ok) {
    const body = (await response.json().catch(() => ({}))) as Record<string, unknown>;
    throw new ApiError(
      response.status,
      String(body.title ?? `The server answered ${response.status}`),
      String(body.detail ?? ''),
      body,
    );
  }
  return response;
}

export type AssetInfo = z.output<typeof AssetSchema>;
export type PieceInfo = z.output<typeof SummarySchema>;
export type StoredPiece = z.output<typeof StoredPieceSchema>;
export type CampaignInfo = AnswerOf<Endpoints['GET /api/campaigns']>[number];
export type PostInfo = AnswerOf<Endpoints['GET /api/posts']>[number];
export type FeedInfo = AnswerOf<Endpoints['GET /api/campaigns/{id}/covers']>;
export type RevisionInfo = AnswerOf<Endpoints['GET /api/pieces/{id}/revisions']>['items'][number];
/** A part of a list, and where the next one begins. */
export interface Page<T> {
  items: T[];
  next: string | null;
}
export interface House {
  revision: number;
  style: HouseStyle;
}
type Previewed = AnswerOf<Endpoints['POST /api/campaigns/{id}/house/preview']>[number];
export type HouseStands = NonNullable<Previewed['before']>;
/** What becomes known of what a house style would change. */
export type HousePart =
  | { is: 'pieces'; pieces: Pick<Previewed, 'id' | 'name' | 'slides'>[] }
  | { is: 'picture'; id: string; of: 'before' | 'after'; picture: string }
  | { is: 'standings'; id: string; before: HouseStands; after: HouseStands }
  | { is: 'failed'; id: string };

/** What may be asked of an endpoint that has a query, as it is written. */
type QueryIn<K extends Key> = Endpoints[K] extends { query: infer Q extends z.ZodObject }
  ? { [P in keyof z.input<Q>]?: Asked<z.input<Q>[P]> }
  : never;
/** Flags are true or false here; numbers need no text. */
type Asked<T> = Extract<T, 'true'> extends never ? (unknown extends T ? number : T) : boolean;

/** What is asked of an endpoint. */
interface Ask {
  params?: Record<string, string | number>;
  query?: Record<string, string | number | boolean | undefined>;
  /** Sent as JSON, unless it is a form. */
  body?: unknown;
  /** The revision that is changed. */
  over?: number;
  signal?: AbortSignal;
  keepalive?: boolean;
  accept?: string;
}

/** Asks an endpoint by its entry in `contract/`. @throws ApiError, Unreachable */
async function responseTo(
  key: Key,
  { params = {}, query = {}, body, over, signal, keepalive, accept }: Ask = {},
): Promise<Response> {
  const [method, path] = key.split(' '),
    isForm = body instanceof FormData;
  const q = new URLSearchParams(
    Object.entries(query).flatMap(([k, v]) => (v === undefined || v === '' ? [] : [[k, String(v)]])),
  );
  return call(
    `${path.replace(/\{(\w+)\}/g, (_, name: string) => encodeURIComponent(params[name]))}${q.size ? `?${q}` : ''}`,
    {
      method,
      body: body === undefined || isForm ? (body as FormData | undefined) : JSON.stringify(body),
      headers: {
        ...(body === undefined || isForm ? {} : { 'content-type': 'application/json' }),
        ...(over === undefined ? {} : { 'if-match': `"${over}"` }),
        ...(accept && { accept }),
      },
      signal,
      keepalive,
    },
  );
}
const ask = async <K extends Key>(key: K, what?: Ask): Promise<AnswerOf<Endpoints[K]>> => {
  const r = await responseTo(key, what);
  return (r.status === 204 ? undefined : await r.json()) as AnswerOf<Endpoints[K]>;
};

/** The revision of an ETag. */
const revisionOf = (r: Response): number => Number(/\d+/.exec(r.headers.get('etag') ?? '')?.[0] ?? 0);
const houseFrom = async (r: Response): Promise<House> => ({
  revision: revisionOf(r),
  style: (await r.json()) as HouseStyle,
});

/** Lines of an answer as they come. */
async function* linesOf(r: Response): AsyncGenerator<string> {
  const reader = r.body!.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (let read = await reader.read(); !read.done; read = await reader.read()) {
    const lines = (rest + read.value).split('\n');
    rest = lines.pop()!;
    yield* lines;
  }
  if (rest) yield rest;
}

function formOf(file: Blob, name: string, more: Record<string, string> = {}): FormData {
  const form = new FormData();
  form.append('file', file, name);
  for (const [k, v] of Object.entries(more)) form.append(k, v);
  return form;
}

export const api = {
  campaigns: () => ask('GET /api/campaigns'),
  changeCampaign: (id: string, body: { name?: string; cover?: string | null }) =>
    ask('PATCH /api/campaigns/{id}', { params: { id }, body }),
  newCampaign: (name: string) => ask('POST /api/campaigns', { body: { name } }),
  feed: (id: string) => ask('GET /api/campaigns/{id}/covers', { params: { id } }),
  house: async (id: string): Promise<House> =>
    houseFrom(await responseTo('GET /api/campaigns/{id}/house', { params: { id } })),
  /** @throws ApiError 409 where it was changed since that revision; its body holds the present one */
  saveHouse: async (id: string, over: number, style: HouseStyle): Promise<House> =>
    houseFrom(await responseTo('PUT /api/campaigns/{id}/house', { params: { id }, over, body: style })),
  /** Shows what a house style would change, as it becomes known. @throws ApiError, Unreachable */
  previewHouse: async (
    id: string,
    style: HouseStyle,
    signal: AbortSignal,
    take: (part: HousePart) => void,
  ): Promise<void> => {
    const r = await responseTo('POST /api/campaigns/{id}/house/preview', {
      params: { id },
      body: style,
      signal,
      accept: 'application/x-ndjson',
    });
    for await (const line of linesOf(r)) {
      const { part, problem } = JSON.parse(line) as { part?: HousePart; problem?: string };
      if (problem) throw new Error(problem);
      if (part) take(part);
    }
  },
  batches: (query: { cursor?: string } = {}, signal?: AbortSignal) => ask('GET /api/batches', { query, signal }),
  newBatch: (body: BatchAsk) => ask('POST /api/batches', { body }),
  batch: (id: string) => ask('GET /api/batches/{id}', { params: { id } }),
  batchRows: (id: string, after: number, limit: number) =>
    ask('GET /api/batches/{id}/rows', { params: { id }, query: { after, limit } }),
  setBatch: (id: string, state: 'running' | 'paused' | 'stopped') =>
    ask('PATCH /api/batches/{id}', { params: { id }, body: { state } }),
  removeBatch: (id: string) => ask('DELETE /api/batches/{id}', { params: { id } }),
  keepBatch: (id: string) => ask('POST /api/batches/{id}/pieces', { params: { id } }),
  exportBatch: (id: string) => ask('POST /api/batches/{id}/exports', { params: { id } }),
  pieces: (query: QueryIn<'GET /api/pieces'> = {}, signal?: AbortSignal) => ask('GET /api/pieces', { query, signal }),
  /** By what pieces can be found: what there is. */
  traits: (query: QueryIn<'GET /api/pieces/traits'>) => ask('GET /api/pieces/traits', { query }),
  /** Changes all of them, or none. */
  changePieces: (ids: readonly string[], how: Omit<z.input<Endpoints['POST /api/pieces/changes']['body']>, 'ids'>) =>
    ask('POST /api/pieces/changes', { body: { ids, ...how } }),
  copyPieces: (ids: readonly string[]) => ask('POST /api/pieces/copies', { body: { ids } }),
  standings: (ids: readonly string[], signal: AbortSignal) =>
    ask('POST /api/pieces/standings', { body: { ids }, signal }),
  parts: (id: string, query: QueryIn<'GET /api/campaigns/{id}/parts'>, signal?: AbortSignal) =>
    ask('GET /api/campaigns/{id}/parts', { params: { id }, query, signal }),
  keepPart: (id: string, name: string, part: Part) =>
    ask('POST /api/campaigns/{id}/parts', { params: { id }, body: { name, part } }),
  part: (part: string) => ask('GET /api/parts/{part}', { params: { part } }),
  renamePart: (part: string, name: string) => ask('PATCH /api/parts/{part}', { params: { part }, body: { name } }),
  removePart: (part: string) => ask('DELETE /api/parts/{part}', { params: { part } }),
  calendar: (from: string, to: string, signal: AbortSignal) =>
    ask('GET /api/calendar', { query: { from, to }, signal }),
  assets: (query: QueryIn<'GET /api/assets'> = {}, signal?: AbortSignal) => ask('GET /api/assets', { query, signal }),
  changePicture: (id: string, body: { name?: string; tags?: string[] }) =>
    ask('PATCH /api/assets/{id}', { params: { id }, body }),
  aboutPicture: (id: string) => ask('GET /api/assets/{id}/about', { params: { id } }),
  outside: (query: QueryIn<'GET /api/outside'>, signal: AbortSignal) => ask('GET /api/outside', { query, signal }),
  /** Takes a picture of the service into the library. */
  takeOutside: (picture: string) => ask('POST /api/outside/{picture}', { params: { picture } }),
  revisions: (id: string, cursor?: string) =>
    ask('GET /api/pieces/{id}/revisions', { params: { id }, query: { cursor } }),
  /** Versions as they are listed, thinned, or every one of them. */
  versions: (id: string, every: boolean, cursor?: string) =>
    ask('GET /api/pieces/{id}/revisions', {
      params: { id },
      query: every ? { cursor, limit: 100 } : { listed: true },
    }),
  version: (id: string, row: number) => ask('GET /api/pieces/{id}/revisions/{row}', { params: { id, row } }),
  nameVersion: (id: string, row: number, name: string) =>
    ask('PATCH /api/pieces/{id}/revisions/{row}', { params: { id, row }, body: { name } }),
  restoreRevision: (id: string, row: number) => ask('POST /api/pieces/{id}/revisions/{row}', { params: { id, row } }),
  /** Takes a piece out of the bin. */
  restore: (id: string) => ask('POST /api/pieces/{id}', { params: { id }, query: { restore: true } }),
  piece: (id: string) => ask('GET /api/pieces/{id}', { params: { id } }),
  /** Makes an archive ready; it is made as it is fetched. */
  beginExport: (id: string, body: ExportAsk) => ask('POST /api/pieces/{id}/exports', { params: { id }, body }),
  exportStatus: (job: string) => ask('GET /api/exports/{job}', { params: { job } }),
  stopExport: (job: string) => ask('DELETE /api/exports/{job}', { params: { job } }),
  newPiece: (body: Record<string, unknown>) => ask('POST /api/pieces', { body }),
  save: (id: string, over: number, piece: Piece, keepalive = false) =>
    ask('PUT /api/pieces/{id}', { params: { id }, over, body: piece, keepalive }),
  frames: async (id: string): Promise<Frame[]> =>
    (await responseTo('GET /api/assets/{id}', { params: { id }, query: { as: 'frames' } })).json(),
  drawing: async (id: string): Promise<Drawing> =>
    (await responseTo('GET /api/assets/{id}', { params: { id }, query: { as: 'drawing' } })).json(),
  fonts: (id: string) => ask('GET /api/campaigns/{id}/fonts', { params: { id } }),
  addFont: (id: string, file: File, licence: string) =>
    ask('POST /api/campaigns/{id}/fonts', { params: { id }, body: formOf(file, file.name, { licence }) }),
  /** Keeps the mask of a subject as a picture that the library does not show. */
  keepMask: (png: Blob) => ask('POST /api/assets', { query: { listed: false }, body: formOf(png, 'Mask') }),
  /** What of a piece was posted, and refused. */
  posts: (piece: string) => ask('GET /api/posts', { query: { piece } }),
  post: (id: string, body: Record<string, unknown>, signal: AbortSignal) =>
    ask('POST /api/pieces/{id}/posts', { params: { id }, body, signal }),
  removePost: (id: string) => ask('DELETE /api/posts/{id}', { params: { id } }),
  /** A drawing as layers. */
  layersOf: (id: string, campaign: string | undefined) =>
    ask('POST /api/assets/{id}/layers', { params: { id }, body: { campaign } }),
  /** Tells the letters of a picture. @param boxes where to look, in fractions of it */
  letters: (id: string, boxes: Box[] | undefined, signal: AbortSignal) =>
    ask('POST /api/assets/{id}/letters', { params: { id }, body: boxes ? { boxes } : {}, signal }),
  removeFont: (id: string, font: string) => ask('DELETE /api/campaigns/{id}/fonts/{font}', { params: { id, font } }),
  signIn: (passphrase: string) => ask('POST /api/sign-in', { body: { passphrase } }),
  signOut: () => ask('POST /api/sign-out'),

  takeInTokens: (id: string, body: Record<string, unknown>) =>
    ask('POST /api/campaigns/{id}/tokens', { params: { id }, body }),

  /** Uploads a picture with progress 0..1; `signal` takes it back. */
  upload: (file: File, progress?: (share: number) => void, signal?: AbortSignal): Promise<AssetInfo> =>
    sent<AssetInfo>('/api/assets', formOf(file, file.name || 'Pasted picture'), progress, signal),

  /** Takes in a piece or a campaign from its file, likewise. @param campaign where a piece goes */
  takeIn: (file: File, campaign?: string, progress?: (share: number) => void, signal?: AbortSignal): Promise<TakenIn> =>
    sent<TakenIn>(
      `/api/files${campaign ? `?campaign=${encodeURIComponent(campaign)}` : ''}`,
      formOf(file, file.name),
      progress,
      signal,
    ),
};

/** Sends a form with progress 0..1; `signal` takes it back. */
const sent = <T>(
  path: string,
  form: FormData,
  progress: (share: number) => void = () => {},
  signal?: AbortSignal,
): Promise<T> =>
  new Promise((resolve, reject) => {
    // fetch has no upload progress; XMLHttpRequest has.
    const x = new XMLHttpRequest();
    x.open('POST', path);
    x.upload.onprogress = (e) => e.lengthComputable && progress(e.loaded / e.total);
    x.onload = () => {
      const body = JSON.parse(x.responseText || '{}') as Record<string, unknown>;
      if (x.status < 300) resolve(body as unknown as T);
      else reject(new ApiError(x.status, String(body.title ?? 'The upload failed'), String(body.detail ?? ''), body));
    };
    x.onerror = () => reject(new Unreachable('The server does not answer'));
    x.onabort = () => reject(new DOMException('taken back', 'AbortError'));
    signal?.addEventListener('abort', () => x.abort());
    x.send(form);
  });

/** What to tell people about an error: what happened, and what is safe. */
export function inWords(error: unknown): { title: string; message: string } {
  if (error instanceof ApiError) return { title: error.message, message: error.detail || 'Nothing was changed.' };
  if (error instanceof Unreachable)
    return {
      title: 'The server does not answer',
      message: 'Your work is safe in this browser. Try again in a moment.',
    };
  return { title: 'That did not work', message: error instanceof Error ? error.message : String(error) };
}
