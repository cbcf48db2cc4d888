'use client';
// A fade: strength, colour, its shape and way.
import { ActionIcon, Group, SegmentedControl, Select, Tooltip } from '@mantine/core';
import {
  IconArrowBarDown,
  IconArrowBarLeft,
  IconArrowBarRight,
  IconArrowBarUp,
  IconBrightnessDown,
} from '@tabler/icons-react';
import { FADE_SIDES, type FadeLayer } from '../../../core/kinds/fade';
import { NumberField } from '../../shared/NumberField';
import { SAYS } from '../../shared/words';
import { addTreatment } from '../commands/adding';
import { change } from '../commands/layers';
import { setter } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { ColourRow, Strength } from '../fields/OverlayFields';
import { settle } from '../state/store';
import type { Face } from './face';

const SIDES = [
  ['From the left', FADE_SIDES.left, IconArrowBarRight],
  ['From above', FADE_SIDES.top, IconArrowBarDown],
  ['From below', FADE_SIDES.bottom, IconArrowBarUp],
  ['From the right', FADE_SIDES.right, IconArrowBarLeft],
] as const;

function FadeControls({ layer }: { layer: FadeLayer }) {
  const set = setter(layer);
  const gap = 0.02;
  return (
    <>
      <Strength layer={layer} />
      <ColourRow layer={layer} />
      <Group gap={6} wrap="nowrap" justify="space-between">
        <SegmentedControl
          aria-label="Shape of the fade"
          value={layer.shape}
          onChange={(v) => set('Shape of the fade', 'shape', false)(v as FadeLayer['shape'])}
          data={[
            { value: 'linear', label: 'From a side' },
            { value: 'vignette', label: 'Vignette' },
            { value: 'glow', label: 'Glow' },
          ]}
        />
      </Group>
      {layer.shape === 'linear' && (
        <Group gap={2} wrap="nowrap" align="flex-end">
          {SIDES.map(([name, angle, Icon]) => (
            <Tooltip key={name} label={name}>
              <ActionIcon
                size={30}
                aria-label={name}
                aria-pressed={layer.angle === angle}
                variant={layer.angle === angle ? 'light' : 'subtle'}
                color={layer.angle === angle ? 'plavo' : 'gray'}
                onClick={() => set('Side', 'angle', false)(angle)}
              >
                <Icon size={17} />
              </ActionIcon>
            </Tooltip>
          ))}
          <NumberField
            label="Angle"
            value={layer.angle}
            min={-360}
            max={360}
            decimalScale={1}
            suffix="°"
            onChange={set('Angle', 'angle')}
            onSettle={settle}
          />
        </Group>
      )}
      <Amount
        label="Solid to"
        whole
        value={Math.round(layer.solid * 100)}
        max={150}
        onChange={(v) =>
          change<FadeLayer>(
            'Solid part',
            [layer.id],
            (l) => {
              l.solid = v / 100;
              l.reach = Math.max(l.reach, l.solid + gap);
            },
            `solid:${layer.id}`,
          )
        }
      />
      <Amount
        label="Gone at"
        whole
        value={Math.round(layer.reach * 100)}
        min={1}
        max={150}
        onChange={(v) =>
          change<FadeLayer>(
            'Reach',
            [layer.id],
            (l) => {
              l.reach = v / 100;
              l.solid = Math.max(0, Math.min(l.solid, l.reach - gap));
            },
            `reach:${layer.id}`,
          )
        }
      />
      <Group gap={6} wrap="nowrap" align="flex-end">
        <Select
          size="xs"
          label="Easing"
          allowDeselect={false}
          value={layer.easing}
          data={[
            { value: 'linear', label: 'Linear' },
            { value: 'smooth', label: 'Smooth' },
            { value: 'strong', label: 'Strong' },
          ]}
          onChange={(v) => v && set('Easing', 'easing', false)(v as FadeLayer['easing'])}
        />
        {layer.shape !== 'linear' && (
          <>
            <NumberField
              label="Middle across"
              value={layer.centre.x * 100}
              min={-100}
              max={200}
              suffix=" %"
              onChange={(x) => set('Middle', 'centre')({ ...layer.centre, x: x / 100 })}
              onSettle={settle}
            />
            <NumberField
              label="Middle down"
              value={layer.centre.y * 100}
              min={-100}
              max={200}
              suffix=" %"
              onChange={(y) => set('Middle', 'centre')({ ...layer.centre, y: y / 100 })}
              onSettle={settle}
            />
          </>
        )}
      </Group>
    </>
  );
}

export const fade = {
  title: () => 'Fade',
  Controls: FadeControls,
  treatment: {
    name: 'New fade',
    whyNot: 'It does not cover every letter strongly enough: let it reach further, or solve its reach instead.',
  },
  adds: [
    {
      band: 'overlays',
      label: 'Fade',
      says: SAYS.fade,
      Icon: IconBrightnessDown,
      now: () => void addTreatment('fade'),
    },
  ],
} satisfies Face<FadeLayer>;
