import { nanoid } from 'nanoid';
import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { type Opening, OPENING } from '../../../src/contract/opening';
import { Bench } from '../../../src/interface/bench/Bench';
import { Damaged } from '../../../src/interface/start/Damaged';
import { earlyScript, inScript } from '../../../src/server/early';
import { hasSlides } from '../../../src/core/piece/slides';
import { listFonts } from '../../../src/server/fonts';
import { listCampaigns } from '../../../src/server/pieces/campaigns';
import { listRevisions } from '../../../src/server/pieces/revisions';
import { readPiece } from '../../../src/server/pieces/store';
import { summaryOfPiece } from '../../../src/server/pieces/summary';
import { Problem } from '../../../src/server/problem';

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
  const opening: Opening = { served: nanoid(), stored, fonts };
  return (
    <>
      <script id={OPENING} type="application/json" dangerouslySetInnerHTML={{ __html: inScript(opening) }} />
      <Bench
        slides={hasSlides(stored.piece)}
        campaignName={campaigns.find((c) => c.id === stored.campaign)?.name ?? ''}
      />
      <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: earlyScript() }} />
    </>
  );
}
