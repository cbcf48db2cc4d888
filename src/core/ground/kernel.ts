// What is computed in WebAssembly (kernels/): the module, and the memory in which it works.
import { MODULE } from './kernel-module';

interface Kernel {
  memory: WebAssembly.Memory;
  downwards(rows: number, weights: number, count: number, to: number, bytes: number): void;
  across(row: number, first: number, weights: number, count: number, to: number, width: number): void;
  halved(upper: number, lower: number, to: number, width: number): void;
  opaque(from: number, bytes: number): number;
  meansAlong(from: number, to: number, count: number, half: number): void;
  meansDown(from: number, to: number, sums: number, bytes: number, rows: number, half: number): void;
  sideBySide(rows: number, bytes: number, to: number): void;
  apart(from: number, bytes: number, rows: number): void;
  widened(from: number, to: number, bytes: number): void;
  narrowed(from: number, to: number, bytes: number): void;
  weighedAlong(from: number, to: number, count: number, weights: number, reach: number): void;
  weighedDown(from: number, to: number, bytes: number, rows: number, weights: number, reach: number): void;
  labOf(from: number, count: number, to: number, gives: number): void;
  lightnessOf(from: number, full: number, share: number, count: number, to: number, gives: number): void;
  underColour(
    from: number,
    side: number,
    every: number,
    ...colourAndAlphas: readonly [number, number, number, number, number, number, number, to: number]
  ): void;
  compared(treated: number, own: number, side: number, to: number): void;
}

const PAGE = 65_536;
const FIRST_PAGES = 16;

let kept: Kernel | null = null;
/** The module, made when it is first asked for. */
export function kernel(): Kernel {
  if (kept) return kept;
  const memory = new WebAssembly.Memory({ initial: FIRST_PAGES }),
    bytes = Uint8Array.from(atob(MODULE), (c) => c.charCodeAt(0)),
    { exports } = new WebAssembly.Instance(new WebAssembly.Module(bytes), { env: { memory } });
  return (kept = { ...(exports as Omit<Kernel, 'memory'>), memory });
}

/** Where what is kept ends, and what is asked begins. */
let end = 0;
function grownTo(bytes: number): ArrayBuffer {
  const { memory } = kernel(),
    more = bytes - memory.buffer.byteLength;
  if (more > 0) memory.grow(Math.ceil(more / PAGE));
  return memory.buffer;
}

/** Keeps a table in the memory for ever. Not between `roomFor` and what is done there. @returns where it begins */
export function keptAt(table: Float32Array): number {
  const at = end;
  end += aligned(table.byteLength);
  new Float32Array(grownTo(end), at).set(table);
  return at;
}

/** Bytes that a vector holds: what it reads is laid out in such steps. */
export const aligned = (bytes: number): number => (bytes + 15) & ~15;

/**
 * Room for some areas, one after the other: nothing in them is kept from one question to the next.
 * @param bytes of each area
 * @returns the memory, which holds at least so much, and where each area begins
 */
export function roomFor<N extends number[]>(...bytes: N): { buffer: ArrayBuffer; at: { [I in keyof N]: number } } {
  let next = end;
  const at = bytes.map((b) => {
    const begin = next;
    next += aligned(b);
    return begin;
  });
  return { buffer: grownTo(next), at: at as { [I in keyof N]: number } };
}
