import { CampaignSchema } from '../../../src/server/contracts';
import { createCampaign, listCampaigns } from '../../../src/server/pieces';
import { answer, json, jsonBody, valid } from '../../../src/server/problem';

export const GET = () => answer(async () => json(await listCampaigns()));
export const POST = (request: Request) => answer(async () => json(await createCampaign(valid(CampaignSchema, await jsonBody(request)).name), { status: 201 }));
