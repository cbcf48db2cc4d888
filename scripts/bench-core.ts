// Scenes and computations of the core that `npm run bench` measures.
import { coloursOfPhoto } from '../src/core/colour/palette';
import { type Pixels } from '../src/core/ground/pixels';
import { makeFade } from '../src/core/kinds/fade';
import type { FillLayer } from '../src/core/kinds/fill';
import { makeFill } from '../src/core/kinds/fill';
import type { Layer } from '../src/core/kinds/layers';
import type { PhotoLayer } from '../src/core/kinds/photo';
import { makePhoto } from '../src/core/kinds/photo';
import { makePlate } from '../src/core/kinds/plate';
import { makeShape } from '../src/core/kinds/shape';
import { makeText } from '../src/core/kinds/text';
import { makeTint } from '../src/core/kinds/tint';
import { resample } from '../src/core/ground/resample';
import { CutOut } from '../src/core/photo/cut-out';
import { lookOf } from '../src/core/photo/found';
import { PLANNED_AT, planRoom, type RoomShape, withRoom } from '../src/core/photo/room';
import { toned as tone } from '../src/core/photo/tone';
import { makePiece } from '../src/core/piece/make';
import type { Piece, Slide } from '../src/core/piece/schema';
import { askAbout } from '../src/core/remedy/begin-treatment';
import { SlidePhoto } from '../src/core/remedy/slide-photo';
import { justEnough } from '../src/core/remedy/strength';
import { costOfWay, sortWays, type Way, WAY_KINDS } from '../src/core/remedy/way';
import { Ways } from '../src/core/remedy/ways';
import { Painter } from '../src/core/scene/painter';
import { JUDGED, TEXT } from '../src/core/testing/judged';
import { layoutText } from '../src/core/type/layout';
import { NO_ROOM, makeShadow, solid } from '../src/core/values/made';
import { PLAIN_TONE } from '../src/core/values/plain';
import { openedFinder } from '../src/server/finder';
import { diskFonts, nodeStudio } from '../src/server/node-studio';

let n = 0;
const newId = (): string => `bench-${++n}`;

/** A picture without repetition, so that no cache flatters the figures. */
export function noise(width: number, height: number): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let i = 0, v = 1; i < data.length; i += 4) {
    v = (Math.imul(v, 1664525) + 1013904223) >>> 0;
    data[i] = v >>> 24;
    data[i + 1] = v >>> 16;
    data[i + 2] = v >>> 8;
    data[i + 3] = 255;
  }
  return { width, height, data };
}

/** Light, a curve, saturation and levels at once: all channels mix. */
export const toned = (photo: Pixels): Pixels =>
  tone(
    photo,
    {
      ...PLAIN_TONE,
      light: { on: true, brightness: 8, contrast: 12 },
      curve: {
        ...PLAIN_TONE.curve,
        on: true,
        lightness: [
          { x: 0, y: 0 },
          { x: 0.4, y: 0.3 },
          { x: 1, y: 1 },
        ],
      },
      saturation: { on: true, amount: -30 },
      levels: { on: true, black: 20, white: 230 },
    },
    (c) => c as string,
  );

/** A colour and a tint over a whole slide. */
export const washes = (size: Piece['sizes'][number]): Layer[] => [
  { ...makeFill('fill', '#f5f7f8', size), opacity: 0.2 },
  makeTint('tint', '#14202b', 0.3, size),
];

/** A slide of many layers of all kinds: photo, gradient, tint, plate, fade, texts. */
export function manyLayers(photo: PhotoLayer, extent: { width: number; height: number }, count: number): Piece {
  return makePiece('Many layers', extent, newId, (z) => {
    const gradient: FillLayer = {
      ...makeFill('gradient', '#22384f', z),
      opacity: 0.4,
      fill: { ...makeFill('', '#22384f', z).fill, kind: 'gradient' },
    };
    const below: Layer[] = [{ ...photo, box: { x: 0, y: 0, ...extent } }, gradient];
    const over: Layer[] = [
      makeTint('tint', '#101c28', 0.2, z),
      makePlate('plate', '#101c28', 0.5, { x: 900, y: 200, width: 600, height: 400 }, 60, []),
      makeFade('fade', '#101c28', 0.8, z),
    ];
    const texts = Array.from({ length: count - below.length - over.length }, (_, i): Layer => ({
      ...makeText(`t${i}`, `Halt ${i + 1}: Varn, Lake Sill`, z),
      fontSize: 44,
      box: { x: 80 + (i % 3) * 600, y: 60 + Math.floor(i / 3) * 180, width: 520, height: 60 },
    }));
    return [...below, ...over, ...texts];
  });
}

export const patterned = (extent: { width: number; height: number }, scale: number): Piece =>
  makePiece('Pattern', extent, newId, (z) => {
    const fill = makeFill('pattern', '#22384f', z);
    return [
      {
        ...fill,
        fill: {
          ...fill.fill,
          kind: 'pattern',
          pattern: { ...fill.fill.pattern, tile: 'waves', scale, background: '#f4efe6' },
        },
      },
    ];
  });

/** Thirty texts over thirty shapes, some with shadows. */
export const sixtyLayers = (extent: { width: number; height: number }): Piece =>
  makePiece('Sixty layers', extent, newId, (z) => {
    const at = (i: number, height: number) => ({
      x: 40 + (i % 5) * 205,
      y: 40 + Math.floor(i / 5) * 165,
      width: 180,
      height,
    });
    const shapes = Array.from({ length: 30 }, (_, i): Layer => ({
      ...makeShape(`s${i + 1}`, (['rectangle', 'ellipse', 'blob', 'star'] as const)[i % 4], '#3d5468', z),
      box: at(i, 140),
      shadows: i % 3 ? [] : [makeShadow(140)],
    }));
    const texts = Array.from({ length: 30 }, (_, i): Layer => ({
      ...makeText(`t${i + 1}`, `Halt ${i + 1}`, z),
      fontSize: 34,
      box: { ...at(i, 50), y: at(i, 50).y + 50 },
    }));
    return [...shapes, ...texts];
  });

/** One shape with a wide, soft shadow. */
export const shadowed = (extent: { width: number; height: number }): Piece =>
  makePiece('Shadow', extent, newId, (z) => [
    {
      ...makeShape('s', 'star', '#3d5468', z),
      box: { x: 240, y: 240, width: 500, height: 500 },
      shadows: [{ ...makeShadow(500), blur: 160, spread: 10 }],
    },
  ]);

/**
 * Times in ms of laying out 300 letters with ten parts of other sizes, fonts and colours; one letter is another each
 * time, as while typing.
 */
export async function layoutTimes(): Promise<number[]> {
  const fonts = diskFonts(),
    words = 'Slow trains, long views from Varn Halt to Cairn Viaduct. '.repeat(6).slice(0, 300);
  const piece = makePiece('Layout', { width: 1080, height: 1080 }, newId),
    text = makeText('t', words, piece.sizes[0]);
  const other = { family: 'Lora', weight: 400, italic: true };
  const spans = Array.from({ length: 10 }, (_, i) => ({
    start: i * 28,
    end: i * 28 + 9,
    look: i % 3 === 0 ? { font: other } : i % 3 === 1 ? { fontSize: 60 } : { fill: solid('#f2a31b') },
  }));
  await Promise.all([fonts.ensure(text.font, words), fonts.ensure(other, words)]);
  const out: number[] = [];
  for (let i = 0; i < 200; i++) {
    const at = (i * 7) % 290,
      typed = words.slice(0, at) + 'abcdefgh'[i % 8] + words.slice(at + 1);
    const t = performance.now();
    layoutText({ ...text, text: typed, fontSize: 40, spans }, fonts);
    if (i >= 80) out.push(performance.now() - t);
  }
  return out;
}

/**
 * What the best way through loses of photos, as a share of what a flat black tint loses at the same reading; and its
 * marks.
 */
export async function lossAgainstTint(
  photos: ReadonlyMap<string, Pixels>,
): Promise<{ ratios: number[]; marks: number[] }> {
  const painter = new Painter(nodeStudio(photos, diskFonts())),
    ratios: number[] = [],
    marks: number[] = [];
  for (const [name, photo] of photos) {
    const piece = makePiece(name, { width: 1080, height: 1080 }, newId, (z) => [
        makePhoto('photo', name, name, z),
        { ...makeText('text', 'Slow trains,\nlong views', z), fontSize: 84 },
      ]),
      [slide] = piece.slides,
      [size] = piece.sizes;
    await painter.prepare(slide);
    const tint = justEnough(
      painter,
      askAbout(piece, [slide], size, { overlay: null, kind: 'tint', colour: '#000000' }),
    ).strength;
    if (!tint) continue;
    const weigh = new SlidePhoto(painter, piece, slide, size),
      ways = new Ways(painter, { piece, slide, size, colours: coloursOfPhoto(photo) }, weigh);
    const tinted = weigh.of(piece, {
      ...slide,
      layers: [slide.layers[0], makeTint('tint', '#000000', tint / 100, size), slide.layers[1]],
    })!;
    const [best] = sortWays(
      (['tint', 'fade', 'pool', 'plate', 'backing', 'shadow'] as const).flatMap((k) => ways.solve(k) ?? []),
    );
    if (!best?.kept) continue;
    ratios.push((100 - best.kept.kept) / (100 - tinted.kept));
    marks.push(best.kept.marks);
  }
  return { ratios, marks };
}

/**
 * The pictures that were judged by eye, solved anew: the share of pairs that the cost orders as the eye does, the share
 * of pictures whose cheapest way is among the best judged, and times in ms of finding all single ways again once the
 * text was moved.
 */
export async function judgedAnew(
  photos: ReadonlyMap<string, Pixels>,
): Promise<{ pairs: number; first: number; times: number[] }> {
  const painter = new Painter(nodeStudio(photos, diskFonts())),
    times: number[] = [];
  let pairs = 0,
    right = 0,
    first = 0;
  for (const { photo, text, tiers } of JUDGED) {
    const { x = TEXT.x, y, size: fontSize = TEXT.size, weight = TEXT.weight, dark = false, align = 'start' } = text,
      piece = makePiece(photo, { width: 1080, height: 1080, shownWidth: 375 }, newId, (z) => {
        const made = makeText('text', text.text ?? TEXT.text, z, dark ? '#0b1420' : '#ffffff');
        return [
          makePhoto('photo', photo, photo, z),
          { ...made, fontSize, align, font: { ...made.font, weight }, box: { x, y, width: 900, height: 200 } },
        ];
      }),
      [slide] = piece.slides,
      [size] = piece.sizes;
    await painter.prepare(slide);
    const colours = coloursOfPhoto(photos.get(photo)!),
      solved = (on: Slide): Way[] => {
        const ways = new Ways(painter, { piece: { ...piece, slides: [on] }, slide: on, size, colours });
        return WAY_KINDS.flatMap((k) => ways.solve(k) ?? []);
      },
      found = solved(slide),
      // The photo is known by now; the text is another, as after an edit.
      moved = slide.layers.map((l) => (l.id === 'text' ? { ...l, box: { ...l.box, x: x + 1, y: y + 1 } } : l)),
      t = performance.now();
    solved({ ...slide, layers: moved });
    times.push(performance.now() - t);
    const cost = new Map(found.map((w) => [w.kinds[0] as string, costOfWay(w)])),
      judged = tiers.map((tier) => tier.flatMap((w) => cost.get(w.kind) ?? []));
    judged.forEach((better, i) =>
      judged.slice(i + 1).forEach((worse) =>
        better.forEach((b) =>
          worse.forEach((w) => {
            pairs++;
            if (b < w) right++;
          }),
        ),
      ),
    );
    const all = judged.flat();
    if (all.length && judged[0].includes(Math.min(...all))) first++;
  }
  return { pairs: right / pairs, first: first / JUDGED.length, times: times.slice(4) };
}

/** Times in ms of the first mask of a photo, and of a stroke after it. */
export function cutTimes(photo: Pixels): { first: number[]; stroke: number[] } {
  const first: number[] = [],
    stroke: number[] = [];
  for (let i = 0; i < 5; i++) {
    let t = performance.now();
    const cut = new CutOut(photo);
    cut.mask([]);
    first.push(performance.now() - t);
    t = performance.now();
    cut.mask([
      {
        keep: false,
        size: 0.04,
        points: [
          { x: 0.3 + i * 0.05, y: 0.7 },
          { x: 0.5, y: 0.75 },
        ],
      },
    ]);
    stroke.push(performance.now() - t);
  }
  return { first: first.slice(1), stroke: stroke.slice(1) };
}

/** Times in ms of finding what is in a photo, once its networks are loaded. */
export async function findTimes(photo: Pixels): Promise<number[]> {
  const finder = await openedFinder(),
    times: number[] = [];
  for (let i = 0; i < 9; i++) {
    const t = performance.now();
    await finder.find(lookOf(photo), photo.width / photo.height);
    times.push(performance.now() - t);
  }
  return times.slice(2);
}

/** Times in ms of room beside a photo of texture, planned and painted at stage size. */
export function roomTimes(photo: Pixels): number[] {
  const size = { width: Math.round(photo.width / 0.6), height: photo.height },
    k = PLANNED_AT / Math.max(size.width, size.height),
    whole = { x: 0, y: 0, width: photo.width, height: photo.height },
    small = resample(photo, whole, Math.round(photo.width * k), Math.round(photo.height * k)),
    room: RoomShape = { ...NO_ROOM, left: 0.4, fill: 'texture' };
  return Array.from({ length: 7 }, () => {
    const t = performance.now(),
      plan = planRoom(small, { width: Math.round(size.width * k), height: Math.round(size.height * k) }, room);
    withRoom(photo, size, room, plan);
    return performance.now() - t;
  }).slice(2);
}
