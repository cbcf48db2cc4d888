// A place painted with a picture in it, by the painter of everything.
import { type Seeing, seen } from '../colour/seeing';
import type { Box } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import { STILL } from '../ground/transform';
import type { Extent } from '../kinds/common';
import type { Layer } from '../kinds/layers';
import { makeShape } from '../kinds/shape';
import { makeText } from '../kinds/text';
import { sectionAt } from '../arrange/section';
import { headlineOf } from '../piece/name';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { sceneWith } from '../scene/scene';
import { traceBox } from '../ground/box-path';
import { type Drawing, type Light, type Mark, type Place, type Shown, TONES } from './place';

/** As a press with one ink gives it. */
export const GREY: Seeing = { kind: 'grey' };
const FONT = { family: 'Atkinson Hyperlegible', italic: false };

function layerOf(mark: Mark, light: Light, extent: Extent, id: string): Layer {
  const colour = TONES[light][mark.tone];
  if (mark.form === 'words') {
    const { x, y, width, size, text, bold = false, align = 'start', over = false } = mark;
    return {
      ...makeText(id, text, extent, colour, { ...FONT, weight: bold ? 700 : 400 }),
      box: { x, y, width, height: size * 1.3 },
      fontSize: size,
      lineHeight: 1.25,
      align,
      grow: true,
      shadows: over
        ? [{ kind: 'drop', on: true, x: 0, y: 0, blur: 4, spread: 0, colour: '#000000', opacity: 0.5 }]
        : [],
    };
  }
  const { x, y, width, height } = mark,
    radius = mark.form === 'box' ? (mark.radius ?? 0) : 0,
    shape = makeShape(id, mark.form === 'disc' ? 'ellipse' : 'rectangle', colour, extent);
  return {
    ...shape,
    shape: { ...shape.shape, radius: [radius, radius, radius, radius] },
    box: { x, y, width, height },
  };
}

const layersOf = (marks: readonly Mark[], light: Light, drawing: Drawing): Layer[] =>
  marks.map((m, i) => layerOf(m, light, drawing, `mark-${i}`));

/** What a place says of a piece. */
export const aboutInPlaces = (piece: Piece, campaign: string): Pick<Shown, 'headline' | 'campaign'> => ({
  headline: headlineOf(piece) ?? piece.name,
  campaign,
});

/** What is shown in a place, and what the place says of it. */
export interface InPlace {
  piece: Piece;
  slide: Slide;
  size: Size;
  about: Pick<Shown, 'headline' | 'campaign'>;
}

/** The drawing of a place round a slide, and the size it has there: a section is laid out at the width of the page. */
export function drawnIn(painter: Painter, place: Place, { piece, slide, size: own, about }: InPlace) {
  const size = place.page === undefined || !piece.section ? own : sectionAt(painter, piece, slide, place.page);
  return { size, drawing: place.draw({ ...about, width: size.width, height: size.height }) };
}

/**
 * A place with a slide in it. What the slide is made of must be loaded.
 * @param scale pixels to a CSS pixel @returns where the slide lies, too, CSS px
 */
export async function paintPlace(
  painter: Painter,
  place: Place,
  shown: InPlace,
  light: Light,
  scale: number,
): Promise<{ picture: Pixels; at: Box }> {
  const { piece, slide } = shown,
    { size, drawing } = drawnIn(painter, place, shown),
    width = Math.round(drawing.width * scale),
    height = Math.round(drawing.height * scale),
    under = layersOf(drawing.under, light, drawing),
    over = layersOf(drawing.over, light, drawing),
    view = { scale, x: 0, y: 0 };
  await painter.prepare({ ...slide, layers: [...under, ...over] });
  const surface = painter.studio.surface(width, height);
  painter.paintScene(surface, sceneWith(under, { swatches: [] }, drawing, TONES[light].page), view);
  const picture = painter.studio.surface(Math.round(drawing.at.width * scale), Math.round(drawing.at.height * scale)),
    { crop, radius = 0 } = drawing,
    k = (drawing.at.width * scale) / (crop.width * size.width);
  painter.paint(picture, piece, slide, size, {
    scale: k,
    x: Math.round(crop.x * size.width * k),
    y: Math.round(crop.y * size.height * k),
  });
  const { context } = picture;
  if (radius > 0) {
    context.setTransform(1, 0, 0, 1, 0, 0);
    context.globalAlpha = 1;
    context.globalCompositeOperation = 'destination-in';
    context.fillStyle = '#000';
    context.beginPath();
    const r = radius * scale;
    traceBox(context, { x: 0, y: 0, width: picture.width, height: picture.height }, [r, r, r, r], STILL);
    context.fill();
  }
  surface.context.setTransform(1, 0, 0, 1, 0, 0);
  surface.context.globalAlpha = 1;
  surface.context.globalCompositeOperation = 'source-over';
  surface.context.drawImage(picture.image, Math.round(drawing.at.x * scale), Math.round(drawing.at.y * scale));
  picture.free();
  painter.paintScene(surface, sceneWith(over, { swatches: [] }, drawing), view, { onto: true });
  const data = surface.read(0, 0, width, height);
  surface.free();
  return { picture: { width, height, data: place.grey ? seen(data, GREY) : data }, at: drawing.at };
}
