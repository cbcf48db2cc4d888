'use client';
// Every width: a section as it is at any width of the page, and what its texts read from the narrowest to the widest.
import { Button, Group, NumberInput, Select, Slider, Text, Tooltip } from '@mantine/core';
import { useDebouncedCallback } from '@mantine/hooks';
import dynamic from 'next/dynamic';
import { useMemo, useState } from 'react';
import { layoutsOf } from '../../../core/arrange/section';
import { NARROWEST, WIDEST } from '../../../core/piece/limits';
import { isText } from '../../../core/kinds/layers';
import { momentsOfShow } from '../../../core/piece/slideshow';
import { marginOfReading } from '../../../core/reading/over-time';
import { verdictOf } from '../../../core/reading/verdict';
import { oneLine } from '../../../core/values/plain';
import { Dialog } from '../../shared/Dialog';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { messageSlide, solveWidths, useWidths } from '../measuring/widths';
import { currentSlide, useBench } from '../state/store';
import { DASHES } from './width-lines';
import { whatShows } from './show-words';
import { WidthPicture } from './WidthPicture';
import css from './Widths.module.css';

/** The chart's code: somebody who may ask for it soon can have it loaded ahead. */
export const chartCode = () => import('./WidthChart');
const WidthChart = dynamic(chartCode, { ssr: false });

/** Room for the picture, CSS px. */
const HEIGHT = 330;
/** After so much rest it is painted as it is handed over, ms: keys that are held follow each other sooner. */
const REST = 160;
const clamp = (v: number): number => Math.round(Math.min(WIDEST, Math.max(NARROWEST, v)));

export function Widths({ onClose }: { onClose: () => void }) {
  const piece = useBench((s) => s.piece),
    current = useBench((s) => s.slideId),
    slideId = messageSlide(piece, current),
    slide = currentSlide({ piece, slideId }),
    layouts = useMemo(() => layoutsOf(piece), [piece]);
  const [width, setWidth] = useState(() => clamp(layouts.at(-1)!.shownWidth)),
    [dragging, setDragging] = useState(false),
    [height, setHeight] = useState(0),
    [time, setTime] = useState(0),
    [solving, setSolving] = useState(false),
    [said, setSaid] = useState('');
  const { points, done, failed, weakest } = useWidths(piece, slideId),
    texts = useMemo(
      () => slide.layers.filter(isText).map((l) => ({ id: l.id, name: oneLine(l.text) || l.name })),
      [slide],
    ),
    marks = useMemo(() => layouts.map((l) => ({ name: l.name, width: l.shownWidth })), [layouts]),
    room = { width: Math.min(1120, typeof window === 'undefined' ? 1120 : innerWidth * 0.9), height: HEIGHT };
  const rest = useDebouncedCallback(() => setDragging(false), REST);
  const drag = (w: number): void => {
    setDragging(true);
    setWidth(clamp(w));
    rest();
  };
  const verdict = weakest && verdictOf(weakest.reading.ratio!, weakest.reading.needed),
    behind = weakest && slide.show ? ` (${whatShows(slide.show, weakest.reading.time).toLowerCase()})` : '',
    named = weakest && texts.find((t) => t.id === weakest.reading.layer)?.name;
  const lost = points.filter((p) => p.readings.some((r) => r.verdict === 'lost')).length,
    short = points.filter((p) => p.readings.some((r) => marginOfReading(r) < 1)).length;
  return (
    <Dialog opened onClose={onClose} title="Every width of the page" size="min(1180px, 94vw)">
      <div className={css.room} style={{ height: HEIGHT }}>
        <WidthPicture slideId={slideId} time={time} width={width} room={room} dragging={dragging} onSized={setHeight} />
      </div>
      <Group gap={12} mt={8} wrap="nowrap" align="center">
        <NumberInput
          size="xs"
          w={110}
          aria-label="Width of the page"
          suffix=" px"
          min={NARROWEST}
          max={WIDEST}
          allowDecimal={false}
          value={width}
          onChange={(v) => typeof v === 'number' && v >= NARROWEST && v <= WIDEST && setWidth(v)}
        />
        <Text fz="sm" c="dimmed" w={96}>
          {height ? `${Math.round(height)} px high` : ''}
        </Text>
        <Slider
          flex={1}
          label={null}
          thumbLabel="Width of the page"
          min={NARROWEST}
          max={WIDEST}
          value={width}
          onChange={drag}
        />
        {slide.show && (
          <Select
            size="xs"
            w={186}
            aria-label="What shows behind the message"
            allowDeselect={false}
            value={String(time)}
            data={momentsOfShow(slide.show).map((t) => ({ value: String(t), label: whatShows(slide.show!, t) }))}
            onChange={(v) => setTime(Number(v))}
          />
        )}
        {layouts.map((l) => (
          <Tooltip key={l.id} label={`${l.name}: laid out for ${Math.round(l.shownWidth)} px`}>
            <Button size="compact-xs" variant="default" onClick={() => setWidth(clamp(l.shownWidth))}>
              {l.name}
            </Button>
          </Tooltip>
        ))}
      </Group>
      <WidthChart
        points={points}
        texts={texts}
        layouts={marks}
        width={width}
        weakest={weakest?.width ?? null}
        onChange={drag}
      />
      <Group gap={14}>
        {texts.map((t, i) => (
          <Text key={t.id} fz="xs" component="span" className={css.key}>
            <svg width={28} height={6} aria-hidden>
              <line x1={0} x2={28} y1={3} y2={3} className={css.reads} strokeDasharray={DASHES[i % DASHES.length]} />
            </svg>
            {t.name.slice(0, 40)}
          </Text>
        ))}
        <Text fz="xs" component="span" className={css.key}>
          <svg width={28} height={6} aria-hidden>
            <line x1={0} x2={28} y1={3} y2={3} className={css.needs} />
          </svg>
          what it needs
        </Text>
      </Group>
      <Group gap={10} mt={4} data-widths-done={done || undefined} aria-live="polite">
        {verdict && <VerdictMark verdict={verdict} />}
        <Text fz="sm">
          {failed
            ? 'Measuring stopped: the server may be away. Your piece is safe.'
            : weakest === null
              ? done
                ? 'There is no text to measure.'
                : 'Measuring'
              : `${done ? '' : 'So far: '}weakest at ${weakest.width} px${behind}, ${weakest.reading.ratio!.toFixed(1)} of ${weakest.reading.needed.toFixed(1)} needed, ${VERDICT_WORD[verdict!]}: ${named}`}
        </Text>
        {weakest && (
          <Button
            size="compact-xs"
            variant="default"
            onClick={() => {
              setWidth(weakest.width);
              if (slide.show) setTime(weakest.reading.time);
            }}
          >
            Go there
          </Button>
        )}
        {verdict && verdict !== 'clear' && (
          <Tooltip label="One treatment at one strength that makes every text Clear from the narrowest page to the widest">
            <Button
              size="compact-xs"
              loading={solving}
              disabled={!done}
              data-solve-widths
              onClick={() => {
                setSolving(true);
                void solveWidths(slideId, points)
                  .then(setSaid)
                  .finally(() => setSolving(false));
              }}
            >
              Solve every width
            </Button>
          </Tooltip>
        )}
        {said && <Text fz="sm">{said}</Text>}
        {done && weakest && (
          <Text fz="sm" c="dimmed">
            {lost
              ? `Lost at ${lost} of ${points.length} measured widths.`
              : short
                ? `No width has a letter that is Lost; ${short} of ${points.length} measured widths are Strained.`
                : `Clear at every width from ${NARROWEST} to ${WIDEST} px${slide.show ? ', over every picture and between them' : ''}; ${points.length} were measured.`}
          </Text>
        )}
      </Group>
    </Dialog>
  );
}
