'use client';
// Handles on the stage for what fills a layer: both ends of a gradient, its middle and radii; the solid part and the
// reach of a fade.
import type { Box } from '../../../core/ground/box';
import { apply, boxTransform, invert } from '../../../core/ground/transform';
import type { FadeLayer } from '../../../core/kinds/fade';
import type { Layer } from '../../../core/kinds/layers';
import { fadeFrame } from '../../../core/paint/fade-form';
import { changeLayers } from '../../../core/piece/edits';
import type { Piece } from '../../../core/piece/schema';
import type { Gradient } from '../../../core/values/fill';
import { gradientOf, placed, withGradient } from '../../../core/values/gradient';
import { endsOf } from '../../../core/values/gradient-table';
import { hexOf } from '../../../core/values/swatches';
import { dragDocument } from '../commands/drag';
import { change as changeLayer } from '../commands/layers';
import { currentSlide, edit, useBench } from '../state/store';
import css from './FillHandles.module.css';

type Point = { x: number; y: number };

/** A handle and where it is drawn. */
function Dot({
  at,
  scale,
  name,
  colour,
  onDown,
  square = false,
}: {
  at: Point;
  scale: number;
  name: string;
  colour?: string;
  onDown: (e: React.PointerEvent) => void;
  square?: boolean;
}) {
  return (
    <div
      className={css.dot}
      data-fill-handle={name}
      data-square={square || undefined}
      title={name[0].toUpperCase() + name.slice(1)}
      style={{ left: at.x * scale, top: at.y * scale, background: colour }}
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.stopPropagation();
        onDown(e);
      }}
    />
  );
}

const Line = ({ from, to, scale }: { from: Point; to: Point; scale: number }) => (
  <svg className={css.lines}>
    <line x1={from.x * scale} y1={from.y * scale} x2={to.x * scale} y2={to.y * scale} />
    <line data-inner="" x1={from.x * scale} y1={from.y * scale} x2={to.x * scale} y2={to.y * scale} />
  </svg>
);

/** Sets how a layer's gradient lies. */
function setGradient(piece: Piece, id: string, gradient: Gradient): Piece {
  const s = useBench.getState(),
    layer = currentSlide({ ...s, piece }).layers.find((l) => l.id === id);
  if (!layer || !('fill' in layer)) return piece;
  const { fill } = withGradient(layer.fill, gradient, piece);
  return changeLayers(piece, s.slideId, [id], (l) => void ('fill' in l && (l.fill = fill)));
}

export function GradientHandles({
  layer,
  frame,
  piece,
  scale,
}: {
  layer: Extract<Layer, { fill: unknown }>;
  frame: Box;
  piece: Piece;
  scale: number;
}) {
  const gradient = gradientOf(layer.fill, piece),
    ends = endsOf(gradient, frame);
  const t = boxTransform(frame, layer.rotation),
    back = invert(t);
  const onSlide = (p: Point): Point => {
    const [x, y] = apply(t, p.x, p.y);
    return { x, y };
  };
  const from = onSlide(ends.from),
    to = onSlide(ends.to),
    second = onSlide(ends.second);
  /** Drags a point of the gradient; `move` gets where it is now, in the box's own pixels. */
  const drag =
    (start: Point, move: (p: Point) => Gradient) =>
    (e: React.PointerEvent): void =>
      dragDocument(e, 'Place gradient', (dx, dy, _p, merge) => {
        const [x, y] = apply(back, start.x + dx / scale, start.y + dy / scale);
        edit('Place gradient', (p) => setGradient(p, layer.id, move({ x, y })), merge);
      });
  const shift = (p: Point): Gradient => {
    const dx = p.x - ends.from.x,
      dy = p.y - ends.from.y;
    return placed({ ...gradient, ratio: ratioNow() }, p, { x: ends.to.x + dx, y: ends.to.y + dy }, frame);
  };
  const ratioNow = (): number =>
    gradient.line ? gradient.ratio : gradient.shape === 'elliptical' ? frame.height / frame.width : 1;
  const first = hexOf(gradient.stops[0].colour, piece),
    last = hexOf(gradient.stops[gradient.stops.length - 1].colour, piece);
  const round = gradient.shape !== 'linear';
  return (
    <>
      <Line from={from} to={to} scale={scale} />
      {gradient.shape === 'elliptical' && <Line from={from} to={second} scale={scale} />}
      <Dot
        at={from}
        scale={scale}
        colour={first}
        name={round ? 'middle of the gradient' : 'beginning of the gradient'}
        onDown={drag(from, round ? shift : (p) => placed(gradient, p, ends.to, frame))}
      />
      <Dot
        at={to}
        scale={scale}
        colour={last}
        name={
          gradient.shape === 'conic'
            ? 'direction of the gradient'
            : round
              ? 'radius of the gradient'
              : 'end of the gradient'
        }
        onDown={drag(to, (p) => placed({ ...gradient, ratio: ratioNow() }, ends.from, p, frame))}
      />
      {gradient.shape === 'elliptical' && (
        <Dot
          at={second}
          scale={scale}
          colour={last}
          square
          name="second radius of the gradient"
          onDown={drag(second, (p) => {
            const length = Math.hypot(ends.to.x - ends.from.x, ends.to.y - ends.from.y);
            const ratio = Math.min(50, Math.max(0.02, Math.hypot(p.x - ends.from.x, p.y - ends.from.y) / length));
            return { ...placed(gradient, ends.from, ends.to, frame), ratio };
          })}
        />
      )}
    </>
  );
}

const SNAP = 9;
/** Least way a fade needs, as a share of the slide. */
const LEAST = 0.02;

export function FadeHandles({ layer, scale }: { layer: FadeLayer; scale: number }) {
  const { box } = layer,
    t = boxTransform(box, layer.rotation),
    back = invert(t);
  const toFrame = fadeFrame(layer, box),
    fromFrame = invert(toFrame);
  const linear = layer.shape === 'linear',
    inward = layer.shape === 'vignette';
  // A linear fade's handles lie on the line through the middle of its box.
  const across = linear ? apply(toFrame, box.width / 2, box.height / 2)[1] : 0;
  const point = (u: number): Point => {
    const [bx, by] = apply(fromFrame, inward ? 1 - u : u, across);
    const [x, y] = apply(t, bx, by);
    return { x, y };
  };
  const solid = point(layer.solid),
    reach = point(Math.max(layer.reach, layer.solid + LEAST));
  const [mx, my] = apply(t, layer.centre.x * box.width, layer.centre.y * box.height),
    middle = { x: mx, y: my };
  const change = (merge: string, label: string, set: (l: FadeLayer) => void): void =>
    changeLayer<FadeLayer>(label, [layer.id], set, merge);
  const along = (x: number, y: number): number => {
    const [bx, by] = apply(back, x, y),
      [X, Y] = apply(toFrame, bx, by);
    const u = linear ? X : Math.hypot(X, Y);
    return Math.round((inward ? 1 - u : u) * 1000) / 1000;
  };
  const drag =
    (start: Point, label: string, move: (x: number, y: number, merge: string, e: PointerEvent) => void) =>
    (e: React.PointerEvent): void =>
      dragDocument(e, label, (dx, dy, p, merge) => move(start.x + dx / scale, start.y + dy / scale, merge, p));

  return (
    <>
      <Line from={solid} to={reach} scale={scale} />
      <Dot
        at={solid}
        scale={scale}
        square
        colour="#234690"
        name="end of the solid part"
        onDown={drag(solid, 'Solid part', (x, y, merge) =>
          change(merge, 'Solid part', (l) => {
            l.solid = Math.min(1.5, Math.max(0, along(x, y)));
            l.reach = Math.max(l.reach, l.solid + LEAST);
          }),
        )}
      />
      <Dot
        at={reach}
        scale={scale}
        colour="#fff"
        name="end of the fade"
        onDown={drag(reach, 'Reach', (x, y, merge, e) =>
          change(merge, 'Reach', (l) => {
            if (linear && !e.shiftKey) {
              // Dragged sideways the fade turns with the pointer; near a side it is straight.
              const [bx, by] = apply(back, x, y);
              const cx = box.width / 2,
                cy = box.height / 2,
                a = (layer.angle * Math.PI) / 180;
              const foot = { x: cx - (Math.cos(a) * box.width) / 2, y: cy - (Math.sin(a) * box.height) / 2 };
              const degrees = (Math.atan2(by - foot.y, bx - foot.x) * 180) / Math.PI,
                straight = Math.round(degrees / 90) * 90;
              const wanted = Math.abs(degrees - straight) < SNAP ? straight : Math.round(degrees);
              l.angle = (wanted + 360) % 360;
            }
            const [bx, by] = apply(back, x, y),
              [X, Y] = apply(fadeFrame(l, box), bx, by),
              u = linear ? X : inward ? 1 - Math.hypot(X, Y) : Math.hypot(X, Y);
            l.reach = Math.min(1.5, Math.max(0.03, Math.round(u * 1000) / 1000));
            l.solid = Math.max(0, Math.min(l.solid, l.reach - LEAST));
          }),
        )}
      />
      {!linear && (
        <Dot
          at={middle}
          scale={scale}
          colour="#234690"
          name="middle of the fade"
          onDown={drag(middle, 'Middle', (x, y, merge) => {
            const [bx, by] = apply(back, x, y);
            change(
              merge,
              'Middle',
              (l) =>
                void (l.centre = {
                  x: Math.min(2, Math.max(-1, bx / box.width)),
                  y: Math.min(2, Math.max(-1, by / box.height)),
                }),
            );
          })}
        />
      )}
    </>
  );
}
