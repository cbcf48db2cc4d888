'use client';
// Two colours over the picture: strength, and the gradient between them.
import { IconGradienter } from '@tabler/icons-react';
import type { WashLayer } from '../../../core/kinds/wash';
import { SAYS } from '../../shared/words';
import { addTreatment } from '../commands/adding';
import { change } from '../commands/layers';
import { FillField } from '../fields/FillField';
import { Strength } from '../fields/OverlayFields';
import type { Face } from './face';

function WashControls({ layer }: { layer: WashLayer }) {
  return (
    <>
      <Strength layer={layer} />
      <FillField
        label="Colours"
        fill={layer.fill}
        layer={layer}
        onChange={(fill, merge) =>
          change<WashLayer>('Colours', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
        }
      />
    </>
  );
}

export const wash = {
  title: () => 'Two colours',
  Controls: WashControls,
  treatment: {
    name: 'Two new colours',
    whyNot: 'No strength of these two makes this text Clear: choose colours that are both darker, or both lighter.',
  },
  adds: [
    {
      band: 'overlays',
      label: 'Two colours',
      says: SAYS.wash,
      Icon: IconGradienter,
      now: () => void addTreatment('wash'),
    },
  ],
} satisfies Face<WashLayer>;
