'use client';
// A layer in the stack: thumbnail, name, verdict, visible, locked.
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { ActionIcon, TextInput, Tooltip } from '@mantine/core';
import { IconAlertTriangle, IconDots, IconEye, IconEyeOff, IconLock } from '@tabler/icons-react';
import { useEffect, useRef } from 'react';
import { zoneEntered } from '../../../core/arrange/zones';
import { boundsOf } from '../../../core/ground/transform';
import type { Layer } from '../../../core/kinds/layers';
import { isTreatment } from '../../../core/piece/treatments';
import { VerdictMark } from '../../shared/VerdictMark';
import { renameLayer, toggleLocked, toggleVisible } from '../commands/layers';
import { openMenu, startRenaming, useRenaming } from '../state/menu';
import { currentSize, frameOf, isMovable, select, useBench } from '../state/store';
import css from './Stack.module.css';

import { faceOf } from '../kinds/faces';
import { canvases, THUMB } from './thumbnails';

/** How far each group is set in, px. */
export const INDENT = 12;

export function Row({ layer, depth }: { layer: Layer; depth: number }) {
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
  const name = faceOf(layer).rowName?.(layer) ?? layer.name;
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
