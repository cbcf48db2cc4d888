'use client';
// For which sizes the controls below set what may differ between them; what the present size has of its own, each let
// go with a press.
import { Button, Group, SegmentedControl, Text, Tooltip } from '@mantine/core';
import { IconX } from '@tabler/icons-react';
import type { Layer } from '../../../core/kinds/layers';
import { followAgain, type SizeScope } from '../../../core/piece/set-in-size';
import type { OwnKey } from '../../../core/values/override';
import css from '../fields/Controls.module.css';
import { sizeScope, useSizeScope } from '../state/size-scope';
import { currentSize, edit, useBench } from '../state/store';

const WORDS: Record<OwnKey, string> = {
  box: 'place',
  rotation: 'turn',
  visible: 'shown or hidden',
  opacity: 'opacity',
  strengths: 'strength',
  fontSize: 'type size',
  lineHeight: 'line height',
  align: 'alignment',
  breaks: 'line breaks',
  balance: 'balanced lines',
  padding: 'padding',
  zoom: 'zoom',
  focus: 'focal point',
  room: 'room',
  angle: 'side',
  solid: 'solid part',
  reach: 'reach',
  centre: 'middle',
};

/** What any of the layers has of its own in a size. @param layers as the document holds them */
const owned = (layers: readonly Layer[], sizeId: string): OwnKey[] =>
  (Object.keys(WORDS) as OwnKey[]).filter((k) => layers.some((l) => l.overrides[sizeId]?.[k] !== undefined));

export function SizeBar({ layers }: { layers: readonly Layer[] }) {
  const size = useBench(currentSize),
    sizes = useBench((s) => s.piece.sizes),
    slideId = useBench((s) => s.slideId);
  // What was chosen holds in the size it was chosen in.
  useSizeScope();
  if (sizes.length === 1) return null;
  const base = size.id === sizes[0].id,
    own = owned(layers, size.id),
    ids = layers.map((l) => l.id);
  const follow = (label: string, keys?: OwnKey[]): void =>
    edit(label, (p) => followAgain(p, slideId, ids, size.id, keys));
  return (
    <div className={css.sizes} data-size-bar>
      <Tooltip
        multiline
        w={250}
        label={
          base
            ? 'All sizes: those that have something of their own keep it. Only this one: the others stay as they are. Words, pictures and colours are the same in all.'
            : 'Only this one: it becomes its own. All sizes: they follow from here, but each keeps its places. Words, pictures and colours are the same in all.'
        }
      >
        <SegmentedControl
          fullWidth
          aria-label="For which sizes"
          value={sizeScope()}
          onChange={(v) => useSizeScope.setState({ size: size.id, scope: v as SizeScope })}
          data={[
            { value: 'this', label: `Only ${size.name.length > 18 ? 'this size' : size.name}` },
            { value: 'all', label: 'All sizes' },
          ]}
        />
      </Tooltip>
      {own.length > 0 && (
        <Group gap={4} aria-label="Of its own in this size" role="group">
          <Text fz="xs" c="dimmed">
            Of its own here:
          </Text>
          {own.map((k) => (
            <Tooltip key={k} label={`Let the ${WORDS[k]} follow ${base ? 'again' : sizes[0].name} again`}>
              <Button
                size="compact-xs"
                variant="default"
                data-own={k}
                aria-label={`${WORDS[k]}: follow again`}
                rightSection={<IconX size={11} />}
                onClick={() => follow(`Follow again: ${WORDS[k]}`, [k])}
              >
                {WORDS[k]}
              </Button>
            </Tooltip>
          ))}
          {own.length > 1 && (
            <Button size="compact-xs" variant="subtle" onClick={() => follow('Follow in everything')}>
              All
            </Button>
          )}
        </Group>
      )}
    </div>
  );
}
