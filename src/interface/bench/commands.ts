// What a person can do on the bench, whichever way it is asked for: button, key, menu or drop.
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { alignTo, type Side, spreadOut, withGap } from '../../core/arrange/align';
import type { Box } from '../../core/ground/box';
import { union } from '../../core/ground/box';
import { boundsOf } from '../../core/ground/transform';
import { makeBorder } from '../../core/kinds/border';
import { marginOf } from '../../core/kinds/common';
import { makeFill } from '../../core/kinds/fill';
import type { Layer } from '../../core/kinds/layers';
import type { PhotoLayer } from '../../core/kinds/photo';
import { makePhoto, makePicture, photoName } from '../../core/kinds/photo';
import { makeShape } from '../../core/kinds/shape';
import type { TextLayer } from '../../core/kinds/text';
import { makeText } from '../../core/kinds/text';
import { type Drawing, isOneColour, marksOf, outlineOf } from '../../core/paint/drawing';
import type { LayersClip } from '../../core/piece/clip';
import {
  addLayer,
  changeLayers,
  duplicateLayers,
  moveLayer,
  placeLayer,
  removeLayers,
  shiftLayers,
} from '../../core/piece/edits';
import { groupLayers, groupsAround, groupSelected, ungroup } from '../../core/piece/groups';
import { type Look, lookOf, type LookPart, withLook } from '../../core/piece/look';
import { layerIn } from '../../core/piece/resolve';
import type { Piece } from '../../core/piece/schema';
import { putSwatch } from '../../core/piece/swatches';
import type { LaidKind } from '../../core/piece/treatments';
import { makeTreatment } from '../../core/remedy/treatment';
import { setTypographically } from '../../core/type/spans';
import type { Colour, Fill } from '../../core/values/fill';
import { gradientThrough, solid } from '../../core/values/made';
import type { Band } from '../../core/values/plain';
import type { Shape, ShapeForm } from '../../core/values/shape';
import { swatchesOf } from '../../core/values/swatches';
import { api, type AssetInfo } from '../shared/api';
import { paletteOf } from '../shared/assets';
import { uploadWithNotice } from '../shared/upload';
import { currentSize, currentSlide, edit, frameOf, isMovable, select, useBench } from './store';
import { colourForOverlay, mainColour, topPhoto } from './treatment';

const newId = (): string => nanoid(10);
const state = useBench.getState;
const baseSize = () => state().piece.sizes[0];

function put(label: string, layer: Layer): void {
  edit(label, (p) => addLayer(p, state().slideId, layer));
  select([layer.id]);
}

export function addText(): void {
  const size = baseSize();
  const texts = currentSlide(state()).layers.filter((l): l is TextLayer => l.kind === 'text');
  const colour = texts.length
    ? mainColour(texts.at(-1)!.fill, state().piece)
    : currentSlide(state()).layers.some((l) => l.kind === 'photo')
      ? '#ffffff'
      : '#16202a';
  const layer = makeText(newId(), 'Your headline', size, colour);
  // A second text lands below the first, not on it.
  const lowest = texts.map((t) => frameOf(t, state().texts)).reduce((y, b) => Math.max(y, b.y + b.height), 0);
  if (texts.length && lowest + layer.box.height < size.height - marginOf(size))
    layer.box.y = Math.round(lowest + layer.fontSize * 0.25);
  put('Add text', layer);
  useBench.setState({ editing: layer.id });
}

/** Lays a treatment between picture and texts, in a colour of the photo: for the selected texts, or all. */
export async function addTreatment(kind: LaidKind): Promise<void> {
  const colour = await colourForOverlay();
  const s = state(),
    slide = currentSlide(s);
  const texts = slide.layers.filter((l) => l.kind === 'text' && s.selection.includes(l.id)).map((l) => l.id);
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
const lineColour = (): string =>
  mainColour(
    currentSlide(state()).layers.find((l): l is TextLayer => l.kind === 'text')?.fill ?? solid('#ffffff'),
    state().piece,
  );

/** A logo or picture among the texts. */
export const addPicture = (asset: AssetInfo): void =>
  put('Add picture', makePicture(newId(), asset.id, photoName(asset.name), baseSize(), asset));

/** Uploads pictures into the message. */
export async function addLogoFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const asset = await uploadWithNotice(file);
    if (asset) addPicture(asset);
  }
}

/** An uploaded file, and its outlines where it is a drawing of flat shapes; null where it was refused. */
async function uploadedDrawing(file: File): Promise<{ asset: AssetInfo; drawing: Drawing | null } | null> {
  const asset = await uploadWithNotice(file);
  return asset && { asset, drawing: await api.drawing(asset.id).catch(() => null) };
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
  const uploaded = await uploadedDrawing(file);
  return uploaded && outlineFrom(uploaded.drawing);
}

/**
 * A shape drawn elsewhere: the outline of an SVG in its colour. One of several colours would be a shape without them:
 * it comes as a picture.
 */
export async function addDrawnShape(file: File): Promise<void> {
  const uploaded = await uploadedDrawing(file);
  if (!uploaded) return;
  const { asset, drawing } = uploaded;
  if (drawing && !isOneColour(drawing)) {
    addPicture(asset);
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

export function addBorder(): void {
  const colour = mainColour(
    currentSlide(state()).layers.find((l): l is TextLayer => l.kind === 'text')?.fill ??
      makeFill('', '#ffffff', baseSize()).fill,
    state().piece,
  );
  put('Add border', makeBorder(newId(), colour, baseSize()));
}

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
export const replacePhoto = (id: string, asset: AssetInfo): void =>
  change<PhotoLayer>('Replace picture', [id], (l) => {
    l.asset = asset.id;
    l.name = photoName(asset.name);
  });

let look: Look | null = null;
/** The look that was copied last. */
export const copiedLook = (): Look | null => look;
export function copyLook(): void {
  const s = state(),
    layer = currentSlide(s).layers.find((l) => l.id === s.selection[0]);
  if (layer) look = lookOf(layer);
}
export function pasteLook(part: LookPart): void {
  const from = look,
    ids = changeable();
  if (from && ids.length)
    edit(part === 'whole' ? 'Paste look' : `Paste ${part}`, (p) =>
      changeLayers(p, state().slideId, ids, (l) => void Object.assign(l, withLook(l, from, part, p))),
    );
}

export const addPhoto = (asset: AssetInfo): void =>
  put('Add photo', makePhoto(newId(), asset.id, photoName(asset.name), baseSize()));

/**
 * Uploads pictures and lays them where they belong: photos in the backdrop, drawings, which are logos mostly, among the
 * texts.
 */
export async function addPictureFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const asset = await uploadWithNotice(file);
    if (asset) (file.type === 'image/svg+xml' ? addPicture : addPhoto)(asset);
  }
}

/** Uploads an SVG and makes it the tile of the patterns that `take` sets. */
export async function uploadTile(file: File, take: (asset: string) => void): Promise<void> {
  const asset = await uploadWithNotice(file);
  if (asset) take(asset.id);
}

/** Ids of the selection that may be changed. */
const changeable = (): string[] => {
  const s = state();
  const locked = new Set(
    currentSlide(s)
      .layers.filter((l) => l.locked)
      .map((l) => l.id),
  );
  return s.selection.filter((id) => !locked.has(id));
};

export function removeSelected(): void {
  const ids = changeable();
  if (!ids.length) return;
  edit(ids.length > 1 ? 'Delete layers' : 'Delete layer', (p) => removeLayers(p, state().slideId, ids));
  select([]);
}

export function duplicateSelected(): void {
  const { selection, slideId } = state();
  if (!selection.length) return;
  let made: string[] = [];
  edit('Duplicate', (p) => {
    const d = duplicateLayers(p, slideId, selection, newId);
    made = d.ids;
    return d.piece;
  });
  select(made);
}

export function nudge(dx: number, dy: number): void {
  const s = state(),
    size = currentSize(s),
    base = s.piece.sizes[0];
  const ids = changeable();
  if (!ids.length) return;
  edit(
    'Nudge',
    (p) =>
      ids.reduce((q, id) => {
        const layer = layerIn(
          currentSlide(s).layers.find((l) => l.id === id)!,
          size,
          base,
        );
        return isMovable(layer, size)
          ? placeLayer(q, s.slideId, id, s.sizeId, { box: { ...layer.box, x: layer.box.x + dx, y: layer.box.y + dy } })
          : q;
      }, p),
    `nudge:${ids.join()}`,
  );
}

/** One step, or all the way, within the band. */
export function shiftSelected(by: number): void {
  const { selection, slideId } = state();
  if (selection.length)
    edit(
      by === Infinity
        ? 'Bring to front'
        : by === -Infinity
          ? 'Send to back'
          : by > 0
            ? 'Bring forward'
            : 'Send backward',
      (p) => shiftLayers(p, slideId, selection, by),
    );
}

export function groupSelection(): void {
  const s = state();
  let made: string | null = null;
  edit('Group', (p) => {
    const g = groupLayers(p, s.slideId, s.selection, newId);
    made = g.group;
    return g.piece;
  });
  if (made === null && s.selection.length > 1)
    notifications.show({ message: 'Groups lie at most 20 deep within each other; nothing was changed.' });
  select(s.selection);
}

export function ungroupSelection(): void {
  const s = state(),
    slide = currentSlide(s),
    group =
      groupSelected(slide, s.selection) ??
      groupsAround(slide, slide.layers.find((l) => s.selection.includes(l.id))?.group ?? null).at(-1);
  if (group) edit('Ungroup', (p) => ungroup(p, s.slideId, group));
}

/** Curly quotes, ellipses, dashes, and pairs that stay on one line. */
export const typesetSelected = (): void =>
  change<TextLayer>('Quotes and pairs', changeable(), (l) => {
    if (l.kind === 'text') Object.assign(l, setTypographically(l));
  });

export const moveTo = (id: string, band: Band, above: string | null): void =>
  edit('Reorder', (p) => moveLayer(p, state().slideId, id, band, above));

export function change<L extends Layer>(
  label: string,
  ids: string[],
  apply: (layer: L) => void,
  merge: string | null = null,
): void {
  edit(label, (p) => changeLayers(p, state().slideId, ids, (l) => apply(l as L)), merge);
}

/** Hides what is visible; shows all where all are hidden. */
export function toggleVisible(...ids: string[]): void {
  const shown = currentSlide(state()).layers.some((l) => ids.includes(l.id) && l.visible);
  change('Show or hide', ids, (l) => void (l.visible = !shown));
}
export function toggleLocked(...ids: string[]): void {
  const free = currentSlide(state()).layers.some((l) => ids.includes(l.id) && !l.locked);
  change('Lock or unlock', ids, (l) => void (l.locked = free));
}
export const renameLayer = (id: string, name: string): void => {
  if (name.trim()) change('Rename', [id], (l) => void (l.name = name.trim().slice(0, 200)));
};

/** What a selection is aligned to. */
export type AlignFrame = 'selection' | 'margins' | 'slide';

interface Movable {
  layer: Layer;
  bounds: Box;
}
/** Selected layers that can be moved, as they stand in the present size. */
function movables(): Movable[] {
  const s = state(),
    size = currentSize(s),
    slide = currentSlide(s);
  return slide.layers
    .filter((l) => s.selection.includes(l.id))
    .map((l) => layerIn(l, size, baseSize()))
    .filter((l) => isMovable(l, size))
    .map((layer) => ({ layer, bounds: boundsOf(frameOf(layer, s.texts), layer.rotation) }));
}

function shiftAll(label: string, all: readonly Movable[], moves: readonly { dx: number; dy: number }[]): void {
  const s = state();
  edit(label, (p) =>
    all.reduce(
      (q, { layer }, i) =>
        moves[i].dx || moves[i].dy
          ? placeLayer(q, s.slideId, layer.id, s.sizeId, {
              box: { ...layer.box, x: layer.box.x + moves[i].dx, y: layer.box.y + moves[i].dy },
            })
          : q,
      p,
    ),
  );
}

/** Aligns the selection: one layer, or a whole group, to slide or margins; several to each other, too. */
export function alignSelected(side: Side, to: AlignFrame): void {
  const all = movables(),
    size = currentSize(state()),
    m = marginOf(size);
  if (!all.length) return;
  const frame =
    to === 'selection'
      ? union(all.map((x) => x.bounds))
      : to === 'margins'
        ? { x: m, y: m, width: size.width - 2 * m, height: size.height - 2 * m }
        : { x: 0, y: 0, width: size.width, height: size.height };
  const grouped = groupSelected(currentSlide(state()), state().selection) !== null;
  // A group goes as one.
  const moves =
    grouped && to !== 'selection'
      ? all.map(() => alignTo([union(all.map((x) => x.bounds))], frame, side)[0])
      : alignTo(
          all.map((x) => x.bounds),
          frame,
          side,
        );
  shiftAll('Align', all, moves);
}

/** Equal gaps between three or more, or gaps of a width. */
export function distributeSelected(axis: 'x' | 'y', gap?: number): void {
  const all = movables();
  if (all.length < 2) return;
  const boxes = all.map((x) => x.bounds);
  shiftAll('Distribute', all, gap === undefined ? spreadOut(boxes, axis) : withGap(boxes, axis, gap));
}
export const selectedBounds = (): Box[] => movables().map((x) => x.bounds);

const CLIP = 'plavo-layers';

/** Selected layers as text for the clipboard, with the swatches and groups they belong to; or null. */
export function copied(): string | null {
  const s = state(),
    slide = currentSlide(s);
  const layers = slide.layers.filter((l) => s.selection.includes(l.id));
  if (!layers.length) return null;
  const wanted = new Set(layers.flatMap(swatchesOf));
  return JSON.stringify({
    format: CLIP,
    layers,
    groups: slide.groups,
    swatches: s.piece.swatches.filter((w) => wanted.has(w.id)),
  });
}

/** Lays copied layers where they were; aside where the same layer still stands there. */
export function layClip({ layers: found, groups, swatches: given }: LayersClip): void {
  const s = state(),
    slide = currentSlide(s),
    here = new Map(slide.layers.map((l) => [l.id, l]));
  const swatches = given.filter((w) => !s.piece.swatches.some((x) => x.id === w.id));
  // Groups come along as new ones; only those that still hold something.
  const fresh = new Map(groups.map((g) => [g.id, newId()]));
  const wanted = new Set(found.flatMap((l) => groupsAround({ groups }, l.group)));
  const ids = new Map(found.map((l) => [l.id, newId()]));
  const layers = found.map((l): Layer => {
    const there = here.get(l.id),
      same = there && there.box.x === l.box.x && there.box.y === l.box.y && l.band === 'message';
    const copy: Layer = {
      ...l,
      id: ids.get(l.id)!,
      group: (l.group !== null && fresh.get(l.group)) || null,
      box: same ? { ...l.box, x: l.box.x + 24, y: l.box.y + 24 } : l.box,
    };
    // What followed a text that came along follows the copy.
    return 'follows' in copy
      ? { ...copy, follows: copy.follows.flatMap((f) => ids.get(f) ?? (here.has(f) ? f : [])) }
      : copy;
  });
  edit('Paste', (p) => {
    const withSwatches = swatches.reduce((q, w) => putSwatch(q, w), p);
    const known = new Set(withSwatches.swatches.map((w) => w.id));
    const usable = layers.filter((l) => swatchesOf(l).every((w) => known.has(w)));
    const laid = usable.reduce((q, l) => addLayer(q, s.slideId, l), withSwatches);
    return {
      ...laid,
      slides: laid.slides.map((sl) =>
        sl.id === s.slideId
          ? {
              ...sl,
              groups: [
                ...sl.groups,
                ...groups
                  .filter((g) => wanted.has(g.id))
                  .map((g) => ({ ...g, id: fresh.get(g.id)!, within: (g.within && fresh.get(g.within)) || null })),
              ],
            }
          : sl,
      ),
    } as Piece;
  });
  select(layers.map((l) => l.id));
}

/** Pastes a text from the clipboard that holds layers of ours. */
export async function pasteLayers(text: string): Promise<void> {
  // The validator is only needed now.
  const { layersClip } = await import('../../core/piece/clip');
  const clip = layersClip(text);
  if (clip) layClip(clip);
}
/** Does a text look like layers of ours? */
export const isLayers = (text: string): boolean => text.startsWith(`{"format":"${CLIP}"`);
