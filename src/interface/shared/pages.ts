// A list that comes page by page, searched on the server.
import { useCallback, useEffect, useRef, useState } from 'react';
import { inWords, type Page } from './api';

const REST = 200;

export interface Paged<T> {
  items: T[] | null;
  /** Is there more to come? */
  more: boolean;
  busy: boolean;
  error: string | null;
  loadMore: () => void;
  /** Asks anew from the beginning. */
  reload: () => void;
  change: (how: (items: T[]) => T[]) => void;
}

/**
 * @param ask gets a page; must stay the same function between renderings
 * @param first the first page of everything, where it is known
 */
export function usePages<T extends { id: string }>(
  ask: (at: { cursor?: string; search?: string }, signal: AbortSignal) => Promise<Page<T>>,
  search: string,
  first: Page<T> | null = null,
): Paged<T> {
  const [state, setState] = useState<{ items: T[] | null; next: string | null; busy: boolean; error: string | null }>({
    items: first?.items ?? null,
    next: first?.next ?? null,
    busy: false,
    error: null,
  });
  const [wanted, setWanted] = useState({ search: '', count: 0 });
  const going = useRef<AbortController | null>(null);

  const load = useCallback(
    async (cursor: string | undefined, text: string): Promise<void> => {
      going.current?.abort();
      const mine = (going.current = new AbortController());
      setState((s) => ({ ...s, busy: true, error: null }));
      try {
        const page = await ask({ cursor, search: text || undefined }, mine.signal);
        setState((s) => {
          const before = cursor === undefined ? [] : (s.items ?? []),
            there = new Set(before.map((i) => i.id));
          return {
            items: [...before, ...page.items.filter((i) => !there.has(i.id))],
            next: page.next,
            busy: false,
            error: null,
          };
        });
      } catch (e) {
        if (!mine.signal.aborted) setState((s) => ({ ...s, busy: false, error: inWords(e).title }));
      }
    },
    [ask],
  );
  useEffect(() => {
    const timer = setTimeout(
      () => setWanted((w) => (w.search === search.trim() ? w : { ...w, search: search.trim() })),
      REST,
    );
    return () => clearTimeout(timer);
  }, [search]);
  const begun = useRef(first !== null);
  useEffect(() => {
    // What came with the page need not be asked again.
    if (begun.current) begun.current = false;
    else void load(undefined, wanted.search);
  }, [wanted, load]);
  useEffect(() => () => going.current?.abort(), []);

  const { next, busy } = state;
  return {
    items: state.items,
    more: next !== null,
    busy,
    error: state.error,
    loadMore: useCallback(() => {
      if (next !== null && !busy) void load(next, wanted.search);
    }, [next, busy, load, wanted.search]),
    reload: useCallback(() => setWanted((w) => ({ ...w, count: w.count + 1 })), []),
    change: useCallback((how) => setState((s) => ({ ...s, items: how(s.items ?? []) })), []),
  };
}
