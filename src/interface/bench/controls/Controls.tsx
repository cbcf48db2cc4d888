'use client';
// The controls of the selected layer: few, ordered by use, the rest folded. Without a selection, those of the slide.
import { Text } from '@mantine/core';
import { memo, useDeferredValue, useMemo } from 'react';
import css from '../fields/Controls.module.css';
import { faceOf } from '../kinds/faces';
import { MANY, usePanelPiece } from '../state/panel-piece';
import { currentSize, currentSlide, placedLayers, useBench } from '../state/store';
import { Common } from './Common';
import { SeveralControls } from './SeveralControls';
import { SizeBar } from './SizeBar';
import { SlideControls } from './SlideControls';

/** What the controls are for. Those of many layers come a moment later: what is seen on the stage comes first. */
function useShown() {
  const piece = usePanelPiece(),
    selection = useBench((s) => s.selection),
    slideId = useBench((s) => s.slideId),
    sizeId = useBench((s) => s.sizeId),
    now = useMemo(() => ({ piece, selection, slideId, sizeId }), [piece, selection, slideId, sizeId]),
    later = useDeferredValue(now);
  // What is typed for those that stay selected is shown at once.
  return selection.length > MANY && later.selection !== selection ? later : now;
}

export function Controls() {
  return <ControlsOf shown={useShown()} />;
}

// Apart, so that what comes later and is the same is not drawn again.
const ControlsOf = memo(function ControlsOf({ shown }: { shown: ReturnType<typeof useShown> }) {
  const { piece, selection, slideId, sizeId } = shown;
  const layer = useMemo(() => {
    if (selection.length !== 1) return null;
    const { followers } = useBench.getState();
    return (
      placedLayers(piece, currentSlide({ piece, slideId }), currentSize({ piece, sizeId }), followers).find(
        (l) => l.id === selection[0],
      ) ?? null
    );
  }, [piece, selection, slideId, sizeId]);
  if (!layer)
    return selection.length > 1 ? (
      <SeveralControls piece={piece} slideId={slideId} selection={selection} />
    ) : (
      <SlideControls />
    );
  const { title, Controls: Own } = faceOf(layer);
  return (
    <section className={css.controls} aria-label={`${title(layer)} controls`} key={layer.id}>
      <Text fw={700} fz="sm" component="h2">
        {title(layer)}
        {layer.locked && ' (locked)'}
      </Text>
      <SizeBar layers={[layer]} />
      <fieldset disabled={layer.locked} className={css.fields}>
        <Own layer={layer} />
        <Common layer={layer} />
      </fieldset>
    </section>
  );
});
