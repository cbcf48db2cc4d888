// The library searched by what pictures are, and the simulated picture service.
import sharp from 'sharp';
import { keepAsset } from '../../src/server/assets';
import { closeCrews } from '../../src/server/crew/crews';
import { closeDatabase } from '../../src/server/database';
import { simulated } from '../../src/server/pictures/simulated';
import { listAssets, type WantedAssets } from '../../src/server/pictures/library';
import { aboutPicture, changePicture, notePictures, tidyTags } from '../../src/server/pictures/traits';
import { Problem } from '../../src/server/problem';
import { asked } from './asked';

afterAll(async () => {
  closeCrews();
  await closeDatabase();
});

const plain = (r: number, g: number, b: number, width: number, height: number): Promise<Buffer> =>
  sharp({ create: { width, height, channels: 3, background: { r, g, b } } })
    .png()
    .toBuffer();

describe('the library', () => {
  let blue: string, green: string;
  const names = async (w: WantedAssets): Promise<string[]> =>
    (await listAssets({ limit: 200, ...w })).items.map((a) => a.name).filter((n) => n.startsWith('Trial'));
  beforeAll(async () => {
    blue = (await keepAsset(await plain(74, 111, 156, 400, 200), 'Trial blue')).id;
    green = (await keepAsset(await plain(127, 154, 69, 200, 401), 'Trial green')).id;
    await notePictures();
  });

  it('is searched by names and tags, colours, shapes', async () => {
    await changePicture(blue, { tags: ['Lake ', 'lake', ' still  water', ''] });
    expect((await aboutPicture(blue)).tags).toEqual(['lake', 'still water']);
    expect(await names({ search: 'STILL' })).toEqual(['Trial blue']);
    expect(await names({ search: 'trial' })).toHaveLength(2);
    expect(await names({ search: '%' })).toEqual([]);
    expect(await names({ colour: '#4a6f9c' })).toEqual(['Trial blue']);
    expect(await names({ colour: '#7f9a45' })).toEqual(['Trial green']);
    expect(await names({ orientation: 'portrait' })).toEqual(['Trial green']);
    expect(await names({ orientation: 'square' })).toEqual([]);
    expect(await names({ orientation: 'landscape', colour: '#7f9a45' })).toEqual([]);
  });

  it('gives a picture another name, and says what is wrong with tags', async () => {
    expect((await asked('PATCH', `/api/assets/${green}`, { name: 'Trial moss' })).status).toBe(204);
    expect((await names({})).sort()).toEqual(['Trial blue', 'Trial moss']);
    expect((await asked('PATCH', `/api/assets/${green}`, { tags: ['x'.repeat(61)] })).status).toBe(400);
    expect((await asked('PATCH', `/api/assets/${'0'.repeat(64)}`, { tags: [] })).status).toBe(404);
    expect(tidyTags(Array.from({ length: 50 }, (_, i) => `t${i}`))).toHaveLength(30);
  });
});

describe('the picture service', () => {
  it('has at least 24 pictures, found by all their words, by shape and colour, page by page', async () => {
    const first = await simulated().search({ page: 1 });
    expect(first.total).toBeGreaterThanOrEqual(24);
    expect(first.items).toHaveLength(12);
    const second = await simulated().search({ page: 2 });
    expect(new Set([...first.items, ...second.items].map((p) => p.id)).size).toBe(24);
    const snow = await simulated().search({ search: 'snow blue', page: 1 });
    expect(snow.total).toBeGreaterThan(1);
    expect(snow.items.every((p) => p.tags.includes('snow') && p.tags.includes('blue'))).toBe(true);
    expect((await simulated().search({ search: 'rhinoceros', page: 1 })).total).toBe(0);
    const tall = await simulated().search({ orientation: 'portrait', page: 1 });
    expect(tall.items.every((p) => p.height > p.width)).toBe(true);
    const green = await simulated().search({ colour: '#7f9a45', page: 1 });
    expect(green.items.map((p) => p.id)).toContain('grass-morning');
    expect(green.items.map((p) => p.id)).not.toContain('veil');
  });

  it('what it says of a picture is so', async () => {
    for (const { items } of [await simulated().search({ page: 1 }), await simulated().search({ page: 2 })])
      for (const p of items) {
        const { width, height } = await sharp((await simulated().picture(p.id)).bytes).metadata();
        expect([p.id, width, height]).toEqual([p.id, p.width, p.height]);
      }
  });

  it('refuses in words, and nothing of one’s own is touched', async () => {
    const refused = await simulated('not')
      .search({ page: 1 })
      .catch((e: unknown) => e);
    expect(refused).toBeInstanceOf(Problem);
    expect(refused).toMatchObject({ status: 502 });
    const answer = await asked('GET', '/api/outside?answers=not');
    expect(answer.status).toBe(502);
    expect(((await answer.json()) as { detail: string }).detail).toMatch(/Your own pictures are all here/);
  });

  it('whoever leaves while it is slow waits no longer', async () => {
    const gone = AbortSignal.timeout(50),
      begun = performance.now(),
      prompt = await simulated('slowly').search({ page: 1 }, gone);
    expect(prompt.items).toHaveLength(12);
    expect(performance.now() - begun).toBeLessThan(5900);
  });

  it('a picture is taken into the library once, with its tags and whose it is', async () => {
    const take = async () => (await (await asked('POST', '/api/outside/lone-peak')).json()) as { id: string },
      first = await take();
    await asked('PATCH', `/api/assets/${first.id}`, { tags: ['ours', 'reflection'] });
    const second = await take();
    // What somebody called it stays.
    expect(second).toMatchObject({ id: first.id, tags: ['ours', 'reflection'] });
    const { items } = await listAssets({ limit: 50, search: 'peak' });
    expect(items).toHaveLength(1);
    expect(items[0]).toMatchObject({
      name: 'The lone peak',
      credit: { service: 'Far Shore Pictures', title: 'The lone peak' },
    });
    expect(items[0].tags).toContain('reflection');
    expect((await asked('POST', '/api/outside/nowhere')).status).toBe(404);
    expect((await asked('POST', '/api/outside/..%2Fcatalogue')).status).toBe(404);
  });
});
