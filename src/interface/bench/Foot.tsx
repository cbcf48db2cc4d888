'use client';
// The foot of a narrow window: the reading, the big button, and the ways to words, layers and controls, within a
// thumb's reach.
import { Button } from '@mantine/core';
import { IconAdjustmentsHorizontal, IconStack2, IconTypography } from '@tabler/icons-react';
import { isText } from '../../core/kinds/layers';
import css from './Bench.module.css';
import { DRAWER_TITLE } from './Drawer';
import { ReadingTop } from './reading/ReadingPanel';
import { closeDrawer, type Column, toggleDrawer, useDrawers } from './state/drawers';
import { currentSlide, useBench } from './state/store';

const ICON: Record<Column, typeof IconStack2> = { stack: IconStack2, controls: IconAdjustmentsHorizontal };

export function DrawerButton({ column }: { column: Column }) {
  const open = useDrawers((s) => s.open === column),
    Icon = ICON[column];
  return (
    <Button
      size="xs"
      px={8}
      variant={open ? 'light' : 'default'}
      leftSection={<Icon size={16} />}
      aria-expanded={open}
      aria-controls={open ? `drawer-${column}` : undefined}
      onClick={() => toggleDrawer(column)}
    >
      {DRAWER_TITLE[column]}
    </Button>
  );
}

/** Types the words of the selected text, or of the only one. */
function WordsButton() {
  const text = useBench((s) => {
    const texts = currentSlide(s).layers.filter((l) => isText(l) && l.visible && !l.locked),
      chosen = texts.filter((l) => s.selection.includes(l.id));
    return chosen.length === 1 ? chosen[0].id : texts.length === 1 ? texts[0].id : null;
  });
  return (
    <Button
      size="xs"
      px={8}
      variant="default"
      leftSection={<IconTypography size={16} />}
      disabled={!text}
      onClick={() => {
        closeDrawer();
        useBench.setState({ selection: [text!], editing: text, range: null });
      }}
    >
      Words
    </Button>
  );
}

export function Foot() {
  return (
    <footer className={css.foot}>
      <section aria-label="Reading">
        <ReadingTop />
      </section>
      <nav className={css.footButtons} aria-label="Columns">
        <WordsButton />
        <DrawerButton column="stack" />
        <DrawerButton column="controls" />
      </nav>
    </footer>
  );
}
