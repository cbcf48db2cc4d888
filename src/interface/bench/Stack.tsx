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
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, Menu, ScrollArea, Text, TextInput, Tooltip } from '@mantine/core';
import { notifications } from '@mantine/notifications';
import {
  IconAlertTriangle,
  IconArrowBigRight,
  IconBorderOuter,
  IconBrightnessDown,
  IconCircle,
  IconCloud,
  IconColorFilter,
  IconDots,
  IconDroplet,
  IconEye,
  IconEyeOff,
  IconGradienter,
  IconGrain,
  IconHexagon,
  IconLine,
  IconLock,
  IconLockOpen,
  IconMessage,
  IconPhoto,
  IconPhotoPlus,
  IconPlus,
  IconRectangle,
  IconSquare,
  IconSquareFilled,
  IconStack2,
  IconStar,
  IconTypography,
  IconVector,
} from '@tabler/icons-react';
import { Fragment, useEffect, useRef, useState } from 'react';
import { zoneEntered } from '../../core/arrange/zones';
import { boundsOf } from '../../core/ground/transform';
import type { Layer } from '../../core/kinds/layers';
import { groupsAround, membersOf } from '../../core/piece/groups';
import { layersIn } from '../../core/piece/resolve';
import { isTreatment } from '../../core/piece/treatments';
import type { Band } from '../../core/values/plain';
import type { ShapeForm } from '../../core/values/shape';
import { lookKey } from '../../core/values/swatches';
import { latest, stageWorker } from '../../workers/clients';
import { VerdictMark } from '../shared/VerdictMark';
import {
  addBorder,
  addDrawnShape,
  addFill,
  addLogoFiles,
  addPhoto,
  addPicture,
  addPictureFiles,
  addShape,
  addText,
  addTreatment,
  moveTo,
  renameLayer,
  toggleLocked,
  toggleVisible,
} from './commands';
import { openMenu, startRenaming, useRenaming } from './ContextMenu';
import { Library } from './Library';
import { usePanelPiece } from './panel-piece';
import css from './Stack.module.css';
import { currentSize, currentSlide, frameOf, isMovable, sceneOf, select, useBench } from './store';

const BAND_NAME: Record<Band, string> = { message: 'Message', overlays: 'Overlays', backdrop: 'Backdrop' };
const BAND_HINT: Record<Band, string> = {
  message: 'What is to be read',
  overlays: 'Between picture and text',
  backdrop: 'Photo, colours, patterns',
};
const SHAPES: [ShapeForm, string, typeof IconSquare][] = [
  ['rectangle', 'Rectangle', IconSquare],
  ['ellipse', 'Ellipse', IconCircle],
  ['polygon', 'Polygon', IconHexagon],
  ['star', 'Star', IconStar],
  ['line', 'Line', IconLine],
  ['arrow', 'Arrow', IconArrowBigRight],
  ['blob', 'Blob', IconCloud],
  ['speech', 'Speech box', IconMessage],
];
const THUMB = { width: 44, height: 34 };

const askThumbnails = latest((ids: string[]) =>
  stageWorker().thumbnails(sceneOf(useBench.getState()), ids, THUMB.width * 2, THUMB.height * 2),
);
/** Thumbnails by layer id, painted by the worker; drawn onto the rows' canvases. */
const canvases = new Map<string, HTMLCanvasElement>();

function useThumbnails(layers: readonly Layer[]): void {
  const painted = useRef(new Map<string, string>());
  const swatches = useBench((s) => s.piece.swatches);
  const epoch = useBench((s) => s.epoch);
  // Once the stage has been painted, fonts and pictures are there.
  const ready = useBench((s) => Object.keys(s.texts).length > 0 || s.painted);
  useEffect(() => {
    if (!ready) return;
    const timer = setTimeout(async () => {
      // What a layer shows also depends on swatches, fonts, and the texts it follows.
      const keys = new Map(
        layers.map((l) => [
          l.id,
          lookKey([l, epoch, 'follows' in l ? layers.filter((t) => l.follows.includes(t.id)) : 0], { swatches }),
        ]),
      );
      const stale = layers.filter((l) => painted.current.get(l.id) !== keys.get(l.id)).map((l) => l.id);
      if (!stale.length) return;
      const made = await askThumbnails(stale).catch(() => null);
      for (const { id, bitmap } of made ?? []) {
        const canvas = canvases.get(id),
          layer = layers.find((l) => l.id === id);
        const context = canvas?.getContext('bitmaprenderer');
        if (!context || !layer) continue;
        context.transferFromImageBitmap(bitmap);
        painted.current.set(id, keys.get(id)!);
      }
    }, 220);
    return () => clearTimeout(timer);
  }, [layers, ready, swatches, epoch]);
}

const INDENT = 12;

function Row({ layer, depth }: { layer: Layer; depth: number }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id: layer.id });
  const selected = useBench((s) => s.selection.includes(layer.id));
  const verdict = useBench((s) => s.readings.find((r) => r.layer === layer.id)?.verdict);
  const size = useBench(currentSize);
  const warning = useBench((s) => {
    const place = s.texts[layer.id];
    if (place?.overflow) return 'More text than the frame holds';
    if (place?.missingFonts.length) return `${place.missingFonts[0]} is not here: shown in another font`;
    const zone =
      layer.visible && layer.band === 'message' && isMovable({ ...layer, locked: false }, size)
        ? zoneEntered(boundsOf(frameOf(layer, s.texts), layer.rotation), size)
        : null;
    return zone && `Reaches into a keep-clear zone: ${zone}`;
  });
  const renaming = useRenaming() === layer.id;
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    canvases.set(layer.id, canvas.current!);
    return () => void canvases.delete(layer.id);
  }, [layer.id]);
  const name =
    layer.kind === 'text' && layer.name === 'Text' ? layer.text.replace(/\s+/g, ' ').trim() || 'Text' : layer.name;
  return (
    <div
      ref={setNodeRef}
      className={css.row}
      data-row={layer.id}
      data-selected={selected || undefined}
      data-hidden={!layer.visible || undefined}
      data-dragging={isDragging || undefined}
      style={{ transform: CSS.Translate.toString(transform), transition, paddingLeft: 10 + depth * INDENT }}
      onClick={(e) => {
        const s = useBench.getState().selection;
        select(
          e.shiftKey || e.ctrlKey || e.metaKey
            ? selected
              ? s.filter((id) => id !== layer.id)
              : [...s, layer.id]
            : [layer.id],
        );
      }}
      onDoubleClick={() => startRenaming(layer.id)}
      onContextMenu={(e) => {
        e.preventDefault();
        if (!selected) select([layer.id]);
        openMenu(e.clientX, e.clientY);
      }}
    >
      <div className={css.grip} {...attributes} {...listeners} aria-label={`${name}: drag to reorder`}>
        <canvas
          ref={canvas}
          width={THUMB.width * 2}
          height={THUMB.height * 2}
          style={THUMB}
          data-tint={layer.band === 'overlays' || undefined}
        />
      </div>
      {renaming ? (
        <TextInput
          size="xs"
          autoFocus
          defaultValue={layer.name}
          aria-label="Name of the layer"
          className={css.name}
          onFocus={(e) => e.currentTarget.select()}
          onBlur={(e) => {
            renameLayer(layer.id, e.currentTarget.value);
            startRenaming(null);
          }}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === 'Enter') e.currentTarget.blur();
            if (e.key === 'Escape') startRenaming(null);
          }}
        />
      ) : (
        <span className={css.name} title={name}>
          {name}
          {isTreatment(layer) && <small>{Math.round(layer.opacity * 100)} %</small>}
        </span>
      )}
      {warning && (
        <Tooltip label={warning}>
          <IconAlertTriangle size={14} className={css.warning} data-warning aria-label={warning} />
        </Tooltip>
      )}
      {verdict !== undefined && <VerdictMark verdict={verdict} size={13} />}
      {layer.locked && (
        <ActionIcon
          size="xs"
          aria-label={`Unlock ${name}`}
          onClick={(e) => (e.stopPropagation(), toggleLocked(layer.id))}
        >
          <IconLock size={13} />
        </ActionIcon>
      )}
      <ActionIcon
        size="xs"
        className={css.eye}
        aria-label={`${layer.visible ? 'Hide' : 'Show'} ${name}`}
        onClick={(e) => (e.stopPropagation(), toggleVisible(layer.id))}
      >
        {layer.visible ? <IconEye size={14} /> : <IconEyeOff size={14} />}
      </ActionIcon>
      <ActionIcon
        size="xs"
        className={css.more}
        aria-label={`More for ${name}`}
        onClick={(e) => {
          e.stopPropagation();
          if (!selected) select([layer.id]);
          openMenu(e.clientX, e.clientY);
        }}
      >
        <IconDots size={14} />
      </ActionIcon>
    </div>
  );
}

/** The head of a group: everything in it is selected, hidden and locked together. */
function GroupRow({ id, depth }: { id: string; depth: number }) {
  const slide = useBench(currentSlide);
  const group = slide.groups.find((g) => g.id === id),
    members = membersOf(slide, id);
  const chosen = useBench((s) => members.length > 0 && members.every((m) => s.selection.includes(m)));
  const layers = slide.layers.filter((l) => members.includes(l.id)),
    visible = layers.some((l) => l.visible),
    locked = layers.every((l) => l.locked);
  if (!group) return null;
  return (
    <div
      className={css.group}
      data-group={id}
      data-selected={chosen || undefined}
      style={{ paddingLeft: 10 + depth * INDENT }}
      onClick={(e) =>
        e.shiftKey ? select([...new Set([...useBench.getState().selection, ...members])]) : select(members)
      }
    >
      <IconStack2 size={14} />
      <span className={css.name}>{group.name}</span>
      <ActionIcon
        size="xs"
        className={css.eye}
        aria-label={`${locked ? 'Unlock' : 'Lock'} ${group.name}`}
        onClick={(e) => (e.stopPropagation(), toggleLocked(...members))}
      >
        {locked ? <IconLock size={13} /> : <IconLockOpen size={13} />}
      </ActionIcon>
      <ActionIcon
        size="xs"
        className={css.eye}
        aria-label={`${visible ? 'Hide' : 'Show'} ${group.name}`}
        onClick={(e) => (e.stopPropagation(), toggleVisible(...members))}
      >
        {visible ? <IconEye size={14} /> : <IconEyeOff size={14} />}
      </ActionIcon>
    </div>
  );
}

/** Rows of a band, each group's head before the first of its layers. */
function Rows({ layers }: { layers: Layer[] }) {
  const groups = useBench((s) => currentSlide(s).groups);
  const paths = layers.map((l) => groupsAround({ groups }, l.group).reverse());
  return layers.map((l, n) => {
    const path = paths[n],
      same = path.findIndex((g, i) => paths[n - 1]?.[i] !== g),
      fresh = same < 0 ? [] : path.slice(same);
    return (
      <Fragment key={l.id}>
        {fresh.map((g, i) => (
          <GroupRow key={g} id={g} depth={path.length - fresh.length + i} />
        ))}
        <Row layer={l} depth={path.length} />
      </Fragment>
    );
  });
}

function BandSection({ band, layers, children }: { band: Band; layers: Layer[]; children: React.ReactNode }) {
  const { setNodeRef, isOver } = useDroppable({ id: `band:${band}` });
  return (
    <section ref={setNodeRef} className={css.band} data-over={isOver || undefined} aria-label={BAND_NAME[band]}>
      <header>
        <Text fz="sm" fw={700} component="h2">
          {BAND_NAME[band]}
        </Text>
        {children}
      </header>
      <Rows layers={layers} />
      {layers.length === 0 && (
        <Text fz="xs" c="dimmed" px={10} pb={6}>
          {BAND_HINT[band]}
        </Text>
      )}
    </section>
  );
}

export function Stack() {
  const piece = usePanelPiece();
  const slideId = useBench((s) => s.slideId);
  const sizeId = useBench((s) => s.sizeId);
  const slide = currentSlide({ piece, slideId });
  const size = currentSize({ piece, sizeId });
  const [library, setLibrary] = useState<Band | null>(null);
  const files = useRef<HTMLInputElement>(null),
    logos = useRef<HTMLInputElement>(null),
    drawings = useRef<HTMLInputElement>(null);
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 5 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const layers = layersIn(piece, slide, size);
  useThumbnails(slide.layers);
  const topFirst = [...layers].reverse();
  const of = (band: Band): Layer[] => topFirst.filter((l) => l.band === band);

  const dropped = ({ active, over }: DragEndEvent): void => {
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

  const add = (label: string, items: React.ReactNode) => (
    <Menu position="bottom-end" width={210}>
      <Menu.Target>
        <ActionIcon size="sm" aria-label={label}>
          <IconPlus size={15} />
        </ActionIcon>
      </Menu.Target>
      <Menu.Dropdown>{items}</Menu.Dropdown>
    </Menu>
  );

  return (
    <aside className={css.stack} aria-label="Stack">
      <ScrollArea h="100%" type="auto">
        <DndContext id="stack" sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
          <SortableContext items={topFirst.map((l) => l.id)} strategy={verticalListSortingStrategy}>
            <BandSection band="message" layers={of('message')}>
              {add(
                'Add to Message',
                <>
                  <Menu.Item leftSection={<IconTypography size={15} />} rightSection="T" onClick={addText}>
                    Text
                  </Menu.Item>
                  <Menu.Divider />
                  <Menu.Item leftSection={<IconPhotoPlus size={15} />} onClick={() => logos.current?.click()}>
                    Logo or picture
                  </Menu.Item>
                  <Menu.Item leftSection={<IconPhoto size={15} />} onClick={() => setLibrary('message')}>
                    Picture from the library
                  </Menu.Item>
                  <Menu.Divider />
                  {SHAPES.map(([form, name, Icon]) => (
                    <Menu.Item key={form} leftSection={<Icon size={15} />} onClick={() => void addShape(form)}>
                      {name}
                    </Menu.Item>
                  ))}
                  <Menu.Item leftSection={<IconVector size={15} />} onClick={() => drawings.current?.click()}>
                    Shape from SVG
                  </Menu.Item>
                </>,
              )}
            </BandSection>
            <BandSection band="overlays" layers={of('overlays')}>
              {add(
                'Add to Overlays',
                <>
                  <Menu.Item leftSection={<IconColorFilter size={15} />} onClick={() => void addTreatment('tint')}>
                    Tint
                  </Menu.Item>
                  <Menu.Item leftSection={<IconBrightnessDown size={15} />} onClick={() => void addTreatment('fade')}>
                    Fade
                  </Menu.Item>
                  <Menu.Item leftSection={<IconDroplet size={15} />} onClick={() => void addTreatment('pool')}>
                    Pool behind text
                  </Menu.Item>
                  <Menu.Item leftSection={<IconRectangle size={15} />} onClick={() => void addTreatment('plate')}>
                    Plate behind text
                  </Menu.Item>
                  <Menu.Item leftSection={<IconBorderOuter size={15} />} onClick={addBorder}>
                    Border
                  </Menu.Item>
                </>,
              )}
            </BandSection>
            <BandSection band="backdrop" layers={of('backdrop')}>
              {add(
                'Add to Backdrop',
                <>
                  <Menu.Item leftSection={<IconPhotoPlus size={15} />} onClick={() => files.current?.click()}>
                    Photo from a file
                  </Menu.Item>
                  <Menu.Item leftSection={<IconPhoto size={15} />} onClick={() => setLibrary('backdrop')}>
                    Photo from the library
                  </Menu.Item>
                  <Menu.Item leftSection={<IconSquareFilled size={15} />} onClick={() => void addFill('colour')}>
                    Colour
                  </Menu.Item>
                  <Menu.Item leftSection={<IconGradienter size={15} />} onClick={() => void addFill('gradient')}>
                    Gradient
                  </Menu.Item>
                  <Menu.Item leftSection={<IconGrain size={15} />} onClick={() => void addFill('pattern')}>
                    Pattern
                  </Menu.Item>
                </>,
              )}
            </BandSection>
          </SortableContext>
        </DndContext>
      </ScrollArea>
      <input
        ref={files}
        type="file"
        accept="image/*"
        multiple
        hidden
        data-testid="photo-file"
        onChange={(e) => {
          void addPictureFiles([...(e.currentTarget.files ?? [])]);
          e.currentTarget.value = '';
        }}
      />
      <input
        ref={logos}
        type="file"
        accept="image/*"
        multiple
        hidden
        data-testid="logo-file"
        onChange={(e) => {
          void addLogoFiles([...(e.currentTarget.files ?? [])]);
          e.currentTarget.value = '';
        }}
      />
      <input
        ref={drawings}
        type="file"
        accept="image/svg+xml"
        hidden
        data-testid="drawing-file"
        onChange={(e) => {
          const file = e.currentTarget.files?.[0];
          if (file) void addDrawnShape(file);
          e.currentTarget.value = '';
        }}
      />
      {library && (
        <Library
          onClose={() => setLibrary(null)}
          onChoose={(a) => {
            setLibrary(null);
            (library === 'message' ? addPicture : addPhoto)(a);
          }}
        />
      )}
    </aside>
  );
}
