// Serves the application for a test; reads kill, restart, afresh and stop from its input.
import { rmSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { startApplication } from '../../scripts/lib/application.mjs';
import { freePort } from '../../scripts/lib/database.mjs';
import { copyOf } from './afresh.mjs';

const application = await startApplication({
  dataDir: process.argv[2],
  port: await freePort(),
  host: process.env.PLAVO_TEST_HOST,
  // It lies in the folder already.
  demo: !process.env.PLAVO_TEST_DATA,
  quiet: true,
  databaseUrl: '',
});
const putBack = process.argv[3] === 'kept' ? await copyOf(application) : null;
let killed = false;
console.log(`ready ${application.address}`);
const input = createInterface({ input: process.stdin });
input.on('line', async (line) => {
  if (line === 'kill') {
    await application.kill();
    killed = true;
  } else if (line === 'restart') {
    await application.restart();
    killed = false;
  } else if (line === 'afresh') {
    if (killed) await application.restart();
    killed = false;
    await putBack();
  } else if (line === 'processes')
    return console.log(
      `processes: done ${JSON.stringify({ application: application.pid(), database: application.databasePid() })}`,
    );
  else if (line === 'stop') {
    await application.stop();
    process.exit(0);
  } else return;
  console.log(`${line}: done`);
});
// The test is gone: so are we, and what it left.
input.on('close', async () => {
  await application.stop();
  rmSync(process.argv[2], { recursive: true, force: true });
  process.exit(0);
});
