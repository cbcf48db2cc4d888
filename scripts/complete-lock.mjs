// After changing dependencies: names in package-lock.json the optional packages of other platforms that a registry
// mirror did not know, so that `npm ci` finds the lock complete. They are skipped on every platform but their own.
import { readFileSync, writeFileSync } from 'node:fs';

const file = new URL('../package-lock.json', import.meta.url);
const lock = JSON.parse(readFileSync(file, 'utf8'));
const OS = ['android', 'darwin', 'freebsd', 'linux', 'netbsd', 'openbsd', 'openharmony', 'sunos', 'aix', 'win32'];
const CPU = ['arm64', 'arm', 'x64', 'ia32', 'ppc64', 's390x', 'riscv64', 'loong64', 'mips64el', 'wasm32'];
let added = 0;
for (const [path, entry] of Object.entries(lock.packages)) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    if (
      path === '' ||
      lock.packages[`node_modules/${name}`] ||
      lock.packages[`${path}/node_modules/${name}`] ||
      !/^\d/.test(version)
    )
      continue;
    const words = name.split('/').pop().split(/[-_]/);
    const os = OS.filter((o) => words.includes(o)),
      cpu = CPU.filter((c) => words.includes(c));
    if (!os.length && !cpu.includes('wasm32')) continue;
    lock.packages[`node_modules/${name}`] = {
      version,
      ...(entry.dev ? { dev: true } : {}),
      optional: true,
      ...(cpu.length ? { cpu } : {}),
      ...(os.length ? { os } : {}),
    };
    added++;
  }
}
const sorted = Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
writeFileSync(file, `${JSON.stringify({ ...lock, packages: Object.fromEntries(sorted) }, null, 2)}\n`);
console.log(`${added} packages of other platforms added to the lock file`);
