import { notFound } from 'next/navigation';
import { Bench } from '../../../src/interface/bench/Bench';
import { listCampaigns, readPiece } from '../../../src/server/pieces';
import { Problem } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params;
  try {
    const [stored, campaigns] = await Promise.all([readPiece(id), listCampaigns()]);
    return <Bench stored={stored} campaignName={campaigns.find((c) => c.id === stored.campaign)?.name ?? ''} />;
  } catch (e) {
    if (e instanceof Problem && e.status === 404) notFound();
    throw e;
  }
}
