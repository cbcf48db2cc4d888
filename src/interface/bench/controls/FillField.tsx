'use client';
// A fill: colour or gradient. Each kind keeps its settings while the other one is shown.
import { Group, SegmentedControl, Select, Stack } from '@mantine/core';
import type { Fill } from '../../../core/piece/schema';
import { NumberField } from '../../shared/NumberField';
import { settle } from '../store';
import { ColourField } from './ColourField';

export function FillField({ label, fill, onChange }: { label: string; fill: Fill; onChange: (fill: Fill, merge: boolean) => void }) {
  const { gradient } = fill;
  const stop = (i: number) => (hex: string) => onChange({ ...fill, gradient: { ...gradient, stops: gradient.stops.map((s, k) => (k === i ? { ...s, colour: hex } : s)) } }, true);
  return (
    <Stack gap={6}>
      <SegmentedControl
        aria-label={`${label}: kind`}
        value={fill.kind}
        onChange={(v) => onChange({ ...fill, kind: v as Fill['kind'] }, false)}
        data={[
          { value: 'colour', label: 'Colour' },
          { value: 'gradient', label: 'Gradient' },
        ]}
      />
      {fill.kind === 'gradient' ? (
        <>
          <ColourField label="From" value={gradient.stops[0].colour} onChange={stop(0)} />
          <ColourField label="To" value={gradient.stops.at(-1)!.colour} onChange={stop(gradient.stops.length - 1)} />
          <Group gap={6} wrap="nowrap">
            <Select
              size="xs"
              w={92}
              label="Shape"
              allowDeselect={false}
              value={gradient.shape}
              data={[
                { value: 'linear', label: 'Linear' },
                { value: 'radial', label: 'Radial' },
                { value: 'conic', label: 'Conic' },
              ]}
              onChange={(v) => v && onChange({ ...fill, gradient: { ...gradient, shape: v as typeof gradient.shape } }, false)}
            />
            <NumberField label="Angle" value={gradient.angle} min={-360} max={360} suffix="°" onChange={(angle) => onChange({ ...fill, gradient: { ...gradient, angle } }, true)} onSettle={settle} />
          </Group>
        </>
      ) : (
        <ColourField label={label} value={fill.colour} onChange={(hex) => onChange({ ...fill, kind: 'colour', colour: hex }, true)} />
      )}
    </Stack>
  );
}
