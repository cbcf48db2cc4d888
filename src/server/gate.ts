// Who may talk to the server: pages it served itself, and programs on the machine. A foreign page cannot, nor a rebound
// name. Beyond the machine only who has signed in.

/** Host names the server answers to, without port. */
export function allowedHosts(extra = process.env.PLAVO_HOST ?? ''): Set<string> {
  return new Set([
    'localhost',
    '127.0.0.1',
    '[::1]',
    ...extra
      .split(',')
      .map((h) => h.trim().toLowerCase())
      .filter((h) => h && h !== '0.0.0.0' && h !== '::'),
  ]);
}

/** What of a request decides. */
export interface Asked {
  method: string;
  path: string;
  headers: Headers;
}

/** Why a request is refused, or null. */
export function refusal({ method, path, headers }: Asked, hosts = allowedHosts()): string | null {
  const host = (headers.get('host') ?? '').toLowerCase();
  if (!hosts.has(host.replace(/:\d+$/, ''))) return 'This server does not answer to that host name.';
  const origin = headers.get('origin');
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`)
    return 'Requests from other origins are refused.';
  // A link on another site may open a page; nothing else of another site may ask for anything, a frame or a picture
  // least of all.
  const opens =
    headers.get('sec-fetch-mode') === 'navigate' &&
    headers.get('sec-fetch-dest') === 'document' &&
    method === 'GET' &&
    !path.startsWith('/api/');
  if (headers.get('sec-fetch-site') === 'cross-site' && !opens) return 'Requests from other sites are refused.';
  return null;
}

/** Content Security Policy (level 3) of pages. @param nonce of this answer's own scripts and styles */
export function pagePolicy(nonce: string, dev = process.env.NODE_ENV === 'development'): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'${dev ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Places and sizes of elements, as they come with the page.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "font-src 'self' data:",
    `connect-src 'self' blob: data:${dev ? ' ws:' : ''}`,
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** Policy of the workers' scripts: they compile HarfBuzz, and ask only this server. */
export const WORKER_POLICY =
  "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self' blob: data:; img-src 'self' blob: data:; frame-ancestors 'none'";
/** Policy of answers for programs, which nobody should ever open as a page. */
export const ANSWER_POLICY = "default-src 'none'; frame-ancestors 'none'";
