'use client';
// The controls of the selected layer: few, ordered by use, the rest folded. Without a selection, those of the slide.
import { Text } from '@mantine/core';
import { memo, startTransition, useEffect, useMemo, useState } from 'react';
import { shallow } from 'zustand/shallow';
import { afterFrame } from '../../shared/after-frame';
import css from '../fields/Controls.module.css';
import { faceOf } from '../kinds/faces';
import { MANY, usePanelPiece } from '../state/panel-piece';
import { currentSize, currentSlide, placedLayers, useBench } from '../state/store';
import { Common } from './Common';
import { SeveralControls } from './SeveralControls';
import { SizeBar } from './SizeBar';
import { SlideControls } from './SlideControls';

/**
 * What the controls are for. What is selected is seen on the stage first, and the controls follow with the next frame;
 * those of many layers when there is time.
 * @returns what is shown, and whether that is about to change
 */
function useShown() {
  const piece = usePanelPiece(),
    selection = useBench((s) => s.selection),
    slideId = useBench((s) => s.slideId),
    sizeId = useBench((s) => s.sizeId),
    now = useMemo(() => ({ piece, selection, slideId, sizeId }), [piece, selection, slideId, sizeId]);
  const [last, setLast] = useState(now);
  const many = selection.length > MANY,
    // What is shown must be there still.
    there = last.piece === piece && last.slideId === slideId && last.sizeId === sizeId,
    waits = !shallow(last.selection, selection) && (there || many);
  if (!waits && last !== now) setLast(now);
  useEffect(() => {
    if (!waits) return;
    return afterFrame(() => (many ? startTransition(() => setLast(now)) : setLast(now)));
  }, [waits, many, now]);
  return { shown: waits ? last : now, waits };
}

export function Controls() {
  const { shown, waits } = useShown();
  return (
    // Nobody means what is about to go.
    <div style={{ display: 'contents' }} inert={waits}>
      <ControlsOf shown={shown} />
    </div>
  );
}

// Apart, so that what comes later and is the same is not drawn again.
const ControlsOf = memo(function ControlsOf({ shown }: { shown: ReturnType<typeof useShown>['shown'] }) {
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
