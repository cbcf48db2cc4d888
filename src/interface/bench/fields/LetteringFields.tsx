'use client';
// Letters in a finished picture: found by themselves, or within a box that is drawn round them.
import { Button, Group, Loader, Stack, Text } from '@mantine/core';
import { IconRectangle, IconTextScan2 } from '@tabler/icons-react';
import { useEffect } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { whyNotLifted } from '../../../core/piece/lift';
import { cancelLettering, findLetters } from '../commands/lettering';
import { useLettering } from '../state/lettering';

export function LetteringFields({ layer }: { layer: PhotoLayer }) {
  const drawing = useLettering((s) => s.drawing === layer.id),
    busy = useLettering((s) => s.busy === layer.id),
    why = whyNotLifted(layer);
  useEffect(() => () => useLettering.setState({ drawing: null }), [layer.id]);
  if (why)
    return (
      <Text fz="xs" c="dimmed">
        {why}
      </Text>
    );
  return (
    <Stack gap={6}>
      <Text fz="xs" c="dimmed">
        Words that are a part of this picture become texts over it: they are read, and treatments go between them and
        the picture.
      </Text>
      {busy ? (
        <Group gap={8} role="status">
          <Loader size={14} />
          <Text fz="xs">Looking for letters</Text>
          <Button size="compact-xs" variant="subtle" onClick={cancelLettering}>
            Cancel
          </Button>
        </Group>
      ) : (
        <Group gap={6}>
          <Button
            size="xs"
            variant="default"
            leftSection={<IconTextScan2 size={14} />}
            onClick={() => void findLetters(layer.id)}
          >
            Find all
          </Button>
          <Button
            size="xs"
            variant={drawing ? 'filled' : 'default'}
            aria-pressed={drawing}
            leftSection={<IconRectangle size={14} />}
            onClick={() => useLettering.setState({ drawing: drawing ? null : layer.id })}
          >
            {drawing ? 'Done' : 'Draw a box round some'}
          </Button>
        </Group>
      )}
    </Stack>
  );
}
