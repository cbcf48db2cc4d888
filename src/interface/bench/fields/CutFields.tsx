'use client';
// Cut out: the subject alone. A first guess by itself, then strokes that keep or remove, and what the edge is like.
import { Button, Group, Loader, SegmentedControl, Stack, Switch, Text } from '@mantine/core';
import { IconBoxMargin, IconScissors } from '@tabler/icons-react';
import { useEffect } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import type { Cut } from '../../../core/values/photo';
import { cancelCut, cutAnew } from '../commands/cutting';
import { change } from '../commands/layers';
import { useBrush } from '../state/brush';
import { Amount } from './Amount';

export function CutFields({ layer }: { layer: PhotoLayer }) {
  const { layer: painting, boxing, keep, size, busy } = useBrush();
  const cut = layer.cut;
  useEffect(() => () => useBrush.setState({ layer: null, boxing: null }), [layer.id]);
  const set = (values: Partial<Cut>, merge = true): void =>
    change<PhotoLayer>(
      'Cut out',
      [layer.id],
      (l) => void (l.cut && (l.cut = { ...l.cut, ...values })),
      merge ? `cut:${layer.id}` : null,
    );
  const waiting = busy && (
    <Group gap={8} role="status">
      <Loader size={14} />
      <Text fz="xs">Parting the subject from its surroundings</Text>
      <Button size="compact-xs" variant="subtle" onClick={cancelCut}>
        Cancel
      </Button>
    </Group>
  );
  const drawing = boxing === layer.id,
    byBox = (
      <Button
        size="xs"
        variant={drawing ? 'filled' : 'default'}
        aria-pressed={drawing}
        disabled={busy}
        leftSection={<IconBoxMargin size={14} />}
        onClick={() => useBrush.setState({ layer: null, boxing: drawing ? null : layer.id })}
      >
        {drawing ? 'Draw or click on the stage' : 'Box round it, or a click'}
      </Button>
    );
  if (!cut)
    return (
      <Stack gap={6}>
        <Text fz="xs" c="dimmed">
          Leaves only the subject of this photo, so that something else can lie behind it. The photo itself stays as it
          is.
        </Text>
        {waiting || (
          <Button
            size="xs"
            variant="default"
            leftSection={<IconScissors size={14} />}
            onClick={() => void cutAnew(layer.id, 'Cut out')}
          >
            Cut out the subject
          </Button>
        )}
        {byBox}
      </Stack>
    );
  const on = painting === layer.id;
  return (
    <Stack gap={6}>
      <Switch size="xs" label="On" checked={cut.on} onChange={(e) => set({ on: e.currentTarget.checked }, false)} />
      <Button
        size="xs"
        variant={on ? 'filled' : 'default'}
        aria-pressed={on}
        onClick={() => useBrush.setState({ layer: on ? null : layer.id })}
      >
        {on ? 'Done painting' : 'Paint on the stage'}
      </Button>
      {on && (
        <>
          <SegmentedControl
            fullWidth
            aria-label="What a stroke does"
            value={keep ? 'keep' : 'remove'}
            onChange={(v) => useBrush.setState({ keep: v === 'keep' })}
            data={[
              { value: 'keep', label: 'Keep' },
              { value: 'remove', label: 'Remove' },
            ]}
          />
          <Amount
            label="Brush"
            value={Math.round(size * 1000) / 10}
            min={0.5}
            max={20}
            step={0.5}
            decimals={1}
            onChange={(v) => useBrush.setState({ size: v / 100 })}
          />
        </>
      )}
      {waiting}
      <Text fz="xs" c="dimmed">
        {cut.strokes.length
          ? `${cut.strokes.length} ${cut.strokes.length === 1 ? 'stroke' : 'strokes'} over the first guess.`
          : 'This is the first guess.'}
      </Text>
      <Amount
        label="Soft edge"
        suffix=" ‰"
        value={cut.softness}
        min={0}
        max={50}
        step={0.5}
        decimals={1}
        onChange={(v) => set({ softness: v })}
      />
      <Amount
        label="Edge moved"
        suffix=" ‰"
        value={cut.shift}
        min={-20}
        max={20}
        step={0.5}
        decimals={1}
        onChange={(v) => set({ shift: v })}
      />
      <Amount label="Clean rim" value={Math.round(cut.clean * 100)} onChange={(v) => set({ clean: v / 100 })} />
      <Group gap={6}>
        <Button
          size="compact-xs"
          variant="default"
          disabled={!cut.strokes.length || busy}
          onClick={() => void cutAnew(layer.id, 'First guess again')}
        >
          First guess again
        </Button>
        <Button
          size="compact-xs"
          variant="default"
          onClick={() => change<PhotoLayer>('Whole photo', [layer.id], (l) => void (l.cut = null))}
        >
          Whole photo
        </Button>
      </Group>
    </Stack>
  );
}
