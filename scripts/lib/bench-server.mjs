// The server's part of the bench: what others wait for while somebody asks for much, and what memory is left held.
import { unzipSync } from 'fflate';
import { cpus } from 'node:os';
import sharp from 'sharp';
import { memoryOfAll } from './memory.mjs';

const ask = async (address, path, as = 'bench') => {
  const t = performance.now(),
    r = await fetch(address + path, { headers: { 'user-agent': as } });
  await r.arrayBuffer();
  if (!r.ok) throw new Error(`${path}: ${r.status}`);
  return performance.now() - t;
};

/**
 * @param {{ address: string, pid: () => number }} app
 * @param {string} piece its id
 * @returns {Promise<{ render: number[], lists: number[] }>} ms that somebody else waits for a picture and for lists
 * while twenty heavy pictures are asked for
 */
export async function besideHeavy({ address }, piece) {
  const render = [],
    lists = [];
  for (let i = 0; i < 4; i++) {
    let over = false;
    const heavy = Promise.all(
      Array.from({ length: 20 }, () => ask(address, `/api/pieces/${piece}/render?scale=3`, 'heavy')),
    ).then(() => (over = true));
    // A little later than they: they are at work by then.
    await ask(address, '/api/health');
    const listed = (async () => {
      while (!over) lists.push(await ask(address, '/api/pieces?limit=40', 'third'));
    })();
    render.push(await ask(address, `/api/pieces/${piece}/render?scale=1`, 'other'));
    await Promise.all([heavy, listed]);
  }
  return { render, lists };
}

/**
 * Memory of all processes of the application after readings and renders, as a multiple of what it was after the first
 * few.
 */
export async function memoryKept({ address, pid }, piece, times = 100) {
  const round = async (n) => {
    for (let i = 0; i < n; i++) {
      await ask(address, `/api/pieces/${piece}/reading`);
      await ask(address, `/api/pieces/${piece}/render?scale=${i % 2 ? 1 : 0.5}`);
    }
  };
  await round(10);
  const before = memoryOfAll(pid());
  await round(times);
  return memoryOfAll(pid()) / before;
}

/**
 * All slides of a piece as PNG in one archive, and only encoding the same pictures, as many at a time as there are
 * cores.
 * @returns {Promise<{ archive: number[], encoded: number[] }>} ms
 */
export async function archived({ address }, piece, times = 4) {
  const archive = [],
    encoded = [];
  for (let i = 0; i < times; i++) {
    const made = await fetch(`${address}/api/pieces/${piece}/exports`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    });
    let t = performance.now();
    const file = await fetch(`${address}${made.headers.get('location')}/file`),
      bytes = new Uint8Array(await file.arrayBuffer());
    if (i) archive.push(performance.now() - t);
    const raw = await Promise.all(
      Object.values(unzipSync(bytes)).map((b) => sharp(b).raw().toBuffer({ resolveWithObject: true })),
    );
    t = performance.now();
    const left = [...raw];
    await Promise.all(
      cpus().map(async () => {
        for (let one = left.pop(); one; one = left.pop())
          await sharp(one.data, { raw: one.info }).png({ compressionLevel: 6 }).toBuffer();
      }),
    );
    if (i) encoded.push(performance.now() - t);
  }
  return { archive, encoded };
}
