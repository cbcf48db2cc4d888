'use client';
// The slides of a piece in a row: each with its picture and its note, between them how they meet; of a section the
// pictures of its slideshow. Reordered by drag and keys.
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Menu, Tooltip } from '@mantine/core';
import {
  IconCopy,
  IconDots,
  IconEyeOff,
  IconFileExport,
  IconListDetails,
  IconPlayerPlay,
  IconPlus,
  IconTrash,
} from '@tabler/icons-react';
import { useEffect, useRef, useState } from 'react';
import type { Slide } from '../../../core/piece/schema';
import { hasSlides, mostSlides } from '../../../core/piece/slides';
import { isSlideshow } from '../../../core/piece/slideshow';
import { BEGIN_WITH_OUTLINE } from '../../shared/beginning';
import {
  addSlideAfter,
  copySlide,
  deleteSlide,
  dropSlide,
  leaveOut,
  moveSlideBy,
  noteSlide,
  toSlide,
} from '../commands/slides';
import { addShowPictures } from '../commands/slideshow';
import { usePanelPiece } from '../state/panel-piece';
import { currentSize, goToSlide, settle, useBench } from '../state/store';
import { Between, PictureMark, ShowTimes } from './Slideshow';
import { JoinMark } from './JoinMark';
import { Outline } from './Outline';
import { SlidePicture } from './SlidePicture';
import css from './SlideStrip.module.css';
import { Swipe } from './Swipe';

/** Height of a slide's picture, and its most width, CSS px. */
const HIGH = 54,
  WIDE = 84;

const focusCurrent = (): void =>
  void requestAnimationFrame(() => document.querySelector<HTMLElement>('[data-slide] [aria-current]')?.focus());

function Card({ slide, at, last, show }: { slide: Slide; at: number; last: boolean; show: boolean }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: slide.id });
  const current = useBench((s) => s.slideId === slide.id);
  const only = useBench((s) => s.piece.slides.length === 1);
  const { width, height } = useBench(currentSize);
  const card = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (current) card.current?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [current]);
  const name = `${show ? 'Picture' : 'Slide'} ${at + 1}`;
  return (
    <div
      ref={(el) => {
        setNodeRef(el);
        card.current = el;
      }}
      className={css.card}
      data-show={show || undefined}
      data-slide={slide.id}
      data-current={current || undefined}
      data-left-out={slide.leftOut || undefined}
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <div
        className={css.picture}
        {...attributes}
        {...listeners}
        role="button"
        tabIndex={current ? 0 : -1}
        aria-label={`${name}${slide.note ? `: ${slide.note}` : ''}`}
        aria-current={current || undefined}
        onClick={() => goToSlide(slide.id)}
        onKeyDown={(e) => {
          const by = { ArrowLeft: -1, ArrowRight: 1 }[e.key] as -1 | 1 | undefined;
          // A sorting drag that was begun by key takes the arrows itself.
          if (by && !isDragging) {
            e.preventDefault();
            e.stopPropagation();
            // A card that is moved loses the focus.
            if (e.altKey) moveSlideBy(slide.id, by);
            if (e.altKey || toSlide(by)) focusCurrent();
          } else if (e.key === 'Delete') {
            e.stopPropagation();
            deleteSlide(slide.id);
          } else listeners?.onKeyDown?.(e);
        }}
      >
        <SlidePicture id={slide.id} scale={Math.min(HIGH / height, WIDE / width)} />
      </div>
      <div className={css.beside}>
        <div className={css.head}>
          <b>{at + 1}</b>
          {slide.leftOut && <IconEyeOff size={12} aria-label="left out" />}
          {show && <PictureMark slide={slide.id} name={name} />}
          <Menu position="top-start" width={200}>
            <Menu.Target>
              <ActionIcon size="sm" aria-label={`${name}: more`}>
                <IconDots size={14} />
              </ActionIcon>
            </Menu.Target>
            <Menu.Dropdown>
              <Menu.Item leftSection={<IconPlus size={14} />} onClick={() => addSlideAfter(slide.id)}>
                {show ? 'Add an empty picture after it' : 'Add a slide after it'}
              </Menu.Item>
              <Menu.Item leftSection={<IconCopy size={14} />} onClick={() => copySlide(slide.id)}>
                Duplicate
              </Menu.Item>
              <Menu.Item disabled={at === 0} onClick={() => moveSlideBy(slide.id, -1)}>
                Move left
              </Menu.Item>
              <Menu.Item disabled={last} onClick={() => moveSlideBy(slide.id, 1)}>
                Move right
              </Menu.Item>
              <Menu.Item leftSection={<IconFileExport size={14} />} onClick={() => leaveOut(slide.id, !slide.leftOut)}>
                {slide.leftOut ? 'Hand it over again' : 'Leave it out'}
              </Menu.Item>
              <Menu.Item leftSection={<IconTrash size={14} />} disabled={only} onClick={() => deleteSlide(slide.id)}>
                Delete
              </Menu.Item>
            </Menu.Dropdown>
          </Menu>
        </div>
        {!show && (
          <textarea
            className={css.note}
            aria-label={`${name}: note`}
            placeholder="What will it say?"
            maxLength={2000}
            value={slide.note}
            onChange={(e) => noteSlide(slide.id, e.currentTarget.value)}
            onFocus={() => goToSlide(slide.id)}
            onBlur={settle}
          />
        )}
      </div>
    </div>
  );
}

const ADD = { slides: 'Add a slide', pictures: 'Add a picture: a photo from a file' };

export function SlideStrip() {
  const piece = usePanelPiece();
  const file = useRef<HTMLInputElement>(null);
  const clean = useBench((s) => s.view === 'clean');
  const [outline, setOutline] = useState(() => window.location.hash === BEGIN_WITH_OUTLINE);
  const [swipe, setSwipe] = useState(false);
  useEffect(() => {
    if (window.location.hash === BEGIN_WITH_OUTLINE) history.replaceState(history.state, '', window.location.pathname);
  }, []);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, {
      coordinateGetter: sortableKeyboardCoordinates,
      keyboardCodes: { start: ['Space'], cancel: ['Escape'], end: ['Space', 'Enter'] },
    }),
  );
  if (!hasSlides(piece) || clean) return null;
  const { slides } = piece,
    most = mostSlides(piece),
    show = isSlideshow(piece),
    words = show ? 'pictures' : 'slides';
  const drop = ({ active, over }: DragEndEvent): void =>
    dropSlide(String(active.id), over ? String(over.id) : undefined);
  return (
    <nav className={css.strip} aria-label={show ? 'Pictures' : 'Slides'}>
      {show ? (
        <ShowTimes />
      ) : (
        <div className={css.tools}>
          <Tooltip label="Outline: one line a slide">
            <ActionIcon size="sm" aria-label="Outline" onClick={() => setOutline(true)}>
              <IconListDetails size={16} />
            </ActionIcon>
          </Tooltip>
          <Tooltip label="Swipe through it as its viewers do">
            <ActionIcon
              size="sm"
              aria-label="Swipe preview"
              disabled={slides.length < 2}
              onClick={() => setSwipe(true)}
            >
              <IconPlayerPlay size={16} />
            </ActionIcon>
          </Tooltip>
        </div>
      )}
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={slides.map((s) => s.id)} strategy={horizontalListSortingStrategy}>
          <div className={css.cards}>
            {slides.map((slide, i) => [
              i > 0 &&
                (show ? (
                  <Between key={`between ${slides[i - 1].id}`} slide={slides[i - 1].id} at={i - 1} />
                ) : (
                  <JoinMark
                    key={`join ${slides[i - 1].id}`}
                    after={slides[i - 1].id}
                    name={`Between slides ${i} and ${i + 1}`}
                  />
                )),
              <Card key={slide.id} slide={slide} at={i} last={i === slides.length - 1} show={show} />,
            ])}
            {show && <Between slide={slides[slides.length - 1].id} at={slides.length - 1} />}
          </div>
        </SortableContext>
      </DndContext>
      <Tooltip label={slides.length < most ? ADD[words] : `${most} ${words} at most go there`}>
        <ActionIcon
          size={34}
          variant="default"
          className={css.add}
          aria-label={ADD[words]}
          data-disabled={slides.length >= most || undefined}
          onClick={() => (show ? file.current?.click() : addSlideAfter())}
        >
          <IconPlus size={18} />
        </ActionIcon>
      </Tooltip>
      <input
        ref={file}
        type="file"
        accept="image/*"
        multiple
        hidden
        data-testid="show-picture-file"
        onChange={(e) => {
          const files = [...(e.currentTarget.files ?? [])];
          if (files.length) void addShowPictures(files);
          e.currentTarget.value = '';
        }}
      />
      {outline && <Outline onClose={() => setOutline(false)} />}
      {swipe && <Swipe onClose={() => setSwipe(false)} />}
    </nav>
  );
}
