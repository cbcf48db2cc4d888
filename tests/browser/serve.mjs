// Serves the application for a test; reads kill, restart and stop from its input.
import { createInterface } from 'node:readline';
import { startApplication } from '../../scripts/lib/application.mjs';
import { freePort } from '../../scripts/lib/database.mjs';

const application = await startApplication({
  dataDir: process.argv[2],
  port: await freePort(),
  host: process.env.PLAVO_TEST_HOST,
  // It lies in the folder already.
  demo: !process.env.PLAVO_TEST_DATA,
  quiet: true,
  databaseUrl: '',
});
console.log(`ready ${application.address}`);
const input = createInterface({ input: process.stdin });
input.on('line', async (line) => {
  if (line === 'kill') await application.kill();
  else if (line === 'restart') await application.restart();
  else if (line === 'processes')
    return console.log(
      `processes: done ${JSON.stringify({ application: application.pid(), database: application.databasePid() })}`,
    );
  else if (line === 'stop') {
    await application.stop();
    process.exit(0);
  } else return;
  console.log(`${line}: done`);
});
// The test is gone: so are we.
input.on('close', async () => {
  await application.stop();
  process.exit(0);
});
