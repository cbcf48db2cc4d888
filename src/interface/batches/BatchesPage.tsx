'use client';
// All batches, the newest first.
import { Anchor, Button, Progress, Text } from '@mantine/core';
import type { BatchInfo } from '../../contract/batches';
import { api, type Page } from '../shared/api';
import { More } from '../shared/More';
import { usePages } from '../shared/pages';
import { PageTop } from '../shared/PageTop';
import css from './Batches.module.css';
import { howFar } from './BatchPage';

export function BatchesPage({ first }: { first: Page<BatchInfo> }) {
  const pages = usePages(api.batches, '', first);
  return (
    <div>
      <PageTop title="Batches" back={{ href: '/', name: 'All pieces' }}>
        <span className={css.grow} />
        <Button size="xs" variant="default" component="a" href="/templates">
          Templates
        </Button>
      </PageTop>
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
