'use client';
// What is handed over is warned of, each thing with a way there and a way to mend it.
import { Alert, Button, Group, Text } from '@mantine/core';
import { useState } from 'react';
import { type OverviewRow, overviewOf } from '../../../core/reading/overview';
import { useOverview } from '../measuring/overview';
import { goToLayer, type Spot, useBench } from '../state/store';
import { slideOf, sizeOf } from '../../../core/piece/resolve';
import type { Choice } from './choice';
import css from './HandOver.module.css';
import { type Handed, otherWarnings, textWarnings, usePhotoWarnings, type Warning } from './warned';

interface Props {
  handed: Handed;
  choice: Choice;
  set: (some: Partial<Choice>) => void;
  /** Is told when somebody goes somewhere. */
  onShow: () => void;
}

/** Frames to wait for the reading of a text somebody was led to. */
const PATIENCE = 300;
/** Goes to a text and finds just enough for it. */
function mendText(spot: Spot): void {
  goToLayer(spot);
  const press = (left: number): void => {
    const button = document.querySelector<HTMLButtonElement>('[data-just-enough]:not(:disabled)'),
      read = useBench.getState().readings.some((r) => r.layer === spot.layer);
    if (button && read) button.click();
    else if (left > 0) requestAnimationFrame(() => press(left - 1));
  };
  requestAnimationFrame(() => press(PATIENCE));
}

/** Of the slide that is worked on: its readings are there. */
export function SlideWarnings(props: Props) {
  const rows = useBench((s) => s.readings),
    piece = useBench((s) => s.piece),
    slideId = useBench((s) => s.slideId),
    sizeId = useBench((s) => s.sizeId);
  return <List {...props} rows={overviewOf(piece, slideOf(piece, slideId), sizeOf(piece, sizeId), rows)} />;
}

/** Of several slides and sizes: they are measured while the dialog is open. */
export function SeveralWarnings(props: Props) {
  // While the dialog is open nothing changes that is painted: alternative texts are typed.
  const [piece] = useState(() => useBench.getState().piece),
    { rows, done, of } = useOverview(piece),
    { slides, sizes } = props.handed;
  return (
    <List
      {...props}
      rows={rows.filter((r) => slides.includes(r.slide) && sizes.includes(r.size))}
      measuring={done < of ? `${done} of ${of} measured` : undefined}
    />
  );
}

function List({
  handed,
  choice,
  set,
  onShow,
  rows,
  measuring,
}: Props & { rows: readonly OverviewRow[]; measuring?: string }) {
  const piece = useBench((s) => s.piece),
    all: Warning[] = [
      ...textWarnings(piece, rows, handed, (spot) => {
        onShow();
        mendText(spot);
      }),
      ...usePhotoWarnings(piece, handed, set),
      ...otherWarnings(piece, handed, choice, set),
    ];
  if (!all.length) return null;
  return (
    <Alert color="amber" variant="light" p="xs" data-warnings={all.length}>
      <div className={css.warnings}>
        {all.map(({ key, about, words, there, mend }) => (
          <Group key={key} wrap="nowrap" gap={4} align="flex-start">
            <Text fz="xs" flex={1}>
              <b>{about}</b> {words}
            </Text>
            {there && (
              <Button
                size="compact-sm"
                fz="xs"
                px={6}
                variant="subtle"
                color="dark"
                aria-label={`Show ${about}`}
                onClick={() => {
                  goToLayer(there);
                  onShow();
                }}
              >
                Show
              </Button>
            )}
            {mend && (
              <Button
                size="compact-sm"
                fz="xs"
                px={6}
                variant="subtle"
                data-mend={key.split(' ')[0]}
                aria-label={`${mend.label}: ${about}`}
                onClick={mend.run}
              >
                {mend.label}
              </Button>
            )}
          </Group>
        ))}
      </div>
      {measuring && (
        <Text fz="xs" c="dimmed" mt={4}>
          {measuring}
        </Text>
      )}
    </Alert>
  );
}
