// What browser workers are made of: they paint and measure what the server has validated, and are loaded while a piece
// opens.
import { join } from 'node:path';
import { build, type BuildOptions } from 'esbuild';
import { browser, early } from '../../scripts/lib/bundle.mjs';

const ROOT = process.cwd();

/** Modules that go into a bundle, the packages by name. */
async function partsOf(entry: string): Promise<string[]> {
  const { metafile } = await build({
    ...((entry === 'early' ? early : browser) as BuildOptions),
    entryPoints: [join(ROOT, entry === 'early' ? 'src/workers/early.ts' : `src/workers/${entry}.worker.ts`)],
    write: false,
    metafile: true,
  });
  const [{ inputs }] = Object.values(metafile!.outputs);
  return Object.entries(inputs)
    .filter(([, { bytesInOutput }]) => bytesInOutput > 0)
    .map(([file]) => /node_modules\/((?:@[^/]+\/)?[^/]+)/.exec(file)?.[1] ?? file);
}

test.each(['stage', 'reading', 'finder', 'early'])('the validator is no part of what %s loads', async (entry) => {
  const parts = await partsOf(entry);
  expect(parts.length).toBeGreaterThan(3);
  expect(parts).not.toContain('zod');
});
