// Two people changed a house style at once: what each changed is put together, entry by entry; what both changed is
// said.
import type { HouseStyle } from '../values/house';

type Lists = 'swatches' | 'textStyles' | 'shadows' | 'logos';
const LISTS: readonly Lists[] = ['swatches', 'textStyles', 'shadows', 'logos'];
type Entry = HouseStyle[Lists][number];

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** An entry that two changed differently, or that one changed and the other took out. */
export interface Both {
  /** What it is called, by the one or the other. */
  name: string;
  path: [Lists, string] | ['tone'] | ['treatment'];
}

/**
 * Changes of one's own laid on a house style that somebody else changed since.
 * @returns where both changed the same, one's own stands, and is named
 */
export function merged(
  base: HouseStyle,
  mine: HouseStyle,
  theirs: HouseStyle,
): { house: HouseStyle; both: Both[]; taken: string[] } {
  const both: Both[] = [],
    taken: string[] = [],
    house: HouseStyle = { ...mine };
  for (const list of LISTS) {
    const by = (of: HouseStyle): Map<string, Entry> => new Map((of[list] as Entry[]).map((e) => [e.id, e])),
      [b, m, t] = [by(base), by(mine), by(theirs)],
      out: Entry[] = [];
    for (const id of new Set([...m.keys(), ...t.keys()])) {
      const [was, own, other] = [b.get(id), m.get(id), t.get(id)];
      if (same(own, other)) {
        if (own) out.push(own);
      } else if (same(own, was)) {
        // Only the other changed it, added it, or took it out.
        taken.push((other ?? was)!.name);
        if (other) out.push(other);
      } else {
        if (!same(other, was)) both.push({ name: (own ?? other)!.name, path: [list, id] });
        if (own) out.push(own);
      }
    }
    Object.assign(house, { [list]: out });
  }
  for (const key of ['tone', 'treatment'] as const) {
    const what = key === 'tone' ? 'The tone of photos' : 'The preferred treatment';
    if (same(mine[key], theirs[key])) continue;
    if (same(mine[key], base[key])) {
      Object.assign(house, { [key]: theirs[key] });
      taken.push(what);
    } else if (!same(theirs[key], base[key])) both.push({ name: what, path: [key] });
  }
  return { house, both, taken };
}

/** The house style with what somebody else made of an entry. */
export function theirs(house: HouseStyle, { path }: Both, other: HouseStyle): HouseStyle {
  if (path.length === 1) return { ...house, [path[0]]: other[path[0]] };
  const [list, id] = path,
    entry = (other[list] as Entry[]).find((e) => e.id === id),
    mine = house[list] as Entry[],
    there = mine.some((e) => e.id === id);
  return {
    ...house,
    [list]: there ? mine.flatMap((e) => (e.id === id ? (entry ?? []) : e)) : [...mine, ...(entry ? [entry] : [])],
  };
}

/** How many entries differ between two house styles. */
export function changesBetween(a: HouseStyle, b: HouseStyle): number {
  const lists = LISTS.map((list) => {
    const [x, y] = [a, b].map((h) => new Map((h[list] as Entry[]).map((e) => [e.id, e])));
    return [...new Set([...x.keys(), ...y.keys()])].filter((id) => !same(x.get(id), y.get(id))).length;
  });
  return lists.reduce((s, n) => s + n, 0) + (same(a.tone, b.tone) ? 0 : 1) + (a.treatment === b.treatment ? 0 : 1);
}
