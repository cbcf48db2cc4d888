// Loads the Ostrel Line: photographs into the library, pieces into their campaign. A second run changes nothing.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { keepAsset } from '../src/server/assets';
import { closeDatabase, database } from '../src/server/database';
import { createCampaign, createPiece, saveHouse } from '../src/server/pieces';
import { PICTURES, piecesOf, swatches } from './ostrel-line';

const CAMPAIGN = 'ostrel-line';
const folder = join(process.cwd(), 'demo', 'pictures');

try {
  if (!(await database()('campaigns').where({ id: CAMPAIGN }).first())) {
    const photos: Record<string, string> = {};
    // Newest first is how the library lists them.
    for (const p of [...PICTURES].reverse()) photos[p.file] = (await keepAsset(new Uint8Array(await readFile(join(folder, p.file))), p.title)).id;
    await createCampaign('The Ostrel Line', CAMPAIGN);
    await saveHouse(CAMPAIGN, swatches);
    for (const { id, piece } of piecesOf((file) => photos[file]).reverse()) await createPiece(piece, CAMPAIGN, id);
  }
} finally {
  await closeDatabase();
}
