// Keeps the document: first in the journal of the browser, then on the server. Editing never waits for either.
import { api, ApiError, Unreachable } from '../shared/api';
import { writeJournal } from './journal';
import { openBench, settle, useBench } from './store';
import type { Piece } from '../../core/piece/schema';

const REST = 500;
const RETRY = 2000;

let timer: ReturnType<typeof setTimeout> | null = null;
let busy: Promise<void> | null = null;
/** The document the server has. */
let acknowledged: Piece | null = null;

const journal = (): Promise<void> => {
  const { id, revision, piece, history } = useBench.getState();
  return writeJournal(id, revision, piece !== acknowledged, piece, history).catch((e) => console.error('The journal could not be written', e));
};

const soon = (wait: number): void => {
  if (timer) clearTimeout(timer);
  timer = setTimeout(() => void save(), wait);
};

/** Saves now; resolves when the server has the document, or could not be reached. */
export async function save(): Promise<void> {
  if (timer) clearTimeout(timer);
  timer = null;
  if (busy) {
    await busy;
    if (useBench.getState().piece === acknowledged) return;
  }
  const { id, revision, piece, saved } = useBench.getState();
  if (!id || piece === acknowledged || saved === 'conflict') return;
  if (saved !== 'away') useBench.setState({ saved: 'saving' });
  busy = (async () => {
    try {
      const answer = await api.save(id, revision, piece);
      if (useBench.getState().id !== id) return;
      acknowledged = piece;
      const current = useBench.getState().piece === piece;
      useBench.setState({ revision: answer.revision, saved: current ? 'saved' : 'unsaved' });
      await journal();
      if (!current) soon(REST);
    } catch (e) {
      if (useBench.getState().id !== id) return;
      if (e instanceof ApiError && e.status === 409) useBench.setState({ saved: 'conflict' });
      else {
        useBench.setState({ saved: 'away' });
        if (!(e instanceof Unreachable)) console.error(e);
        soon(RETRY);
      }
    }
  })();
  await busy;
  busy = null;
}

/** Begins keeping the opened piece. @returns a function that stops it */
export function keepSaving(known: Piece | null): () => void {
  acknowledged = known;
  let journalTimer: ReturnType<typeof setTimeout> | null = null;
  const stop = useBench.subscribe((now, before) => {
    if (now.piece === before.piece && now.history === before.history) return;
    if (journalTimer) clearTimeout(journalTimer);
    // The journal is quick, but not worth writing at every step of a drag.
    journalTimer = setTimeout(() => void journal(), now.dragging ? 400 : 60);
    if (now.piece !== before.piece && now.piece !== acknowledged) soon(REST);
  });
  const leave = (): void => {
    settle();
    void journal();
  };
  window.addEventListener('pagehide', leave);
  const back = (): void => void save();
  window.addEventListener('online', back);
  if (useBench.getState().piece !== acknowledged) soon(0);
  return () => {
    stop();
    leave();
    void save();
    window.removeEventListener('pagehide', leave);
    window.removeEventListener('online', back);
  };
}

/** Ways out of a conflict; whichever is taken, the server keeps the other version among its revisions. */
export async function resolveConflict(how: 'mine' | 'theirs' | 'copy'): Promise<string | null> {
  const { id, piece, campaign, history } = useBench.getState();
  if (how === 'copy') {
    const made = await api.newPiece({ document: { ...piece, name: `${piece.name} (my version)`.slice(0, 200) }, campaign });
    const theirs = await api.piece(id);
    acknowledged = theirs.piece;
    openBench(theirs);
    await journal();
    return made.id;
  }
  const theirs = await api.piece(id);
  if (how === 'theirs') {
    acknowledged = theirs.piece;
    openBench(theirs);
    await journal();
  } else {
    useBench.setState({ revision: theirs.revision, saved: 'unsaved', history });
    acknowledged = theirs.piece;
    await save();
  }
  return null;
}
