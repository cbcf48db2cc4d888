'use client';
// The stack: the slide's layers in true order, top first, in three bands. Each band has its own add button.
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { ScrollArea, Text } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import type { Layer } from '../../../core/kinds/layers';
import { layersIn } from '../../../core/piece/resolve';
import type { Slide } from '../../../core/piece/schema';
import type { Band } from '../../../core/values/plain';
import { moveTo } from '../commands/layers';
import { heldOverShelf, keepOnShelf } from '../shelf/keeping';
import { usePanelPiece } from '../state/panel-piece';
import { currentSize, currentSlide, useBench } from '../state/store';
import css from './Stack.module.css';

import { BANDS } from '../../../core/values/plain';
import { AddMenu } from './AddMenu';
import { Rows } from './Rows';
import { useThumbnails } from './thumbnails';

const BAND_NAME: Record<Band, string> = { message: 'Message', overlays: 'Overlays', backdrop: 'Backdrop' };
const BAND_HINT: Record<Band, string> = {
  message: 'What is to be read',
  overlays: 'Between picture and text',
  backdrop: 'Photo, colours, patterns',
};
function BandSection({ band, layers, groups }: { band: Band; layers: Layer[]; groups: Slide['groups'] }) {
  const { setNodeRef, isOver } = useDroppable({ id: `band:${band}` });
  return (
    <section ref={setNodeRef} className={css.band} data-over={isOver || undefined} aria-label={BAND_NAME[band]}>
      <header>
        <Text fz="sm" fw={700} component="h2">
          {BAND_NAME[band]}
        </Text>
        <AddMenu band={band} label={`Add to ${BAND_NAME[band]}`} />
      </header>
      <Rows layers={layers} groups={groups} />
      {layers.length === 0 && (
        <Text fz="xs" c="dimmed" px={10} pb={6}>
          {BAND_HINT[band]}
        </Text>
      )}
    </section>
  );
}

const TOP_FIRST = [...BANDS].reverse();

export function Stack() {
  const piece = usePanelPiece(true);
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const slide = currentSlide({ piece, slideId });
  const size = currentSize({ piece, sizeId });
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const layers = layersIn(piece, slide, size);
  useThumbnails(slide.layers);
  const topFirst = [...layers].reverse();
  const of = (band: Band): Layer[] => topFirst.filter((l) => l.band === band);

  const dropped = ({ active, over }: DragEndEvent): void => {
    if (heldOverShelf()) {
      const { selection } = useBench.getState(),
        id = String(active.id);
      void keepOnShelf(selection.includes(id) ? selection : [id]);
      return;
    }
    if (!over || active.id === over.id) return;
    const moving = layers.find((l) => l.id === active.id);
    if (!moving) return;
    const target = String(over.id);
    let band: Band, above: string | null;
    if (target.startsWith('band:')) {
      band = target.slice(5) as Band;
      if (band === moving.band) return;
      above = of(band)[0]?.id ?? null;
    } else {
      const onto = layers.find((l) => l.id === target)!;
      band = onto.band;
      const from = topFirst.indexOf(moving),
        to = topFirst.indexOf(onto);
      // Dragged down it lands below what it is dropped on, dragged up above it.
      above = from < to ? (layers[layers.indexOf(onto) - 1]?.id ?? null) : onto.id;
      if (above === moving.id) return;
      if (above !== null && layers.find((l) => l.id === above)!.band !== band) above = null;
    }
    moveTo(moving.id, band, above);
    if (band !== moving.band)
      notifications.show({
        title: `Moved to ${BAND_NAME[band]}`,
        message:
          band === 'message'
            ? 'It now lies with the texts, above every overlay.'
            : band === 'overlays'
              ? 'It now lies between picture and texts.'
              : 'It now belongs to the picture, under every overlay.',
        autoClose: 4000,
      });
  };

  return (
    <aside className={css.stack} aria-label="Stack" data-stack>
      <ScrollArea h="100%" type="auto">
        <DndContext
          id="stack"
          sensors={sensors}
          collisionDetection={closestCenter}
          // Held beside the stack it stays where it is.
          autoScroll={{ threshold: { x: 0, y: 0.2 } }}
          onDragEnd={dropped}
        >
          <SortableContext items={topFirst.map((l) => l.id)} strategy={verticalListSortingStrategy}>
            {TOP_FIRST.map((band) => (
              <BandSection key={band} band={band} layers={of(band)} groups={slide.groups} />
            ))}
          </SortableContext>
        </DndContext>
      </ScrollArea>
    </aside>
  );
}
