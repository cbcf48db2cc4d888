'use client';
// The stage: the painted slide in neutral grey, zoomed and panned, with what can be taken hold of on top of it.
import { ActionIcon, Group, Text, Tooltip, UnstyledButton } from '@mantine/core';
import { IconLayoutDistributeVertical, IconMaximize, IconMinus, IconPlus } from '@tabler/icons-react';
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { fitted, LEAST, ROOM } from '../../../workers/fitting';
import { useFileDrop } from '../../shared/file-drop';
import { addPictureFiles } from '../commands/adding';
import { useAids } from '../state/aids';
import { filterBlur, filterMatrix, seeingOf, useEyes } from '../state/eyes';
import { currentSize, select, useBench, zoomTo } from '../state/store';
import { Rulers } from './Aids';
import { AidsMenu } from './AidsMenu';
import { CalmMap } from './CalmMap';
import { Compare } from './Compare';
import { CutBox } from './CutBox';
import { CutBrush } from './CutBrush';
import { LetterBox } from './LetterBox';
import { Ghosts } from './Ghosts';
import { beginMarquee } from './Marquee';
import { Outside } from './Outside';
import { Overlay } from './Overlay';
import { MotionBar } from './MotionBar';
import { Neighbours } from './Neighbours';
import { keepMarks } from './marks';
import { keepPainting, setPaintScale } from './painting';
import { keepPlaying } from '../slides/playing';
import { RoomMarks } from './RoomMarks';
import { SubjectMarks } from './SubjectMarks';
import css from './Stage.module.css';
import { Views } from './Views';

const STEPS = [0.05, 0.1, 0.15, 0.25, 0.33, 0.5, 0.67, 0.75, 1, 1.5, 2, 3, 4, 6, 8];
const MOST = 8;

/** Zooms in or out by one step; used by keys and buttons. */
export function zoomBy(direction: 1 | -1, from: number): void {
  const next = direction > 0 ? STEPS.find((s) => s > from * 1.01) : STEPS.findLast((s) => s < from * 0.99);
  if (next) zoomTo(next);
}

/** Where the painting worker draws what belongs to a drag. */
function Marks({ slide }: { slide: React.RefObject<HTMLElement | null> }) {
  const over = useRef<HTMLDivElement>(null);
  useEffect(() => keepMarks(over.current!, slide.current!), [slide]);
  return <div ref={over} className={css.marks} data-marks aria-hidden />;
}

export function Stage({ zoomRef }: { zoomRef: React.RefObject<number> }) {
  const size = useBench(currentSize);
  const zoom = useBench((s) => s.zoom);
  const view = useBench((s) => s.view);
  const rulers = useAids((s) => s.rulers);
  const scroller = useRef<HTMLDivElement>(null);
  const slideHost = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<{ width: number; height: number } | null>(null);
  const [panning, setPanning] = useState(false);
  const drop = useFileDrop((files) => void addPictureFiles(files));
  const anchor = useRef<{ x: number; y: number; fx: number; fy: number } | null>(null);

  const shownScale = size.shownWidth / size.width;
  const scale =
    view === 'shown' ? shownScale : zoom === 'fit' ? fitted(room ?? { width: 800, height: 600 }, size) : zoom;
  const eyes = useEyes();
  const seeing = seeingOf(view, eyes),
    matrix = filterMatrix(seeing),
    blur = filterBlur(seeing, scale, shownScale);
  const filter =
    [matrix ? 'url(#seen)' : '', blur > 0.05 ? `blur(${blur.toFixed(2)}px)` : ''].filter(Boolean).join(' ') || 'none';
  useLayoutEffect(() => {
    zoomRef.current = scale;
  }, [scale, zoomRef]);

  useLayoutEffect(() => {
    const el = scroller.current!;
    const measure = (): void => setRoom({ width: el.clientWidth, height: el.clientHeight });
    // At once, so that nothing is shown in another size first.
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(el);
    return () => watch.disconnect();
  }, []);
  useLayoutEffect(() => keepPainting(slideHost.current!), []);
  useEffect(keepPlaying, []);
  useLayoutEffect(() => {
    if (room) setPaintScale(scale, size, view === 'shown' ? eyes.density : undefined);
  }, [room, scale, size, view, eyes.density]);

  // Zooming keeps the point under the pointer where it is.
  useLayoutEffect(() => {
    const a = anchor.current,
      el = scroller.current!,
      host = slideHost.current!;
    if (!a) return;
    anchor.current = null;
    const r = host.getBoundingClientRect();
    el.scrollLeft += r.left + a.fx * r.width - a.x;
    el.scrollTop += r.top + a.fy * r.height - a.y;
  }, [scale]);

  useEffect(() => {
    const el = scroller.current!;
    // Pinching arrives as a wheel with Ctrl held; React's own wheel handler could not prevent the page from zooming.
    const wheel = (e: WheelEvent): void => {
      if (!e.ctrlKey && !e.metaKey) return;
      e.preventDefault();
      const r = slideHost.current!.getBoundingClientRect();
      anchor.current = {
        x: e.clientX,
        y: e.clientY,
        fx: (e.clientX - r.left) / r.width,
        fy: (e.clientY - r.top) / r.height,
      };
      zoomTo(
        Math.min(MOST, Math.max(LEAST, zoomRef.current * Math.exp(-e.deltaY * (e.deltaMode === 1 ? 0.05 : 0.0025)))),
      );
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, [zoomRef]);

  // Space held turns the pointer into a hand.
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      const typing =
        e.target instanceof HTMLElement &&
        (e.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT|BUTTON)$/.test(e.target.tagName));
      if (e.code !== 'Space' || (typing && e.type === 'keydown')) return;
      setPanning(e.type === 'keydown');
      if (e.target === document.body || e.target === scroller.current) e.preventDefault();
    };
    window.addEventListener('keydown', key);
    window.addEventListener('keyup', key);
    // A window that loses the focus never hears that a key is let go.
    const away = (): void => setPanning(false);
    window.addEventListener('blur', away);
    return () => {
      window.removeEventListener('keydown', key);
      window.removeEventListener('keyup', key);
      window.removeEventListener('blur', away);
    };
  }, []);

  const pan = useCallback((e: React.PointerEvent) => {
    const el = scroller.current!;
    const from = { x: e.clientX, y: e.clientY, left: el.scrollLeft, top: el.scrollTop };
    const move = (m: PointerEvent): void => {
      el.scrollLeft = from.left - (m.clientX - from.x);
      el.scrollTop = from.top - (m.clientY - from.y);
    };
    const end = (): void => {
      window.removeEventListener('pointermove', move);
      window.removeEventListener('pointerup', end);
      window.removeEventListener('pointercancel', end);
    };
    window.addEventListener('pointermove', move);
    window.addEventListener('pointerup', end);
    window.addEventListener('pointercancel', end);
  }, []);

  const width = size.width * scale,
    height = size.height * scale;
  const count = useBench((s) => s.piece.slides.length),
    at = useBench((s) => s.piece.slides.findIndex((x) => x.id === s.slideId)),
    // Pictures of a slideshow lie on each other, not beside each other.
    section = useBench((s) => s.piece.section !== null),
    beside = useAids((s) => s.beside) && count > 1 && !section,
    gap = useAids((s) => s.gap),
    stale = useBench((s) => s.paintedSlide !== null && s.paintedSlide !== s.slideId),
    // Without a gap the slides are one strip: rounding must not open one.
    step = width + gap;

  // The slide that is worked on comes into view, unless it is there.
  const slideId = useBench((s) => s.slideId);
  useLayoutEffect(() => {
    const el = scroller.current!,
      host = slideHost.current!;
    if (!beside) return;
    const r = host.getBoundingClientRect(),
      within = el.getBoundingClientRect();
    if (r.left < within.left || r.right > within.right)
      el.scrollLeft += r.left + r.width / 2 - within.left - within.width / 2;
  }, [slideId, at, beside, room, zoom, view, count]);
  return (
    <main className={css.stage} aria-label="Stage" {...drop}>
      <div className={css.sheet}>
        {rulers && view !== 'clean' && <Rulers scale={scale} scroller={scroller} />}
        <div
          ref={scroller}
          className={css.scroller}
          data-panning={panning || undefined}
          onPointerDownCapture={(e) => {
            if (panning || e.button === 1) {
              e.preventDefault();
              e.stopPropagation();
              pan(e);
            }
          }}
          onPointerDown={(e) => {
            const beside = e.target === e.currentTarget || (e.target as HTMLElement).dataset.surround !== undefined;
            // A press on the scroll bar is none on the stage.
            if (
              beside &&
              e.button === 0 &&
              e.nativeEvent.offsetX < scroller.current!.scrollLeft + scroller.current!.clientWidth + 1
            )
              beginMarquee(e, scale, () => select([]));
          }}
        >
          <div
            className={css.surround}
            data-surround
            style={{
              minWidth: '100%',
              minHeight: '100%',
              width: (beside ? (count - 1) * step : 0) + width + 2 * ROOM,
              height: height + 2 * ROOM,
            }}
          >
            <div
              ref={slideHost}
              data-slide-host
              className={css.slide}
              data-seen={filter !== 'none' ? seeing.kind : undefined}
              data-stale={stale || undefined}
              style={
                {
                  width,
                  height,
                  // The row of slides is in the middle; this one has its place in it.
                  left: beside ? (at - (count - 1) / 2) * step : 0,
                  '--seen': filter,
                } as React.CSSProperties
              }
            >
              {beside && <Neighbours scale={scale} step={step} />}
              <Outside scale={scale} />
              <Overlay scale={scale} />
              {view === 'calm' && <CalmMap scale={scale} />}
              {view !== 'clean' && <Ghosts scale={scale} />}
              {view !== 'clean' && <RoomMarks scale={scale} />}
              {view !== 'clean' && <SubjectMarks scale={scale} />}
              <CutBrush scale={scale} />
              <CutBox scale={scale} />
              <LetterBox scale={scale} />
              <Compare scale={scale} />
            </div>
          </div>
        </div>
        {view !== 'clean' && <Marks slide={slideHost} />}
      </div>
      {matrix && (
        <svg width="0" height="0" aria-hidden style={{ position: 'absolute' }}>
          <filter id="seen" colorInterpolationFilters="linearRGB">
            <feColorMatrix type="matrix" values={matrix} />
          </filter>
        </svg>
      )}
      <MotionBar />
      <div className={css.views}>
        <Views />
        <Group gap={2} className={css.zoom}>
          <AidsMenu />
          <UnstyledButton className={css.zoomButton} onClick={() => zoomTo(1)}>
            100 %
          </UnstyledButton>
          <ActionIcon size="sm" aria-label="Zoom out" onClick={() => zoomBy(-1, scale)}>
            <IconMinus size={14} />
          </ActionIcon>
          <Text fz="xs" w={42} ta="center" aria-label="Zoom">
            {Math.round(scale * 100)} %
          </Text>
          <ActionIcon size="sm" aria-label="Zoom in" onClick={() => zoomBy(1, scale)}>
            <IconPlus size={14} />
          </ActionIcon>
          {beside && (
            <Tooltip label="All slides in view">
              <ActionIcon
                size="sm"
                aria-label="All slides in view"
                onClick={() =>
                  room &&
                  zoomTo(
                    Math.max(
                      LEAST,
                      Math.min(fitted(room, size), (room.width - 2 * ROOM - (count - 1) * gap) / (count * size.width)),
                    ),
                  )
                }
              >
                <IconLayoutDistributeVertical size={14} />
              </ActionIcon>
            </Tooltip>
          )}
          <Tooltip label="Fit the slide into the window">
            <ActionIcon size="sm" aria-label="Fit" onClick={() => zoomTo('fit')}>
              <IconMaximize size={14} />
            </ActionIcon>
          </Tooltip>
        </Group>
      </div>
    </main>
  );
}
