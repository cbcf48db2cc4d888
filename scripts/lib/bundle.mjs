// Bundles what runs outside the pages: browser workers into public/workers, what the server's crews do into .build.
import { copyFileSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build, context } from 'esbuild';
import { ROOT } from './machine.mjs';

/**
 * Tells browsers that know it to translate all functions of a script when it comes, on a thread of its own, and to keep
 * them with it: nearly all of them run while a piece opens. Must be a script's first line.
 */
export const ALL_AT_ONCE = '//# allFunctionsCalledOnLoad';
const WORKERS = ['stage', 'reading', 'finder'];
/** What a worker answers with lies beside the file that starts it. */
const answersOf = (worker) => `${worker}.answers`;
/** What browser workers answer with. @satisfies {import('esbuild').BuildOptions} */
export const browser = {
  entryPoints: Object.fromEntries(WORKERS.map((w) => [answersOf(w), join(ROOT, `src/workers/${w}.ts`)])),
  outdir: join(ROOT, 'public/workers'),
  bundle: true,
  format: 'esm',
  target: 'es2022',
  platform: 'browser',
  minify: true,
  legalComments: 'none',
  // HarfBuzz's loader has a branch for Node that a browser never takes.
  external: ['module', 'fs', 'path', 'url'],
  logLevel: 'warning',
};
/** What starts them; each waits for one that answers. @satisfies {import('esbuild').BuildOptions} */
export const starters = {
  ...browser,
  entryPoints: Object.fromEntries(WORKERS.map((w) => [w, join(ROOT, `src/workers/${w}.worker.ts`)])),
  plugins: [
    {
      name: 'answers are loaded by themselves',
      setup({ onResolve }) {
        onResolve({ filter: /^\.\/\w+$/ }, ({ path, kind }) =>
          kind === 'dynamic-import' ? { path: `${answersOf(path)}.js`, external: true } : null,
        );
      },
    },
  ],
};
/** What is put into the page of a piece as a script. @satisfies {import('esbuild').BuildOptions} */
export const early = {
  ...browser,
  entryPoints: { early: join(ROOT, 'src/workers/early.ts') },
  outdir: join(ROOT, '.build'),
  format: 'iife',
};
/** Packages that are native, or look for files beside themselves. */
const BESIDE = [
  '@napi-rs/canvas',
  '@tensorflow/*',
  'bullmq',
  'css-tree',
  'harfbuzzjs',
  'ioredis',
  'knex',
  'mysql2',
  'onnxruntime-web',
  'pdfkit',
  'sharp',
  'wawoff2',
];
/** What is asked for only sometimes lies here, by itself. */
const PARTS = 'parts';
/** The other packages go into the bundle: a member of a crew is up in half the time. */
const server = {
  entryPoints: {
    member: join(ROOT, 'src/server/crew/member.ts'),
    crew: join(ROOT, 'src/server/crew/crew.ts'),
    work: join(ROOT, 'src/server/jobs/work.ts'),
    'load-demo': join(ROOT, 'demo/load.ts'),
  },
  outdir: join(ROOT, '.build'),
  outExtension: { '.js': '.mjs' },
  bundle: true,
  format: 'esm',
  target: 'node20',
  platform: 'node',
  external: BESIDE,
  splitting: true,
  chunkNames: `${PARTS}/[name]-[hash]`,
  // Packages in CommonJS ask for Node's own modules by it.
  banner: {
    js: "import { createRequire as requireOf } from 'node:module'; const require = requireOf(import.meta.url);",
  },
  sourcemap: 'linked',
  logLevel: 'warning',
};

function copyWasm() {
  mkdirSync(browser.outdir, { recursive: true });
  copyFileSync(join(ROOT, 'node_modules/harfbuzzjs/dist/harfbuzz.wasm'), join(browser.outdir, 'harfbuzz.wasm'));
}

/** What finds things in photos: loaded when it is first asked for. */
function copyNetworks() {
  const folder = join(browser.outdir, 'networks');
  mkdirSync(folder, { recursive: true });
  for (const name of ['centernet.json', 'centernet.bin', 'blazeface.json', 'blazeface.bin'])
    copyFileSync(join(ROOT, 'node_modules/@vladmandic/human/models', name), join(folder, name));
  for (const kind of ['', '-simd', '-threaded-simd'])
    copyFileSync(
      join(ROOT, `node_modules/@tensorflow/tfjs-backend-wasm/dist/tfjs-backend-wasm${kind}.wasm`),
      join(folder, `tfjs-backend-wasm${kind}.wasm`),
    );
}

/** General marks, in one file: loaded when somebody looks for one. */
async function writeMarks() {
  const { marks } = await import('./marks.mjs');
  writeFileSync(join(browser.outdir, 'marks.json'), JSON.stringify(marks()));
}

/** Emoji come packed for browsers; the core reads them as they are in a file of a font. */
async function unpackEmoji() {
  mkdirSync(join(ROOT, '.build'), { recursive: true });
  const { default: woff2 } = await import('wawoff2');
  writeFileSync(
    join(ROOT, '.build', 'emoji.ttf'),
    await woff2.decompress(readFileSync(join(ROOT, 'node_modules/twemoji-colr-font/twemoji.woff2'))),
  );
}

/** @param {{ watch?: boolean, build?: string }} [how] under which name of a build workers are had */
export async function bundle({ watch = false, build: name = '' } = {}) {
  const define = { 'process.env.PLAVO_BUILD': JSON.stringify(name) };
  copyWasm();
  copyNetworks();
  await writeMarks();
  await unpackEmoji();
  rmSync(join(server.outdir, PARTS), { recursive: true, force: true });
  const all = [{ ...browser, define, banner: { js: ALL_AT_ONCE } }, starters, { ...early, define }, server];
  if (!watch) return void (await Promise.all(all.map((options) => build(options))));
  for (const options of all) await (await context({ ...options, minify: false })).watch();
}

/** What the bench measures of the core by itself. */
export async function bundleForBench() {
  await build({ ...server, entryPoints: { bench: join(ROOT, 'scripts/bench-core.ts') } });
  return import(join(ROOT, '.build/bench.mjs'));
}
