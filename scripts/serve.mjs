// The web server: Next.js behind a door that turns away what is no proper request, and that closes in time. Started and
// watched by `npm start`; ends with it.
import { createServer } from 'node:http';
import next from 'next';

const port = Number(process.env.PORT),
  hostname = process.env.PLAVO_LISTEN ?? '127.0.0.1',
  dev = process.env.NODE_ENV === 'development';
/**
 * How long an idle connection is kept, ms: longer than clients and proxies keep theirs, so that none is closed in the
 * moment it is used again.
 */
const KEEP_ALIVE = 65_000;
/** How long requests that run may take to end when the server stops, ms. */
const DRAIN = 8000;
const METHODS = new Set(['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE']);
const MOST_ADDRESS = 8000;

const problem = (response, status, title, detail, headers = {}) => {
  response.writeHead(status, {
    'content-type': 'application/problem+json',
    'x-content-type-options': 'nosniff',
    connection: 'close',
    ...headers,
  });
  response.end(JSON.stringify({ type: 'about:blank', title, status, detail }));
};

/** Is every part of the path text? Half an escape, and escapes that are no UTF-8, are not. */
function isText(path) {
  try {
    return !/[\0\\]/.test(decodeURIComponent(path));
  } catch {
    return false;
  }
}

/**
 * Requests that are being answered, by number: their signals tell whose client has left. The signal that a handler's
 * own request has is linked to
 * the connection by references that may be collected meanwhile, and then never tells.
 */
const here = (globalThis.plavoRequests = new Map());
let requests = 0;

const app = next({ dev, hostname, port, quiet: true });
await app.prepare();
const handle = app.getRequestHandler();
const server = createServer(
  { keepAliveTimeout: KEEP_ALIVE, headersTimeout: 20_000, requestTimeout: 600_000, maxHeaderSize: 16_384 },
  (request, response) => {
    const url = request.url ?? '';
    // Who asks, as the socket knows it: nobody can say so of themselves.
    request.headers['x-plavo-address'] = request.socket.remoteAddress ?? '';
    const number = String(++requests),
      leaving = new AbortController();
    request.headers['x-plavo-request'] = number;
    here.set(number, leaving.signal);
    response.once('close', () => {
      here.delete(number);
      if (!response.writableFinished) leaving.abort();
    });
    if (!METHODS.has(request.method ?? ''))
      return problem(response, 405, 'This method is not known here', `${[...METHODS].join(', ')} are.`, {
        allow: [...METHODS].join(', '),
      });
    if (url.length > MOST_ADDRESS)
      return problem(response, 414, 'The address is too long', `At most ${MOST_ADDRESS} letters are taken.`);
    if (!url.startsWith('/') || !isText(url.split('?')[0]))
      return problem(response, 400, 'The address is not valid', 'Its path holds an escape that is no text.');
    handle(request, response).catch((e) => {
      console.error(`${e.name}: ${String(e.message).slice(0, 200)}`);
      if (response.headersSent) response.destroy();
      else problem(response, 500, 'Something went wrong on the server', 'Nothing was changed.');
    });
  },
);
server.on('clientError', (e, socket) => {
  if (!socket.writable) return socket.destroy();
  const status = e.code === 'HPE_HEADER_OVERFLOW' ? '431 Request Header Fields Too Large' : '400 Bad Request';
  socket.end(`HTTP/1.1 ${status}\r\nconnection: close\r\ncontent-length: 0\r\n\r\n`);
});
if (dev) server.on('upgrade', (request, socket, head) => void app.getUpgradeHandler()(request, socket, head));
server.on('error', (e) => {
  console.error(e.code === 'EADDRINUSE' ? `Port ${port} is taken.` : e.message);
  process.exit(1);
});
// What may be made ready beside the first answers (instrumentation.ts).
server.listen(port, hostname, () => globalThis.plavoListening?.());

let stopping = false;
function stop() {
  if (stopping) return;
  stopping = true;
  server.close(() => process.exit(0));
  server.closeIdleConnections();
  const idle = setInterval(() => server.closeIdleConnections(), 100);
  idle.unref();
  setTimeout(() => process.exit(0), DRAIN).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', () => {});
// Whoever started it is gone, and nobody would stop it any more.
process.on('disconnect', stop);
