'use client';
// Fields that several parts of the house style have: a colour of the house or of its own, a name.
import { ColorPicker, Popover, Select, TextInput, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { Colour, Swatch } from '../../core/values/fill';
import { hexOf } from '../../core/values/swatches';
import css from './House.module.css';

/** A hex with a picker. What is being typed stands until the field is left; it counts once it is a colour. */
export function HexField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (hex: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      size="xs"
      aria-label={label}
      value={typed ?? value}
      onChange={(e) => {
        setTyped(e.currentTarget.value);
        const given = e.currentTarget.value.trim().toLowerCase(),
          hex = given.startsWith('#') ? given : `#${given}`;
        if (/^#(?:[0-9a-f]{6}|[0-9a-f]{8})$/.test(hex)) onChange(hex);
      }}
      onBlur={() => setTyped(null)}
      leftSection={
        <Popover position="bottom-start" trapFocus>
          <Popover.Target>
            <UnstyledButton className={css.well} aria-label={`Pick ${label.replace(/, as hex$/, '')}`}>
              <i className={css.dot} style={{ background: value }} />
            </UnstyledButton>
          </Popover.Target>
          <Popover.Dropdown p={8}>
            <ColorPicker
              format={value.length > 7 ? 'hexa' : 'hex'}
              value={value}
              onChange={onChange}
              saturationLabel="Saturation and lightness"
              hueLabel="Hue"
              alphaLabel="Opacity"
            />
          </Popover.Dropdown>
        </Popover>
      }
    />
  );
}

export function NameField({ label, value, onChange }: { label: string; value: string; onChange: (v: string) => void }) {
  return (
    <TextInput
      size="xs"
      aria-label={label}
      value={value}
      maxLength={100}
      error={!value.trim()}
      onChange={(e) => onChange(e.currentTarget.value)}
    />
  );
}

const OWN = '#';
/** A colour of the house, one of its own, or none. */
export function HouseColourField({
  label,
  value,
  swatches,
  none,
  onChange,
}: {
  label: string;
  value: Colour | null;
  swatches: readonly Swatch[];
  /** What it is called when there is none; it must have one where left out. */
  none?: string;
  onChange: (colour: Colour | null) => void;
}) {
  const plain = swatches.filter((s) => s.colour !== undefined),
    chosen = value === null ? '' : typeof value === 'string' ? OWN : value.swatch,
    hex = value === null ? null : hexOf(value, { swatches });
  return (
    <div>
      <Select
        size="xs"
        label={label}
        allowDeselect={false}
        value={chosen}
        leftSection={hex && <i className={css.dot} style={{ background: hex }} />}
        data={[
          ...(none === undefined ? [] : [{ value: '', label: none }]),
          ...plain.map((s) => ({ value: s.id, label: s.name || 'Unnamed' })),
          { value: OWN, label: 'Its own' },
        ]}
        onChange={(v) =>
          onChange(!v ? null : v === OWN ? (hex ?? plain[0]?.colour ?? '#16202a').slice(0, 7) : { swatch: v })
        }
      />
      {typeof value === 'string' && <HexField label={`${label}, as hex`} value={value} onChange={onChange} />}
    </div>
  );
}
