// Methods of the contract are let through by the server's door and answered by the one route.
import { readFileSync } from 'node:fs';
import { ENDPOINTS } from '../../src/contract/endpoints';

const methods = [...new Set(Object.keys(ENDPOINTS).map((key) => key.split(' ')[0])), 'HEAD'].sort();
const found = (file: string, pattern: RegExp): string[] =>
  [...readFileSync(file, 'utf8').matchAll(pattern)].map((m) => m[1]).sort();

it('the route answers every method', () => {
  expect(found('app/api/[[...path]]/route.ts', /dispatch as ([A-Z]+)/g)).toEqual(methods);
});
it('the door lets every method through', () => {
  const [line] = found('scripts/serve.mjs', /METHODS = new Set\((\[[^\]]+\])\)/g);
  expect((JSON.parse(line.replaceAll("'", '"')) as string[]).sort()).toEqual(methods);
});
