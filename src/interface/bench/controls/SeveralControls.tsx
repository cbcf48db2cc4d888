'use client';
// What can be done with several layers at once: grouped, aligned, given equal gaps, made more or less opaque.
import { ActionIcon, Button, Group, Text, TextInput, Tooltip } from '@mantine/core';
import { IconLayoutDistributeHorizontal, IconLayoutDistributeVertical, IconObjectScan } from '@tabler/icons-react';
import { gapsOf } from '../../../core/arrange/align';
import { isText } from '../../../core/kinds/layers';
import type { TextLayer } from '../../../core/kinds/text';
import { groupSelected, renameGroup } from '../../../core/piece/groups';
import type { Piece } from '../../../core/piece/schema';
import { NumberField } from '../../shared/NumberField';
import { distributeSelected, groupSelection, selectedBounds, ungroupSelection } from '../commands/arranging';
import { change } from '../commands/layers';
import { Amount } from '../fields/Amount';
import css from '../fields/Controls.module.css';
import { SeveralTexts } from '../fields/text/SeveralTexts';
import { currentSlide, edit, settle } from '../state/store';
import { AlignRow } from './AlignRow';
import { SizeBar } from './SizeBar';

/** The gap all neighbours share along an axis, or the mean of them. */
const meanGap = (gaps: readonly number[]): number => (gaps.length ? gaps.reduce((a, b) => a + b, 0) / gaps.length : 0);

interface Props {
  piece: Piece;
  slideId: string;
  selection: string[];
}

export function SeveralControls({ piece, slideId, selection }: Props) {
  const slide = currentSlide({ piece, slideId }),
    group = groupSelected(slide, selection),
    name = slide.groups.find((g) => g.id === group)?.name ?? '';
  const layers = slide.layers.filter((l) => selection.includes(l.id)),
    boxes = selectedBounds();
  const texts = layers.filter((l): l is TextLayer => isText(l) && !l.locked && !l.traced);
  const opacity = layers.reduce((s, l) => s + l.opacity, 0) / Math.max(1, layers.length);
  return (
    <section className={css.controls} aria-label="Controls of several layers">
      <Text fw={700} fz="sm" component="h2">
        {group ? 'Group' : `${selection.length} layers`}
      </Text>
      <SizeBar layers={layers} />
      <div className={css.fields}>
        {group && (
          <TextInput
            key={group}
            size="xs"
            label="Name"
            aria-label="Name of the group"
            defaultValue={name}
            onBlur={(e) => edit('Rename group', (p) => renameGroup(p, slideId, group, e.currentTarget.value))}
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
          />
        )}
        <Group gap={6}>
          {group ? (
            <Button size="compact-sm" variant="default" onClick={ungroupSelection}>
              Take apart
            </Button>
          ) : (
            <Button
              size="compact-sm"
              variant="default"
              leftSection={<IconObjectScan size={14} />}
              onClick={groupSelection}
            >
              Group
            </Button>
          )}
        </Group>
        {texts.length > 1 && (
          <>
            <Text fz="xs" c="dimmed">
              {texts.length === layers.length
                ? `For all ${texts.length} texts`
                : `For the ${texts.length} texts among them`}
            </Text>
            <SeveralTexts layers={texts} />
          </>
        )}
        <AlignRow several />
        <Group gap={6} wrap="nowrap" align="flex-end">
          {(['x', 'y'] as const).map((axis) => {
            const words = axis === 'x' ? 'Gap across' : 'Gap down',
              Icon = axis === 'x' ? IconLayoutDistributeVertical : IconLayoutDistributeHorizontal;
            return (
              <Group key={axis} gap={2} wrap="nowrap" align="flex-end">
                <NumberField
                  label={words}
                  value={meanGap(gapsOf(boxes, axis))}
                  min={-10000}
                  max={10000}
                  decimalScale={1}
                  whole
                  suffix=" px"
                  onChange={(gap) => distributeSelected(axis, gap)}
                  onSettle={settle}
                />
                <Tooltip label={axis === 'x' ? 'Equal gaps across' : 'Equal gaps down'}>
                  <ActionIcon
                    size={30}
                    aria-label={axis === 'x' ? 'Equal gaps across' : 'Equal gaps down'}
                    disabled={boxes.length < 3}
                    onClick={() => distributeSelected(axis)}
                  >
                    <Icon size={17} />
                  </ActionIcon>
                </Tooltip>
              </Group>
            );
          })}
        </Group>
        <Amount
          label="Opacity"
          value={Math.round(opacity * 100)}
          onChange={(v) =>
            change('Opacity', selection, (l) => void (l.opacity = v / 100), `opacity:${selection.join()}`)
          }
        />
        <Text fz="xs" c="dimmed">
          {group
            ? 'Double click on the stage works within the group; Esc leaves it.'
            : 'They move, scale, duplicate and delete together.'}
        </Text>
      </div>
    </section>
  );
}
