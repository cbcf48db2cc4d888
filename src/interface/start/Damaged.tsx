'use client';
// A piece whose present version cannot be opened: earlier ones are shown to be restored. Nothing of it is thrown away.
import { Anchor, Button, Group, Stack, Text, Title } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { useCallback, useState } from 'react';
import { api, inWords, type Page, type RevisionInfo } from '../shared/api';
import { More } from '../shared/More';
import { usePages } from '../shared/pages';

type Version = RevisionInfo & { id: string };
const named = (page: Page<RevisionInfo>): Page<Version> => ({
  ...page,
  items: page.items.map((r) => ({ ...r, id: String(r.row) })),
});

export function Damaged({
  id,
  name,
  why,
  first,
}: {
  id: string;
  name: string;
  why: string;
  first: Page<RevisionInfo>;
}) {
  const ask = useCallback(async ({ cursor }: { cursor?: string }) => named(await api.revisions(id, cursor)), [id]);
  const [begun] = useState(() => named(first));
  const versions = usePages<Version>(ask, '', begun);
  const [busy, setBusy] = useState<number | null>(null);
  const restore = async (row: number): Promise<void> => {
    setBusy(row);
    try {
      await api.restoreRevision(id, row);
      window.location.reload();
    } catch (e) {
      setBusy(null);
      notifications.show({ color: 'amber', ...inWords(e) });
    }
  };
  return (
    <Stack component="main" maw={560} mx="auto" mt={80} px="md" gap="sm">
      <Title order={1} fz={24}>
        {name} is damaged
      </Title>
      <Text fz="sm">{why}</Text>
      {versions.items?.map((v) => (
        <Group key={v.row} justify="space-between" wrap="nowrap">
          <Text fz="sm">
            {/* The time of the machine one sits at, which the server does not know. */}
            <time dateTime={v.savedAt} suppressHydrationWarning>
              {new Date(v.savedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'medium' })}
            </time>
            <Text span c="dimmed">
              {`, version ${v.revision}${v.kind === 'refused' ? ', the other side of a conflict' : ''}`}
            </Text>
          </Text>
          <Button
            size="compact-sm"
            variant="default"
            loading={busy === v.row}
            disabled={busy !== null}
            onClick={() => void restore(v.row)}
          >
            Restore
          </Button>
        </Group>
      ))}
      {versions.items?.length === 0 && <Text fz="sm">There are no earlier versions.</Text>}
      <More of={versions} />
      <Anchor href="/" fz="sm">
        All pieces
      </Anchor>
    </Stack>
  );
}
