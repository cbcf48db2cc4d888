'use client';
// A colour, gradient or pattern over its box.
import { IconGradienter, IconGrain, IconSquareFilled } from '@tabler/icons-react';
import type { FillLayer } from '../../../core/kinds/fill';
import { addFill } from '../commands/adding';
import { change } from '../commands/layers';
import { FillField } from '../fields/FillField';
import type { Face } from './face';

const FillControls = ({ layer }: { layer: FillLayer }) => (
  <FillField
    label="Fill"
    fill={layer.fill}
    layer={layer}
    onChange={(fill, merge) =>
      change<FillLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
    }
  />
);

export const fill: Face<FillLayer> = {
  title: () => 'Fill',
  Controls: FillControls,
  adds: [
    { band: 'backdrop', label: 'Colour', Icon: IconSquareFilled, now: () => void addFill('colour') },
    { band: 'backdrop', label: 'Gradient', Icon: IconGradienter, now: () => void addFill('gradient') },
    { band: 'backdrop', label: 'Pattern', Icon: IconGrain, now: () => void addFill('pattern') },
  ],
};
