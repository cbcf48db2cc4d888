'use client';
// The outline: one line a slide. Typed, pasted as a list, reordered by drag and keys; and the rough version made of it.
import { closestCenter, DndContext, type DragEndEvent, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { SortableContext, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Button, Group, Text } from '@mantine/core';
import { IconGripVertical, IconX } from '@tabler/icons-react';
import { isText } from '../../../core/kinds/layers';
import type { Slide } from '../../../core/piece/schema';
import { mostSlides, outlineOf } from '../../../core/piece/slides';
import { Dialog } from '../../shared/Dialog';
import {
  addSlideAfter,
  deleteSlide,
  dropSlide,
  makeRough,
  moveSlideBy,
  noteSlide,
  pasteOutline,
} from '../commands/slides';
import { usePanelPiece } from '../state/panel-piece';
import { goToSlide, redoEdit, settle, undoEdit, useBench } from '../state/store';
import css from './Outline.module.css';

const fieldOf = (id: string): HTMLInputElement | null => document.querySelector(`[data-outline-note="${id}"]`);
const focus = (id: string | undefined): void => {
  if (id) requestAnimationFrame(() => fieldOf(id)?.focus());
};

function Line({ slide, at }: { slide: Slide; at: number }) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: slide.id });
  const { slides } = usePanelPiece();
  // Live, unlike the panels: one types here.
  const note = useBench((s) => s.piece.slides.find((x) => x.id === slide.id)?.note ?? '');
  const key = (e: React.KeyboardEvent<HTMLInputElement>): void => {
    const by = { ArrowUp: -1, ArrowDown: 1 }[e.key];
    if (e.key === 'Enter') {
      e.preventDefault();
      settle();
      if (addSlideAfter(slide.id)) focus(useBench.getState().slideId);
    } else if (by && e.altKey) {
      e.preventDefault();
      settle();
      moveSlideBy(slide.id, by);
      focus(slide.id);
    } else if (by) {
      e.preventDefault();
      focus(slides[at + by]?.id);
    } else if (e.key === 'Backspace' && note === '' && slides.length > 1 && !slide.layers.length) {
      e.preventDefault();
      focus((slides[at - 1] ?? slides[at + 1]).id);
      deleteSlide(slide.id);
    } else if ((e.ctrlKey || e.metaKey) && /^[zy]$/i.test(e.key)) {
      e.preventDefault();
      if (e.key.toLowerCase() === 'y' || e.shiftKey) redoEdit();
      else undoEdit();
    }
  };
  return (
    <div ref={setNodeRef} className={css.line} style={{ transform: CSS.Translate.toString(transform), transition }}>
      <span
        {...attributes}
        {...listeners}
        tabIndex={-1}
        className={css.grip}
        aria-label={`Line ${at + 1}: drag to reorder`}
      >
        <IconGripVertical size={15} />
      </span>
      <b>{at + 1}</b>
      <input
        className={css.note}
        data-outline-note={slide.id}
        aria-label={`Slide ${at + 1}`}
        placeholder="What will it say?"
        maxLength={2000}
        value={note}
        data-autofocus={at === 0 || undefined}
        onChange={(e) => noteSlide(slide.id, e.currentTarget.value)}
        onFocus={() => goToSlide(slide.id)}
        onBlur={settle}
        onKeyDown={key}
        onPaste={(e) => {
          const lines = outlineOf(e.clipboardData.getData('text/plain'));
          if (lines.length < 2) return;
          e.preventDefault();
          pasteOutline(slide.id, lines);
        }}
      />
      {slide.layers.length > 0 && <small>{slide.layers.some(isText) ? 'has text' : 'begun'}</small>}
      <ActionIcon
        size="sm"
        aria-label={`Delete slide ${at + 1}`}
        disabled={slides.length < 2}
        onClick={() => deleteSlide(slide.id)}
      >
        <IconX size={14} />
      </ActionIcon>
    </div>
  );
}

export function Outline({ onClose }: { onClose: () => void }) {
  const piece = usePanelPiece(),
    { slides } = piece,
    most = mostSlides(piece);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const drop = ({ active, over }: DragEndEvent): void =>
    dropSlide(String(active.id), over ? String(over.id) : undefined);
  return (
    <Dialog opened onClose={onClose} size={620} title="Outline">
      <Text fz="sm" mb="xs">
        One line a slide. Enter begins the next; a pasted list makes slides; Alt with the arrows moves a line.
      </Text>
      <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={drop}>
        <SortableContext items={slides.map((s) => s.id)} strategy={verticalListSortingStrategy}>
          <div className={css.lines}>
            {slides.map((slide, i) => (
              <Line key={slide.id} slide={slide} at={i} />
            ))}
          </div>
        </SortableContext>
      </DndContext>
      <Group justify="space-between" mt="md" wrap="nowrap">
        <Text fz="xs" c={slides.length >= most ? 'amber' : 'dimmed'} data-outline-count>
          {slides.length} of {most} slides
          {slides.length >= most ? ': no more go there' : ''}
        </Text>
        <Group gap="xs" wrap="nowrap">
          <Button
            size="xs"
            variant="default"
            disabled={!slides.some((s) => s.note.trim() && !s.layers.some(isText))}
            onClick={makeRough}
          >
            Make a rough version
          </Button>
          <Button size="xs" onClick={onClose}>
            Done
          </Button>
        </Group>
      </Group>
      <Text fz="xs" c="dimmed" mt={4}>
        A rough version gives every line its headline and text, on one ground, each of them Clear. Notes themselves are
        never painted.
      </Text>
    </Dialog>
  );
}
