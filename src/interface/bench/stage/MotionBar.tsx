'use client';
// Below a stage where something moves: play, stop, the moments one by one, how many were looked at, and the worst.
import { ActionIcon, Button, Slider, Text, Tooltip } from '@mantine/core';
import { IconPlayerPauseFilled, IconPlayerPlayFilled } from '@tabler/icons-react';
import { moves, turnOf } from '../../../core/piece/moments';
import type { TimedReading } from '../../../core/reading/over-time';
import { currentSlide, shownReading, useBench } from '../state/store';
import { showMoment, togglePlaying } from './playing';
import css from './MotionBar.module.css';

const seconds = (ms: number): string => (ms / 1000).toFixed(1);

export function MotionBar() {
  const slide = useBench(currentSlide),
    playing = useBench((s) => s.playing),
    time = useBench((s) => s.time),
    looked = useBench((s) => s.looked),
    reading = useBench(shownReading) as TimedReading | null;
  if (!moves(slide)) return null;
  const { moments, length } = turnOf(slide),
    at = Math.max(
      0,
      moments.findLastIndex((t) => t <= (time ?? 0) + 1e-6),
    ),
    hardest = reading?.time;
  return (
    <div className={css.bar} role="group" aria-label="Motion">
      <Tooltip label={playing ? 'Stop (P)' : 'Play (P)'}>
        <ActionIcon
          size="sm"
          variant="subtle"
          aria-label={playing ? 'Stop' : 'Play'}
          aria-keyshortcuts="P"
          onClick={() => togglePlaying()}
        >
          {playing ? <IconPlayerPauseFilled size={14} /> : <IconPlayerPlayFilled size={14} />}
        </ActionIcon>
      </Tooltip>
      <Slider
        className={css.moments}
        size="sm"
        thumbLabel="Frame"
        label={null}
        min={0}
        max={moments.length - 1}
        value={at}
        onChange={(i) => showMoment(moments[i])}
      />
      <Text fz="xs" c="dimmed" className={css.where}>
        {time === null ? 'Still' : `${seconds(moments[at])} s`}, frame {at + 1} of {moments.length}, {seconds(length)} s
      </Text>
      <Text fz="xs" c="dimmed" aria-live="polite" data-testid="looked" className={css.looked}>
        {looked ? `Read in ${looked.done} of ${looked.of} frames` : reading ? 'Read in all frames' : ''}
      </Text>
      {hardest !== undefined && !looked && (
        <Tooltip label="The frame in which this text reads worst">
          <Button size="compact-xs" variant="default" onClick={() => showMoment(hardest)}>
            Worst frame
          </Button>
        </Tooltip>
      )}
    </div>
  );
}
