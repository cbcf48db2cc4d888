'use client';
// What lies over the painted slide: a transparent element for each layer, handles of the selection, guides, letters' readings.
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { resizeBox, rotationTowards, type Handle } from '../../core/arrange/resize';
import { snapBox, snapLines } from '../../core/arrange/snap';
import { boundsOf } from '../../core/arrange/transform';
import { panPhoto } from '../../core/photo/fit';
import { placeLayer } from '../../core/piece/edits';
import { marginOf } from '../../core/piece/make';
import type { Box, Layer } from '../../core/piece/schema';
import { useAssetSize } from '../shared/assets';
import { openMenu } from './ContextMenu';
import { dragDocument, follow } from './drag';
import { FadeHandles, GradientHandles } from './FillHandles';
import { LetterMarks } from './LetterMarks';
import { Loupe } from './Loupe';
import css from './Overlay.module.css';
import { currentSize, currentSlide, edit, frameOf as painted, isMovable, isResizable, placedLayers, select, useBench } from './store';
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
/** Snapping reach, CSS px. */
const REACH = 6;

export function Overlay({ scale }: { scale: number }) {
  const piece = useBench((s) => s.piece);
  const size = useBench(currentSize);
  const slide = useBench(currentSlide);
  const selection = useBench((s) => s.selection);
  const editing = useBench((s) => s.editing);
  const texts = useBench((s) => s.texts);
  const view = useBench((s) => s.view);
  const picking = useBench((s) => s.picking);
  const [guides, setGuides] = useState<{ vertical: number[]; horizontal: number[] } | null>(null);
  const followers = useBench((s) => s.followers);
  const layers = useMemo(() => placedLayers(piece, slide, size, followers), [piece, slide, size, followers]);
  const frameOf = useCallback((l: Layer): Box => painted(l, texts), [texts]);
  const photo = layers.find((l) => l.kind === 'photo' && selection.includes(l.id));
  const photoSize = useAssetSize(photo?.kind === 'photo' ? photo.asset : null);

  const selected = layers.filter((l) => selection.includes(l.id));

  const take = (layer: Layer) => (e: React.PointerEvent) => {
    if (e.button !== 0 || picking) return;
    e.stopPropagation();
    const already = selection.includes(layer.id);
    // A drag that begins on what cannot be moved is meant for the selected layer beneath it: a photo under a tint, for one.
    const held = selected.length === 1 ? selected[0] : null;
    if (held && held.id !== layer.id && !e.shiftKey && !isMovable(layer, size) && (isMovable(held, size) || pannable(held)) && document.elementsFromPoint(e.clientX, e.clientY).some((el) => el instanceof HTMLElement && el.dataset.layer === held.id)) {
      begin(e, held, [held], () => select([layer.id]));
      return;
    }
    if (e.shiftKey) {
      select(already ? selection.filter((id) => id !== layer.id) : [...selection, layer.id]);
      return;
    }
    if (!already) select([layer.id]);
    const s = useBench.getState();
    const ids = (already ? s.selection : [layer.id]).filter((id) => layers.some((l) => l.id === id && !l.locked));
    const moving = layers.filter((l) => ids.includes(l.id) && isMovable(l, size));
    if ((moving.length && isMovable(layer, size)) || (already && pannable(layer))) begin(e, layer, moving, () => already && deeper(e));
    else follow(e, { move: () => {}, end: (moved) => !moved && already && deeper(e) });
  };

  /** A photo that fills its frame is moved within it. */
  const pannable = (layer: Layer): boolean => layer.kind === 'photo' && layer.fit !== 'free' && !layer.locked && photoSize !== null;

  /** Drags layers, or the photo within its frame; `click` follows where the pointer did not move. */
  const begin = (e: React.PointerEvent, layer: Layer, moving: Layer[], click: () => void): void => {
    if (layer.kind === 'photo' && pannable(layer) && photoSize) {
      dragDocument(
        e,
        'Move photo',
        (dx, dy, _p, merge) => {
          const focus = panPhoto(photoSize, layer.box, layer, dx / scale, dy / scale);
          edit('Move photo', (p) => placeLayer(p, slide.id, layer.id, size.id, { focus }), merge);
        },
        (moved) => !moved && click(),
      );
      return;
    }
    const ids = moving.map((l) => l.id);
    const boxes = moving.map((l) => boundsOf(frameOf(l), l.rotation));
    const whole = boxes.reduce((a, b) => {
      const x = Math.min(a.x, b.x), y = Math.min(a.y, b.y);
      return { x, y, width: Math.max(a.x + a.width, b.x + b.width) - x, height: Math.max(a.y + a.height, b.y + b.height) - y };
    });
    const others = layers.filter((l) => l.band === 'message' && l.visible && !ids.includes(l.id)).map((l) => boundsOf(frameOf(l), l.rotation));
    const lines = snapLines(size, marginOf(size), others);
    dragDocument(
      e,
      'Move',
      (dx, dy, p, merge) => {
        // Whole pixels: exact, and what was measured of the letters can be used again.
        let x = Math.round(dx / scale), y = Math.round(dy / scale);
        // Shift keeps to one direction; Ctrl moves without snapping.
        if (p.shiftKey) [x, y] = Math.abs(x) > Math.abs(y) ? [x, 0] : [0, y];
        const s = p.ctrlKey || p.metaKey ? null : snapBox({ ...whole, x: whole.x + x, y: whole.y + y }, lines, REACH / scale);
        if (s) {
          x += p.shiftKey && x === 0 ? 0 : s.dx;
          y += p.shiftKey && y === 0 ? 0 : s.dy;
        }
        setGuides(s && (s.vertical.length || s.horizontal.length) ? s : null);
        edit('Move', (q) => moving.reduce((r, l) => placeLayer(r, slide.id, l.id, size.id, { box: { ...l.box, x: l.box.x + x, y: l.box.y + y } }), q), merge);
      },
      (moved) => {
        setGuides(null);
        if (!moved) click();
      },
    );
  };

  /** A click on what is selected already goes on to what lies beneath it. */
  const deeper = (e: React.PointerEvent): void => {
    if (selection.length !== 1 || e.detail > 1) return;
    const under = document
      .elementsFromPoint(e.clientX, e.clientY)
      .flatMap((el) => (el instanceof HTMLElement && el.dataset.layer ? [el.dataset.layer] : []));
    const n = under.indexOf(selection[0]);
    if (under.length > 1 && n >= 0) select([under[(n + 1) % under.length]]);
  };

  const resize = (layer: Layer, handle: Handle) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    const start = frameOf(layer);
    const text = layer.kind === 'text' ? layer : null;
    const corner = handle.x !== 0 && handle.y !== 0;
    const lines = snapLines(size, marginOf(size), layers.filter((l) => l.band === 'message' && l.visible && l.id !== layer.id).map((l) => boundsOf(frameOf(l), l.rotation)));
    dragDocument(
      e,
      'Resize',
      (dx, dy, p, merge) => {
        // Corners scale type; sides re-wrap it. Other layers scale freely, Shift keeps the ratio.
        const rules = { proportional: text ? corner : layer.kind === 'photo' && corner ? !p.shiftKey : p.shiftKey, fromMiddle: p.altKey, least: 8 };
        let box = resizeBox(start, layer.rotation, handle, dx / scale, dy / scale, rules);
        let held: { vertical: number[]; horizontal: number[] } | null = null;
        if (layer.rotation === 0 && !p.ctrlKey && !p.metaKey) {
          const part = (h: -1 | 0 | 1): ('start' | 'end')[] => (h === 0 ? [] : [h < 0 ? 'start' : 'end']);
          const s = snapBox(box, lines, REACH / scale, { x: part(handle.x), y: rules.proportional && handle.x !== 0 ? [] : part(handle.y) });
          if (s.vertical.length || s.horizontal.length) {
            box = resizeBox(start, 0, handle, dx / scale + s.dx, dy / scale + s.dy, rules);
            held = s;
          }
        }
        setGuides(held);
        const place = text && corner ? { box, fontSize: Math.max(1, Math.min(5000, text.fontSize * (box.width / start.width))) } : { box };
        edit(
          'Resize',
          (q) => {
            const next = placeLayer(q, slide.id, layer.id, size.id, place);
            // A side handle turns a one-line text into a frame: that is what dragging its side asks for.
            return text?.frame === 'line' && !corner
              ? { ...next, slides: next.slides.map((sl) => (sl.id === slide.id ? { ...sl, layers: sl.layers.map((l) => (l.id === layer.id && l.kind === 'text' ? { ...l, frame: 'frame' as const } : l)) } : sl)) }
              : next;
          },
          merge,
        );
      },
      () => setGuides(null),
    );
  };

  const rotate = (layer: Layer) => (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    e.stopPropagation();
    const host = (e.currentTarget as HTMLElement).closest('[data-overlay]')!.getBoundingClientRect();
    const frame = frameOf(layer);
    dragDocument(e, 'Rotate', (_dx, _dy, p, merge) => {
      const rotation = rotationTowards(frame, (p.clientX - host.left) / scale, (p.clientY - host.top) / scale, p.shiftKey);
      edit('Rotate', (q) => placeLayer(q, slide.id, layer.id, size.id, { rotation }), merge);
    });
  };

  const place = (b: Box, rotation: number): React.CSSProperties => ({ left: b.x * scale, top: b.y * scale, width: b.width * scale, height: b.height * scale, transform: rotation ? `rotate(${rotation}deg)` : undefined });
  const clean = view === 'clean';
  const handled = selected.length === 1 && !selected[0].locked && selected[0].visible ? selected[0] : null;

  // Alt and the wheel zoom the selected photo in its frame; React's own wheel handler could not keep the stage from scrolling.
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const el = host.current;
    if (!el || photo?.kind !== 'photo' || photo.locked || photo.fit === 'free') return;
    const wheel = (e: WheelEvent): void => {
      if (!e.altKey || e.ctrlKey) return;
      e.preventDefault();
      const zoom = Math.min(20, Math.max(1, Math.round(photo.zoom * Math.exp(-(e.deltaY || e.deltaX) * (e.deltaMode === 1 ? 0.03 : 0.0012)) * 1000) / 1000));
      edit('Zoom photo', (p) => placeLayer(p, slide.id, photo.id, size.id, { zoom }), `zoom:${photo.id}`);
    };
    el.addEventListener('wheel', wheel, { passive: false });
    return () => el.removeEventListener('wheel', wheel);
  }, [photo, slide.id, size.id]);

  return (
    <div ref={host} className={css.overlay} data-overlay data-picking={picking ? '' : undefined}>
      {layers.map((layer) =>
        layer.visible ? (
          <div
            key={layer.id}
            data-layer={layer.id}
            className={css.layer}
            role="button"
            tabIndex={0}
            aria-label={`${layer.name}${layer.kind === 'text' ? `: ${layer.text}` : ''}`}
            aria-pressed={selection.includes(layer.id)}
            style={{ ...place(frameOf(layer), layer.rotation), cursor: isMovable(layer, size) || (layer.kind === 'photo' && !layer.locked && selection.includes(layer.id)) ? 'move' : 'default' }}
            onPointerDown={take(layer)}
            onFocus={(e) => e.target.matches(':focus-visible') && !selection.includes(layer.id) && select([layer.id])}
            onDoubleClick={() => layer.kind === 'text' && !layer.locked && useBench.setState({ selection: [layer.id], editing: layer.id })}
            onContextMenu={(e) => {
              e.preventDefault();
              if (!selection.includes(layer.id)) select([layer.id]);
              openMenu(e.clientX, e.clientY);
            }}
          />
        ) : null,
      )}
      {view === 'letters' && <LetterMarks scale={scale} />}
      {!clean &&
        selected.map((layer) => {
          const frame = frameOf(layer), alone = selected.length === 1 && editing !== layer.id;
          const overflow = layer.kind === 'text' && texts[layer.id]?.overflow;
          return (
            <div key={layer.id} className={css.frame} data-editing={editing === layer.id || undefined} data-overflow={overflow || undefined} style={place(frame, layer.rotation)}>
              {alone && isResizable(layer) && (
                <>
                  {HANDLES.map(({ at, name, cursor }) => (
                    <div key={name} className={css.handle} data-handle={name} style={{ left: `${(at.x + 1) * 50}%`, top: `${(at.y + 1) * 50}%`, cursor }} onPointerDown={resize(layer, at)} />
                  ))}
                  {isMovable(layer, size) && <div className={css.rotor} data-handle="rotate" onPointerDown={rotate(layer)} />}
                </>
              )}
              {overflow && <span className={css.note}>More text than the frame holds</span>}
            </div>
          );
        })}
      {!clean && handled && !editing && !picking && (handled.kind === 'fade' ? <FadeHandles layer={handled} scale={scale} /> : 'fill' in handled && handled.fill.kind === 'gradient' ? <GradientHandles layer={handled} frame={frameOf(handled)} piece={piece} scale={scale} /> : null)}
      {editing && <TextEditor key={editing} id={editing} scale={scale} />}
      {guides && !clean && (
        <svg className={css.guides} width={size.width * scale} height={size.height * scale}>
          {guides.vertical.map((x) => (
            <line key={`v${x}`} x1={x * scale} x2={x * scale} y1={0} y2={size.height * scale} />
          ))}
          {guides.horizontal.map((y) => (
            <line key={`h${y}`} y1={y * scale} y2={y * scale} x1={0} x2={size.width * scale} />
          ))}
        </svg>
      )}
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

/** Moves keyboard focus to a layer's element, for Tab through the slide. */
export function useFocusSelection(): void {
  const selection = useBench((s) => s.selection);
  useEffect(() => {
    if (selection.length !== 1) return;
    const active = document.activeElement;
    if (active instanceof HTMLElement && active.dataset.layer && active.dataset.layer !== selection[0]) active.blur();
  }, [selection]);
}
