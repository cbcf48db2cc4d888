'use client';
// Controls of what lies between picture and text: tint, fade, pool, plate, border.
import {
  Accordion,
  ActionIcon,
  Button,
  Checkbox,
  Group,
  SegmentedControl,
  Select,
  Stack,
  Text,
  Tooltip,
} from '@mantine/core';
import { IconArrowBarDown, IconArrowBarLeft, IconArrowBarRight, IconArrowBarUp } from '@tabler/icons-react';
import type { BorderLayer } from '../../../core/kinds/border';
import type { FadeLayer } from '../../../core/kinds/fade';
import { FADE_SIDES } from '../../../core/kinds/fade';
import type { Layer } from '../../../core/kinds/layers';
import type { PlateLayer } from '../../../core/kinds/plate';
import type { PoolLayer } from '../../../core/kinds/pool';
import type { TintLayer } from '../../../core/kinds/tint';
import { NumberField } from '../../shared/NumberField';
import { change } from '../commands';
import { currentSlide, settle, useBench } from '../store';
import { tintVersion } from '../treatment';
import { Amount } from './Amount';
import { ColourField } from './ColourField';
import css from './Controls.module.css';
import { RadiusField, SidesField, sidesTo, StrokeField, strokeTo } from './EdgeFields';
import { FillField } from './FillField';
import { setter, useLengthScale } from './setting';
import { ShadowsFold } from './ShadowsField';

function Deepen({ layer }: { layer: TintLayer | FadeLayer | PoolLayer }) {
  const { colour } = layer;
  if (typeof colour !== 'string') return null;
  return (
    <Tooltip label="Darkened and greyed: less of it is enough, and the photo keeps its own colours">
      <Button
        size="compact-sm"
        variant="default"
        mb={3}
        onClick={() => change<TintLayer>('Colour', [layer.id], (l) => void (l.colour = tintVersion(colour)))}
      >
        Deepen
      </Button>
    </Tooltip>
  );
}

function ColourRow({ layer }: { layer: TintLayer | FadeLayer | PoolLayer }) {
  const set = setter(layer as TintLayer);
  return (
    <Group gap={8} align="flex-end" wrap="nowrap">
      <ColourField label="Colour" forTint value={layer.colour} onChange={set('Colour', 'colour')} />
      <Deepen layer={layer} />
    </Group>
  );
}

const Strength = ({ layer }: { layer: Layer }) => (
  <Amount
    label="Strength"
    value={Math.round(layer.opacity * 100)}
    onChange={(v) => setter(layer)('Strength', 'opacity')(v / 100)}
  />
);

export function TintControls({ layer }: { layer: TintLayer }) {
  return (
    <>
      <Strength layer={layer} />
      <ColourRow layer={layer} />
    </>
  );
}

const SIDES = [
  ['From the left', FADE_SIDES.left, IconArrowBarRight],
  ['From above', FADE_SIDES.top, IconArrowBarDown],
  ['From below', FADE_SIDES.bottom, IconArrowBarUp],
  ['From the right', FADE_SIDES.right, IconArrowBarLeft],
] as const;

export function FadeControls({ layer }: { layer: FadeLayer }) {
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

/** Which texts a plate or pool lies behind. */
function Follows({ layer }: { layer: PoolLayer | PlateLayer }) {
  const slide = useBench(currentSlide);
  const texts = slide.layers.filter((l) => l.kind === 'text');
  const set = (follows: string[]): void =>
    change<PoolLayer>('Texts behind which it lies', [layer.id], (l) => void (l.follows = follows));
  return (
    <div>
      <Text fz="xs" c="dimmed">
        Lies behind {layer.follows.length ? '' : '(none: place it by hand)'}
      </Text>
      <Stack gap={3} mt={3}>
        {texts.map((t) => (
          <Checkbox
            key={t.id}
            size="xs"
            label={(t.text.replace(/\s+/g, ' ').trim() || t.name).slice(0, 38)}
            checked={layer.follows.includes(t.id)}
            onChange={(e) =>
              set(e.currentTarget.checked ? [...layer.follows, t.id] : layer.follows.filter((id) => id !== t.id))
            }
          />
        ))}
        {texts.length === 0 && (
          <Text fz="xs" c="dimmed">
            There is no text on this slide yet.
          </Text>
        )}
      </Stack>
    </div>
  );
}

export function PoolControls({ layer }: { layer: PoolLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  return (
    <>
      <Strength layer={layer} />
      <ColourRow layer={layer} />
      <Amount
        label="Size"
        value={Math.round(layer.spread)}
        min={-200}
        max={600}
        suffix=" px"
        onChange={(v) => set('Size of the pool', 'spread')(v / k)}
      />
      <Amount
        label="Feather"
        value={Math.round(layer.feather)}
        min={1}
        max={1000}
        suffix=" px"
        onChange={(v) => set('Feather', 'feather')(v / k)}
      />
      <Follows layer={layer} />
    </>
  );
}

export function PlateControls({ layer }: { layer: PlateLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  return (
    <>
      <Strength layer={layer} />
      <FillField
        label="Fill"
        none
        fill={layer.fill}
        layer={layer}
        onChange={(fill, merge) =>
          change<PlateLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
        }
      />
      {layer.follows.length > 0 && (
        <SidesField label="Padding" sides={layer.padding} onChange={(s) => set('Padding', 'padding')(sidesTo(s, k))} />
      )}
      <RadiusField
        radius={layer.radius}
        onChange={(r) => set('Corner radius', 'radius')(r.map((v) => v / k) as PlateLayer['radius'])}
      />
      <Follows layer={layer} />
      <Accordion className={css.folded} chevronPosition="left" defaultValue={layer.stroke.width > 0 ? 'stroke' : null}>
        <Accordion.Item value="stroke">
          <Accordion.Control>Stroke</Accordion.Control>
          <Accordion.Panel>
            <StrokeField stroke={layer.stroke} onChange={(s) => set('Stroke', 'stroke')(strokeTo(s, k))} />
          </Accordion.Panel>
        </Accordion.Item>
        <ShadowsFold
          shadows={layer.shadows}
          extent={Math.min(layer.box.width, layer.box.height)}
          scale={k}
          onChange={(s, merge) =>
            change<PlateLayer>('Shadow', [layer.id], (l) => void (l.shadows = s), merge ? `shadow:${layer.id}` : null)
          }
        />
      </Accordion>
    </>
  );
}

export function BorderControls({ layer }: { layer: BorderLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  return (
    <>
      <FillField
        label="Colour"
        fill={layer.fill}
        layer={layer}
        onChange={(fill, merge) =>
          change<BorderLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
        }
      />
      <Amount
        label="Inset"
        value={Math.round(layer.inset)}
        max={400}
        suffix=" px"
        onChange={(v) => set('Inset', 'inset')(v / k)}
      />
      <SidesField
        label="Thickness"
        sides={layer.thickness}
        onChange={(s) => set('Thickness', 'thickness')(sidesTo(s, k))}
      />
      <Group gap={6} wrap="nowrap" align="flex-end">
        <NumberField
          label="Corner radius"
          value={layer.radius}
          min={0}
          max={5000}
          decimalScale={1}
          suffix=" px"
          onChange={(v) => set('Corner radius', 'radius')(v / k)}
          onSettle={settle}
        />
        <NumberField
          label="Gap"
          value={layer.gap}
          min={0}
          max={5000}
          decimalScale={1}
          suffix=" px"
          disabled={layer.gap === 0}
          onChange={(v) => set('Gap', 'gap')(v / k)}
          onSettle={settle}
        />
        <Checkbox
          size="xs"
          mb={7}
          label="Double"
          checked={layer.gap > 0}
          onChange={(e) =>
            set('Double line', 'gap', false)(e.currentTarget.checked ? Math.max(2, layer.thickness.top) / k : 0)
          }
        />
      </Group>
    </>
  );
}
