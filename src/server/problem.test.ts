// What of errors is told, to programs and to the log.
import { jest } from '@jest/globals';
import { mkdtempSync, rmSync } from 'node:fs';
import { statfs } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { RenderQuery } from '../contract/pieces';
import { PageQuery } from '../contract/shapes';
import { answer, isFull, overRevision, Problem, query, toldOf } from './problem';
import { checkRoom, SPARE } from './room';

it.each([
  { code: 'ENOSPC' },
  { errno: 1021, code: 'ER_DISK_FULL' },
  { errno: 1114, code: 'ER_RECORD_FILE_FULL' },
  { message: "Got error 28 'No space left on device' from InnoDB" },
  { errno: 1026 },
])('%j means a full disk, said with 507', async (e) => {
  expect(isFull(e)).toBe(true);
  const r = await answer(() => Promise.reject(Object.assign(new Error('x'), e)));
  expect([r.status, r.headers.get('content-type')]).toEqual([507, 'application/problem+json']);
});
it('room is looked at before anything is stored', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'plavo-room-'));
  const { bavail, bsize } = await statfs(folder),
    free = bavail * bsize;
  await expect(checkRoom(1000, folder)).resolves.toBeUndefined();
  await expect(checkRoom((free - SPARE) / 2 + 50_000_000, folder)).rejects.toMatchObject({ status: 507 });
  // A database elsewhere has a disk of its own.
  await expect(checkRoom(1e18, undefined)).resolves.toBeUndefined();
  rmSync(folder, { recursive: true });
});
it('the log says what failed, never the statement or the document it was about', () => {
  const e = Object.assign(
    new Error(
      "insert into `pieces` (`document`) values ('{\"secret\":\"headline\"}') - Duplicate entry 'x' for key 'PRIMARY'",
    ),
    { code: 'ER_DUP_ENTRY' },
  );
  expect(toldOf(e)).toContain("ER_DUP_ENTRY: Duplicate entry 'x'");
  expect(toldOf(e)).not.toContain('secret');
});
it('a database that is away is 503 with when to come again, anything else 500 in words', async () => {
  const logged = jest.spyOn(console, 'error').mockImplementation(() => {});
  const away = await answer(() => Promise.reject(Object.assign(new Error('x'), { code: 'ECONNREFUSED' })));
  expect([away.status, away.headers.get('retry-after')]).toEqual([503, '2']);
  expect(
    (await answer(() => Promise.reject(new Error("Can't add new command when connection is in closed state")))).status,
  ).toBe(503);
  const other = await answer(() => Promise.reject(new TypeError('cannot read')));
  expect(other.status).toBe(500);
  expect(await other.text()).not.toContain('cannot read');
  logged.mockRestore();
});
it('queries: numbers, flags, and nothing that is not known', () => {
  const at = (q: string): Request => new Request(`http://x/y?${q}`);
  expect(query(PageQuery, at('limit=7'))).toEqual({ limit: 7 });
  expect(query(RenderQuery, at('download=false'))).toMatchObject({ download: false });
  expect(query(RenderQuery, at('download=1'))).toMatchObject({ download: true });
  for (const q of ['limit=0', 'limit=201', 'nothing=1']) expect(() => query(PageQuery, at(q))).toThrow(Problem);
});
it('revisions: whole numbers the database can hold', () => {
  const over = (match?: string): number =>
    overRevision(new Request('http://x', match === undefined ? {} : { headers: { 'if-match': match } }));
  expect([over('"3"'), over('W/"12"'), over('0')]).toEqual([3, 12, 0]);
  for (const [match, status] of [
    [undefined, 428],
    ['"2147483648"', 400],
    ['x', 400],
    ['"9999999999999"', 400],
  ] as const)
    expect(() => over(match)).toThrow(expect.objectContaining({ status }) as Error);
});
it('a problem of another bundle is a problem', async () => {
  jest.resetModules();
  const other = (await import('./problem?again' as './problem')).Problem;
  expect(other).not.toBe(Problem);
  const one = new other(413, 'Too much', 'Less is less.');
  expect(one).toBeInstanceOf(Problem);
  const r = await answer(() => Promise.reject(one));
  expect([r.status, await r.json()]).toEqual([
    413,
    expect.objectContaining({ title: 'Too much', detail: 'Less is less.' }),
  ]);
  expect(new Error('x')).not.toBeInstanceOf(Problem);
});
