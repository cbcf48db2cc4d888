// What is done to pieces from their list, one or several at once, each with its way back.
import { useMemo } from 'react';
import { renamePiece } from '../../core/piece/edits';
import { api, type CampaignInfo, type PieceInfo, type StoredPiece } from '../shared/api';
import { toBin } from '../shared/to-bin';
import { showUndo } from '../shared/undo-notice';
import { wentWrong } from '../shared/went-wrong';
import type { PieceList } from './use-list';

export interface PieceActions {
  rename: (piece: PieceInfo, name: string) => void;
  duplicate: (pieces: readonly PieceInfo[]) => void;
  move: (pieces: readonly PieceInfo[], to: CampaignInfo) => void;
  archive: (pieces: readonly PieceInfo[], archived: boolean) => void;
  remove: (pieces: readonly PieceInfo[]) => void;
  asCover: (piece: PieceInfo) => void;
  toTemplate: (piece: PieceInfo) => void;
  /** Asks for the day. */
  due: (pieces: readonly PieceInfo[]) => void;
}

/** Copies that are made at once. */
const MOST_COPIES = 50;

/** Ids of pieces by what they have in common. */
export function idsBy<T>(pieces: readonly PieceInfo[], of: (piece: PieceInfo) => T): Map<T, string[]> {
  const out = new Map<T, string[]>();
  for (const p of pieces) out.set(of(p), [...(out.get(of(p)) ?? []), p.id]);
  return out;
}

export const called = (pieces: readonly PieceInfo[]): string =>
  pieces.length === 1 ? pieces[0].name : `${pieces.length} pieces`;
const are = (pieces: readonly PieceInfo[]): string => (pieces.length === 1 ? 'is' : 'are');

/** @param refresh asks for pieces and campaigns anew */
export function usePieceActions(
  list: PieceList,
  more: {
    campaigns: readonly CampaignInfo[];
    refresh: () => void;
    template: (piece: StoredPiece) => void;
    due: (pieces: readonly PieceInfo[]) => void;
  },
): PieceActions {
  const { change } = list,
    { campaigns, refresh, template, due } = more;
  return useMemo(() => {
    /** Does it, says so, and can take it back. */
    const doing = async (what: () => Promise<unknown>, says: string, undo: () => Promise<unknown>): Promise<void> => {
      try {
        await what();
        refresh();
        showUndo(says, '', () => undo().then(refresh));
      } catch (e) {
        wentWrong(e);
      }
    };
    const idsOf = (pieces: readonly PieceInfo[]): string[] => pieces.map((p) => p.id);
    return {
      rename: async (piece, name) => {
        const wanted = name.trim();
        if (!wanted || wanted === piece.name) return;
        try {
          const stored = await api.piece(piece.id);
          await api.save(piece.id, stored.revision, renamePiece(stored.piece, wanted));
          change((all) => all.map((p) => (p.id === piece.id ? { ...p, name: wanted } : p)));
        } catch (e) {
          wentWrong(e);
        }
      },
      duplicate: (pieces) => {
        let made: string[] = [];
        void doing(
          async () => {
            made = (await api.copyPieces(idsOf(pieces.slice(0, MOST_COPIES)))).map((p) => p.id);
          },
          pieces.length > MOST_COPIES
            ? `The first ${MOST_COPIES} of ${pieces.length} were copied`
            : `${called(pieces)} ${pieces.length === 1 ? 'has a copy' : 'have copies'}`,
          () => api.changePieces(made, { binned: true }),
        );
      },
      move: (pieces, to) =>
        void doing(
          () => api.changePieces(idsOf(pieces), { campaign: to.id }),
          `${called(pieces)} ${are(pieces)} in ${to.name} now`,
          async () => {
            for (const [campaign, ids] of idsBy(pieces, (p) => p.campaign)) await api.changePieces(ids, { campaign });
          },
        ),
      archive: (pieces, archived) =>
        void doing(
          () => api.changePieces(idsOf(pieces), { archived }),
          `${called(pieces)} ${are(pieces)} ${archived ? 'archived' : 'out of the archive'}`,
          () => api.changePieces(idsOf(pieces), { archived: !archived }),
        ),
      remove: (pieces) =>
        void toBin(
          pieces,
          () => {
            const gone = new Set(idsOf(pieces));
            change((all) => all.filter((p) => !gone.has(p.id)));
            refresh();
          },
          refresh,
        ),
      asCover: (piece) => {
        const before = campaigns.find((c) => c.id === piece.campaign);
        void doing(
          () => api.changeCampaign(piece.campaign, { cover: piece.id }),
          `${before?.name ?? 'Its campaign'} is known by the picture of ${piece.name}`,
          () => api.changeCampaign(piece.campaign, { cover: before?.coverChosen ? before.cover!.id : null }),
        );
      },
      toTemplate: async (piece) => {
        try {
          template(await api.piece(piece.id));
        } catch (e) {
          wentWrong(e);
        }
      },
      due,
    };
  }, [change, campaigns, refresh, template, due]);
}
