import { allowedHosts, pagePolicy, refusal } from './gate';

const ask = (headers: Record<string, string>, extra = '', path = '/'): string | null =>
  refusal({ method: 'GET', path, headers: new Headers(headers) }, allowedHosts(extra));

it.each([
  [{ host: 'localhost:3000' }],
  [{ host: '127.0.0.1:3000', origin: 'http://127.0.0.1:3000', 'sec-fetch-site': 'same-origin' }],
  [{ host: '[::1]:3000' }],
  // A link followed from elsewhere opens the page.
  [
    {
      host: 'localhost:3000',
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'document',
    },
  ],
])('%j is let in', (h) => expect(ask(h)).toBeNull());

it.each([
  [{ host: 'evil.example' }],
  [{}],
  [{ host: 'localhost.evil.example:3000' }],
  [{ host: 'localhost:3000', origin: 'http://evil.example' }],
  [{ host: 'localhost:3000', origin: 'null' }],
  [{ host: 'localhost:3000', origin: 'http://localhost:4000' }],
  [{ host: 'localhost:3000', 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }],
  // In a frame of another site.
  [
    {
      host: 'localhost:3000',
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'iframe',
    },
  ],
])('%j is refused', (h) => expect(ask(h as Record<string, string>)).toMatch(/./));

it('a host that was named is let in too', () => {
  expect(ask({ host: 'plavo.local:3000' }, 'plavo.local')).toBeNull();
  expect(ask({ host: '0.0.0.0:3000' }, '0.0.0.0')).not.toBeNull();
});

it('another site may open a page, never a render', () => {
  const link = {
    host: 'localhost:3000',
    'sec-fetch-site': 'cross-site',
    'sec-fetch-mode': 'navigate',
    'sec-fetch-dest': 'document',
  };
  expect(ask(link, '', '/piece/a')).toBeNull();
  expect(ask(link, '', '/api/pieces/a/render')).toMatch(/other sites/);
});
it('pages run only scripts of this answer, and lie in no frame', () => {
  const policy = pagePolicy('abc', false);
  expect(policy).toContain("script-src 'self' 'nonce-abc';");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/unsafe-eval|script-src[^;]*unsafe-inline|style-src [^;]*unsafe-inline/);
});
