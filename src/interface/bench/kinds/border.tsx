'use client';
// A border: fill, where it runs, how thick, single or double.
import { Checkbox, Group } from '@mantine/core';
import { IconBorderOuter } from '@tabler/icons-react';
import type { BorderLayer } from '../../../core/kinds/border';
import { NumberField } from '../../shared/NumberField';
import { SAYS } from '../../shared/words';
import { addBorder } from '../commands/adding';
import { change } from '../commands/layers';
import { setter, useLengthScale } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { SidesField, sidesTo } from '../fields/EdgeFields';
import { FillField } from '../fields/FillField';
import { settle } from '../state/store';
import type { Face } from './face';

function BorderControls({ layer }: { layer: BorderLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  return (
    <>
      <FillField
        label="Colour"
        fill={layer.fill}
        layer={layer}
        onChange={(fill, merge) =>
          change<BorderLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
        }
      />
      <Amount
        label="Inset"
        value={Math.round(layer.inset)}
        max={400}
        suffix=" px"
        onChange={(v) => set('Inset', 'inset')(v / k)}
      />
      <SidesField
        label="Thickness"
        sides={layer.thickness}
        onChange={(s) => set('Thickness', 'thickness')(sidesTo(s, k))}
      />
      <Group gap={6} wrap="nowrap" align="flex-end">
        <NumberField
          label="Corner radius"
          value={layer.radius}
          min={0}
          max={5000}
          decimalScale={1}
          suffix=" px"
          onChange={(v) => set('Corner radius', 'radius')(v / k)}
          onSettle={settle}
        />
        <NumberField
          label="Gap"
          value={layer.gap}
          min={0}
          max={5000}
          decimalScale={1}
          suffix=" px"
          disabled={layer.gap === 0}
          onChange={(v) => set('Gap', 'gap')(v / k)}
          onSettle={settle}
        />
        <Checkbox
          size="xs"
          mb={7}
          label="Double"
          checked={layer.gap > 0}
          onChange={(e) =>
            set('Double line', 'gap', false)(e.currentTarget.checked ? Math.max(2, layer.thickness.top) / k : 0)
          }
        />
      </Group>
    </>
  );
}

export const border: Face<BorderLayer> = {
  title: () => 'Border',
  Controls: BorderControls,
  adds: [{ band: 'overlays', label: 'Border', says: SAYS.border, Icon: IconBorderOuter, now: addBorder }],
};
