'use client';
// The reading, always on top of the right column in one row: mark, number, verdict, need, gauge, and the big button.
// Chart, ways through, places and inks unfold below it when asked, and stay so.
import { Text, Tooltip } from '@mantine/core';
import { IconAlertTriangle } from '@tabler/icons-react';
import { memo, useId } from 'react';
import { isText } from '../../../core/kinds/layers';
import type { Reading } from '../../../core/reading/read';
import type { MarkFlag } from '../../../core/reading/read-mark';
import { oneLine } from '../../../core/values/plain';
import { flagWord } from '../../shared/flags';
import { Term } from '../../shared/Term';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { SAYS } from '../../shared/words';
import { SEEN_AS } from '../state/eyes';
import { type ReadingPart, usePanels } from '../state/panels';
import { derived } from '../state/derived';
import { type BenchState, currentSlide, select, shownReading, useBench } from '../state/store';
import { JustEnough } from './JustEnough';
import { Overview } from './Overview';
import css from './ReadingPanel.module.css';
import { Remedies } from './Remedies';

/** Why so much is needed, in words. */
function reason(r: Reading): string {
  const size = `It is seen ${r.shownPx >= 100 ? r.shownPx.toFixed(0) : r.shownPx.toFixed(1)} px tall`;
  if (r.needed - r.base < 0.05) return `${size}, over calm ground: it needs ${r.needed.toFixed(1)}`;
  return `${size}, over busy ground: it needs ${r.needed.toFixed(1)} instead of ${r.base}`;
}

/** Position on the gauge: logarithmic, as contrast is seen; 1 to 21. */
const onGauge = (ratio: number): number => (100 * Math.log(Math.min(21, Math.max(1, ratio)))) / Math.log(21);

const shownRatio = (ratio: number | null): string =>
  ratio === null ? '–' : ratio >= 10 ? ratio.toFixed(1) : ratio.toFixed(2);

const PARTS: { part: ReadingPart; label: string; says: string }[] = [
  { part: 'strength', label: 'Chart', says: SAYS.chart },
  { part: 'ways', label: 'Ways through', says: SAYS.ways },
  { part: 'spots', label: 'Places', says: SAYS.places },
  { part: 'colours', label: 'Inks', says: SAYS.inks },
];

/** What is flagged besides. The same words come with many readings. */
const Warnings = memo(function Warnings({ words }: { words: string }) {
  return (
    <Tooltip label={words}>
      <span className={css.flags} role="img" aria-label={words} tabIndex={0}>
        <IconAlertTriangle size={16} />
      </span>
    </Tooltip>
  );
});

/** The weakest letter's number, by itself: it is another one in every frame while something moves. */
function Ratio() {
  const ratio = useBench((s) => shownRatio(shownReading(s)?.ratio ?? null));
  return (
    <span className={css.number} data-testid="ratio">
      {ratio}
    </span>
  );
}

function Needed() {
  return useBench((s) => `of ${shownReading(s)?.needed.toFixed(1) ?? '–'}`);
}
const NEEDED = <Needed />;

/** Where the number lies between 1 and 21, and what is needed. Both are only painted: nothing is laid out for them. */
function Gauge() {
  const ratio = useBench((s) => shownReading(s)?.ratio ?? null),
    needed = useBench((s) => shownReading(s)?.needed ?? 1);
  return (
    <div
      className={css.gauge}
      role="meter"
      aria-label="Contrast of the weakest letter"
      aria-valuemin={1}
      aria-valuemax={21}
      aria-valuenow={ratio ?? 1}
      aria-valuetext={`${shownRatio(ratio)} of ${needed.toFixed(1)}`}
      style={{ '--ratio': `${onGauge(ratio ?? 1)}%`, '--needed': `${onGauge(needed)}%` } as React.CSSProperties}
    />
  );
}

const nameShown = derived(
  (s: Pick<BenchState, 'readings' | 'selection' | 'piece' | 'slideId'>) =>
    [shownReading(s)?.layer, currentSlide(s).layers] as const,
  (id, layers) => {
    const l = layers.find((x) => x.id === id);
    return isText(l) ? oneLine(l.text) : '';
  },
);

/** The reading that is shown, and what is said where there is none. */
export function ReadingTop() {
  const layer = useBench((s) => shownReading(s)?.layer ?? null);
  const verdict = useBench((s) => shownReading(s)?.verdict ?? null);
  const measurable = useBench((s) => (shownReading(s)?.ratio ?? null) !== null);
  const warnings = useBench((s) => {
    const r = shownReading(s);
    return r?.flags.length ? r.flags.map((f) => flagWord(f, r)).join('. ') : '';
  });
  const texts = useBench((s) => s.readings.length);
  const unmeasured = useBench((s) => s.unmeasured);
  const waiting = useBench((s) => currentSlide(s).layers.some((l) => isText(l) && l.visible));
  const seenAs = useBench((s) => SEEN_AS[s.view]);
  const name = useBench(nameShown);
  const selected = useBench((s) => s.selection.length === 1 && s.selection[0] === shownReading(s)?.layer);

  if (layer === null)
    return (
      <div className={css.top}>
        <Text fz="sm" c="dimmed" py={6}>
          {unmeasured
            ? `Not measured. ${unmeasured}. Smaller type, or a smaller size of the piece, can be measured.`
            : waiting
              ? 'Measuring'
              : 'No text yet. Add one under Message, and its reading appears here.'}
        </Text>
      </div>
    );
  return (
    <div className={css.top} data-verdict={verdict ?? 'none'}>
      <div className={css.row}>
        <VerdictMark verdict={verdict} size={24} />
        <Ratio />
        <div className={css.verdict}>
          <strong data-testid="verdict">{verdict ? VERDICT_WORD[verdict] : 'Not measured'}</strong>
          <Term says={SAYS.needs}>{NEEDED}</Term>
        </div>
        <div className={css.whose}>
          <button
            type="button"
            className={css.which}
            onClick={() => select([layer])}
            disabled={selected}
            title={selected ? name : `Select: ${name}`}
          >
            {seenAs ? `${seenAs[0].toUpperCase()}${seenAs.slice(1)}. ` : ''}
            {selected ? '' : texts > 1 ? `Weakest of ${texts}: ` : ''}
            <bdi>{name || 'empty'}</bdi>
          </button>
          <Gauge />
        </div>
        {warnings && <Warnings words={warnings} />}
        <Overview />
      </div>
      <JustEnough measurable={measurable} />
    </div>
  );
}

const MARK_WORD: Record<MarkFlag, string> = {
  unseen: 'it cannot be seen',
  outside: 'it reaches outside the slide',
  'keep-clear': 'it lies in a keep-clear zone',
};

/** Of a selected logo or picture: how its outline is told from what lies behind it. */
function MarkLine() {
  const mark = useBench((s) =>
    s.selection.length === 1 ? s.marks.find((m) => m.layer === s.selection[0]) : undefined,
  );
  if (!mark || mark.ratio === null) return null;
  return (
    <p className={css.mark} data-mark={mark.verdict ?? 'none'}>
      <VerdictMark verdict={mark.verdict} />
      <span>
        Its outline reads {shownRatio(mark.ratio)} of {mark.needed.toFixed(1)}
        {mark.flags.map((f) => `; ${MARK_WORD[f]}`).join('')}.
        {mark.verdict !== 'clear' && ' A plate behind it, a shadow or another ground makes it stand out.'}
      </span>
    </p>
  );
}

/** What unfolds which part. They are left alone while readings come with every frame. */
const PartButtons = memo(function PartButtons({ open, panel }: { open: ReadingPart | null; panel: string }) {
  return (
    <div className={css.parts} role="group" aria-label="What can be done" data-solving>
      {PARTS.map(({ part, label, says }) => (
        <Tooltip key={part} label={says} openDelay={400}>
          <button
            type="button"
            aria-expanded={open === part}
            aria-controls={open === part ? panel : undefined}
            onClick={() => usePanels.setState({ reading: open === part ? null : part })}
          >
            {label}
          </button>
        </Tooltip>
      ))}
    </div>
  );
});

/** Chart, ways through, places and inks: what unfolds when it is asked for. */
export function ReadingParts() {
  const layer = useBench((s) => shownReading(s)?.layer ?? null);
  const selected = useBench((s) => s.selection.length === 1 && s.selection[0] === shownReading(s)?.layer);
  const open = usePanels((s) => s.reading);
  const panel = useId();
  if (layer === null) return null;
  return (
    <div className={css.belowTop}>
      <PartButtons open={open} panel={panel} />
      {open && (
        <div className={css.unfolded} id={panel} data-solving>
          {open === 'strength' && <Why />}
          <Remedies view={open} layer={selected ? layer : null} />
        </div>
      )}
    </div>
  );
}

/** What is weakest, and why so much is needed. */
function Why() {
  const reading = useBench(shownReading);
  if (!reading) return null;
  return (
    <>
      <p className={css.words}>
        {reading.weakestWord && (
          <>
            Weakest word <q dir="auto">{reading.weakestWord}</q>.{' '}
          </>
        )}
        {reading.ratio !== null && <>{Math.round(reading.share * 100)} % of its letters are Clear. </>}
        <span>{reason(reading)}.</span>
      </p>
      {reading.flags.map((f) => (
        <div key={f} className={css.flag}>
          <IconAlertTriangle size={14} /> {flagWord(f, reading)}
        </div>
      ))}
    </>
  );
}

export function ReadingPanel() {
  return (
    <section className={css.panel} aria-label="Reading">
      <ReadingTop />
      <MarkLine />
      <ReadingParts />
    </section>
  );
}
