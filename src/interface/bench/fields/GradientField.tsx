'use client';
// A gradient: its bar, the chosen stop, direction and kind, presets, and the swatch it may be linked to.
import { ActionIcon, Anchor, Group, Menu, Select, Text, Tooltip, UnstyledButton } from '@mantine/core';
import {
  IconArrowsHorizontal,
  IconFrame,
  IconLink,
  IconMinus,
  IconPlus,
  IconRotateClockwise,
  IconSpacingHorizontal,
  IconUnlink,
} from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { putSwatch } from '../../../core/piece/swatches';
import type { Fill, Gradient } from '../../../core/values/fill';
import {
  angleOf,
  cssRamp,
  gradientOf,
  presetsFrom,
  reversedHere,
  spreadEvenly,
  turnedTo,
  unlinked,
  withGradient,
  withoutStop,
  withStop,
  withStopChanged,
} from '../../../core/values/gradient';
import { gradientThrough } from '../../../core/values/made';
import { gradientSwatchOf, plainGradient } from '../../../core/values/swatches';
import { usePalette } from '../../shared/assets';
import { NumberField } from '../../shared/NumberField';
import { topPhoto } from '../commands/chosen-treatment';
import { useHouse } from '../keeping/house';
import { edit, settle, useBench } from '../state/store';
import { useSwatches } from '../state/swatches';
import { ColourField } from './ColourField';
import { GradientBar } from './GradientBar';
import css from './GradientField.module.css';

interface Props {
  fill: Fill;
  box: { width: number; height: number };
  onChange: (fill: Fill, merge: boolean) => void;
}

export function GradientField({ fill, box, onChange }: Props) {
  const piece = useSwatches();
  const [chosen, setChosen] = useState(0);
  const asset = useBench((s) => topPhoto(s)?.asset ?? null);
  const found = usePalette(asset);
  const house = useHouse((s) => s.style.swatches);
  const gradient = gradientOf(fill, piece);
  const linked = gradientSwatchOf(fill, piece);
  const index = Math.min(chosen, gradient.stops.length - 1),
    stop = gradient.stops[index];

  const set = (next: Gradient, merge: boolean): void => {
    const { fill: own, swatch } = withGradient(fill, next, piece);
    if (swatch) edit('Change swatch', (p) => putSwatch(p, swatch), merge ? `swatch:${swatch.id}` : null);
    else onChange(own, merge);
  };
  const unlink = (): void => onChange(unlinked(fill, piece), false);
  const kept = [...piece.swatches, ...house.filter((h) => !piece.swatches.some((s) => s.id === h.id))].filter(
    (s) => s.gradient,
  );
  const photoSteps = presetsFrom((found ?? []).filter((f) => !f.role.includes('accent')).map((f) => f.hex));
  const houseSteps = presetsFrom(
    [...piece.swatches, ...house]
      .flatMap((s) => (s.colour ? [s.colour] : []))
      .filter((c, i, all) => all.indexOf(c) === i),
  );
  const presets = (title: string, steps: string[][]) =>
    steps.length > 0 && (
      <>
        <Menu.Label>{title}</Menu.Label>
        <div className={css.presets}>
          {steps.slice(0, 8).map((colours) => (
            <UnstyledButton
              key={colours.join()}
              className={css.preset}
              aria-label={`Gradient ${colours.join(', ')}`}
              title={colours.join(', ')}
              style={{ background: cssRamp(gradientThrough(colours), piece) }}
              onClick={() => set({ ...gradient, stops: gradientThrough(colours).stops }, false)}
            />
          ))}
        </div>
      </>
    );

  return (
    <div className={css.field}>
      <GradientBar gradient={gradient} chosen={index} onChoose={setChosen} onChange={set} />
      <Group gap={6} wrap="nowrap" align="flex-end">
        <ColourField
          label={`Stop ${index + 1}`}
          alpha
          value={stop.colour}
          onChange={(colour) => set(withStopChanged(gradient, index, { colour }), true)}
        />
        <NumberField
          label="At"
          value={stop.at * 100}
          min={0}
          max={100}
          decimalScale={1}
          suffix=" %"
          onChange={(v) => set(withStopChanged(gradient, index, { at: v / 100 }), true)}
          onSettle={settle}
        />
      </Group>
      <Group gap={2} justify="space-between" wrap="nowrap">
        <Tooltip label="Add a stop">
          <ActionIcon
            aria-label="Add a stop"
            disabled={gradient.stops.length >= 12}
            onClick={() => {
              const next = gradient.stops[index + 1] ?? gradient.stops[index - 1];
              const added = withStop(gradient, (stop.at + next.at) / 2, piece);
              if (added) {
                set(added.gradient, false);
                setChosen(added.index);
              }
            }}
          >
            <IconPlus size={16} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Take this stop away">
          <ActionIcon
            aria-label="Take this stop away"
            disabled={gradient.stops.length <= 2}
            onClick={() => (set(withoutStop(gradient, index), false), setChosen(Math.max(0, index - 1)))}
          >
            <IconMinus size={16} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Reverse">
          <ActionIcon aria-label="Reverse" onClick={() => onChange(reversedHere(fill, piece), false)}>
            <IconArrowsHorizontal size={16} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Spread evenly">
          <ActionIcon aria-label="Spread evenly" onClick={() => set(spreadEvenly(gradient), false)}>
            <IconSpacingHorizontal size={16} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Turn by 45°">
          <ActionIcon
            aria-label="Turn by 45 degrees"
            onClick={() => set(turnedTo(gradient, angleOf(gradient, box) + 45, box), false)}
          >
            <IconRotateClockwise size={16} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Reach the corners by itself again">
          <ActionIcon
            aria-label="Reach the corners again"
            disabled={!gradient.line}
            onClick={() => set({ ...gradient, line: null, ratio: 1 }, false)}
          >
            <IconFrame size={16} />
          </ActionIcon>
        </Tooltip>
        <Menu position="left-start" width={246} closeOnItemClick={false}>
          <Menu.Target>
            <UnstyledButton className={css.more} aria-label="Presets and swatches">
              Presets
            </UnstyledButton>
          </Menu.Target>
          <Menu.Dropdown>
            {presets('From the photo', photoSteps)}
            {presets('From house and piece colours', houseSteps)}
            <Menu.Label>Gradient swatches: what is linked follows</Menu.Label>
            {kept.map((s) => (
              <Menu.Item
                key={s.id}
                fz="xs"
                data-swatch={s.id}
                leftSection={<i className={css.line} style={{ background: cssRamp(s.gradient!, piece) }} />}
                rightSection={linked?.id === s.id ? <IconLink size={13} aria-label="linked" /> : null}
                onClick={() => {
                  if (!piece.swatches.some((x) => x.id === s.id))
                    edit('Use swatch', (p) => putSwatch(p, { ...s, house: true }), 'use-swatch');
                  onChange({ ...fill, kind: 'gradient', gradientSwatch: s.id, gradientLie: null }, false);
                }}
              >
                {s.name}
              </Menu.Item>
            ))}
            {linked ? (
              <Menu.Item fz="xs" leftSection={<IconUnlink size={14} />} onClick={unlink}>
                Unlink from {linked.name}
              </Menu.Item>
            ) : (
              <Menu.Item
                fz="xs"
                leftSection={<IconPlus size={14} />}
                onClick={() => {
                  const id = nanoid(8);
                  edit(
                    'Keep as a swatch',
                    (p) =>
                      putSwatch(p, {
                        id,
                        name: `Gradient ${p.swatches.length + 1}`,
                        gradient: plainGradient(gradient, p),
                        house: false,
                      }),
                    'use-swatch',
                  );
                  onChange({ ...fill, kind: 'gradient', gradientSwatch: id, gradientLie: null }, false);
                }}
              >
                Keep as a swatch
              </Menu.Item>
            )}
          </Menu.Dropdown>
        </Menu>
      </Group>
      <Group gap={6} wrap="nowrap" align="flex-end">
        <Select
          size="xs"
          label="Shape"
          allowDeselect={false}
          value={gradient.shape}
          data={[
            { value: 'linear', label: 'Linear' },
            { value: 'radial', label: 'Radial' },
            { value: 'elliptical', label: 'Elliptical' },
            { value: 'conic', label: 'Conic' },
          ]}
          onChange={(v) => v && set({ ...gradient, shape: v as Gradient['shape'] }, false)}
        />
        <NumberField
          label="Angle"
          value={angleOf(gradient, box)}
          min={-360}
          max={360}
          decimalScale={1}
          suffix="°"
          onChange={(a) => set(turnedTo(gradient, a, box), true)}
          onSettle={settle}
        />
        <Select
          size="xs"
          label="Mixed in"
          allowDeselect={false}
          value={gradient.space}
          data={[
            { value: 'oklab', label: 'OKLab' },
            { value: 'srgb', label: 'sRGB' },
          ]}
          onChange={(v) => v && set({ ...gradient, space: v as Gradient['space'] }, false)}
        />
      </Group>
      {linked && (
        <Text fz="xs" c="dimmed">
          Linked to {linked.name}: its colours change everywhere it is used, how they lie only here.
          {fill.gradientLie && (
            <>
              {' '}
              <Anchor
                component="button"
                type="button"
                fz="xs"
                onClick={() => onChange({ ...fill, gradientLie: null }, false)}
              >
                Lie as {linked.name} does
              </Anchor>
            </>
          )}
        </Text>
      )}
    </div>
  );
}
