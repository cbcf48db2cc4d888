// The shelf over HTTP: kept, found, renamed, painted, taken off.
import sharp from 'sharp';
import { makeText } from '../../src/core/kinds/text';
import { closeCrews } from '../../src/server/crew/crews';
import { closeDatabase, database } from '../../src/server/database';
import { createCampaign } from '../../src/server/pieces/campaigns';
import { asked } from './asked';

afterAll(async () => {
  closeCrews();
  await closeDatabase();
});
const SIZE = { width: 600, height: 400, shownWidth: 375 };
const part = {
  size: SIZE,
  layers: [{ ...makeText('t', 'Slow trains', SIZE), name: 'Line' }],
  groups: [],
  swatches: [],
};

it('a part is kept, found by its name, renamed, painted by itself and taken off', async () => {
  const { id: campaign } = await createCampaign('Shelf'),
    made = await asked('POST', `/api/campaigns/${campaign}/parts`, { name: 'Line', part });
  expect(made.status).toBe(201);
  const { id } = (await made.json()) as { id: string };
  expect((await asked('PATCH', `/api/parts/${id}`, { name: 'Our line' })).status).toBe(204);
  const found = async (search: string): Promise<unknown[]> =>
    ((await (await asked('GET', `/api/campaigns/${campaign}/parts?search=${search}`)).json()) as { items: unknown[] })
      .items;
  expect(await found('OUR')).toEqual([expect.objectContaining({ id, name: 'Our line', layers: 1 })]);
  expect(await found('_')).toEqual([]);
  expect(await (await asked('GET', `/api/parts/${id}`)).json()).toMatchObject({ part: { size: SIZE } });
  const picture = await asked('GET', `/api/parts/${id}/render`);
  expect(picture.status).toBe(200);
  const { channels, width } = await sharp(Buffer.from(await picture.arrayBuffer())).metadata();
  expect([channels, width! <= 300]).toEqual([4, true]);
  expect((await asked('DELETE', `/api/parts/${id}`)).status).toBe(204);
  expect((await asked('GET', `/api/parts/${id}`)).status).toBe(404);
});

it('what is no part is refused in words; a damaged one costs the others nothing', async () => {
  const { id: campaign } = await createCampaign('Shelf');
  expect((await asked('POST', `/api/campaigns/${campaign}/parts`, { name: 'x', part: {} })).status).toBe(400);
  expect((await asked('POST', `/api/campaigns/${campaign}/parts`, { name: ' ', part })).status).toBe(400);
  expect((await asked('POST', '/api/campaigns/nowhere/parts', { name: 'x', part })).status).toBe(404);
  const { id } = (await (await asked('POST', `/api/campaigns/${campaign}/parts`, { name: 'x', part })).json()) as {
    id: string;
  };
  await database()('parts').where({ id }).update({ part: '{"layers":[{}]}' });
  expect((await asked('GET', `/api/parts/${id}`)).status).toBe(422);
  expect((await asked('GET', `/api/campaigns/${campaign}/parts`)).status).toBe(200);
});
