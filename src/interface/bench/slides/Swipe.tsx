'use client';
// The piece as its viewers get it: at the size people see it, one slide after the other under the finger. Dragged,
// flicked, or stepped by keys.
import { ActionIcon, Group, SegmentedControl, Text } from '@mantine/core';
import { IconChevronLeft, IconChevronRight } from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import { Dialog } from '../../shared/Dialog';
import { currentSize, goToSlide, useBench } from '../state/store';
import { SlidePicture } from './SlidePicture';
import css from './Swipe.module.css';

/** Widths of what it is looked at on, CSS px. */
const DEVICES = { small: 320, middle: 375, large: 430 } as const;
type Device = keyof typeof DEVICES;
/** A movement as fast as this goes on to the next slide however short it was, px a ms. */
const FLICK = 0.35;
/** Room that the frame round the picture takes, CSS px. */
const FRAME = 190;

export function Swipe({ onClose }: { onClose: () => void }) {
  const all = useBench((s) => s.piece.slides),
    slides = all.filter((s) => !s.leftOut),
    size = useBench(currentSize);
  const [device, setDevice] = useState<Device>('middle');
  const [scheme, setScheme] = useState<'light' | 'dark'>('light');
  const [at, setAt] = useState(() =>
    Math.max(
      0,
      slides.findIndex((s) => s.id === useBench.getState().slideId),
    ),
  );
  /** How far the finger has moved it, px; null where nothing is held. */
  const [held, setHeld] = useState<number | null>(null);
  // Destinations that are seen on a phone fill its width; others are shown as wide as people see them.
  const wide = size.shownWidth <= 430 ? DEVICES[device] : size.shownWidth,
    room =
      typeof window === 'undefined' ? { width: 1000, height: 800 } : { width: innerWidth - 80, height: innerHeight },
    width = Math.round(Math.min(wide, room.width, ((room.height - FRAME) * size.width) / size.height)),
    scale = width / size.width;
  const last = slides.length - 1;
  const step = useCallback((by: number) => setAt((n) => Math.min(last, Math.max(0, n + by))), [last]);

  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key];
      const tag = (e.target as HTMLElement | null)?.tagName;
      if (!by || tag === 'INPUT') return;
      e.preventDefault();
      step(by);
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, [step]);

  const drag = (e: React.PointerEvent): void => {
    if (e.button !== 0) return;
    e.preventDefault();
    const from = e.clientX;
    let x = from,
      before = { x: from, t: e.timeStamp },
      speed = 0;
    const move = (m: PointerEvent): void => {
      x = m.clientX;
      if (m.timeStamp > before.t) speed = (x - before.x) / (m.timeStamp - before.t);
      before = { x, t: m.timeStamp };
      const off = x - from,
        // Beyond the ends it gives way a little.
        stuck = (at === 0 && off > 0) || (at === last && off < 0);
      setHeld(stuck ? off / 4 : off);
    };
    const end = (): void => {
      for (const [type, f] of [
        ['pointermove', move],
        ['pointerup', end],
        ['pointercancel', end],
      ] as const)
        window.removeEventListener(type, f as EventListener);
      setHeld(null);
      const off = x - from;
      if (Math.abs(off) > width / 2 || Math.abs(speed) > FLICK) step(off < 0 ? 1 : -1);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', end);
    window.addEventListener('pointercancel', end);
  };

  const close = (): void => {
    if (slides[at]) goToSlide(slides[at].id);
    onClose();
  };
  return (
    <Dialog opened onClose={close} size="auto" title="Swipe preview" centered>
      <Group justify="center" mb="xs" gap="md">
        {size.shownWidth <= 430 && (
          <SegmentedControl
            aria-label="Width it is seen at"
            value={device}
            onChange={(v) => setDevice(v as Device)}
            data={(Object.keys(DEVICES) as Device[]).map((d) => ({ value: d, label: `${DEVICES[d]} px` }))}
          />
        )}
        <SegmentedControl
          aria-label="Surroundings"
          value={scheme}
          onChange={(v) => setScheme(v as typeof scheme)}
          data={[
            { value: 'light', label: 'Light' },
            { value: 'dark', label: 'Dark' },
          ]}
        />
      </Group>
      <div className={css.stage}>
        <ActionIcon size={34} variant="default" aria-label="Slide before" disabled={at === 0} onClick={() => step(-1)}>
          <IconChevronLeft size={18} />
        </ActionIcon>
        <div className={css.device} data-scheme={scheme} style={{ width }}>
          <div className={css.line} aria-hidden>
            <i className={css.face} />
            <span>
              <i style={{ width: 92 }} />
              <i style={{ width: 58 }} />
            </span>
          </div>
          <div
            className={css.window}
            data-swipe={at}
            data-held={held !== null || undefined}
            style={{ width, height: size.height * scale }}
            onPointerDown={drag}
          >
            <div className={css.film} style={{ transform: `translateX(${(held ?? 0) - at * width}px)` }}>
              {slides.map((s) => (
                <SlidePicture key={s.id} id={s.id} scale={scale} />
              ))}
            </div>
            {slides.length > 1 && (
              <span className={css.count} aria-hidden>
                {at + 1} of {slides.length}
              </span>
            )}
          </div>
          <div className={css.line} aria-hidden>
            <span>
              <i style={{ width: width * 0.62 }} />
              <i style={{ width: width * 0.4 }} />
            </span>
          </div>
        </div>
        <ActionIcon size={34} variant="default" aria-label="Slide after" disabled={at === last} onClick={() => step(1)}>
          <IconChevronRight size={18} />
        </ActionIcon>
      </div>
      <Text fz="xs" c="dimmed" ta="center" mt={6} aria-live="polite">
        Slide {at + 1} of {slides.length}
        {slides.length < all.length ? `; ${all.length - slides.length} left out` : ''}
        {width < wide ? `. Shown ${Math.round((width / wide) * 100)} % as large as people see it` : ''}
      </Text>
    </Dialog>
  );
}
