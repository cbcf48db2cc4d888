'use client';
// The strength chart of what Just enough works on, for whom it counts, and which of its properties is solved.
import { SegmentedControl } from '@mantine/core';
import { lazy, memo, Suspense, useEffect, useState } from 'react';
import { strengthsOf } from '../../../core/kinds/strengths';
import { isOfText } from '../../../core/piece/treatments';
import { applyWay } from '../../../core/remedy/way';
import { latest, readingWorker } from '../../../workers/clients';
import type { StrengthCurve } from '../../../workers/reading/solving';
import { asking } from '../../shared/asking';
import { type Scope, useChosen } from '../commands/chosen-treatment';
import { hardestNow } from '../measuring/measuring';
import { applyToSlide } from '../measuring/ways';
import { settle, shownOf, useBench, wholeShown } from '../state/store';
import css from './Remedies.module.css';
import { applyStrength, useAsked, useBestWay } from './treatment-ask';

const StrengthChart = lazy(() => import('./StrengthChart'));
const askChart = latest((...args: Parameters<ReturnType<typeof readingWorker>['chart']>) =>
  readingWorker().chart(...args),
);

export const Strength = memo(function Strength() {
  const asked = useAsked();
  const { treatment, piece, slideId, ask, scope, scopes, whom, possible, best } = asked,
    { property, present, kind, colour } = treatment;
  const sizeId = useBench((s) => s.sizeId);
  const [chart, setChart] = useState<StrengthCurve | null>(null);
  // The chart of the best way is that of its layer as if it lay there already.
  const known = useBestWay(),
    way = best ? known : null;
  const laid = way?.add.length === 1 && way.kinds.length === 1 ? way : null;
  const charted = laid !== null || (!best && possible);

  useEffect(() => {
    if (!charted) return setChart(null);
    // Everything but the strength itself counts; a slider that moves leaves the chart as it is.
    const shown = laid ? applyWay(piece, slideId, laid, () => 'seen') : piece,
      at = { piece: shown, slideId, sizeId, preview: null };
    const about = laid
      ? {
          overlay: 'seen',
          kind: laid.add[0].kind as typeof kind,
          property: strengthsOf(laid.add[0])[0],
          texts: ask.texts,
          everySlide: false,
        }
      : ask;
    const scene = about.everySlide ? wholeShown(at) : shownOf(at);
    return asking(askChart(scene, { ...about, hardest: hardestNow() }), setChart);
  }, [piece, slideId, sizeId, ask, charted, laid]);

  const decides = piece.slides.findIndex((s) => s.id === chart?.decides) + 1,
    deciding = scope === 'all' && decides > 0 ? `; slide ${decides} decides` : '';
  const apply = (s: number): void => {
    if (!laid) return applyStrength(asked, s, colour, 'Strength', 'strength');
    const [added] = applyToSlide({ ...laid, add: laid.add.map((l) => ({ ...l, opacity: s })) }, 'Strength', 'strength');
    useChosen.setState({ what: { layer: added } });
  };
  return (
    <div className={css.solve}>
      {scopes.length > 1 && (
        <SegmentedControl
          fullWidth
          aria-label="For whom"
          value={scope}
          onChange={(v) => useChosen.setState({ scope: v as Scope })}
          data={scopes.map((s) => ({
            value: s,
            label: { text: 'This text', slide: 'All of the slide', all: `All ${piece.slides.length} slides` }[s],
          }))}
        />
      )}
      {!best && treatment.properties.length > 1 && (
        <SegmentedControl
          fullWidth
          mt={6}
          aria-label="What is solved"
          value={property}
          onChange={(v) => useChosen.setState({ property: v as typeof property })}
          data={[
            { value: 'opacity', label: 'Its opacity' },
            { value: 'reach', label: 'How far it reaches' },
          ]}
        />
      )}
      <p className={css.note}>
        {best && !laid
          ? way
            ? `The best way is ${way.name.toLowerCase()}, which has no one strength to choose.`
            : 'The best way is solved when nothing moves; its strengths appear here.'
          : !possible
            ? isOfText(kind)
              ? 'There is no text on the slide.'
              : 'There is no photo in the backdrop.'
            : chart
              ? chart.points.length === 0
                ? 'No letters to measure.'
                : chart.enough === null
                  ? `Not enough even at 100 %${deciding}.`
                  : chart.enough === 0
                    ? 'None of it is needed.'
                    : `At ${chart.enough} % opacity ${whom} is Clear${deciding}.`
              : 'Measuring'}
      </p>
      {chart && charted && chart.points.length > 0 && (
        <Suspense fallback={<div style={{ height: 126 }} />}>
          <StrengthChart
            points={chart.points}
            enough={chart.enough}
            present={laid ? 0 : present}
            onChange={apply}
            onSettle={settle}
          />
        </Suspense>
      )}
    </div>
  );
});
