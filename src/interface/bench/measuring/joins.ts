// How neighbouring slides meet: measured once there is rest, each join again when one of its slides changed. And what
// can be done about a step.
import { nanoid } from 'nanoid';
import { create } from 'zustand';
import { slideSeen } from '../../../core/piece/guests';
import type { Piece } from '../../../core/piece/schema';
import type { Join } from '../../../core/reading/join';
import type { JoinOffer } from '../../../core/remedy/join-offers';
import { readingWorker } from '../../../workers/clients';
import { edit, useBench } from '../state/store';

/** How long nothing must have changed, ms. */
const REST = 700;
/** Width of a slide in the picture of an offer, px. */
export const OFFER_WIDTH = 132;

/** By the id of the slide on the left. */
export const useJoins = create<{ after: Record<string, Join> }>(() => ({ after: {} }));

/** What a join was measured on. */
const measured = new Map<string, readonly unknown[]>();
const about = (piece: Piece, at: number, sizeId: string, epoch: number): readonly unknown[] => [
  slideSeen(piece, at),
  slideSeen(piece, at + 1),
  piece.swatches,
  sizeId,
  epoch,
];

async function measure(current: () => boolean): Promise<void> {
  const { piece, sizeId, epoch } = useBench.getState();
  if (piece.section) return;
  for (let at = 0; at < piece.slides.length - 1 && current(); at++) {
    const { id } = piece.slides[at],
      now = about(piece, at, sizeId, epoch),
      before = measured.get(id);
    if (before && now.every((v, i) => v === before[i])) continue;
    // The two slides are all that is needed.
    const pair = { ...piece, slides: [slideSeen(piece, at), slideSeen(piece, at + 1)] };
    try {
      const join = await readingWorker().join({ piece: pair, slide: id, size: sizeId }, 0);
      if (!current()) return;
      measured.set(id, now);
      useJoins.setState((s) => ({ after: { ...s.after, [id]: join } }));
    } catch (e) {
      console.error(e);
      return;
    }
  }
}

/** Begins measuring the joins of the opened piece. @returns a function that stops it */
export function keepJoins(): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined,
    round = 0;
  measured.clear();
  useJoins.setState({ after: {} });
  const later = (): void => {
    const mine = ++round;
    clearTimeout(timer);
    const s = useBench.getState();
    if (s.painted && s.piece.slides.length > 1 && !s.dragging)
      timer = setTimeout(() => void measure(() => mine === round), REST);
  };
  later();
  const stop = useBench.subscribe((now, before) => {
    if (
      now.piece !== before.piece ||
      now.painted !== before.painted ||
      now.dragging !== before.dragging ||
      now.sizeId !== before.sizeId ||
      now.epoch !== before.epoch
    )
      later();
  });
  return () => {
    round++;
    stop();
    clearTimeout(timer);
  };
}

export type Offer = JoinOffer & { picture: { width: number; height: number; data: Uint8ClampedArray } };

/** What makes the join after a slide smooth. @returns also the document it was found for */
export async function offersAfter(id: string): Promise<{ piece: Piece; offers: Offer[] }> {
  const { piece, sizeId } = useBench.getState(),
    at = piece.slides.findIndex((s) => s.id === id),
    ids = Array.from({ length: 6 }, () => nanoid(10));
  return { piece, offers: await readingWorker().joinOffers({ piece, slide: id, size: sizeId }, at, ids, OFFER_WIDTH) };
}

/** Takes an offer: one undo step of ordinary layers. */
export const takeOffer = ({ slides, name }: Offer): void =>
  edit(name, (p) => ({ ...p, slides: p.slides.map((s) => slides.find((x) => x.id === s.id) ?? s) }));
