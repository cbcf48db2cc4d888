'use client';
// The pieces of the start page as cards or as a table. Only lines near the screen are there: thousands are as light as
// a few.
import { Button, Menu, Text } from '@mantine/core';
import { useElementSize, useHotkeys, useMounted } from '@mantine/hooks';
import { IconX } from '@tabler/icons-react';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { CampaignInfo, PieceInfo } from '../shared/api';
import type { PieceActions } from './piece-actions';
import { COLUMNS, PieceCard, PieceRow } from './PieceCard';
import css from './Pieces.module.css';
import type { PieceList } from './use-list';

interface Props {
  list: PieceList;
  view: 'cards' | 'table';
  campaigns: readonly CampaignInfo[];
  archived: boolean;
  act: PieceActions;
}

/** As the style has them, px. */
const CARD = { width: 258, height: 296, gap: 18 };
const ROW = 48;
/** Columns before the page knows its width. */
const USUAL_COLUMNS = 4;
/** Lines before the end of what has come at which more is asked for. */
const AHEAD = 12;

export function Pieces({ list, view, campaigns, archived, act }: Props) {
  const mounted = useMounted(),
    { ref: sized, width } = useElementSize<HTMLDivElement>(),
    top = useRef<HTMLDivElement>(null),
    cards = view === 'cards',
    items = list.items ?? [],
    columns = !cards
      ? 1
      : width
        ? Math.max(1, Math.floor((width + CARD.gap) / (CARD.width + CARD.gap)))
        : USUAL_COLUMNS,
    // What has not come yet has its place already.
    there = Math.max(items.length, list.more ? list.total : 0),
    count = Math.ceil(there / columns);
  const [offset, setOffset] = useState(0);
  useEffect(() => {
    const at = top.current ? top.current.getBoundingClientRect().top + window.scrollY : 0;
    setOffset((o) => (Math.abs(o - at) > 1 ? at : o));
    // What stands above it.
  }, [width, cards, campaigns]);
  const lines = useWindowVirtualizer({
    count,
    estimateSize: () => (cards ? CARD.height + CARD.gap : ROW),
    overscan: cards ? 6 : 12,
    scrollMargin: offset,
  });
  useEffect(() => lines.measure(), [lines, cards, columns]);

  const seen = lines.getVirtualItems(),
    last = seen.at(-1)?.index ?? 0,
    { loadMore, see } = list;
  useEffect(() => {
    if ((last + AHEAD) * columns >= items.length) loadMore();
  }, [last, columns, items.length, loadMore]);
  const shown = mounted
    ? seen.flatMap((l) => items.slice(l.index * columns, (l.index + 1) * columns).map((p) => p.id)).join()
    : '';
  useEffect(() => {
    if (shown) see(shown.split(','));
  }, [shown, see]);

  const { chosen, choose, clear, all } = useChosen(items),
    picked = items.filter((p) => chosen.has(p.id));
  useHotkeys([
    ['Escape', clear],
    ['mod+A', all],
    ['Delete', () => picked.length && (act.remove(picked), clear())],
  ]);

  const one = (p: PieceInfo) => {
    const Kind = cards ? PieceCard : PieceRow;
    return (
      <Kind
        key={p.id}
        piece={p}
        campaigns={campaigns}
        chosen={chosen.has(p.id)}
        choosing={chosen.size > 0}
        awake={mounted}
        act={act}
        onChoose={choose}
      />
    );
  };
  const lineOf = (index: number) =>
    Array.from({ length: columns }, (_, i) => index * columns + i)
      .filter((i) => i < there)
      .map((i) =>
        items[i] ? (
          one(items[i])
        ) : (
          <div key={i} className={css.blank} style={{ height: cards ? CARD.height : ROW - 4 }} />
        ),
      );
  const style = { gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` };
  return (
    <>
      {!cards && (
        <div className={css.head} aria-hidden>
          {COLUMNS.map((c, i) => (
            <span key={i}>{c}</span>
          ))}
        </div>
      )}
      <div ref={top}>
        <div
          ref={sized}
          className={css.list}
          data-pieces={items.length}
          style={mounted ? { height: lines.getTotalSize() } : undefined}
        >
          {mounted
            ? seen.map((l) => (
                <div
                  key={l.key}
                  className={css.line}
                  data-virtual
                  style={{ ...style, transform: `translateY(${l.start - offset}px)` }}
                >
                  {lineOf(l.index)}
                </div>
              ))
            : Array.from({ length: Math.ceil(items.length / columns) }, (_, i) => (
                <div key={i} className={css.line} style={{ ...style, marginBottom: cards ? CARD.gap : 0 }}>
                  {lineOf(i)}
                </div>
              ))}
        </div>
      </div>
      {picked.length > 0 && (
        <div className={css.chosen} role="toolbar" aria-label="What to do with the chosen pieces">
          <Text fz="sm">{picked.length === 1 ? '1 piece' : `${picked.length} pieces`}</Text>
          {campaigns.length > 1 && (
            <Menu position="top">
              <Menu.Target>
                <Button size="compact-sm" variant="default">
                  Move to
                </Button>
              </Menu.Target>
              <Menu.Dropdown>
                {campaigns.map((c) => (
                  <Menu.Item key={c.id} onClick={() => (act.move(picked, c), clear())}>
                    {c.name}
                  </Menu.Item>
                ))}
              </Menu.Dropdown>
            </Menu>
          )}
          <Button size="compact-sm" variant="default" onClick={() => (act.duplicate(picked), clear())}>
            Duplicate
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => act.due(picked)}>
            Due on a day
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => (act.archive(picked, !archived), clear())}>
            {archived ? 'Out of the archive' : 'Archive'}
          </Button>
          <Button size="compact-sm" variant="default" onClick={() => (act.remove(picked), clear())}>
            Delete
          </Button>
          <Button size="compact-sm" variant="subtle" leftSection={<IconX size={14} />} onClick={clear}>
            None
          </Button>
        </div>
      )}
    </>
  );
}

/** Which pieces of a list are chosen: one by one, or a range. */
function useChosen(items: readonly PieceInfo[]) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set()),
    last = useRef<string | null>(null),
    now = useRef(items);
  useEffect(() => {
    now.current = items;
  });
  return {
    chosen,
    choose: useCallback((id: string, range: boolean) => {
      const ids = now.current.map((p) => p.id),
        from = range && last.current ? ids.indexOf(last.current) : -1,
        to = ids.indexOf(id);
      setChosen((before) => {
        const next = new Set(before);
        if (from >= 0) ids.slice(Math.min(from, to), Math.max(from, to) + 1).forEach((i) => next.add(i));
        else if (!next.delete(id)) next.add(id);
        return next;
      });
      last.current = id;
    }, []),
    clear: useCallback(() => setChosen(new Set()), []),
    all: useCallback(() => setChosen(new Set(now.current.map((p) => p.id))), []),
  };
}
