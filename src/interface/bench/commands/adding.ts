// Adding layers: texts, treatments, shapes, pictures, each landing where it belongs.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { inkOver } from '../../../core/colour/beneath';
import { makeBorder } from '../../../core/kinds/border';
import { SMALLEST_SHOWN } from '../../../core/piece/destinations';
import type { Credit } from '../../../contract/shapes';
import { marginOf } from '../../../core/kinds/common';
import { makeFill } from '../../../core/kinds/fill';
import type { Layer } from '../../../core/kinds/layers';
import { isText } from '../../../core/kinds/layers';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { makePhoto, makePicture, photoName } from '../../../core/kinds/photo';
import { makeShape } from '../../../core/kinds/shape';
import type { TextLayer } from '../../../core/kinds/text';
import { makeButton, makeText } from '../../../core/kinds/text';
import { type Drawing, isOneColour, marksOf, outlineOf } from '../../../core/paint/drawing';
import { makeMotion } from '../../../core/photo/motion';
import { withHouse } from '../../../core/house/follow';
import { styledBy } from '../../../core/house/styled';
import { addLayer } from '../../../core/piece/edits';
import type { Mark } from '../../shared/general-marks';
import { accentOf } from '../../../core/piece/swatches';
import type { LaidKind } from '../../../core/piece/treatments';
import { makeTreatment } from '../../../core/remedy/begin-treatment';
import { faceFor } from '../../../core/type/catalogue';
import type { Colour, Fill } from '../../../core/values/fill';
import { gradientThrough, solid } from '../../../core/values/made';
import type { Frame } from '../../../core/values/motion';
import type { Shape, ShapeForm } from '../../../core/values/shape';
import { hexOf } from '../../../core/values/swatches';
import { api, type AssetInfo, inWords } from '../../shared/api';
import { paletteOf } from '../../shared/assets';
import { useHouse } from '../keeping/house';
import { familiesKnown } from '../state/fonts';
import { whileOpen } from '../state/per-piece';
import { currentSlide, edit, frameOf, select, useBench } from '../state/store';
import { seenIn } from './beneath';
import { styleFor, swatchFor } from './house';
import { colourForOverlay, mainColour, topPhoto } from './chosen-treatment';
import { uploaded } from './uploading';

import { change } from './layers';
const newId = (): string => nanoid(10);
const state = useBench.getState;
const baseSize = () => state().piece.sizes[0];

function put(label: string, layer: Layer): void {
  edit(label, (p) => addLayer(p, state().slideId, layer));
  select([layer.id]);
}

/**
 * A new text in a colour that can be told from what lies where it lands: a headline first, then texts to go with it,
 * below it and quieter.
 */
export async function addText(as: 'text' | 'button' = 'text'): Promise<void> {
  const size = baseSize(),
    margin = marginOf(size);
  const texts = currentSlide(state()).layers.filter(isText),
    first = texts.reduce<TextLayer | null>((b, t) => (!b || t.fontSize > b.fontSize ? t : b), null);
  const layer = first
    ? makeText(newId(), 'Your text', size, '#ffffff', { ...first.font, weight: 400, italic: false })
    : // No word of a headline is left alone on its last line.
      { ...makeText(newId(), 'Your headline', size), balance: true };
  if (first) {
    layer.font = { ...layer.font, weight: faceFor(first.font.family, 400, false, familiesKnown()).weight };
    layer.fontSize = Math.round(Math.max(size.width * 0.02, Math.min(layer.fontSize, first.fontSize) * 0.5));
    layer.lineHeight = 1.3;
    layer.align = first.align;
    layer.box = {
      ...layer.box,
      x: first.box.x,
      width: Math.min(Math.max(first.box.width, size.width * 0.3), size.width - margin - first.box.x),
      height: Math.ceil(layer.fontSize * 1.3),
    };
    // Below what is there, not on it.
    const lowest = texts.map((t) => frameOf(t, state().texts)).reduce((y, b) => Math.max(y, b.y + b.height), 0);
    if (lowest + layer.box.height < size.height - margin) layer.box.y = Math.round(lowest + layer.fontSize * 0.5);
  }
  const { piece } = state();
  if (as === 'button') {
    layer.text = 'Read on';
    layer.name = 'Button';
    layer.fontSize = Math.round(layer.fontSize * (first ? 1 : 0.35));
    makeButton(layer, '#', accentOf(piece));
    put('Add button', layer);
    useBench.setState({ editing: layer.id });
    return;
  }
  const style = styleFor(first ? 'descriptor' : 'headline'),
    { style: house, loaded } = useHouse.getState(),
    set = style && styledBy(style, house, size);
  if (style && set) {
    const { colour: _chosen, ...type } = set;
    Object.assign(layer, type, { style: style.id });
    layer.box.height = Math.ceil(layer.fontSize * layer.lineHeight);
  }
  const seen = await seenIn(layer.box);
  const wanted = [...texts.map((t) => mainColour(t.fill, piece)).reverse(), '#ffffff', '#16202a'];
  // The colour of the style first, or of the house's texts; whichever can be told from what is there.
  const linked = [style?.colour, swatchFor('text')].filter((c): c is Colour => !!c),
    inks = [...linked.map((c) => hexOf(c, house)), ...wanted],
    ink = seen ? inkOver(seen, inks) : inks[0],
    of = linked[inks.indexOf(ink)];
  layer.fill = solid(of ?? ink);
  edit('Add text', (p) => {
    const added = addLayer(p, state().slideId, layer);
    return loaded ? withHouse(added, house) : added;
  });
  select([layer.id]);
  useBench.setState({ editing: layer.id });
}

/** Lays a treatment between picture and texts, in a colour of the photo: for the selected texts, or all. */
export async function addTreatment(kind: LaidKind): Promise<void> {
  const colour = await colourForOverlay();
  const s = state(),
    slide = currentSlide(s);
  const texts = slide.layers.filter((l) => isText(l) && s.selection.includes(l.id)).map((l) => l.id);
  put(`Add ${kind}`, makeTreatment(kind, newId(), colour, s.piece, slide, texts.length ? texts : undefined));
}

/** A shape in the middle of the slide, in a colour that its texts do not have. */
export async function addShape(form: ShapeForm): Promise<void> {
  const layer = makeShape(
    newId(),
    form,
    form === 'line' || form === 'arrow' ? lineColour() : await shapeColour(),
    baseSize(),
  );
  // Every blob is another one.
  put(`Add ${form}`, { ...layer, shape: { ...layer.shape, seed: Math.floor(Math.random() * 0xffffffff) } });
}
/** An accent of the photo, or a house colour: a shape is there to be seen. */
async function shapeColour(): Promise<Colour> {
  const s = state(),
    photo = topPhoto(s),
    found = photo ? await paletteOf(photo.asset).catch(() => null) : null;
  const accent = found?.find((f) => f.role.includes('accent'))?.hex,
    house = s.piece.swatches.filter((w) => w.colour);
  return house.length > 1 ? { swatch: house[1].id } : (accent ?? (await colourForOverlay()));
}
/** The colour of the texts: for lines that belong to them. */
const lineColour = (): string =>
  mainColour(currentSlide(state()).layers.find(isText)?.fill ?? solid('#ffffff'), state().piece);

/** The frames of a picture that moves. Without them it is a still, and is said to be one. */
async function framesOf({ id, frames }: AssetInfo): Promise<Frame[]> {
  if (!frames) return [];
  try {
    return await whileOpen(api.frames(id));
  } catch (e) {
    notifications.show({ color: 'amber', title: 'It came as a still', message: inWords(e).message });
    return [];
  }
}

/** A logo or picture among the texts. */
export async function addPicture(asset: AssetInfo): Promise<void> {
  const frames = await framesOf(asset);
  put('Add picture', makePicture(newId(), asset.id, photoName(asset.name), baseSize(), asset, frames));
}

/** Uploads pictures into the message. */
export async function addLogoFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const asset = await uploaded(file);
    if (asset) await addPicture(asset);
  }
}

/** An uploaded file, and its outlines where it is a drawing of flat shapes; null where it was refused. */
async function uploadedDrawing(file: File): Promise<{ asset: AssetInfo; drawing: Drawing | null } | null> {
  const asset = await uploaded(file);
  return asset && { asset, drawing: await whileOpen(api.drawing(asset.id).catch(() => null)) };
}

/** The outline of a drawing; says so where there is none that can be used. */
function outlineFrom(drawing: Drawing | null): NonNullable<Shape['path']> | null {
  const d = drawing && outlineOf(drawing);
  if (drawing && d && d.length <= 200_000) return { d, width: drawing.width, height: drawing.height };
  notifications.show({
    color: 'amber',
    title: 'This drawing has no outline to use',
    message:
      'It needs filled shapes in plain colours, without gradients or masks. It is in the library now, and can be used as a picture.',
  });
  return null;
}
export async function outlineFromFile(file: File): Promise<NonNullable<Shape['path']> | null> {
  const sent = await uploadedDrawing(file);
  return sent && outlineFrom(sent.drawing);
}

/**
 * A shape drawn elsewhere: the outline of an SVG in its colour. One of several colours would be a shape without them:
 * it comes as a picture.
 */
export async function addDrawnShape(file: File): Promise<void> {
  const sent = await uploadedDrawing(file);
  if (!sent) return;
  const { asset, drawing } = sent;
  if (drawing && !isOneColour(drawing)) {
    await addPicture(asset);
    notifications.show({
      title: 'Added as a picture',
      message: 'A shape has one colour; this drawing has more, or strokes, and keeps them so.',
    });
    return;
  }
  const path = outlineFrom(drawing);
  if (!path) return;
  const shape = makeShape(newId(), 'path', marksOf(drawing!.marks)[0].fill!, baseSize()),
    k = Math.min(shape.box.width / path.width, shape.box.height / path.height);
  put('Add drawn shape', {
    ...shape,
    name: photoName(file.name),
    box: { ...shape.box, width: Math.max(1, path.width * k), height: Math.max(1, path.height * k) },
    shape: { ...shape.shape, path },
  });
}

/** A general mark in an accent of the photo, or a house colour. */
export async function addMark({ name, ...path }: Mark): Promise<void> {
  const shape = makeShape(newId(), 'path', await shapeColour(), baseSize()),
    // A mark is smaller than a shape that something else lies on.
    side = shape.box.width / 2,
    k = Math.min(side / path.width, side / path.height),
    [width, height] = [Math.max(1, path.width * k), Math.max(1, path.height * k)],
    { x, y } = shape.box;
  put('Add mark', {
    ...shape,
    name: name[0].toUpperCase() + name.slice(1),
    box: { x: x + (shape.box.width - width) / 2, y: y + (shape.box.height - height) / 2, width, height },
    shape: { ...shape.shape, path: { d: path.d, width: path.width, height: path.height } },
  });
}

/** Whose a photo is, as a small line at the lower edge, in a colour that reads there. */
export async function addCreditLine({ author, service }: Pick<Credit, 'author' | 'service'>): Promise<void> {
  const size = baseSize(),
    margin = marginOf(size),
    layer = makeText(newId(), `Photo: ${author} / ${service}`, size);
  layer.name = 'Credit line';
  // As small as can still be read where it is shown.
  layer.fontSize = Math.ceil((SMALLEST_SHOWN * 1.1 * size.width) / size.shownWidth);
  layer.font = { ...layer.font, weight: faceFor(layer.font.family, 400, false, familiesKnown()).weight };
  const height = Math.ceil(layer.fontSize * 1.2),
    frames = currentSlide(state())
      .layers.filter(isText)
      .map((t) => frameOf(t, state().texts)),
    low = Math.round(size.height - margin * 0.6 - height),
    high = Math.round(margin * 0.6),
    free = (y: number): boolean => frames.every((f) => y + height < f.y || f.y + f.height < y);
  // At the lower edge, where nothing is said; else at the upper.
  const y = free(low) || !free(high) ? low : high;
  layer.box = { x: margin, y, width: size.width - 2 * margin, height };
  layer.anchors = { horizontal: 'left', vertical: y === low ? 'bottom' : 'top' };
  const seen = await seenIn(layer.box);
  layer.fill = solid(seen ? inkOver(seen, ['#ffffff', '#16202a']) : '#ffffff');
  put('Add credit line', layer);
}

export const addBorder = (): void => put('Add border', makeBorder(newId(), lineColour(), baseSize()));

/** A layer of the backdrop filled with a colour, a gradient or a pattern. */
export async function addFill(kind: Exclude<Fill['kind'], 'none'>): Promise<void> {
  const colour = await colourForOverlay();
  const layer = makeFill(newId(), colour === '#101820' ? '#22384f' : colour, baseSize());
  layer.fill = {
    ...layer.fill,
    kind,
    gradient: gradientThrough([layer.fill.colour, '#f4efe6']),
    pattern: { ...layer.fill.pattern, foreground: layer.fill.colour },
  };
  layer.name = { colour: 'Colour', gradient: 'Gradient', pattern: 'Pattern' }[kind];
  put(`Add ${kind}`, layer);
}

/** Another picture in a photo's place; everything else stays. */
export async function replacePhoto(id: string, asset: AssetInfo): Promise<void> {
  const frames = await framesOf(asset);
  change<PhotoLayer>('Replace picture', [id], (l) => {
    l.asset = asset.id;
    l.name = photoName(asset.name);
    l.motion = frames.length ? makeMotion(frames) : null;
  });
}

export async function addPhoto(asset: AssetInfo): Promise<void> {
  const frames = await framesOf(asset);
  put('Add photo', makePhoto(newId(), asset.id, photoName(asset.name), baseSize(), frames));
}

/**
 * Uploads pictures and lays them where they belong: photos in the backdrop, drawings, which are logos mostly, among the
 * texts.
 */
export async function addPictureFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const asset = await uploaded(file);
    if (asset) await (file.type === 'image/svg+xml' ? addPicture : addPhoto)(asset);
  }
}

/** Uploads an SVG and makes it the tile of the patterns that `take` sets. */
export async function uploadTile(file: File, take: (asset: string) => void): Promise<void> {
  const asset = await uploaded(file);
  if (asset) take(asset.id);
}
