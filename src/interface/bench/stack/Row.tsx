'use client';
// A layer in the stack: thumbnail, name, verdict, visible, locked.
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, TextInput, Tooltip } from '@mantine/core';
import {
  IconAlertTriangle,
  IconArrowsJoin2,
  IconDots,
  IconEye,
  IconEyeOff,
  IconLock,
  IconResize,
} from '@tabler/icons-react';
import { memo, useEffect, useMemo, useRef } from 'react';
import { zoneEntered } from '../../../core/arrange/zones';
import { boundsOf } from '../../../core/ground/transform';
import { isText, type Layer } from '../../../core/kinds/layers';
import type { Size } from '../../../core/piece/schema';
import { isTreatment } from '../../../core/piece/treatments';
import { VerdictMark } from '../../shared/VerdictMark';
import { renameLayer, toggleLocked, toggleVisible } from '../commands/layers';
import { derived } from '../state/derived';
import { openMenu, startRenaming, useRenaming } from '../state/menu';
import { usePanelSelection } from '../state/panel-selection';
import { type BenchState, currentSize, currentSlide, frameOf, isMovable, select, useBench } from '../state/store';
import css from './Stack.module.css';

import { faceOf } from '../kinds/faces';
import { keepThumbnail, THUMB } from './thumbnails';

// Asked by every row with every frame of a drag.

/** The stack is one stop of Tab, its parts another few: those of the selected row, or of the first. */
const stopIn = derived(
  (s: BenchState) => [currentSlide(s).layers, s.selection],
  (layers, selection) => (layers.findLast((l) => selection.includes(l.id)) ?? layers.at(-1))?.id,
);
const verdictsIn = derived(
  (s: BenchState) => [s.readings, s.marks],
  // Readings come before marks.
  (readings, marks) => new Map([...marks, ...readings].map((r) => [r.layer, r.verdict])),
);

/** What is wrong with where a layer lies or with what it is made of, in words. */
function warningOf(
  layer: Layer,
  size: Size,
  texts: BenchState['texts'],
  readings: BenchState['readings'],
): string | null {
  const place = texts[layer.id];
  if (place?.overflow) return 'More text than the frame holds';
  if (place?.missingFonts.length) return `${place.missingFonts[0]} is not here: shown in another font`;
  // Of a text its letters count, not its empty frame.
  if (isText(layer))
    return readings.find((r) => r.layer === layer.id)?.flags.includes('keep-clear')
      ? 'Lies in a keep-clear zone'
      : null;
  const zone =
    layer.visible && layer.band === 'message' && isMovable({ ...layer, locked: false }, size)
      ? zoneEntered(boundsOf(frameOf(layer, texts), layer.rotation), size)
      : null;
  return zone && `Reaches into a keep-clear zone: ${zone}`;
}

/** What is done from the menu is done to the selection: a layer that is no part of it becomes it. */
function openMenuOf(id: string, e: React.MouseEvent): void {
  if (!useBench.getState().selection.includes(id)) select([id]);
  openMenu(e);
}

/** How far each group is set in, px. */
export const INDENT = 12;

/** What can be dragged, apart from how it looks: whether it is selected is drawn without asking for that again. */
export function Row({ layer, depth }: { layer: Layer; depth: number }) {
  return <RowBody layer={layer} depth={depth} held={useSortable({ id: layer.id })} />;
}

function RowBody({
  layer,
  depth,
  held: { attributes, listeners, setNodeRef, transform, transition, isDragging },
}: {
  layer: Layer;
  depth: number;
  held: ReturnType<typeof useSortable>;
}) {
  const selected = usePanelSelection((s) => s.selected.has(layer.id));
  const stop = useBench((s) => stopIn(s) === layer.id);
  const tab = stop ? 0 : -1,
    name = faceOf(layer).rowName?.(layer) ?? layer.name;
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
            ? s.includes(layer.id)
              ? s.filter((id) => id !== layer.id)
              : [...s, layer.id]
            : [layer.id],
        );
      }}
      onKeyDown={(e) => {
        const by = { ArrowUp: -1, ArrowDown: 1 }[e.key];
        if (by === undefined || !(e.target as HTMLElement).dataset.rowName) return;
        e.preventDefault();
        const all = [...document.querySelectorAll<HTMLElement>('[data-row-name]')];
        all[all.indexOf(e.target as HTMLElement) + by]?.focus();
      }}
      onDoubleClick={() => startRenaming(layer.id)}
      onContextMenu={(e) => {
        e.preventDefault();
        openMenuOf(layer.id, e);
      }}
    >
      <div className={css.grip} {...attributes} {...listeners} tabIndex={tab} aria-label={`${name}: drag to reorder`}>
        <Thumbnail layer={layer.id} tint={layer.band === 'overlays'} />
      </div>
      <RowName layer={layer} name={name} selected={selected} tab={tab} />
      <RowSigns layer={layer} />
      <RowButtons id={layer.id} name={name} visible={layer.visible} locked={layer.locked} tab={tab} />
    </div>
  );
}

// Apart from the row, and each drawn again only where its own changes: with many layers selected, or one dragged, every
// row is drawn again.

const Thumbnail = memo(function Thumbnail({ layer, tint }: { layer: string; tint: boolean }) {
  const place = useRef<HTMLImageElement>(null);
  useEffect(() => keepThumbnail(layer, place.current!), [layer]);
  // eslint-disable-next-line @next/next/no-img-element -- it is painted by our own worker
  return <img ref={place} alt="" draggable={false} style={THUMB} data-tint={tint || undefined} />;
});

/** The name, or the field in which it is changed. */
const RowName = memo(function RowName({
  layer,
  name,
  selected,
  tab,
}: {
  layer: Layer;
  name: string;
  selected: boolean;
  tab: 0 | -1;
}) {
  const renaming = useRenaming() === layer.id;
  return renaming ? (
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
    <button
      type="button"
      className={css.name}
      title={name}
      data-row-name={layer.id}
      // A click selects and leaves the arrow keys to the layer; by key one walks through the rows.
      onMouseDown={(e) => {
        e.preventDefault();
        if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
      }}
      tabIndex={tab}
      aria-pressed={selected}
    >
      <bdi>{name}</bdi>
      {isTreatment(layer) && <small title="Opacity">{Math.round(layer.opacity * 100)} %</small>}
    </button>
  );
});

/** What is to be known of a layer: warnings, how it reads, what is its own in this size, where it belongs. */
const RowSigns = memo(function RowSigns({ layer }: { layer: Layer }) {
  const verdict = useBench((s) => verdictsIn(s).get(layer.id));
  const size = useBench(currentSize);
  const warned = useMemo(
    () =>
      derived(
        (s: BenchState) => [s.texts, s.readings, currentSize(s)],
        (texts, readings, size) => warningOf(layer, size, texts, readings),
      ),
    [layer],
  );
  const warning = useBench(warned);
  return (
    <>
      {warning && (
        <Tooltip label={warning}>
          <IconAlertTriangle size={14} className={css.warning} data-warning aria-label={warning} />
        </Tooltip>
      )}
      {verdict !== undefined && <VerdictMark verdict={verdict} size={13} />}
      {layer.overrides[size.id] !== undefined && (
        <Tooltip label="Some of it is of its own in this size">
          <IconResize size={13} data-own-row aria-label="something of its own in this size" />
        </Tooltip>
      )}
      {layer.guest && layer.guest.by !== 0 && (
        <Tooltip label="A guest: it belongs to another slide and goes on over this one">
          <IconArrowsJoin2 size={13} data-guest aria-label="guest from another slide" />
        </Tooltip>
      )}
    </>
  );
});

/** Locked, visible, and more. */
const RowButtons = memo(function RowButtons({
  id,
  name,
  visible,
  locked,
  tab,
}: Pick<Layer, 'id' | 'name' | 'visible' | 'locked'> & { tab: 0 | -1 }) {
  return (
    <>
      {locked && (
        <ActionIcon
          size="xs"
          tabIndex={tab}
          aria-label={`Unlock ${name}`}
          onClick={(e) => (e.stopPropagation(), toggleLocked(id))}
        >
          <IconLock size={13} />
        </ActionIcon>
      )}
      <ActionIcon
        size="xs"
        className={css.eye}
        tabIndex={tab}
        aria-label={`${visible ? 'Hide' : 'Show'} ${name}`}
        onClick={(e) => (e.stopPropagation(), toggleVisible(id))}
      >
        {visible ? <IconEye size={14} /> : <IconEyeOff size={14} />}
      </ActionIcon>
      <ActionIcon
        size="xs"
        className={css.more}
        tabIndex={tab}
        aria-label={`More for ${name}`}
        onClick={(e) => {
          e.stopPropagation();
          openMenuOf(id, e);
        }}
      >
        <IconDots size={14} />
      </ActionIcon>
    </>
  );
});
