// What browsers load while a piece opens: workers paint and measure, and the bench shows, what the server has
// validated.
import { join } from 'node:path';
import { build, type BuildOptions } from 'esbuild';
import { browser, early, starters } from '../../scripts/lib/bundle.mjs';

const workers: BuildOptions = { ...(browser as BuildOptions), splitting: false };
const pages: BuildOptions = {
  bundle: true,
  // What is imported later is not counted.
  splitting: true,
  format: 'esm',
  jsx: 'automatic',
  loader: { '.css': 'empty' },
  define: { 'process.env.PLAVO_BUILD': '""' },
};
const LOADED: [what: string, entry: string, how: BuildOptions][] = [
  ['the painting worker', 'src/workers/stage.ts', workers],
  ['the measuring worker', 'src/workers/reading.ts', workers],
  ['the finder', 'src/workers/finder.ts', workers],
  ['the first script of a page', 'src/workers/early.ts', early as BuildOptions],
  ['the bench', 'src/interface/bench/Bench.tsx', pages],
];

test.each(LOADED)('the validator is no part of what %s loads at first', async (_what, entry, how) => {
  const { metafile } = await build({
    ...how,
    entryPoints: [join(process.cwd(), entry)],
    outdir: join(process.cwd(), 'out'),
    write: false,
    metafile: true,
    logLevel: 'silent',
  });
  const { outputs } = metafile!,
    first = Object.keys(outputs).find((name) => outputs[name].entryPoint === entry)!,
    parts = new Set<string>();
  // A chunk brings along those that it imports at once.
  const visit = (name: string, seen: Set<string>): void => {
    if (seen.has(name)) return;
    seen.add(name);
    for (const [file, { bytesInOutput }] of Object.entries(outputs[name].inputs))
      if (bytesInOutput > 0) parts.add(/node_modules\/((?:@[^/]+\/)?[^/]+)/.exec(file)?.[1] ?? file);
    for (const { path, kind } of outputs[name].imports)
      if (kind === 'import-statement' && outputs[path]) visit(path, seen);
  };
  visit(first, new Set());
  expect(parts.size).toBeGreaterThan(3);
  expect([...parts]).not.toContain('zod');
});

test('a worker is started with what holds what is said, and loads by itself what answers', async () => {
  const { metafile } = await build({
    ...(starters as BuildOptions),
    outdir: join(process.cwd(), 'out'),
    write: false,
    metafile: true,
    logLevel: 'silent',
  });
  const built = Object.values(metafile!.outputs),
    allowed = /^src\/workers\/(\w+\.worker|serve|first)\.ts$/;
  expect(built).toHaveLength(3);
  for (const { entryPoint, inputs, imports } of built) {
    // Browsers keep nothing compiled of it.
    expect(Object.keys(inputs).filter((file) => !allowed.test(file))).toEqual([]);
    const name = /(\w+)\.worker\.ts$/.exec(entryPoint!)![1];
    expect(imports).toEqual([{ path: `./${name}.answers.js`, kind: 'dynamic-import', external: true }]);
    expect(Object.keys((browser as BuildOptions).entryPoints!)).toContain(`${name}.answers`);
  }
});
