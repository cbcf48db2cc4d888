'use client';
// The controls of the selected layer: few, ordered by use, the rest folded.
import { Accordion, ActionIcon, Button, Group, SegmentedControl, Select, SimpleGrid, Slider, Stack, Switch, Text, Tooltip } from '@mantine/core';
import { IconAlignCenter, IconAlignLeft, IconAlignRight, IconArrowsHorizontal, IconArrowsVertical, IconItalic, IconLayoutAlignBottom, IconLayoutAlignCenter, IconLayoutAlignLeft, IconLayoutAlignMiddle, IconLayoutAlignRight, IconLayoutAlignTop } from '@tabler/icons-react';
import { useMemo } from 'react';
import { placeLayer } from '../../../core/piece/edits';
import { BLEND_MODES, type FillLayer, type Layer, type PhotoLayer, type TextLayer, type TintLayer } from '../../../core/piece/schema';
import { FAMILIES, faceFor } from '../../../core/type/catalogue';
import { NumberField } from '../../shared/NumberField';
import { alignSelected, change } from '../commands';
import { currentSize, currentSlide, edit, selectedLayer, settle, useBench } from '../store';
import { usePanelPiece } from '../panel-piece';
import { ColourField } from './ColourField';
import css from './Controls.module.css';
import { FillField } from './FillField';
import { tintVersion } from '../treatment';

const title = (layer: Layer): string => ({ text: 'Text', photo: 'Photo', tint: 'Tint', fill: 'Colour' })[layer.kind];

export function Controls() {
  const piece = usePanelPiece();
  const selection = useBench((s) => s.selection);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const layer = useMemo(() => selectedLayer({ ...useBench.getState(), piece, selection, slideId, sizeId }), [piece, selection, slideId, sizeId]);
  if (!layer)
    return (
      <Text fz="sm" c="dimmed" p={14}>
        {selection.length > 1 ? `${selection.length} layers selected. They move, duplicate and delete together.` : 'Select a layer on the stage or in the stack to change it.'}
      </Text>
    );
  return (
    <section className={css.controls} aria-label={`${title(layer)} controls`} key={layer.id}>
      <Text fw={700} fz="sm" component="h2">
        {title(layer)}
        {layer.locked && ' (locked)'}
      </Text>
      <fieldset disabled={layer.locked} className={css.fields}>
        {layer.kind === 'text' && <TextControls layer={layer} />}
        {layer.kind === 'tint' && <TintControls layer={layer} />}
        {layer.kind === 'photo' && <PhotoControls layer={layer} />}
        {layer.kind === 'fill' && <FillControls layer={layer} />}
        <Common layer={layer} />
      </fieldset>
    </section>
  );
}

/** Sets a property of the layer itself, for all sizes. */
const setter =
  <L extends Layer>(layer: L) =>
  <K extends keyof L>(label: string, key: K, merge = true) =>
  (value: L[K]): void =>
    change<L>(label, [layer.id], (l) => void (l[key] = value), merge ? `${String(key)}:${layer.id}` : null);

/** Sets what may differ between sizes. */
function place(layer: Layer, label: string, values: Parameters<typeof placeLayer>[4]): void {
  const s = useBench.getState();
  edit(label, (p) => placeLayer(p, s.slideId, layer.id, s.sizeId, values), `place:${label}:${layer.id}`);
}

function Amount({ label, value, onChange, max = 100 }: { label: string; value: number; onChange: (v: number) => void; max?: number }) {
  return (
    <Group gap={10} wrap="nowrap" align="flex-end">
      <div style={{ width: 76 }}>
        <NumberField label={label} value={value} min={0} max={max} suffix=" %" onChange={onChange} onSettle={settle} />
      </div>
      <Slider
        flex={1}
        mb={13}
        min={0}
        max={max}
        value={value}
        thumbLabel={label}
        onChange={(v) => {
          useBench.setState({ dragging: 'control' });
          onChange(v);
        }}
        onChangeEnd={() => {
          settle();
          useBench.setState({ dragging: false });
        }}
      />
    </Group>
  );
}

function TextControls({ layer }: { layer: TextLayer }) {
  const set = setter(layer);
  const family = FAMILIES.find((f) => f.name === layer.font.family);
  const weights = [...new Set(family?.faces.filter((f) => !f.italic).map((f) => f.weight))];
  const italics = family?.faces.some((f) => f.italic) ?? false;
  // Colours may be swatch references, which only the layer itself knows.
  const own = currentSlide(useBench.getState()).layers.find((l): l is TextLayer => l.id === layer.id && l.kind === 'text') ?? layer;
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
      <Group gap={6} justify="space-between" align="flex-end" wrap="nowrap">
        <FillField label="Colour" fill={own.fill} onChange={(fill, merge) => change<TextLayer>('Text colour', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)} />
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
      </Group>
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

function TintControls({ layer }: { layer: TintLayer }) {
  const set = setter(layer);
  return (
    <>
      <Amount label="Strength" value={Math.round(layer.opacity * 100)} onChange={(v) => set('Tint strength', 'opacity')(v / 100)} />
      <Group gap={8} align="flex-end">
        <ColourField label="Colour" forTint value={layer.colour} onChange={(hex) => set('Tint colour', 'colour')(hex)} />
        {typeof layer.colour === 'string' && (
          <Tooltip label="Darkened and greyed: less of it is enough, and the photo keeps its own colours">
            <Button size="compact-sm" variant="default" mb={3} onClick={() => set('Tint colour', 'colour', false)(tintVersion(layer.colour as string))}>
              Deepen
            </Button>
          </Tooltip>
        )}
      </Group>
    </>
  );
}

function PhotoControls({ layer }: { layer: PhotoLayer }) {
  const set = setter(layer);
  return (
    <>
      <SegmentedControl
        aria-label="Fit"
        value={layer.fit}
        onChange={(v) => set('Fit', 'fit', false)(v as PhotoLayer['fit'])}
        data={[
          { value: 'cover', label: 'Cover the slide' },
          { value: 'contain', label: 'Show all of it' },
        ]}
      />
      <Group gap={10} wrap="nowrap" align="flex-end">
        <div style={{ width: 76 }}>
          <NumberField label="Zoom" value={layer.zoom} min={1} max={20} step={0.05} decimalScale={2} suffix=" x" onChange={(v) => place(layer, 'Zoom photo', { zoom: v })} onSettle={settle} />
        </div>
        <Slider
          flex={1}
          mb={13}
          min={0}
          max={100}
          value={(100 * Math.log(layer.zoom)) / Math.log(20)}
          thumbLabel="Zoom"
          onChange={(v) => {
            useBench.setState({ dragging: 'control' });
            place(layer, 'Zoom photo', { zoom: Math.round(20 ** (v / 100) * 100) / 100 });
          }}
          onChangeEnd={() => {
            settle();
            useBench.setState({ dragging: false });
          }}
        />
      </Group>
      <Group gap={6} align="flex-end" wrap="nowrap">
        <NumberField label="Focus across" value={layer.focus.x * 100} min={0} max={100} decimalScale={1} suffix=" %" onChange={(v) => place(layer, 'Focal point', { focus: { ...layer.focus, x: v / 100 } })} onSettle={settle} />
        <NumberField label="Focus down" value={layer.focus.y * 100} min={0} max={100} decimalScale={1} suffix=" %" onChange={(v) => place(layer, 'Focal point', { focus: { ...layer.focus, y: v / 100 } })} onSettle={settle} />
        <Tooltip label="Mirror left and right">
          <ActionIcon size={30} aria-label="Mirror left and right" aria-pressed={layer.flipX} variant={layer.flipX ? 'light' : 'subtle'} onClick={() => set('Mirror', 'flipX', false)(!layer.flipX)}>
            <IconArrowsHorizontal size={16} />
          </ActionIcon>
        </Tooltip>
        <Tooltip label="Mirror top and bottom">
          <ActionIcon size={30} aria-label="Mirror top and bottom" aria-pressed={layer.flipY} variant={layer.flipY ? 'light' : 'subtle'} onClick={() => set('Mirror', 'flipY', false)(!layer.flipY)}>
            <IconArrowsVertical size={16} />
          </ActionIcon>
        </Tooltip>
      </Group>
      <Text fz="xs" c="dimmed">
        Drag the selected photo on the stage to move it in its frame.
      </Text>
    </>
  );
}

function FillControls({ layer }: { layer: FillLayer }) {
  return <FillField label="Fill" fill={layer.fill} onChange={(fill, merge) => change<FillLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)} />;
}

function Common({ layer }: { layer: Layer }) {
  const set = setter(layer);
  const size = useBench(currentSize);
  const base = useBench((s) => s.piece.sizes[0].id);
  // Only the size is shown from the painted frame; a text that merely moves changes nothing here.
  const measured = useBench((s) => {
    const f = s.texts[layer.id]?.frame;
    return f ? `${f.width},${f.height}` : null;
  });
  const frame = measured ? { width: Number(measured.split(',')[0]), height: Number(measured.split(',')[1]) } : layer.box;
  const box = (values: Partial<Layer['box']>): void => place(layer, 'Place', { box: { ...layer.box, ...values } });
  return (
    <>
      {layer.kind !== 'tint' && <Amount label="Opacity" value={Math.round(layer.opacity * 100)} onChange={(v) => set('Opacity', 'opacity')(v / 100)} />}
      <Accordion className={css.folded} chevronPosition="left">
        <Accordion.Item value="place">
          <Accordion.Control>Place and blending</Accordion.Control>
          <Accordion.Panel>
            <Stack gap={8}>
              {layer.band === 'message' && (
                <Group gap={0} justify="space-between">
                  {(
                    [
                      ['Left margin', { x: 'left' }, IconLayoutAlignLeft],
                      ['Middle across', { x: 'middle' }, IconLayoutAlignCenter],
                      ['Right margin', { x: 'right' }, IconLayoutAlignRight],
                      ['Top margin', { y: 'top' }, IconLayoutAlignTop],
                      ['Middle down', { y: 'middle' }, IconLayoutAlignMiddle],
                      ['Bottom margin', { y: 'bottom' }, IconLayoutAlignBottom],
                    ] as const
                  ).map(([name, to, Icon]) => (
                    <Tooltip key={name} label={name}>
                      <ActionIcon size={30} aria-label={name} onClick={() => alignSelected(to)}>
                        <Icon size={17} />
                      </ActionIcon>
                    </Tooltip>
                  ))}
                </Group>
              )}
              <SimpleGrid cols={3} spacing={6}>
                <NumberField label="X" value={layer.box.x} decimalScale={1} onChange={(x) => box({ x })} onSettle={settle} />
                <NumberField label="Y" value={layer.box.y} decimalScale={1} onChange={(y) => box({ y })} onSettle={settle} />
                <NumberField label="Rotation" value={layer.rotation} min={-360} max={360} decimalScale={1} suffix="°" onChange={(rotation) => place(layer, 'Rotate', { rotation })} onSettle={settle} />
                <NumberField label="Width" value={frame.width} min={1} max={100000} decimalScale={1} disabled={layer.kind === 'text' && layer.frame === 'line'} onChange={(width) => box({ width })} onSettle={settle} />
                <NumberField label="Height" value={frame.height} min={1} max={100000} decimalScale={1} disabled={layer.kind === 'text' && (layer.frame === 'line' || layer.grow)} onChange={(height) => box({ height })} onSettle={settle} />
              </SimpleGrid>
              <Select size="xs" label="Blend mode" allowDeselect={false} value={layer.blend} data={[...BLEND_MODES]} onChange={(v) => v && set('Blend mode', 'blend', false)(v as Layer['blend'])} />
              {size.id !== base && layer.overrides[size.id] && (
                <Button size="compact-sm" variant="default" onClick={() => change('Follow the base size', [layer.id], (l) => void delete l.overrides[size.id])}>
                  Follow the base size again
                </Button>
              )}
            </Stack>
          </Accordion.Panel>
        </Accordion.Item>
      </Accordion>
    </>
  );
}
