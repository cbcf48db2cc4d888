import { keepAsset, LIMITS, listAssets } from '../../../src/server/assets';
import { answer, json, Problem } from '../../../src/server/problem';

export const GET = () => answer(async () => json(await listAssets()));

export const POST = (request: Request) =>
  answer(async () => {
    if (Number(request.headers.get('content-length') ?? 0) > LIMITS.bytes + 100_000) throw new Problem(413, 'The file is too large', `At most ${LIMITS.bytes / 1048576} MB are taken.`);
    let form: FormData;
    try {
      form = await request.formData();
    } catch {
      throw new Problem(400, 'The upload cannot be read', 'Send multipart/form-data with one field "file".');
    }
    const file = form.get('file');
    if (!(file instanceof File)) throw new Problem(400, 'No file came with the upload', 'Send multipart/form-data with one field "file".', [{ path: '/file', reason: 'missing' }]);
    const asset = await keepAsset(new Uint8Array(await file.arrayBuffer()), file.name || 'Picture');
    return json(asset, { status: 201, headers: { location: `/api/assets/${asset.id}` } });
  });
