'use client';
// By what photos are narrowed beside their words: a colour that is in them, their shape, the campaign that shows them.
import { Group, Select } from '@mantine/core';
import type { Orientation } from '../../../contract/shapes';
import type { CampaignInfo } from '../api';
import { ColourDot } from '../ColourDot';

export interface PhotoFilter {
  colour?: string;
  orientation?: Orientation;
  campaign?: string;
}

/** Colours as they are in photographs, muted, each standing for those near it. */
const COLOURS: readonly [string, string][] = [
  ['#20242a', 'dark'],
  ['#8f9498', 'grey'],
  ['#e6e8ea', 'pale'],
  ['#8c4a3a', 'red'],
  ['#c99a6b', 'warm'],
  ['#d8b84a', 'yellow'],
  ['#7f9a45', 'green'],
  ['#2f4a3c', 'spruce'],
  ['#4a6f9c', 'blue'],
  ['#6a5a86', 'violet'],
];

export function PhotoFilters({
  value,
  campaigns = [],
  onChange,
}: {
  value: PhotoFilter;
  campaigns?: readonly CampaignInfo[];
  onChange: (value: PhotoFilter) => void;
}) {
  return (
    <Group gap="sm" mb="md" wrap="nowrap">
      <Group gap={3} role="group" aria-label="With a colour" wrap="nowrap">
        {COLOURS.map(([hex, name]) => (
          <ColourDot
            key={hex}
            hex={hex}
            name={`With ${name} in it`}
            pressed={value.colour === hex}
            onPress={() => onChange({ ...value, colour: value.colour === hex ? undefined : hex })}
          />
        ))}
      </Group>
      <Select
        size="xs"
        w={130}
        aria-label="Shape of the photo"
        placeholder="Any shape"
        clearable
        data={[
          { value: 'landscape', label: 'Wide' },
          { value: 'portrait', label: 'Tall' },
          { value: 'square', label: 'Square' },
        ]}
        value={value.orientation ?? null}
        onChange={(v) => onChange({ ...value, orientation: (v as PhotoFilter['orientation']) ?? undefined })}
      />
      {campaigns.length > 1 && (
        <Select
          size="xs"
          w={190}
          aria-label="Shown in a campaign"
          placeholder="In any campaign"
          clearable
          data={campaigns.map((c) => ({ value: c.id, label: c.name }))}
          value={value.campaign ?? null}
          onChange={(v) => onChange({ ...value, campaign: v ?? undefined })}
        />
      )}
    </Group>
  );
}
