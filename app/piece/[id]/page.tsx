import { notFound } from 'next/navigation';
import { Bench } from '../../../src/interface/bench/Bench';
import { listFonts } from '../../../src/server/fonts';
import { listCampaigns, readPiece } from '../../../src/server/pieces';
import { EARLY_START } from '../../../src/workers/clients';
import { Problem } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  const [stored, campaigns] = await Promise.all([readPiece(id), listCampaigns()]).catch((e: unknown) => {
    if (e instanceof Problem && e.status === 404) notFound();
    throw e;
  });
  const fonts = await listFonts(stored.campaign);
  return (
    <>
      <script dangerouslySetInnerHTML={{ __html: EARLY_START }} />
      <Bench stored={stored} fonts={fonts} campaignName={campaigns.find((c) => c.id === stored.campaign)?.name ?? ''} />
    </>
  );
}
