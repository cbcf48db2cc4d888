// Things and faces found in a photo by two small networks: what goes into them, and what their answers say. Things: a
// network of centre points (Zhou, Wang and Krähenbühl, "Objects as points", 2019). Faces: Bazarevsky and others,
// "BlazeFace: sub-millisecond neural face detection on mobile GPUs", 2019.
import { areaOf, type Box, sharedBy } from '../ground/box';
import { blank, layInto, type Pixels } from '../ground/pixels';
import { resample } from '../ground/resample';
import { MOST_SUBJECTS } from '../values/plain';

/** Something in a photo, in fractions of it. */
export interface Found {
  box: Box;
  /** One word for it. */
  what: string;
  /** How sure that is, 0..1. */
  score: number;
}

/** Side of the square at which things are looked for, and faces, px. */
export const THINGS_SIDE = 512;
export const FACES_SIDE = 256;
/** From this score on it counts. */
const SURE = { things: 0.35, faces: 0.72 };
/** Less of the photo than this is no thing one would keep clear of. */
const LEAST = 0.001;
/** Boxes of one kind that share more than this, area by area, are one thing. */
const SAME = 0.45;
/** What takes more of the photo than this is no thing in it but all of the view. */
const ALL = 0.85;
/** On what things lie or stand: never what a photo is of. */
const GROUND = new Set(['bench', 'bed', 'table']);

/** What the network of things tells apart, in its own order (the 80 classes of COCO, 2014). */
// prettier-ignore
const THINGS = [
  'person', 'bicycle', 'car', 'motorcycle', 'aeroplane', 'bus', 'train', 'lorry', 'boat', 'traffic light', 'hydrant',
  'stop sign', 'parking meter', 'bench', 'bird', 'cat', 'dog', 'horse', 'sheep', 'cow', 'elephant', 'bear', 'zebra',
  'giraffe', 'rucksack', 'umbrella', 'handbag', 'tie', 'suitcase', 'disc', 'skis', 'snowboard', 'ball', 'kite',
  'bat', 'glove', 'skateboard', 'surfboard', 'racket', 'bottle', 'wine glass', 'cup', 'fork', 'knife', 'spoon',
  'bowl', 'banana', 'apple', 'sandwich', 'orange', 'broccoli', 'carrot', 'sausage', 'pizza', 'doughnut', 'cake',
  'chair', 'sofa', 'plant', 'bed', 'table', 'toilet', 'screen', 'laptop', 'mouse', 'remote control', 'keyboard',
  'telephone', 'microwave', 'oven', 'toaster', 'sink', 'refrigerator', 'book', 'clock', 'vase', 'scissors',
  'teddy bear', 'hair dryer', 'toothbrush',
];

/** Means of two pixels of each block: what is looked for is large, and reducing it well would take as long again. */
function thinned({ width, height, data }: Pixels, across: number, down: number): Pixels {
  const w = Math.floor(width / across),
    h = Math.floor(height / down),
    out = new Uint8ClampedArray(w * h * 4),
    other = ((down - 1) * width + across - 1) * 4;
  for (let y = 0, o = 0; y < h; y++)
    for (let x = 0, p = y * down * width * 4; x < w; x++, o += 4, p += across * 4) {
      const q = p + other;
      out[o] = (data[p] + data[q]) >> 1;
      out[o + 1] = (data[p + 1] + data[q + 1]) >> 1;
      out[o + 2] = (data[p + 2] + data[q + 2]) >> 1;
      out[o + 3] = 255;
    }
  return { width: w, height: h, data: out };
}

/** A photo as the network of things takes it: stretched to a square. */
export function lookOf(photo: Pixels): Pixels {
  const across = Math.max(1, Math.floor(photo.width / THINGS_SIDE)),
    down = Math.max(1, Math.floor(photo.height / THINGS_SIDE)),
    small = across * down > 1 ? thinned(photo, across, down) : photo;
  return resample(small, { x: 0, y: 0, width: small.width, height: small.height }, THINGS_SIDE, THINGS_SIDE);
}

/** As the network of faces takes it: in its own proportion, at the top left of a black square. @param ratio of the
 * photo, width to height */
export function faceLook(look: Pixels, ratio: number): Pixels {
  const width = Math.max(1, Math.round(FACES_SIDE * Math.min(1, ratio))),
    height = Math.max(1, Math.round(FACES_SIDE * Math.min(1, 1 / ratio))),
    square = blank(FACES_SIDE, FACES_SIDE);
  layInto(square, resample(look, { x: 0, y: 0, width: look.width, height: look.height }, width, height), 0);
  return square;
}

const unit = (v: number): number => Math.min(1, Math.max(0, v));
function boxFrom(left: number, top: number, right: number, bottom: number): Box {
  const x = unit(left),
    y = unit(top);
  return { x, y, width: unit(right) - x, height: unit(bottom) - y };
}
/** Area that two boxes share over the area of both. */
function alike(a: Box, b: Box): number {
  const both = areaOf(sharedBy(a, b));
  return both / (areaOf(a) + areaOf(b) - both || 1);
}

/** The surest of those that are one thing; the surest first. */
function apart(found: Found[]): Found[] {
  const kept: Found[] = [];
  for (const f of found.sort((a, b) => b.score - a.score))
    if (kept.length < MOST_SUBJECTS && kept.every((k) => alike(k.box, f.box) < SAME)) kept.push(f);
  return kept;
}

/** @param detections six numbers each: left, top, right, bottom in pixels of the square, score, which thing */
export function thingsIn(detections: ArrayLike<number>): Found[] {
  const found: Found[] = [];
  for (let i = 0; i + 5 < detections.length; i += 6) {
    const [left, top, right, bottom, score, kind] = Array.from({ length: 6 }, (_, k) => detections[i + k]),
      what = THINGS[Math.round(kind)],
      box = boxFrom(left / THINGS_SIDE, top / THINGS_SIDE, right / THINGS_SIDE, bottom / THINGS_SIDE);
    if (score >= SURE.things && what && !GROUND.has(what) && areaOf(box) > LEAST && areaOf(box) < ALL)
      found.push({ box, what, score });
  }
  return apart(found);
}

/** Grids of the network of faces: cells to a side, and answers in each. */
const GRIDS = [
  { cells: 16, each: 2 },
  { cells: 8, each: 6 },
] as const;

/**
 * @param scores of each grid, before the logistic function @param places of each grid, 16 numbers an answer, the first
 * four being the middle from its cell's middle, width and height, px @param ratio of the photo, width to height
 */
export function facesIn(
  scores: readonly ArrayLike<number>[],
  places: readonly ArrayLike<number>[],
  ratio: number,
): Found[] {
  const found: Found[] = [],
    wide = Math.min(1, ratio),
    high = Math.min(1, 1 / ratio);
  GRIDS.forEach(({ cells, each }, g) => {
    for (let i = 0; i < cells * cells * each; i++) {
      const score = 1 / (1 + Math.exp(-scores[g][i]));
      if (score < SURE.faces) continue;
      const cell = Math.floor(i / each),
        x = ((cell % cells) + 0.5) / cells + places[g][i * 16] / FACES_SIDE,
        y = (Math.floor(cell / cells) + 0.5) / cells + places[g][i * 16 + 1] / FACES_SIDE,
        w = places[g][i * 16 + 2] / FACES_SIDE / 2,
        h = places[g][i * 16 + 3] / FACES_SIDE / 2,
        box = boxFrom((x - w) / wide, (y - h) / high, (x + w) / wide, (y + h) / high);
      if (areaOf(box) > LEAST && areaOf(box) < ALL) found.push({ box, what: 'face', score });
    }
  });
  return apart(found);
}

/** Faces, then things. */
export const allFound = (faces: Found[], things: Found[]): Found[] => [...faces, ...things].slice(0, MOST_SUBJECTS);
