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

interface Props {
  pieces: readonly PieceInfo[];
  onClose: () => void;
  onDone: () => void;
}

/** Sets the day, with the way back. */
export async function setDue(pieces: readonly PieceInfo[], day: string | null, done: () => void): Promise<void> {
  const before = new Map<string | null, string[]>();
  for (const p of pieces) before.set(p.dueOn, [...(before.get(p.dueOn) ?? []), p.id]);
  try {
    await api.changePieces(
      pieces.map((p) => p.id),
      { dueOn: day },
    );
    done();
    const what = pieces.length === 1 ? pieces[0].name : `${pieces.length} pieces`;
    showUndo(day ? `${what}: due on ${dayInWords(day)}` : `${what}: due on no day`, '', async () => {
      for (const [dueOn, ids] of before) await api.changePieces(ids, { dueOn });
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
      title={pieces.length === 1 ? `${pieces[0].name} is due on` : `${pieces.length} pieces are due on`}
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
