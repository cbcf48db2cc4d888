'use client';
// Fields for edges: widths on four sides, corner radii, strokes. Lengths are shown in the present size and kept in the
// base size.
import { ActionIcon, Checkbox, Group, Select, SimpleGrid, Stack, Text, Tooltip } from '@mantine/core';
import { IconLink, IconLinkOff } from '@tabler/icons-react';
import { useState } from 'react';
import type { Stroke } from '../../../core/values/fill';
import type { Sides } from '../../../core/values/place';
import { NumberField } from '../../shared/NumberField';
import { settle } from '../state/store';
import { ColourField } from './ColourField';
import { Fold } from './Folds';

export type Radii = [number, number, number, number];
/** From the present size to the base size; `k` is pixels of the one to one of the other. */
export const sidesTo = (s: Sides, k: number): Sides => ({
  top: s.top / k,
  right: s.right / k,
  bottom: s.bottom / k,
  left: s.left / k,
});
export const strokeTo = (s: Stroke, k: number): Stroke => ({
  ...s,
  width: s.width / k,
  dash: s.dash.map((d) => d / k),
});

/** Four numbers that are one while they are linked. */
export function SidesField({
  label,
  sides,
  onChange,
}: {
  label: string;
  sides: Sides;
  onChange: (sides: Sides) => void;
}) {
  const even = new Set(Object.values(sides)).size === 1;
  const [apart, setApart] = useState(!even);
  const all = (v: number): Sides => ({ top: v, right: v, bottom: v, left: v });
  return (
    <div>
      {apart && (
        <Text fz="xs" c="dimmed">
          {label}
        </Text>
      )}
      <Group gap={4} wrap="nowrap" align="flex-end">
        {apart ? (
          (['top', 'right', 'bottom', 'left'] as const).map((side) => (
            <NumberField
              key={side}
              label={side[0].toUpperCase() + side.slice(1)}
              aria-label={`${label}, ${side}`}
              value={sides[side]}
              min={0}
              max={5000}
              decimalScale={1}
              onChange={(v) => onChange({ ...sides, [side]: v })}
              onSettle={settle}
            />
          ))
        ) : (
          <NumberField
            label={label}
            value={sides.top}
            min={0}
            max={5000}
            decimalScale={1}
            suffix=" px"
            onChange={(v) => onChange(all(v))}
            onSettle={settle}
          />
        )}
        <Tooltip label={apart ? 'The same on all sides' : 'Each side by itself'}>
          <ActionIcon
            size={30}
            aria-label={apart ? `${label}: the same on all sides` : `${label}: each side by itself`}
            onClick={() => {
              if (apart) onChange(all(sides.top));
              setApart(!apart);
            }}
          >
            {apart ? <IconLinkOff size={15} /> : <IconLink size={15} />}
          </ActionIcon>
        </Tooltip>
      </Group>
    </div>
  );
}

export function StrokeField({
  stroke,
  onChange,
  dashes = true,
}: {
  stroke: Stroke;
  onChange: (stroke: Stroke) => void;
  dashes?: boolean;
}) {
  const dashed = stroke.dash.length > 0;
  return (
    <Stack gap={6}>
      <Group gap={6} wrap="nowrap" align="flex-end">
        <NumberField
          label="Width"
          aria-label="Stroke width"
          value={stroke.width}
          min={0}
          max={2000}
          decimalScale={1}
          suffix=" px"
          onChange={(width) => onChange({ ...stroke, width })}
          onSettle={settle}
        />
        <Select
          size="xs"
          label="Lies"
          allowDeselect={false}
          value={stroke.place}
          data={[
            { value: 'inside', label: 'Inside' },
            { value: 'centred', label: 'Centred' },
            { value: 'outside', label: 'Outside' },
          ]}
          onChange={(v) => v && onChange({ ...stroke, place: v as Stroke['place'] })}
        />
        {dashes && (
          <Checkbox
            size="xs"
            mb={7}
            label="Dashed"
            checked={dashed}
            onChange={(e) =>
              onChange({
                ...stroke,
                dash: e.currentTarget.checked ? [Math.max(4, stroke.width * 3), Math.max(3, stroke.width * 2)] : [],
              })
            }
          />
        )}
      </Group>
      {dashed && (
        <Group gap={6} wrap="nowrap">
          <NumberField
            label="Dash"
            value={stroke.dash[0]}
            min={0.1}
            max={5000}
            decimalScale={1}
            suffix=" px"
            onChange={(v) => onChange({ ...stroke, dash: [v, stroke.dash[1] ?? v] })}
            onSettle={settle}
          />
          <NumberField
            label="Gap"
            value={stroke.dash[1] ?? stroke.dash[0]}
            min={0.1}
            max={5000}
            decimalScale={1}
            suffix=" px"
            onChange={(v) => onChange({ ...stroke, dash: [stroke.dash[0], v] })}
            onSettle={settle}
          />
        </Group>
      )}
      <ColourField
        label="Stroke colour"
        alpha
        value={stroke.colour}
        onChange={(colour) => onChange({ ...stroke, colour })}
      />
    </Stack>
  );
}

const CORNERS = ['Top left', 'Top right', 'Bottom right', 'Bottom left'] as const;

/** Four radii that are one while they are linked. */
export function RadiusField({ radius, onChange }: { radius: Radii; onChange: (radius: Radii) => void }) {
  const [apart, setApart] = useState(new Set(radius).size > 1);
  return (
    <Group gap={4} wrap="nowrap" align="flex-end">
      {apart ? (
        <SimpleGrid cols={4} spacing={4}>
          {CORNERS.map((name, i) => (
            <NumberField
              key={name}
              label={['↖', '↗', '↘', '↙'][i]}
              aria-label={`Corner radius, ${name.toLowerCase()}`}
              value={radius[i]}
              min={0}
              max={100000}
              decimalScale={1}
              onChange={(v) => onChange(radius.map((r, j) => (j === i ? v : r)) as Radii)}
              onSettle={settle}
            />
          ))}
        </SimpleGrid>
      ) : (
        <NumberField
          label="Corner radius"
          value={radius[0]}
          min={0}
          max={100000}
          decimalScale={1}
          suffix=" px"
          onChange={(v) => onChange([v, v, v, v])}
          onSettle={settle}
        />
      )}
      <Tooltip label={apart ? 'All corners alike' : 'Each corner by itself'}>
        <ActionIcon
          size={30}
          aria-label={apart ? 'All corners alike' : 'Each corner by itself'}
          onClick={() => {
            if (apart) onChange([radius[0], radius[0], radius[0], radius[0]]);
            setApart(!apart);
          }}
        >
          {apart ? <IconLinkOff size={15} /> : <IconLink size={15} />}
        </ActionIcon>
      </Tooltip>
    </Group>
  );
}

/** The stroke, folded. @param scale pixels of the present size to one of the base size */
export function StrokeFold({
  stroke,
  scale,
  onChange,
}: {
  stroke: Stroke;
  scale: number;
  onChange: (s: Stroke) => void;
}) {
  return (
    <Fold name="stroke" title="Stroke" now={stroke.width > 0 && `${Math.round(stroke.width * 10) / 10} px`}>
      <StrokeField stroke={stroke} onChange={(s) => onChange(strokeTo(s, scale))} />
    </Fold>
  );
}
