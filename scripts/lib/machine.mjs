// Sets the machine up: Debian packages, node modules from the lock file, the bundles of the workers, the build of the
// pages.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** Ends the program with a message for people, without a stack. */
export function fail(message) {
  console.error(`\n${message}\n`);
  process.exit(1);
}

/** Can only this machine reach it? */
export const isLoopback = (host) => host === 'localhost' || host === '::1' || /^127(?:\.\d{1,3}){3}$/.test(host);

const which = (program) =>
  (process.env.PATH ?? '')
    .split(':')
    .concat('/usr/sbin', '/usr/local/sbin')
    .map((d) => join(d, program))
    .find((f) => existsSync(f)) ?? null;
export const findProgram = which;

/** Debian package by the program we need from it. */
const PACKAGES = {
  mariadbd: 'mariadb-server',
  'mariadb-install-db': 'mariadb-server',
  chromium: 'chromium',
  chromedriver: 'chromium-driver',
  pdftocairo: 'poppler-utils',
  'redis-server': 'redis-server',
};

/** Installs what is missing when run as root; otherwise says which packages are needed. */
export function ensurePrograms(programs) {
  const missing = [...new Set(programs.filter((p) => !which(p)).map((p) => PACKAGES[p]))];
  if (!missing.length) return;
  const how = `apt-get install --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0 || !which('apt-get'))
    fail(`Missing: ${missing.join(', ')}. Install with root rights:\n  sudo ${how}`);
  console.log(`Installing Debian packages: ${missing.join(', ')}`);
  // The packages' own service must not start: we run our own server.
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive', RUNLEVEL: '1' };
  spawnSync('apt-get', ['update', '-qq'], { stdio: 'ignore', env });
  const r = spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...missing], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env,
  });
  if (r.status !== 0 || programs.some((p) => !which(p))) fail(`The packages could not be installed. Try:\n  ${how}`);
}

/** Makes the data folder where it is not there. */
export function ensureFolder(folder) {
  try {
    mkdirSync(folder, { recursive: true });
  } catch (e) {
    fail(`The data folder ${folder} cannot be used: ${e.message}. Set PLAVO_DATA_DIR to a folder that can be written.`);
  }
}

const hashOf = (parts) => {
  const h = createHash('sha256');
  for (const p of parts) h.update(p);
  return h.digest('hex');
};

/** Node modules exactly as the lock file says. */
export function ensureModules() {
  const stamp = join(ROOT, 'node_modules', '.plavo-stamp');
  const want = hashOf([readFileSync(join(ROOT, 'package-lock.json')), process.version]);
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === want) return;
  console.log('Installing node modules from the lock file');
  const r = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, NODE_ENV: '' },
  });
  if (r.status !== 0) fail('The node modules could not be installed. Is the package registry reachable?');
  writeFileSync(stamp, want);
}

function* filesBelow(path) {
  if (!existsSync(path)) return;
  if (statSync(path).isFile()) return yield path;
  for (const name of readdirSync(path).sort()) yield* filesBelow(join(path, name));
}

/** A fingerprint of everything the build depends on. */
const sourceHash = () =>
  hashOf(
    [
      'app',
      'src',
      'public/fonts',
      'proxy.ts',
      'instrumentation.ts',
      'next.config.mjs',
      'package-lock.json',
      'tsconfig.json',
      'scripts/lib/bundle.mjs',
      'demo/load.ts',
      'demo/ostrel-line.ts',
    ].flatMap((p) =>
      [...filesBelow(join(ROOT, p))]
        .filter((f) => !/\.test\.tsx?$/.test(f))
        .flatMap((f) => [f.slice(ROOT.length), readFileSync(f)]),
    ),
  );

/** Bundles workers and builds the pages, unless nothing changed since. */
export async function ensureBuild() {
  const stamp = join(ROOT, '.next', 'plavo-stamp');
  const want = sourceHash(),
    name = want.slice(0, 16);
  const { ALL_AT_ONCE, bundle } = await import('./bundle.mjs');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === want && existsSync(join(ROOT, '.build', 'member.mjs')))
    return;
  console.log('Building');
  await bundle({ build: name });
  const r = spawnSync(process.execPath, [join(ROOT, 'node_modules/next/dist/bin/next'), 'build'], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production', PLAVO_BUILD: name },
  });
  if (r.status !== 0) fail(`The build failed.\n${r.stdout}`);
  for (const path of filesBelow(join(ROOT, '.next/static/chunks')))
    if (path.endsWith('.js')) writeFileSync(path, `${ALL_AT_ONCE}\n${readFileSync(path, 'utf8')}`);
  writeFileSync(stamp, want);
}
