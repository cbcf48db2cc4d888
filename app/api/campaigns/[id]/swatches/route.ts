import { SwatchesSchema } from '../../../../../src/server/contracts';
import { readHouse, saveHouse, type House } from '../../../../../src/server/pieces';
import { answer, json, jsonBody, overRevision, valid } from '../../../../../src/server/problem';

type Context = { params: Promise<{ id: string }> };

const told = ({ revision, swatches }: House) => json(swatches, { headers: { etag: `"${revision}"`, 'cache-control': 'no-store' } });

export const GET = (_request: Request, { params }: Context) => answer(async () => told(await readHouse((await params).id)));

export const PUT = (request: Request, { params }: Context) =>
  answer(async () => {
    const over = overRevision(request);
    return told(await saveHouse((await params).id, over, valid(SwatchesSchema, await jsonBody(request), 'The swatches')));
  });
