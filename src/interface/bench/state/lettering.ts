// Letters looked for in a picture: on which photo a box is being drawn, and in which they are being looked for.
import { createPerPiece } from './per-piece';

interface Lettering {
  /** The photo on which boxes are drawn round texts. */
  drawing: string | null;
  /** The photo whose letters are being looked for. */
  busy: string | null;
}
export const useLettering = createPerPiece<Lettering>(() => ({ drawing: null, busy: null }));
