// Puts pieces into the bin, with a notice by which they come back.
import { api, type PieceInfo } from './api';
import { showUndo } from './undo-notice';
import { wentWrong } from './went-wrong';

/** @param gone is told once they are in the bin @param back once they were taken out again */
export async function toBin(
  pieces: readonly { id: string; name: string }[],
  gone: () => void,
  back: (pieces: PieceInfo[]) => void,
): Promise<void> {
  const ids = pieces.map((p) => p.id);
  try {
    await api.changePieces(ids, { binned: true });
  } catch (e) {
    wentWrong(e);
    return;
  }
  gone();
  showUndo(
    pieces.length === 1 ? `${pieces[0].name} is in the bin` : `${pieces.length} pieces are in the bin`,
    pieces.length === 1 ? 'It stays there for 30 days.' : 'They stay there for 30 days.',
    async () => back(await api.changePieces(ids, { binned: false })),
  );
}
