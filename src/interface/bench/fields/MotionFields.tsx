'use client';
// Of a picture that moves: whether it does, where it begins, how fast, and which frame stands for it.
import { Button, Group, Stack, Switch, Text } from '@mantine/core';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { frameAt, lengthOf } from '../../../core/photo/motion';
import type { Motion } from '../../../core/values/motion';
import { change } from '../commands/layers';
import { useBench } from '../state/store';
import { Amount } from './Amount';

export function MotionFields({ layer, motion }: { layer: PhotoLayer; motion: Motion }) {
  const time = useBench((s) => s.time);
  const set = (label: string, next: Partial<Motion>, merge: string | null = null): void =>
    change<PhotoLayer>(
      label,
      [layer.id],
      (l) => void (l.motion = { ...(l.motion ?? motion), ...next }),
      merge && `${merge}:${layer.id}`,
    );
  const { frames, on, start, speed } = motion,
    whole = lengthOf({ ...motion, speed: 1 }) / 1000,
    shown = on && time !== null ? frames[frameAt(motion, time)].asset : null;
  return (
    <Stack gap={8}>
      <Switch
        size="xs"
        label="It moves"
        checked={on}
        onChange={(e) =>
          set(e.currentTarget.checked ? 'Let it move' : 'Let it stand still', { on: e.currentTarget.checked })
        }
      />
      {on && (
        <>
          <Amount
            label="Begins at"
            value={start}
            min={0}
            max={Math.max(0.1, whole)}
            step={0.05}
            decimals={2}
            suffix=" s"
            onChange={(v) => set('Beginning', { start: v }, 'start')}
          />
          <Amount
            label="Speed"
            value={Math.round(speed * 100)}
            min={10}
            max={1000}
            scale={{ to: (v) => Math.log(v / 10) / Math.log(100), from: (s) => 10 * 100 ** s }}
            onChange={(v) => set('Speed', { speed: v / 100 }, 'speed')}
          />
        </>
      )}
      <Group gap={6}>
        <Button
          size="compact-sm"
          variant="default"
          disabled={shown === null || shown === layer.asset}
          onClick={() => change<PhotoLayer>('Frame for the still', [layer.id], (l) => void (l.asset = shown!))}
        >
          This frame for the still
        </Button>
      </Group>
      <Text fz="xs" c="dimmed">
        {frames.length} frames, {(lengthOf(motion) / 1000).toFixed(1)} s. The still stands for it in small pictures, and
        where pictures cannot move.
      </Text>
    </Stack>
  );
}
