'use client';
// The form of a shape with what the form needs, and a shape as the mask of a picture.
import { Button, FileButton, Group, Select, SimpleGrid } from '@mantine/core';
import { IconRefresh } from '@tabler/icons-react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { PLAIN_SHAPE, SHAPE_FORMS } from '../../../core/values/plain';
import type { Shape, ShapeForm } from '../../../core/values/shape';
import { NumberField } from '../../shared/NumberField';
import { outlineFromFile } from '../commands/adding';
import { change } from '../commands/layers';
import { useLengthScale } from '../commands/setter';
import { settle } from '../state/store';
import { Amount } from './Amount';
import { type Radii, RadiusField } from './EdgeFields';

export const FORM_NAMES: Record<ShapeForm, string> = {
  rectangle: 'Rectangle',
  ellipse: 'Ellipse',
  polygon: 'Polygon',
  star: 'Star',
  line: 'Line',
  arrow: 'Arrow',
  blob: 'Blob',
  speech: 'Speech box',
  path: 'Drawn',
};
const ENDS = [
  { value: 'none', label: 'Plain' },
  { value: 'arrow', label: 'Arrow' },
  { value: 'dot', label: 'Dot' },
  { value: 'bar', label: 'Bar' },
];

/** A seed as chance gives it. */
const anySeed = (): number => Math.floor(Math.random() * 0xffffffff);

/** Fields of a form. `k` is pixels of the present size to one of the base size. */
export function FormFields({
  shape,
  k,
  onChange,
}: {
  shape: Shape;
  k: number;
  onChange: (shape: Shape, merge: boolean) => void;
}) {
  const set = (values: Partial<Shape>, merge = true): void => onChange({ ...shape, ...values }, merge);
  const radius = shape.radius.map((r) => r * k) as Radii,
    scaled = (r: Radii): void => set({ radius: r.map((v) => v / k) as Radii });
  const oneRadius = (
    <NumberField
      label="Rounded by"
      value={radius[0]}
      min={0}
      max={100000}
      decimalScale={1}
      suffix=" px"
      onChange={(v) => scaled([v, v, v, v])}
      onSettle={settle}
    />
  );
  switch (shape.form) {
    case 'rectangle':
      return <RadiusField radius={radius} onChange={scaled} />;
    case 'polygon':
      return (
        <SimpleGrid cols={2} spacing={6}>
          <NumberField
            label="Corners"
            value={shape.points}
            min={3}
            max={60}
            onChange={(points) => set({ points })}
            onSettle={settle}
          />
          {oneRadius}
        </SimpleGrid>
      );
    case 'star':
      return (
        <>
          <SimpleGrid cols={2} spacing={6}>
            <NumberField
              label="Points"
              value={shape.points}
              min={3}
              max={60}
              onChange={(points) => set({ points })}
              onSettle={settle}
            />
            {oneRadius}
          </SimpleGrid>
          <Amount
            label="Inner radius"
            value={Math.round(shape.inner * 100)}
            min={5}
            max={99}
            onChange={(v) => set({ inner: v / 100 })}
          />
        </>
      );
    case 'line':
      return (
        <SimpleGrid cols={2} spacing={6}>
          <Select
            size="xs"
            label="Begins with"
            allowDeselect={false}
            value={shape.ends.start}
            data={ENDS}
            onChange={(v) => v && set({ ends: { ...shape.ends, start: v as Shape['ends']['start'] } }, false)}
          />
          <Select
            size="xs"
            label="Ends with"
            allowDeselect={false}
            value={shape.ends.end}
            data={ENDS}
            onChange={(v) => v && set({ ends: { ...shape.ends, end: v as Shape['ends']['end'] } }, false)}
          />
        </SimpleGrid>
      );
    case 'arrow':
      return (
        <>
          <Amount
            label="Shaft"
            value={Math.round(shape.shaft * 100)}
            min={2}
            onChange={(v) => set({ shaft: v / 100 })}
          />
          <Amount
            label="Head"
            value={Math.round(shape.head * 100)}
            min={5}
            max={300}
            onChange={(v) => set({ head: v / 100 })}
          />
          {oneRadius}
        </>
      );
    case 'blob':
      return (
        <>
          <Group gap={6} wrap="nowrap" align="flex-end">
            <NumberField
              label="Bulges"
              value={shape.bulges}
              min={3}
              max={16}
              onChange={(bulges) => set({ bulges })}
              onSettle={settle}
            />
            <Button
              size="compact-sm"
              variant="default"
              mb={2}
              leftSection={<IconRefresh size={14} />}
              onClick={() => set({ seed: anySeed() }, false)}
            >
              Another one
            </Button>
          </Group>
          <Amount
            label="Roughness"
            value={Math.round(shape.roughness * 100)}
            onChange={(v) => set({ roughness: v / 100 })}
          />
        </>
      );
    case 'speech':
      return (
        <>
          <RadiusField radius={radius} onChange={scaled} />
          <SimpleGrid cols={3} spacing={6}>
            <NumberField
              label="Tip across"
              value={shape.tail.x * 100}
              min={-400}
              max={500}
              suffix=" %"
              onChange={(x) => set({ tail: { ...shape.tail, x: x / 100 } })}
              onSettle={settle}
            />
            <NumberField
              label="Tip down"
              value={shape.tail.y * 100}
              min={-400}
              max={500}
              suffix=" %"
              onChange={(y) => set({ tail: { ...shape.tail, y: y / 100 } })}
              onSettle={settle}
            />
            <NumberField
              label="Root"
              value={shape.tail.width * 100}
              min={2}
              max={100}
              suffix=" %"
              onChange={(width) => set({ tail: { ...shape.tail, width: width / 100 } })}
              onSettle={settle}
            />
          </SimpleGrid>
        </>
      );
    case 'path':
      return (
        <FileButton
          accept="image/svg+xml"
          onChange={(file) => file && void outlineFromFile(file).then((path) => path && set({ path }, false))}
        >
          {(props) => (
            <Button {...props} size="compact-sm" variant="default">
              {shape.path ? 'Another outline from SVG' : 'Outline from SVG'}
            </Button>
          )}
        </FileButton>
      );
    default:
      return null;
  }
}

/** The shape that masks a picture: any of them, stretched to its box. */
export function MaskField({ layer }: { layer: PhotoLayer }) {
  const k = useLengthScale();
  const put = (mask: Shape | null, merge: boolean): void =>
    change<PhotoLayer>(
      'Mask',
      [layer.id],
      (l) => {
        // Within a mask the picture covers its box, so that it can be moved about in it.
        if (mask && !l.mask) l.fit = 'cover';
        l.mask = mask;
      },
      merge ? `mask:${layer.id}` : null,
    );
  const mask = layer.mask && { ...layer.mask, radius: layer.mask.radius.map((r) => r / k) as Radii };
  return (
    <>
      <Select
        size="xs"
        label="Mask"
        aria-label="Mask"
        allowDeselect={false}
        value={layer.mask?.form ?? 'none'}
        data={[
          { value: 'none', label: 'None' },
          ...SHAPE_FORMS.filter((f) => f !== 'line').map((f) => ({ value: f, label: FORM_NAMES[f] })),
        ]}
        onChange={(v) => v && put(v === 'none' ? null : { ...(mask ?? PLAIN_SHAPE), form: v as ShapeForm }, false)}
      />
      {mask && <FormFields shape={mask} k={k} onChange={put} />}
    </>
  );
}
