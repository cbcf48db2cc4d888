// What is drawn over the stage while something is dragged: the frames of what moves, lines that hold it, distances to
// its neighbours, equal gaps. All of it is another one in every frame: drawn by the worker that paints, it comes with
// the picture, and costs the interface's thread nothing.
import type { Distance } from '../core/arrange/snap';
import { type Box, union } from '../core/ground/box';
import { boundsOf } from '../core/ground/transform';

/** Boxes and places are pixels of the size. */
export interface Marks {
  /** Of what moves; rotation in degrees. */
  frames: readonly { box: Box; rotation: number }[];
  /** x of upright lines that hold it, y of level ones. */
  vertical: readonly number[];
  horizontal: readonly number[];
  distances: readonly Distance[];
}

/** Where they are drawn. */
export interface MarksPlace {
  /** Of the canvas, CSS px. */
  width: number;
  height: number;
  /** The slide on it, CSS px. */
  slide: Box;
  /** CSS px to one pixel of the size. */
  scale: number;
  /** Canvas pixels to one CSS px. */
  density: number;
}

type Canvas = Pick<
  OffscreenCanvasRenderingContext2D,
  | 'save'
  | 'restore'
  | 'translate'
  | 'rotate'
  | 'setLineDash'
  | 'beginPath'
  | 'moveTo'
  | 'lineTo'
  | 'stroke'
  | 'fillRect'
  | 'strokeRect'
  | 'fillText'
  | 'fillStyle'
  | 'strokeStyle'
  | 'lineWidth'
  | 'font'
  | 'textAlign'
>;

const COLOUR = {
  frame: '#234690',
  within: '#fff',
  several: 'rgb(35 70 144 / 65%)',
  held: '#c97700',
  far: '#16202a',
  equal: '#a84300',
};
/** Half the stroke at either end of a distance, CSS px. */
const CAP = 4;
/** The number on a distance, CSS px: height, width of a digit, room beside them. */
const NUMBER = { height: 16, digit: 8, beside: 4, font: '12px sans-serif' };

/** A level or upright bar on whole pixels, so that it is sharp. */
function bar(c: Canvas, x: number, y: number, width: number, height: number): void {
  c.fillRect(Math.round(x), Math.round(y), Math.max(1, Math.round(width)), Math.max(1, Math.round(height)));
}

function dashed(c: Canvas, from: { x: number; y: number }, to: { x: number; y: number }): void {
  c.beginPath();
  c.moveTo(from.x, from.y);
  c.lineTo(to.x, to.y);
  c.stroke();
}

function distance(c: Canvas, d: Distance, { slide, scale }: MarksPlace): void {
  const across = d.axis === 'x',
    along = across ? slide.x : slide.y,
    [a, b, at] = [along + d.from * scale, along + d.to * scale, (across ? slide.y : slide.x) + d.at * scale],
    thick = d.equal ? 2 : 1;
  c.fillStyle = d.equal ? COLOUR.equal : COLOUR.far;
  if (across) bar(c, a, at, b - a, thick);
  else bar(c, at, a, thick, b - a);
  for (const end of [a, b])
    if (across) bar(c, end, at - CAP, 1, 2 * CAP);
    else bar(c, at - CAP, end, 2 * CAP, 1);
  // A number larger than its distance says too much.
  if (b - a <= NUMBER.height / 2) return;
  const words = String(Math.round(d.to - d.from)),
    width = words.length * NUMBER.digit + 2 * NUMBER.beside,
    [x, y] = across ? [(a + b) / 2, at] : [at, (a + b) / 2];
  bar(c, x - width / 2, y - NUMBER.height / 2, width, NUMBER.height);
  c.fillStyle = COLOUR.within;
  c.font = NUMBER.font;
  c.textAlign = 'center';
  c.fillText(words, x, y + CAP);
}

/** A ring one CSS px wide round a box, so many CSS px away from it. */
function ring(c: Canvas, box: Box, rotation: number, { slide, scale }: MarksPlace, colour: string, away: number): void {
  const [width, height] = [Math.round(box.width * scale), Math.round(box.height * scale)],
    [x, y] = [Math.round(slide.x + box.x * scale), Math.round(slide.y + box.y * scale)],
    off = away + 0.5;
  c.save();
  c.translate(x + width / 2, y + height / 2);
  c.rotate((rotation * Math.PI) / 180);
  c.strokeStyle = colour;
  c.strokeRect(-width / 2 - off, -height / 2 - off, width + 2 * off, height + 2 * off);
  c.restore();
}

function frame(c: Canvas, box: Box, rotation: number, place: MarksPlace): void {
  ring(c, box, rotation, place, COLOUR.within, 0);
  ring(c, box, rotation, place, COLOUR.frame, 1);
}

/** Draws them on a canvas that is empty, and scaled to CSS px. */
export function drawMarks(c: Canvas, { frames, vertical, horizontal, distances }: Marks, place: MarksPlace): void {
  const { slide, scale } = place;
  c.lineWidth = 1;
  if (frames.length > 1) {
    for (const f of frames) ring(c, f.box, f.rotation, place, COLOUR.several, 0);
    frame(c, union(frames.map((f) => boundsOf(f.box, f.rotation))), 0, place);
  } else for (const f of frames) frame(c, f.box, f.rotation, place);
  c.strokeStyle = COLOUR.held;
  c.setLineDash([4, 3]);
  for (const v of vertical) {
    const x = Math.round(slide.x + v * scale) + 0.5;
    dashed(c, { x, y: slide.y }, { x, y: slide.y + slide.height });
  }
  for (const h of horizontal) {
    const y = Math.round(slide.y + h * scale) + 0.5;
    dashed(c, { x: slide.x, y }, { x: slide.x + slide.width, y });
  }
  c.setLineDash([]);
  for (const d of distances) distance(c, d, place);
}

/** The canvas they are drawn on; nothing is kept of it while there are none. */
export class MarksCanvas {
  private readonly c: OffscreenCanvasRenderingContext2D;
  private drawn = false;

  constructor(private readonly canvas: OffscreenCanvas) {
    this.c = canvas.getContext('2d')!;
  }

  /** @param asked null where there are none */
  show(asked: { marks: Marks; place: MarksPlace } | null): void {
    const { canvas, c } = this;
    if (!asked) {
      if (this.drawn) canvas.width = canvas.height = 1;
      this.drawn = false;
      return;
    }
    const { marks, place } = asked,
      width = Math.round(place.width * place.density),
      height = Math.round(place.height * place.density);
    if (canvas.width !== width || canvas.height !== height) {
      canvas.width = width;
      canvas.height = height;
    }
    c.setTransform(1, 0, 0, 1, 0, 0);
    c.clearRect(0, 0, width, height);
    c.setTransform(place.density, 0, 0, place.density, 0, 0);
    drawMarks(c, marks, place);
    this.drawn = true;
  }
}
