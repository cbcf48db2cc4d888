'use client';
// What belongs to a section of a page as a whole: how high it is at least, and its landmark.
import { NumberInput, Select, Text } from '@mantine/core';
import { setSectionField } from '../commands/slideshow';
import { usePanelPiece } from '../state/panel-piece';
import { settle } from '../state/store';

const LANDMARKS = [
  { value: 'section', label: 'A part of the page' },
  { value: 'header', label: 'Its banner' },
  { value: 'none', label: 'Nothing by itself' },
];

export function SectionFields() {
  const { section } = usePanelPiece();
  if (!section) return null;
  return (
    <>
      <Text fw={700} fz="sm" component="h3" mt={4}>
        Section
      </Text>
      <NumberInput
        size="xs"
        label="At least so much of the window’s height"
        description="With 0 it is as high as its layouts are, and its texts need"
        suffix=" %"
        min={0}
        max={100}
        step={5}
        allowDecimal={false}
        value={Math.round(section.share * 100)}
        onChange={(v) => typeof v === 'number' && v >= 0 && v <= 100 && setSectionField({ share: v / 100 })}
        onBlur={settle}
      />
      <Select
        size="xs"
        label="To those who have the page read to them it is"
        allowDeselect={false}
        data={LANDMARKS}
        value={section.landmark}
        onChange={(v) => {
          if (v) setSectionField({ landmark: v as typeof section.landmark });
          settle();
        }}
      />
    </>
  );
}
