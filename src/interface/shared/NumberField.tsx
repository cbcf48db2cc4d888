'use client';
// A number that can be typed, stepped with the arrow keys (Shift times ten) and dragged on its label.
import { NumberInput, type NumberInputProps } from '@mantine/core';
import { useRef, useState } from 'react';
import css from './NumberField.module.css';

interface Props extends Omit<NumberInputProps, 'value' | 'onChange' | 'label'> {
  label: string;
  value: number;
  onChange: (value: number) => void;
  /** Called when a drag ends, for one undo step. */
  onSettle?: () => void;
  /** A typed number counts once it is complete: the digits on the way would change other values with it. */
  whole?: boolean;
  /** Several things have different numbers: none is shown until one is set for all. */
  mixed?: boolean;
}

export function NumberField({
  label,
  value,
  onChange,
  onSettle,
  whole = false,
  mixed = false,
  step = 1,
  min = -Infinity,
  max = Infinity,
  decimalScale = 0,
  ...rest
}: Props) {
  const drag = useRef<{ x: number; from: number } | null>(null);
  // What is being typed: "1" on the way to "150" must not be lifted to the least value.
  const [typed, setTyped] = useState<number | string | null>(null);
  const clamp = (v: number): number => Math.min(Number(max), Math.max(Number(min), Number(v.toFixed(decimalScale))));
  const settle = (): void => {
    if (typeof typed === 'number' && Number.isFinite(typed) && (mixed || clamp(typed) !== value))
      onChange(clamp(typed));
    setTyped(null);
    onSettle?.();
  };
  return (
    <NumberInput
      {...rest}
      size="xs"
      hideControls
      min={Number(min)}
      max={Number(max)}
      decimalScale={decimalScale}
      aria-label={rest['aria-label'] ?? label}
      label={
        <span
          className={css.label}
          title="Drag to change"
          onPointerDown={(e) => {
            e.preventDefault();
            e.currentTarget.setPointerCapture(e.pointerId);
            drag.current = { x: e.clientX, from: value };
          }}
          onPointerMove={(e) => {
            if (drag.current)
              onChange(
                clamp(drag.current.from + Math.round((e.clientX - drag.current.x) / 2) * step * (e.shiftKey ? 10 : 1)),
              );
          }}
          onLostPointerCapture={() => {
            drag.current = null;
            onSettle?.();
          }}
        >
          {label}
        </span>
      }
      data-at-rest={typed === null || undefined}
      value={typed ?? (mixed ? '' : Number(value.toFixed(decimalScale)))}
      placeholder={mixed ? 'mixed' : undefined}
      clampBehavior="none"
      onChange={(v) => {
        setTyped(v);
        if (!whole && typeof v === 'number' && v >= Number(min) && v <= Number(max)) onChange(clamp(v));
      }}
      onBlur={settle}
      onKeyDown={(e) => {
        if (e.key === 'ArrowUp' || e.key === 'ArrowDown') {
          e.preventDefault();
          setTyped(null);
          onChange(clamp(value + (e.key === 'ArrowUp' ? 1 : -1) * step * (e.shiftKey ? 10 : 1)));
        } else if (e.key === 'Enter') settle();
      }}
    />
  );
}
