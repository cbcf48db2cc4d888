'use client';
// A pool: strength, colour, size and feather, the texts it lies behind.
import { IconDroplet } from '@tabler/icons-react';
import type { PoolLayer } from '../../../core/kinds/pool';
import { SAYS } from '../../shared/words';
import { addTreatment } from '../commands/adding';
import { setter, useLengthScale } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { ColourRow, Follows, Strength } from '../fields/OverlayFields';
import type { Face } from './face';

function PoolControls({ layer }: { layer: PoolLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  return (
    <>
      <Strength layer={layer} />
      <ColourRow layer={layer} />
      <Amount
        label="Size"
        value={Math.round(layer.spread)}
        min={-200}
        max={600}
        suffix=" px"
        onChange={(v) => set('Size of the pool', 'spread')(v / k)}
      />
      <Amount
        label="Feather"
        value={Math.round(layer.feather)}
        min={1}
        max={1000}
        suffix=" px"
        onChange={(v) => set('Feather', 'feather')(v / k)}
      />
      <Follows layer={layer} />
    </>
  );
}

export const pool = {
  title: () => 'Pool',
  Controls: PoolControls,
  treatment: {
    name: 'New pool',
    whyNot: 'It does not lie behind every letter: make it larger, or check the texts it follows.',
  },
  adds: [
    {
      band: 'overlays',
      label: 'Pool behind text',
      says: SAYS.pool,
      Icon: IconDroplet,
      now: () => void addTreatment('pool'),
    },
  ],
} satisfies Face<PoolLayer>;
