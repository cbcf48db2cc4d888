'use client';
// In the strip of a section's pictures: how each reads, and what is between it and the next; how long they show.
import { NumberInput, Tooltip, UnstyledButton } from '@mantine/core';
import { IconArrowNarrowRight } from '@tabler/icons-react';
import type { Reading } from '../../../core/reading/read';
import { momentsOfShow, placeInShow } from '../../../core/piece/slideshow';
import { VERDICT_WORD, VerdictMark } from '../../shared/VerdictMark';
import { setSectionField } from '../commands/slideshow';
import { showMoment } from './playing';
import { currentSlide, settle, useBench } from '../state/store';
import css from './SlideStrip.module.css';

const said = ({ verdict, ratio, needed }: Reading): string =>
  verdict && ratio !== null
    ? `${VERDICT_WORD[verdict]}, ${ratio.toFixed(1)} of ${needed.toFixed(1)} needed`
    : 'nothing to read';

function Mark({ reading, name }: { reading: Reading | undefined; name: string }) {
  return reading?.verdict ? (
    <span role="img" aria-label={`${name}: ${said(reading)}`} data-picture-reading={reading.verdict}>
      <VerdictMark verdict={reading.verdict} size={12} />
    </span>
  ) : null;
}

/** The verdict of the weakest text over a picture. */
export function PictureMark({ slide, name }: { slide: string; name: string }) {
  const reading = useBench((s) => s.pictures[slide]?.alone);
  return (
    <Tooltip label={reading && `${name}: ${said(reading)}`} disabled={!reading}>
      <span>
        <Mark reading={reading} name={name} />
      </span>
    </Tooltip>
  );
}

/** What is between a picture and the next one: pressed, it is shown. */
export function Between({ slide, at }: { slide: string; at: number }) {
  const count = useBench((s) => s.piece.slides.length),
    reading = useBench((s) => s.pictures[slide]?.next),
    name = `Between pictures ${at + 1} and ${((at + 1) % count) + 1}`;
  const look = (): void => {
    const { show } = currentSlide(useBench.getState()),
      time =
        show &&
        momentsOfShow(show).find((t) => {
          const { at: shown, share } = placeInShow(show, t);
          return share > 0 && show.pictures[shown].slide === slide;
        });
    if (time !== undefined) showMoment(time);
  };
  return (
    <Tooltip label={reading ? `${name}: ${said(reading)}` : name}>
      <UnstyledButton className={css.join} aria-label={`${name}: show it`} data-between={at + 1} onClick={look}>
        <Mark reading={reading} name={name} />
        <IconArrowNarrowRight size={14} aria-hidden />
      </UnstyledButton>
    </Tooltip>
  );
}

/** How long each picture stays, and how long the next one takes to appear. */
export function ShowTimes() {
  const section = useBench((s) => s.piece.section);
  if (!section) return null;
  const field = (key: 'stay' | 'fade', label: string, says: string, min: number, max: number) => (
    <Tooltip label={says}>
      <NumberInput
        size="xs"
        w={112}
        prefix={`${label} `}
        suffix=" s"
        aria-label={says}
        min={min}
        max={max}
        step={0.5}
        decimalScale={1}
        value={section[key]}
        onChange={(v) => typeof v === 'number' && v >= min && v <= max && setSectionField({ [key]: v })}
        onBlur={settle}
      />
    </Tooltip>
  );
  return (
    <div className={css.tools}>
      {field('stay', 'stays', 'How long each picture stays', 1, 60)}
      {field('fade', 'fades', 'How long the next one takes to appear', 0, 10)}
    </div>
  );
}
