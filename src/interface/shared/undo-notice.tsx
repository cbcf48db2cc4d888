// A notice of what was done, with the way back.
import { Button, Group } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import { wentWrong } from './went-wrong';

/** A way back is wanted for longer than a word is read, ms. */
const STAYS = 15_000;

/** @param undo takes it back; the notice goes once that is done */
export function showUndo(title: string, message: string, undo: () => Promise<unknown>): void {
  const id = nanoid(8);
  notifications.show({
    id,
    title,
    autoClose: STAYS,
    message: (
      <Group gap="xs">
        {message}
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => void undo().then(() => notifications.hide(id), wentWrong)}
        >
          Undo
        </Button>
      </Group>
    ),
  });
}
