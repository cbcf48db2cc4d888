// Translates what the core computes in WebAssembly (kernels/) and writes it as text that ships with the code; with
// --check it only says whether that text is up to date.
import asc from 'assemblyscript/asc';
import { readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ROOT } from './lib/machine.mjs';

/** Where the module goes. */
const KERNELS = { 'kernels/kernels.ts': 'src/core/ground/kernel-module.ts' };

/** @param {string} source a path from the root @returns {Promise<string>} a file with the module as base64 */
async function translated(source) {
  const out = join(tmpdir(), `plavo-kernel-${process.pid}.wasm`),
    { error, stderr } = await asc.main([
      join(ROOT, source),
      '--outFile',
      out,
      ...['-O3', '--noAssert', '--runtime', 'stub', '--importMemory', '--enable', 'simd'],
    ]);
  if (error) throw new Error(stderr.toString());
  const lines = (await readFile(out)).toString('base64').match(/.{1,110}/g);
  return `// Made of ${source} by \`npm run kernels\`.
export const MODULE = [
${lines.map((line) => `  '${line}',\n`).join('')}].join('');
`;
}

for (const [source, to] of Object.entries(KERNELS)) {
  const text = await translated(source),
    file = join(ROOT, to);
  if (!process.argv.includes('--check')) await writeFile(file, text);
  else if ((await readFile(file, 'utf8')) !== text) {
    console.error(`${to} is not what ${source} says: npm run kernels writes it anew`);
    process.exitCode = 1;
  }
}
