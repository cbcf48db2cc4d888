// All tiles of ours, in the order of the picker.
import type { Tile } from './tile';
import { ANGULAR } from './tiles/angular';
import { BUILT } from './tiles/built';
import { LINES } from './tiles/lines';
import { NATURE } from './tiles/nature';
import { ROUND } from './tiles/round';
import { SCATTER } from './tiles/scatter';

export const TILES: readonly Tile[] = [...LINES, ...ROUND, ...ANGULAR, ...BUILT, ...NATURE, ...SCATTER];

const byId = new Map(TILES.map((t) => [t.id, t]));
export const tileById = (id: string): Tile | undefined => byId.get(id);
