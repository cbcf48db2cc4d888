import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { Bench } from '../../../src/interface/bench/Bench';
import { Damaged } from '../../../src/interface/start/Damaged';
import { listFonts } from '../../../src/server/fonts';
import { listCampaigns, listRevisions, readPiece, summaryOfPiece } from '../../../src/server/pieces';
import { Problem } from '../../../src/server/problem';
import { EARLY_START } from '../../../src/workers/clients';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const listed = listCampaigns(),
    nonce = (await headers()).get('x-nonce') ?? undefined;
  listed.catch(() => {});
  let stored;
  try {
    stored = await readPiece(id);
  } catch (e) {
    if (!(e instanceof Problem)) throw e;
    if (e.status === 404) notFound();
    const [summary, revisions] = await Promise.all([summaryOfPiece(id), listRevisions(id, { limit: 50 })]);
    return <Damaged id={id} name={summary.name} why={e.detail ?? e.message} first={revisions} />;
  }
  const [campaigns, fonts] = await Promise.all([listed, listFonts(stored.campaign)]);
  return (
    <>
      <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: EARLY_START }} />
      <Bench stored={stored} fonts={fonts} campaignName={campaigns.find((c) => c.id === stored.campaign)?.name ?? ''} />
    </>
  );
}
