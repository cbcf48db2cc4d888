import { LIMITS, listAssets } from '../../../src/server/assets';
import { AssetQuery, SearchQuery } from '../../../src/server/contracts';
import { asked, run } from '../../../src/server/crew/crews';
import { answer, json, query } from '../../../src/server/problem';
import { uploadedFile } from '../../../src/server/upload';

export const GET = (request: Request) => answer(async () => json(await listAssets(query(SearchQuery, request))));

export const POST = (request: Request) =>
  answer(async () => {
    const { listed } = query(AssetQuery, request);
    const { file } = await uploadedFile(request, LIMITS.bytes);
    const asset = await run('addPicture', { bytes: new Uint8Array(await file.arrayBuffer()), name: file.name || 'Picture', listed }, asked(request));
    return json(asset, { status: 201, headers: { location: `/api/assets/${asset.id}` } });
  });
