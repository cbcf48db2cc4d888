// Tasks that paint: slides, places, motion, drawings, the files of a page.
import sharp from 'sharp';
import { sectionAt } from '../../../core/arrange/section';
import {
  type DrawnFormatId,
  type Encoding,
  FORMATS,
  isDrawn,
  type MotionFormatId,
  type SlideFormatId,
  USUAL_ENCODING,
} from '../../../core/format/formats';
import type { NotKept } from '../../../core/format/not-kept';
import { backgroundCss } from '../../../core/format/html/background';
import { sectionPage } from '../../../core/format/html/section';
import { blank, layInto, type Pixels } from '../../../core/ground/pixels';
import { aboutSlide } from '../../../core/piece/alternative';
import { aboutInPlaces, paintPlace } from '../../../core/places/paint';
import type { Light } from '../../../core/places/place';
import { type PlaceId, placeOf } from '../../../core/places/places';
import { slideAt, turnOf } from '../../../core/piece/moments';
import { nameOf } from '../../../core/piece/name';
import { allPictures } from '../../../core/piece/slideshow';
import { checkPainting } from '../../../core/scene/budget';
import { pixelsOf } from '../../../core/scene/whole';
import { mayGoAlong } from '../../../core/type/sfnt';
import { DRAWING_WRITERS, type Ready } from '../../formats/drawings';
import { MOTION_WRITERS } from '../../formats/motion-writers';
import { backgroundFiles, type Files, sectionFolder } from '../../formats/section-folder';
import { write, WRITERS } from '../../formats/writers';
import { fonts, painter, pictures, type SlideAsk, stand } from '../standing';
import type { InPlacesAsk } from './reading';

export type PaintAsk = SlideAsk & {
  scale: number;
  /** Of a section: the width of the page at which it is painted, CSS px. */
  width?: number;
  transparent?: boolean;
};

export type RenderAsk = Omit<PaintAsk, 'transparent'> & {
  format: SlideFormatId;
  as: Encoding;
  /** No larger than this, bytes, in a format of pixels. */
  target?: number | null;
  /** The file says what it is called and shows. */
  about?: boolean;
  /** Slides of a file with pages, from 0; the slide alone where left out. */
  pages?: number[];
};

/** Paints a slide: RGBA bytes, row by row. */
export async function painted(ask: PaintAsk): Promise<Pixels> {
  const { piece, slide, size: own } = await stand(ask, Math.max(1, ask.scale)),
    size = ask.width === undefined ? own : sectionAt(painter, piece, slide, ask.width);
  checkPainting(painter, piece, slide, size, ask.scale);
  return pixelsOf(painter, piece, slide, size, ask.scale, ask.transparent);
}

/** Paints a slide and writes it. @returns `smallest`, bytes, where nothing keeps within the target */
export async function render({
  as,
  ...ask
}: RenderAsk): Promise<{ bytes: Uint8Array; as: Encoding; notKept?: NotKept[] } | { smallest: number }> {
  const about = ask.about ? aboutSlide(ask.piece, ask.piece.slides[ask.slide]) : undefined,
    { format } = ask;
  if (isDrawn(format)) return { ...(await drawnFile(ask, format, as)), as };
  return write(await painted({ ...ask, transparent: as.transparent }), format, as, ask.target ?? null, about);
}

/** Slides as a drawing. */
function drawnFile(
  { pages, scale, width, ...ask }: Omit<RenderAsk, 'as'>,
  format: DrawnFormatId,
  as: Encoding,
): ReturnType<(typeof DRAWING_WRITERS)[DrawnFormatId]> {
  const { piece } = ask,
    numbers = FORMATS[format].pages && pages ? pages : [ask.slide],
    about = aboutSlide(piece, piece.slides[ask.slide]);
  async function* slides(): AsyncGenerator<Ready> {
    for (const slide of numbers) {
      const { slide: seen, size: own } = await stand({ ...ask, slide }, Math.max(1, scale)),
        size = width === undefined ? own : sectionAt(painter, piece, seen, width);
      checkPainting(painter, piece, seen, size, scale);
      yield { piece, slide: seen, size };
    }
  }
  return DRAWING_WRITERS[format]({
    painter,
    slides: slides(),
    scale,
    as,
    about: numbers.length > 1 ? { ...about, title: nameOf(piece) } : about,
    font: async ({ face }) => {
      const bytes = await fonts.source(face);
      return mayGoAlong(bytes) ? bytes : null;
    },
  });
}

/** A place with a slide in it. */
export async function placed({
  campaignName,
  place,
  light,
  scale,
  ...ask
}: InPlacesAsk & { place: PlaceId; light: Light; scale: number }): Promise<{ bytes: Uint8Array }> {
  const at = await stand(ask, scale);
  checkPainting(painter, at.piece, at.slide, at.size, 1);
  const shown = { ...at, about: aboutInPlaces(at.piece, campaignName) },
    { picture } = await paintPlace(painter, placeOf(place), shown, light, scale);
  return { bytes: await WRITERS.png(picture, USUAL_ENCODING) };
}

export type MotionAsk = SlideAsk & { format: MotionFormatId; scale: number; quality: number };

/** A slide where something moves, frame by frame. */
export async function motion(ask: MotionAsk): Promise<{ bytes: Uint8Array }> {
  const { piece, slide, size, load } = await stand(ask, Math.max(1, ask.scale));
  checkPainting(painter, piece, slide, size, ask.scale);
  const { moments, length } = turnOf(slide),
    frames: { painted: Pixels; ms: number }[] = [];
  for (const [i, time] of moments.entries()) {
    const still = slideAt(slide, time);
    await load([still]);
    frames.push({
      painted: pixelsOf(painter, piece, still, size, ask.scale),
      ms: Math.max(20, Math.round(moments[i + 1] ?? length) - Math.round(time)),
    });
  }
  return { bytes: await MOTION_WRITERS[ask.format](frames, ask.quality) };
}

/** A section as the files of a page: index.html, its style sheet, pictures, fonts. */
export async function sectionFiles(ask: SlideAsk & { quality: number }): Promise<Files> {
  for (const { id } of ask.piece.sizes) {
    const { piece, slide, size } = await stand({ ...ask, size: id }, 2);
    checkPainting(painter, piece, slide, size, 1);
  }
  const { piece, slide, load } = await stand(ask, 2);
  await load([allPictures(slide).slide]);
  const page = sectionPage(painter, piece, slide, (asset) => pictures.get(asset) ?? null);
  return sectionFolder(painter, page, (face) => fonts.source(face.font.face), ask.quality);
}

export type BackgroundAsk = SlideAsk & { scale: number; quality: number };

/** What lies behind the message as CSS, with the names of layers that are not in it and the photos it shows. */
export async function background(ask: BackgroundAsk): Promise<{ leftOut: string[]; files: Files }> {
  const { piece, slide, size } = await stand(ask, Math.max(1, ask.scale));
  checkPainting(painter, piece, slide, size, ask.scale);
  const scene = painter.sceneOf(piece, slide, size),
    found = backgroundCss(scene);
  return { leftOut: found.leftOut, files: await backgroundFiles(painter, scene, found, ask.scale, ask.quality) };
}

/** Slides side by side as one PNG. */
export async function strip(ask: SlideAsk & { numbers: number[]; scale: number }): Promise<{ bytes: Uint8Array }> {
  let whole: Pixels | null = null;
  for (const [i, number] of ask.numbers.entries()) {
    const { piece, slide, size } = await stand({ ...ask, slide: number }, Math.max(1, ask.scale));
    checkPainting(painter, piece, slide, size, ask.scale);
    const one = pixelsOf(painter, piece, slide, size, ask.scale);
    whole ??= blank(one.width * ask.numbers.length, one.height);
    layInto(whole, one, i * one.width);
  }
  return { bytes: await WRITERS.png(whole!, USUAL_ENCODING) };
}

/** A slide as a small JPEG: soon made, and only looked at. @param side longer, px */
export async function look({ side, ...ask }: SlideAsk & { side: number }): Promise<Uint8Array> {
  const { piece, slide, size } = await stand(ask),
    { width, height, data } = pixelsOf(
      painter,
      piece,
      slide,
      size,
      Math.min(1, side / Math.max(size.width, size.height)),
    );
  return new Uint8Array(
    await sharp(data, { raw: { width, height, channels: 4 } })
      .flatten()
      .jpeg({ quality: 82 })
      .toBuffer(),
  );
}
