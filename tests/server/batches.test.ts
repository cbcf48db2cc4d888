// Batches: rows that fill a template one by one, whoever takes them; nothing lost, nothing done twice.
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { makeFade } from '../../src/core/kinds/fade';
import { makePhoto } from '../../src/core/kinds/photo';
import { makeText } from '../../src/core/kinds/text';
import { makePiece } from '../../src/core/piece/make';
import { asTemplate, guessedRoles } from '../../src/core/piece/roles';
import { keepAsset } from '../../src/server/assets';
import { restBatches, wakeBatches } from '../../src/server/batches/runner';
import {
  batchInfo,
  createBatch,
  endRow,
  giveBack,
  holdRow,
  keepAsPieces,
  rowDocument,
  rowsOf,
  setBatchState,
  takeRow,
} from '../../src/server/batches/store';
import { closeCrews, crew } from '../../src/server/crew/crews';
import { closeDatabase, database } from '../../src/server/database';
import { createCampaign } from '../../src/server/pieces/campaigns';
import { listPieces } from '../../src/server/pieces/list';
import { createPiece } from '../../src/server/pieces/store';
import { asked } from './asked';

const grey = (value: number): Promise<Buffer> =>
  sharp({ create: { width: 300, height: 300, channels: 3, background: { r: value, g: value, b: value } } })
    .png()
    .toBuffer();
const get = (path: string, method = 'GET', body?: unknown): Promise<Response> => asked(method, path, body);
const COLUMNS = ['Photo', 'Headline', 'Date'];
const ROWS = [
  ['bright', 'Night trains', 'Fridays'],
  ['Dark.png', 'Day trains', ''],
  ['no such thing', 'Lost trains', 'Never'],
  ['', 'Trains at dawn', 'From May'],
  ['bright', '', ''],
];

let campaign: string, template: string;
beforeAll(async () => {
  campaign = (await createCampaign('Batches')).id;
  const dark = (await keepAsset(await grey(20), 'Dark.png')).id;
  await keepAsset(await grey(225), 'Bright.png');
  const piece = makePiece(
    'Card',
    { width: 400, height: 400, shownWidth: 375 },
    () => 's',
    (z) => [
      makePhoto('photo', dark, 'Dark', z),
      makeFade('fade', '#101010', 0.4, z, { solid: 0.5, reach: 0.9 }),
      {
        ...makeText('date', 'Date', z, '#ffffff'),
        name: 'Date',
        fontSize: 20,
        box: { x: 30, y: 260, width: 340, height: 30 },
      },
      {
        ...makeText('headline', 'Slow trains', z, '#ffffff'),
        name: 'Headline',
        box: { x: 30, y: 300, width: 340, height: 60 },
      },
    ],
  );
  template = (await createPiece(asTemplate(piece, 'Card', guessedRoles(piece)), campaign)).id;
});
afterEach(() => database()('batches').update({ state: 'stopped' }));
afterAll(async () => {
  await restBatches();
  closeCrews();
  await closeDatabase();
});

const begin = (rows = ROWS, more: { sizes?: string[] } = {}): Promise<string> =>
  createBatch({ template, name: 'Halts', columns: COLUMNS, rows, sizes: more.sizes ?? [] });
async function untilDone(id: string): Promise<Awaited<ReturnType<typeof batchInfo>>> {
  for (let i = 0; i < 2400; i++) {
    const info = await batchInfo(id);
    if (info.state === 'done') return info;
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error('it was never done');
}

it('every row is made, or said why not; a bad one stops no other', async () => {
  const id = await begin();
  wakeBatches();
  expect(await untilDone(id)).toMatchObject({ of: 5, done: 3, failed: 2, clear: 3, left: 0 });
  expect((await rowsOf(id, 0, 10)).map((r) => [r.number, r.state, r.name, r.why])).toEqual([
    [1, 'done', 'Night trains', ''],
    [2, 'done', 'Day trains', ''],
    [3, 'failed', '', 'No picture in the library is called \u201cno such thing\u201d'],
    [4, 'done', 'Trains at dawn', ''],
    [5, 'failed', '', 'It has no words'],
  ]);
  const first = (await rowDocument(id, 1))!,
    second = (await rowDocument(id, 2))!;
  expect(first.template).toBeUndefined();
  const date = second.slides[0].layers.find((l) => l.id === 'date')!;
  expect(date.visible).toBe(false);
  // The bright photo needs more of the fade than the dark one.
  const fade = (p: typeof first): number => p.slides[0].layers.find((l) => l.id === 'fade')!.opacity;
  expect(fade(first)).toBeGreaterThan(fade(second) + 0.2);
  expect(await keepAsPieces(id)).toBe(3);
  // Asked again, or where a row could not say that it was kept, nothing is doubled.
  await database()('batch_rows').where({ batch_id: id, number: 1 }).update({ piece_id: null });
  expect(await keepAsPieces(id)).toBe(0);
  expect((await listPieces({ limit: 50, campaign })).items.map((p) => p.name).sort()).toEqual([
    'Day trains',
    'Night trains',
    'Trains at dawn',
  ]);
  expect(await batchInfo(id)).toMatchObject({ kept: 3 });

  const job = (await (await get(`/api/batches/${id}/exports`, 'POST')).json()) as { id: string; of: number },
    files = unzipSync(new Uint8Array(await (await get(`/api/exports/${job.id}/file`)).arrayBuffer()));
  expect(Object.keys(files).sort()).toEqual([
    '1-night-trains.png',
    '2-day-trains.png',
    '4-trains-at-dawn.png',
    'contact-sheet.pdf',
    'contact-sheet.png',
    'rows-to-look-at.csv',
  ]);
  expect(await sharp(files['1-night-trains.png']).metadata()).toMatchObject({ width: 400, height: 400 });
  expect((await sharp(files['contact-sheet.png']).metadata()).width).toBe(1800);
  expect(Buffer.from(files['contact-sheet.pdf']).subarray(0, 5).toString()).toBe('%PDF-');
  expect(Buffer.from(files['rows-to-look-at.csv']).toString('utf8')).toBe(
    '\ufeffRow,Why,Photo,Headline,Date\r\n3,No picture in the library is called \u201cno such thing\u201d,no such thing,Lost trains,Never\r\n5,It has no words,bright,,\r\n',
  );
  expect((await get(`/api/batches/${id}/sheet?page=2`)).status).toBe(404);
});

it('in further sizes each is solved', async () => {
  const id = await begin([['bright', 'Night trains', 'Fridays']], { sizes: ['link-card'] });
  wakeBatches();
  expect(await untilDone(id)).toMatchObject({ done: 1, clear: 1 });
  expect((await rowDocument(id, 1))!.sizes.map((s) => [s.width, s.height])).toEqual([
    [400, 400],
    [1200, 630],
  ]);
});

it('a member that is killed in the middle loses nothing and doubles nothing', async () => {
  const id = await begin(Array.from({ length: 8 }, (_, i) => ['bright', `Train ${i + 1}`, 'Daily']));
  wakeBatches();
  let killed = 0;
  while (killed < 6 && (await batchInfo(id)).state !== 'done') {
    const members = (crew('batch') as unknown as { members: { child: { pid?: number }; job: unknown }[] }).members,
      busy = members.find((m) => m.job && m.child.pid);
    if (busy) {
      process.kill(busy.child.pid!, 'SIGKILL');
      killed++;
    }
    await new Promise((r) => setTimeout(r, 120));
    // Whatever broke off is taken again: in earnest a moment later, here at once.
    await database()('batch_rows').where({ batch_id: id }).update({ tries: 0 });
    wakeBatches();
  }
  expect(killed).toBeGreaterThan(2);
  expect(await untilDone(id)).toMatchObject({ of: 8, done: 8, failed: 0 });
  expect((await rowsOf(id, 0, 20)).map((r) => r.name)).toEqual(Array.from({ length: 8 }, (_, i) => `Train ${i + 1}`));
});

describe('who takes a row', () => {
  // Nobody else looks for rows meanwhile.
  beforeAll(restBatches);
  it('has it alone, until it is over; then it is another’s, and what comes late is not kept', async () => {
    const id = await begin([
      ['', 'One', ''],
      ['', 'Two', ''],
    ]);
    const a = (await takeRow('a'))!,
      b = (await takeRow('b'))!;
    expect([a.number, b.number]).toEqual([1, 2]);
    expect(await takeRow('c')).toBeNull();
    expect(await holdRow(a, 'a')).toBe(true);
    // The process of a is gone.
    await database()('batch_rows')
      .where({ batch_id: id, number: 1 })
      .update({ taken_until: new Date(Date.now() - 1) });
    expect(await takeRow('c')).toEqual(a);
    expect(await holdRow(a, 'a')).toBe(false);
    const piece = makePiece('x', { width: 16, height: 16 }, () => 's');
    await endRow(a, 'c', { piece: { ...piece, name: 'By c' }, outcome: { name: 'By c', clear: true } }, null);
    await endRow(a, 'a', { piece: { ...piece, name: 'By a' }, outcome: { name: 'By a', clear: true } }, null);
    expect((await rowDocument(id, 1))!.name).toBe('By c');
    await giveBack(b, 'b', true);
    expect((await takeRow('d'))!.number).toBe(2);
  });
  it('gets nothing of a batch that is paused or stopped', async () => {
    const id = await begin([['', 'One', '']]);
    await setBatchState(id, 'paused');
    expect(await takeRow('a')).toBeNull();
    await setBatchState(id, 'running');
    expect(await takeRow('a')).toMatchObject({ batch: id, number: 1 });
  });
  it('a row that breaks off everybody is given up, and said so', async () => {
    const id = await begin([['', 'One', '']]);
    for (let i = 0; i < 3; i++) {
      expect(await takeRow('a')).toMatchObject({ number: 1 });
      await database()('batch_rows')
        .where({ batch_id: id })
        .update({ taken_until: new Date(Date.now() - 1) });
    }
    expect(await takeRow('a')).toMatchObject({ number: 0 });
    expect(await rowsOf(id, 0, 5)).toMatchObject([{ state: 'failed', why: 'It broke off 3 times while it was made' }]);
  });
  it('many at once take each row once', async () => {
    const id = await begin(Array.from({ length: 40 }, (_, i) => ['', `Row ${i}`, '']));
    const taken = (await Promise.all(Array.from({ length: 40 }, (_, i) => takeRow(`t${i}`)))).map((r) => r?.number);
    expect(new Set(taken.filter((n) => n !== undefined)).size).toBe(taken.filter((n) => n !== undefined).length);
    expect((await batchInfo(id)).of).toBe(40);
  });
});

it('what cannot be a batch is refused in words', async () => {
  const asked = { template, name: 'x', columns: COLUMNS, rows: ROWS };
  expect((await get('/api/batches', 'POST', { ...asked, match: { nothing: 0 } })).status).toBe(422);
  expect((await get('/api/batches', 'POST', { ...asked, match: { 'swatch:x': 99 } })).status).toBe(422);
  expect((await get('/api/batches', 'POST', { ...asked, columns: ['x'], rows: [['1']] })).status).toBe(422);
  expect((await get('/api/batches', 'POST', { ...asked, sizes: ['moon'] })).status).toBe(422);
  expect((await get('/api/batches', 'POST', { ...asked, rows: [] })).status).toBe(400);
  expect((await get('/api/batches/none')).status).toBe(404);
  const id = await begin([['', 'One', '']]);
  expect((await get(`/api/batches/${id}/rows/1/render`)).status).toBe(404);
  expect((await get(`/api/batches/${id}/rows/x/render`)).status).toBe(404);
  expect((await get(`/api/batches/${id}/exports`, 'POST')).status).toBe(422);
  expect((await get(`/api/batches/${id}`, 'DELETE')).status).toBe(204);
  expect((await get(`/api/batches/${id}`)).status).toBe(404);
});
