'use client';
// What can be done for a text, in four views: the strength of one treatment, ways through side by side, quiet spots,
// text colours.
import { SegmentedControl } from '@mantine/core';
import { memo, useEffect } from 'react';
import { create } from 'zustand';
import { isText } from '../../../core/kinds/layers';
import { showSpots } from '../measuring/spots';
import { lookAtWay, useWays } from '../measuring/ways';
import { currentSlide, useBench } from '../state/store';
import { Colours } from './Colours';
import css from './Remedies.module.css';
import { Spots } from './Spots';
import { Strength } from './Strength';
import { Ways } from './Ways';

export type RemedyView = 'strength' | 'ways' | 'spots' | 'colours';
export const useRemedyView = create<{ view: RemedyView }>(() => ({ view: 'strength' }));

/**
 * Readings change many times a second; what can be done only with what is selected. @param layer the selected text, or
 * null for all texts of the slide
 */
export const Remedies = memo(function Remedies({ layer, measurable }: { layer: string | null; measurable: boolean }) {
  const view = useRemedyView((s) => s.view);
  const seen = useWays((s) => s.seen !== null);
  // One text is placed or coloured: the selected one, else the only one.
  const only = useBench((s) => {
    const texts = currentSlide(s).layers.filter((l) => isText(l) && l.visible);
    return texts.length === 1 ? texts[0].id : null;
  });
  useEffect(() => {
    if (view !== 'ways' && seen) lookAtWay(null);
    if (view !== 'spots') showSpots(null);
  }, [view, seen]);
  return (
    <div className={css.remedies}>
      <SegmentedControl
        fullWidth
        aria-label="What can be done"
        value={view}
        onChange={(v) => useRemedyView.setState({ view: v as RemedyView })}
        data={[
          { value: 'strength', label: 'Strength' },
          { value: 'ways', label: 'Ways through' },
          { value: 'spots', label: 'Places' },
          { value: 'colours', label: 'Inks' },
        ]}
      />
      {view === 'strength' && <Strength layer={layer} measurable={measurable} />}
      {view === 'ways' && <Ways layer={layer} />}
      {view === 'spots' && <Spots layer={layer ?? only} />}
      {view === 'colours' && <Colours layer={layer} />}
    </div>
  );
});
