'use client';
// Colours of the house with what they are there for, gradients, and which colour reads on which.
import { ActionIcon, Button, Group, Select, Text } from '@mantine/core';
import { IconPlus, IconTrash } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { memo, useDeferredValue } from 'react';
import type { Swatch } from '../../core/values/fill';
import { gradientThrough } from '../../core/values/made';
import { SWATCH_ROLES, type SwatchRole } from '../../core/values/plain';
import { plainGradient } from '../../core/values/swatches';
import { cssRamp } from '../../core/values/gradient';
import { NumberField } from '../shared/NumberField';
import { ContrastTable } from './ContrastTable';
import { change, useDraft } from './draft';
import { HexField, NameField } from './fields';
import css from './House.module.css';

const ROLE_NAMES: Record<SwatchRole, string> = {
  ground: 'Ground',
  panel: 'Panels',
  text: 'Text',
  accent: 'Accent',
  muted: 'Quiet text',
};

const setSwatch = (id: string, to: Partial<Swatch>, merge: string | null = null): void =>
  change((h) => ({ ...h, swatches: h.swatches.map((s) => (s.id === id ? { ...s, ...to } : s)) }), merge);

/** What a colour is there for; the one that was before is there for nothing now. */
const setRole = (id: string, role: SwatchRole | null): void =>
  change((h) => ({
    ...h,
    swatches: h.swatches.map((s) => {
      const { role: was, ...rest } = s;
      return s.id === id ? (role ? { ...rest, role } : rest) : was === role ? rest : s;
    }),
  }));

/** Takes a swatch out; what referred to it has its colour as its own. */
const remove = ({ id, colour }: Swatch): void =>
  change((h) => ({
    ...(JSON.parse(
      JSON.stringify(h, (_key, v: unknown) =>
        typeof v === 'object' && v !== null && (v as { swatch?: unknown }).swatch === id ? (colour ?? '#808080') : v,
      ),
    ) as typeof h),
    swatches: h.swatches.filter((s) => s.id !== id),
  }));

const ColourRow = memo(function ColourRow({ swatch: s }: { swatch: Swatch }) {
  return (
    <div className={css.colour} data-swatch={s.id}>
      <i className={css.patch} style={{ background: s.colour }} />
      <NameField
        label={`Name of ${s.name}`}
        value={s.name}
        onChange={(name) => setSwatch(s.id, { name }, `name:${s.id}`)}
      />
      <HexField
        label={`${s.name}, as hex`}
        value={s.colour!}
        onChange={(colour) => setSwatch(s.id, { colour }, `hex:${s.id}`)}
      />
      <Group gap={4} wrap="nowrap">
        <Select
          size="xs"
          flex={1}
          aria-label={`What ${s.name} is there for`}
          placeholder="For anything"
          clearable
          value={s.role ?? null}
          data={SWATCH_ROLES.map((role) => ({ value: role, label: ROLE_NAMES[role] }))}
          onChange={(v) => setRole(s.id, v as SwatchRole | null)}
        />
        <ActionIcon size="sm" aria-label={`Take ${s.name} out`} onClick={() => remove(s)}>
          <IconTrash size={14} />
        </ActionIcon>
      </Group>
    </div>
  );
});

export function Colours() {
  const swatches = useDraft((s) => s.style.swatches),
    plain = swatches.filter((s) => s.colour !== undefined),
    gradients = swatches.filter((s) => s.gradient),
    // Its many samples follow when there is time.
    shown = useDeferredValue(swatches);
  return (
    <>
      <div className={css.colours}>
        {plain.map((s) => (
          <ColourRow key={s.id} swatch={s} />
        ))}
        <Button
          size="xs"
          variant="default"
          className={css.addColour}
          leftSection={<IconPlus size={14} />}
          onClick={() =>
            change((h) => ({
              ...h,
              swatches: [...h.swatches, { id: nanoid(10), name: 'New colour', colour: '#5d7183', house: true }],
            }))
          }
        >
          Colour
        </Button>
      </div>
      {gradients.length > 0 && (
        <div className={css.gradients}>
          {gradients.map((s) => (
            <Gradient key={s.id} swatch={s} />
          ))}
        </div>
      )}
      <Group mt={8}>
        <Button
          size="xs"
          variant="default"
          leftSection={<IconPlus size={14} />}
          onClick={() =>
            change((h) => ({
              ...h,
              swatches: [
                ...h.swatches,
                {
                  id: nanoid(10),
                  name: 'New gradient',
                  house: true,
                  gradient: plainGradient(
                    gradientThrough([plain[0]?.colour ?? '#22384f', plain[1]?.colour ?? '#f4efe6']),
                    h,
                  ),
                },
              ],
            }))
          }
        >
          Gradient
        </Button>
      </Group>
      {plain.length > 1 && (
        <>
          <Text fw={700} mt={18} mb={2}>
            Which colour reads on which
          </Text>
          <ContrastTable swatches={shown} />
        </>
      )}
    </>
  );
}

const Gradient = memo(function Gradient({ swatch: s }: { swatch: Swatch }) {
  const gradient = s.gradient!,
    set = (to: Partial<typeof gradient>, merge: string | null = null): void =>
      setSwatch(s.id, { gradient: { ...gradient, ...to } }, merge);
  return (
    <div className={css.gradient} data-swatch={s.id}>
      <i className={css.ramp} style={{ background: cssRamp(gradient, { swatches: [] }) }} />
      <Group gap={6} wrap="nowrap" align="end">
        <NameField
          label={`Name of ${s.name}`}
          value={s.name}
          onChange={(name) => setSwatch(s.id, { name }, `name:${s.id}`)}
        />
        <NumberField
          label="Angle"
          value={gradient.angle}
          min={-360}
          max={360}
          w={70}
          suffix="°"
          onChange={(angle) => set({ angle }, `angle:${s.id}`)}
        />
        <ActionIcon size="sm" mb={3} aria-label={`Take ${s.name} out`} onClick={() => remove(s)}>
          <IconTrash size={14} />
        </ActionIcon>
      </Group>
      <div className={css.stops}>
        {gradient.stops.map((stop, i) => (
          <HexField
            key={i}
            label={`Colour ${i + 1} of ${s.name}`}
            value={stop.colour}
            onChange={(colour) =>
              set({ stops: gradient.stops.map((x, n) => (n === i ? { ...x, colour } : x)) }, `stop:${s.id}:${i}`)
            }
          />
        ))}
      </div>
    </div>
  );
});
