// Who may talk to the server: pages it served itself, and programs on the machine. A foreign page cannot, nor a rebound name.

/** Host names the server answers to, without port. */
export function allowedHosts(extra = process.env.PLAVO_HOST ?? ''): Set<string> {
  return new Set(['localhost', '127.0.0.1', '[::1]', ...extra.split(',').map((h) => h.trim().toLowerCase()).filter((h) => h && h !== '0.0.0.0' && h !== '::')]);
}

/** Why a request is refused, or null. */
export function refusal(headers: Headers, hosts = allowedHosts()): string | null {
  const host = (headers.get('host') ?? '').toLowerCase();
  if (!hosts.has(host.replace(/:\d+$/, ''))) return 'This server does not answer to that host name.';
  const origin = headers.get('origin');
  if (origin !== null && origin !== `http://${host}` && origin !== `https://${host}`) return 'Requests from other origins are refused.';
  if (headers.get('sec-fetch-site') === 'cross-site' && headers.get('sec-fetch-mode') !== 'navigate') return 'Requests from other sites are refused.';
  return null;
}
