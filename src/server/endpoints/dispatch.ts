// From a request of a program to its handler: the endpoint is found, what was asked is checked, whatever goes wrong is
// answered in words.
import type { Endpoint } from '../../contract/endpoint';
import { ENDPOINTS, type Key } from '../../contract/endpoints';
import { answer, jsonBody, overRevision, Problem, query, valid } from '../problem';
import { batchHandlers } from './batches';
import { campaignHandlers } from './campaigns';
import { houseHandlers } from './house';
import { exportHandlers } from './exports';
import { fileHandlers } from './files';
import { type Handler, responseOf } from './handler';
import { outsideHandlers } from './outside';
import { pictureHandlers } from './pictures';
import { pieceHandlers } from './pieces';
import { placeHandlers } from './places';
import { postingHandlers } from './posting';
import { serverHandlers } from './server';
import { shelfHandlers } from './shelf';
import { sizeHandlers } from './sizes';
import { slideHandlers } from './slides';
import { solvingHandlers } from './solving';
import { templateHandlers } from './templates';

const HANDLERS: { [K in Key]: Handler<K> } = {
  ...serverHandlers,
  ...pictureHandlers,
  ...outsideHandlers,
  ...campaignHandlers,
  ...houseHandlers,
  ...pieceHandlers,
  ...shelfHandlers,
  ...sizeHandlers,
  ...slideHandlers,
  ...solvingHandlers,
  ...exportHandlers,
  ...placeHandlers,
  ...fileHandlers,
  ...postingHandlers,
  ...templateHandlers,
  ...batchHandlers,
};

interface Route {
  key: Key;
  method: string;
  parts: string[];
}
/** What names things in addresses. */
const NAME = /^[\w.-]{1,80}$/;
const isName = (part: string): boolean => part.startsWith('{');

// A word of an address comes before a name that could stand there.
const ROUTES: readonly Route[] = (Object.keys(ENDPOINTS) as Key[])
  .map((key) => ({ key, method: key.split(' ')[0], parts: key.split(' ')[1].split('/').filter(Boolean) }))
  .sort((a, b) => a.parts.filter(isName).length - b.parts.filter(isName).length);

/** The endpoint of a request, and the names in its path. @throws Problem 404, 405 */
function found(method: string, path: string): { key: Key; params: Record<string, string> } {
  const parts = path.split('/').filter(Boolean).map(decodeURIComponent);
  const there = parts.every((p) => NAME.test(p))
    ? ROUTES.filter((r) => r.parts.length === parts.length && r.parts.every((p, i) => isName(p) || p === parts[i]))
    : [];
  if (!there.length)
    throw new Problem(404, 'There is nothing at this address', 'GET /api/openapi.json describes what there is.');
  const route = there.find((r) => r.method === (method === 'HEAD' ? 'GET' : method));
  if (!route) {
    const methods = there.flatMap((r) => (r.method === 'GET' ? ['GET', 'HEAD'] : [r.method]));
    throw new Problem(
      405,
      'This method is not known here',
      `${methods.join(', ')} ${methods.length > 1 ? 'are' : 'is'}.`,
      [],
      {},
      { allow: methods.join(', ') },
    );
  }
  return {
    key: route.key,
    params: Object.fromEntries(route.parts.flatMap((p, i) => (isName(p) ? [[p.slice(1, -1), parts[i]]] : []))),
  };
}

/** Answers any request under /api/. */
export const dispatch = (request: Request): Promise<Response> =>
  answer(async () => {
    const { key, params } = found(request.method, new URL(request.url).pathname),
      endpoint: Endpoint = ENDPOINTS[key],
      headOnly = request.method === 'HEAD';
    const over = endpoint.over ? overRevision(request) : 0;
    const asked = endpoint.query ? query(endpoint.query, request) : undefined;
    const sent = endpoint.body ? await jsonBody(request, endpoint.most) : undefined;
    const body = endpoint.body && !endpoint.unchecked ? valid(endpoint.body, sent, endpoint.called) : sent;
    const response = responseOf(
      await (HANDLERS[key] as Handler<Key>)({ request, params, query: asked, body, over, headOnly } as never),
      endpoint.answer.status,
    );
    return headOnly ? new Response(null, response) : response;
  });
