// Pictures and pieces against a real database.
import { createHash } from 'node:crypto';
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { makePhoto } from '../../src/core/kinds/photo';
import { makeText } from '../../src/core/kinds/text';
import { NO_HOUSE } from '../../src/core/house/styled';
import { makePiece } from '../../src/core/piece/make';
import type { Piece } from '../../src/core/piece/schema';
import { ids } from '../../src/core/testing/scenes';
import { assetBytes, assetDrawing, drawn, keepAsset, keepBytes } from '../../src/server/assets';
import { listAssets } from '../../src/server/pictures/library';
import { closeDatabase, database } from '../../src/server/database';
import { emptyBin } from '../../src/server/pieces/bin';
import { changePieces } from '../../src/server/pieces/changes';
import { createCampaign } from '../../src/server/pieces/campaigns';
import { documentFrom } from '../../src/server/pieces/document';
import type { HouseStyle } from '../../src/core/values/house';
import { readHouse, saveHouse } from '../../src/server/pieces/house';
import { listPieces } from '../../src/server/pieces/list';
import { KEPT_DAYS, listRevisions, listVersions, nameRevision, readRevision } from '../../src/server/pieces/revisions';
import { createPiece, readPiece, restoreRevision, savePiece } from '../../src/server/pieces/store';
import { summaryOfPiece } from '../../src/server/pieces/summary';
import { Problem } from '../../src/server/problem';

afterAll(closeDatabase);

const noise = async (width: number, height: number, seed: number): Promise<Buffer> => {
  let s = seed;
  const raw = Buffer.from(Array.from({ length: width * height * 3 }, () => (s = (s * 16807) % 2147483647) & 255));
  return sharp(raw, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
};
const refused = async (p: Promise<unknown>): Promise<Problem> => {
  try {
    await p;
  } catch (e) {
    if (e instanceof Problem) return e;
    throw e;
  }
  throw new Error('it was not refused');
};

describe('pictures', () => {
  it('are kept by content in rows of at most 1 MiB, once', async () => {
    const bytes = await noise(900, 700, 11);
    expect(bytes.length).toBeGreaterThan(1024 * 1024);
    const [a, b] = await Promise.all([keepAsset(bytes, 'noise.png'), keepAsset(bytes, 'again.png')]);
    expect(a.id).toBe(createHash('sha256').update(bytes).digest('hex'));
    expect(b.id).toBe(a.id);
    expect(Buffer.compare(await assetBytes(a.id), bytes)).toBe(0);
    const rows = await database()('asset_rows').where({ asset_id: a.id }).select(database().raw('length(bytes) as n'));
    expect(rows.length).toBeGreaterThan(1);
    for (const r of rows as { n: number }[]) expect(r.n).toBeLessThanOrEqual(1024 * 1024);
    expect((await listAssets({ limit: 200 })).items.filter((x) => x.id === a.id)).toHaveLength(1);
  });

  it('a turned photo is stood upright in its working copy, the original untouched', async () => {
    const jpeg = await sharp({ create: { width: 60, height: 30, channels: 3, background: '#a03010' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const a = await keepAsset(jpeg, 'turned.jpg');
    expect(a).toMatchObject({ width: 30, height: 60 });
    expect(a.workingId).not.toBe(a.id);
    expect(await sharp(await assetBytes(a.workingId)).metadata()).toMatchObject({ width: 30, height: 60 });
    expect(Buffer.compare(await assetBytes(a.id), jpeg)).toBe(0);
  });

  it('an embedded colour profile is honoured: the working copy is sRGB, and looks the same', async () => {
    // The same numbers mean a more vivid red in Display P3.
    const p3 = await sharp({ create: { width: 24, height: 24, channels: 3, background: { r: 200, g: 60, b: 40 } } })
      .withIccProfile('p3')
      .png()
      .toBuffer();
    const a = await keepAsset(p3, 'wide.png');
    expect(a.workingId).not.toBe(a.id);
    const { data } = await sharp(await assetBytes(a.workingId))
      .raw()
      .toBuffer({ resolveWithObject: true });
    const meant = await sharp(p3).toColourspace('srgb').raw().toBuffer();
    expect([...data.subarray(0, 3)]).toEqual([...meant.subarray(0, 3)]);
    expect((await sharp(await assetBytes(a.workingId)).metadata()).icc).toBeUndefined();
  });

  it('60 megapixels are taken, their working copy bounded, without holding the event loop', async () => {
    const big = await sharp({ create: { width: 9000, height: 6700, channels: 3, background: '#456' } })
      .jpeg({ quality: 60 })
      .toBuffer();
    let ticks = 0;
    const timer = setInterval(() => ticks++, 5);
    const a = await keepAsset(big, 'big.jpg');
    clearInterval(timer);
    expect(a).toMatchObject({ width: 9000, height: 6700 });
    expect(
      Math.max(
        ...Object.values(
          await sharp(await assetBytes(a.workingId))
            .metadata()
            .then(({ width, height }) => ({ width, height })),
        ),
      ),
    ).toBe(4096);
    expect(ticks).toBeGreaterThan(10);
  }, 120_000);

  it('a picture of 30,000 x 30,000 pixels is refused by its header', async () => {
    // A PNG whose header says so, and nothing more.
    const png = Buffer.from(
      await sharp({ create: { width: 4, height: 4, channels: 3, background: '#000' } })
        .png()
        .toBuffer(),
    );
    png.writeUInt32BE(30_000, 16);
    png.writeUInt32BE(30_000, 20);
    png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
    expect(await refused(keepAsset(png, 'vast.png'))).toMatchObject({
      status: 413,
      message: expect.stringContaining('too many pixels') as string,
    });
  });

  it('a drawing is rasterised large enough to stay sharp, and small ones keep their own size', async () => {
    const a = await keepAsset(
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="20"><circle cx="10" cy="10" r="8"/></svg>',
      ),
      'tile.svg',
    );
    expect(a).toMatchObject({ width: 30, height: 20 });
    expect((await sharp(await assetBytes(a.workingId)).metadata()).width).toBe(1536);
  });

  it('one that holds more than flat shapes is drawn as large as it is shown; one of flat shapes has outlines', async () => {
    const shaded = await keepAsset(
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="20"><linearGradient id="g"><stop stop-color="#f00"/><stop offset="1" stop-color="#00f"/></linearGradient><rect width="30" height="20" fill="url(#g)"/></svg>',
      ),
      'shaded.svg',
    );
    expect(shaded.drawingId).toBe('');
    for (const side of [1536, 4096])
      expect((await (await drawn(shaded.id, side)).png().toBuffer({ resolveWithObject: true })).info).toMatchObject({
        width: side,
        height: Math.round((side * 2) / 3),
      });
    const flat = await keepAsset(
      Buffer.from(
        '<svg xmlns="http://www.w3.org/2000/svg" width="30" height="20"><style>.a{fill:#123456}</style><rect class="a" width="30" height="20"/></svg>',
      ),
      'flat.svg',
    );
    expect(await assetDrawing(flat)).toMatchObject({ width: 30, marks: [{ fill: '#123456' }] });
    // Its thumbnail is kept with it.
    expect((await sharp(await assetBytes(flat.thumbnailId!)).metadata()).format).toBe('webp');
  });

  it('names do not decide what a file is, and bad ones are refused with a reason', async () => {
    expect(await refused(keepAsset(Buffer.from('<html>hello</html>'), 'photo.jpg'))).toMatchObject({ status: 415 });
    expect(await refused(keepAsset(Buffer.alloc(0), 'empty.png'))).toMatchObject({ status: 400 });
    const png = await noise(64, 64, 3);
    expect(await refused(keepAsset(png.subarray(0, png.length >> 1), 'cut.png'))).toMatchObject({
      status: 415,
      detail: expect.stringContaining('cut short') as string,
    });
    // A picture of more than 100 megapixels in a few kilobytes.
    const bomb = await sharp({
      create: { width: 10_400, height: 10_000, channels: 3, background: '#000' },
      limitInputPixels: false,
    })
      .png({ palette: true })
      .toBuffer();
    expect(await refused(keepAsset(bomb, 'bomb.png'))).toMatchObject({ status: 413 });
  }, 120_000);

  it('an SVG is stripped of everything but shapes before it is stored', async () => {
    const svg = `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10" width="20" height="10" onload="alert(1)"><script>alert(2)</script><style>@import url(http://evil)</style><foreignObject><body/></foreignObject><a href="javascript:alert(3)"><rect width="20" height="10" fill="url(http://evil/x)" onclick="x()"/></a><image href="http://evil/a.png"/><use href="#r"/><linearGradient id="r"><stop offset="0" stop-color="#fff"/></linearGradient><path d="M0 0L5 5" fill="url(#r)"/></svg>`;
    const a = await keepAsset(Buffer.from(svg), 'logo.svg');
    const clean = (await assetBytes(a.id)).toString();
    expect(clean).not.toMatch(/script|onload|onclick|evil|javascript|foreignObject|style|ENTITY|<image/i);
    expect(clean).toContain('viewBox="0 0 20 10"');
    expect(clean).toContain('linearGradient');
    expect(clean).toContain('url(#r)');
    expect((await sharp(await assetBytes(a.workingId)).metadata()).format).toBe('png');
  });
});

describe('pieces', () => {
  const fresh = () => makePiece('Kept', { destination: 'square-post' }, ids(), (z) => [makeText('t', 'Words', z)]);

  it('are saved whole with a revision', async () => {
    const made = await createPiece(fresh());
    expect(made.revision).toBe(1);
    const saved = await savePiece(made.id, 1, { ...fresh(), name: 'Renamed' });
    expect(saved.revision).toBe(2);
    expect((await readPiece(made.id)).piece.name).toBe('Renamed');
    expect((await listRevisions(made.id)).items.map((r) => [r.revision, r.kind])).toEqual([
      [2, 'saved'],
      [1, 'saved'],
    ]);
  });

  it('a stale save is refused and both versions are kept', async () => {
    const made = await createPiece(fresh());
    await savePiece(made.id, 1, { ...fresh(), name: 'First' });
    expect(await refused(savePiece(made.id, 1, { ...fresh(), name: 'Second' }))).toMatchObject({
      status: 409,
      extra: { revision: 2 },
    });
    expect((await readPiece(made.id)).piece.name).toBe('First');
    const kept = (await listRevisions(made.id)).items.find((r) => r.kind === 'refused')!;
    expect((await readRevision(made.id, kept.row)).name).toBe('Second');
    // The very same document again is an answer lost on the way, not a conflict.
    expect((await savePiece(made.id, 1, { ...fresh(), name: 'First' })).revision).toBe(2);
  });

  it('of ten saves at once over one revision just one wins, and none is lost', async () => {
    const made = await createPiece(fresh());
    const results = await Promise.allSettled(
      Array.from({ length: 10 }, (_, i) => savePiece(made.id, 1, { ...fresh(), name: `Name ${i}` })),
    );
    expect(results.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
    expect((await listRevisions(made.id)).items).toHaveLength(11);
  });

  it('must be valid, with pictures that are there', async () => {
    expect(() => documentFrom({ ...fresh(), slides: [] })).toThrow(Problem);
    const piece = fresh();
    piece.slides[0].layers.unshift(makePhoto('p', 'f'.repeat(64), 'Photo', piece.sizes[0]));
    expect(await refused(createPiece(piece))).toMatchObject({ status: 422 });
  });

  it('lie in the bin when deleted, can be taken back with all versions, and go after thirty days', async () => {
    const made = await createPiece(fresh());
    await savePiece(made.id, 1, { ...fresh(), name: 'Second' });
    await changePieces([made.id], { binned: true });
    expect(await refused(readPiece(made.id))).toMatchObject({ status: 404 });
    expect(await refused(changePieces([made.id], { binned: true }))).toMatchObject({ status: 404 });
    expect(await refused(savePiece(made.id, 2, fresh()))).toMatchObject({ status: 404 });
    expect((await listPieces({ limit: 200 })).items.map((p) => p.id)).not.toContain(made.id);
    expect((await listPieces({ limit: 200, bin: true })).items.find((p) => p.id === made.id)).toMatchObject({
      name: 'Second',
      deletedAt: expect.any(String) as string,
    });
    expect(await changePieces([made.id], { binned: false })).toMatchObject([{ id: made.id, deletedAt: null }]);
    expect((await listRevisions(made.id)).items).toHaveLength(2);
    await changePieces([made.id], { binned: true });
    await emptyBin(Date.now() + (KEPT_DAYS - 1) * 86_400_000);
    await changePieces([made.id], { binned: false });
    await changePieces([made.id], { binned: true });
    await emptyBin(Date.now() + (KEPT_DAYS + 1) * 86_400_000);
    expect(await refused(changePieces([made.id], { binned: false }))).toMatchObject({ status: 404 });
  });

  it('a save after months of rest loses nothing of what was there before; of old days the last version stays', async () => {
    const made = await createPiece(fresh());
    for (const [revision, name] of [
      [1, 'b'],
      [2, 'c'],
      [3, 'd'],
    ] as const)
      await savePiece(made.id, revision, { ...fresh(), name });
    // Two on one day, two on another, all long ago.
    const rows = (await listRevisions(made.id)).items.reverse();
    const hour = 3_600_000,
      day = 24 * hour,
      noon = Math.floor(Date.now() / day - 100) * day + 12 * hour,
      days = [noon, noon + hour, noon + 5 * day, noon + 5 * day + 60_000].map((t) => new Date(t));
    for (const [i, r] of rows.entries())
      await database()('revisions').where({ row: r.row }).update({ saved_at: days[i] });
    await savePiece(made.id, 4, { ...fresh(), name: 'e' });
    expect((await listRevisions(made.id)).items.map((r) => r.revision)).toEqual([5, 4, 2]);
  });

  it('versions are thinned in lists, not in the database; one with a name stays for ever', async () => {
    const made = await createPiece(fresh());
    for (let revision = 1; revision < 6; revision++)
      await savePiece(made.id, revision, { ...fresh(), name: `v${revision + 1}` });
    const rows = (await listRevisions(made.id)).items,
      hour = 3_600_000,
      noon = Math.floor(Date.now() / 24 / hour - 3) * 24 * hour + 12 * hour;
    // All but the newest two are of one day, three days ago.
    for (const [i, r] of rows.slice(2).entries())
      await database()('revisions')
        .where({ row: r.row })
        .update({ saved_at: new Date(noon - i * 60_000) });
    const listed = async (): Promise<number[]> => (await listVersions(made.id)).items.map((v) => v.revision);
    expect(await listed()).toEqual([6, 5, 4]);
    expect(await nameRevision(made.id, rows[4].row, 'As sent')).toMatchObject({ revision: 2, name: 'As sent' });
    expect(await listed()).toEqual([6, 5, 4, 2]);
    // Long after, the named one is still there beside the last of its day.
    await database()('revisions')
      .where({ piece_id: made.id })
      .where('row', '<=', rows[2].row)
      .update({ saved_at: new Date(Date.now() - 200 * 24 * hour) });
    await savePiece(made.id, 6, { ...fresh(), name: 'v7' });
    expect((await listRevisions(made.id)).items.map((r) => r.revision)).toEqual([7, 6, 5, 4, 2]);
    expect(await nameRevision(made.id, rows[4].row, '')).toMatchObject({ name: null });
    await savePiece(made.id, 7, { ...fresh(), name: 'v8' });
    expect((await listRevisions(made.id)).items.map((r) => r.revision)).toEqual([8, 7, 6, 5, 4]);
    expect(await refused(nameRevision(made.id, 999_999, 'x'))).toMatchObject({ status: 404 });
  });

  it('one that is damaged is said so, leaves lists and others alone, and is restored from an earlier version', async () => {
    const made = await createPiece({ ...fresh(), name: 'Sound' });
    await savePiece(made.id, 1, { ...fresh(), name: 'Hurt' });
    await database()('pieces').where({ id: made.id }).update({ document: '{bad' });
    expect(await refused(readPiece(made.id))).toMatchObject({ status: 422, message: 'This version is damaged' });
    expect((await listPieces({ limit: 200 })).items.find((p) => p.id === made.id)).toMatchObject({
      damaged: true,
      name: 'Hurt',
    });
    const { items } = await listRevisions(made.id);
    expect(items.map((r) => r.revision)).toEqual([2, 1]);
    expect((await restoreRevision(made.id, items[1].row)).revision).toBe(3);
    expect(await readPiece(made.id)).toMatchObject({ revision: 3, piece: { name: 'Sound' } });
    expect((await summaryOfPiece(made.id)).damaged).toBe(false);
  });

  it('are found by their names and by the words in them, and move to another campaign', async () => {
    const { id: campaign } = await createCampaign('Words'),
      { id: other } = await createCampaign('Other');
    const worded: Piece = {
      ...fresh(),
      name: 'Plain name',
      slides: [
        {
          ...fresh().slides[0],
          layers: [{ ...makeText('t', 'Four trains\na day, 100% on time', fresh().sizes[0]) }],
        },
      ],
    };
    const made = await createPiece(worded, campaign),
      unnamed = await createPiece({ ...worded, name: 'New post', named: false }, campaign);
    const found = async (search: string): Promise<string[]> =>
      (await listPieces({ limit: 9, campaign, search })).items.map((p) => p.name).sort();
    expect(await found('plain')).toEqual(['Plain name']);
    expect(await found('FOUR TRAINS A DAY')).toEqual(['Four trains a day, 100% on time', 'Plain name']);
    expect(await found('100% o')).toHaveLength(2);
    expect(await found('100%n')).toEqual([]);
    await savePiece(made.id, 1, { ...worded, slides: [{ ...worded.slides[0], layers: [] }] });
    expect(await found('four')).toEqual(['Four trains a day, 100% on time']);
    expect(await changePieces([unnamed.id], { campaign: other })).toMatchObject([{ campaign: other }]);
    expect(await found('four')).toEqual([]);
    expect(await refused(changePieces([unnamed.id], { campaign: 'nowhere' }))).toMatchObject({ status: 404 });
    expect(await refused(changePieces(['nothing'], { campaign: other }))).toMatchObject({ status: 404 });
  });

  it('are listed page by page without being opened, each once, also while new ones come', async () => {
    const { id: campaign } = await createCampaign('Paged');
    for (let i = 0; i < 7; i++) await createPiece({ ...fresh(), name: `Page ${i} of 100%` }, campaign);
    await database()('pieces').where({ campaign_id: campaign }).update({ document: 'never opened' });
    const first = await listPieces({ limit: 3, campaign });
    await createPiece({ ...fresh(), name: 'Page later' }, campaign);
    const second = await listPieces({ limit: 3, campaign, cursor: first.next! }),
      third = await listPieces({ limit: 3, campaign, cursor: second.next! });
    expect([...first.items, ...second.items, ...third.items].map((p) => p.name)).toEqual(
      [6, 5, 4, 3, 2, 1, 0].map((i) => `Page ${i} of 100%`),
    );
    expect(third.next).toBeNull();
    expect(first.items[0]).toMatchObject({ slides: 1, sizes: [{ width: 1080, height: 1080 }] });
    expect((await listPieces({ limit: 3, campaign, search: 'page 4 OF' })).items).toHaveLength(1);
    // Signs of patterns are letters like others.
    expect((await listPieces({ limit: 9, campaign, search: '100%' })).items).toHaveLength(7);
    expect((await listPieces({ limit: 9, campaign, search: '1_0' })).items).toHaveLength(0);
    expect(await refused(listPieces({ limit: 3, cursor: "1'; --" }))).toMatchObject({ status: 400 });
    await database()('pieces').where({ campaign_id: campaign }).delete();
  });

  it('know which pictures they use', async () => {
    const a = await keepAsset(await noise(20, 20, 77), 'used.png'),
      piece = fresh();
    piece.slides[0].layers.unshift(makePhoto('p', a.id, 'Photo', piece.sizes[0]));
    const made = await createPiece({ ...piece, name: 'Uses one' });
    const used = async () =>
      (await listAssets({ limit: 200 })).items.find((x) => x.id === a.id)?.usedIn.map((p) => p.name);
    expect(await used()).toEqual(['Uses one']);
    await savePiece(made.id, 1, fresh());
    expect(await used()).toEqual([]);
  });

  it('a font, a thumbnail or a mask of another kind is no picture of a piece', async () => {
    const font = await keepBytes(new Uint8Array(2000).fill(7), 'Some font', 'font/ttf'),
      piece = fresh();
    piece.slides[0].layers.unshift(makePhoto('p', font, 'Photo', piece.sizes[0]));
    expect(await refused(createPiece(piece))).toMatchObject({ status: 422 });
  });
});

describe('house styles', () => {
  const house = (swatches: HouseStyle['swatches']): HouseStyle => ({ ...NO_HOUSE, swatches });
  const amber = { id: 'amber', name: 'Amber', colour: '#ffaa00', house: true },
    blue = { id: 'blue', name: 'Blue', colour: '#0044aa', house: true };

  it('are changed over a revision: of two windows one is told what the other did', async () => {
    const { id } = await createCampaign('House');
    expect(await saveHouse(id, 0, house([amber, blue]))).toMatchObject({ revision: 1 });
    expect(await saveHouse(id, 1, house([{ ...amber, colour: '#ff0000' }, blue]))).toMatchObject({ revision: 2 });
    expect(await refused(saveHouse(id, 1, house([amber])))).toMatchObject({
      status: 409,
      extra: { revision: 2, house: { swatches: [{ id: 'amber', colour: '#ff0000' }, { id: 'blue' }] } },
    });
    // The same again is an answer lost on the way.
    expect(await saveHouse(id, 1, house([{ ...amber, colour: '#ff0000' }, blue]))).toMatchObject({ revision: 2 });
  });

  it('one that is damaged leaves pieces as they are, and is mended by saving anew', async () => {
    const { id } = await createCampaign('House');
    await saveHouse(id, 0, house([amber]));
    const made = await createPiece(
      { ...makePiece('In house', { destination: 'square-post' }, ids(), () => []), swatches: [amber] },
      id,
    );
    await database()('campaigns').where({ id }).update({ house: '[{"id"' });
    expect((await readPiece(made.id)).piece.swatches).toEqual([amber]);
    expect(await refused(readHouse(id))).toMatchObject({ status: 422 });
    expect((await saveHouse(id, 1, house([blue]))).revision).toBe(2);
    expect((await readHouse(id)).style.swatches.map((s) => s.id)).toEqual(['blue']);
  });

  it('a swatch the campaign no longer has becomes the piece’s own; a picture of the piece is another one then', async () => {
    const { id } = await createCampaign('House');
    await saveHouse(id, 0, house([amber, blue]));
    const piece = {
        ...makePiece('In house', { destination: 'square-post' }, ids(), () => []),
        swatches: [amber, blue],
      },
      made = await createPiece(piece, id),
      before = await readPiece(made.id);
    await saveHouse(id, 1, house([{ ...blue, colour: '#112233' }]));
    const after = await readPiece(made.id);
    expect(after.piece.swatches).toEqual([
      { ...amber, house: false },
      { ...blue, colour: '#112233' },
    ]);
    expect(after.revision).toBe(before.revision);
    expect(after.look).not.toBe(before.look);
    // Reading a piece changes nothing of the house.
    expect((await readHouse(id)).style.swatches.map((s) => s.id)).toEqual(['blue']);
  });
});

it('many pieces made and saved at once: none is turned away because another was at work', async () => {
  const photo = (await keepAsset(new Uint8Array(await noise(40, 30, 9)), 'Shared', false)).id;
  const piece = makePiece('At once', { destination: 'square-post' }, ids('s'), (size) => [
    makePhoto('p', photo, 'Shared', size),
  ]);
  const made = await Promise.all(Array.from({ length: 80 }, (_, i) => createPiece({ ...piece, name: `At once ${i}` })));
  const saved = await Promise.all(made.map((m, i) => savePiece(m.id, 1, { ...piece, name: `Saved ${i}` })));
  expect(saved.map((s) => s.revision)).toEqual(made.map(() => 2));
  for (const m of made) await changePieces([m.id], { binned: true });
});
