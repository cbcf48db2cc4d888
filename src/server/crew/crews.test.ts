// Whose client has left.
import { signalOf } from './crews';

const holder = globalThis as { plavoRequests?: Map<string, AbortSignal> };
const numbered = (number: string): Request => new Request('http://here/', { headers: { 'x-plavo-request': number } });
afterEach(() => delete holder.plavoRequests);

it('a client is there as long as the door knows it, and has left when it does not: its work is not begun', () => {
  const leaving = new AbortController();
  holder.plavoRequests = new Map([['1', leaving.signal]]);
  expect(signalOf(numbered('1')).aborted).toBe(false);
  leaving.abort();
  expect(signalOf(numbered('1')).aborted).toBe(true);
  holder.plavoRequests.delete('1');
  expect(signalOf(numbered('1')).aborted).toBe(true);
});

it('without a door the request knows itself', () => {
  const leaving = new AbortController(),
    request = new Request('http://here/', { signal: leaving.signal });
  expect(signalOf(request).aborted).toBe(false);
  leaving.abort();
  expect(signalOf(request).aborted).toBe(true);
});
