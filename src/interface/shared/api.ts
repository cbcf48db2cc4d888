// The server, as the interface talks to it: the same addresses programs use.
import type { Drawing } from '../../core/paint/drawing';
import type { OwnFont } from '../../core/type/catalogue';
import type { Piece } from '../../core/piece/schema';
import type { Swatch } from '../../core/values/fill';

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
    throw new ApiError(response.status, String(body.title ?? `The server answered ${response.status}`), String(body.detail ?? ''), body);
  }
  return response;
}

const asJson = (method: string, body: unknown, headers: Record<string, string> = {}): RequestInit => ({ method, body: JSON.stringify(body), headers: { 'content-type': 'application/json', ...headers } });

export interface AssetInfo {
  id: string;
  name: string;
  width: number;
  height: number;
  /** Pieces that show it; known of listed pictures. */
  usedIn?: { id: string; name: string }[];
}
export interface PieceInfo {
  id: string;
  campaign: string;
  name: string;
  revision: number;
  changedAt: string;
  sizes: { id: string; name: string; width: number; height: number; destination: string | null }[];
  slides: number;
  /** What a picture of it depends on. */
  look: string;
  damaged: boolean;
  deletedAt: string | null;
}
/** A part of a list, and where the next one begins. */
export interface Page<T> {
  items: T[];
  next: string | null;
}
export interface CampaignInfo {
  id: string;
  name: string;
  pieces: number;
}
export interface RevisionInfo {
  row: number;
  revision: number;
  kind: 'saved' | 'refused';
  savedAt: string;
}
export interface House {
  revision: number;
  swatches: Swatch[];
}
export interface StoredPiece {
  id: string;
  campaign: string;
  revision: number;
  piece: Piece;
}

const inQuery = (ask: Record<string, string | boolean | undefined>): string => {
  const q = new URLSearchParams(Object.entries(ask).flatMap(([k, v]) => (v === undefined || v === '' ? [] : [[k, String(v)]])));
  return q.size ? `?${q}` : '';
};

/** The revision of an ETag. */
const revisionOf = (r: Response): number => Number(/\d+/.exec(r.headers.get('etag') ?? '')?.[0] ?? 0);
const houseFrom = async (r: Response): Promise<House> => ({ revision: revisionOf(r), swatches: (await r.json()) as Swatch[] });

export const api = {
  campaigns: async (): Promise<CampaignInfo[]> => (await call('/api/campaigns')).json(),
  newCampaign: async (name: string): Promise<CampaignInfo> => (await call('/api/campaigns', asJson('POST', { name }))).json(),
  house: async (campaign: string): Promise<House> => houseFrom(await call(`/api/campaigns/${campaign}/swatches`)),
  /** @throws ApiError 409 where it was changed since that revision; its body holds the present one */
  saveHouse: async (campaign: string, over: number, swatches: readonly Swatch[]): Promise<House> => houseFrom(await call(`/api/campaigns/${campaign}/swatches`, asJson('PUT', swatches, { 'if-match': `"${over}"` }))),
  pieces: async (ask: { cursor?: string; search?: string; bin?: boolean } = {}, signal?: AbortSignal): Promise<Page<PieceInfo>> => (await call(`/api/pieces${inQuery(ask)}`, { signal })).json(),
  assets: async (ask: { cursor?: string; search?: string } = {}, signal?: AbortSignal): Promise<Page<AssetInfo>> => (await call(`/api/assets${inQuery(ask)}`, { signal })).json(),
  revisions: async (id: string, cursor?: string): Promise<Page<RevisionInfo>> => (await call(`/api/pieces/${id}/revisions${inQuery({ cursor })}`)).json(),
  restoreRevision: async (id: string, row: number): Promise<{ revision: number }> => (await call(`/api/pieces/${id}/revisions/${row}`, { method: 'POST' })).json(),
  /** Takes a piece out of the bin. */
  restore: async (id: string): Promise<PieceInfo> => (await call(`/api/pieces/${id}?restore=true`, { method: 'POST' })).json(),
  piece: async (id: string): Promise<StoredPiece> => (await call(`/api/pieces/${id}`)).json(),
  newPiece: async (ask: Record<string, unknown>): Promise<StoredPiece> => (await call('/api/pieces', asJson('POST', ask))).json(),
  save: async (id: string, over: number, piece: Piece, keepalive = false): Promise<{ revision: number }> => (await call(`/api/pieces/${id}`, { ...asJson('PUT', piece, { 'if-match': `"${over}"` }), keepalive })).json(),
  drawing: async (asset: string): Promise<Drawing> => (await call(`/api/assets/${asset}?as=drawing`)).json(),
  fonts: async (campaign: string): Promise<OwnFont[]> => (await call(`/api/campaigns/${campaign}/fonts`)).json(),
  addFont: async (campaign: string, file: File, licence: string): Promise<OwnFont> => {
    const form = new FormData();
    form.append('file', file, file.name);
    form.append('licence', licence);
    return (await call(`/api/campaigns/${campaign}/fonts`, { method: 'POST', body: form })).json();
  },
  /** Keeps the mask of a subject as a picture that the library does not show. */
  keepMask: async (png: Blob): Promise<AssetInfo> => {
    const form = new FormData();
    form.append('file', png, 'Mask');
    return (await call('/api/assets?listed=false', { method: 'POST', body: form })).json();
  },
  removeFont: async (campaign: string, font: string): Promise<void> => void (await call(`/api/campaigns/${campaign}/fonts/${font}`, { method: 'DELETE' })),
  signIn: async (passphrase: string): Promise<void> => void (await call('/api/sign-in', asJson('POST', { passphrase }))),
  signOut: async (): Promise<void> => void (await call('/api/sign-out', { method: 'POST' })),
  remove: async (id: string): Promise<void> => void (await call(`/api/pieces/${id}`, { method: 'DELETE' })),

  /** Uploads a picture with progress 0..1; `signal` takes it back. */
  upload: (file: File, progress: (share: number) => void = () => {}, signal?: AbortSignal): Promise<AssetInfo> =>
    new Promise((resolve, reject) => {
      const form = new FormData();
      form.append('file', file, file.name || 'Pasted picture');
      // fetch has no upload progress; XMLHttpRequest has.
      const x = new XMLHttpRequest();
      x.open('POST', '/api/assets');
      x.upload.onprogress = (e) => e.lengthComputable && progress(e.loaded / e.total);
      x.onload = () => {
        const body = JSON.parse(x.responseText || '{}') as Record<string, unknown>;
        if (x.status < 300) resolve(body as unknown as AssetInfo);
        else reject(new ApiError(x.status, String(body.title ?? 'The upload failed'), String(body.detail ?? ''), body));
      };
      x.onerror = () => reject(new Unreachable('The server does not answer'));
      x.onabort = () => reject(new DOMException('taken back', 'AbortError'));
      signal?.addEventListener('abort', () => x.abort());
      x.send(form);
    }),
};

/** What to tell people about an error: what happened, and what is safe. */
export function inWords(error: unknown): { title: string; message: string } {
  if (error instanceof ApiError) return { title: error.message, message: error.detail || 'Nothing was changed.' };
  if (error instanceof Unreachable) return { title: 'The server does not answer', message: 'Your work is safe in this browser. Try again in a moment.' };
  return { title: 'That did not work', message: error instanceof Error ? error.message : String(error) };
}
