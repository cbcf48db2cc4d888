// What ships as WebAssembly is what its source says.
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';

it('the kernels that ship are those that their sources become', async () => {
  const { stderr } = await promisify(execFile)(process.execPath, ['scripts/kernels.mjs', '--check']);
  expect(stderr).toBe('');
}, 60_000);
