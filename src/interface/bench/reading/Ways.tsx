'use client';
// Ways through: painted thumbnails, the best first, each with what it costs. Pointing at one shows it on the stage; a
// click takes it.
import { Button, Checkbox, Group, Loader, SegmentedControl, Text, Tooltip, VisuallyHidden } from '@mantine/core';
import { IconArrowsHorizontal, IconRefresh, IconX } from '@tabler/icons-react';
import { useEffect, useMemo } from 'react';
import type { Pixels } from '../../../core/ground/pixels';
import { isTreated } from '../../../core/piece/treatments';
import { type Way, WAY_NAMES } from '../../../core/remedy/way';
import { Painted } from '../../shared/Painted';
import { SAYS } from '../../shared/words';
import { movedOn } from '../measuring/spots';
import { cancelWays, lookAtWay, paintWays, PICTURE_WIDTH, solveWays, takeWay, useWays } from '../measuring/ways';
import { useCompare } from '../state/compare';
import { currentSize, currentSlide, useBench } from '../state/store';
import css from './Remedies.module.css';

/** How long the document must rest before ways are solved anew, ms. */
const REST = 500;

function Picture({ pixels }: { pixels: Pixels | null }) {
  const { width, height } = useBench(currentSize);
  return pixels ? (
    <Painted pixels={pixels} aria-hidden />
  ) : (
    <canvas
      width={PICTURE_WIDTH}
      height={Math.max(1, Math.round((height * PICTURE_WIDTH) / width))}
      data-blank
      aria-hidden
    />
  );
}

const percent = (v: number): string => (v > 99.95 ? '100' : v >= 99 ? v.toFixed(1) : v.toFixed(0));

/** What a way costs, in words. */
export function costs({ strength, kept, readings }: Way): {
  strength: string;
  kept: string;
  marks: string;
  reading: string;
} {
  const worst = readings.reduce<(typeof readings)[number] | null>(
    (w, r) => (r.ratio !== null && (!w || r.ratio / r.needed < w.ratio! / w.needed) ? r : w),
    null,
  );
  return {
    strength: strength === null ? '' : `${strength} %`,
    kept: kept ? `keeps ${percent(kept.kept)} % of the photo` : 'no photo',
    marks: kept ? `marks ${kept.marks.toFixed(1)} %` : '',
    reading: worst ? `reads ${worst.ratio!.toFixed(1)} of ${worst.needed.toFixed(1)}` : '',
  };
}

/** Which slide needs most of a way for all of them. */
function Decides({ way }: { way: Way }) {
  const at = useBench((s) => s.piece.slides.findIndex((x) => x.id === way.decides));
  return at < 0 ? null : <span>slide {at + 1} decides</span>;
}

export function Ways({ layer }: { layer: string | null }) {
  const {
    piece: solvedFor,
    found,
    without,
    running,
    answered,
    asked,
    complete,
    left,
    failed,
    instead,
    all: wanted,
    now,
    seen,
  } = useWays();
  const piece = useBench((s) => s.piece);
  const dragging = useBench((s) => s.dragging);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  // What is done on a slideshow holds for all of its pictures.
  const count = useBench((s) => (s.piece.section ? 1 : s.piece.slides.length)),
    all = wanted && count > 1;
  const treated = useBench((s) => (all ? s.piece.slides.some(isTreated) : isTreated(currentSlide(s))));
  const clear = useBench(
    (s) =>
      s.readings.length > 0 &&
      s.readings.every((r) => (layer !== null && r.layer !== layer) || r.verdict === 'clear' || r.verdict === null),
  );
  const comparing = useCompare((s) => s.on);
  const texts = useMemo(() => (layer === null ? undefined : [layer]), [layer]);
  useEffect(() => {
    if (dragging) return;
    const timer = setTimeout(() => void solveWays(texts, false, all), useWays.getState().piece === piece ? 0 : REST);
    return () => {
      clearTimeout(timer);
      cancelWays();
    };
  }, [piece, slideId, sizeId, texts, instead, all, dragging]);
  useEffect(() => {
    if (found.some((c) => !c.picture)) void paintWays();
  }, [found]);
  useEffect(() => () => lookAtWay(null), []);
  const outdated = solvedFor !== piece;

  return (
    <div aria-busy={running} data-ways-complete={(complete && left.length === 0 && !running && !outdated) || undefined}>
      {count > 1 && (
        <SegmentedControl
          fullWidth
          mb={6}
          aria-label="Ways for"
          value={all ? 'all' : 'one'}
          onChange={(v) => useWays.setState({ all: v === 'all' })}
          data={[
            { value: 'one', label: layer === null ? 'This slide' : 'This text' },
            { value: 'all', label: `All ${count} slides` },
          ]}
        />
      )}
      <Group justify="space-between" gap={6} wrap="nowrap">
        <Text fz="xs" c="dimmed" data-testid="kept-now">
          {now === undefined
            ? 'Weighing the photo'
            : now === null
              ? 'There is no photo to keep.'
              : `Now ${percent(now.kept)} % of the photo is kept${now.marks >= 0.05 ? `, marks ${now.marks.toFixed(1)} %` : ''}.`}
        </Text>
        {running ? (
          <Tooltip label="Stop solving">
            <Button
              size="compact-xs"
              variant="subtle"
              leftSection={<Loader size={11} />}
              rightSection={<IconX size={12} />}
              onClick={cancelWays}
            >
              {answered} of {asked}
            </Button>
          </Tooltip>
        ) : (
          <Button
            size="compact-xs"
            variant="subtle"
            flex="none"
            leftSection={<IconRefresh size={12} />}
            onClick={() => void solveWays(texts, true, all)}
          >
            Solve again
          </Button>
        )}
      </Group>
      {treated && (
        <Checkbox
          size="xs"
          mt={4}
          label="Instead of what is there, which is switched off"
          checked={instead}
          onChange={(e) => useWays.setState({ instead: e.currentTarget.checked })}
        />
      )}
      {failed && (
        <Text fz="sm" mt={6} c="amber">
          Solving stopped: the server may be away. Your piece is safe; try again in a moment.
        </Text>
      )}
      {!running && found.length === 0 && !failed && solvedFor && (
        <Text fz="sm" mt={8}>
          {all
            ? 'No one treatment is needed on these slides, or does for all of them. Each slide has ways of its own.'
            : clear && !(instead && treated)
              ? treated
                ? 'Clear as it is. Tick the box above to see what else would do.'
                : 'Clear as it is: nothing is needed.'
              : 'Nothing makes this text Clear by itself: give it another place or size.'}
        </Text>
      )}
      <div
        className={css.cards}
        data-outdated={outdated || undefined}
        onPointerLeave={() => !comparing && lookAtWay(null)}
      >
        {found.map(({ way, picture }) => {
          const c = costs(way),
            key = way.kinds.join('+');
          return (
            <div key={key} className={css.card} data-way={key} data-seen={seen === way || undefined}>
              <button
                type="button"
                disabled={outdated}
                onPointerMove={(e) => movedOn(e) && !outdated && !comparing && seen !== way && lookAtWay(way)}
                onFocus={(e) => e.target.matches(':focus-visible') && lookAtWay(way)}
                onBlur={() => !comparing && lookAtWay(null)}
                onClick={() => takeWay(way)}
              >
                <Picture pixels={picture} />
                <b>
                  <VisuallyHidden>Take </VisuallyHidden>
                  {way.name} <i>{c.strength}</i>
                </b>
                <span title={SAYS.kept}>{c.kept}</span>
                {way.slides && <Decides way={way} />}
                <span>
                  {c.reading}
                  {c.marks && way.kept!.marks >= 0.05 && <i title={SAYS.marks}>, {c.marks}</i>}
                </span>
              </button>
              <Tooltip label="Before and after, side by side on the stage">
                <button
                  type="button"
                  className={css.compare}
                  disabled={outdated}
                  aria-label={`Compare ${way.name} with before`}
                  aria-pressed={comparing && seen === way}
                  onClick={() => {
                    const off = comparing && seen === way;
                    lookAtWay(off ? null : way);
                    useCompare.setState({ on: !off });
                  }}
                >
                  <IconArrowsHorizontal size={13} />
                </button>
              </Tooltip>
            </div>
          );
        })}
      </div>
      {without.length > 0 && !running && found.length > 0 && (
        <Text fz="xs" c="dimmed" mt={6}>
          Not enough by {without.length > 1 ? 'themselves' : 'itself'}:{' '}
          {without.map((k) => WAY_NAMES[k].toLowerCase()).join(', ')}.
        </Text>
      )}
    </div>
  );
}
