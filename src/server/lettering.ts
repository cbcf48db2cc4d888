// Letters told from stored pictures.
import sharp from 'sharp';
import type { LetteringAnswer } from '../contract/pictures';
import { type Box, pixelsWithin } from '../core/ground/box';
import { cropped, type Pixels } from '../core/ground/pixels';
import { letteringIn } from '../core/lettering/lettering';
import type { ReadLine } from '../core/lettering/set';
import { assetBytes, DECODING, findAsset, keepAsset, pixelsFrom, SVG_MIME } from './assets';
import { findLines, readLine } from './line-models';
import { notFound, Problem } from './problem';

/** A box that somebody drew is looked at with so much round it, as a share of its shorter side. */
const ROUND = 0.15;

/** Lines within a box that somebody drew: those that are found there, else the box itself. */
async function linesWithin(picture: Pixels, drawn: Box): Promise<Box[]> {
  const by = ROUND * Math.min(drawn.width, drawn.height),
    region = pixelsWithin(
      { x: drawn.x - by, y: drawn.y - by, width: drawn.width + 2 * by, height: drawn.height + 2 * by },
      picture,
    ),
    found = (await findLines(cropped(picture, region)).catch((): Box[] => [])).map((l) => ({
      ...l,
      x: l.x + region.x,
      y: l.y + region.y,
    })),
    // The middle of a line that is meant lies within what was drawn.
    meant = found.filter((l) => {
      const x = l.x + l.width / 2,
        y = l.y + l.height / 2;
      return x > drawn.x && x < drawn.x + drawn.width && y > drawn.y && y < drawn.y + drawn.height;
    });
  return meant.length ? meant : [pixelsWithin(drawn, picture)];
}

/**
 * Tells the letters of a stored picture.
 * @param boxes where to look, in fractions of the picture; everywhere where left out
 * @throws Problem 404 where it is not there, 422 for drawings, 503 where lines cannot be found by themselves
 */
export async function letteringOf(id: string, boxes?: readonly Box[]): Promise<LetteringAnswer> {
  const asset = await findAsset(id);
  if (!asset) throw notFound('picture');
  if (asset.mime === SVG_MIME)
    throw new Problem(422, 'Letters are told from pictures', 'This is a drawing: its texts are taken in as layers.');
  const picture = await pixelsFrom(sharp(await assetBytes(asset.workingId), DECODING)),
    { width, height } = picture;
  let places: Box[] = [];
  // One after the other: a model does one thing at a time.
  if (boxes)
    for (const b of boxes)
      places.push(
        ...(await linesWithin(picture, {
          x: b.x * width,
          y: b.y * height,
          width: b.width * width,
          height: b.height * height,
        })),
      );
  else
    try {
      places = await findLines(picture);
    } catch {
      throw new Problem(
        503,
        'Letters cannot be looked for by themselves here',
        'The model that finds them could not be loaded. Draw a box round a text instead.',
      );
    }
  const lines: ReadLine[] = [];
  // Without the model their words are not known; their letters are told all the same.
  for (const box of places) lines.push({ box, signs: await readLine(picture, box).catch(() => null) });
  const { texts, clean, unread } = letteringIn(picture, lines);
  if (!texts.length) return { width, height, texts, clean: null, unread: unread.map(fraction) };
  const png = await sharp(clean.data, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 6 })
    .toBuffer();
  return {
    width,
    height,
    texts,
    clean: (await keepAsset(new Uint8Array(png), asset.name, false)).id,
    unread: unread.map(fraction),
  };
  function fraction(b: Box): Box {
    return { x: b.x / width, y: b.y / height, width: b.width / width, height: b.height / height };
  }
}
