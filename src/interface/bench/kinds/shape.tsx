'use client';
// A shape: its form, fill, stroke, shadows.
import { Select } from '@mantine/core';
import {
  IconArrowBigRight,
  IconCircle,
  IconCloud,
  IconHexagon,
  IconIcons,
  IconLine,
  IconMessage,
  IconSquare,
  IconStar,
  IconVector,
} from '@tabler/icons-react';
import type { ShapeLayer } from '../../../core/kinds/shape';
import { SHAPE_FORMS } from '../../../core/values/plain';
import type { ShapeForm } from '../../../core/values/shape';
import { addDrawnShape, addMark, addShape } from '../commands/adding';
import { change } from '../commands/layers';
import { setter, useLengthScale } from '../commands/setter';
import { type Radii, StrokeFold } from '../fields/EdgeFields';
import { FillField } from '../fields/FillField';
import { Folds } from '../fields/Folds';
import { FORM_NAMES, FormFields } from '../fields/FormFields';
import { ShadowsFold } from '../fields/ShadowsField';
import type { Face } from './face';

function ShapeControls({ layer }: { layer: ShapeLayer }) {
  const set = setter(layer),
    k = useLengthScale(),
    open = layer.shape.form === 'line';
  // The layer is shown as it stands in the present size; its shape is kept in the base size.
  const base = { ...layer.shape, radius: layer.shape.radius.map((r) => r / k) as Radii };
  return (
    <>
      <Select
        size="xs"
        label="Form"
        aria-label="Form"
        allowDeselect={false}
        value={layer.shape.form}
        data={SHAPE_FORMS.map((f) => ({ value: f, label: FORM_NAMES[f] }))}
        onChange={(v) => v && set('Form', 'shape', false)({ ...base, form: v as ShapeForm })}
      />
      <FormFields shape={base} k={k} onChange={(s, merge) => set('Form', 'shape', merge)(s)} />
      {!open && (
        <FillField
          label="Fill"
          none
          fill={layer.fill}
          layer={layer}
          onChange={(fill, merge) =>
            change<ShapeLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
          }
        />
      )}
      <Folds of="shape">
        <StrokeFold stroke={layer.stroke} scale={k} onChange={set('Stroke', 'stroke')} />
        <ShadowsFold
          shadows={layer.shadows}
          extent={Math.min(layer.box.width, layer.box.height)}
          scale={k}
          onChange={(s, merge) =>
            change<ShapeLayer>('Shadow', [layer.id], (l) => void (l.shadows = s), merge ? `shadow:${layer.id}` : null)
          }
        />
      </Folds>
    </>
  );
}

const FORMS: [ShapeForm, typeof IconSquare][] = [
  ['rectangle', IconSquare],
  ['ellipse', IconCircle],
  ['polygon', IconHexagon],
  ['star', IconStar],
  ['line', IconLine],
  ['arrow', IconArrowBigRight],
  ['blob', IconCloud],
  ['speech', IconMessage],
];

export const shape: Face<ShapeLayer> = {
  title: () => 'Shape',
  Controls: ShapeControls,
  adds: [
    ...FORMS.map(([form, Icon], i) => ({
      band: 'message' as const,
      label: FORM_NAMES[form],
      Icon,
      apart: i === 0,
      now: () => void addShape(form),
    })),
    {
      band: 'message',
      label: 'Mark',
      says: 'Arrows, pins, clocks and many more, in a house colour.',
      Icon: IconIcons,
      marks: (m) => void addMark(m),
    },
    {
      band: 'message',
      label: 'Shape from SVG',
      Icon: IconVector,
      file: { accept: 'image/svg+xml', testId: 'drawing-file', take: ([file]) => void addDrawnShape(file) },
    },
  ],
};
