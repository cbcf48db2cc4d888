'use client';
// The look of a text's frame: fill, opacity, corners, stroke.
import { Stack, Switch, Text } from '@mantine/core';
import type { Layer } from '../../../../core/kinds/layers';
import { isText } from '../../../../core/kinds/layers';
import type { TextLayer } from '../../../../core/kinds/text';
import type { Fill } from '../../../../core/values/fill';
import type { Panel } from '../../../../core/values/text';
import { beneath, newPanel } from '../../commands/beneath';
import { useLengthScale } from '../../commands/setter';
import { changeTexts } from '../../commands/texts';
import { Amount } from '../Amount';
import { type Radii, RadiusField, StrokeField, strokeTo } from '../EdgeFields';
import { FillField } from '../FillField';
import { Fold } from '../Folds';

async function switchPanel(layer: TextLayer, on: boolean): Promise<void> {
  const fresh = on ? await beneath([layer.id]) : null;
  changeTexts([layer], 'Frame look', (l) => {
    l.panel = on ? newPanel(l, fresh) : null;
    // A frame's edge right at the letters is never meant.
    if (on && Object.values(l.padding).every((p) => p === 0)) {
      const p = Math.round(l.fontSize * 0.3);
      l.padding = { top: p, right: p, bottom: p, left: p };
    }
  });
}

export function FrameLookFold({ layer }: { layer: TextLayer }) {
  const k = useLengthScale(),
    { panel } = layer;
  const set = (values: Partial<Panel>, merge = true): void =>
    changeTexts(
      [layer],
      'Frame look',
      (l) => void (l.panel = { ...(l.panel ?? newPanel(l, null)), ...values }),
      merge ? 'panel' : null,
    );
  return (
    <Fold
      name="panel"
      title="Frame look"
      head={(open) => (
        <Switch
          size="xs"
          aria-label="The frame has a look of its own"
          checked={panel !== null}
          onChange={(e) => {
            const to = e.currentTarget.checked;
            if (to) open();
            void switchPanel(layer, to);
          }}
        />
      )}
    >
      {panel ? (
        <Stack gap={8}>
          <FillField
            label="Frame fill"
            none
            fill={panel.fill}
            layer={layer}
            put={(l: Layer, fill: Fill) => void (isText(l) && l.panel && (l.panel = { ...l.panel, fill }))}
            onChange={(fill, merge) => set({ fill }, merge)}
          />
          <Amount
            label="Fill opacity"
            value={Math.round(panel.opacity * 100)}
            onChange={(v) => set({ opacity: v / 100 })}
          />
          <RadiusField radius={panel.radius} onChange={(r) => set({ radius: r.map((v) => v / k) as Radii })} />
          <StrokeField stroke={panel.stroke} onChange={(s) => set({ stroke: strokeTo(s, k) })} />
        </Stack>
      ) : (
        <Text fz="xs" c="dimmed">
          A fill, a stroke and corners for the box the text is set in. Switch it on beside its name.
        </Text>
      )}
    </Fold>
  );
}
