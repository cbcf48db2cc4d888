// Keeps the document: first in the journal of the browser, then on the server. Editing never waits for either.
import { passesThrough, stepBetween } from '../../../core/piece/history';
import { nameOf } from '../../../core/piece/name';
import type { Piece } from '../../../core/piece/schema';
import { api, ApiError, Unreachable } from '../../shared/api';
import { whenRested } from '../../shared/when-rested';
import { edit, settle, useBench } from '../state/store';
import { writeJournal } from './journal';

const REST = 500;
const RETRY = 2000;
/** How long ago a window must have looked before it looks again whether the piece was changed elsewhere, ms. */
const LOOK = 3000;

let busy: Promise<void> | null = null;
/** The document the server has. */
let acknowledged: Piece | null = null;
let looked = 0;

const journal = (): Promise<void> => {
  const { id, revision, piece, history } = useBench.getState();
  return writeJournal(id, revision, piece !== acknowledged, piece, history).catch((e) =>
    console.error('The journal could not be written', e),
  );
};

const rested = whenRested(() => void save());
const soon = rested.after;

/** Answers that may be different in a moment: the server is starting, busy or full, or cannot be reached. */
const passes = (e: unknown): boolean =>
  !(e instanceof ApiError) || e.status >= 500 || e.status === 429 || e.status === 499;

/** Resolves once nothing is on its way to the server. */
export const afterSaving = async (): Promise<void> => void (await busy);

/** Saves now; resolves when the server has the document, or could not be reached. */
export async function save(): Promise<void> {
  rested.stop();
  if (busy) {
    await busy;
    if (useBench.getState().piece === acknowledged) return;
  }
  const { id, revision, piece, saved } = useBench.getState();
  if (!id || piece === acknowledged || saved === 'conflict') return;
  if (saved !== 'away' && saved !== 'refused') useBench.setState({ saved: 'saving' });
  busy = (async () => {
    try {
      const answer = await api.save(id, revision, piece);
      if (useBench.getState().id !== id) return;
      acknowledged = piece;
      const current = useBench.getState().piece === piece;
      useBench.setState({ revision: answer.revision, saved: current ? 'saved' : 'unsaved', refusal: null });
      await journal();
      if (!current) soon(REST);
    } catch (e) {
      if (useBench.getState().id !== id) return;
      if (e instanceof ApiError && e.status === 409) {
        if (await isOurs(id)) soon(0);
        else if (useBench.getState().id === id) useBench.setState({ saved: 'conflict' });
      } else if (passes(e)) {
        useBench.setState({
          saved: 'away',
          refusal: e instanceof ApiError ? { status: e.status, title: e.message, detail: e.detail } : null,
        });
        if (!(e instanceof Unreachable) && !(e instanceof ApiError)) console.error(e);
        soon(RETRY);
      } else {
        // The same document would be refused again: it is asked again with the next edit, or when somebody says so.
        const { status, message, detail } = e as ApiError;
        useBench.setState({ saved: 'refused', refusal: { status, title: message, detail } });
        await journal();
      }
    }
  })();
  await busy;
  busy = null;
}

/**
 * Is what the server has a state of this document's own, saved by a request whose answer was lost? Then it goes on from
 * there.
 */
async function isOurs(id: string): Promise<boolean> {
  const theirs = await api.piece(id).catch(() => null),
    { id: now, piece, history } = useBench.getState();
  if (!theirs || now !== id || !passesThrough(piece, history, theirs.piece)) return false;
  acknowledged = stepBetween(piece, theirs.piece, '') === null ? piece : theirs.piece;
  useBench.setState({ revision: theirs.revision, saved: acknowledged === piece ? 'saved' : 'unsaved' });
  await journal();
  return true;
}

/** Begins keeping the opened piece. @returns a function that stops it */
export function keepSaving(known: Piece | null): () => void {
  acknowledged = known;
  looked = Date.now();
  const { after: journalAfter } = whenRested(() => void journal());
  const stop = useBench.subscribe((now, before) => {
    if (now.piece === before.piece && now.history === before.history) return;
    // The journal is quick, but not worth writing at every step of a drag.
    journalAfter(now.dragging ? 400 : 60);
    if (now.piece !== before.piece && now.piece !== acknowledged) soon(REST);
  });
  const leave = (): void => {
    settle();
    void journal();
  };
  window.addEventListener('pagehide', leave);
  const back = (): void => void save();
  window.addEventListener('online', back);
  const look = (): void => void lookElsewhere();
  window.addEventListener('focus', look);
  if (useBench.getState().piece !== acknowledged) soon(0);
  return () => {
    stop();
    leave();
    void save();
    window.removeEventListener('pagehide', leave);
    window.removeEventListener('online', back);
    window.removeEventListener('focus', look);
  };
}

/** Puts another version of the piece in place of the present one, as a step that can be undone. */
function takeVersion(piece: Piece, revision: number, label: string): void {
  settle();
  acknowledged = piece;
  edit(label, () => piece);
  useBench.setState({ revision, saved: 'saved', refusal: null });
}

/**
 * A window that comes back to the front takes what was saved elsewhere meanwhile, unless it has edits of its own: those
 * ask when they are saved.
 */
async function lookElsewhere(): Promise<void> {
  const { id, saved, piece, dragging, editing } = useBench.getState();
  if (saved !== 'saved' || piece !== acknowledged || dragging || editing !== null || Date.now() - looked < LOOK) return;
  looked = Date.now();
  try {
    const theirs = await api.piece(id),
      now = useBench.getState();
    if (now.id === id && now.piece === piece && !busy && theirs.revision > now.revision) {
      takeVersion(theirs.piece, theirs.revision, 'Changed in another window');
      await journal();
    }
  } catch {
    // It is only a look; saving says what is wrong.
  }
}

/**
 * Ways out of a conflict. Whichever is taken, the other side is one undo away, and among the revisions on the server.
 */
export async function resolveConflict(how: 'mine' | 'theirs' | 'copy'): Promise<string | null> {
  const { id, piece, campaign } = useBench.getState();
  const made = how === 'copy' ? await saveAsNew(' (my version)') : null;
  let theirs;
  try {
    theirs = await api.piece(id);
  } catch (e) {
    // There is no other side any more, or it cannot be opened: what is here can still be kept.
    if (!(e instanceof ApiError) || e.status >= 500) throw e;
    useBench.setState({ saved: 'refused', refusal: { status: e.status, title: e.message, detail: e.detail } });
    return made;
  }
  if (useBench.getState().campaign !== campaign || useBench.getState().id !== id) return made;
  takeVersion(theirs.piece, theirs.revision, 'The other version');
  if (how === 'mine') {
    edit('My version again', () => piece);
    await save();
  } else await journal();
  return made;
}

/** Makes the present document a piece of its own. @returns its id */
export async function saveAsNew(suffix = ''): Promise<string> {
  const { piece, campaign } = useBench.getState();
  return (
    await api.newPiece({
      document: { ...piece, name: `${nameOf(piece)}${suffix}`.slice(0, 200), named: true },
      campaign,
    })
  ).id;
}
