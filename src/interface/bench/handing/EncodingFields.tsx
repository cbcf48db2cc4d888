'use client';
// How a picture is written: its format and what can be set of it, its size in bytes, its pixels.
import { Checkbox, Group, SegmentedControl, Select, Slider, Stack, Text } from '@mantine/core';
import {
  FORMATS,
  type Palette,
  PALETTES,
  PRESS,
  SCALES,
  SLIDE_FORMAT_IDS,
  type SlideFormatId,
  TARGET,
} from '../../../core/format/formats';
import { NumberField } from '../../shared/NumberField';
import type { Choice } from './choice';
import css from './HandOver.module.css';

interface Props {
  choice: Choice;
  set: (some: Partial<Choice>) => void;
}

/** Bytes of a file that many places take. */
const USUAL_TARGET = 500_000;
/** Width of a page that is printed, mm: A4. */
const USUAL_PAGE = 210;

export const FormatField = ({ choice: { format }, set }: Props) => (
  <SegmentedControl
    aria-label="Format"
    size="xs"
    className={css.formats}
    value={format}
    onChange={(v) => set({ format: v as SlideFormatId })}
    data={SLIDE_FORMAT_IDS.map((id) => ({ value: id, label: FORMATS[id].name }))}
  />
);

/** What can be set of some formats. */
export function EncodingFields({ choice, set, formats }: Props & { formats: readonly SlideFormatId[] }) {
  const { quality, colours, transparent, target, text } = choice,
    knows = (key: 'quality' | 'colours' | 'alpha' | 'still' | 'text' | 'pages'): boolean =>
      formats.some((f) => FORMATS[f][key]);
  return (
    <Stack gap="xs">
      {knows('quality') && (target === null || !knows('still')) && (
        <QualityField quality={quality} set={set} of={knows('still') ? null : 'photos'} />
      )}
      {knows('colours') && target === null && (
        <Select
          size="xs"
          label={formats.length > 1 ? 'Colours of the PNG' : 'Colours'}
          allowDeselect={false}
          value={String(colours ?? 'all')}
          onChange={(v) => set({ colours: v === 'all' ? null : (Number(v) as Palette) })}
          data={[{ value: 'all', label: 'All' }, ...PALETTES.map(String)]}
        />
      )}
      {knows('text') && (
        <SegmentedControl
          size="xs"
          aria-label="Letters"
          value={text ? 'text' : 'outlines'}
          onChange={(v) => set({ text: v === 'text' })}
          data={[
            { value: 'outlines', label: 'Letters as outlines' },
            { value: 'text', label: 'As text, with fonts' },
          ]}
        />
      )}
      {knows('pages') && <PageFields choice={choice} set={set} />}
      {knows('still') && (
        <Group wrap="nowrap" align="center" mih={30}>
          <Checkbox
            size="xs"
            flex={1}
            label="No larger than, kB"
            checked={target !== null}
            onChange={(e) => set({ target: e.currentTarget.checked ? USUAL_TARGET : null })}
          />
          {target !== null && (
            <NumberField
              w={76}
              label="No larger than, kB"
              labelProps={{ display: 'none' }}
              whole
              min={TARGET.least / 1000}
              max={TARGET.most / 1000}
              value={target / 1000}
              onChange={(v) => set({ target: v * 1000 })}
            />
          )}
        </Group>
      )}
      {knows('alpha') && (
        <Checkbox
          size="xs"
          label="Without paper: what nothing covers is see-through"
          checked={transparent}
          onChange={(e) => set({ transparent: e.currentTarget.checked })}
        />
      )}
    </Stack>
  );
}

/** What a printer asks of a page. */
function PageFields({ choice: { page }, set }: Props) {
  const change = (some: Partial<Choice['page']>): void => set({ page: { ...page, ...some } });
  return (
    <>
      <Group wrap="nowrap" align="flex-end" gap="xs">
        <Select
          flex={1}
          size="xs"
          label="Page"
          allowDeselect={false}
          value={page.width === null ? 'screen' : 'print'}
          onChange={(v) => change({ width: v === 'screen' ? null : USUAL_PAGE })}
          data={[
            { value: 'screen', label: '96 px to an inch' },
            { value: 'print', label: 'By its width' },
          ]}
        />
        {page.width !== null && (
          <NumberField
            w={84}
            label="Width, mm"
            min={PRESS.width.least}
            max={PRESS.width.most}
            value={page.width}
            onChange={(v) => change({ width: v })}
          />
        )}
        <NumberField
          w={76}
          label="Bleed, mm"
          min={PRESS.bleed.least}
          max={PRESS.bleed.most}
          value={page.bleed}
          onChange={(v) => change({ bleed: v })}
        />
      </Group>
      <Group gap="md">
        <Checkbox
          size="xs"
          label="Crop marks"
          checked={page.marks}
          onChange={(e) => change({ marks: e.currentTarget.checked })}
        />
        <Checkbox
          size="xs"
          label="In greys"
          checked={page.grey}
          onChange={(e) => change({ grey: e.currentTarget.checked })}
        />
      </Group>
    </>
  );
}

export const QualityField = ({
  quality,
  set,
  of = null,
}: {
  quality: number;
  set: Props['set'];
  of?: 'photos' | null;
}) => (
  <Group wrap="nowrap" align="flex-end">
    <NumberField
      w={of ? 96 : 76}
      label={of ? 'Quality of photos' : 'Quality'}
      min={1}
      max={100}
      value={quality}
      onChange={(v) => set({ quality: v })}
    />
    <Slider
      flex={1}
      mb={12}
      min={1}
      max={100}
      value={quality}
      onChange={(v) => set({ quality: v })}
      thumbLabel="Quality, by sliding"
    />
  </Group>
);

/**
 * The scale, by a usual one or by the width it comes to.
 * @param size null where several have one scale @param most the largest that is offered
 */
export function ScaleFields({
  choice,
  set,
  size,
  most,
}: Props & { size: { width: number; height: number } | null; most: number }) {
  const { scale } = choice;
  return (
    <Group wrap="nowrap" align="flex-end" gap="xs">
      <SegmentedControl
        flex={1}
        size="xs"
        aria-label="Scale"
        value={String(scale)}
        onChange={(v) => set({ scale: Number(v) })}
        data={[0.5, 1, 2, 4].filter((s) => s <= most).map((s) => ({ value: String(s), label: `${s}×` }))}
      />
      {size && (
        <>
          <NumberField
            w={84}
            label="Width, px"
            whole
            min={Math.max(16, Math.ceil(size.width * SCALES.least))}
            max={Math.floor(size.width * most)}
            value={Math.round(size.width * scale)}
            onChange={(v) => set({ scale: v / size.width })}
          />
          <Text fz="xs" c="dimmed" mb={7} miw={44}>
            × {Math.round(size.height * scale)}
          </Text>
        </>
      )}
    </Group>
  );
}
