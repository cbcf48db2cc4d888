// Groups: layers that are taken hold of together. A layer names its group, a group the one it lies within; the order of
// painting knows nothing of it.
import { produce } from 'immer';
import { DEEPEST_GROUP } from './limits';
import type { Piece, Slide } from './schema';

type Grouped = Pick<Slide, 'groups' | 'layers'>;

/** The groups round a layer or group, innermost first. */
export function groupsAround(slide: Pick<Slide, 'groups'>, group: string | null): string[] {
  const out: string[] = [];
  for (let at = group; at !== null && !out.includes(at); at = slide.groups.find((g) => g.id === at)?.within ?? null)
    out.push(at);
  return out;
}

/** Ids of all layers in a group and the groups within it, bottom to top. */
export const membersOf = (slide: Grouped, group: string): string[] =>
  slide.layers.filter((l) => groupsAround(slide, l.group).includes(group)).map((l) => l.id);

/**
 * What a click on a layer takes hold of: the outermost group round it, or, within a group that has been entered, what
 * lies one step deeper.
 * @param entered the group one works in, or null
 * @returns ids of layers
 */
export function takenBy(slide: Grouped, layer: string, entered: string | null): string[] {
  const around = groupsAround(slide, slide.layers.find((l) => l.id === layer)?.group ?? null);
  const inner = entered === null ? around : around.slice(0, Math.max(0, around.indexOf(entered)));
  const outermost = inner.at(-1);
  return outermost === undefined ? [layer] : membersOf(slide, outermost);
}

/**
 * The group to enter on a double click: one step deeper than `entered`, on the way to the layer; null where there is
 * none.
 */
export function stepInto(slide: Grouped, layer: string, entered: string | null): string | null {
  const around = groupsAround(slide, slide.layers.find((l) => l.id === layer)?.group ?? null);
  const at = entered === null ? around.length : around.indexOf(entered);
  return around[at - 1] ?? null;
}

/** Is the group still worth having: with more than nothing in it? */
const pruned = (slide: Grouped): Slide['groups'] => slide.groups.filter((g) => membersOf(slide, g.id).length > 0);

/**
 * Puts layers into a new group. Groups that are wholly among them go in as groups; others give up those layers.
 * @returns the piece and the group's id; unchanged and null for fewer than two layers, or where groups would lie too
 * deep
 */
export function groupLayers(
  piece: Piece,
  slideId: string,
  ids: readonly string[],
  newId: () => string,
  name = 'Group',
): { piece: Piece; group: string | null } {
  const slide = piece.slides.find((s) => s.id === slideId),
    chosen = new Set(ids);
  if (!slide || slide.layers.filter((l) => chosen.has(l.id)).length < 2) return { piece, group: null };
  const id = newId();
  const whole = (g: string): boolean => membersOf(slide, g).every((m) => chosen.has(m));
  // The innermost group that holds everything stays round the new one.
  const around = slide.layers
    .filter((l) => chosen.has(l.id))
    .map((l) => groupsAround(slide, l.group).filter((g) => !whole(g) || membersOf(slide, g).length > chosen.size));
  const within = around[0].find((g) => around.every((a) => a.includes(g)) && !whole(g)) ?? null;
  const next = produce(piece, (draft) => {
    const s = draft.slides.find((x) => x.id === slideId)!;
    s.groups.push({ id, name, within });
    const outermost = (group: string | null): string | null => groupsAround(slide, group).filter(whole).at(-1) ?? null;
    for (const layer of s.layers) {
      if (!chosen.has(layer.id)) continue;
      const kept = outermost(layer.group);
      if (kept === null) layer.group = id;
      else s.groups.find((g) => g.id === kept)!.within = id;
    }
    s.groups = pruned(s);
  });
  const s = next.slides.find((x) => x.id === slideId)!;
  return s.groups.some((g) => groupsAround(s, g.id).length > DEEPEST_GROUP)
    ? { piece, group: null }
    : { piece: next, group: id };
}

/** Takes a group apart; what was in it belongs to the group round it, if any. */
export const ungroup = (piece: Piece, slideId: string, group: string): Piece =>
  produce(piece, (draft) => {
    const s = draft.slides.find((x) => x.id === slideId),
      gone = s?.groups.find((g) => g.id === group);
    if (!s || !gone) return;
    for (const l of s.layers) if (l.group === group) l.group = gone.within;
    for (const g of s.groups) if (g.within === group) g.within = gone.within;
    s.groups = s.groups.filter((g) => g.id !== group);
  });

export const renameGroup = (piece: Piece, slideId: string, group: string, name: string): Piece =>
  produce(piece, (draft) => {
    const g = draft.slides.find((x) => x.id === slideId)?.groups.find((x) => x.id === group);
    if (g && name.trim()) g.name = name.trim().slice(0, 200);
  });

/** Groups of a slide without those that hold nothing any more. */
export const withoutEmptyGroups = (piece: Piece, slideId: string): Piece =>
  produce(piece, (draft) => {
    const s = draft.slides.find((x) => x.id === slideId);
    if (s && s.groups.length) s.groups = pruned(s);
  });

/** The one group that a selection is exactly, or null. */
export function groupSelected(slide: Grouped, selection: readonly string[]): string | null {
  if (selection.length === 0) return null;
  const chosen = new Set(selection);
  return (
    slide.groups
      .map((g) => g.id)
      .filter((g) => {
        const m = membersOf(slide, g);
        return m.length === chosen.size && m.every((id) => chosen.has(id));
      })
      .sort((a, b) => groupsAround(slide, a).length - groupsAround(slide, b).length)[0] ?? null
  );
}
