'use client';
// What a text is set in: font, size, spacing, colour, alignment; the rest folded.
import { Accordion, ActionIcon, Group, SegmentedControl, Select, SimpleGrid, Stack, Switch, Tooltip } from '@mantine/core';
import { IconAlignCenter, IconAlignLeft, IconAlignRight, IconItalic } from '@tabler/icons-react';
import type { TextLayer } from '../../../core/piece/schema';
import { FAMILIES, faceFor } from '../../../core/type/catalogue';
import { NumberField } from '../../shared/NumberField';
import { change } from '../commands';
import { settle } from '../store';
import css from './Controls.module.css';
import { FillField } from './FillField';
import { place, setter } from './setting';

export function TextControls({ layer }: { layer: TextLayer }) {
  const set = setter(layer);
  const family = FAMILIES.find((f) => f.name === layer.font.family);
  const weights = [...new Set(family?.faces.filter((f) => !f.italic).map((f) => f.weight))];
  const italics = family?.faces.some((f) => f.italic) ?? false;
  return (
    <>
      <Group gap={6} wrap="nowrap" align="flex-end">
        <Select
          size="xs"
          flex={1}
          label="Font"
          searchable
          allowDeselect={false}
          value={layer.font.family}
          maxDropdownHeight={340}
          data={['grotesque', 'display', 'serif', 'slab', 'script', 'mono'].map((kind) => ({ group: kind[0].toUpperCase() + kind.slice(1), items: FAMILIES.filter((f) => f.kind === kind).map((f) => f.name) }))}
          onChange={(v) => v && set('Font', 'font', false)({ family: v, weight: faceFor(v, layer.font.weight, layer.font.italic).weight, italic: faceFor(v, layer.font.weight, layer.font.italic).italic })}
        />
        <Select size="xs" w={82} label="Weight" allowDeselect={false} value={String(layer.font.weight)} data={weights.map(String)} onChange={(v) => v && set('Weight', 'font', false)({ ...layer.font, weight: Number(v) })} />
        <Tooltip label={italics ? 'Italic' : 'This font has no italic'}>
          <ActionIcon size={30} aria-label="Italic" aria-pressed={layer.font.italic} variant={layer.font.italic ? 'light' : 'subtle'} color={layer.font.italic ? 'plavo' : 'gray'} disabled={!italics} onClick={() => set('Italic', 'font', false)({ ...layer.font, italic: !layer.font.italic })}>
            <IconItalic size={16} />
          </ActionIcon>
        </Tooltip>
      </Group>
      <SimpleGrid cols={3} spacing={6}>
        <NumberField label="Size" value={layer.fontSize} min={1} max={5000} decimalScale={1} suffix=" px" onChange={(v) => place(layer, 'Font size', { fontSize: v })} onSettle={settle} />
        <NumberField label="Line height" value={layer.lineHeight} min={0.5} max={4} step={0.05} decimalScale={2} onChange={set('Line height', 'lineHeight')} onSettle={settle} />
        <NumberField label="Spacing" value={layer.letterSpacing} min={-0.5} max={2} step={0.01} decimalScale={3} suffix=" em" onChange={set('Letter spacing', 'letterSpacing')} onSettle={settle} />
      </SimpleGrid>
        <SegmentedControl
          aria-label="Alignment"
          value={layer.align}
          onChange={(v) => set('Alignment', 'align', false)(v as TextLayer['align'])}
          data={[
            { value: 'start', label: <IconAlignLeft size={15} aria-label="Align to the start" /> },
            { value: 'centre', label: <IconAlignCenter size={15} aria-label="Align to the centre" /> },
            { value: 'end', label: <IconAlignRight size={15} aria-label="Align to the end" /> },
          ]}
        />
      <FillField label="Colour" fill={layer.fill} layer={layer} onChange={(fill, merge) => change<TextLayer>('Text colour', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)} />
      <Accordion className={css.folded} chevronPosition="left" variant="default">
        <Accordion.Item value="more">
          <Accordion.Control>More about the text</Accordion.Control>
          <Accordion.Panel>
            <Stack gap={8}>
              <SegmentedControl
                aria-label="Box"
                value={layer.frame}
                onChange={(v) => set('Box', 'frame', false)(v as TextLayer['frame'])}
                data={[
                  { value: 'frame', label: 'Frame, wraps' },
                  { value: 'line', label: 'One line' },
                ]}
              />
              {layer.frame === 'frame' && <Switch size="xs" label="Frame follows the text" checked={layer.grow} onChange={(e) => set('Frame follows the text', 'grow', false)(e.currentTarget.checked)} />}
              <SimpleGrid cols={2} spacing={6}>
                <Select
                  size="xs"
                  label="Case"
                  allowDeselect={false}
                  value={layer.case}
                  data={[
                    { value: 'as-typed', label: 'As typed' },
                    { value: 'upper', label: 'CAPITALS' },
                    { value: 'lower', label: 'lower case' },
                  ]}
                  onChange={(v) => v && set('Case', 'case', false)(v as TextLayer['case'])}
                />
                <Select
                  size="xs"
                  label="Direction"
                  allowDeselect={false}
                  value={layer.direction}
                  data={[
                    { value: 'auto', label: 'By its letters' },
                    { value: 'ltr', label: 'Left to right' },
                    { value: 'rtl', label: 'Right to left' },
                  ]}
                  onChange={(v) => v && set('Direction', 'direction', false)(v as TextLayer['direction'])}
                />
              </SimpleGrid>
              <NumberField label="Baseline shift" value={layer.baselineShift} min={-2} max={2} step={0.01} decimalScale={3} suffix=" em" onChange={set('Baseline shift', 'baselineShift')} onSettle={settle} />
            </Stack>
          </Accordion.Panel>
        </Accordion.Item>
      </Accordion>
    </>
  );
}

