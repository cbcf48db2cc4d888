import { nanoid } from 'nanoid';
import { StartPage } from '../src/interface/start/StartPage';
import { askFor, wantedFrom } from '../src/interface/start/wanted';
import { passphrase } from '../src/server/access/passphrase';
import { listCampaigns } from '../src/server/pieces/campaigns';
import { listPieces } from '../src/server/pieces/list';
import { Ahead } from './Ahead';

export const dynamic = 'force-dynamic';

/** Cards of the first page: more than fill a screen. */
const FIRST = 24;

export default async function Page({ searchParams }: { searchParams: Promise<Record<string, string | string[]>> }) {
  const asked = await searchParams,
    wanted = wantedFrom({ get: (name) => [asked[name]].flat()[0] ?? null });
  const [campaigns, pieces] = await Promise.all([
    listCampaigns(),
    listPieces({ ...askFor(wanted), search: wanted.search, limit: FIRST }),
  ]);
  return (
    <>
      <StartPage
        served={nanoid()}
        campaigns={campaigns}
        first={pieces}
        wanted={wanted}
        signedIn={passphrase() !== null}
      />
      <Ahead />
    </>
  );
}
