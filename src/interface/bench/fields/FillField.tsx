'use client';
// A fill: none, colour, gradient or pattern. Each kind keeps its settings while another one is shown.
import { SegmentedControl, Stack } from '@mantine/core';
import type { Layer } from '../../../core/kinds/layers';
import { changeLayers } from '../../../core/piece/edits';
import type { Fill } from '../../../core/values/fill';
import { frameOf, preview, useBench } from '../state/store';
import { ColourField } from './ColourField';
import { GradientField } from './GradientField';
import { PatternField } from './PatternField';

interface Props {
  label: string;
  fill: Fill;
  /** The layer it fills, which gives the box and is shown with other patterns. */
  layer: Layer;
  onChange: (fill: Fill, merge: boolean) => void;
  /** It may also be empty. */
  none?: boolean;
  /**
   * Puts a fill where this one belongs, for showing a pattern before it is chosen; the layer's own fill where left out.
   */
  put?: (layer: Layer, fill: Fill) => void;
  /** Extent of what is filled, where it is not the layer's frame. */
  box?: { width: number; height: number };
}

const own = (layer: Layer, fill: Fill): void => void ('fill' in layer && (layer.fill = fill));

export function FillField({ label, fill, layer, onChange, none = false, put = own, box }: Props) {
  const texts = useBench((s) => s.texts);
  const look = (pattern: Fill['pattern'] | null): void =>
    preview(
      pattern &&
        ((p) =>
          changeLayers(p, useBench.getState().slideId, [layer.id], (l) =>
            put(l, { ...fill, kind: 'pattern', pattern }),
          )),
    );
  const own: Record<Fill['kind'], () => React.ReactNode> = {
    none: () => null,
    colour: () => (
      <ColourField
        label={label}
        alpha
        value={fill.colour}
        onChange={(colour) => onChange({ ...fill, kind: 'colour', colour }, true)}
      />
    ),
    gradient: () => <GradientField fill={fill} box={box ?? frameOf(layer, texts)} onChange={onChange} />,
    pattern: () => (
      <PatternField
        pattern={fill.pattern}
        onChange={(pattern, merge) => onChange({ ...fill, kind: 'pattern', pattern }, merge)}
        onLook={look}
      />
    ),
  };
  return (
    <Stack gap={6}>
      <SegmentedControl
        aria-label={`${label}: kind`}
        value={fill.kind}
        onChange={(v) => onChange({ ...fill, kind: v as Fill['kind'] }, false)}
        data={[
          ...(none ? [{ value: 'none', label: 'None' }] : []),
          { value: 'colour', label: 'Colour' },
          { value: 'gradient', label: 'Gradient' },
          { value: 'pattern', label: 'Pattern' },
        ]}
      />
      {own[fill.kind]()}
    </Stack>
  );
}
