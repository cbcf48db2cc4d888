'use client';
// What can be done for a text: the strength of one treatment, ways through side by side, quiet spots, text colours.
import { memo, useEffect } from 'react';
import { isText } from '../../../core/kinds/layers';
import { showSpots } from '../measuring/spots';
import { lookAtWay, useWays } from '../measuring/ways';
import type { ReadingPart } from '../state/panels';
import { currentSlide, useBench } from '../state/store';
import { Colours } from './Colours';
import { Spots } from './Spots';
import { Strength } from './Strength';
import { Ways } from './Ways';

/**
 * Readings change many times a second; what can be done only with what is selected. @param layer the selected text, or
 * null for all texts of the slide
 */
export const Remedies = memo(function Remedies({ view, layer }: { view: ReadingPart; layer: string | null }) {
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
  return {
    strength: <Strength />,
    ways: <Ways layer={layer} />,
    spots: <Spots layer={layer ?? only} />,
    colours: <Colours layer={layer} />,
  }[view];
});
