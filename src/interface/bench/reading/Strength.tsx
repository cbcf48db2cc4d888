'use client';
// One treatment, its strength: which one, for whom, Just enough, and the strength chart.
import { Button, Group, SegmentedControl, Select, Tooltip } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import { IconWand } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { lazy, memo, Suspense, useEffect, useMemo, useState } from 'react';
import { isText } from '../../../core/kinds/layers';
import { changeLayers } from '../../../core/piece/edits';
import { isBackdropPhoto, slideOf } from '../../../core/piece/resolve';
import {
  hasColour,
  isLaid,
  isOfText,
  isTreatment,
  type LaidKind,
  setColour,
  type TreatmentKind,
} from '../../../core/piece/treatments';
import type { StrengthPoint } from '../../../core/remedy/strength';
import { type TreatmentAsk, withTreatmentAt } from '../../../core/remedy/begin-treatment';
import { latest, readingWorker } from '../../../workers/clients';
import { inWords } from '../../shared/api';
import { asking } from '../../shared/asking';
import { type Scope, treatmentsOf, useChosen, useTreatment } from '../commands/chosen-treatment';
import type { TreatmentWords } from '../kinds/face';
import { laidWords } from '../kinds/faces';
import { takeWay } from '../measuring/ways';
import { usePanelPiece } from '../state/panel-piece';
import { currentSlide, edit, settle, shownOf, useBench, wholeShown } from '../state/store';
import css from './Remedies.module.css';

const StrengthChart = lazy(() => import('./StrengthChart'));
const askChart = latest((...args: Parameters<ReturnType<typeof readingWorker>['chart']>) =>
  readingWorker().chart(...args),
);

/** What texts and photos have by themselves; treatments that are layers have their words with their kind. */
const BORNE_WORDS: Record<Exclude<TreatmentKind, LaidKind>, TreatmentWords> = {
  backing: {
    name: 'Backing of the text',
    whyNot: 'Another colour of the backing, or of the text, would.',
  },
  shadow: {
    name: 'Shadow of the text',
    whyNot: 'A shadow cannot hold these letters: spread it further, or take a pool.',
  },
  darken: {
    name: 'Photo darkened',
    whyNot: 'Even a black photo would not make this text Clear: its ink is too dark.',
  },
  lighten: {
    name: 'Photo lightened',
    whyNot: 'Even a white photo would not make this text Clear: its ink is too light.',
  },
  blur: {
    name: 'Photo blurred',
    whyNot: 'What is behind the letters is too light or too dark however smooth it is. Ways through shows what helps.',
  },
};
const wordsOf = (kind: TreatmentKind): TreatmentWords => (isLaid(kind) ? laidWords(kind) : BORNE_WORDS[kind]);

export const Strength = memo(function Strength({ layer, measurable }: { layer: string | null; measurable: boolean }) {
  const treatment = useTreatment();
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const wantedScope = useChosen((s) => s.scope);
  const [chart, setChart] = useState<{ points: StrengthPoint[]; enough: number | null } | null>(null);
  const [solving, setSolving] = useState(false);
  // The controls of a photo or a fill need the room; the number above stays.
  const charted = useBench((s) => {
    const one = s.selection.length === 1 ? currentSlide(s).layers.find((l) => l.id === s.selection[0]) : undefined;
    return !one || isText(one) || isTreatment(one);
  });
  // An overlay that is selected is meant.
  const selected = useBench((s) =>
    s.selection.length === 1
      ? (treatmentsOf(currentSlide(s).layers).find((l) => l.id === s.selection[0])?.id ?? null)
      : null,
  );
  useEffect(() => {
    if (selected) useChosen.setState({ what: null });
  }, [selected]);

  const { overlay, kind, colour, property, present } = treatment;
  const id = overlay?.id ?? null;
  const slide = currentSlide({ piece, slideId });
  const many = piece.slides.length > 1,
    texts = slide.layers.filter((l) => isText(l) && l.visible).length;
  const scopes: Scope[] = [
    ...(layer !== null ? (['text'] as const) : []),
    ...(layer === null || texts > 1 || many ? (['slide'] as const) : []),
    ...(many ? (['all'] as const) : []),
  ];
  const scope: Scope = wantedScope && scopes.includes(wantedScope) ? wantedScope : layer !== null ? 'text' : 'slide';
  const ask = useMemo(
    (): TreatmentAsk & { everySlide: boolean } => ({
      overlay: id,
      kind,
      property,
      texts: scope === 'text' && layer !== null ? [layer] : undefined,
      everySlide: scope === 'all',
      ...(id === null && hasColour(kind) ? { colour } : {}),
    }),
    [id, kind, property, scope, layer, colour],
  );
  const possible =
    isLaid(kind) || slide.layers.some((l) => (isOfText(kind) ? isText(l) && l.visible : isBackdropPhoto(l)));

  useEffect(() => {
    if (!possible) return setChart(null);
    // Everything but the strength itself counts; a slider that moves leaves the chart as it is.
    const at = { piece, slideId, sizeId, preview: null };
    return asking(askChart(ask.everySlide ? wholeShown(at) : shownOf(at), ask), setChart);
  }, [piece, slideId, sizeId, ask, possible]);

  const apply = (strength: number, hex: string, label: string, merge: string | null = null): void => {
    let added: string | null = null;
    edit(
      label,
      (p) => {
        const here = slideOf(p, slideId);
        const next = withTreatmentAt(
          p,
          scope === 'all' ? [here, ...p.slides.filter((s) => s !== here)] : [here],
          {
            ...ask,
            ...(id !== null && hex !== colour
              ? { colour: hex }
              : id === null && 'colour' in ask
                ? { colour: hex }
                : {}),
          },
          strength,
          () => nanoid(10),
        );
        added = next.added;
        return next.piece;
      },
      merge,
    );
    if (added !== null) useChosen.setState({ what: { layer: added } });
  };

  const solve = async (hex: string): Promise<void> => {
    setSolving(true);
    try {
      const s = useBench.getState(),
        at = { ...s, preview: null };
      if (kind === 'fade' && id === null && scope !== 'all') {
        // Side, reach and opacity are chosen together.
        const way = await readingWorker().fadeFor(shownOf(at), { texts: ask.texts });
        if (way && useBench.getState().piece === s.piece) {
          takeWay({ ...way, name: 'Just enough' });
          useChosen.setState({ what: null });
          return;
        }
      }
      const found = await readingWorker().solve(scope === 'all' ? wholeShown(at) : shownOf(at), {
        ...ask,
        ...(hex !== colour || 'colour' in ask ? { colour: hex } : {}),
      });
      if (useBench.getState().piece !== s.piece) {
        notifications.show({ message: 'The slide changed while solving. Press Just enough again.', autoClose: 4000 });
        return;
      }
      if (found.strength !== null) {
        apply(found.strength / 100, hex, 'Just enough');
        return;
      }
      const note = nanoid(6);
      notifications.show({
        id: note,
        color: 'amber',
        autoClose: 12000,
        title:
          property === 'reach'
            ? 'Cannot be reached however far it goes'
            : found.instead
              ? 'Cannot be reached with this colour'
              : `Cannot be reached by this ${isLaid(kind) ? kind : 'alone'}`,
        message: found.instead ? (
          <Group gap="xs" mt={4}>
            <Button
              size="compact-xs"
              onClick={() => {
                notifications.hide(note);
                if (id) edit('Colour', (p) => changeLayers(p, slideId, [id], (l) => setColour(l, found.instead!)));
                void solve(found.instead!);
              }}
            >
              Use {found.instead === '#ffffff' ? 'white' : 'black'} instead
            </Button>
          </Group>
        ) : property === 'reach' ? (
          'Make it stronger first, then solve its reach.'
        ) : (
          wordsOf(kind).whyNot
        ),
      });
    } catch (e) {
      notifications.show({ color: 'amber', ...inWords(e) });
    } finally {
      setSolving(false);
    }
  };

  const there = treatmentsOf(slide.layers);
  const whom =
    scope === 'all' ? 'every text of all slides' : scope === 'slide' ? 'every text of the slide' : 'this text';
  return (
    <div className={css.solve}>
      <Group gap={6} wrap="nowrap">
        <span
          className={css.swatch}
          style={{
            background: colour,
            visibility: hasColour(kind) ? undefined : 'hidden',
          }}
        />
        <Select
          size="xs"
          flex={1}
          aria-label="Treatment"
          allowDeselect={false}
          value={id ?? `kind:${kind}`}
          data={[
            ...(there.length
              ? [{ group: 'On the slide', items: [...there].reverse().map((l) => ({ value: l.id, label: l.name })) }]
              : []),
            {
              group: 'Between picture and text',
              items: (['tint', 'fade', 'pool', 'plate'] as const).map((k) => ({
                value: `kind:${k}`,
                label: wordsOf(k).name,
              })),
            },
            {
              group: 'Of texts and photo',
              items: (['backing', 'shadow', 'darken', 'lighten', 'blur'] as const).map((k) => ({
                value: `kind:${k}`,
                label: wordsOf(k).name,
              })),
            },
          ]}
          onChange={(v) =>
            v &&
            useChosen.setState({ what: v.startsWith('kind:') ? { kind: v.slice(5) as TreatmentKind } : { layer: v } })
          }
        />
        <Tooltip label={`The least strength at which ${whom} is Clear, confirmed on the picture at full size`}>
          <Button
            size="xs"
            data-just-enough
            leftSection={<IconWand size={15} />}
            loading={solving}
            disabled={!measurable || !possible}
            onClick={() => void solve(colour)}
            style={{ flex: 'none' }}
          >
            Just enough
          </Button>
        </Tooltip>
      </Group>
      {scopes.length > 1 && (
        <SegmentedControl
          fullWidth
          mt={6}
          aria-label="For whom"
          value={scope}
          onChange={(v) => useChosen.setState({ scope: v as Scope })}
          data={scopes.map((s) => ({
            value: s,
            label: { text: 'This text', slide: 'All of the slide', all: `All ${piece.slides.length} slides` }[s],
          }))}
        />
      )}
      {treatment.properties.length > 1 && (
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
        {!possible
          ? isOfText(kind)
            ? 'There is no text on the slide.'
            : 'There is no photo in the backdrop.'
          : chart
            ? chart.points.length === 0
              ? 'No letters to measure.'
              : chart.enough === null
                ? 'Not enough even at 100 %.'
                : chart.enough === 0
                  ? 'None of it is needed.'
                  : `${chart.enough} % is enough for ${whom}.`
            : 'Measuring'}
      </p>
      {chart && charted && chart.points.length > 0 && (
        <Suspense fallback={<div style={{ height: 126 }} />}>
          <StrengthChart
            points={chart.points}
            enough={chart.enough}
            present={present}
            onChange={(s) => apply(s, colour, 'Strength', `strength:${id ?? kind}`)}
            onSettle={settle}
          />
        </Suspense>
      )}
    </div>
  );
});
