// What the page of a piece brings along for its bench, as text in it.
import type { z } from 'zod';
import type { OwnFont } from '../core/type/catalogue';
import type { StoredPieceSchema } from './shapes';

/** Id of the element that holds it, as JSON. */
export const OPENING = 'opening';
export interface Opening {
  /** Name of this serving of the page. */
  served: string;
  stored: z.output<typeof StoredPieceSchema>;
  /** The campaign's own. */
  fonts: OwnFont[];
}
