// The pieces of the start page: those the address asks for, page by page; how they stand is asked for as they are seen.
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, type Page, type PieceInfo } from '../shared/api';
import { type Paged, usePages } from '../shared/pages';
import { askFor, type Wanted } from './wanted';

export interface PieceList extends Paged<PieceInfo> {
  total: number;
  /** Those that are on the screen: how they stand is found out. */
  see: (ids: readonly string[]) => void;
}
export type FirstPieces = Page<PieceInfo> & { total: number | null };

/** Pieces that are read at once. */
const AT_ONCE = 2;
/** Rest before those on the screen are read, ms. */
const REST = 1500;

export function usePieceList(wanted: Wanted, first: FirstPieces): PieceList {
  const [total, setTotal] = useState(first.total ?? first.items.length),
    { search: _search, view: _view, ...narrow } = wanted,
    key = JSON.stringify(narrow);
  const ask = useCallback(
    async (at: { cursor?: string; search?: string }, signal: AbortSignal): Promise<Page<PieceInfo>> => {
      const page = await api.pieces(
        { ...askFor(JSON.parse(key) as Wanted), ...at, limit: at.cursor ? 200 : 60 },
        signal,
      );
      if (page.total !== null) setTotal(page.total);
      return page;
    },
    [key],
  );
  const pages = usePages(ask, wanted.search ?? '', first),
    { change, items } = pages;

  const [seen, setSeen] = useState<readonly string[]>([]),
    known = useRef(items);
  useEffect(() => {
    known.current = items;
  });
  useEffect(() => {
    const going = new AbortController();
    const timer = setTimeout(async () => {
      // What cannot be read is not asked for again while it is seen.
      const tried = new Set<string>();
      for (;;) {
        const wants = (known.current ?? []).filter(
          (p) => seen.includes(p.id) && !p.standing && !p.damaged && !tried.has(p.id),
        );
        const ids = wants.slice(0, AT_ONCE).map((p) => p.id);
        if (!ids.length || document.hidden) return;
        ids.forEach((id) => tried.add(id));
        try {
          const found = await api.standings(ids, going.signal);
          change((all) => all.map((p) => (found[p.id] ? { ...p, standing: found[p.id] } : p)));
        } catch {
          // It is a help, no promise: the next look asks again.
          return;
        }
      }
    }, REST);
    return () => {
      clearTimeout(timer);
      going.abort();
    };
  }, [seen, change]);
  const see = useCallback((ids: readonly string[]) => setSeen((now) => (now.join() === ids.join() ? now : ids)), []);
  return { ...pages, total, see };
}
