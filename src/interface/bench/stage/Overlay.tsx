'use client';
// What lies over the painted slide: a transparent element for each layer, handles of the selection, aids, letters'
// readings.
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef } from 'react';
import type { Handle } from '../../../core/arrange/resize';
import type { Box } from '../../../core/ground/box';
import { union } from '../../../core/ground/box';
import { boundsOf } from '../../../core/ground/transform';
import type { Layer } from '../../../core/kinds/layers';
import { isPhoto, isText } from '../../../core/kinds/layers';
import { setIn } from '../../../core/piece/set-in-size';
import { stepInto, takenBy } from '../../../core/piece/groups';
import { useAssetSize } from '../../shared/assets';
import { countPress } from '../commands/drag';
import { atRest, isMoving } from '../state/at-rest';
import { openMenu } from '../state/menu';
import {
  currentSize,
  currentSlide,
  edit,
  isMovable,
  isPannable,
  isResizable,
  frameOf as painted,
  placedLayers,
  select,
  useBench,
} from '../state/store';
import { Aids } from './Aids';
import { FadeHandles, GradientHandles } from './FillHandles';
import { LetterMarks, WeakestMark } from './LetterMarks';
import { Loupe } from './Loupe';
import { beginMarquee, Marquee } from './Marquee';
import { dragHandle, dragLayers, dragPhoto, dragRotation, dragTogether } from './moving';
import css from './Overlay.module.css';
import { TextEditor } from './TextEditor';

const HANDLES: { at: Handle; name: string; cursor: string }[] = [
  { at: { x: -1, y: -1 }, name: 'top left', cursor: 'nwse-resize' },
  { at: { x: 0, y: -1 }, name: 'top', cursor: 'ns-resize' },
  { at: { x: 1, y: -1 }, name: 'top right', cursor: 'nesw-resize' },
  { at: { x: 1, y: 0 }, name: 'right', cursor: 'ew-resize' },
  { at: { x: 1, y: 1 }, name: 'bottom right', cursor: 'nwse-resize' },
  { at: { x: 0, y: 1 }, name: 'bottom', cursor: 'ns-resize' },
  { at: { x: -1, y: 1 }, name: 'bottom left', cursor: 'nesw-resize' },
  { at: { x: -1, y: 0 }, name: 'left', cursor: 'ew-resize' },
];
const CORNERS = HANDLES.filter((h) => h.at.x !== 0 && h.at.y !== 0);

interface Acts {
  take: (layer: Layer) => (e: React.PointerEvent) => void;
  open: (layer: Layer) => void;
  context: (layer: Layer, e: React.MouseEvent) => void;
}

/** A layer as something that can be named, focused and taken hold of. */
const LayerElement = memo(function LayerElement({
  layer,
  x,
  y,
  width,
  height,
  scale,
  chosen,
  stop,
  movable,
  acts,
}: {
  layer: Layer;
  x: number;
  y: number;
  width: number;
  height: number;
  scale: number;
  chosen: boolean;
  /** The stage is one stop of Tab: this layer. */
  stop: boolean;
  movable: boolean;
  acts: React.RefObject<Acts>;
}) {
  return (
    <div
      data-layer={layer.id}
      className={css.layer}
      role="button"
      tabIndex={stop ? 0 : -1}
      aria-label={`${layer.name}${isText(layer) ? `: ${layer.text}` : ''}`}
      aria-pressed={chosen}
      style={{
        left: x * scale,
        top: y * scale,
        width: width * scale,
        height: height * scale,
        transform: layer.rotation ? `rotate(${layer.rotation}deg)` : undefined,
        cursor: movable ? 'move' : 'default',
      }}
      onPointerDown={(e) => acts.current.take(layer)(e)}
      onFocus={(e) => e.target.matches(':focus-visible') && !chosen && select([layer.id])}
      onDoubleClick={() => acts.current.open(layer)}
      onContextMenu={(e) => {
        e.preventDefault();
        acts.current.context(layer, e);
      }}
    />
  );
});

/** The backing of a selected text, where it reaches beyond its frame. */
function BackingFrame({ id, scale }: { id: string; scale: number }) {
  const b = useBench((s) => s.texts[id]?.backing ?? null);
  return b ? (
    <div
      className={css.backing}
      data-backing-frame
      style={{ left: b.x * scale, top: b.y * scale, width: b.width * scale, height: b.height * scale }}
    />
  ) : null;
}

export function Overlay({ scale }: { scale: number }) {
  const moving = useBench(isMoving);
  const piece = useBench((s) => atRest(s).piece);
  const size = useBench((s) => currentSize(atRest(s)));
  const slide = useBench((s) => currentSlide(atRest(s)));
  const selection = useBench((s) => atRest(s).selection);
  const editing = useBench((s) => s.editing);
  const inside = useBench((s) => s.inside);
  const entered = useBench((s) => s.entered);
  const texts = useBench((s) => atRest(s).texts);
  const view = useBench((s) => s.view);
  const picking = useBench((s) => s.picking);
  const followers = useBench((s) => atRest(s).followers);
  const layers = useMemo(() => placedLayers(piece, slide, size, followers), [piece, slide, size, followers]);
  const frameOf = useCallback((l: Layer): Box => painted(l, texts), [texts]);
  const photo = layers.find((l) => isPhoto(l) && selection.includes(l.id));
  const photoSize = useAssetSize(isPhoto(photo) ? photo.asset : null);

  const selected = layers.filter((l) => selection.includes(l.id));
  /**
   * A photo of the backdrop is moved within its frame at once; one of the message is moved about, and within its mask
   * once that was entered.
   */
  const pannable = (l: Layer): boolean =>
    isPannable(l) && photoSize !== null && (l.id === inside || !isMovable(l, size));

  const take = (layer: Layer) => (e: React.PointerEvent) => {
    if (e.button !== 0 || picking) return;
    e.stopPropagation();
    const again = countPress(e) > 1;
    const ids = takenBy(slide, layer.id, entered),
      already = ids.every((id) => selection.includes(id));
    // A drag over the selected layer is meant for it, whatever lies above it there: a photo under a tint, a shape under
    // a text. A click is for what is on top.
    const held = selected.length === 1 ? selected[0] : null;
    if (
      held &&
      held.id !== layer.id &&
      !e.shiftKey &&
      !again &&
      (isMovable(held, size) || pannable(held)) &&
      document
        .elementsFromPoint(e.clientX, e.clientY)
        .some((el) => el instanceof HTMLElement && el.dataset.layer === held.id)
    ) {
      begin(e, held, [held], () => select(ids));
      return;
    }
    if (e.shiftKey) {
      if (isMovable(layer, size))
        select(
          already
            ? selection.filter((id) => !ids.includes(id))
            : [...selection, ...ids.filter((id) => !selection.includes(id))],
        );
      else
        beginMarquee(e, scale, () =>
          select(already ? selection.filter((id) => !ids.includes(id)) : [...selection, ...ids]),
        );
      return;
    }
    // What lies still is selected by a click; a drag over it draws a box.
    if (!isMovable(layer, size) && !(already && pannable(layer))) {
      beginMarquee(e, scale, () => (!already ? select(ids) : !again && deeper(e)));
      return;
    }
    if (!already) select(ids);
    const taken = already ? useBench.getState().selection : ids;
    begin(
      e,
      layer,
      layers.filter((l) => taken.includes(l.id) && isMovable(l, size)),
      () => already && !again && deeper(e),
    );
  };

  /** Drags layers, or the photo within its frame; `click` follows where the pointer did not move. */
  const begin = (e: React.PointerEvent, layer: Layer, moving: Layer[], click: () => void): void => {
    if (pannable(layer) && photoSize) dragPhoto(e, layer, photoSize, scale, click);
    else if (moving.length) dragLayers(e, moving, scale, click);
  };

  /** A click on what is selected already goes on to what lies beneath it. */
  const deeper = (e: React.PointerEvent): void => {
    if (selection.length !== 1) {
      // One of several: it alone.
      const top = document
        .elementsFromPoint(e.clientX, e.clientY)
        .find((el): el is HTMLElement => el instanceof HTMLElement && el.dataset.layer !== undefined);
      if (top && takenBy(slide, top.dataset.layer!, entered).length === 1) select([top.dataset.layer!]);
      return;
    }
    const under = document
      .elementsFromPoint(e.clientX, e.clientY)
      .flatMap((el) => (el instanceof HTMLElement && el.dataset.layer ? [el.dataset.layer] : []));
    const n = under.indexOf(selection[0]);
    if (under.length > 1 && n >= 0) select(takenBy(slide, under[(n + 1) % under.length], entered));
  };

  const open = (layer: Layer): void => {
    const group = stepInto(slide, layer.id, entered);
    if (group) {
      useBench.setState({ entered: group });
      select(takenBy(slide, layer.id, group));
    } else if (isText(layer) && !layer.locked && !layer.traced)
      useBench.setState({ selection: [layer.id], editing: layer.id, range: null });
    else if (isPhoto(layer) && isPannable(layer) && isMovable(layer, size))
      useBench.setState({ selection: [layer.id], inside: layer.id });
  };

  const context = (layer: Layer, e: React.MouseEvent): void => {
    if (!selection.includes(layer.id)) select(takenBy(slide, layer.id, entered));
    openMenu(e);
  };
  // The elements of layers that do not change are left alone while one of them moves: they reach what to do through
  // this.
  const acts = useRef<Acts>({ take, open, context });
  useLayoutEffect(() => {
    acts.current = { take, open, context };
  });

  const place = (b: Box, rotation: number): React.CSSProperties => ({
    left: b.x * scale,
    top: b.y * scale,
    width: b.width * scale,
    height: b.height * scale,
    transform: rotation ? `rotate(${rotation}deg)` : undefined,
  });
  const clean = view === 'clean';
  const stop = (
    layers.findLast((l) => l.visible && selection.includes(l.id)) ?? layers.findLast((l) => l.visible && !l.locked)
  )?.id;
  const handled = selected.length === 1 && !selected[0].locked && selected[0].visible ? selected[0] : null;
  const several = selected.length > 1 ? selected.filter((l) => l.visible) : [];
  const scalable = several.filter((l) => isMovable(l, size) && isResizable(l));

  // Alt and the wheel zoom the selected photo in its frame; React's own wheel handler could not keep the stage from
  // scrolling.
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const el = host.current;
    if (!el || !isPhoto(photo) || photo.locked || photo.fit === 'free') return;
    const wheel = (e: WheelEvent): void => {
      if (!e.altKey || e.ctrlKey) return;
      e.preventDefault();
      const zoom = Math.min(
        20,
        Math.max(
          1,
          Math.round(photo.zoom * Math.exp(-(e.deltaY || e.deltaX) * (e.deltaMode === 1 ? 0.03 : 0.0012)) * 1000) /
            1000,
        ),
      );
      edit('Zoom photo', (p) => setIn(p, slide.id, [photo.id], size.id, { zoom }), `zoom:${photo.id}`);
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, [photo, slide.id, size.id]);

  return (
    <div
      ref={host}
      className={css.overlay}
      data-overlay
      data-moving={moving || undefined}
      data-picking={picking ? '' : undefined}
      data-entered={entered ?? undefined}
    >
      {layers.map((layer) => {
        if (!layer.visible) return null;
        const f = frameOf(layer),
          chosen = selection.includes(layer.id);
        return (
          <LayerElement
            key={layer.id}
            layer={layer}
            x={f.x}
            y={f.y}
            width={f.width}
            height={f.height}
            scale={scale}
            chosen={chosen}
            stop={layer.id === stop}
            movable={isMovable(layer, size) || (isPhoto(layer) && !layer.locked && chosen)}
            acts={acts}
          />
        );
      })}
      {!clean && <Aids scale={scale} />}
      {view === 'letters' ? <LetterMarks scale={scale} /> : !clean && <WeakestMark scale={scale} />}
      {!clean &&
        layers.map((layer) =>
          layer.visible && texts[layer.id]?.overflow && !selection.includes(layer.id) ? (
            <div
              key={layer.id}
              className={css.frame}
              data-overflow
              data-quiet
              style={place(frameOf(layer), layer.rotation)}
            >
              <span className={css.note}>More text than the frame holds</span>
            </div>
          ) : null,
        )}
      {!clean &&
        selected.map((layer) => {
          const alone = selected.length === 1 && editing !== layer.id;
          const overflow = isText(layer) && texts[layer.id]?.overflow;
          return (
            <div
              key={layer.id}
              className={css.frame}
              data-frame={layer.id}
              data-editing={editing === layer.id || undefined}
              data-inside={inside === layer.id || undefined}
              data-several={several.length > 1 || undefined}
              data-overflow={overflow || undefined}
              style={place(frameOf(layer), layer.rotation)}
            >
              {isText(layer) && <BackingFrame id={layer.id} scale={scale} />}
              {alone && inside !== layer.id && isResizable(layer) && (
                <>
                  {/* Letters that were found in a picture do not wrap. */}
                  {(isText(layer) && layer.traced ? CORNERS : HANDLES).map(({ at, name, cursor }) => (
                    <div
                      key={name}
                      className={css.handle}
                      data-handle={name}
                      style={{ left: `${(at.x + 1) * 50}%`, top: `${(at.y + 1) * 50}%`, cursor }}
                      onPointerDown={(e) =>
                        e.button === 0 && (e.stopPropagation(), dragHandle(e, { ...layer }, at, scale))
                      }
                    />
                  ))}
                  {isMovable(layer, size) && (
                    <div
                      className={css.rotor}
                      data-handle="rotate"
                      onPointerDown={(e) => e.button === 0 && (e.stopPropagation(), dragRotation(e, layer, scale))}
                    />
                  )}
                </>
              )}
              {overflow && <span className={css.note}>More text than the frame holds</span>}
              {inside === layer.id && <span className={css.hint}>Drag the picture in its frame; Esc when done</span>}
            </div>
          );
        })}
      {!clean && several.length > 1 && (
        <div
          className={css.frame}
          data-together
          style={place(union(several.map((l) => boundsOf(frameOf(l), l.rotation))), 0)}
        >
          {scalable.length === several.length &&
            CORNERS.map(({ at, name, cursor }) => (
              <div
                key={name}
                className={css.handle}
                data-handle={name}
                style={{ left: `${(at.x + 1) * 50}%`, top: `${(at.y + 1) * 50}%`, cursor }}
                onPointerDown={(e) => e.button === 0 && (e.stopPropagation(), dragTogether(e, scalable, at, scale))}
              />
            ))}
        </div>
      )}
      {!clean &&
        handled &&
        !moving &&
        !editing &&
        !picking &&
        (handled.kind === 'fade' ? (
          <FadeHandles layer={handled} scale={scale} />
        ) : 'fill' in handled && handled.fill.kind === 'gradient' ? (
          <GradientHandles layer={handled} frame={frameOf(handled)} piece={piece} scale={scale} />
        ) : null)}
      {editing && <TextEditor key={editing} id={editing} scale={scale} />}
      <Marquee scale={scale} />
      {slide.layers.length === 0 && (
        <div className={css.empty}>
          <strong>An empty slide</strong>
          <span>Drop or paste a photo here, or add one under Backdrop on the left.</span>
        </div>
      )}
      {picking && <Loupe scale={scale} />}
    </div>
  );
}

/** Focus leaves a layer that is not the selected one any more. By itself, since every selection changes it. */
export function FocusFollows(): null {
  const selection = useBench((s) => s.selection);
  useEffect(() => {
    if (selection.length !== 1) return;
    const active = document.activeElement;
    if (active instanceof HTMLElement && active.dataset.layer && active.dataset.layer !== selection[0]) active.blur();
  }, [selection]);
  return null;
}
