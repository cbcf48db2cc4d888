// What a house style would change before it is saved: which pieces, and how they stand and look with it.
import { changedSlides, withHouse } from '../core/house/follow';
import type { Standing } from '../core/remedy/outcome';
import type { HouseStyle } from '../core/values/house';
import type { Job } from './crew/crew';
import { run } from './crew/crews';
import { opened } from './pieces/document';
import { asHouse, readHouse } from './pieces/house';
import { documentsOf, readPiece } from './pieces/store';
import { Problem } from './problem';

/** Pieces that would look otherwise, the oldest first; those that are damaged are left out. @throws Problem 404 */
export async function changedBy(
  campaign: string,
  wanted: HouseStyle,
): Promise<{ id: string; name: string; slides: number[] }[]> {
  const { style } = await readHouse(campaign),
    house = asHouse(wanted),
    out: { id: string; name: string; slides: number[] }[] = [];
  for (const { id, name, document } of await documentsOf(campaign, null)) {
    try {
      const now = withHouse(opened(document), style),
        slides = changedSlides(now, withHouse(now, house));
      if (slides.length) out.push({ id, name, slides: slides.map((n) => n + 1) });
    } catch (e) {
      if (!(e instanceof Problem)) throw e;
    }
    // Others are answered between two pieces.
    await new Promise(setImmediate);
  }
  return out;
}

/** Longer side of the pictures, px: twice as many as they are shown at. */
const SIDE = 360;

export interface HouseTrial {
  slides: number[];
  before: Omit<Standing, 'kept'>;
  after: Omit<Standing, 'kept'>;
  pictures: { before: string; after: string };
}

/** A piece with another house style. @throws Problem 404, 413; 422 where nothing of it would look otherwise */
export async function triedWith(
  campaign: string,
  wanted: HouseStyle,
  id: string,
  asked: Pick<Job, 'signal' | 'client' | 'heavy'>,
): Promise<HouseTrial> {
  const { piece, campaign: own } = await readPiece(id);
  if (own !== campaign) throw new Problem(422, 'The piece is of another campaign');
  const after = withHouse(piece, asHouse(wanted)),
    slides = changedSlides(piece, after);
  if (!slides.length) throw new Problem(422, 'Nothing of this piece would look otherwise');
  const tried = await run('houseTrial', { before: piece, after, campaign, slides, side: SIDE }, asked),
    told = ({ standing: { verdict, ratio, needed } }: typeof tried.before) => ({ verdict, ratio, needed }),
    address = ({ picture }: typeof tried.before) => `data:image/webp;base64,${Buffer.from(picture).toString('base64')}`;
  return {
    slides: slides.map((n) => n + 1),
    before: told(tried.before),
    after: told(tried.after),
    pictures: { before: address(tried.before), after: address(tried.after) },
  };
}
