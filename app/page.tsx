import { StartPage } from '../src/interface/start/StartPage';
import { passphrase } from '../src/server/access/passphrase';
import { listCampaigns, listPieces } from '../src/server/pieces';

export const dynamic = 'force-dynamic';

/** Cards of the first page: more than fill a screen. */
const FIRST = 48;

export default async function Page() {
  const [campaigns, pieces] = await Promise.all([listCampaigns(), listPieces({ limit: FIRST })]);
  return <StartPage campaigns={campaigns} first={pieces} signedIn={passphrase() !== null} />;
}
