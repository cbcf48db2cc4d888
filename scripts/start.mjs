// npm start: sets the machine up, starts database and application, prints the address. Ctrl-C stops both.
import { join, resolve } from 'node:path';
import { ensureBuild, ensureModules, ensurePrograms, fail, isLoopback, ROOT } from './lib/machine.mjs';

const dev = process.argv.includes('--dev');
const port = Number(process.env.PORT ?? 3000);
if (!Number.isInteger(port) || port < 1 || port > 65535)
  fail(`PORT must be a number from 1 to 65535, not "${process.env.PORT}".`);
// The first is listened on; all of them are answered to (src/server/gate.ts).
const host = (process.env.PLAVO_HOST || '127.0.0.1').split(',')[0].trim();
if (!isLoopback(host) && !(process.env.PLAVO_PASSPHRASE ?? '').trim())
  fail(
    `PLAVO_HOST=${host} can be reached from other machines, and nothing would keep anybody out.\nSet PLAVO_PASSPHRASE to a phrase that people sign in with (12 letters at least), or leave PLAVO_HOST out.`,
  );
if (process.env.PLAVO_PASSPHRASE !== undefined && process.env.PLAVO_PASSPHRASE.trim().length < 12)
  fail('PLAVO_PASSPHRASE must have at least 12 letters.');
const dataDir = resolve(process.env.PLAVO_DATA_DIR || join(ROOT, '.data'));

if (!process.env.PLAVO_DATABASE_URL) ensurePrograms(['mariadbd', 'mariadb-install-db']);
ensureModules();
if (dev) await (await import('./lib/bundle.mjs')).bundle({ watch: true });
else await ensureBuild();
const { startApplication } = await import('./lib/application.mjs');
let application = null;
application = await startApplication({
  dataDir,
  port,
  host,
  dev,
  // What does not come up again ends everything, loudly.
  giveUp: (why) => {
    console.error(`\n${why}\nPlavo ends. What was saved is safe; start it again once the cause is mended.\n`);
    application?.stopNow();
    process.exit(1);
  },
});
console.log(`\nPlavo is ready: ${application.address}\nCtrl-C stops it.`);

let stopping = false;
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
  process.on(signal, async () => {
    if (stopping) {
      application.stopNow();
      process.exit(130);
    }
    stopping = true;
    console.log('\nStopping; once more ends at once');
    await application.stop();
    process.exit(0);
  });
// Stay until told otherwise.
setInterval(() => {}, 1 << 30);
