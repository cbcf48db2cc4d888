'use client';
// The picture as it will be handed over beside the one without loss, pixel by pixel; both are moved together.
import { Loader, Text, VisuallyHidden } from '@mantine/core';
import { type UIEvent, useRef } from 'react';
import css from './HandOver.module.css';
import type { Written } from './written';

/** @param at what is looked at first, in pixels of the picture */
export function Compare({
  written,
  making,
  at,
  says,
}: {
  written: Written | null;
  making: boolean;
  at: { x: number; y: number };
  says: string;
}) {
  const panes = useRef(new Set<HTMLDivElement>());
  const moved = ({ currentTarget: from }: UIEvent<HTMLDivElement>): void => {
    for (const pane of panes.current)
      if (pane !== from && (pane.scrollLeft !== from.scrollLeft || pane.scrollTop !== from.scrollTop))
        pane.scrollTo(from.scrollLeft, from.scrollTop);
  };
  const pane = (label: string, url: string, words: string, first: boolean) => (
    <figure className={css.figure} key={label}>
      <figcaption>
        <Text span fz="xs" fw={600}>
          {label}
        </Text>
        <Text span fz="xs" c="dimmed" data-written={first || undefined} aria-live={first ? 'polite' : undefined}>
          {words}
        </Text>
      </figcaption>
      <div
        className={css.pane}
        // A region that scrolls is moved by keys.
        tabIndex={0}
        role="region"
        aria-label={`${label}, at 100 %`}
        ref={(el) => {
          if (!el) return;
          panes.current.add(el);
          return () => void panes.current.delete(el);
        }}
        onScroll={moved}
      >
        {/* eslint-disable-next-line @next/next/no-img-element -- a blob of this page */}
        <img
          src={url}
          alt=""
          onLoad={({ currentTarget: img }) => {
            const k = 1 / devicePixelRatio,
              box = img.parentElement!;
            img.style.width = `${img.naturalWidth * k}px`;
            // Where the last one was looked at, where there was one.
            if (box.dataset.seen) return;
            box.dataset.seen = '1';
            box.scrollTo(at.x * k - box.clientWidth / 2, at.y * k - box.clientHeight / 2);
          }}
        />
      </div>
    </figure>
  );
  if (!written)
    return (
      <div className={css.waiting} role="status">
        {making && (
          <>
            <Loader size="sm" aria-hidden />
            <VisuallyHidden>The picture is being written</VisuallyHidden>
          </>
        )}
      </div>
    );
  const { seen, file, plain } = written,
    same = seen === plain;
  return (
    <div className={css.compare} data-making={making || undefined} aria-busy={making}>
      {pane(seen === file ? 'As written' : 'The slide', seen.url, says, true)}
      {!same && pane('Without loss', plain.url, '', false)}
    </div>
  );
}
