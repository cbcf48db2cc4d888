'use client';
// The tone of a photo: parts switched on and off one by one, each keeping its values; the histogram before and after,
// of the photo or of what lies under the text.
import { Button, Group, RangeSlider, SegmentedControl, SimpleGrid, Switch, Text } from '@mantine/core';
import { useEffect, useState } from 'react';
import type { PhotoLayer } from '../../../core/kinds/photo';
import { contrastLeft, type Histogram } from '../../../core/photo/tone';
import { PLAIN_TONE } from '../../../core/values/plain';
import type { Tone } from '../../../core/values/tone';
import { latest, readingWorker } from '../../../workers/clients';
import type { Histograms } from '../../../workers/reading/readings';
import { asking } from '../../shared/asking';
import { NumberField } from '../../shared/NumberField';
import { follow } from '../commands/drag';
import { keepTone, setHouseTone } from '../commands/house';
import { change } from '../commands/layers';
import { useLengthScale } from '../commands/setter';
import { useHouse } from '../keeping/house';
import { usePanelPiece } from '../state/panel-piece';
import { settle, shownOf, shownReading, useBench } from '../state/store';
import { Amount, byRoot, dragging } from './Amount';
import { ColourField } from './ColourField';
import css from './Controls.module.css';
import { CurveEditor, Profile } from './CurveEditor';
import { Fold } from './Folds';

const ask = latest((...args: Parameters<ReturnType<typeof readingWorker>['histograms']>) =>
  readingWorker().histograms(...args),
);

/** Histograms of a photo, asked again when the piece changes. */
function useHistograms(photo: string): Histograms | null {
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const text = useBench((s) => shownReading(s)?.layer ?? null);
  const [known, setKnown] = useState<Histograms | null>(null);
  useEffect(() => {
    return asking(ask(shownOf({ piece, slideId, sizeId, preview: null }), photo, text), setKnown);
  }, [piece, slideId, sizeId, photo, text]);
  return known;
}

type Part = keyof Tone;
const NAMES: Record<Part, string> = {
  levels: 'Output levels',
  light: 'Light',
  curve: 'Curve',
  saturation: 'Saturation',
  grey: 'Greyscale',
  duotone: 'Duotone',
  blur: 'Blur',
};

export function ToneFold({ layer }: { layer: PhotoLayer }) {
  const { tone } = layer;
  const on = (Object.keys(NAMES) as Part[]).filter((p) => tone[p].on);
  return (
    <Fold name="tone" title="Tone" now={on.length > 0 && on.map((p) => NAMES[p].toLowerCase()).join(', ')}>
      <HouseTone layer={layer} tuned={on.length > 0} />
      <Parts layer={layer} />
    </Fold>
  );
}

/** The tone of the house, where it has one; where it has none, this one can become it. */
function HouseTone({ layer, tuned }: { layer: PhotoLayer; tuned: boolean }) {
  const loaded = useHouse((s) => s.loaded);
  const there = useHouse((s) => s.style.tone !== null);
  const [keeping, setKeeping] = useState(false);
  if (!there && !layer.houseTone)
    return loaded && tuned ? (
      <Button
        size="compact-xs"
        variant="default"
        mb={8}
        loading={keeping}
        title="Other photos of the campaign can take it then, and follow it"
        onClick={() => {
          setKeeping(true);
          void keepTone(layer).finally(() => setKeeping(false));
        }}
      >
        Keep as the tone of the house
      </Button>
    ) : null;
  return (
    <Switch
      size="xs"
      mb={8}
      label="The tone of the house"
      checked={layer.houseTone === true}
      onChange={(e) => setHouseTone(layer.id, e.currentTarget.checked)}
    />
  );
}

/** Drags both ends of the output levels together. */
function dragBoth(
  e: React.PointerEvent<HTMLElement>,
  { black, white }: Pick<Tone['levels'], 'black' | 'white'>,
  set: (next: { black: number; white: number }) => void,
): void {
  if (e.button !== 0) return;
  e.preventDefault();
  const width = e.currentTarget.parentElement!.getBoundingClientRect().width,
    low = Math.min(black, white),
    high = Math.max(black, white);
  follow(e, {
    move: (dx) => {
      const by = Math.min(255 - high, Math.max(-low, Math.round((dx / width) * 255)));
      dragging.begin();
      set({ black: black + by, white: white + by });
    },
    end: dragging.end,
    cancel: () => {
      set({ black, white });
      dragging.end();
    },
  });
}

function Parts({ layer }: { layer: PhotoLayer }) {
  const { tone } = layer,
    k = useLengthScale();
  const histograms = useHistograms(layer.id);
  const [of, setOf] = useState<'photo' | 'text'>('photo');
  const shown = (of === 'text' && histograms?.text) || histograms?.photo || null;
  const set = <P extends Part>(part: P, values: Partial<Tone[P]>, merge = true): void =>
    change<PhotoLayer>(
      NAMES[part],
      [layer.id],
      (l) => void (l.tone = { ...l.tone, [part]: { ...l.tone[part], ...values } }),
      merge ? `tone:${part}:${layer.id}` : null,
    );
  const part = (name: Part, controls: React.ReactNode) => (
    <div className={css.part} data-tone={name}>
      <Switch
        size="xs"
        label={NAMES[name]}
        checked={tone[name].on}
        onChange={(e) => set(name, { on: e.currentTarget.checked } as Partial<Tone[Part]>, false)}
      />
      {tone[name].on && <div className={css.partControls}>{controls}</div>}
    </div>
  );
  const { levels } = tone;
  const left = contrastLeft(levels);
  return (
    <>
      <Group justify="space-between" wrap="nowrap" mb={4}>
        <SegmentedControl
          aria-label="Histogram of"
          value={of}
          onChange={(v) => setOf(v as 'photo' | 'text')}
          data={[
            { value: 'photo', label: 'Photo' },
            { value: 'text', label: 'Under the text', disabled: !histograms?.text },
          ]}
        />
        <Text fz="xs" c="dimmed">
          before, <b>after</b>
        </Text>
      </Group>
      <HistogramView before={shown?.before ?? null} after={shown?.after ?? null} />
      {part(
        'levels',
        <>
          <Profile from={levels.black / 255} to={levels.white / 255} />
          <div className={css.levels}>
            <RangeSlider
              min={0}
              max={255}
              minRange={0}
              size={3}
              thumbSize={14}
              label={null}
              color="plavo"
              thumbFromLabel="Black becomes"
              thumbToLabel="White becomes"
              value={[Math.min(levels.black, levels.white), Math.max(levels.black, levels.white)]}
              onChange={([black, white]) => {
                dragging.begin();
                set('levels', levels.black <= levels.white ? { black, white } : { black: white, white: black });
              }}
              onChangeEnd={dragging.end}
            />
            <div
              className={css.between}
              data-both-levels
              title="Drag to move both: the slope stays"
              style={{
                left: `${(Math.min(levels.black, levels.white) / 255) * 100}%`,
                right: `${100 - (Math.max(levels.black, levels.white) / 255) * 100}%`,
              }}
              onPointerDown={(e) => dragBoth(e, levels, (next) => set('levels', next))}
            />
          </div>
          <SimpleGrid cols={2} spacing={6}>
            <NumberField
              label="Black becomes"
              value={levels.black}
              min={0}
              max={255}
              onChange={(black) => set('levels', { black })}
              onSettle={settle}
            />
            <NumberField
              label="White becomes"
              value={levels.white}
              min={0}
              max={255}
              onChange={(white) => set('levels', { white })}
              onSettle={settle}
            />
          </SimpleGrid>
          <Text fz="xs" c="dimmed">
            {left < 0 ? 'A negative; ' : ''}
            {Math.round(Math.abs(left) * 100)} % of the contrast is left.
          </Text>
        </>,
      )}
      {part(
        'light',
        <>
          <Amount
            label="Brightness"
            value={tone.light.brightness}
            min={-100}
            max={100}
            suffix=""
            onChange={(brightness) => set('light', { brightness })}
          />
          <Amount
            label="Contrast"
            value={tone.light.contrast}
            min={-100}
            max={100}
            suffix=""
            onChange={(contrast) => set('light', { contrast })}
          />
        </>,
      )}
      {part(
        'curve',
        <CurveEditor
          curve={tone.curve}
          histogram={histograms?.photo.before ?? null}
          onChange={(values, merge) => set('curve', values, merge)}
        />,
      )}
      {part(
        'saturation',
        <Amount
          label="Saturation"
          value={tone.saturation.amount}
          min={-100}
          max={100}
          suffix=""
          onChange={(amount) => set('saturation', { amount })}
        />,
      )}
      {part(
        'grey',
        (['red', 'green', 'blue'] as const).map((c) => (
          <Amount
            key={c}
            label={`${c[0].toUpperCase()}${c.slice(1)}`}
            value={Math.round(tone.grey[c] * 100)}
            onChange={(v) => set('grey', { [c]: v / 100 })}
          />
        )),
      )}
      {part(
        'duotone',
        <>
          <ColourField label="Dark parts" value={tone.duotone.dark} onChange={(dark) => set('duotone', { dark })} />
          <ColourField label="Light parts" value={tone.duotone.light} onChange={(light) => set('duotone', { light })} />
        </>,
      )}
      {part(
        'blur',
        <Amount
          label="Radius"
          value={Math.round(tone.blur.radius * 10) / 10}
          max={200}
          step={0.1}
          decimals={1}
          suffix=" px"
          scale={byRoot(200)}
          onChange={(v) => set('blur', { radius: v / k })}
        />,
      )}
      <Button
        size="compact-xs"
        variant="subtle"
        mt={4}
        disabled={JSON.stringify(tone) === JSON.stringify(PLAIN_TONE)}
        onClick={() => change<PhotoLayer>('Reset tone', [layer.id], (l) => void (l.tone = PLAIN_TONE))}
      >
        Reset the tone
      </Button>
    </>
  );
}

const W = 256;
const H = 56;
/** Outline of a histogram by luma; the height is the root, so that rare values show. */
function outline(h: Histogram): string {
  const bins = Array.from(
    { length: 64 },
    (_, i) => h.luma[i * 4] + h.luma[i * 4 + 1] + h.luma[i * 4 + 2] + h.luma[i * 4 + 3],
  );
  const most = Math.max(1, ...bins);
  return `M0 ${H} ${bins.map((n, i) => `L${i * 4} ${(H - Math.sqrt(n / most) * (H - 3)).toFixed(1)} L${i * 4 + 4} ${(H - Math.sqrt(n / most) * (H - 3)).toFixed(1)}`).join(' ')} L${W} ${H} Z`;
}

function HistogramView({ before, after }: { before: Histogram | null; after: Histogram | null }) {
  return (
    <svg
      viewBox={`0 0 ${W} ${H}`}
      className={css.histogram}
      preserveAspectRatio="none"
      role="img"
      aria-label="Histogram before and after"
      data-histogram={after ? after.count : 0}
    >
      {before && <path d={outline(before)} fill="var(--quiet)" fillOpacity={0.25} />}
      {after && (
        <path
          d={outline(after)}
          fill="none"
          stroke="var(--accent)"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
      )}
    </svg>
  );
}
