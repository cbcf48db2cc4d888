import { notFound } from 'next/navigation';
import { NewBatch } from '../../../src/interface/batches/NewBatch';
import { listFonts } from '../../../src/server/fonts';
import { listCampaigns } from '../../../src/server/pieces/campaigns';
import { readPiece } from '../../../src/server/pieces/store';
import { Problem } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';

export default async function Page({ searchParams }: { searchParams: Promise<{ template?: string }> }) {
  const { template = '' } = await searchParams,
    stored = await readPiece(template).catch((e: unknown) => {
      if (e instanceof Problem) notFound();
      throw e;
    });
  if (!stored.piece.template) notFound();
  const [campaigns, fonts] = await Promise.all([listCampaigns(), listFonts(stored.campaign)]);
  return <NewBatch template={stored} campaigns={campaigns} fonts={fonts} />;
}
