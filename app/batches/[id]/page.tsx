import { notFound } from 'next/navigation';
import { BatchPage } from '../../../src/interface/batches/BatchPage';
import { batchInfo, readBatch } from '../../../src/server/batches/store';
import { Problem } from '../../../src/server/problem';

export const dynamic = 'force-dynamic';

/** Longer side of the small pictures, px. */
const SIDE = 300;

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const { id } = await params,
    there = await Promise.all([batchInfo(id), readBatch(id)]).catch((e: unknown) => {
      if (e instanceof Problem && e.status === 404) notFound();
      throw e;
    }),
    [info, { template }] = there,
    [size] = template.sizes;
  return <BatchPage first={info} scale={Math.min(1, SIDE / Math.max(size.width, size.height))} />;
}
