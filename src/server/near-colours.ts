// Colours that are noted of pieces and pictures, found by one that is near.
import { isNearColour } from '../core/piece/traits';
import { database } from './database';

/**
 * Noted colours that are near one.
 * @param near OKLab distance that still counts; as an eye tells them where left out
 */
export async function coloursNear(
  table: 'piece_traits' | 'asset_traits',
  colour: string,
  near?: number,
): Promise<string[]> {
  const all = await database()(table).where({ kind: 'colour' }).distinct('value').pluck<string[]>('value');
  return all.filter((c) => isNearColour(c, colour, near));
}
