'use client';
// A size by numbers: width and height in pixels, and what is done with them.
import { Button, Group, NumberInput, Text } from '@mantine/core';
import { useState } from 'react';

const LEAST = 16;
const MOST = 8192;
const fits = (v: number | string): v is number => typeof v === 'number' && v >= LEAST && v <= MOST;

export function OwnSize({
  label,
  busy,
  disabled = false,
  onTake,
}: {
  /** What the button says. */
  label: string;
  busy: boolean;
  disabled?: boolean;
  onTake: (width: number, height: number) => void;
}) {
  const [width, setWidth] = useState<number | string>(1200),
    [height, setHeight] = useState<number | string>(800);
  const field = (name: string, value: number | string, set: (v: number | string) => void) => (
    <NumberInput
      size="xs"
      w={98}
      label={name}
      suffix=" px"
      min={LEAST}
      max={MOST}
      allowDecimal={false}
      value={value}
      onChange={set}
    />
  );
  return (
    <Group gap={6} align="flex-end">
      {field('Width', width, setWidth)}
      {field('Height', height, setHeight)}
      <Button
        size="xs"
        variant="default"
        loading={busy}
        disabled={!fits(width) || !fits(height) || disabled}
        onClick={() => fits(width) && fits(height) && onTake(width, height)}
      >
        {label}
      </Button>
      {(!fits(width) || !fits(height)) && (
        <Text fz="xs" c="amber" mb={6}>
          From {LEAST} to {MOST} pixels
        </Text>
      )}
    </Group>
  );
}
