import { StartPage } from '../src/interface/start/StartPage';
import { listCampaigns, listPieces } from '../src/server/pieces';

export const dynamic = 'force-dynamic';

export default async function Page() {
  const [campaigns, pieces] = await Promise.all([listCampaigns(), listPieces()]);
  return <StartPage campaigns={campaigns} pieces={pieces} />;
}
