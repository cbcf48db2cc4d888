import { redirect } from 'next/navigation';
import { SignIn } from '../../src/interface/start/SignIn';
import { passphrase } from '../../src/server/access/passphrase';

export const dynamic = 'force-dynamic';

export default async function Page({ searchParams }: { searchParams: Promise<{ next?: string | string[] }> }) {
  const { next } = await searchParams;
  // Only places of our own.
  const to = typeof next === 'string' && /^\/[\w/-]*$/.test(next) && !next.startsWith('//') ? next : '/';
  if (passphrase() === null) redirect(to);
  return <SignIn next={to} />;
}
