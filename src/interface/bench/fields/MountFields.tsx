'use client';
// A picture as material: put into a frame in one step, its ground blended in or taken for the slide.
import { Button, Group, Stack, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { nanoid } from 'nanoid';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { withGround } from '../../../core/piece/ground';
import { type Mount, MOUNT_NAMES, mountPicture, MOUNTS } from '../../../core/piece/mount';
import { readingWorker } from '../../../workers/clients';
import { inWords } from '../../shared/api';
import { change } from '../commands/layers';
import { edit, select, useBench } from '../state/store';

const newId = (): string => nanoid(10);

function mount(layer: PhotoLayer, as: Mount): void {
  let ids: string[] = [];
  edit(`Put into: ${MOUNT_NAMES[as].toLowerCase()}`, (p) => {
    const done = mountPicture(p, useBench.getState().slideId, layer.id, as, newId);
    ({ ids } = done);
    return done.piece;
  });
  select(ids);
}

async function takeGround({ asset }: PhotoLayer): Promise<void> {
  const { slideId } = useBench.getState();
  try {
    const hex = await readingWorker().edgeColour(asset);
    if (hex) edit('Ground of the picture', (p) => withGround(p, slideId, hex, newId));
    else
      notifications.show({
        color: 'amber',
        title: 'This picture has no single ground',
        message: 'Its edges are of several colours, or transparent. Nothing was changed.',
      });
  } catch (e) {
    notifications.show({ color: 'amber', ...inWords(e) });
  }
}

export function MountFields({ layer }: { layer: PhotoLayer }) {
  const multiplied = layer.blend === 'multiply';
  return (
    <Stack gap={8}>
      <Group gap={6}>
        {MOUNTS.map((m) => (
          <Button key={m} size="compact-sm" variant="default" onClick={() => mount(layer, m)}>
            {MOUNT_NAMES[m]}
          </Button>
        ))}
      </Group>
      <Group gap={6}>
        <Button
          size="compact-sm"
          variant="default"
          aria-pressed={multiplied}
          onClick={() =>
            change<PhotoLayer>(
              'Blend the ground in',
              [layer.id],
              (l) => void (l.blend = multiplied ? 'normal' : 'multiply'),
            )
          }
        >
          {multiplied ? 'Ground as it is' : 'Blend the ground in'}
        </Button>
        <Button size="compact-sm" variant="default" onClick={() => void takeGround(layer)}>
          Its ground for the slide
        </Button>
      </Group>
      <Text fz="xs" c="dimmed">
        A frame is made of layers in a group with the picture. Blended in, a white ground takes the colour beneath.
      </Text>
    </Stack>
  );
}
