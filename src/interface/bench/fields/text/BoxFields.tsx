'use client';
// The box of a text: one line or a frame that wraps, which fits which, padding, place in the frame.
import { Group, SegmentedControl, SimpleGrid, Stack, Switch, Tooltip } from '@mantine/core';
import { IconLayoutAlignBottom, IconLayoutAlignMiddle, IconLayoutAlignTop } from '@tabler/icons-react';
import type { TextLayer } from '../../../../core/kinds/text';
import { NumberField } from '../../../shared/NumberField';
import { change } from '../../commands/layers';
import { setter, useLengthScale } from '../../commands/setter';
import { settle, useBench } from '../../state/store';
import { SidesField, sidesTo } from '../EdgeFields';

export function BoxFields({ layer }: { layer: TextLayer }) {
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
          {/[\r\n]/.test(layer.text) && layer.list === 'none' && (
            <Tooltip label="Typed line breaks are read as spaces; empty lines stay. Useful in a size of another shape">
              <Switch
                size="xs"
                label="Lines run on"
                checked={layer.breaks === 'free'}
                onChange={(e) => set('Lines run on', 'breaks', false)(e.currentTarget.checked ? 'free' : 'typed')}
              />
            </Tooltip>
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
