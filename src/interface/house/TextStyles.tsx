'use client';
// Styles of texts: each shown in itself, on the ground of the house; and the shadows they may throw.
import { ActionIcon, Button, Group, Select, Text } from '@mantine/core';
import { IconItalic, IconPlus, IconTrash } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useEffect } from 'react';
import { type Family, faceFor } from '../../core/type/catalogue';
import { type HouseShadow, type HouseStyle, TEXT_USES, type TextStyle, type TextUse } from '../../core/values/house';
import { HOUSE_SIDE } from '../../core/values/plain';
import { hexOf } from '../../core/values/swatches';
import { NumberField } from '../shared/NumberField';
import { showFace, shownFace } from '../shared/show-face';
import { change } from './draft';
import { HouseColourField, NameField } from './fields';
import css from './House.module.css';

export const USE_NAMES: Record<TextUse, string> = {
  headline: 'Headline',
  descriptor: 'Line under it',
  body: 'Running text',
  button: 'Button',
};
const SPECIMEN: Record<TextUse, string> = {
  headline: 'Slow trains, long views',
  descriptor: 'From 2 May, four trains a day, both ways',
  body: 'Six walks from six platforms, and a pot of tea at each: the line opens on the second of May.',
  button: 'See the timetable',
};
/** Width of the sample, px; a slide of 1080 is shown so small. */
const SAMPLE = 540;

export const groundOf = (house: HouseStyle): string =>
  house.swatches.find((s) => s.role === 'ground')?.colour ?? '#22303c';

/** The shadows of a style as CSS, at a scale. */
const shadowCss = (house: HouseStyle, shadow: HouseShadow | undefined, k: number): string | undefined =>
  shadow?.shadows
    .filter((s) => s.on && s.kind === 'drop')
    .map(
      (s) =>
        `${s.x * k}px ${s.y * k}px ${s.blur * k}px color-mix(in srgb, ${hexOf(s.colour, house)} ${s.opacity * 100}%, transparent)`,
    )
    .join(', ') || undefined;

/** A style in itself. */
export function Specimen({
  style,
  house,
  families,
}: {
  style: TextStyle;
  house: HouseStyle;
  families: readonly Family[];
}) {
  const { font } = style,
    k = SAMPLE / HOUSE_SIDE,
    ground = groundOf(house),
    ink =
      style.colour === null
        ? (house.swatches.find((s) => s.role === 'text')?.colour ?? '#ffffff')
        : hexOf(style.colour, house);
  useEffect(() => void showFace(font.family, families, font.weight, font.italic), [font, families]);
  return (
    <div className={css.specimen} style={{ background: ground }} data-specimen={style.id}>
      <span
        style={{
          fontFamily: `"${shownFace(font.family, families, font.weight, font.italic)}"`,
          fontSize: style.size * SAMPLE,
          lineHeight: style.lineHeight,
          letterSpacing: `${style.letterSpacing}em`,
          textTransform: style.case === 'upper' ? 'uppercase' : style.case === 'lower' ? 'lowercase' : undefined,
          color: ink,
          textShadow: shadowCss(
            house,
            house.shadows.find((s) => s.id === style.shadow),
            k,
          ),
        }}
      >
        {SPECIMEN[style.use]}
      </span>
    </div>
  );
}

export function TextStyles({ house, families }: { house: HouseStyle; families: readonly Family[] }) {
  const add = (): void =>
    change((h) => ({
      ...h,
      textStyles: [
        ...h.textStyles,
        {
          id: nanoid(10),
          name: 'New style',
          use: 'headline',
          font: h.textStyles[0]?.font ?? { family: 'Archivo', weight: 700, italic: false },
          size: 0.085,
          letterSpacing: 0,
          lineHeight: 1.1,
          case: 'as-typed',
          colour: null,
          shadow: null,
        },
      ],
    }));
  return (
    <>
      {house.textStyles.map((s) => (
        <Style key={s.id} style={s} house={house} families={families} />
      ))}
      <Button size="xs" variant="default" mt={4} leftSection={<IconPlus size={14} />} onClick={add}>
        Text style
      </Button>
    </>
  );
}

function Style({ style: s, house, families }: { style: TextStyle; house: HouseStyle; families: readonly Family[] }) {
  const set = (to: Partial<TextStyle>, merge: string | null = null): void =>
    change((h) => ({ ...h, textStyles: h.textStyles.map((t) => (t.id === s.id ? { ...t, ...to } : t)) }), merge);
  const family = families.find((f) => f.name === s.font.family),
    weights = [...new Set(family?.faces.filter((f) => !f.italic).map((f) => f.weight))],
    italics = family?.faces.some((f) => f.italic) ?? false;
  /** A face that the family has. */
  const setFont = (to: Partial<TextStyle['font']>): void => {
    const font = { ...s.font, ...to },
      face = faceFor(font.family, font.weight, font.italic, families);
    set({ font: { family: font.family, weight: face.weight, italic: face.italic } });
  };
  return (
    <div className={css.style} data-style={s.id}>
      <Specimen style={s} house={house} families={families} />
      <div className={css.styleFields}>
        <Group gap={6} wrap="nowrap" className={css.wide}>
          <NameField label={`Name of ${s.name}`} value={s.name} onChange={(name) => set({ name }, `name:${s.id}`)} />
          <Select
            size="xs"
            aria-label={`What ${s.name} is for`}
            allowDeselect={false}
            value={s.use}
            data={TEXT_USES.map((use) => ({ value: use, label: USE_NAMES[use] }))}
            onChange={(v) => v && set({ use: v as TextUse })}
          />
          <ActionIcon
            size="sm"
            aria-label={`Take ${s.name} out`}
            onClick={() => change((h) => ({ ...h, textStyles: h.textStyles.filter((t) => t.id !== s.id) }))}
          >
            <IconTrash size={14} />
          </ActionIcon>
        </Group>
        <Select
          size="xs"
          label="Font"
          aria-label={`Font of ${s.name}`}
          searchable
          allowDeselect={false}
          value={s.font.family}
          data={[...new Set([s.font.family, ...families.map((f) => f.name)])]}
          onChange={(v) => v && setFont({ family: v })}
        />
        <Group gap={4} wrap="nowrap" align="end">
          <Select
            size="xs"
            label="Weight"
            aria-label={`Weight of ${s.name}`}
            flex={1}
            allowDeselect={false}
            value={String(s.font.weight)}
            data={[...new Set([...weights, s.font.weight])].sort((a, b) => a - b).map(String)}
            onChange={(v) => v && setFont({ weight: Number(v) })}
          />
          <ActionIcon
            size={30}
            aria-label="Italic"
            aria-pressed={s.font.italic}
            variant={s.font.italic ? 'light' : 'subtle'}
            disabled={!italics}
            onClick={() => setFont({ italic: !s.font.italic })}
          >
            <IconItalic size={16} />
          </ActionIcon>
        </Group>
        <NumberField
          label="Size"
          aria-label={`Size of ${s.name}`}
          suffix=" %"
          decimalScale={1}
          step={0.1}
          min={0.5}
          max={100}
          value={Number((s.size * 100).toFixed(1))}
          onChange={(v) => set({ size: v / 100 }, `size:${s.id}`)}
        />
        <NumberField
          label="Line height"
          decimalScale={2}
          step={0.05}
          min={0.5}
          max={4}
          value={s.lineHeight}
          onChange={(lineHeight) => set({ lineHeight }, `line:${s.id}`)}
        />
        <NumberField
          label="Spacing"
          suffix=" em"
          decimalScale={3}
          step={0.005}
          min={-0.5}
          max={2}
          value={s.letterSpacing}
          onChange={(letterSpacing) => set({ letterSpacing }, `spacing:${s.id}`)}
        />
        <Select
          size="xs"
          label="Case"
          allowDeselect={false}
          value={s.case}
          data={[
            { value: 'as-typed', label: 'As typed' },
            { value: 'upper', label: 'Capitals' },
            { value: 'lower', label: 'Small letters' },
          ]}
          onChange={(v) => v && set({ case: v as TextStyle['case'] })}
        />
        <HouseColourField
          label="Colour"
          none="Each its own"
          value={s.colour}
          swatches={house.swatches}
          onChange={(colour) => set({ colour }, `colour:${s.id}`)}
        />
        <Select
          size="xs"
          label="Shadow"
          allowDeselect={false}
          value={s.shadow ?? ''}
          data={[{ value: '', label: 'Each its own' }, ...house.shadows.map((x) => ({ value: x.id, label: x.name }))]}
          onChange={(v) => set({ shadow: v || null })}
        />
      </div>
    </div>
  );
}

export function Shadows({ house }: { house: HouseStyle }) {
  const setShadow = (id: string, to: Partial<HouseShadow>, merge: string | null = null): void =>
    change((h) => ({ ...h, shadows: h.shadows.map((s) => (s.id === id ? { ...s, ...to } : s)) }), merge);
  const remove = (id: string): void =>
    change((h) => ({
      ...h,
      shadows: h.shadows.filter((s) => s.id !== id),
      textStyles: h.textStyles.map((t) => (t.shadow === id ? { ...t, shadow: null } : t)),
    }));
  return (
    <>
      {house.shadows.map((s) => {
        const [one] = s.shadows,
          set = (to: Partial<typeof one>, key: string): void =>
            setShadow(s.id, { shadows: [{ ...one, ...to }, ...s.shadows.slice(1)] }, `${key}:${s.id}`);
        return (
          <div key={s.id} className={css.shadow} data-shadow={s.id}>
            <div className={css.specimen} style={{ background: 'var(--surround)' }}>
              <span style={{ fontSize: 30, fontWeight: 700, color: '#fff', textShadow: shadowCss(house, s, 0.5) }}>
                {s.name || 'Shadow'}
              </span>
            </div>
            <div className={css.styleFields}>
              <Group gap={6} wrap="nowrap" className={css.wide}>
                <NameField
                  label={`Name of ${s.name}`}
                  value={s.name}
                  onChange={(name) => setShadow(s.id, { name }, `name:${s.id}`)}
                />
                {s.shadows.length > 1 && (
                  <Text fz="xs" c="dimmed" style={{ whiteSpace: 'nowrap' }}>
                    the first of {s.shadows.length}
                  </Text>
                )}
                <ActionIcon size="sm" aria-label={`Take ${s.name} out`} onClick={() => remove(s.id)}>
                  <IconTrash size={14} />
                </ActionIcon>
              </Group>
              <NumberField
                label="To the right"
                suffix=" px"
                min={-500}
                max={500}
                value={one.x}
                onChange={(x) => set({ x }, 'x')}
              />
              <NumberField
                label="Down"
                suffix=" px"
                min={-500}
                max={500}
                value={one.y}
                onChange={(y) => set({ y }, 'y')}
              />
              <NumberField
                label="Blur"
                suffix=" px"
                min={0}
                max={500}
                value={one.blur}
                onChange={(blur) => set({ blur }, 'blur')}
              />
              <NumberField
                label="Opacity"
                suffix=" %"
                min={0}
                max={100}
                value={Math.round(one.opacity * 100)}
                onChange={(v) => set({ opacity: v / 100 }, 'opacity')}
              />
              <HouseColourField
                label="Colour"
                value={one.colour}
                swatches={house.swatches}
                onChange={(colour) => colour && set({ colour }, 'colour')}
              />
            </div>
          </div>
        );
      })}
      <Button
        size="xs"
        variant="default"
        mt={4}
        leftSection={<IconPlus size={14} />}
        onClick={() =>
          change((h) => ({
            ...h,
            shadows: [
              ...h.shadows,
              {
                id: nanoid(10),
                name: 'New shadow',
                shadows: [{ kind: 'drop', on: true, x: 0, y: 4, blur: 18, spread: 0, colour: '#101820', opacity: 0.5 }],
              },
            ],
          }))
        }
      >
        Shadow
      </Button>
    </>
  );
}
