// Who writes which format of drawings; one that is forgotten does not compile.
import type { About, DrawnFormatId, Encoding } from '../../core/format/formats';
import { drawnSlide } from '../../core/format/vector/slide';
import { type NotKept } from '../../core/format/not-kept';
import type { Size, Slide, Piece } from '../../core/piece/schema';
import type { Painter } from '../../core/scene/painter';
import { pixelsOf } from '../../core/scene/whole';
import type { LoadedFont } from '../../core/type/font';
import { ora } from './ora';
import { pdf, type PdfPage } from './pdf';
import { svg } from './svg';

/** A slide that is ready to be painted. */
export interface Ready {
  piece: Piece;
  slide: Slide;
  size: Size;
}

export interface DrawingAsk {
  painter: Painter;
  /** Made ready one after the other; only formats with pages take more than the first. */
  slides: AsyncIterable<Ready>;
  scale: number;
  as: Encoding;
  about: About;
  /** Bytes of a font, whole; null where it may not go along. */
  font: (font: LoadedFont) => Promise<Uint8Array | null>;
}

type DrawingWriter = (ask: DrawingAsk) => Promise<{ bytes: Uint8Array; notKept: NotKept[] }>;

async function first(slides: AsyncIterable<Ready>): Promise<Ready> {
  for await (const s of slides) return s;
  throw new Error('No slide is there to be written');
}

async function* pdfPages({ painter, slides, scale, as }: DrawingAsk): AsyncGenerator<PdfPage> {
  for await (const { piece, slide, size } of slides)
    yield {
      slide: drawnSlide(painter, painter.sceneOf(piece, slide, size), scale, false, { shadows: false }),
      width: size.width,
      painted: () => pixelsOf(painter, piece, slide, size, scale, as.transparent),
    };
}

export const DRAWING_WRITERS: Readonly<Record<DrawnFormatId, DrawingWriter>> = {
  svg: async ({ painter, slides, scale, as, about, font }) => {
    const { piece, slide, size } = await first(slides);
    return svg(
      drawnSlide(painter, painter.sceneOf(piece, slide, size), scale, as.transparent, { shadows: true }),
      as,
      about,
      font,
    );
  },
  pdf: (ask) => pdf(pdfPages(ask), ask.as, ask.about, ask.font),
  ora: async ({ painter, slides, scale, as, about }) => {
    const { piece, slide, size } = await first(slides);
    return ora(painter, painter.sceneOf(piece, slide, size), scale, as, about);
  },
};
