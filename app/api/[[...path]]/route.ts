// The interface for programs: every address under /api/ is answered by its entry in `contract/` and its handler in
// `server/endpoints/`.
import { dispatch } from '../../../src/server/endpoints/dispatch';

export const dynamic = 'force-dynamic';
export { dispatch as DELETE, dispatch as GET, dispatch as HEAD, dispatch as PATCH, dispatch as POST, dispatch as PUT };
