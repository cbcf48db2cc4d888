// Before browser and hostile tests: a data folder with the demo data, of which each file of tests gets a copy.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { migrate, startDatabase } from '../../scripts/lib/database.mjs';
import { ROOT } from '../../scripts/lib/machine.mjs';

export default async function prepare() {
  const folder = mkdtempSync(join(tmpdir(), 'plavo-data-')),
    database = await startDatabase(folder);
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  await migrate(database.url);
  const { status } = spawnSync(process.execPath, [join(ROOT, '.build/load-demo.mjs')], {
    cwd: ROOT,
    env: { ...process.env, PLAVO_DATABASE_URL: database.url, PLAVO_DATA_DIR: folder },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  await database.stop();
  if (status !== 0) throw new Error('The demo data could not be loaded.');
  process.env.PLAVO_TEST_DATA = folder;
}
