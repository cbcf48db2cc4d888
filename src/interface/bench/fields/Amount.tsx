'use client';
// An amount with a number to type and a slider to drag.
import { Group, Slider } from '@mantine/core';
import { NumberField } from '../../shared/NumberField';
import { settle, useBench } from '../state/store';

interface Props {
  label: string;
  value: number;
  onChange: (value: number) => void;
  min?: number;
  max?: number;
  step?: number;
  decimals?: number;
  suffix?: string;
  /** See NumberField. */
  whole?: boolean;
  /** The slider's position 0..1 for a value and back, where it is not even; lets small values have more room. */
  scale?: { to: (value: number) => number; from: (share: number) => number };
}

/** Begins and ends a drag on a control: paint quickly meanwhile, one undo step after. */
export const dragging = {
  begin: (): void => useBench.setState({ dragging: 'control' }),
  end: (): void => {
    settle();
    useBench.setState({ dragging: false });
  },
};

export function Amount({
  label,
  value,
  onChange,
  min = 0,
  max = 100,
  step = 1,
  decimals = 0,
  suffix = ' %',
  whole,
  scale,
}: Props) {
  const rounded = (v: number): number => Number(v.toFixed(decimals));
  return (
    <Group gap={10} wrap="nowrap" align="flex-end">
      <div style={{ width: 84, flex: 'none' }}>
        <NumberField
          label={label}
          value={value}
          min={min}
          max={max}
          step={step}
          decimalScale={decimals}
          suffix={suffix}
          whole={whole}
          onChange={onChange}
          onSettle={settle}
        />
      </div>
      <Slider
        flex={1}
        mb={13}
        min={scale ? 0 : min}
        max={scale ? 1 : max}
        step={scale ? 0.005 : step}
        value={scale ? scale.to(value) : value}
        thumbLabel={label}
        onChange={(v) => {
          dragging.begin();
          onChange(rounded(scale ? scale.from(v) : v));
        }}
        onChangeEnd={dragging.end}
      />
    </Group>
  );
}

/** More room for small values: the slider goes by the root. */
export const byRoot = (max: number): Props['scale'] => ({
  to: (v) => Math.sqrt(Math.max(0, v) / max),
  from: (s) => s * s * max,
});
