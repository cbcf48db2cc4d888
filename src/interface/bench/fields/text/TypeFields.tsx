'use client';
// What one text or several are set in: font, size, spacing, alignment, colour, for what is marked or for the whole.
// What the texts do not share is shown as mixed, and what is set then holds for all.
import {
  ActionIcon,
  Button,
  Checkbox,
  Group,
  SegmentedControl,
  Select,
  SimpleGrid,
  Text,
  Tooltip,
} from '@mantine/core';
import {
  IconAlignCenter,
  IconAlignLeft,
  IconAlignRight,
  IconBold,
  IconItalic,
  IconUnderline,
} from '@tabler/icons-react';
import { isText } from '../../../../core/kinds/layers';
import type { TextLayer } from '../../../../core/kinds/text';
import { EMOJI, faceFor } from '../../../../core/type/catalogue';
import { NumberField } from '../../../shared/NumberField';
import { setPart, togglePart, usePart } from '../../commands/part';
import { putBox, useLengthScale } from '../../commands/setter';
import { changeTexts, shared } from '../../commands/texts';
import { familiesKnown, useFonts } from '../../state/fonts';
import { settle, useBench } from '../../state/store';
import { ColourField } from '../ColourField';
import css from '../Controls.module.css';
import { FillField } from '../FillField';
import { FontPicker } from '../FontPicker';
import { StyleField } from './StyleField';

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

/** Says what letters are set in that a family lacks. */
function saidOfBorrowed(family: string, borrowed: readonly string[]): string {
  const others = borrowed.filter((f) => f !== EMOJI);
  return [
    others.length ? `Letters that ${family} lacks are set in ${others.join(' and ')}.` : '',
    borrowed.includes(EMOJI) ? 'Emoji have their own colours.' : '',
  ]
    .filter(Boolean)
    .join(' ');
}

export function TypeFields({ layers }: { layers: readonly TextLayer[] }) {
  const [layer] = layers,
    one = layers.length === 1,
    part = usePart(layers),
    k = useLengthScale();
  useFonts((s) => s.own);
  const font = part.get('font'),
    families = familiesKnown(),
    family = families.find((f) => f.name === (font ?? layer.font).family);
  const weights = [...new Set(family?.faces.filter((f) => !f.italic).map((f) => f.weight))],
    italics = family?.faces.some((f) => f.italic) ?? false;
  const found = useBench((s) => s.texts[layer.id]?.fontSize),
    borrowed = useBench((s) => saidOfBorrowed(layer.font.family, s.texts[layer.id]?.borrowed ?? []));
  const marked = part.range,
    size = part.get('fontSize'),
    spacing = part.get('letterSpacing');
  const sizes = shared(layers, (l) => l.fontSize),
    lineHeight = shared(layers, (l) => l.lineHeight),
    align = shared(layers, (l) => l.align);
  /** Each text keeps what it has of its font but for what is set. */
  const setFont = (label: string, wanted: Partial<TextLayer['font']>): void => {
    if (marked) {
      const from = { ...(font ?? layer.font), ...wanted },
        face = faceFor(from.family, from.weight, from.italic, families);
      part.set(label, 'font', false)({ family: from.family, weight: face.weight, italic: face.italic });
      return;
    }
    changeTexts(layers, label, (l) => {
      const from = { ...l.font, ...wanted },
        face = faceFor(from.family, from.weight, from.italic, families);
      l.font = { family: from.family, weight: face.weight, italic: face.italic };
    });
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
      {!marked && <StyleField layers={layers} />}
      <Group gap={6} wrap="nowrap" align="flex-end">
        <FontPicker
          value={marked ? (font?.family ?? null) : (shared(layers, (l) => l.font.family) ?? null)}
          words={marked ? layer.text.slice(marked.from, marked.to) : layer.text}
          onChange={(f) => setFont('Font', { family: f })}
        />
        <Select
          size="xs"
          w={78}
          label="Weight"
          allowDeselect={false}
          placeholder="mixed"
          value={font ? String(font.weight) : (shared(layers, (l) => l.font.weight)?.toString() ?? null)}
          data={weights.map(String)}
          onChange={(v) => v && setFont('Weight', { weight: Number(v) })}
        />
      </Group>
      {one && borrowed && (
        <Text fz="xs" c="dimmed" data-testid="borrowed">
          {borrowed}
        </Text>
      )}
      <Group gap={2} wrap="nowrap" justify="space-between">
        <Group gap={2} wrap="nowrap">
          <Toggle
            name="Bold"
            on={marked ? (font?.weight ?? 0) >= 600 : layers.every((l) => l.font.weight >= 600)}
            onClick={() =>
              marked
                ? togglePart(layer, 'b', marked)
                : setFont('Bold', { weight: layers.every((l) => l.font.weight >= 600) ? 400 : 700 })
            }
          >
            <IconBold size={16} />
          </Toggle>
          <Toggle
            name={italics ? 'Italic' : 'This font has no italic'}
            on={marked ? (font?.italic ?? false) : layers.every((l) => l.font.italic)}
            disabled={!italics}
            onClick={() =>
              marked
                ? togglePart(layer, 'i', marked)
                : setFont('Italic', { italic: !layers.every((l) => l.font.italic) })
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
          value={align ?? ''}
          onChange={(v) => changeTexts(layers, 'Alignment', (l) => void (l.align = v as TextLayer['align']))}
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
          value={one && layer.fit && !marked && found ? found : (size ?? layer.fontSize)}
          mixed={!marked && sizes === undefined}
          min={1}
          max={5000}
          decimalScale={1}
          suffix=" px"
          disabled={layers.some((l) => l.fit !== null) && !marked}
          onChange={(v) =>
            marked
              ? setPart(layer.id, marked, 'Font size', { fontSize: v / k })
              : one
                ? putBox(layer, 'Font size', { fontSize: v })
                : changeTexts(layers, 'Font size', (l) => void (l.fontSize = v / k), 'fontSize')
          }
          onSettle={settle}
        />
        <NumberField
          label="Line height"
          value={layer.lineHeight}
          mixed={lineHeight === undefined}
          min={0.5}
          max={4}
          step={0.05}
          decimalScale={2}
          onChange={(v) => changeTexts(layers, 'Line height', (l) => void (l.lineHeight = v), 'lineHeight')}
          onSettle={settle}
        />
        <NumberField
          label="Spacing"
          value={spacing ?? layer.letterSpacing}
          mixed={!marked && shared(layers, (l) => l.letterSpacing) === undefined}
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
        label={one || shared(layers, (l) => l.fill) !== undefined ? 'Colour' : 'Colour (mixed)'}
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
            : changeTexts(layers, 'Text colour', (l) => void (l.fill = fill), merge ? 'fill' : null)
        }
      />
    </>
  );
}

/** What is set less often of letters: case, baseline, highlight. */
export function LetterFields({ layers }: { layers: readonly TextLayer[] }) {
  const part = usePart(layers);
  return (
    <>
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
