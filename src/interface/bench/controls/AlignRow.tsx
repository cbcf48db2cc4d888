'use client';
// Aligning the selection: to the slide, its margins, or, where there are several, to each other.
import { ActionIcon, Group, SegmentedControl, Tooltip } from '@mantine/core';
import {
  IconLayoutAlignBottom,
  IconLayoutAlignCenter,
  IconLayoutAlignLeft,
  IconLayoutAlignMiddle,
  IconLayoutAlignRight,
  IconLayoutAlignTop,
} from '@tabler/icons-react';
import { useState } from 'react';
import type { Side } from '../../../core/arrange/align';
import { type AlignFrame, alignSelected } from '../commands/arranging';

const SIDES: [string, Side, typeof IconLayoutAlignLeft][] = [
  ['Align left', { axis: 'x', to: 'start' }, IconLayoutAlignLeft],
  ['Align middles across', { axis: 'x', to: 'middle' }, IconLayoutAlignCenter],
  ['Align right', { axis: 'x', to: 'end' }, IconLayoutAlignRight],
  ['Align top', { axis: 'y', to: 'start' }, IconLayoutAlignTop],
  ['Align middles down', { axis: 'y', to: 'middle' }, IconLayoutAlignMiddle],
  ['Align bottom', { axis: 'y', to: 'end' }, IconLayoutAlignBottom],
];

export function AlignRow({ several = false }: { several?: boolean }) {
  const [to, setTo] = useState<AlignFrame>(several ? 'selection' : 'margins');
  return (
    <div>
      <SegmentedControl
        mb={4}
        aria-label="Align to"
        value={to}
        onChange={(v) => setTo(v as AlignFrame)}
        data={[
          ...(several ? [{ value: 'selection', label: 'Each other' }] : []),
          { value: 'margins', label: 'Margins' },
          { value: 'slide', label: 'Slide' },
        ]}
      />
      <Group gap={0} justify="space-between">
        {SIDES.map(([name, side, Icon]) => (
          <Tooltip key={name} label={name}>
            <ActionIcon size={30} aria-label={name} onClick={() => alignSelected(side, to)}>
              <Icon size={17} />
            </ActionIcon>
          </Tooltip>
        ))}
      </Group>
    </div>
  );
}
