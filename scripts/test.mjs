// npm test: set-up, then unit, server and browser tests; beside them types, lint and form. One that fails ends all.
import { spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { ensureBuild, ensureModules, ensurePrograms, fail, ROOT } from './lib/machine.mjs';

ensurePrograms(['mariadbd', 'mariadb-install-db', 'chromium', 'chromedriver', 'pdftocairo', 'redis-server']);
ensureModules();

const began = Date.now();
const running = new Set();
let problem = null;
/**
 * Runs a part of it.
 * @param spare it takes what the processors have left, and others before it
 * @returns has it passed?
 */
async function passes(name, args, { env = {}, spare = false } = {}) {
  if (problem) throw new Error(problem);
  const at = Date.now();
  console.log(`\n== ${name}`);
  const child = spawn(...(spare ? ['nice', ['-n', '19', process.execPath, ...args]] : [process.execPath, args]), {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, ...env },
  });
  running.add(child);
  const status = await new Promise((ended) => child.once('exit', ended));
  running.delete(child);
  if (status === 0) console.log(`== ${name}: passed in ${Math.round((Date.now() - at) / 1000)} s`);
  return status === 0;
}
/** Runs a part; where it fails, so does the whole. */
async function step(name, args, how) {
  if (!(await passes(name, args, how))) throw new Error(`${name}: failed.`);
}

/**
 * Two files at a time. A machine with two cores that has something else to do can hold up two browsers for longer than
 * tests wait: files that failed are run once more, by themselves, and said to be.
 */
async function browserTests() {
  const config = ['--ci', '--config', join(ROOT, 'tests/browser/jest.config.mjs')],
    results = join(folder, 'browser.json');
  if (await passes('Browser tests', [...jest, ...config, '--maxWorkers=2', '--json', `--outputFile=${results}`]))
    return;
  if (problem || !existsSync(results)) throw new Error('Browser tests: failed.');
  const failed = JSON.parse(readFileSync(results, 'utf8')).testResults.filter((r) => r.status === 'failed');
  console.log(`\nOnce more, by themselves: ${failed.map((r) => basename(r.name)).join(', ')}`);
  await step('Browser tests, again', [...jest, ...config, '--runInBand', ...failed.map((r) => r.name)]);
}

const jest = ['--experimental-vm-modules', '--no-warnings', join(ROOT, 'node_modules/jest/bin/jest.js')];
const tool = (path, ...args) => [join(ROOT, 'node_modules', path), ...args];

/** Looks at the code alone. Tests wait for a database or a page now and then: that is time enough for most of it. */
async function looks() {
  const look = (name, args) => step(name, args, { spare: true });
  await look('Types', tool('typescript/bin/tsc', '--noEmit'));
  await look('Lint', tool('eslint/bin/eslint.js', '.', '--max-warnings=0'));
  await look('Form', tool('prettier/bin/prettier.cjs', '--check', '--log-level=warn', '.'));
  await look('Dead code', tool('knip/bin/knip.js'));
}

async function tests() {
  const database = await startDatabase(folder);
  try {
    await migrate(database.url);
    await step('Unit and server tests', [...jest, '--ci', '--maxWorkers=2'], {
      env: { PLAVO_DATABASE_URL: database.url },
    });
  } finally {
    await database.stop();
  }
  const { default: prepare } = await import('../tests/browser/prepare.mjs');
  await prepare();
  await step('Hostile files, requests and faults', [
    ...jest,
    '--ci',
    '--config',
    join(ROOT, 'tests/hostile/jest.config.mjs'),
    '--maxWorkers=2',
  ]);
  await browserTests();
}

await ensureBuild();
const { startDatabase, migrate } = await import('./lib/database.mjs');
const folder = mkdtempSync(join(tmpdir(), 'plavo-test-'));
await Promise.all(
  [looks(), tests()].map((part) =>
    part.catch((e) => {
      problem ??= e.message;
      // The other would go on in a folder that is gone by then.
      for (const child of running) child.kill();
    }),
  ),
);
rmSync(folder, { recursive: true, force: true });
if (problem) fail(problem);
console.log(`\nAll passed in ${Math.round((Date.now() - began) / 1000)} s`);
