// The server itself: whether it is there, what it offers, coming in and going out.
import { z } from 'zod';
import type { Endpoint, EndpointKey } from './endpoint';

export const server = {
  'GET /api/health': {
    summary: 'Whether application and database answer',
    answer: { says: 'They do', schema: z.object({ ok: z.literal(true) }) },
    problems: { 503: 'The database does not' },
  },
  'GET /api/openapi.json': {
    summary: 'This description',
    answer: { says: 'OpenAPI 3.1', media: ['application/json'] },
  },
  'POST /api/sign-in': {
    summary: 'Begin a session, where a passphrase is set',
    body: z.strictObject({ passphrase: z.string().min(1).max(1000) }),
    most: 10_000,
    answer: { status: 204, says: 'Signed in; a cookie holds the session' },
    problems: { 401: 'Not the passphrase', 409: 'None is set', 429: 'Too many attempts' },
  },
  'POST /api/sign-out': { summary: 'End the session', answer: { status: 204, says: 'Signed out' } },
} as const satisfies Record<EndpointKey, Endpoint>;
