import { TemplatesPage } from '../../src/interface/templates/TemplatesPage';
import { findAsset, isPicture } from '../../src/server/assets';
import { listFonts } from '../../src/server/fonts';
import { listCampaigns } from '../../src/server/pieces/campaigns';
import { listTemplates } from '../../src/server/pieces/list';

export const dynamic = 'force-dynamic';

/** More than anybody looks through: the latest. */
const SHOWN = 120;

export default async function Page({ searchParams }: { searchParams: Promise<{ photo?: string; campaign?: string }> }) {
  const { photo, campaign } = await searchParams,
    [campaigns, { items }] = await Promise.all([listCampaigns(), listTemplates({ limit: SHOWN })]),
    fonts = (await Promise.all([...new Set(items.map((t) => t.campaign))].map(listFonts))).flat(),
    asset = photo && /^[0-9a-f]{64}$/.test(photo) ? await findAsset(photo) : null;
  return (
    <TemplatesPage
      templates={items}
      campaigns={campaigns}
      fonts={fonts}
      photo={asset && isPicture(asset) ? asset : null}
      campaign={campaigns.some((c) => c.id === campaign) ? campaign! : null}
    />
  );
}
