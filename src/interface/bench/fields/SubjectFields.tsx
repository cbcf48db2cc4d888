'use client';
// The subject of a photo: what was found in it, shown on the stage; corrected by a box. Texts keep clear of it, other
// sizes keep it in view, room ends before it.
import { ActionIcon, Button, Group, Loader, Stack, Text, Tooltip } from '@mantine/core';
import { IconBoxMargin, IconFocusCentered, IconX } from '@tabler/icons-react';
import { useEffect } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { knownSubject } from '../../../core/photo/subject';
import { MOST_SUBJECTS } from '../../../core/values/plain';
import { useAssetSize } from '../../shared/assets';
import { dropSubject, focusOnSubject, forgetSubject, subjectNow } from '../commands/subject';
import { findIn, useSubjects } from '../state/subjects';

export function SubjectFields({ layer }: { layer: PhotoLayer }) {
  const photo = useAssetSize(layer.asset),
    known = knownSubject(layer),
    found = useSubjects((s) => s.found[layer.asset]),
    failed = useSubjects((s) => s.failed),
    drawing = useSubjects((s) => s.drawing === layer.id),
    { asset, id } = layer,
    looked = known !== null || found !== undefined;
  // Opened, it is looked for.
  useEffect(() => {
    if (!looked) void findIn(asset).catch(() => {});
  }, [looked, asset]);
  useEffect(() => {
    useSubjects.setState({ shown: id });
    return () => useSubjects.setState({ shown: null, drawing: null });
  }, [id]);
  const boxes = subjectNow(layer)?.boxes ?? [];
  return (
    <Stack gap={6}>
      <Text fz="xs" c="dimmed">
        Texts keep clear of it, other sizes keep it in view, room ends before it.
      </Text>
      {!looked && !failed && (
        <Group gap={8} role="status">
          <Loader size={14} />
          <Text fz="xs">Looking for things in the photo</Text>
        </Group>
      )}
      {!looked && failed && (
        <Text fz="xs" role="alert">
          Things could not be looked for ({failed}). Draw a box; until then what stands out counts.
        </Text>
      )}
      {looked && !boxes.length && (
        <Text fz="xs">
          {known?.said
            ? 'Said to have none: texts may stand anywhere.'
            : 'Nothing found for certain: what stands out counts. A box says it better.'}
        </Text>
      )}
      {boxes.map((b, i) => (
        <Group key={i} gap={6} justify="space-between" wrap="nowrap" data-subject={i}>
          <Text fz="sm">{b.what || 'as drawn'}</Text>
          <Tooltip label="No subject there">
            <ActionIcon
              size={24}
              variant="subtle"
              aria-label={`Remove ${b.what || 'box'}`}
              onClick={() => dropSubject(id, i)}
            >
              <IconX size={14} />
            </ActionIcon>
          </Tooltip>
        </Group>
      ))}
      <Group gap={6}>
        <Button
          size="compact-xs"
          variant={drawing ? 'filled' : 'default'}
          aria-pressed={drawing}
          disabled={boxes.length >= MOST_SUBJECTS}
          leftSection={<IconBoxMargin size={14} />}
          onClick={() => useSubjects.setState({ drawing: drawing ? null : id })}
        >
          {drawing ? 'Draw it on the stage' : 'Draw a box'}
        </Button>
        {photo && boxes.length > 0 && (
          <Button
            size="compact-xs"
            variant="default"
            leftSection={<IconFocusCentered size={14} />}
            onClick={() => focusOnSubject(layer, photo)}
          >
            Focal point on it
          </Button>
        )}
        {known?.said && (
          <Button size="compact-xs" variant="subtle" onClick={() => forgetSubject(id)}>
            As found
          </Button>
        )}
      </Group>
      {drawing && (
        <Text fz="xs" c="dimmed">
          A box takes the place of what is there; with Shift it is one more.
        </Text>
      )}
    </Stack>
  );
}
