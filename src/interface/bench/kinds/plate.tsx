'use client';
// A plate: strength, fill, padding, corners, the texts it lies behind.
import { IconRectangle } from '@tabler/icons-react';
import type { PlateLayer } from '../../../core/kinds/plate';
import { SAYS } from '../../shared/words';
import { addTreatment } from '../commands/adding';
import { change } from '../commands/layers';
import { setter, useLengthScale } from '../commands/setter';
import { Amount } from '../fields/Amount';
import { RadiusField, SidesField, sidesTo, StrokeFold } from '../fields/EdgeFields';
import { FillField } from '../fields/FillField';
import { Folds } from '../fields/Folds';
import { Follows, Strength } from '../fields/OverlayFields';
import { ShadowsFold } from '../fields/ShadowsField';
import type { Face } from './face';

function PlateControls({ layer }: { layer: PlateLayer }) {
  const set = setter(layer),
    k = useLengthScale();
  return (
    <>
      <Strength layer={layer} />
      <FillField
        label="Fill"
        none
        fill={layer.fill}
        layer={layer}
        onChange={(fill, merge) =>
          change<PlateLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
        }
      />
      {(layer.stroke.width > 0 || layer.fillOpacity < 1) && (
        <Amount
          label="Fill opacity"
          value={Math.round(layer.fillOpacity * 100)}
          onChange={(v) => set('Fill opacity', 'fillOpacity')(v / 100)}
        />
      )}
      {layer.follows.length > 0 && (
        <SidesField label="Padding" sides={layer.padding} onChange={(s) => set('Padding', 'padding')(sidesTo(s, k))} />
      )}
      <RadiusField
        radius={layer.radius}
        onChange={(r) => set('Corner radius', 'radius')(r.map((v) => v / k) as PlateLayer['radius'])}
      />
      <Follows layer={layer} />
      <Folds of="plate">
        <StrokeFold stroke={layer.stroke} scale={k} onChange={set('Stroke', 'stroke')} />
        <ShadowsFold
          shadows={layer.shadows}
          extent={Math.min(layer.box.width, layer.box.height)}
          scale={k}
          onChange={(s, merge) =>
            change<PlateLayer>('Shadow', [layer.id], (l) => void (l.shadows = s), merge ? `shadow:${layer.id}` : null)
          }
        />
      </Folds>
    </>
  );
}

export const plate = {
  title: () => 'Plate',
  Controls: PlateControls,
  treatment: {
    name: 'New plate',
    whyNot: 'It does not lie behind every letter: check the texts it follows.',
  },
  adds: [
    {
      band: 'overlays',
      label: 'Plate behind text',
      says: SAYS.plate,
      Icon: IconRectangle,
      now: () => void addTreatment('plate'),
    },
  ],
} satisfies Face<PlateLayer>;
