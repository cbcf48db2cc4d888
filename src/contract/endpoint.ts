// What an endpoint is: one entry says what may be asked and what is answered. Routing, checks, the description for
// programs and the types of client and handlers follow from it.
import type { z } from 'zod';

export type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
/** Method and path; `{name}` stands for a part that names something. */
export type EndpointKey = `${Method} /api/${string}`;

export interface Endpoint {
  summary: string;
  query?: z.ZodObject;
  /** The body, as JSON. */
  body?: z.ZodType;
  /** The handler looks at the body itself: a document of an older version is one, too. */
  unchecked?: true;
  /** How messages call the body. */
  called?: string;
  /** Most bytes of the body. */
  most?: number;
  /** The body is a form: its file, and what else it holds. */
  form?: Record<string, string>;
  /** It changes something over a revision, named by If-Match. */
  over?: true;
  /** What is answered, in words, and its schema; without one, its media types. */
  answer: { status?: 200 | 201 | 204; says: string; schema?: z.ZodType; media?: readonly string[] };
  /** Errors beyond those of every endpoint. */
  problems?: Readonly<Record<number, string>>;
}

/** Names of the parts of a path. */
export type ParamsOf<K extends string> = K extends `${string}{${infer Name}}${infer Rest}`
  ? { [P in Name]: string } & ParamsOf<Rest>
  : unknown;
export type QueryOf<E> = E extends { query: infer Q extends z.ZodType } ? z.output<Q> : undefined;
export type BodyOf<E> = E extends { unchecked: true }
  ? unknown
  : E extends { body: infer B extends z.ZodType }
    ? z.output<B>
    : undefined;
export type AnswerOf<E> = E extends { answer: { schema: infer A extends z.ZodType } } ? z.output<A> : undefined;
