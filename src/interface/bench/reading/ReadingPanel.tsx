'use client';
// The reading, always on top of the right column: number, verdict, weakest word, gauge; below it what can be done.
import { Text } from '@mantine/core';
import { IconAlertTriangle } from '@tabler/icons-react';
import { isText } from '../../../core/kinds/layers';
import type { Reading } from '../../../core/reading/read';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { SEEN_AS } from '../state/eyes';
import { currentSlide, select, shownReading, useBench } from '../state/store';
import { FLAG_WORD } from './flags';
import { Overview } from './Overview';
import css from './ReadingPanel.module.css';
import { Remedies } from './Remedies';

/** Why so much is needed, in words. */
function reason(r: Reading): string {
  const size = `shown ${r.shownPx >= 100 ? r.shownPx.toFixed(0) : r.shownPx.toFixed(1)} px`;
  if (r.needed - r.base < 0.05) return `${size}, calm behind the text`;
  return `busy behind the text: needs ${r.needed.toFixed(1)} instead of ${r.base}; ${size}`;
}

/** Position on the gauge: logarithmic, as contrast is seen; 1 to 21. */
const onGauge = (ratio: number): number => (100 * Math.log(Math.min(21, Math.max(1, ratio)))) / Math.log(21);

export function ReadingPanel() {
  const reading = useBench(shownReading);
  const texts = useBench((s) => s.readings.length);
  const unmeasured = useBench((s) => s.unmeasured);
  const waiting = useBench((s) => currentSlide(s).layers.some((l) => isText(l) && l.visible));
  const seenAs = useBench((s) => SEEN_AS[s.view]);
  const name = useBench((s) => {
    const r = shownReading(s),
      l = r && currentSlide(s).layers.find((x) => x.id === r.layer);
    return isText(l) ? l.text.replace(/\s+/g, ' ').trim() : '';
  });
  const selected = useBench((s) => s.selection.length === 1 && s.selection[0] === shownReading(s)?.layer);

  if (!reading)
    return (
      <section className={css.panel} aria-label="Reading">
        <Text fz="sm" c="dimmed" py="sm">
          {unmeasured
            ? `Not measured. ${unmeasured}. Smaller type, or a smaller size of the piece, can be measured.`
            : waiting
              ? 'Measuring'
              : 'No text yet. Add one under Message, and its reading appears here.'}
        </Text>
      </section>
    );
  const { verdict, ratio, needed } = reading;
  return (
    <section className={css.panel} aria-label="Reading" data-verdict={verdict ?? 'none'}>
      <div className={css.top}>
        <button
          type="button"
          className={css.which}
          onClick={() => select([reading.layer])}
          disabled={selected}
          title={selected ? undefined : 'Select this text'}
        >
          {seenAs ? `Read ${seenAs}. ` : ''}
          {selected ? 'Selected text' : texts > 1 ? `Weakest of ${texts} texts` : 'Text'}: <b>{name || 'empty'}</b>
        </button>
        <Overview />
      </div>
      <div className={css.head}>
        <VerdictMark verdict={verdict} size={30} />
        <span className={css.number} data-testid="ratio">
          {ratio === null ? '–' : ratio >= 10 ? ratio.toFixed(1) : ratio.toFixed(2)}
        </span>
        <div>
          <strong data-testid="verdict">{verdict ? VERDICT_WORD[verdict] : 'Not measured'}</strong>
          <span>needs {needed.toFixed(1)}</span>
        </div>
      </div>
      <div
        className={css.gauge}
        role="meter"
        aria-label="Contrast of the weakest letter"
        aria-valuemin={1}
        aria-valuemax={21}
        aria-valuenow={ratio ?? 1}
      >
        <i style={{ width: `${onGauge(ratio ?? 1)}%` }} />
        <b style={{ left: `${onGauge(needed)}%` }} />
      </div>
      <p className={css.words}>
        {reading.weakestWord && (
          <>
            Weakest word <q>{reading.weakestWord}</q>.{' '}
          </>
        )}
        {ratio !== null && <>{Math.round(reading.share * 100)} % of letters Clear. </>}
        <span>{reason(reading)[0].toUpperCase() + reason(reading).slice(1)}.</span>
      </p>
      {reading.flags.map((f) => (
        <div key={f} className={css.flag}>
          <IconAlertTriangle size={14} /> {FLAG_WORD[f]}
        </div>
      ))}
      <Remedies layer={selected ? reading.layer : null} measurable={reading.ratio !== null} />
    </section>
  );
}
