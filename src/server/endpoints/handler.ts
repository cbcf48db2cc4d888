// How an endpoint is answered: what was asked, checked against its entry in `contract/`, and what comes back.
import type { AnswerOf, BodyOf, Endpoint, ParamsOf, QueryOf } from '../../contract/endpoint';
import type { Endpoints, Key } from '../../contract/endpoints';
import { json } from '../problem';

export interface Asked<K extends Key> {
  request: Request;
  params: ParamsOf<K>;
  query: QueryOf<Endpoints[K]>;
  body: BodyOf<Endpoints[K]>;
  /** The revision it is made over; 0 where it needs none. */
  over: number;
  /** Only what stands above the answer is asked for. */
  headOnly: boolean;
}

/** An answer as its entry describes it, or a response of its own making: bytes, or lines as they become known. */
export type Handler<K extends Key> = (asked: Asked<K>) => Promise<Response | Reply<AnswerOf<Endpoints[K]>>>;
/** Handlers of a group of endpoints; one that is forgotten does not compile. */
export type Handlers<Group extends Partial<Record<Key, Endpoint>>> = { [K in keyof Group & Key]: Handler<K> };

export interface Reply<A> {
  value: A;
  headers?: Record<string, string>;
}

export const reply = <A>(value: A, headers?: Record<string, string>): Reply<A> => ({ value, headers });
/** What is answered over a revision, named in the ETag. */
export const revised = <A>(value: A, revision: number, headers: Record<string, string> = {}): Reply<A> => ({
  value,
  headers: { etag: `"${revision}"`, ...headers },
});
/** Headers of a file that is made for whoever asks. @param name under which it is taken; none where it is only shown */
export const fileHeaders = (media: string, revision: number, name?: string): Record<string, string> => ({
  'content-type': media,
  etag: `"${revision}"`,
  'cache-control': 'no-store',
  ...(name === undefined ? {} : { 'content-disposition': `attachment; filename*=UTF-8''${encodeURIComponent(name)}` }),
});
/** Nothing more to say. */
export const done = (headers?: Record<string, string>): Reply<undefined> => ({ value: undefined, headers });

export const responseOf = (got: Response | Reply<unknown>, status = 200): Response =>
  got instanceof Response
    ? got
    : status === 204
      ? new Response(null, { status, headers: got.headers })
      : json(got.value, { status, headers: got.headers });
