'use client';
// What the house does with photos: their tone, shown on one of them, and the treatment it prefers.
import { Group, Select, Switch, Text } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import type { Pixels } from '../../core/ground/pixels';
import { toned } from '../../core/photo/tone';
import { WAY_NAMES } from '../../core/remedy/way';
import { type HouseStyle, PREFERRABLE } from '../../core/values/house';
import { PLAIN_TONE } from '../../core/values/plain';
import { hexOf } from '../../core/values/swatches';
import type { Tone } from '../../core/values/tone';
import { api } from '../shared/api';
import { NumberField } from '../shared/NumberField';
import { Painted } from '../shared/Painted';
import { change } from './draft';
import { HouseColourField } from './fields';
import css from './House.module.css';
import { pixelsOfAsset } from './picture';

/** Longer side of the sample, px. */
const SAMPLE = 420;

export function Photos({ house, campaign }: { house: HouseStyle; campaign: string }) {
  const { tone } = house,
    // Switched off and on again it is what it was.
    last = useRef<Tone>(tone ?? PLAIN_TONE);
  useEffect(() => {
    if (tone) last.current = tone;
  }, [tone]);
  const set = (to: Partial<Tone>, merge: string | null = null): void =>
    change((h) => ({ ...h, tone: h.tone && { ...h.tone, ...to } }), merge);
  return (
    <div className={css.photos}>
      <div>
        <Switch
          size="sm"
          label="Photos have a tone of the house"
          checked={tone !== null}
          onChange={(e) => change((h) => ({ ...h, tone: e.currentTarget.checked ? last.current : null }))}
        />
        {tone && (
          <div className={css.tone}>
            <Switch
              size="xs"
              label="Light"
              checked={tone.light.on}
              onChange={(e) => set({ light: { ...tone.light, on: e.currentTarget.checked } })}
            />
            {tone.light.on && (
              <Group gap={6} grow wrap="nowrap">
                {(['brightness', 'contrast'] as const).map((key) => (
                  <NumberField
                    key={key}
                    label={key === 'brightness' ? 'Brightness' : 'Contrast'}
                    min={-100}
                    max={100}
                    value={tone.light[key]}
                    onChange={(v) => set({ light: { ...tone.light, [key]: v } }, key)}
                  />
                ))}
              </Group>
            )}
            <Switch
              size="xs"
              label="Saturation"
              checked={tone.saturation.on}
              onChange={(e) => set({ saturation: { ...tone.saturation, on: e.currentTarget.checked } })}
            />
            {tone.saturation.on && (
              <NumberField
                label="Amount"
                min={-100}
                max={100}
                value={tone.saturation.amount}
                onChange={(amount) => set({ saturation: { ...tone.saturation, amount } }, 'saturation')}
              />
            )}
            <Switch
              size="xs"
              label="Greyscale"
              checked={tone.grey.on}
              onChange={(e) => set({ grey: { ...tone.grey, on: e.currentTarget.checked } })}
            />
            <Switch
              size="xs"
              label="Duotone"
              checked={tone.duotone.on}
              onChange={(e) => set({ duotone: { ...tone.duotone, on: e.currentTarget.checked } })}
            />
            {tone.duotone.on && (
              <Group gap={6} grow wrap="nowrap" align="start">
                {(['dark', 'light'] as const).map((key) => (
                  <HouseColourField
                    key={key}
                    label={key === 'dark' ? 'Dark parts' : 'Light parts'}
                    value={tone.duotone[key]}
                    swatches={house.swatches}
                    onChange={(c) => c && set({ duotone: { ...tone.duotone, [key]: c } }, `duotone:${key}`)}
                  />
                ))}
              </Group>
            )}
            <Switch
              size="xs"
              label="Output levels"
              checked={tone.levels.on}
              onChange={(e) => set({ levels: { ...tone.levels, on: e.currentTarget.checked } })}
            />
            {tone.levels.on && (
              <Group gap={6} grow wrap="nowrap">
                {(['black', 'white'] as const).map((key) => (
                  <NumberField
                    key={key}
                    label={key === 'black' ? 'Black becomes' : 'White becomes'}
                    min={0}
                    max={255}
                    value={Math.round(tone.levels[key])}
                    onChange={(v) => set({ levels: { ...tone.levels, [key]: v } }, `levels:${key}`)}
                  />
                ))}
              </Group>
            )}
          </div>
        )}
        <Select
          size="xs"
          mt={14}
          label="Preferred treatment"
          description="Taken unasked where it costs little more than the best way"
          allowDeselect={false}
          value={house.treatment ?? ''}
          data={[
            { value: '', label: 'Whatever keeps most of the photo' },
            ...PREFERRABLE.map((kind) => ({ value: kind, label: WAY_NAMES[kind] })),
          ]}
          onChange={(v) => change((h) => ({ ...h, treatment: (v || null) as HouseStyle['treatment'] }))}
        />
      </div>
      {tone && <Sample campaign={campaign} tone={tone} house={house} />}
    </div>
  );
}

/** A photo of the campaign with the tone; where it has none, the latest of the library. */
function Sample({ campaign, tone, house }: { campaign: string; tone: Tone; house: HouseStyle }) {
  const [photo, setPhoto] = useState<Pixels | null>(null);
  useEffect(() => {
    let gone = false;
    const load = async (): Promise<void> => {
      for (const query of [{ campaign }, {}]) {
        const { items } = await api.assets({ limit: 12, ...query }),
          first = items.find((a) => a.mime !== 'image/svg+xml' && a.width > 600);
        if (!first) continue;
        const pixels = await pixelsOfAsset(first.id, SAMPLE);
        if (!gone) setPhoto(pixels);
        return;
      }
    };
    // Without a photo there is no sample.
    load().catch(() => {});
    return () => {
      gone = true;
    };
  }, [campaign]);
  if (!photo) return null;
  return (
    <div>
      <Painted
        pixels={toned(photo, tone, (c) => hexOf(c, house))}
        className={css.sample}
        aria-label="A photo with this tone"
        role="img"
      />
      <Text fz="xs" c="dimmed">
        A photo of the campaign with this tone
      </Text>
    </div>
  );
}
