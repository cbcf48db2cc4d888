// The server's part of the bench: what others wait for while somebody asks for much, and what memory is left held.
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
