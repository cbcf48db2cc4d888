// Which pieces the start page shows, and how: kept in its address, so that a reload and the way back find it again.
import { FALLING, SORT_IDS, type SortId, VERDICT_IDS } from '../../contract/pieces';

export interface Wanted {
  campaign?: string;
  archived?: boolean;
  search?: string;
  sort: SortId;
  /** The other way than the order usually goes. */
  turned?: boolean;
  view: 'cards' | 'table';
  destination?: string;
  font?: string;
  colour?: string;
  photo?: string;
  verdict?: (typeof VERDICT_IDS)[number];
  from?: string;
  to?: string;
}
/** By what pieces are filtered. */
export const FILTERS = ['destination', 'verdict', 'font', 'colour', 'photo', 'from', 'to'] as const;
export type Filter = (typeof FILTERS)[number];

export const SORT_WORDS: Record<SortId, string> = {
  changed: 'Latest changed',
  created: 'Latest begun',
  name: 'Name',
  verdict: 'Weakest text first',
  kept: 'Least photo kept first',
  slides: 'Most slides',
  due: 'Due first',
};

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const text = (v: string | null | undefined): string | undefined => v?.trim().slice(0, 200) || undefined;
const one = <T extends string>(v: string | null | undefined, of: readonly T[]): T | undefined =>
  of.find((x) => x === v);

/** What an address asks for; what it says wrongly is left out. */
export function wantedFrom(q: { get: (name: string) => string | null }): Wanted {
  const day = (name: string): string | undefined => {
    const d = q.get(name);
    return d && DAY.test(d) && !Number.isNaN(Date.parse(d)) ? d : undefined;
  };
  return {
    campaign: text(q.get('campaign'))?.slice(0, 32),
    archived: q.get('archived') === '1' || undefined,
    search: text(q.get('search')),
    sort: one(q.get('sort'), SORT_IDS) ?? 'changed',
    turned: q.get('turned') === '1' || undefined,
    view: q.get('view') === 'table' ? 'table' : 'cards',
    destination: text(q.get('destination'))?.slice(0, 64),
    font: text(q.get('font'))?.slice(0, 100),
    colour: /^#[0-9a-f]{6}$/.test(q.get('colour') ?? '') ? q.get('colour')! : undefined,
    photo: /^[0-9a-f]{64}$/.test(q.get('photo') ?? '') ? q.get('photo')! : undefined,
    verdict: one(q.get('verdict'), VERDICT_IDS),
    from: day('from'),
    to: day('to'),
  };
}

/** The address that asks for it. */
export function addressOf(w: Wanted): string {
  const q = new URLSearchParams();
  for (const [key, v] of Object.entries(w))
    if (v !== undefined && v !== false && !(key === 'sort' && v === 'changed') && !(key === 'view' && v === 'cards'))
      q.set(key, v === true ? '1' : String(v));
  return q.size ? `/?${q}` : '/';
}

/** What the server is asked; searching is added by the list itself. */
export function askFor({ view: _view, search: _search, turned, ...w }: Wanted) {
  const falling = FALLING.includes(w.sort);
  return { ...w, ...(turned ? { order: falling ? ('asc' as const) : ('desc' as const) } : {}) };
}

export const isFiltered = (w: Wanted): boolean => FILTERS.some((f) => w[f] !== undefined) || w.archived === true;
