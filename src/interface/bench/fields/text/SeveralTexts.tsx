'use client';
// Several texts at once: type, size in proportion, colour, backing, shadow for all of them.
import { Group, Text } from '@mantine/core';
import { useState } from 'react';
import type { TextLayer } from '../../../../core/kinds/text';
import { NumberField } from '../../../shared/NumberField';
import { useLengthScale } from '../../commands/setter';
import { changeTexts, shared } from '../../commands/texts';
import { settle } from '../../state/store';
import { Fold, Folds } from '../Folds';
import { ShadowsFold } from '../ShadowsField';
import { BackingFold } from './BackingFold';
import { LetterFields, TypeFields } from './TypeFields';

/** Sizes in proportion: each text keeps its step to the others. */
function Proportion({ layers }: { layers: readonly TextLayer[] }) {
  const [from, setFrom] = useState(() => new Map(layers.map((l) => [l.id, l.fontSize])));
  const [first] = layers,
    now = Math.round((first.fontSize / (from.get(first.id) ?? first.fontSize)) * 100);
  return (
    <Group gap={8} wrap="nowrap" align="flex-end">
      <div style={{ width: 96, flex: 'none' }}>
        <NumberField
          label="All sizes"
          value={now}
          min={5}
          max={1000}
          suffix=" %"
          whole
          onChange={(v) =>
            changeTexts(
              layers,
              'Sizes in proportion',
              (l) => void (l.fontSize = Math.max(1, Math.round((from.get(l.id) ?? l.fontSize) * v) / 100)),
              'proportion',
            )
          }
          onSettle={() => {
            settle();
            setFrom(new Map(layers.map((l) => [l.id, l.fontSize])));
          }}
        />
      </div>
      <Text fz="xs" c="dimmed" pb={6}>
        of what they are: in proportion
      </Text>
    </Group>
  );
}

export function SeveralTexts({ layers }: { layers: readonly TextLayer[] }) {
  const k = useLengthScale();
  return (
    <>
      <TypeFields layers={layers} />
      {layers.every((l) => l.fit === null) && <Proportion key={layers.map((l) => l.id).join()} layers={layers} />}
      <Folds of="text">
        <BackingFold layers={layers} />
        <ShadowsFold
          shadows={shared(layers, (l) => l.shadows) ?? []}
          extent={Math.min(...layers.map((l) => l.fontSize))}
          scale={k}
          onChange={(s, merge) => changeTexts(layers, 'Shadow', (l) => void (l.shadows = s), merge ? 'shadow' : null)}
        />
        <Fold name="more" title="Case, highlight">
          <LetterFields layers={layers} />
        </Fold>
      </Folds>
    </>
  );
}
