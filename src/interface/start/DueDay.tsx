'use client';
// The day some pieces are due.
import { Button, Group, Stack } from '@mantine/core';
import { DatePicker } from '@mantine/dates';
import { useState } from 'react';
import { api, type PieceInfo } from '../shared/api';
import { Dialog } from '../shared/Dialog';
import { showUndo } from '../shared/undo-notice';
import { wentWrong } from '../shared/went-wrong';
import { dayInWords } from './days';
import { called, idsBy } from './piece-actions';

interface Props {
  pieces: readonly PieceInfo[];
  onClose: () => void;
  onDone: () => void;
}

/** Sets the day, with the way back. */
export async function setDue(pieces: readonly PieceInfo[], day: string | null, done: () => void): Promise<void> {
  try {
    await api.changePieces(
      pieces.map((p) => p.id),
      { dueOn: day },
    );
    done();
    showUndo(`${called(pieces)}: due on ${day ? dayInWords(day) : 'no day'}`, '', async () => {
      for (const [dueOn, ids] of idsBy(pieces, (p) => p.dueOn)) await api.changePieces(ids, { dueOn });
      done();
    });
  } catch (e) {
    wentWrong(e);
  }
}

export function DueDay({ pieces, onClose, onDone }: Props) {
  const [day, setDay] = useState<string | null>(pieces[0]?.dueOn ?? null);
  const set = (to: string | null): void => {
    onClose();
    void setDue(pieces, to, onDone);
  };
  return (
    <Dialog
      opened
      onClose={onClose}
      title={`${called(pieces)} ${pieces.length === 1 ? 'is' : 'are'} due on`}
      size="auto"
    >
      <Stack>
        <DatePicker value={day} onChange={setDay} defaultDate={day ?? undefined} data-autofocus />
        <Group justify="space-between">
          <Button variant="default" disabled={pieces.every((p) => !p.dueOn)} onClick={() => set(null)}>
            No day
          </Button>
          <Button disabled={!day} onClick={() => set(day)}>
            Due then
          </Button>
        </Group>
      </Stack>
    </Dialog>
  );
}
