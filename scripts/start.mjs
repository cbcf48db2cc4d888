// npm start: sets the machine up, starts database and application, prints the address. Ctrl-C stops both.
import { join, resolve } from 'node:path';
import { ensureBuild, ensureModules, ensurePrograms, fail, ROOT } from './lib/machine.mjs';

const dev = process.argv.includes('--dev');
const port = Number(process.env.PORT ?? 3000);
if (!Number.isInteger(port) || port < 1 || port > 65535) fail(`PORT must be a number from 1 to 65535, not "${process.env.PORT}".`);
// The first is listened on; all of them are answered to (src/server/gate.ts).
const host = (process.env.PLAVO_HOST || '127.0.0.1').split(',')[0].trim();
const dataDir = resolve(process.env.PLAVO_DATA_DIR || join(ROOT, '.data'));

if (!process.env.PLAVO_DATABASE_URL) ensurePrograms(['mariadbd', 'mariadb-install-db']);
ensureModules();
if (dev) await (await import('./lib/bundle.mjs')).bundle({ watch: true });
else await ensureBuild();
const { startApplication } = await import('./lib/application.mjs');
const application = await startApplication({ dataDir, port, host, dev });
console.log(`\nPlavo is ready: ${application.address}\nCtrl-C stops it.`);

let stopping = false;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, async () => {
    if (stopping) return;
    stopping = true;
    console.log('\nStopping');
    await application.stop();
    process.exit(0);
  });
// Stay until told otherwise.
setInterval(() => {}, 1 << 30);
