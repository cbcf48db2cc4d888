// Before browser and hostile tests: a data folder with the demo data, of which each file of tests gets a copy.
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startApplication } from '../../scripts/lib/application.mjs';
import { freePort } from '../../scripts/lib/database.mjs';

/** Once for all of them: `npm test` does it before either. */
export default async function prepare() {
  if (process.env.PLAVO_TEST_DATA) return;
  const folder = mkdtempSync(join(tmpdir(), 'plavo-data-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  const application = await startApplication({
    dataDir: folder,
    port: await freePort(),
    quiet: true,
    databaseUrl: '',
  });
  const ask = async (path, body) => {
    const answer = await fetch(application.address + path, {
      method: body ? 'POST' : 'GET',
      headers: { 'content-type': 'application/json' },
      body: body && JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${path} answered ${answer.status}: ${await answer.text()}`);
    return answer.json();
  };
  // Many files begin at the list, where it would be read how each piece stands.
  const { items } = await ask('/api/pieces');
  await ask('/api/pieces/standings', { ids: items.map((piece) => piece.id) });
  await application.stop();
  process.env.PLAVO_TEST_DATA = folder;
}
