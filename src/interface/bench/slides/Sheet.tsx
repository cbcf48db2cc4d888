'use client';
// The sheet: every size of every slide on one page, each with its verdict; one click goes there.
import { SegmentedControl, Text } from '@mantine/core';
import { useState } from 'react';
import type { Size, Slide } from '../../../core/piece/schema';
import type { OverviewRow } from '../../../core/reading/overview';
import { worstVerdict } from '../../../core/reading/verdict';
import { Dialog } from '../../shared/Dialog';
import { isOutOfPlace } from '../../shared/flags';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { Measured } from '../fields/Measured';
import { useOverview } from '../measuring/overview';
import { goToSlide, useBench } from '../state/store';
import css from './Sheet.module.css';
import { SlidePicture } from './SlidePicture';
import { SolveSizes } from './SolveSizes';

/** Room of one picture, CSS px. */
const ROOM = { width: 216, height: 216 };

function Cell({
  slide,
  number,
  size,
  scale,
  rows,
  onGo,
}: {
  slide: Slide;
  /** From 1; 0 where there is one slide. */
  number: number;
  size: Size;
  scale: number;
  /** Null until they are measured. */
  rows: readonly OverviewRow[] | null;
  onGo: () => void;
}) {
  const verdicts = (rows ?? []).map((r) => r.reading.verdict),
    verdict = worstVerdict(verdicts),
    short = verdicts.filter((v) => v === 'lost' || v === 'strained').length,
    flags = (rows ?? []).filter((r) => r.reading.flags.some(isOutOfPlace)).length;
  const says =
    rows === null
      ? 'measuring'
      : verdict === null
        ? 'no text'
        : verdict === 'clear'
          ? 'Clear'
          : `${short} of ${rows.length} ${VERDICT_WORD[verdict]}`;
  return (
    <button
      type="button"
      className={css.cell}
      data-sheet={`${slide.id}:${size.id}`}
      aria-label={`${number ? `Slide ${number}, ` : ''}${size.name}: ${says}${flags > 0 ? `, ${flags} out of place` : ''}`}
      onClick={onGo}
    >
      <SlidePicture id={slide.id} sizeId={size.id} scale={scale} />
      <span className={css.verdict}>
        {rows !== null && verdict !== null && <VerdictMark verdict={verdict} />}
        {number ? `${number}: ` : ''}
        {says}
        {flags > 0 && <i>, {flags} out of place</i>}
      </span>
    </button>
  );
}

export function Sheet({ onClose }: { onClose: () => void }) {
  const piece = useBench((s) => s.piece);
  const { rows, done, of, failed } = useOverview(piece);
  const [how, setHow] = useState<'fitted' | 'scale'>('fitted');
  const { sizes, slides } = piece,
    // To one scale: the largest size as large as there is room.
    common = Math.min(...sizes.map((z) => Math.min((2 * ROOM.width) / z.width, (2 * ROOM.height) / z.height)));
  const go = (slide: string, size: string): void => {
    onClose();
    goToSlide(slide);
    useBench.setState({ sizeId: size });
  };
  const short = rows.filter((r) => r.reading.verdict === 'lost' || r.reading.verdict === 'strained').length;
  return (
    <Dialog opened onClose={onClose} title="The sheet: every size of every slide" size="min(1180px, 94vw)">
      <Measured
        done={done}
        of={of}
        failed={failed}
        says={short ? `${short} of ${rows.length} readings need something` : `All ${rows.length} readings are Clear`}
      >
        <SegmentedControl
          aria-label="How large"
          value={how}
          onChange={(v) => setHow(v as typeof how)}
          data={[
            { value: 'fitted', label: 'Fitted' },
            { value: 'scale', label: 'To scale' },
          ]}
        />
      </Measured>
      <SolveSizes allClear={done === of && short === 0} />
      <div className={css.sheet} data-sheet-done={(done === of && !failed) || undefined}>
        {sizes.map((size, z) => (
          <section key={size.id} aria-label={size.name}>
            <Text fz="sm" fw={700}>
              {size.name}{' '}
              <Text span c="dimmed" fz="xs">
                {size.width} × {size.height}
                {z === 0 ? ', base' : ''}
              </Text>
            </Text>
            <div className={css.row}>
              {slides.map((slide, i) => {
                // They come slide by slide, and of each size by size.
                const known = done > i * sizes.length + z;
                return (
                  <Cell
                    key={slide.id}
                    slide={slide}
                    number={slides.length > 1 ? i + 1 : 0}
                    size={size}
                    scale={how === 'scale' ? common : Math.min(ROOM.width / size.width, ROOM.height / size.height)}
                    rows={known ? rows.filter((r) => r.slide === slide.id && r.size === size.id) : null}
                    onGo={() => go(slide.id, size.id)}
                  />
                );
              })}
            </div>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
