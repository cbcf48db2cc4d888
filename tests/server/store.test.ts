// Pictures and pieces against a real database.
import { createHash } from 'node:crypto';
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { ids } from '../../src/core/testing/scenes';
import { makePhoto, makePiece, makeText } from '../../src/core/piece/make';
import { assetBytes, keepAsset, listAssets } from '../../src/server/assets';
import { checkedSvg } from '../../src/server/svg';
import { closeDatabase, database } from '../../src/server/database';
import { createPiece, deletePiece, documentFrom, listRevisions, readPiece, readRevision, savePiece } from '../../src/server/pieces';
import { Problem } from '../../src/server/problem';

afterAll(closeDatabase);

const noise = async (width: number, height: number, seed: number): Promise<Buffer> => {
  let s = seed;
  const raw = Buffer.from(Array.from({ length: width * height * 3 }, () => (s = (s * 16807) % 2147483647) & 255));
  return sharp(raw, { raw: { width, height, channels: 3 } }).png().toBuffer();
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
    expect((await listAssets()).filter((x) => x.id === a.id)).toHaveLength(1);
  });

  it('a turned photo is stood upright in its working copy, the original untouched', async () => {
    const jpeg = await sharp({ create: { width: 60, height: 30, channels: 3, background: '#a03010' } }).withMetadata({ orientation: 6 }).jpeg().toBuffer();
    const a = await keepAsset(jpeg, 'turned.jpg');
    expect(a).toMatchObject({ width: 30, height: 60 });
    expect(a.workingId).not.toBe(a.id);
    expect(await sharp(await assetBytes(a.workingId)).metadata()).toMatchObject({ width: 30, height: 60 });
    expect(Buffer.compare(await assetBytes(a.id), jpeg)).toBe(0);
  });

  it('an embedded colour profile is honoured: the working copy is sRGB, and looks the same', async () => {
    // The same numbers mean a more vivid red in Display P3.
    const p3 = await sharp({ create: { width: 24, height: 24, channels: 3, background: { r: 200, g: 60, b: 40 } } }).withIccProfile('p3').png().toBuffer();
    const a = await keepAsset(p3, 'wide.png');
    expect(a.workingId).not.toBe(a.id);
    const { data } = await sharp(await assetBytes(a.workingId)).raw().toBuffer({ resolveWithObject: true });
    const meant = await sharp(p3).toColourspace('srgb').raw().toBuffer();
    expect([...data.subarray(0, 3)]).toEqual([...meant.subarray(0, 3)]);
    expect((await sharp(await assetBytes(a.workingId)).metadata()).icc).toBeUndefined();
  });

  it('60 megapixels are taken, their working copy bounded, without holding the event loop', async () => {
    const big = await sharp({ create: { width: 9000, height: 6700, channels: 3, background: '#456' } }).jpeg({ quality: 60 }).toBuffer();
    let ticks = 0;
    const timer = setInterval(() => ticks++, 5);
    const a = await keepAsset(big, 'big.jpg');
    clearInterval(timer);
    expect(a).toMatchObject({ width: 9000, height: 6700 });
    expect(Math.max(...Object.values(await sharp(await assetBytes(a.workingId)).metadata().then(({ width, height }) => ({ width, height }))))).toBe(4096);
    expect(ticks).toBeGreaterThan(10);
  }, 120_000);

  it('a picture of 30,000 x 30,000 pixels is refused by its header', async () => {
    // A PNG whose header says so, and nothing more.
    const png = Buffer.from(await sharp({ create: { width: 4, height: 4, channels: 3, background: '#000' } }).png().toBuffer());
    png.writeUInt32BE(30_000, 16);
    png.writeUInt32BE(30_000, 20);
    png.writeUInt32BE(crc32(png.subarray(12, 29)), 29);
    expect(await refused(keepAsset(png, 'vast.png'))).toMatchObject({ status: 413, message: expect.stringContaining('too many pixels') as string });
  });

  it('a drawing is rasterised large enough to stay sharp, and small ones keep their own size', async () => {
    const a = await keepAsset(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="30" height="20"><circle cx="10" cy="10" r="8"/></svg>'), 'tile.svg');
    expect(a).toMatchObject({ width: 30, height: 20 });
    expect((await sharp(await assetBytes(a.workingId)).metadata()).width).toBe(1536);
  });

  it('names do not decide what a file is, and bad ones are refused with a reason', async () => {
    expect(await refused(keepAsset(Buffer.from('<html>hello</html>'), 'photo.jpg'))).toMatchObject({ status: 415 });
    expect(await refused(keepAsset(Buffer.alloc(0), 'empty.png'))).toMatchObject({ status: 400 });
    const png = await noise(64, 64, 3);
    expect(await refused(keepAsset(png.subarray(0, png.length >> 1), 'cut.png'))).toMatchObject({ status: 415, detail: expect.stringContaining('cut short') as string });
    // A picture of more than 100 megapixels in a few kilobytes.
    const bomb = await sharp({ create: { width: 10_400, height: 10_000, channels: 3, background: '#000' }, limitInputPixels: false }).png({ palette: true }).toBuffer();
    expect(await refused(keepAsset(bomb, 'bomb.png'))).toMatchObject({ status: 413 });
  }, 120_000);

  it('an SVG is stripped of everything but shapes before it is stored', async () => {
    const svg = `<?xml version="1.0"?><!DOCTYPE svg [<!ENTITY x SYSTEM "file:///etc/passwd">]><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 20 10" width="20" height="10" onload="alert(1)"><script>alert(2)</script><style>@import url(http://evil)</style><foreignObject><body/></foreignObject><a href="javascript:alert(3)"><rect width="20" height="10" fill="url(http://evil/x)" onclick="x()"/></a><image href="http://evil/a.png"/><use href="#r"/><linearGradient id="r"><stop offset="0" stop-color="#fff"/></linearGradient><path d="M0 0L5 5" fill="url(#r)"/></svg>`;
    const clean = checkedSvg(svg, 'a.svg');
    expect(clean).not.toMatch(/script|onload|onclick|evil|javascript|foreignObject|style|ENTITY|<image/i);
    expect(clean).toContain('viewBox="0 0 20 10"');
    expect(clean).toContain('linearGradient');
    expect(clean).toContain('url(#r)');
    const a = await keepAsset(Buffer.from(svg), 'logo.svg');
    expect((await assetBytes(a.id)).toString()).toBe(clean);
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
    expect((await listRevisions(made.id)).map((r) => [r.revision, r.kind])).toEqual([[2, 'saved'], [1, 'saved']]);
  });

  it('a stale save is refused and both versions are kept', async () => {
    const made = await createPiece(fresh());
    await savePiece(made.id, 1, { ...fresh(), name: 'First' });
    expect(await refused(savePiece(made.id, 1, { ...fresh(), name: 'Second' }))).toMatchObject({ status: 409, extra: { revision: 2 } });
    expect((await readPiece(made.id)).piece.name).toBe('First');
    const kept = (await listRevisions(made.id)).find((r) => r.kind === 'refused')!;
    expect((await readRevision(made.id, kept.row)).name).toBe('Second');
    // The very same document again is an answer lost on the way, not a conflict.
    expect((await savePiece(made.id, 1, { ...fresh(), name: 'First' })).revision).toBe(2);
  });

  it('of ten saves at once over one revision just one wins, and none is lost', async () => {
    const made = await createPiece(fresh());
    const results = await Promise.allSettled(Array.from({ length: 10 }, (_, i) => savePiece(made.id, 1, { ...fresh(), name: `Name ${i}` })));
    expect(results.filter((r) => r.status === 'fulfilled')).toHaveLength(1);
    expect(await listRevisions(made.id)).toHaveLength(11);
  });

  it('must be valid, with pictures that are there', async () => {
    expect(() => documentFrom({ ...fresh(), slides: [] })).toThrow(Problem);
    const piece = fresh();
    piece.slides[0].layers.unshift(makePhoto('p', 'f'.repeat(64), 'Photo', piece.sizes[0]));
    expect(await refused(createPiece(piece))).toMatchObject({ status: 422 });
  });

  it('are gone when deleted', async () => {
    const made = await createPiece(fresh());
    await deletePiece(made.id);
    expect(await refused(readPiece(made.id))).toMatchObject({ status: 404 });
    expect(await refused(deletePiece(made.id))).toMatchObject({ status: 404 });
  });
});
