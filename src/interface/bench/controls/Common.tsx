'use client';
// What every layer has: opacity, blend mode, place.
import { SimpleGrid, Stack, Text } from '@mantine/core';
import type { Layer } from '../../../core/kinds/layers';
import { isFollower, isText } from '../../../core/kinds/layers';
import { isTreatment } from '../../../core/piece/treatments';
import { NumberField } from '../../shared/NumberField';
import { putBox, setter } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { BlendField } from '../fields/BlendField';
import { Fold, Folds } from '../fields/Folds';
import { currentSize, isMovable, settle, useBench } from '../state/store';
import { AlignRow } from './AlignRow';
import { CarryFields } from './CarryFields';

export function Common({ layer }: { layer: Layer }) {
  const set = setter(layer);
  const size = useBench(currentSize);
  // Only the size is shown from the painted frame; a text that merely moves changes nothing here.
  const measured = useBench((s) => {
    const f = s.texts[layer.id]?.frame;
    return f ? `${f.width},${f.height}` : null;
  });
  const frame = measured
    ? { width: Number(measured.split(',')[0]), height: Number(measured.split(',')[1]) }
    : layer.box;
  const box = (values: Partial<Layer['box']>): void => putBox(layer, 'Place', { box: { ...layer.box, ...values } });
  return (
    <>
      {!isTreatment(layer) && (
        <Amount
          label="Opacity"
          value={Math.round(layer.opacity * 100)}
          onChange={(v) => set('Opacity', 'opacity')(v / 100)}
        />
      )}
      <BlendField layer={layer} />
      <CarryFields layer={layer} />
      <Folds of="place">
        <Fold name="place" title="Place and size">
          <Stack gap={8}>
            {isMovable(layer, size) && <AlignRow />}
            {isFollower(layer) && (
              <Text fz="xs" c="dimmed">
                It lies behind its texts and goes where they go.
              </Text>
            )}
            <SimpleGrid cols={3} spacing={6} hidden={isFollower(layer)}>
              <NumberField
                label="X"
                value={layer.box.x}
                decimalScale={1}
                onChange={(x) => box({ x })}
                onSettle={settle}
              />
              <NumberField
                label="Y"
                value={layer.box.y}
                decimalScale={1}
                onChange={(y) => box({ y })}
                onSettle={settle}
              />
              <NumberField
                label="Rotation"
                value={layer.rotation}
                min={-360}
                max={360}
                decimalScale={1}
                suffix="°"
                onChange={(rotation) => putBox(layer, 'Rotate', { rotation })}
                onSettle={settle}
              />
              <NumberField
                label="Width"
                value={frame.width}
                min={1}
                max={100000}
                decimalScale={1}
                disabled={isText(layer) && layer.frame === 'line'}
                onChange={(width) => box({ width })}
                onSettle={settle}
              />
              <NumberField
                label="Height"
                value={frame.height}
                min={1}
                max={100000}
                decimalScale={1}
                disabled={isText(layer) && (layer.frame === 'line' || layer.grow)}
                onChange={(height) => box({ height })}
                onSettle={settle}
              />
            </SimpleGrid>
          </Stack>
        </Fold>
      </Folds>
    </>
  );
}
