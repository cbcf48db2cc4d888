// A request of a program, answered without a server in between.
import { dispatch } from '../../src/server/endpoints/dispatch';

export const asked = (method: string, path: string, body?: unknown): Promise<Response> =>
  dispatch(
    new Request(`http://127.0.0.1${path}`, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    }),
  );
