import { openApi } from '../../../src/server/contracts';
import { answer, json } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';
export const GET = () => answer(async () => json(openApi()));
