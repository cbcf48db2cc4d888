'use client';
// What the slide is warned of before it is handed over, each with a way there. None of it stands in the way.
import { Alert, Button, Group, Text } from '@mantine/core';
import { isText } from '../../../core/kinds/layers';
import type { Flag, Reading } from '../../../core/reading/read';
import { FLAG_WORD } from '../../shared/flags';
import { VERDICT_WORD } from '../../shared/VerdictMark';
import { currentSlide, select, useBench } from '../state/store';

/** What is no fault of a picture. */
const QUIET: readonly Flag[] = ['empty', 'weak-hover', 'small-target'];
/** More would be a list to scroll in. */
const MOST = 4;

/** What is wrong with a text, in words; none where nothing is. */
function faults({ verdict, ratio, needed, flags }: Reading): string[] {
  return [
    ...(verdict && verdict !== 'clear'
      ? [`${VERDICT_WORD[verdict]}, ${ratio!.toFixed(1)} of ${needed.toFixed(1)}`]
      : []),
    ...flags.filter((f) => !QUIET.includes(f)).map((f) => FLAG_WORD[f]),
  ];
}

/** @param onShow is told when somebody goes there */
export function Warnings({ onShow }: { onShow: () => void }) {
  const readings = useBench((s) => s.readings),
    layers = useBench((s) => currentSlide(s).layers),
    found = readings.flatMap((r) => {
      const wrong = faults(r),
        layer = layers.find((l) => l.id === r.layer);
      return wrong.length && layer && isText(layer) ? [{ layer, words: wrong.join('; ') }] : [];
    });
  if (!found.length) return null;
  return (
    <Alert color="amber" variant="light" p="xs" data-warnings={found.length}>
      {found.slice(0, MOST).map(({ layer, words }) => (
        <Group key={layer.id} wrap="nowrap" gap={8} align="flex-start">
          <Text fz="xs" flex={1}>
            <b>{layer.text.trim().slice(0, 40) || layer.name}</b>: {words}
          </Text>
          <Button
            size="compact-sm"
            fz="xs"
            variant="subtle"
            color="dark"
            aria-label={`Show ${layer.name}`}
            onClick={() => {
              select([layer.id]);
              onShow();
            }}
          >
            Show
          </Button>
        </Group>
      ))}
      {found.length > MOST && <Text fz="xs">And {found.length - MOST} more texts of this slide.</Text>}
    </Alert>
  );
}
