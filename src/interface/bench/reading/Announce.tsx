'use client';
// Says a change of the verdict to those who do not see it: once it has come to rest, and not each number on the way.
import { VisuallyHidden } from '@mantine/core';
import { useEffect, useState } from 'react';
import { VERDICT_WORD } from '../../shared/VerdictMark';
import { currentSlide, shownReading, useBench } from '../state/store';

/** How long a verdict must have stood, ms. */
const REST = 700;

export function Announce() {
  const said = useBench((s) => {
    const r = shownReading(s),
      layer = r && currentSlide(s).layers.find((l) => l.id === r.layer);
    return r?.verdict && layer ? `${layer.id}:${r.verdict}` : '';
  });
  const [words, setWords] = useState('');
  useEffect(() => {
    if (!said) return;
    const timer = setTimeout(() => {
      const s = useBench.getState(),
        r = shownReading(s),
        layer = r && currentSlide(s).layers.find((l) => l.id === r.layer);
      if (!r?.verdict || !layer || r.ratio === null) return;
      setWords(`${layer.name}: ${VERDICT_WORD[r.verdict]}, ${r.ratio.toFixed(1)} of ${r.needed.toFixed(1)}`);
    }, REST);
    return () => clearTimeout(timer);
  }, [said]);
  return (
    <VisuallyHidden role="status" aria-live="polite" data-announced>
      {words}
    </VisuallyHidden>
  );
}
