import { SwatchesSchema } from '../../../../../src/server/contracts';
import { readHouse, saveHouse } from '../../../../../src/server/pieces';
import { answer, json, jsonBody, valid } from '../../../../../src/server/problem';

type Context = { params: Promise<{ id: string }> };

export const GET = (_request: Request, { params }: Context) => answer(async () => json(await readHouse((await params).id)));

export const PUT = (request: Request, { params }: Context) => answer(async () => json(await saveHouse((await params).id, valid(SwatchesSchema, await jsonBody(request), 'The swatches'))));
