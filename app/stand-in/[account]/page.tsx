import { notFound } from 'next/navigation';
import { StandIn } from '../../../src/interface/stand-in/StandIn';
import { accountShown } from '../../../src/server/posting/account';
import { Problem } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';

export default async function Page({ params }: { params: Promise<{ account: string }> }) {
  const { account } = await params,
    shown = await accountShown(account).catch((e: unknown) => {
      if (e instanceof Problem && e.status === 404) notFound();
      throw e;
    });
  return <StandIn shown={shown} />;
}
