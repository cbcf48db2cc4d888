'use client';
// Below a stage where something moves: play, stop, the moments one by one, how many were looked at, and the worst.
import { ActionIcon, Button, Slider, Text, Tooltip } from '@mantine/core';
import { IconPlayerPauseFilled, IconPlayerPlayFilled } from '@tabler/icons-react';
import { moves, turnOf } from '../../../core/piece/moments';
import type { TimedReading } from '../../../core/reading/over-time';
import { atRest } from '../state/at-rest';
import { currentSlide, shownReading, useBench } from '../state/store';
import { whatShows } from '../slides/show-words';
import { showMoment, togglePlaying } from '../slides/playing';
import css from './MotionBar.module.css';

const seconds = (ms: number): string => (ms / 1000).toFixed(1);

interface Words {
  one: string;
  read: string;
  reading(done: number, of: number): string;
  worst: string;
  worstSays: string;
}
const FRAMES: Words = {
  one: 'Frame',
  read: 'Read in all frames',
  reading: (done, of) => `Read in ${done} of ${of} frames`,
  worst: 'Worst frame',
  worstSays: 'The frame in which this text reads worst',
};
const SHOW: Words = {
  one: 'Picture',
  read: 'Read over all pictures and between them',
  reading: (done, of) => `Read at ${done} of ${of} moments`,
  worst: 'Worst moment',
  worstSays: 'The picture, or what is between two of them, over which this text reads worst',
};

export function MotionBar() {
  const slide = useBench((s) => currentSlide(atRest(s))),
    playing = useBench((s) => s.playing),
    time = useBench((s) => s.time),
    looked = useBench((s) => s.looked),
    read = useBench((s) => shownReading(s) !== null),
    hardest = useBench((s) => (shownReading(s) as TimedReading | null)?.time);
  if (!moves(slide)) return null;
  const { moments, length } = turnOf(slide),
    { show } = slide,
    words = show ? SHOW : FRAMES,
    at = Math.max(
      0,
      moments.findLastIndex((t) => t <= (time ?? 0) + 1e-6),
    );
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
        thumbLabel={words.one}
        label={null}
        min={0}
        max={moments.length - 1}
        value={at}
        onChange={(i) => showMoment(moments[i])}
      />
      <Text fz="xs" c="dimmed" className={css.where}>
        {show
          ? whatShows(show, moments[at])
          : `${time === null ? 'Still' : `${seconds(moments[at])} s`}, frame ${at + 1} of ${moments.length}`}
        , {seconds(length)} s
      </Text>
      <Text fz="xs" c="dimmed" aria-live="polite" data-testid="looked" className={css.looked}>
        {looked ? words.reading(looked.done, looked.of) : read ? words.read : ''}
      </Text>
      {hardest !== undefined && !looked && (
        <Tooltip label={words.worstSays}>
          <Button size="compact-xs" variant="default" onClick={() => showMoment(hardest)}>
            {words.worst}
          </Button>
        </Tooltip>
      )}
    </div>
  );
}
