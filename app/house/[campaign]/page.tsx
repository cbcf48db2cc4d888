import { notFound } from 'next/navigation';
import { HousePage } from '../../../src/interface/house/HousePage';
import { listFonts } from '../../../src/server/fonts';
import { campaignName } from '../../../src/server/pieces/campaigns';
import { houseIfWhole } from '../../../src/server/pieces/house';
import { Problem } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ campaign: string }> }) {
  const { campaign } = await params,
    [name, house, fonts] = await Promise.all([
      campaignName(campaign),
      houseIfWhole(campaign),
      listFonts(campaign),
    ]).catch((e: unknown) => {
      if (e instanceof Problem && e.status === 404) notFound();
      throw e;
    });
  return <HousePage campaign={campaign} name={name} house={house} fonts={fonts} />;
}
