// Tasks on photos and pictures by themselves.
import sharp from 'sharp';
import type { LetteringAnswer } from '../../../contract/pictures';
import type { Box } from '../../../core/ground/box';
import { isPhoto } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { CutOut, type CutStroke } from '../../../core/photo/cut-out';
import type { StoredMask } from '../../../core/photo/mask';
import { cutBox, knownSubject } from '../../../core/photo/subject';
import type { SideRating } from '../../../core/photo/room-rating';
import type { Slide } from '../../../core/piece/schema';
import { ratingsOf } from '../../../core/scene/room-sides';
import { DECODING, drawn } from '../../assets';
import { subjectIn } from '../../finder';
import { letteringOf } from '../../lettering';
import { keepMask } from '../../masks';
import { painter, pictures, type SlideAsk, stand } from '../standing';

/** How well room can be made on the sides of a photo. */
export async function room(ask: SlideAsk & { layer: string }): Promise<SideRating[]> {
  const { piece, slide, size } = await stand(ask);
  return ratingsOf(painter, piece, slide, size, photoIn(slide, ask.layer));
}

/** The mask of a photo's subject; null where its picture is not there. */
export async function cut(
  ask: SlideAsk & { layer: string; strokes: CutStroke[]; box: Box | null },
): Promise<StoredMask | null> {
  const { slide } = await stand(ask),
    layer = photoIn(slide, ask.layer),
    photo = pictures.get(layer.asset);
  if (!photo) return null;
  const subject = ask.box || ask.strokes.length ? null : (knownSubject(layer) ?? (await subjectIn(layer.asset, photo)));
  return keepMask(new CutOut(photo).mask(ask.strokes, ask.box ?? (subject && cutBox(subject))));
}

/** Tells the letters of a picture. @param boxes in fractions of it; everywhere where left out */
export const letters = ({ id, boxes }: { id: string; boxes?: readonly Box[] }): Promise<LetteringAnswer> =>
  letteringOf(id, boxes);

/** A picture as a service shows it: no wider than that, as JPEG of that quality. */
export async function compressed({
  bytes,
  width,
  quality,
}: {
  bytes: Uint8Array;
  width: number;
  quality: number;
}): Promise<{ bytes: Uint8Array; width: number; height: number }> {
  const { data, info } = await sharp(bytes, DECODING)
    .resize({ width, withoutEnlargement: true })
    .flatten({ background: '#ffffff' })
    .jpeg({ quality })
    .toBuffer({ resolveWithObject: true });
  return { bytes: new Uint8Array(data), width: info.width, height: info.height };
}

/** A drawing as a PNG, its longer side so many pixels. */
export const drawnAs = async ({ id, side }: { id: string; side: number }): Promise<Uint8Array> =>
  new Uint8Array(await (await drawn(id, side)).png({ compressionLevel: 3 }).toBuffer());

const photoIn = (slide: Slide, id: string): PhotoLayer =>
  slide.layers.find((l): l is PhotoLayer => l.id === id && isPhoto(l))!;
