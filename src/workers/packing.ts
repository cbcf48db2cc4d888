// Scenes on their way to a worker: layers and sizes it was given before go as numbers. Most of sixty layers are the
// same from frame to frame, and to copy them all for each worker took the page longer than anything else it does while
// something is dragged. The worker gets the very layers it had, and knows what it made of them.
import type { Endpoint } from 'comlink';

/** So many parts are remembered on both sides: what some slides are made of. */
const KEPT = 500;
/** How deep in what is asked a piece may lie: it, a scene with it, a question about such a scene. */
const DEPTH = 2;

type Part = object;
/** A part by its number, and itself where it was not given before. */
interface Named {
  n: number;
  part?: Part;
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
  if (isPiece(value))
    return {
      ...value,
      sizes: value.sizes.map(change),
      slides: value.slides.map((s) => ({ ...s, layers: s.layers.map(change) })),
    };
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

/** A worker as comlink talks to it: what is said goes packed. It must not have been talked to in this way before. */
export function packedTo(
  worker: Pick<Worker, 'addEventListener' | 'removeEventListener'> & {
    postMessage(message: unknown, transfer: Transferable[]): void;
  },
): Endpoint {
  /** What the worker has, the parts that were said least lately first. */
  const known = new Map<Part, number>();
  let next = 0;
  return {
    addEventListener: worker.addEventListener.bind(worker) as Endpoint['addEventListener'],
    removeEventListener: worker.removeEventListener.bind(worker) as Endpoint['removeEventListener'],
    postMessage: (message: Call, transfer: Transferable[] = []) => {
      const fresh: Part[] = [],
        named = (part: Part): Named => {
          const n = known.get(part);
          if (n === undefined) {
            known.set(part, next);
            fresh.push(part);
            return { n: next++, part };
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
        known.delete(part);
        forget.push(n);
      }
      try {
        worker.postMessage({ ...packed, forget }, transfer);
      } catch (e) {
        // It never got there.
        for (const part of fresh) known.delete(part);
        throw e;
      }
    },
  };
}

/** What a worker hears, unpacked. @throws Error where it is told of a part it never had */
export function unpacking(): (message: unknown) => unknown {
  const parts = new Map<number, Part>(),
    found = (said: Part): Part => {
      const { n, part } = said as Named;
      if (part) {
        // It is shared from now on.
        parts.set(n, Object.freeze(part));
        return part;
      }
      const had = parts.get(n);
      if (!had) throw new Error('a part of what is asked never came');
      return had;
    };
  return (message) => {
    if (!isPlain(message) || !Array.isArray(message.forget)) return message;
    const call = withCalls(message as Call, found);
    for (const n of call.forget!) parts.delete(n);
    return call;
  };
}
