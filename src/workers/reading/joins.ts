// How slides meet, and what makes that smooth.
import { blank, layInto, type Pixels } from '../../core/ground/pixels';
import { shot } from '../../core/ground/surface';
import { slideSeen } from '../../core/piece/guests';
import { sizeOf } from '../../core/piece/resolve';
import type { Piece, Size } from '../../core/piece/schema';
import { type Join, joinAfter } from '../../core/reading/join';
import { type JoinOffer, joinOffers } from '../../core/remedy/join-offers';
import type { Shown } from '../stage';
import { painter, studio } from './asked';

/** A piece with a slide and the next one made ready. */
async function openPair(scene: Shown, at: number): Promise<{ piece: Piece; size: Size }> {
  const { piece } = scene,
    size = sizeOf(piece, scene.size);
  for (const i of [at, at + 1]) await studio.prepare(piece, slideSeen(piece, i), size);
  return { piece, size };
}

/** Two slides side by side as an offer would have them. */
function pairPicture(piece: Piece, at: number, size: Size, { slides }: JoinOffer, width: number): Pixels {
  const taken = { ...piece, slides: piece.slides.toSpliced(at, 2, ...slides) },
    scale = width / size.width,
    height = Math.round(size.height * scale),
    whole = blank(width * 2, height);
  for (const i of [0, 1]) {
    const data = shot(studio, width, height, (on) =>
      painter.paint(on, taken, slideSeen(taken, at + i), size, { scale, x: 0, y: 0 }, { quality: 'draft' }),
    );
    layInto(whole, { width, height, data }, i * width);
  }
  return whole;
}

export const joins = {
  /** How a slide meets the next one. @param at the slide on the left, from 0 */
  async join(scene: Shown, at: number): Promise<Join> {
    const { piece, size } = await openPair(scene, at);
    return joinAfter(painter, piece, at, size);
  },

  /**
   * What makes a join smooth, each with a picture of both slides. @param ids for layers that are added @param width of
   * a slide's picture, px
   */
  async joinOffers(
    scene: Shown,
    at: number,
    ids: string[],
    width: number,
  ): Promise<(JoinOffer & { picture: Pixels })[]> {
    const { piece, size } = await openPair(scene, at),
      left = [...ids];
    const offers = joinOffers(painter, piece, at, size, () => left.shift()!);
    return offers.map((offer) => ({ ...offer, picture: pairPicture(piece, at, size, offer, width) }));
  },
};
