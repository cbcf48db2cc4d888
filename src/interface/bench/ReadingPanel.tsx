'use client';
// The reading, always on top of the right column: number, verdict, weakest word, gauge; Just enough and the strength chart.
import { Button, Group, SegmentedControl, Text, Tooltip } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconAlertTriangle, IconWand } from '@tabler/icons-react';
import { lazy, memo, Suspense, useEffect, useMemo, useState } from 'react';
import { addLayer, changeLayers } from '../../core/piece/edits';
import { makeTint } from '../../core/piece/make';
import type { Flag, Reading } from '../../core/reading/read';
import { isTreatment, setColour, setStrength, strengthOf, type StrengthPoint } from '../../core/remedy/strength';
import { nanoid } from 'nanoid';
import { latest, readingWorker } from '../../workers/clients';
import { inWords } from '../shared/api';
import { VERDICT_WORD, VerdictMark } from '../shared/VerdictMark';
import { usePanelPiece } from './panel-piece';
import css from './ReadingPanel.module.css';
import { currentSlide, edit, sceneOf, select, settle, shownReading, useBench } from './store';
import { useProperty, useTreatment } from './treatment';

const StrengthChart = lazy(() => import('./StrengthChart'));
const askChart = latest((...args: Parameters<ReturnType<typeof readingWorker>['chart']>) => readingWorker().chart(...args));

const FLAG_WORD: Record<Flag, string> = {
  'too-small': 'Shown smaller than 11 px',
  unseen: 'Cannot be seen: ink and backdrop are alike',
  covered: 'Covered by a layer above',
  outside: 'Reaches outside the slide',
  'keep-clear': 'Lies in a keep-clear zone',
  overflow: 'More text than the frame holds',
  'missing-letters': 'No font has some of its letters',
  'missing-font': 'One of its fonts is not here and is replaced',
  empty: 'No letters to measure',
};

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
  const name = useBench((s) => {
    const r = shownReading(s), l = r && currentSlide(s).layers.find((x) => x.id === r.layer);
    return l?.kind === 'text' ? l.text.replace(/\s+/g, ' ').trim() : '';
  });
  const selected = useBench((s) => s.selection.length === 1 && s.selection[0] === shownReading(s)?.layer);

  if (!reading)
    return (
      <section className={css.panel} aria-label="Reading">
        <Text fz="sm" c="dimmed" py="sm">
          {texts ? 'Measuring' : 'No text yet. Add one under Message, and its reading appears here.'}
        </Text>
      </section>
    );
  const { verdict, ratio, needed } = reading;
  return (
    <section className={css.panel} aria-label="Reading" data-verdict={verdict ?? 'none'}>
      <button type="button" className={css.which} onClick={() => select([reading.layer])} disabled={selected} title={selected ? undefined : 'Select this text'}>
        {selected ? 'Selected text' : texts > 1 ? `Weakest of ${texts} texts` : 'Text'}: <b>{name || 'empty'}</b>
      </button>
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
      <div className={css.gauge} role="meter" aria-label="Contrast of the weakest letter" aria-valuemin={1} aria-valuemax={21} aria-valuenow={ratio ?? 1}>
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
      <Solve layer={selected ? reading.layer : null} measurable={reading.ratio !== null} />
    </section>
  );
}

const Solve = memo(function Solve({ layer, measurable }: { layer: string | null; measurable: boolean }) {
  const treatment = useTreatment();
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const [chart, setChart] = useState<{ points: StrengthPoint[]; enough: number | null } | null>(null);
  const [solving, setSolving] = useState(false);
  // The controls of a photo or a fill need the room; the number above stays.
  const charted = useBench((s) => {
    const one = s.selection.length === 1 ? currentSlide(s).layers.find((l) => l.id === s.selection[0]) : undefined;
    return !one || one.kind === 'text' || isTreatment(one);
  });
  const overlay = treatment.overlay?.id ?? null;
  const { colour, property } = treatment;
  const kind = treatment.overlay?.kind ?? 'tint';
  const present = strengthOf(treatment.overlay ?? undefined, property);
  const texts = useMemo(() => (layer === null ? undefined : [layer]), [layer]);

  useEffect(() => {
    let on = true;
    // Everything but the strength itself counts; a slider that moves leaves the chart as it is.
    void askChart(sceneOf({ piece, slideId, sizeId, preview: null }), { overlay, kind, property, texts, ...(overlay === null ? { colour } : {}) })
      .then((c) => on && c && setChart(c))
      .catch((e: unknown) => console.error(e));
    return () => {
      on = false;
    };
  }, [piece, slideId, sizeId, overlay, kind, property, colour, texts]);

  const apply = (strength: number, hex: string, label: string, merge: string | null = null): void => {
    if (overlay)
      edit(
        label,
        (p) =>
          changeLayers(p, slideId, [overlay], (l) => {
            setStrength(l, property, strength);
            if (hex !== colour) setColour(l, hex);
          }),
        merge,
      );
    else edit(label, (p) => addLayer(p, slideId, makeTint(nanoid(10), hex, strength, p.sizes[0])), merge);
  };

  const solve = async (hex: string): Promise<void> => {
    setSolving(true);
    try {
      const s = useBench.getState();
      const found = await readingWorker().solve(sceneOf({ ...s, preview: null }), { overlay, kind, property, texts, ...(overlay === null || hex !== colour ? { colour: hex } : {}) });
      if (useBench.getState().piece !== s.piece) {
        notifications.show({ message: 'The slide changed while solving. Press Just enough again.', autoClose: 4000 });
        return;
      }
      if (found.strength !== null) {
        apply(found.strength / 100, hex, 'Just enough');
        return;
      }
      const id = nanoid(6);
      notifications.show({
        id,
        color: 'amber',
        autoClose: 12000,
        title: property === 'reach' ? 'Cannot be reached however far it goes' : found.instead ? 'Cannot be reached with this colour' : `Cannot be reached by this ${kind}`,
        message: found.instead ? (
          <Group gap="xs" mt={4}>
            <Button
              size="compact-xs"
              onClick={() => {
                notifications.hide(id);
                if (overlay) edit('Colour', (p) => changeLayers(p, slideId, [overlay], (l) => setColour(l, found.instead!)));
                void solve(found.instead!);
              }}
            >
              Use {found.instead === '#ffffff' ? 'white' : 'black'} instead
            </Button>
          </Group>
        ) : (
          { tint: 'No tint makes this text Clear as it is. Another text colour or place would.', fade: property === 'reach' ? 'Make it stronger first, then solve its reach.' : 'It does not cover every letter strongly enough: let it reach further, or solve its reach instead.', pool: 'It does not lie behind every letter: make it larger, or check the texts it follows.', plate: 'It does not lie behind every letter: check the texts it follows.' }[kind]
        ),
      });
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    } finally {
      setSolving(false);
    }
  };

  return (
    <div className={css.solve}>
      <Group gap={8} wrap="nowrap" align="center">
        <Tooltip label={`The least ${property === 'reach' ? 'reach of the fade' : kind} at which ${layer === null ? 'every text of the slide' : 'this text'} is Clear, confirmed on the picture at full size`}>
          <Button size="sm" data-just-enough leftSection={<IconWand size={16} />} loading={solving} disabled={!measurable} onClick={() => void solve(colour)} style={{ flex: 'none' }}>
            Just enough
          </Button>
        </Tooltip>
        <span className={css.tint}>
          <i style={{ background: colour }} />
          {treatment.overlay ? treatment.overlay.name : 'New tint'}
          {chart ? (chart.enough === null ? ', not enough at 100 %' : `, ${chart.enough} % is enough`) : ''}
        </span>
      </Group>
      {treatment.properties.length > 1 && (
        <SegmentedControl
          mt={6}
          aria-label="What is solved"
          value={property}
          onChange={(v) => useProperty.setState({ property: v as typeof property })}
          data={[
            { value: 'opacity', label: 'Its opacity' },
            { value: 'reach', label: 'How far it reaches' },
          ]}
        />
      )}
      {chart && charted && chart.points.length > 0 && (
        <Suspense fallback={<div style={{ height: 148 }} />}>
          <StrengthChart points={chart.points} enough={chart.enough} present={present} onChange={(s) => apply(s, colour, 'Strength', overlay ? `strength:${overlay}` : null)} onSettle={settle} />
        </Suspense>
      )}
    </div>
  );
});
