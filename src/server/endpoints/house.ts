// The house style of a campaign.
import { nanoid } from 'nanoid';
import type { house } from '../../contract/house';
import { type FoundTokens, houseToTokens, TOKENS_MEDIA, tokensIntoHouse } from '../../core/format/design-tokens';
import { customProperties } from '../../core/format/html/custom-properties';
import { inName } from '../../core/format/file-names';
import { HouseStyleSchema } from '../../core/values/house';
import { asked } from '../crew/crews';
import { houseShown, together } from '../house-preview';
import { campaignName } from '../pieces/campaigns';
import { type House, readHouse, saveHouse } from '../pieces/house';
import { Problem } from '../problem';
import { inParts } from '../progress';
import { fileHeaders, type Handlers, reply, revised } from './handler';

const told = ({ revision, style }: House) => revised(style, revision, { 'cache-control': 'no-store' });

export const houseHandlers: Handlers<typeof house> = {
  'GET /api/campaigns/{id}/house': async ({ params }) => told(await readHouse(params.id)),
  'PUT /api/campaigns/{id}/house': async ({ params, over, body }) => told(await saveHouse(params.id, over, body)),
  'POST /api/campaigns/{id}/house/preview': async ({ request, params, body }) => {
    const { style } = await readHouse(params.id);
    return inParts(request, 0, houseShown(params.id, style, body, asked(request)), together);
  },
  'GET /api/campaigns/{id}/tokens': async ({ params, headOnly }) => {
    const { revision, style } = await readHouse(params.id),
      name = `${inName(await campaignName(params.id)) || 'campaign'}.tokens.json`;
    return new Response(headOnly ? null : `${JSON.stringify(houseToTokens(style), null, 2)}\n`, {
      headers: fileHeaders(TOKENS_MEDIA, revision, name),
    });
  },
  'GET /api/campaigns/{id}/css': async ({ params, headOnly }) => {
    const { revision, style } = await readHouse(params.id),
      name = `${inName(await campaignName(params.id)) || 'campaign'}.css`;
    return new Response(headOnly ? null : customProperties(style), {
      headers: fileHeaders('text/css; charset=utf-8', revision, name),
    });
  },
  'POST /api/campaigns/{id}/tokens': async ({ params, body }) => {
    const house = await readHouse(params.id);
    let found: FoundTokens;
    try {
      found = tokensIntoHouse(body, () => nanoid(10), house.style);
    } catch (e) {
      throw new Problem(422, 'This is no file of design tokens', `${(e as Error).message}. Nothing was changed.`);
    }
    const { house: style, added, changed, notes } = found;
    if (!added && !changed)
      throw new Problem(
        422,
        'Nothing in the file is of use for a house style',
        [...notes.slice(0, 5), 'Nothing was changed.'].join(' '),
      );
    const checked = HouseStyleSchema.safeParse(style);
    if (!checked.success)
      throw new Problem(
        422,
        'The house style would not be whole',
        `${checked.error.issues[0].message}. Nothing was changed.`,
      );
    await saveHouse(params.id, house.revision, checked.data);
    return reply({ added, changed, notes });
  },
};
