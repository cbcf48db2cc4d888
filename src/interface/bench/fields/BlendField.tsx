'use client';
// The blend mode of a layer. A mode under the pointer, or focused by key, shows itself on the stage before it is
// chosen.
import { Button, Group, Menu, Text } from '@mantine/core';
import { IconCheck, IconChevronDown } from '@tabler/icons-react';
import { useEffect } from 'react';
import type { Layer } from '../../../core/kinds/layers';
import { changeLayers } from '../../../core/piece/edits';
import type { BlendMode } from '../../../core/values/plain';
import { BLEND_MODES } from '../../../core/values/plain';
import { change } from '../commands/layers';
import { preview, useBench } from '../state/store';

const words = (mode: BlendMode): string => mode[0].toUpperCase() + mode.slice(1).replace('-', ' ');
/** The standard's two kinds: channel by channel, and by hue, saturation and luminosity. */
const WHOLE = BLEND_MODES.indexOf('hue');

export function BlendField({ layer }: { layer: Layer }) {
  const show = (blend: BlendMode) => (): void =>
    preview((p) => changeLayers(p, useBench.getState().slideId, [layer.id], (l) => void (l.blend = blend)));
  useEffect(() => () => preview(null), []);
  const item = (mode: BlendMode) => (
    <Menu.Item
      key={mode}
      fz="xs"
      py={3}
      data-blend={mode}
      onMouseEnter={show(mode)}
      onFocus={(e) => e.target.matches(':focus-visible') && show(mode)()}
      rightSection={mode === layer.blend ? <IconCheck size={13} aria-label="present" /> : null}
      onClick={() => change('Blend mode', [layer.id], (l) => void (l.blend = mode))}
    >
      {words(mode)}
    </Menu.Item>
  );
  return (
    <Group justify="space-between" wrap="nowrap">
      <Text fz="xs" c="dimmed">
        Blend mode
      </Text>
      <Menu position="left" width={150} onClose={() => preview(null)}>
        <Menu.Target>
          <Button
            size="compact-sm"
            variant="default"
            aria-label={`Blend mode: ${words(layer.blend)}`}
            rightSection={<IconChevronDown size={13} />}
          >
            {words(layer.blend)}
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          {BLEND_MODES.slice(0, WHOLE).map(item)}
          <Menu.Divider />
          {BLEND_MODES.slice(WHOLE).map(item)}
        </Menu.Dropdown>
      </Menu>
    </Group>
  );
}
