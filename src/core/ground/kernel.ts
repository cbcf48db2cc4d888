// What is computed in WebAssembly (kernels/fit.ts): the module, and the memory in which it works.
import { MODULE } from './fit-kernel';

interface Kernel {
  memory: WebAssembly.Memory;
  downwards(rows: number, weights: number, count: number, to: number, bytes: number): void;
  across(row: number, first: number, weights: number, count: number, to: number, width: number): void;
  halved(upper: number, lower: number, to: number, width: number): void;
  opaque(from: number, bytes: number): number;
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

/** Bytes that a vector holds: what it reads is laid out in such steps. */
export const aligned = (bytes: number): number => (bytes + 15) & ~15;

/**
 * Room for some areas, one after the other: nothing is kept in the memory from one question to the next.
 * @param bytes of each area
 * @returns the memory, which holds at least so much, and where each area begins
 */
export function roomFor<N extends number[]>(...bytes: N): { buffer: ArrayBuffer; at: { [I in keyof N]: number } } {
  const { memory } = kernel();
  let end = 0;
  const at = bytes.map((b) => {
    const begin = end;
    end += aligned(b);
    return begin;
  });
  if (end > memory.buffer.byteLength) memory.grow(Math.ceil((end - memory.buffer.byteLength) / PAGE));
  return { buffer: memory.buffer, at: at as { [I in keyof N]: number } };
}
