// From a template and what fills it to a finished piece: filled, laid out in all its sizes, solved until it is Clear.
import { firstLayout } from '../arrange/new-size';
import type { FoundColour } from '../colour/palette';
import type { Pixels } from '../ground/pixels';
import { withLaid } from '../piece/auto-layout';
import { backdropPhoto, slidesOf } from '../piece/resolve';
import type { Piece, Slide } from '../piece/schema';
import type { Layout } from '../piece/sizes';
import type { Painter } from '../scene/painter';
import type { Subject } from '../values/photo';
import { filled, type Filling } from './fill';
import type { FillPicture } from './picture';
import type { Outcome } from '../remedy/outcome';
import { solvedFilling } from './solve';

/** What is needed to make a piece, wherever it is made. */
export interface Means {
  painter: Painter;
  /** Loads everything that all slides of a piece need. */
  load: (piece: Piece) => Promise<void>;
  picture: (asset: string) => Pixels | null;
  /** Colours of a photo. */
  colours: (asset: string) => Promise<readonly FoundColour[]>;
  /** What is in a photo, where it is not known yet; what stands out counts where it cannot be looked for. */
  subject?: (asset: string, photo: Pixels) => Promise<Subject | null>;
  /** For layers that are added. */
  newId: () => string;
  /** Is waited for between steps of the work; what it throws ends it. */
  pause?: () => Promise<void>;
}

/** A piece made of a template, and how it stands in each of its sizes. */
export interface Made {
  piece: Piece;
  outcomes: Outcome[];
  /** Names of texts whose words are too long for their place. */
  tooLong: string[];
}

/** Colours of the photo of each slide, asked for beforehand. A photo whose colours cannot be had has none. */
export async function coloursOnSlides(
  piece: Piece,
  colours: Means['colours'],
): Promise<(slide: Slide) => readonly FoundColour[]> {
  const known = new Map<string, readonly FoundColour[]>();
  for (const slide of slidesOf(piece)) {
    const photo = backdropPhoto(slide);
    if (photo) known.set(slide.id, await colours(photo.asset).catch(() => []));
  }
  return (slide) => known.get(slide.id) ?? [];
}

/** @throws what `pause` throws */
export async function madeFromTemplate(
  { painter, load, picture, colours, subject, newId, pause = async () => {} }: Means,
  template: Piece,
  filling: Filling,
): Promise<Made> {
  await load(template);
  // Where a photo lies depends on what is in it, and it is at hand only once it has a place.
  await load(filled(painter, template, filling).piece);
  const pictures: Record<string, FillPicture> = {};
  for (const [key, own] of Object.entries(filling.pictures)) {
    const pixels = picture(own.asset);
    pictures[key] = own.subject || !subject || !pixels ? own : { ...own, subject: await subject(own.asset, pixels) };
  }
  const { piece: own, tooLong } = filled(painter, template, { ...filling, pictures }, picture);
  let laid = own;
  for (const size of own.sizes.slice(1)) {
    const layout: Layout = {};
    for (const slide of slidesOf(own)) layout[slide.id] = firstLayout(painter, own, slide, size, picture);
    laid = withLaid(laid, size.id, layout);
    await pause();
  }
  const run = solvedFilling(painter, laid, await coloursOnSlides(laid, colours), newId);
  for (;;) {
    const step = run.next();
    if (step.done) return { ...step.value, tooLong };
    await pause();
  }
}
