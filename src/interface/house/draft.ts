// The house style as it is being changed: nothing of it is in the pieces until it is saved. Undo without limit; what
// was not saved is kept in this browser; what somebody else saved meanwhile is put together with it.
import { create } from 'zustand';
import { type Both, changesBetween, merged, theirs } from '../../core/house/merge';
import { type HouseStyle, HouseStyleSchema } from '../../core/values/house';
import { api, ApiError, type House } from '../shared/api';

interface Draft {
  campaign: string;
  /** As the server has it. */
  base: House;
  style: HouseStyle;
  past: HouseStyle[];
  future: HouseStyle[];
  /** What both this window and somebody else changed, and what the other made of it. */
  both: { entries: Both[]; other: HouseStyle } | null;
  saving: boolean;
}
export const useDraft = create<Draft>(() => ({
  campaign: '',
  base: { revision: 0, style: HouseStyleSchema.parse({}) },
  style: HouseStyleSchema.parse({}),
  past: [],
  future: [],
  both: null,
  saving: false,
}));
const { getState: now, setState: set } = useDraft;

const place = (campaign: string): string => `plavo-house-draft:${campaign}`;
function keep(): void {
  const { campaign, base, style } = now();
  try {
    if (changesBetween(base.style, style)) localStorage.setItem(place(campaign), JSON.stringify({ base, style }));
    else localStorage.removeItem(place(campaign));
  } catch {
    // Without storage it lives as long as the page.
  }
}

/** The edit on its way: dragging a colour is one step. */
let merging: { key: string; at: number } | null = null;
const PAUSE = 900;

/** @param merge edits of the same key in a row are one step */
export function change(by: (style: HouseStyle) => HouseStyle, merge: string | null = null): void {
  const { style, past } = now(),
    next = by(style),
    at = Date.now();
  if (JSON.stringify(next) === JSON.stringify(style)) return;
  const joins = merge !== null && merging?.key === merge && at - merging.at < PAUSE;
  merging = merge === null ? null : { key: merge, at };
  set({ style: next, past: joins ? past : [...past, style], future: [] });
  keep();
}
export function undo(): void {
  const { past, future, style } = now();
  if (!past.length) return;
  merging = null;
  set({ style: past.at(-1)!, past: past.slice(0, -1), future: [style, ...future] });
  keep();
}
export function redo(): void {
  const { past, future, style } = now();
  if (!future.length) return;
  merging = null;
  set({ style: future[0], past: [...past, style], future: future.slice(1) });
  keep();
}
/** Back to what is saved; one undo brings it back. */
export const takeBack = (): void => change(() => now().base.style);

/** What the server has now: what is being changed is laid on it. @returns what came from elsewhere, by its names */
export function meet(house: House): string[] {
  const { base, style } = now();
  if (house.revision === base.revision) return [];
  const { house: together, both, taken } = merged(base.style, style, house.style);
  merging = null;
  set({
    base: house,
    style: together,
    past: [],
    future: [],
    both: both.length ? { entries: both, other: house.style } : null,
  });
  keep();
  return taken;
}

/** Takes what somebody else made of an entry, or lets one's own stand. */
export function settleBoth(entry: Both, other: boolean): void {
  const { both } = now();
  if (!both) return;
  if (other) change((style) => theirs(style, entry, both.other));
  const entries = both.entries.filter((e) => e !== entry);
  set({ both: entries.length ? { ...both, entries } : null });
}

/** Opens a house style, with what was not saved of it. @returns whether there was something, and what came meanwhile */
export function open(campaign: string, house: House): { unsaved: boolean; taken: string[] } {
  merging = null;
  set({ campaign, base: house, style: house.style, past: [], future: [], both: null, saving: false });
  let kept: { base: House; style: HouseStyle } | null = null;
  try {
    const raw = JSON.parse(localStorage.getItem(place(campaign)) ?? 'null') as { base: House; style: unknown } | null,
      style = raw && HouseStyleSchema.safeParse(raw.style);
    if (raw && style?.success) kept = { base: raw.base, style: style.data };
  } catch {
    // What cannot be read is nothing.
  }
  if (!kept) return { unsaved: false, taken: [] };
  set({ base: kept.base, style: kept.style, past: [kept.base.style] });
  const taken = meet(house);
  return { unsaved: changesBetween(now().base.style, now().style) > 0, taken };
}

/**
 * Saves it over the revision it began at. Changed elsewhere meanwhile, it is put together with that and not saved: one
 * looks at it first.
 * @returns what it was before, or what came from elsewhere @throws ApiError, Unreachable
 */
export async function save(): Promise<{ before: HouseStyle } | { elsewhere: string[] }> {
  const { campaign, base, style } = now();
  set({ saving: true });
  try {
    const saved = await api.saveHouse(campaign, base.revision, style);
    set({ base: saved, style: saved.style, past: [], future: [], both: null });
    keep();
    return { before: base.style };
  } catch (e) {
    if (e instanceof ApiError && e.status === 409)
      return { elsewhere: meet({ revision: Number(e.body.revision), style: e.body.house as HouseStyle }) };
    throw e;
  } finally {
    set({ saving: false });
  }
}
