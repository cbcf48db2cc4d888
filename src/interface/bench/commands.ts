// What a person can do on the bench, whichever way it is asked for: button, key, menu or drop.
import { nanoid } from 'nanoid';
import { addLayer, changeLayers, duplicateLayers, moveLayer, placeLayer, removeLayers, shiftLayer } from '../../core/piece/edits';
import { gradientThrough, makeBorder, makeFill, makePhoto, makeText, marginOf, photoName } from '../../core/piece/make';
import { layerIn } from '../../core/piece/resolve';
import { LayerSchema, type Band, type Fill, type Layer, type PhotoLayer, type TextLayer } from '../../core/piece/schema';
import { lookOf, withLook, type Look, type LookPart } from '../../core/piece/look';
import { makeTreatment, type TreatmentKind } from '../../core/remedy/treatment';
import { boundsOf } from '../../core/arrange/transform';
import type { AssetInfo } from '../shared/api';
import { uploadWithNotice } from '../shared/upload';
import { currentSize, currentSlide, edit, frameOf, isMovable, select, selectedLayer, useBench } from './store';
import { colourForOverlay, mainColour } from './treatment';

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
  const colour = texts.length ? mainColour(texts.at(-1)!.fill, state().piece) : currentSlide(state()).layers.some((l) => l.kind === 'photo') ? '#ffffff' : '#16202a';
  const layer = makeText(newId(), 'Your headline', size, colour);
  // A second text lands below the first, not on it.
  const lowest = texts.map((t) => frameOf(t, state().texts)).reduce((y, b) => Math.max(y, b.y + b.height), 0);
  if (texts.length && lowest + layer.box.height < size.height - marginOf(size)) layer.box.y = Math.round(lowest + layer.fontSize * 0.25);
  put('Add text', layer);
  useBench.setState({ editing: layer.id });
}

/** Lays a treatment between picture and texts, in a colour of the photo: for the selected texts, or all. */
export async function addTreatment(kind: TreatmentKind): Promise<void> {
  const colour = await colourForOverlay();
  const s = state(), slide = currentSlide(s);
  const texts = slide.layers.filter((l) => l.kind === 'text' && s.selection.includes(l.id)).map((l) => l.id);
  put(`Add ${kind}`, makeTreatment(kind, newId(), colour, s.piece, slide, texts.length ? texts : undefined));
}

export function addBorder(): void {
  const colour = mainColour(currentSlide(state()).layers.find((l): l is TextLayer => l.kind === 'text')?.fill ?? makeFill('', '#ffffff', baseSize()).fill, state().piece);
  put('Add border', makeBorder(newId(), colour, baseSize()));
}

/** A layer of the backdrop filled with a colour, a gradient or a pattern. */
export async function addFill(kind: Exclude<Fill['kind'], 'none'>): Promise<void> {
  const colour = await colourForOverlay();
  const layer = makeFill(newId(), colour === '#101820' ? '#22384f' : colour, baseSize());
  layer.fill = { ...layer.fill, kind, gradient: gradientThrough([layer.fill.colour, '#f4efe6']), pattern: { ...layer.fill.pattern, foreground: layer.fill.colour } };
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
  const s = state(), layer = currentSlide(s).layers.find((l) => l.id === s.selection[0]);
  if (layer) look = lookOf(layer);
}
export function pasteLook(part: LookPart): void {
  const from = look, ids = changeable();
  if (from && ids.length) edit(part === 'whole' ? 'Paste look' : `Paste ${part}`, (p) => changeLayers(p, state().slideId, ids, (l) => void Object.assign(l, withLook(l, from, part, p))));
}

export const addPhoto = (asset: AssetInfo): void => put('Add photo', makePhoto(newId(), asset.id, photoName(asset.name), baseSize()));

/** Uploads pictures and lays them as photos; says what is wrong with those that cannot be used. */
export async function addPictureFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const asset = await uploadWithNotice(file);
    if (asset) addPhoto(asset);
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
  const locked = new Set(currentSlide(s).layers.filter((l) => l.locked).map((l) => l.id));
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
  const s = state(), size = currentSize(s), base = s.piece.sizes[0];
  const ids = changeable();
  if (!ids.length) return;
  edit(
    'Nudge',
    (p) =>
      ids.reduce((q, id) => {
        const layer = layerIn(currentSlide(s).layers.find((l) => l.id === id)!, size, base);
        return isMovable(layer, size) ? placeLayer(q, s.slideId, id, s.sizeId, { box: { ...layer.box, x: layer.box.x + dx, y: layer.box.y + dy } }) : q;
      }, p),
    `nudge:${ids.join()}`,
  );
}

export const shiftSelected = (by: number): void => {
  const [id] = state().selection;
  if (id) edit(by > 0 ? 'Bring forward' : 'Send backward', (p) => shiftLayer(p, state().slideId, id, by));
};

export const moveTo = (id: string, band: Band, above: string | null): void => edit('Reorder', (p) => moveLayer(p, state().slideId, id, band, above));

export function change<L extends Layer>(label: string, ids: string[], apply: (layer: L) => void, merge: string | null = null): void {
  edit(label, (p) => changeLayers(p, state().slideId, ids, (l) => apply(l as L)), merge);
}

export const toggleVisible = (id: string): void => change('Show or hide', [id], (l) => void (l.visible = !l.visible));
export const toggleLocked = (id: string): void => change('Lock or unlock', [id], (l) => void (l.locked = !l.locked));
export const renameLayer = (id: string, name: string): void => {
  if (name.trim()) change('Rename', [id], (l) => void (l.name = name.trim().slice(0, 200)));
};

/** Places the selected layer within the slide: at its margins or its middle. */
export function alignSelected(to: { x?: 'left' | 'middle' | 'right'; y?: 'top' | 'middle' | 'bottom' }): void {
  const s = state(), layer = selectedLayer(s), size = currentSize(s);
  if (!layer || !isMovable(layer, size)) return;
  const frame = frameOf(layer, s.texts), bounds = boundsOf(frame, layer.rotation), m = marginOf(size);
  const dx = to.x === 'left' ? m - bounds.x : to.x === 'right' ? size.width - m - bounds.x - bounds.width : to.x === 'middle' ? (size.width - bounds.width) / 2 - bounds.x : 0;
  const dy = to.y === 'top' ? m - bounds.y : to.y === 'bottom' ? size.height - m - bounds.y - bounds.height : to.y === 'middle' ? (size.height - bounds.height) / 2 - bounds.y : 0;
  edit('Align', (p) => placeLayer(p, s.slideId, layer.id, s.sizeId, { box: { ...layer.box, x: layer.box.x + dx, y: layer.box.y + dy } }));
}

const CLIP = 'plavo-layers';

/** Selected layers as text for the clipboard, or null. */
export function copied(): string | null {
  const s = state();
  const layers = currentSlide(s).layers.filter((l) => s.selection.includes(l.id));
  return layers.length ? JSON.stringify({ format: CLIP, layers }) : null;
}

/** Pastes layers copied before. @returns false where the text holds none */
export function pasteLayers(text: string): boolean {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text);
  } catch {
    return false;
  }
  const raw = (parsed as { format?: string; layers?: unknown[] }) ?? {};
  if (raw.format !== CLIP || !Array.isArray(raw.layers)) return false;
  const layers = raw.layers.flatMap((l) => {
    const r = LayerSchema.safeParse(l);
    return r.success ? [{ ...r.data, id: newId() }] : [];
  });
  if (!layers.length) return false;
  edit('Paste', (p) => layers.reduce((q, l) => addLayer(q, state().slideId, l), p));
  select(layers.map((l) => l.id));
  return true;
}
