'use client';
// Shadows and glows of a layer: several, each switched on and off, by distance and angle or by x and y.
import { ActionIcon, Button, Group, SegmentedControl, SimpleGrid, Stack, Switch, Tooltip } from '@mantine/core';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { useState } from 'react';
import { makeShadow } from '../../../core/values/made';
import type { Shadow } from '../../../core/values/shape';
import { NumberField } from '../../shared/NumberField';
import { settle } from '../state/store';
import { Amount, byRoot } from './Amount';
import { ColourField } from './ColourField';
import css from './Controls.module.css';
import { Fold } from './Folds';

interface Props {
  /** As they stand in the present size. */
  shadows: Shadow[];
  /** Size of what throws them, in pixels of the present size: a new shadow suits it. */
  extent: number;
  /** Pixels of the present size to one of the base size, in which they are kept. */
  scale: number;
  onChange: (shadows: Shadow[], merge: boolean) => void;
  title?: string;
}

const round = (v: number): number => Math.round(v * 10) / 10;

function One({
  shadow,
  name,
  onChange,
  onRemove,
}: {
  shadow: Shadow;
  name: string;
  onChange: (s: Shadow, merge?: boolean) => void;
  onRemove: () => void;
}) {
  const [polar, setPolar] = useState(true);
  const set = (values: Partial<Shadow>): void => onChange({ ...shadow, ...values });
  const distance = Math.hypot(shadow.x, shadow.y),
    angle = (Math.atan2(shadow.y, shadow.x) * 180) / Math.PI;
  const way = (d: number, a: number): void =>
    set({ x: round(d * Math.cos((a * Math.PI) / 180)), y: round(d * Math.sin((a * Math.PI) / 180)) });
  const contact = shadow.kind === 'contact';
  return (
    <div className={css.part} data-shadow={name}>
      <Group justify="space-between" wrap="nowrap">
        <Switch
          size="xs"
          label={name}
          checked={shadow.on}
          onChange={(e) => onChange({ ...shadow, on: e.currentTarget.checked }, false)}
        />
        <ActionIcon aria-label={`Remove ${name.toLowerCase()}`} onClick={onRemove}>
          <IconTrash size={15} />
        </ActionIcon>
      </Group>
      {shadow.on && (
        <div className={css.partControls}>
          <Group gap={8} wrap="nowrap" align="flex-end">
            <ColourField label={`${name} colour`} alpha value={shadow.colour} onChange={(colour) => set({ colour })} />
          </Group>
          <Amount
            label="Strength"
            value={Math.round(shadow.opacity * 100)}
            onChange={(v) => set({ opacity: v / 100 })}
          />
          <Amount
            label="Blur"
            value={round(shadow.blur)}
            max={400}
            decimals={1}
            suffix=" px"
            scale={byRoot(400)}
            onChange={(v) => set({ blur: v })}
          />
          {contact ? (
            <SimpleGrid cols={2} spacing={6}>
              <NumberField
                label="Below the foot"
                value={shadow.y}
                min={-5000}
                max={5000}
                decimalScale={1}
                suffix=" px"
                onChange={(y) => set({ y })}
                onSettle={settle}
              />
              <NumberField
                label="Spread"
                value={shadow.spread}
                min={-500}
                max={500}
                decimalScale={1}
                suffix=" px"
                onChange={(v) => set({ spread: v })}
                onSettle={settle}
              />
            </SimpleGrid>
          ) : (
            <>
              <SegmentedControl
                aria-label={`${name}: way given by`}
                value={polar ? 'polar' : 'xy'}
                onChange={(v) => setPolar(v === 'polar')}
                data={[
                  { value: 'polar', label: 'Distance, angle' },
                  { value: 'xy', label: 'Across, down' },
                ]}
              />
              <SimpleGrid cols={3} spacing={6}>
                {polar ? (
                  <>
                    <NumberField
                      label="Distance"
                      value={distance}
                      min={0}
                      max={5000}
                      decimalScale={1}
                      suffix=" px"
                      onChange={(d) => way(d, distance < 0.05 ? 90 : angle)}
                      onSettle={settle}
                    />
                    <NumberField
                      label="Angle"
                      value={angle}
                      min={-360}
                      max={360}
                      suffix="°"
                      onChange={(a) => way(distance, a)}
                      onSettle={settle}
                    />
                  </>
                ) : (
                  <>
                    <NumberField
                      label="Across"
                      value={shadow.x}
                      min={-5000}
                      max={5000}
                      decimalScale={1}
                      suffix=" px"
                      onChange={(x) => set({ x })}
                      onSettle={settle}
                    />
                    <NumberField
                      label="Down"
                      value={shadow.y}
                      min={-5000}
                      max={5000}
                      decimalScale={1}
                      suffix=" px"
                      onChange={(y) => set({ y })}
                      onSettle={settle}
                    />
                  </>
                )}
                <NumberField
                  label="Spread"
                  value={shadow.spread}
                  min={-500}
                  max={500}
                  decimalScale={1}
                  suffix=" px"
                  onChange={(v) => set({ spread: v })}
                  onSettle={settle}
                />
              </SimpleGrid>
            </>
          )}
        </div>
      )}
    </div>
  );
}

const KINDS = [
  ['Shadow', 'A shadow beside and below', (e: number): Shadow => makeShadow(e)],
  [
    'Glow',
    'A soft edge all round',
    (e: number): Shadow => ({
      ...makeShadow(e),
      y: 0,
      blur: Math.round(e * 0.3),
      spread: Math.max(1, Math.round(e * 0.03)),
      opacity: 0.8,
    }),
  ],
  [
    'Contact',
    'A shadow on the ground under its foot',
    (e: number): Shadow => ({
      ...makeShadow(e),
      kind: 'contact',
      y: 0,
      blur: Math.max(4, Math.round(e * 0.08)),
      opacity: 0.6,
    }),
  ],
] as const;

const nameOf = (s: Shadow): string =>
  s.kind === 'contact' ? 'Contact shadow' : s.x === 0 && s.y === 0 ? 'Glow' : 'Shadow';

export function ShadowsField({ shadows, extent, scale, onChange: store }: Props) {
  const onChange = (next: Shadow[], merge: boolean): void =>
    store(
      next.map((s) => ({ ...s, x: s.x / scale, y: s.y / scale, blur: s.blur / scale, spread: s.spread / scale })),
      merge,
    );
  return (
    <Stack gap={4}>
      {shadows.map((s, i) => (
        <One
          key={i}
          shadow={s}
          name={shadows.length > 1 ? `${nameOf(s)} ${i + 1}` : nameOf(s)}
          onChange={(n, merge = true) =>
            onChange(
              shadows.map((x, j) => (j === i ? n : x)),
              merge,
            )
          }
          onRemove={() =>
            onChange(
              shadows.filter((_, j) => j !== i),
              false,
            )
          }
        />
      ))}
      <Group gap={4}>
        {KINDS.map(([name, hint, make]) => (
          <Tooltip key={name} label={hint}>
            <Button
              size="compact-xs"
              variant="default"
              leftSection={<IconPlus size={12} />}
              disabled={shadows.length >= 12}
              aria-label={`Add ${name.toLowerCase()}`}
              onClick={() => onChange([...shadows, make(extent)], false)}
            >
              {name}
            </Button>
          </Tooltip>
        ))}
      </Group>
    </Stack>
  );
}

/** The shadows as a folded part of a layer's controls; a first one is added in its head. */
export function ShadowsFold(props: Props) {
  const on = props.shadows.filter((s) => s.on).length,
    { title = 'Shadow and glow' } = props;
  return (
    <Fold
      name={title.toLowerCase().replace(/\W+/g, '-')}
      title={title}
      now={on > 0 && String(on)}
      head={(open) =>
        props.shadows.length === 0 && (
          <Tooltip label="Add a shadow">
            <ActionIcon
              size="sm"
              aria-label={`${title}: add a shadow`}
              onClick={() => {
                open();
                props.onChange([makeShadow(props.extent / props.scale)], false);
              }}
            >
              <IconPlus size={15} />
            </ActionIcon>
          </Tooltip>
        )
      }
    >
      <ShadowsField {...props} />
    </Fold>
  );
}
