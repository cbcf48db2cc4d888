// All tiles of ours: one for each name that documents know, which the compiler holds.
import { TILE_IDS, type TileId } from '../values/tiles';
import type { Tile } from './tile';
import { ANGULAR } from './tiles/angular';
import { BUILT } from './tiles/built';
import { LINES } from './tiles/lines';
import { NATURE } from './tiles/nature';
import { ROUND } from './tiles/round';
import { SCATTER } from './tiles/scatter';

const ALL: Record<TileId, Tile> = { ...LINES, ...ROUND, ...ANGULAR, ...BUILT, ...NATURE, ...SCATTER };

/** In the order of the picker. */
export const TILES: readonly ({ id: TileId } & Tile)[] = TILE_IDS.map((id) => ({ id, ...ALL[id] }));

export const tileById = (id: TileId): Tile => ALL[id];
