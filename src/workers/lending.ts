// Pictures that the workers of a page pass on to each other: fetching and decoding a large photo takes longer than
// copying its pixels.
import { expose, transfer, wrap } from 'comlink';
import type { Pixels } from '../core/ground/pixels';
import type { Drawing } from '../core/paint/drawing';

/** A picture as a worker has it. */
export interface Lent {
  pixels: Pixels;
  /** Its outlines, where it is a drawing. */
  drawing: Drawing | null;
  /** It holds more than flat shapes, and is drawn from as many pixels as are shown. */
  drawn: boolean;
}

/** @param side the longer one as it is shown, px. @returns null where there is none, or none so large */
type Lend = (id: string, side: number) => Promise<Lent | null>;

/** How long a busy worker is waited for, ms: about what getting the picture oneself takes on a slow machine. */
const PATIENCE = 1000;

/** Answers at a port with copies of what there is. */
export function lendAt(port: MessagePort, lend: Lend): void {
  expose(
    {
      lend: async (id: string, side: number): Promise<Lent | null> => {
        const lent = await lend(id, side);
        if (!lent) return null;
        const data = lent.pixels.data.slice();
        return transfer({ ...lent, pixels: { ...lent.pixels, data } }, [data.buffer as ArrayBuffer]);
      },
    },
    port,
  );
}

/** Asks at a port; what does not answer in time has nothing. */
export function borrowAt(port: MessagePort, patience = PATIENCE): Lend {
  const lender = wrap<{ lend: Lend }>(port);
  return (id, side) => {
    let timer: ReturnType<typeof setTimeout>;
    return Promise.race([
      lender.lend(id, side).catch(() => null),
      new Promise<null>((done) => (timer = setTimeout(done, patience, null))),
    ]).finally(() => clearTimeout(timer));
  };
}

/** Has one worker pass its pictures on to another. Without it they are only had more slowly: nobody is told. */
export function connect(
  from: { lendTo(port: MessagePort): Promise<void> },
  to: { borrowFrom(port: MessagePort): Promise<void> },
): void {
  const { port1, port2 } = new MessageChannel();
  void from.lendTo(transfer(port1, [port1])).catch(() => {});
  void to.borrowFrom(transfer(port2, [port2])).catch(() => {});
}
