// Scenes on their way to a worker: layers, sizes and swatches it was given before go as numbers, of a layer that
// changed only what is new. Most of sixty layers are the same from frame to frame, and to copy them all for each worker
// took the page longer than anything else it does while something is dragged. The worker gets the very layers it had,
// and knows what it made of them.
import type { Endpoint } from 'comlink';

/** So many parts are remembered on both sides: what some slides are made of. */
const KEPT = 500;
/** How deep in what is asked a piece may lie: it, a scene with it, a question about such a scene. */
const DEPTH = 2;

type Part = object;
/**
 * A part by its number. Where it was not given before, itself; or the number of one it is like, and what is different.
 */
interface Named {
  n: number;
  part?: Part;
  like?: number;
}
interface PieceLike {
  sizes: readonly Part[];
  slides: readonly { layers: readonly Part[] }[];
}
/** A call as comlink writes it. */
interface Call {
  argumentList?: readonly { type: string; value: unknown }[];
  /** Set where its pieces are packed: numbers that mean nothing any more from here on. */
  forget?: readonly number[];
}

/** An object as a literal makes it, here or in another surrounding. */
function isPlain(v: unknown): v is Record<string, unknown> {
  if (typeof v !== 'object' || v === null) return false;
  const its: unknown = Object.getPrototypeOf(v);
  return its === null || Object.getPrototypeOf(its) === null;
}
const isPiece = <V extends Record<string, unknown>>(v: V): v is V & PieceLike =>
  Array.isArray(v.sizes) &&
  Array.isArray(v.slides) &&
  v.slides.every((s) => Array.isArray((s as { layers?: unknown } | null)?.layers));

/** The same with each piece in it changed; itself where there is none. */
function withPieces(value: unknown, change: (part: Part) => Part, depth = DEPTH): unknown {
  if (!isPlain(value)) return value;
  if (isPiece(value)) {
    const { sizes, slides, ...rest } = value as PieceLike & Record<string, unknown>;
    // Swatches and house: as good as ever the same.
    for (const [key, own] of Object.entries(rest)) if (typeof own === 'object' && own !== null) rest[key] = change(own);
    return {
      ...rest,
      sizes: sizes.map(change),
      slides: slides.map((s) => ({ ...s, layers: s.layers.map(change) })),
    };
  }
  let out = value;
  if (depth > 0)
    for (const [key, own] of Object.entries(value)) {
      const changed = withPieces(own, change, depth - 1);
      if (changed === own) continue;
      if (out === value) out = { ...value };
      out[key] = changed;
    }
  return out;
}

const withCalls = (call: Call, change: (part: Part) => Part): Call => {
  if (!call.argumentList) return call;
  const argumentList = call.argumentList.map((a) => {
    const value = a.type === 'RAW' ? withPieces(a.value, change) : a.value;
    return value === a.value ? a : { ...a, value };
  });
  return argumentList.some((a, i) => a !== call.argumentList![i]) ? { ...call, argumentList } : call;
};

const idOf = (part: Part): string | null => ('id' in part && typeof part.id === 'string' ? part.id : null);

/** What is different in a part from one before it; null where that is much, or it has other fields. */
function newIn(part: Part, before: Part): Part | null {
  const now = Object.entries(part),
    had = before as Record<string, unknown>;
  if (now.length !== Object.keys(before).length || now.some(([key]) => !(key in had))) return null;
  const changed = now.filter(([key, value]) => value !== had[key]);
  return 2 * changed.length <= now.length ? Object.fromEntries(changed) : null;
}

/** A worker as comlink talks to it: what is said goes packed. It must not have been talked to in this way before. */
export function packedTo(
  worker: Pick<Worker, 'addEventListener' | 'removeEventListener'> & {
    postMessage(message: unknown, transfer: Transferable[]): void;
  },
): Endpoint {
  /** What the worker has, the parts that were said least lately first. */
  const known = new Map<Part, number>();
  /** Those with an id, as they were said last. */
  const last = new Map<string, Part>();
  let next = 0;
  const forgetPart = (part: Part): void => {
    known.delete(part);
    const id = idOf(part);
    if (id !== null && last.get(id) === part) last.delete(id);
  };
  return {
    addEventListener: worker.addEventListener.bind(worker) as Endpoint['addEventListener'],
    removeEventListener: worker.removeEventListener.bind(worker) as Endpoint['removeEventListener'],
    postMessage: (message: Call, transfer: Transferable[] = []) => {
      const fresh: Part[] = [],
        named = (part: Part): Named => {
          const n = known.get(part);
          if (n === undefined) {
            const id = idOf(part),
              before = id === null ? undefined : last.get(id),
              like = before && known.get(before),
              changed = before && like !== undefined ? newIn(part, before) : null;
            known.set(part, next);
            if (id !== null) last.set(id, part);
            fresh.push(part);
            return changed ? { n: next++, like, part: changed } : { n: next++, part };
          }
          known.delete(part);
          known.set(part, n);
          return { n };
        },
        packed = withCalls(message, named);
      if (packed === message) return worker.postMessage(message, transfer);
      const forget: number[] = [];
      for (const [part, n] of known) {
        if (known.size <= KEPT) break;
        forgetPart(part);
        forget.push(n);
      }
      try {
        worker.postMessage({ ...packed, forget }, transfer);
      } catch (e) {
        // It never got there.
        fresh.forEach(forgetPart);
        throw e;
      }
    },
  };
}

/** What a worker hears, unpacked. @throws Error where it is told of a part it never had */
export function unpacking(): (message: unknown) => unknown {
  const parts = new Map<number, Part>(),
    had = (n: number): Part => {
      const part = parts.get(n);
      if (!part) throw new Error('a part of what is asked never came');
      return part;
    },
    found = (said: Part): Part => {
      const { n, part, like } = said as Named;
      if (part) {
        // It is shared from now on.
        const whole: Part = Object.freeze(like === undefined ? part : { ...had(like), ...part });
        parts.set(n, whole);
        return whole;
      }
      return had(n);
    };
  return (message) => {
    if (!isPlain(message) || !Array.isArray(message.forget)) return message;
    const call = withCalls(message as Call, found);
    for (const n of call.forget!) parts.delete(n);
    return call;
  };
}
