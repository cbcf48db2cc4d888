'use client';
// What a text is set in: font, size, spacing, colour, alignment, for what is marked or the whole; its box, frame,
// backing and shadows folded.
import {
  Accordion,
  ActionIcon,
  Button,
  Checkbox,
  Group,
  SegmentedControl,
  Select,
  SimpleGrid,
  Stack,
  Switch,
  Text,
  Tooltip,
} from '@mantine/core';
import {
  IconAlignCenter,
  IconAlignLeft,
  IconAlignRight,
  IconBold,
  IconItalic,
  IconLayoutAlignBottom,
  IconLayoutAlignMiddle,
  IconLayoutAlignTop,
  IconTypography,
  IconUnderline,
} from '@tabler/icons-react';
import type { Layer } from '../../../core/kinds/layers';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { faceFor } from '../../../core/type/catalogue';
import type { Fill } from '../../../core/values/fill';
import { makeBacking, solid } from '../../../core/values/made';
import { NO_STROKE } from '../../../core/values/plain';
import type { Backing, Panel } from '../../../core/values/text';
import { NumberField } from '../../shared/NumberField';
import { addText } from '../commands/adding';
import { change, typesetSelected } from '../commands/layers';
import { setPart, togglePart, usePart } from '../commands/part';
import { putBox, setter, useLengthScale } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { ColourField } from '../fields/ColourField';
import css from '../fields/Controls.module.css';
import { type Radii, RadiusField, SidesField, sidesTo, StrokeField, strokeTo } from '../fields/EdgeFields';
import { FillField } from '../fields/FillField';
import { FontPicker } from '../fields/FontPicker';
import { ShadowsFold } from '../fields/ShadowsField';
import { familiesKnown, useFonts } from '../state/fonts';
import { settle, useBench } from '../state/store';
import type { Face } from './face';

/** Focus goes back to the text that is being typed into, so that one can go on typing. */
const backToText = (): void =>
  document.querySelector<HTMLTextAreaElement>('textarea[aria-label="Text"]')?.focus({ preventScroll: true });

function Toggle({
  name,
  on,
  disabled = false,
  onClick,
  children,
}: {
  name: string;
  on: boolean;
  disabled?: boolean;
  onClick: () => void;
  children: React.ReactNode;
}) {
  return (
    <Tooltip label={name}>
      <ActionIcon
        size={30}
        aria-label={name}
        aria-pressed={on}
        variant={on ? 'light' : 'subtle'}
        color={on ? 'plavo' : 'gray'}
        disabled={disabled}
        onClick={() => (onClick(), backToText())}
      >
        {children}
      </ActionIcon>
    </Tooltip>
  );
}

function TypeFields({ layer }: { layer: TextLayer }) {
  const part = usePart(layer),
    k = useLengthScale();
  useFonts((s) => s.own);
  const font = part.get('font'),
    families = familiesKnown(),
    family = families.find((f) => f.name === (font ?? layer.font).family);
  const weights = [...new Set(family?.faces.filter((f) => !f.italic).map((f) => f.weight))],
    italics = family?.faces.some((f) => f.italic) ?? false;
  const found = useBench((s) => s.texts[layer.id]?.fontSize);
  const marked = part.range,
    size = part.get('fontSize'),
    spacing = part.get('letterSpacing');
  const setFont = (family: string): void => {
    const from = font ?? layer.font,
      face = faceFor(family, from.weight, from.italic, families);
    part.set('Font', 'font', false)({ family, weight: face.weight, italic: face.italic });
  };
  return (
    <>
      {marked && (
        <Group justify="space-between" wrap="nowrap" className={css.marked}>
          <Text fz="xs" data-testid="marked">
            For the marked part only
          </Text>
          <Button
            size="compact-xs"
            variant="subtle"
            disabled={!layer.spans.some((s) => s.start < marked.to && s.end > marked.from)}
            onClick={() => (
              setPart(
                layer.id,
                marked,
                'Plain part',
                Object.fromEntries(
                  ['font', 'fontSize', 'fill', 'letterSpacing', 'baselineShift', 'case', 'underline', 'highlight'].map(
                    (x) => [x, undefined],
                  ),
                ),
                false,
              ),
              backToText()
            )}
          >
            Like the rest
          </Button>
        </Group>
      )}
      <Group gap={6} wrap="nowrap" align="flex-end">
        <FontPicker
          value={font?.family ?? null}
          words={marked ? layer.text.slice(marked.from, marked.to) : layer.text}
          onChange={setFont}
        />
        <Select
          size="xs"
          w={78}
          label="Weight"
          allowDeselect={false}
          placeholder="-"
          value={font ? String(font.weight) : null}
          data={weights.map(String)}
          onChange={(v) => v && part.set('Weight', 'font', false)({ ...(font ?? layer.font), weight: Number(v) })}
        />
      </Group>
      <Group gap={2} wrap="nowrap" justify="space-between">
        <Group gap={2} wrap="nowrap">
          <Toggle
            name="Bold"
            on={(font?.weight ?? 0) >= 600}
            onClick={() => (marked ? togglePart(layer, 'b', marked) : setBold(layer, families))}
          >
            <IconBold size={16} />
          </Toggle>
          <Toggle
            name={italics ? 'Italic' : 'This font has no italic'}
            on={font?.italic ?? false}
            disabled={!italics}
            onClick={() =>
              marked
                ? togglePart(layer, 'i', marked)
                : part.set('Italic', 'font', false)({ ...layer.font, italic: !layer.font.italic })
            }
          >
            <IconItalic size={16} />
          </Toggle>
          <Toggle
            name="Underline"
            on={part.get('underline') ?? false}
            onClick={() => part.set('Underline', 'underline', false)(part.get('underline') !== true)}
          >
            <IconUnderline size={16} />
          </Toggle>
        </Group>
        <SegmentedControl
          aria-label="Alignment"
          value={layer.align}
          onChange={(v) => setter(layer)('Alignment', 'align', false)(v as TextLayer['align'])}
          data={[
            { value: 'start', label: <IconAlignLeft size={15} aria-label="Align to the start" /> },
            { value: 'centre', label: <IconAlignCenter size={15} aria-label="Align to the centre" /> },
            { value: 'end', label: <IconAlignRight size={15} aria-label="Align to the end" /> },
          ]}
        />
      </Group>
      <SimpleGrid cols={3} spacing={6}>
        <NumberField
          label="Size"
          value={layer.fit && !marked && found ? found : (size ?? layer.fontSize)}
          min={1}
          max={5000}
          decimalScale={1}
          suffix=" px"
          disabled={layer.fit !== null && !marked}
          onChange={(v) =>
            marked
              ? setPart(layer.id, marked, 'Font size', { fontSize: v / k })
              : putBox(layer, 'Font size', { fontSize: v })
          }
          onSettle={settle}
        />
        <NumberField
          label="Line height"
          value={layer.lineHeight}
          min={0.5}
          max={4}
          step={0.05}
          decimalScale={2}
          onChange={setter(layer)('Line height', 'lineHeight')}
          onSettle={settle}
        />
        <NumberField
          label="Spacing"
          value={spacing ?? layer.letterSpacing}
          min={-0.5}
          max={2}
          step={0.01}
          decimalScale={3}
          suffix=" em"
          onChange={part.set('Letter spacing', 'letterSpacing')}
          onSettle={settle}
        />
      </SimpleGrid>
      <FillField
        label="Colour"
        none={layer.outline.width > 0}
        fill={(marked ? part.get('fill') : null) ?? layer.fill}
        layer={layer}
        put={
          marked
            ? (l, fill) =>
                void (
                  isText(l) &&
                  (l.spans = [
                    ...l.spans.filter((s) => s.end <= marked.from || s.start >= marked.to),
                    { start: marked.from, end: marked.to, look: { fill } },
                  ].sort((a, b) => a.start - b.start))
                )
            : undefined
        }
        onChange={(fill, merge) =>
          marked
            ? setPart(layer.id, marked, 'Text colour', { fill }, merge)
            : change<TextLayer>(
                'Text colour',
                [layer.id],
                (l) => void (l.fill = fill),
                merge ? `fill:${layer.id}` : null,
              )
        }
      />
      <SimpleGrid cols={2} spacing={6}>
        <Select
          size="xs"
          label="Case"
          allowDeselect={false}
          value={part.get('case') ?? null}
          data={[
            { value: 'as-typed', label: 'As typed' },
            { value: 'upper', label: 'CAPITALS' },
            { value: 'lower', label: 'lower case' },
          ]}
          onChange={(v) => v && part.set('Case', 'case', false)(v as TextLayer['case'])}
        />
        <NumberField
          label="Baseline shift"
          value={part.get('baselineShift') ?? 0}
          min={-2}
          max={2}
          step={0.01}
          decimalScale={3}
          suffix=" em"
          onChange={part.set('Baseline shift', 'baselineShift')}
          onSettle={settle}
        />
      </SimpleGrid>
      <Group gap={8} wrap="nowrap" align="flex-end">
        <Checkbox
          size="xs"
          mb={7}
          label="Highlight"
          checked={Boolean(part.get('highlight'))}
          onChange={(e) => part.set('Highlight', 'highlight', false)(e.currentTarget.checked ? '#f2a31b' : null)}
        />
        {part.get('highlight') && (
          <ColourField
            label="Highlight"
            alpha
            compact
            value={part.get('highlight')!}
            onChange={part.set('Highlight', 'highlight')}
          />
        )}
      </Group>
    </>
  );
}

function setBold(layer: TextLayer, families: ReturnType<typeof familiesKnown>): void {
  const face = faceFor(layer.font.family, layer.font.weight >= 600 ? 400 : 700, layer.font.italic, families);
  setter(layer)('Bold', 'font', false)({ family: layer.font.family, weight: face.weight, italic: face.italic });
}

function BoxFields({ layer }: { layer: TextLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  const framed = layer.frame === 'frame';
  return (
    <Stack gap={8}>
      <SegmentedControl
        aria-label="Box"
        value={layer.frame}
        onChange={(v) => changeBox(layer, v as TextLayer['frame'])}
        data={[
          { value: 'frame', label: 'Frame, wraps' },
          { value: 'line', label: 'One line' },
        ]}
      />
      {framed && (
        <>
          <SegmentedControl
            aria-label="Frame and text"
            value={layer.fit ? 'fit' : layer.grow ? 'grow' : 'fixed'}
            onChange={(v) => {
              const fontSize = useBench.getState().texts[layer.id]?.fontSize;
              change<TextLayer>('Frame and text', [layer.id], (l) => {
                // What was found stays when the text no longer fits itself.
                if (l.fit && v !== 'fit' && fontSize) l.fontSize = fontSize / k;
                l.fit = v === 'fit' ? { least: 12, most: Math.max(l.fontSize, 400) } : null;
                l.grow = v === 'grow';
              });
            }}
            data={[
              { value: 'grow', label: 'Frame fits text' },
              { value: 'fit', label: 'Text fits frame' },
              { value: 'fixed', label: 'Neither' },
            ]}
          />
          {layer.fit && (
            <SimpleGrid cols={2} spacing={6}>
              <NumberField
                label="Smallest"
                value={layer.fit.least}
                min={1}
                max={5000}
                decimalScale={1}
                whole
                suffix=" px"
                onChange={(v) => set('Limits', 'fit')({ ...layer.fit!, least: v / k, most: layer.fit!.most / k })}
                onSettle={settle}
              />
              <NumberField
                label="Largest"
                value={layer.fit.most}
                min={1}
                max={5000}
                decimalScale={1}
                whole
                suffix=" px"
                onChange={(v) => set('Limits', 'fit')({ least: layer.fit!.least / k, most: v / k })}
                onSettle={settle}
              />
            </SimpleGrid>
          )}
          <Switch
            size="xs"
            label="Balanced lines"
            checked={layer.balance}
            onChange={(e) => set('Balanced lines', 'balance', false)(e.currentTarget.checked)}
          />
        </>
      )}
      <SidesField label="Padding" sides={layer.padding} onChange={(s) => set('Padding', 'padding')(sidesTo(s, k))} />
      <Group gap={8} wrap="nowrap" justify="space-between">
        <SegmentedControl
          aria-label="Place in the frame"
          value={layer.vertical}
          disabled={!framed || (layer.grow && !layer.fit)}
          onChange={(v) => set('Place in the frame', 'vertical', false)(v as TextLayer['vertical'])}
          data={[
            { value: 'top', label: <IconLayoutAlignTop size={15} aria-label="At the top" /> },
            { value: 'middle', label: <IconLayoutAlignMiddle size={15} aria-label="In the middle" /> },
            { value: 'bottom', label: <IconLayoutAlignBottom size={15} aria-label="At the bottom" /> },
          ]}
        />
        <Tooltip label="Places and centres the letters themselves, from capitals to baseline, instead of their line boxes">
          <Switch
            size="xs"
            label="By its ink"
            checked={layer.placedBy === 'ink'}
            onChange={(e) => set('Placed by its ink', 'placedBy', false)(e.currentTarget.checked ? 'ink' : 'line')}
          />
        </Tooltip>
      </Group>
    </Stack>
  );
}

/**
 * One line or frame, without a change of look: a one-line text becomes a frame as large as it is, a frame a line that
 * begins where it did.
 */
function changeBox(layer: TextLayer, to: TextLayer['frame']): void {
  const s = useBench.getState(),
    frame = s.texts[layer.id]?.frame;
  change<TextLayer>('Box', [layer.id], (l) => {
    if (frame && to === 'frame' && l.frame === 'line' && s.sizeId === s.piece.sizes[0].id)
      l.box = { x: l.box.x + frame.x, y: l.box.y + frame.y, width: frame.width, height: frame.height };
    l.frame = to;
  });
}

const newPanel = (): Panel => ({
  fill: solid('#16202a'),
  opacity: 1,
  stroke: NO_STROKE,
  radius: [0, 0, 0, 0],
  shadows: [],
});
const newBacking = (): Backing => makeBacking('#16202a');

function PanelFields({ layer }: { layer: TextLayer }) {
  const k = useLengthScale(),
    { panel } = layer;
  const set = (values: Partial<Panel>, merge = true): void =>
    change<TextLayer>(
      'Frame look',
      [layer.id],
      (l) => void (l.panel = { ...(l.panel ?? newPanel()), ...values }),
      merge ? `panel:${layer.id}` : null,
    );
  const toggle = (on: boolean): void =>
    change<TextLayer>('Frame look', [layer.id], (l) => {
      l.panel = on ? newPanel() : null;
      // A frame's edge right at the letters is never meant.
      if (on && Object.values(l.padding).every((p) => p === 0)) {
        const p = Math.round(l.fontSize * 0.3);
        l.padding = { top: p, right: p, bottom: p, left: p };
      }
    });
  return (
    <Stack gap={8}>
      <Switch
        size="xs"
        label="The frame has a look of its own"
        checked={panel !== null}
        onChange={(e) => toggle(e.currentTarget.checked)}
      />
      {panel && (
        <>
          <FillField
            label="Frame fill"
            none
            fill={panel.fill}
            layer={layer}
            put={(l: Layer, fill: Fill) => void (isText(l) && l.panel && (l.panel = { ...l.panel, fill }))}
            onChange={(fill, merge) => set({ fill }, merge)}
          />
          <Amount
            label="Fill opacity"
            value={Math.round(panel.opacity * 100)}
            onChange={(v) => set({ opacity: v / 100 })}
          />
          <RadiusField radius={panel.radius} onChange={(r) => set({ radius: r.map((v) => v / k) as Radii })} />
          <StrokeField stroke={panel.stroke} onChange={(s) => set({ stroke: strokeTo(s, k) })} />
        </>
      )}
    </Stack>
  );
}

function BackingFields({ layer }: { layer: TextLayer }) {
  const backing = layer.backing;
  const set = (values: Partial<Backing>, merge = true): void =>
    change<TextLayer>(
      'Backing',
      [layer.id],
      (l) => void (l.backing = { ...(l.backing ?? newBacking()), ...values }),
      merge ? `backing:${layer.id}` : null,
    );
  const percent = (v: number): number => Math.round(v * 100);
  return (
    <Stack gap={8}>
      <Switch
        size="xs"
        label="A box that hugs each line"
        checked={backing?.on ?? false}
        onChange={(e) => set({ on: e.currentTarget.checked }, false)}
      />
      {backing?.on && (
        <>
          <FillField
            label="Backing fill"
            fill={backing.fill}
            layer={layer}
            put={(l: Layer, fill: Fill) => void (isText(l) && l.backing && (l.backing = { ...l.backing, fill }))}
            onChange={(fill, merge) => set({ fill }, merge)}
          />
          <Amount label="Opacity" value={percent(backing.opacity)} onChange={(v) => set({ opacity: v / 100 })} />
          <Amount label="Beside" value={percent(backing.padX)} max={200} onChange={(v) => set({ padX: v / 100 })} />
          <Amount
            label="Above, below"
            value={percent(backing.padY)}
            max={200}
            onChange={(v) => set({ padY: v / 100 })}
          />
          <Amount
            label="Rounded by"
            value={percent(backing.radius)}
            max={150}
            onChange={(v) => set({ radius: v / 100 })}
          />
          <Text fz="xs" c="dimmed">
            In percent of the font size. Lines that touch become one shape.
          </Text>
        </>
      )}
    </Stack>
  );
}

function TextControls({ layer }: { layer: TextLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  const open = [
    ...(layer.backing?.on ? ['backing'] : []),
    ...(layer.panel ? ['panel'] : []),
    ...(layer.outline.width > 0 ? ['outline'] : []),
  ];
  return (
    <>
      <TypeFields layer={layer} />
      <Accordion className={css.folded} chevronPosition="left" multiple defaultValue={open}>
        <Accordion.Item value="box">
          <Accordion.Control>Box and lines</Accordion.Control>
          <Accordion.Panel>
            <BoxFields layer={layer} />
          </Accordion.Panel>
        </Accordion.Item>
        <Accordion.Item value="panel">
          <Accordion.Control>Frame look{layer.panel ? ': on' : ''}</Accordion.Control>
          <Accordion.Panel>
            <PanelFields layer={layer} />
          </Accordion.Panel>
        </Accordion.Item>
        <Accordion.Item value="backing">
          <Accordion.Control>Backing{layer.backing?.on ? ': on' : ''}</Accordion.Control>
          <Accordion.Panel>
            <BackingFields layer={layer} />
          </Accordion.Panel>
        </Accordion.Item>
        <ShadowsFold
          shadows={layer.shadows}
          extent={layer.fontSize}
          scale={k}
          onChange={(s, merge) =>
            change<TextLayer>('Shadow', [layer.id], (l) => void (l.shadows = s), merge ? `shadow:${layer.id}` : null)
          }
        />
        {layer.panel && (
          <ShadowsFold
            title="Shadow of the frame"
            shadows={layer.panel.shadows}
            extent={layer.fontSize}
            scale={k}
            onChange={(s, merge) =>
              change<TextLayer>(
                'Shadow of the frame',
                [layer.id],
                (l) => void (l.panel = { ...(l.panel ?? newPanel()), shadows: s }),
                merge ? `pshadow:${layer.id}` : null,
              )
            }
          />
        )}
        <Accordion.Item value="outline">
          <Accordion.Control>
            Outline of letters{layer.outline.width ? `: ${Math.round(layer.outline.width * 10) / 10} px` : ''}
          </Accordion.Control>
          <Accordion.Panel>
            <StrokeField
              dashes={false}
              stroke={layer.outline}
              onChange={(s) => set('Outline', 'outline')(strokeTo(s, k))}
            />
          </Accordion.Panel>
        </Accordion.Item>
        <Accordion.Item value="more">
          <Accordion.Control>More about the text</Accordion.Control>
          <Accordion.Panel>
            <Stack gap={8}>
              <SimpleGrid cols={2} spacing={6}>
                <Select
                  size="xs"
                  label="List"
                  aria-label="List"
                  allowDeselect={false}
                  value={layer.list}
                  data={[
                    { value: 'none', label: 'None' },
                    { value: 'bullets', label: 'Bullets' },
                    { value: 'numbers', label: 'Numbers' },
                  ]}
                  onChange={(v) => v && set('List', 'list', false)(v as TextLayer['list'])}
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
              <Tooltip label="Curly quotes, ellipses, dashes; numbers stay with their units">
                <Button size="compact-sm" variant="default" onClick={typesetSelected}>
                  Set quotes and pairs
                </Button>
              </Tooltip>
            </Stack>
          </Accordion.Panel>
        </Accordion.Item>
      </Accordion>
    </>
  );
}

export const text: Face<TextLayer> = {
  title: () => 'Text',
  Controls: TextControls,
  adds: [{ band: 'message', label: 'Text', Icon: IconTypography, shortcut: 'T', now: addText }],
  // Until it is given a name it is called by its words.
  rowName: (layer) => (layer.name === 'Text' ? layer.text.replace(/\s+/g, ' ').trim() || 'Text' : layer.name),
};
