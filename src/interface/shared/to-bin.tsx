// Puts a piece into the bin, with a notice by which it comes back.
import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { api, inWords, type PieceInfo } from './api';

const wentWrong = (e: unknown): void => void notifications.show({ color: 'amber', ...inWords(e) });

/** @param gone is told once it is in the bin @param back once it was taken out again */
export async function toBin(
  { id, name }: { id: string; name: string },
  gone: () => void,
  back: (piece: PieceInfo) => void,
): Promise<void> {
  try {
    await api.remove(id);
  } catch (e) {
    wentWrong(e);
    return;
  }
  gone();
  const note = `deleted-${id}`;
  notifications.show({
    id: note,
    title: `${name} is in the bin`,
    message: (
      <Group gap="xs">
        It stays there for 30 days.
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => void api.restore(id).then((piece) => (back(piece), notifications.hide(note)), wentWrong)}
        >
          Undo
        </Button>
      </Group>
    ),
  });
}
