'use client';
// The controls of the selected layer: few, ordered by use, the rest folded. Without a selection, those of the slide.
import { Text } from '@mantine/core';
import { useMemo } from 'react';
import type { FillLayer } from '../../../core/kinds/fill';
import type { Layer } from '../../../core/kinds/layers';
import { change } from '../commands';
import { usePanelPiece } from '../panel-piece';
import { currentSize, currentSlide, placedLayers, useBench } from '../store';
import { Common } from './Common';
import css from './Controls.module.css';
import { FillField } from './FillField';
import { BorderControls, FadeControls, PlateControls, PoolControls, TintControls } from './OverlayControls';
import { PhotoControls } from './PhotoControls';
import { SeveralControls } from './SeveralControls';
import { ShapeControls } from './ShapeControls';
import { SlideControls } from './SlideControls';
import { TextControls } from './TextControls';

const TITLES: Record<Layer['kind'], string> = {
  text: 'Text',
  photo: 'Photo',
  tint: 'Tint',
  fill: 'Fill',
  fade: 'Fade',
  pool: 'Pool',
  plate: 'Plate',
  border: 'Border',
  shape: 'Shape',
};

export function Controls() {
  const piece = usePanelPiece();
  const selection = useBench((s) => s.selection);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const layer = useMemo(() => {
    if (selection.length !== 1) return null;
    const { followers } = useBench.getState();
    return (
      placedLayers(piece, currentSlide({ piece, slideId }), currentSize({ piece, sizeId }), followers).find(
        (l) => l.id === selection[0],
      ) ?? null
    );
  }, [piece, selection, slideId, sizeId]);
  if (!layer) return selection.length > 1 ? <SeveralControls /> : <SlideControls />;
  return (
    <section className={css.controls} aria-label={`${TITLES[layer.kind]} controls`} key={layer.id}>
      <Text fw={700} fz="sm" component="h2">
        {layer.kind === 'photo' && layer.band === 'message' ? 'Picture' : TITLES[layer.kind]}
        {layer.locked && ' (locked)'}
      </Text>
      <fieldset disabled={layer.locked} className={css.fields}>
        <Own layer={layer} />
        <Common layer={layer} />
      </fieldset>
    </section>
  );
}

function Own({ layer }: { layer: Layer }) {
  switch (layer.kind) {
    case 'text':
      return <TextControls layer={layer} />;
    case 'photo':
      return <PhotoControls layer={layer} />;
    case 'tint':
      return <TintControls layer={layer} />;
    case 'fade':
      return <FadeControls layer={layer} />;
    case 'pool':
      return <PoolControls layer={layer} />;
    case 'plate':
      return <PlateControls layer={layer} />;
    case 'border':
      return <BorderControls layer={layer} />;
    case 'shape':
      return <ShapeControls layer={layer} />;
    case 'fill':
      return (
        <FillField
          label="Fill"
          fill={layer.fill}
          layer={layer}
          onChange={(fill, merge) =>
            change<FillLayer>('Fill', [layer.id], (l) => void (l.fill = fill), merge ? `fill:${layer.id}` : null)
          }
        />
      );
  }
}
