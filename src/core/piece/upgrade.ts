// Brings a document of any earlier version to the present one, step by step, then validates it.
import { PIECE_VERSION } from './limits';
import { type Piece, PieceSchema } from './schema';

type Draft = Record<string, unknown>;

/**
 * One step for each earlier version, from n to n + 1. Version 1 was the trial format: a single size
 * (`width`, `height`, `shownWidth` on the piece itself) and no swatches.
 */
const STEPS: Record<number, (old: Draft) => Draft> = {
  1: ({ width, height, shownWidth, destination, ...rest }) => ({
    ...rest,
    version: 2,
    sizes: [
      { id: 'base', name: 'Base', width, height, shownWidth: shownWidth ?? width, destination: destination ?? null },
    ],
    swatches: [],
  }),
};

/** What is wrong with a document: where and why. */
export interface Fault {
  /** JSON pointer (RFC 6901) into the document. */
  path: string;
  reason: string;
}

export type Opened = { ok: true; piece: Piece } | { ok: false; faults: Fault[] };

/**
 * Opens a document of any known version.
 * @param raw parsed JSON
 * @returns the piece, or every fault found; never throws
 */
export function openPiece(raw: unknown): Opened {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw))
    return { ok: false, faults: [{ path: '', reason: 'a piece is a JSON object' }] };
  let draft = raw as Draft;
  if (draft.format !== 'plavo-piece')
    return {
      ok: false,
      faults: [{ path: '/format', reason: 'this is not a Plavo piece (format must be "plavo-piece")' }],
    };
  const version = draft.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return { ok: false, faults: [{ path: '/version', reason: 'the version must be a whole number from 1' }] };
  if (version > PIECE_VERSION)
    return {
      ok: false,
      faults: [
        {
          path: '/version',
          reason: `this piece was made by a newer Plavo (version ${version}; this one reads up to ${PIECE_VERSION})`,
        },
      ],
    };
  for (let v = version; v < PIECE_VERSION; v++) draft = STEPS[v](draft);
  const result = PieceSchema.safeParse(draft);
  if (result.success) return { ok: true, piece: result.data };
  return {
    ok: false,
    faults: result.error.issues.map((i) => ({ path: pointer(i.path), reason: i.message })),
  };
}

/** JSON pointer of a path of keys. */
export const pointer = (path: readonly PropertyKey[]): string =>
  path.map((k) => '/' + String(k).replace(/~/g, '~0').replace(/\//g, '~1')).join('');
