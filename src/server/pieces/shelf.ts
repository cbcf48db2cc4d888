// The shelf of a campaign: parts of pieces, kept for others.
import { nanoid } from 'nanoid';
import type { z } from 'zod';
import type { shelf } from '../../contract/shelf';
import { type Part, PartSchema } from '../../core/piece/part';
import { holding, type Page, pageOf } from '../cursor';
import { database } from '../database';
import { notFound, Problem } from '../problem';
import { checkRoom } from '../room';
import { campaignName } from './campaigns';

type Listed = z.output<(typeof shelf)['POST /api/campaigns/{id}/parts']['answer']['schema']>;
interface Row {
  id: string;
  campaign_id: string;
  name: string;
  part: string;
  created_at: Date;
}
const table = () => database()<Row>('parts');
const listed = ({ id, name, layers, created_at }: Omit<Row, 'part' | 'campaign_id'> & { layers: number }): Listed => ({
  id,
  name,
  layers: Number(layers),
  createdAt: created_at.toISOString(),
});

/** @throws Problem 404, or 400 for a broken cursor */
export async function partsOf(
  campaign: string,
  at: { cursor?: string; limit: number; search?: string },
): Promise<Page<Listed>> {
  await campaignName(campaign);
  return pageOf<Row & { layers: number }, Listed>(
    database()('parts')
      .where({ campaign_id: campaign })
      .select('id', 'name', 'created_at', database().raw("JSON_LENGTH(part, '$.layers') AS layers"))
      .modify(holding(at.search, ['name'])),
    'created_at',
    at,
    listed,
  );
}

/** @throws Problem 404, 507 */
export async function keepPart(campaign: string, name: string, part: Part): Promise<Listed> {
  await campaignName(campaign);
  const row = { id: nanoid(12), campaign_id: campaign, name, part: JSON.stringify(part), created_at: new Date() };
  await checkRoom(row.part.length);
  await table().insert(row);
  return listed({ ...row, layers: part.layers.length });
}

/** @throws Problem 404, 422 where it cannot be read any more */
export async function readPart(id: string): Promise<{ id: string; name: string; campaign: string; part: Part }> {
  const row = await table().where({ id }).first();
  if (!row) throw notFound('part');
  const read = PartSchema.safeParse(JSON.parse(row.part));
  if (!read.success) throw new Problem(422, 'This part is damaged', 'It cannot be read; others are not touched.');
  return { id, name: row.name, campaign: row.campaign_id, part: read.data };
}

/** @throws Problem 404 */
export async function renamePart(id: string, name: string): Promise<void> {
  if (!(await table().where({ id }).first('id'))) throw notFound('part');
  await table().where({ id }).update({ name });
}

/** @throws Problem 404 */
export async function removePart(id: string): Promise<void> {
  if (!(await table().where({ id }).delete())) throw notFound('part');
}
