'use client';
// Deleted pieces, which can be taken back for thirty days.
import { Button, Group, Loader, Stack, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { api, inWords, type PieceInfo } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { More } from '../shared/More';
import { usePages } from '../shared/pages';

const ask = (at: { cursor?: string; search?: string }, signal: AbortSignal) => api.pieces({ ...at, bin: true }, signal);

export function Bin({ onClose, onBack }: { onClose: () => void; onBack: () => void }) {
  const bin = usePages(ask, '');
  const takeBack = async (piece: PieceInfo): Promise<void> => {
    try {
      await api.changePieces([piece.id], { binned: false });
      onBack();
      bin.change((all) => all.filter((p) => p.id !== piece.id));
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    }
  };
  return (
    <Dialog opened onClose={onClose} title="Bin" centered>
      <Stack gap="xs">
        <Text fz="sm" c="dimmed">
          What is deleted stays here for 30 days, with its earlier versions.
        </Text>
        {!bin.items && !bin.error && <Loader size="sm" />}
        {bin.items?.length === 0 && <Text fz="sm">The bin is empty.</Text>}
        {bin.items?.map((p) => (
          <Group key={p.id} justify="space-between" wrap="nowrap">
            <Text fz="sm" truncate>
              {p.name}
              <Text span c="dimmed">
                {`, deleted ${new Date(p.deletedAt ?? '').toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}`}
              </Text>
            </Text>
            <Button size="compact-xs" variant="default" onClick={() => void takeBack(p)}>
              Take back
            </Button>
          </Group>
        ))}
        <More of={bin} />
      </Stack>
    </Dialog>
  );
}
