import { keepAsset, LIMITS, listAssets } from '../../../src/server/assets';
import { answer, json } from '../../../src/server/problem';
import { uploadedFile } from '../../../src/server/upload';

export const GET = () => answer(async () => json(await listAssets()));

export const POST = (request: Request) =>
  answer(async () => {
    const { file } = await uploadedFile(request, LIMITS.bytes);
    const asset = await keepAsset(new Uint8Array(await file.arrayBuffer()), file.name || 'Picture');
    return json(asset, { status: 201, headers: { location: `/api/assets/${asset.id}` } });
  });
