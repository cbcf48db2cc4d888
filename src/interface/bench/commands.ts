// What a person can do on the bench, whichever way it is asked for: button, key, menu or drop.
import { nanoid } from 'nanoid';
import { addLayer, changeLayers, duplicateLayers, moveLayer, placeLayer, removeLayers, shiftLayer } from '../../core/piece/edits';
import { makeFill, makePhoto, makeText, makeTint, marginOf, photoName } from '../../core/piece/make';
import { hexOf, layerIn } from '../../core/piece/resolve';
import { LayerSchema, type Band, type Layer, type TextLayer } from '../../core/piece/schema';
import { boundsOf } from '../../core/arrange/transform';
import { luminance, rgba } from '../../core/colour/srgb';
import type { AssetInfo } from '../shared/api';
import { uploadWithNotice } from '../shared/upload';
import { currentSize, currentSlide, edit, frameOf, select, selectedLayer, useBench } from './store';

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
  const colour = texts.length ? hexOf(texts.at(-1)!.fill.colour, state().piece) : currentSlide(state()).layers.some((l) => l.kind === 'photo') ? '#ffffff' : '#16202a';
  const layer = makeText(newId(), 'Your headline', size, colour);
  // A second text lands below the first, not on it.
  const lowest = texts.map((t) => frameOf(t, state().texts)).reduce((y, b) => Math.max(y, b.y + b.height), 0);
  if (texts.length && lowest + layer.box.height < size.height - marginOf(size)) layer.box.y = Math.round(lowest + layer.fontSize * 0.25);
  put('Add text', layer);
  useBench.setState({ editing: layer.id });
}

export const addTint = (colour = '#101820', opacity = 0.3): string => {
  const layer = makeTint(newId(), colour, opacity, baseSize());
  put('Add tint', layer);
  return layer.id;
};

export const addFill = (): void => put('Add colour', makeFill(newId(), '#22384f', baseSize()));

export const addPhoto = (asset: AssetInfo): void => put('Add photo', makePhoto(newId(), asset.id, photoName(asset.name), baseSize()));

/** Uploads pictures and lays them as photos; says what is wrong with those that cannot be used. */
export async function addPictureFiles(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const asset = await uploadWithNotice(file);
    if (asset) addPhoto(asset);
  }
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
        return layer.band === 'message' ? placeLayer(q, s.slideId, id, s.sizeId, { box: { ...layer.box, x: layer.box.x + dx, y: layer.box.y + dy } }) : q;
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
  if (!layer || layer.locked || layer.band !== 'message') return;
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

/** Is the ink of a text light? Decides whether it wants a dark or a light tint. */
export function inkIsLight(layer: TextLayer | undefined): boolean {
  if (!layer) return true;
  const { r, g, b } = rgba(hexOf(layer.fill.colour, state().piece));
  return luminance(r, g, b) > 0.25;
}
