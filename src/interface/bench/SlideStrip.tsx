'use client';
// The slides of a piece with their outline notes, when there is more than one.
import { UnstyledButton } from '@mantine/core';
import css from './SlideStrip.module.css';
import { select, useBench } from './state/store';

export function SlideStrip() {
  const slides = useBench((s) => s.piece.slides);
  const current = useBench((s) => s.slideId);
  if (slides.length < 2) return null;
  return (
    <nav className={css.strip} aria-label="Slides">
      {slides.map((slide, i) => (
        <UnstyledButton
          key={slide.id}
          className={css.slide}
          aria-current={slide.id === current}
          onClick={() => {
            select([]);
            useBench.setState({ slideId: slide.id, readings: [] });
          }}
        >
          <b>{i + 1}</b> {slide.note || 'No note'}
        </UnstyledButton>
      ))}
    </nav>
  );
}
