// Undo and redo without limit, as patches (RFC 6902 in spirit), so that history is small and survives a reload.
import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer';
import type { Piece } from './schema';

enablePatches();

export interface Step {
  /** What the step did, in words for the undo button. */
  label: string;
  forward: Patch[];
  backward: Patch[];
}

export interface History {
  steps: Step[];
  /** Number of steps that are done; those after it can be redone. */
  done: number;
}

export const emptyHistory: History = { steps: [], done: 0 };

/** The step that leads from one document to another, by parts that differ; null where nothing does. */
export function stepBetween(before: Piece, after: Piece, label: string): Step | null {
  if (before === after) return null;
  const [, forward, backward] = produceWithPatches(before, (draft) => {
    reconcile(draft as Tree, before as Tree, after as Tree);
  });
  return forward.length ? { label, forward, backward } : null;
}

type Tree = Record<string, unknown> | unknown[];
const isTree = (v: unknown): v is Tree => typeof v === 'object' && v !== null;

/** Writes into `draft` only what differs, so that patches stay small. Lists of named things are compared by id. */
function reconcile(draft: Tree, before: Tree, after: Tree): void {
  if (Array.isArray(draft) && Array.isArray(before) && Array.isArray(after)) {
    const ids = (list: unknown[]) => list.map((v) => (isTree(v) && !Array.isArray(v) ? v.id : undefined)).join();
    if (before.length !== after.length || ids(before) !== ids(after)) {
      draft.splice(0, draft.length, ...after);
      return;
    }
    after.forEach((v, i) => step(draft as unknown as Record<string, unknown>, String(i), before[i], v));
    return;
  }
  const d = draft as Record<string, unknown>,
    b = before as Record<string, unknown>,
    a = after as Record<string, unknown>;
  for (const k of Object.keys(b)) if (!(k in a)) delete d[k];
  for (const k of Object.keys(a)) step(d, k, b[k], a[k]);
}

function step(draft: Record<string, unknown>, key: string, before: unknown, after: unknown): void {
  if (Object.is(before, after)) return;
  if (isTree(before) && isTree(after) && Array.isArray(before) === Array.isArray(after))
    reconcile(draft[key] as Tree, before, after);
  else draft[key] = after;
}

/** Adds a done step; what could be redone is dropped. */
export const remember = (history: History, step: Step): History => {
  const steps = [...history.steps.slice(0, history.done), step];
  return { steps, done: steps.length };
};

export function undo(piece: Piece, history: History): { piece: Piece; history: History } {
  if (history.done === 0) return { piece, history };
  const step = history.steps[history.done - 1];
  return { piece: applyPatches(piece, step.backward), history: { ...history, done: history.done - 1 } };
}

/** How far a document is looked for among the steps on either side. */
const FAR = 60;

/** Was a document the present one some steps ago, or will it be some steps on? */
export function passesThrough(piece: Piece, history: History, other: Piece): boolean {
  for (const travel of [undo, redo]) {
    let at = { piece, history };
    for (let n = 0; n <= FAR; n++) {
      if (stepBetween(at.piece, other, '') === null) return true;
      const next = travel(at.piece, at.history);
      if (next.history === at.history) break;
      at = next;
    }
  }
  return false;
}

export function redo(piece: Piece, history: History): { piece: Piece; history: History } {
  const step = history.steps[history.done];
  if (!step) return { piece, history };
  return { piece: applyPatches(piece, step.forward), history: { ...history, done: history.done + 1 } };
}
