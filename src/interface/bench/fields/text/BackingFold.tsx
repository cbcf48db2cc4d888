'use client';
// The backing of one text or several: a box that hugs each line.
import { Stack, Switch, Text } from '@mantine/core';
import type { Layer } from '../../../../core/kinds/layers';
import { isText } from '../../../../core/kinds/layers';
import type { TextLayer } from '../../../../core/kinds/text';
import type { Fill } from '../../../../core/values/fill';
import type { Backing } from '../../../../core/values/text';
import { beneath, newBacking } from '../../commands/beneath';
import { changeTexts, shared } from '../../commands/texts';
import { Amount } from '../Amount';
import { FillField } from '../FillField';
import { Fold } from '../Folds';

const percent = (v: number): number => Math.round(v * 100);

/** Switches it on; one that was never there begins in a colour that the letters can be told from. */
async function switchBacking(layers: readonly TextLayer[], on: boolean): Promise<void> {
  const fresh = on && layers.some((l) => !l.backing) ? await beneath(layers.map((l) => l.id)) : null;
  changeTexts(layers, 'Backing', (l) => void (l.backing = { ...(l.backing ?? newBacking(l, fresh)), on }));
}

export function BackingFold({ layers }: { layers: readonly TextLayer[] }) {
  const backing = layers[0].backing,
    on = layers.every((l) => l.backing?.on);
  const set = (values: Partial<Backing>, merge = true): void =>
    changeTexts(
      layers,
      'Backing',
      (l) => void (l.backing = { ...(l.backing ?? newBacking(l, null)), ...values }),
      merge ? 'backing' : null,
    );
  const value = (of: (b: Backing) => number): number => percent(backing ? of(backing) : 0);
  return (
    <Fold
      name="backing"
      title="Backing"
      head={(open) => (
        <Switch
          size="xs"
          aria-label="Backing: a box that hugs each line"
          checked={on}
          onChange={(e) => {
            const to = e.currentTarget.checked;
            if (to) open();
            void switchBacking(layers, to);
          }}
        />
      )}
    >
      {on && backing ? (
        <Stack gap={8}>
          <FillField
            label="Backing fill"
            fill={backing.fill}
            layer={layers[0]}
            put={(l: Layer, fill: Fill) => void (isText(l) && l.backing && (l.backing = { ...l.backing, fill }))}
            onChange={(fill, merge) => set({ fill }, merge)}
          />
          <Amount label="Opacity" value={value((b) => b.opacity)} onChange={(v) => set({ opacity: v / 100 })} />
          <Amount label="Beside" value={value((b) => b.padX)} max={200} onChange={(v) => set({ padX: v / 100 })} />
          <Amount
            label="Above, below"
            value={value((b) => b.padY)}
            max={200}
            onChange={(v) => set({ padY: v / 100 })}
          />
          <Amount
            label="Rounded by"
            value={value((b) => b.radius)}
            max={150}
            onChange={(v) => set({ radius: v / 100 })}
          />
          <Amount label="Ends evened" value={value((b) => b.even)} max={300} onChange={(v) => set({ even: v / 100 })} />
          <Text fz="xs" c="dimmed">
            In percent of the font size. Lines that touch become one shape; ends that differ by less than what is evened
            are made one.
            {shared(layers, (l) => l.backing) === undefined &&
              ' The selected texts differ; what you set holds for all.'}
          </Text>
        </Stack>
      ) : (
        <Text fz="xs" c="dimmed">
          A box that hugs each line of the text. Switch it on beside its name.
        </Text>
      )}
    </Fold>
  );
}
