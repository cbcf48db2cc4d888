'use client';
// A tint: strength and colour.
import { IconColorFilter } from '@tabler/icons-react';
import type { TintLayer } from '../../../core/kinds/tint';
import { SAYS } from '../../shared/words';
import { addTreatment } from '../commands/adding';
import { ColourRow, Strength } from '../fields/OverlayFields';
import type { Face } from './face';

function TintControls({ layer }: { layer: TintLayer }) {
  return (
    <>
      <Strength layer={layer} />
      <ColourRow layer={layer} />
    </>
  );
}

export const tint = {
  title: () => 'Tint',
  Controls: TintControls,
  treatment: {
    name: 'New tint',
    whyNot: 'No tint makes this text Clear as it is. Another text colour or place would.',
  },
  adds: [
    {
      band: 'overlays',
      label: 'Tint',
      says: SAYS.tint,
      Icon: IconColorFilter,
      now: () => void addTreatment('tint'),
    },
  ],
} satisfies Face<TintLayer>;
