import { BatchesPage } from '../../src/interface/batches/BatchesPage';
import { listBatches } from '../../src/server/batches/store';

export const dynamic = 'force-dynamic';

export default async function Page() {
  return <BatchesPage first={await listBatches({ limit: 50 })} />;
}
