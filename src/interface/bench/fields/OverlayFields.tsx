'use client';
// Fields that tints, fades, pools and plates share: strength, colour, the texts that are followed.
import { Button, Checkbox, Group, Stack, Text, Tooltip } from '@mantine/core';
import type { FadeLayer } from '../../../core/kinds/fade';
import { isText, type Layer } from '../../../core/kinds/layers';
import type { PlateLayer } from '../../../core/kinds/plate';
import type { PoolLayer } from '../../../core/kinds/pool';
import type { TintLayer } from '../../../core/kinds/tint';
import { oneLine } from '../../../core/values/plain';
import { tintVersion } from '../commands/chosen-treatment';
import { change } from '../commands/layers';
import { setter } from '../commands/setter';
import { currentSlide, useBench } from '../state/store';
import { Amount } from './Amount';
import { ColourField } from './ColourField';

function Deepen({ layer }: { layer: TintLayer | FadeLayer | PoolLayer }) {
  const { colour } = layer;
  if (typeof colour !== 'string') return null;
  return (
    <Tooltip label="Darkened and greyed: less of it is enough, and the photo keeps its own colours">
      <Button
        size="compact-sm"
        variant="default"
        mb={3}
        onClick={() => change<TintLayer>('Colour', [layer.id], (l) => void (l.colour = tintVersion(colour)))}
      >
        Deepen
      </Button>
    </Tooltip>
  );
}

export function ColourRow({ layer }: { layer: TintLayer | FadeLayer | PoolLayer }) {
  const set = setter(layer as TintLayer);
  return (
    <Group gap={8} align="flex-end" wrap="nowrap">
      <ColourField label="Colour" forTint value={layer.colour} onChange={set('Colour', 'colour')} />
      <Deepen layer={layer} />
    </Group>
  );
}

export const Strength = ({ layer }: { layer: Layer }) => (
  <Amount
    label="Strength"
    value={Math.round(layer.opacity * 100)}
    onChange={(v) => setter(layer)('Strength', 'opacity')(v / 100)}
  />
);

/** Which texts a plate or pool lies behind. */
export function Follows({ layer }: { layer: PoolLayer | PlateLayer }) {
  const slide = useBench(currentSlide);
  const texts = slide.layers.filter(isText);
  const set = (follows: string[]): void =>
    change<PoolLayer>('Texts behind which it lies', [layer.id], (l) => void (l.follows = follows));
  return (
    <div>
      <Text fz="xs" c="dimmed">
        Lies behind {layer.follows.length ? '' : '(none: place it by hand)'}
      </Text>
      <Stack gap={3} mt={3}>
        {texts.map((t) => (
          <Checkbox
            key={t.id}
            size="xs"
            label={(oneLine(t.text) || t.name).slice(0, 38)}
            checked={layer.follows.includes(t.id)}
            onChange={(e) =>
              set(e.currentTarget.checked ? [...layer.follows, t.id] : layer.follows.filter((id) => id !== t.id))
            }
          />
        ))}
        {texts.length === 0 && (
          <Text fz="xs" c="dimmed">
            There is no text on this slide yet.
          </Text>
        )}
      </Stack>
    </div>
  );
}
