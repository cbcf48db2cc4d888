'use client';
// All batches, the newest first.
import { Anchor, Button, Progress, Text, Title } from '@mantine/core';
import { IconArrowLeft } from '@tabler/icons-react';
import type { BatchInfo } from '../../contract/batches';
import { api, type Page } from '../shared/api';
import { More } from '../shared/More';
import { usePages } from '../shared/pages';
import { SchemeSwitch } from '../shared/SchemeSwitch';
import css from './Batches.module.css';
import { howFar } from './BatchPage';

export function BatchesPage({ first }: { first: Page<BatchInfo> }) {
  const pages = usePages(api.batches, '', first);
  return (
    <div className={css.page}>
      <header className={css.top}>
        <Anchor href="/" className={css.back} aria-label="All pieces">
          <IconArrowLeft size={18} />
        </Anchor>
        <Title order={1} fz={20}>
          Batches
        </Title>
        <span className={css.grow} />
        <Button size="xs" variant="default" component="a" href="/templates">
          Templates
        </Button>
        <SchemeSwitch />
      </header>
      <main className={css.main}>
        {pages.items?.length === 0 && (
          <Text c="dimmed">No batch yet: choose “Fill from a table” in the menu of a template.</Text>
        )}
        <div className={css.list}>
          {pages.items?.map((b) => (
            <Anchor key={b.id} href={`/batches/${b.id}`} className={css.batch} underline="never">
              <span>
                <b>{b.name}</b>
                <Text fz="sm" c="dimmed">
                  {howFar(b)}
                </Text>
              </span>
              <Progress value={(100 * (b.done + b.failed)) / b.of} aria-label="Rows that are through" />
              <Text fz="sm" c="dimmed">
                <time dateTime={b.createdAt} suppressHydrationWarning>
                  {new Date(b.createdAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
                </time>
              </Text>
            </Anchor>
          ))}
        </div>
        <More of={pages} />
      </main>
    </div>
  );
}
