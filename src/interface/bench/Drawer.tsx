'use client';
// A column over the stage, in a window that has no room for it beside. Nothing is locked: the stage goes on behind it.
import { CloseButton, Text } from '@mantine/core';
import { type ReactNode, useEffect, useRef } from 'react';
import css from './Bench.module.css';
import { closeDrawer, type Column } from './state/drawers';

export const DRAWER_TITLE: Record<Column, string> = { stack: 'Layers', controls: 'Controls' };

export function Drawer({ column, children }: { column: Column; children: ReactNode }) {
  const self = useRef<HTMLElement>(null);
  useEffect(() => {
    const from = document.activeElement;
    self.current?.focus();
    // To where one came from, unless something else was gone to meanwhile.
    return () => {
      if (from instanceof HTMLElement && from.isConnected && document.activeElement === document.body) from.focus();
    };
  }, []);
  return (
    <section
      ref={self}
      id={`drawer-${column}`}
      className={css.drawer}
      data-drawer={column}
      aria-label={DRAWER_TITLE[column]}
      tabIndex={-1}
      onKeyDown={(e) => {
        if (e.key !== 'Escape' || e.defaultPrevented || (e.target as HTMLElement).matches('input,textarea')) return;
        e.stopPropagation();
        closeDrawer();
      }}
    >
      <header className={css.drawerHead}>
        <Text fz="sm" fw={700}>
          {DRAWER_TITLE[column]}
        </Text>
        <CloseButton aria-label={`Close ${DRAWER_TITLE[column].toLowerCase()}`} onClick={closeDrawer} />
      </header>
      <div className={css.drawerBody}>{children}</div>
    </section>
  );
}
