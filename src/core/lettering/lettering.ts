// Letters told from a finished picture, by their colour and by how they hang together: their outlines, their ink, and
// the picture as it would be without them.
import { type Box, grown, pixelsWithin, union } from '../ground/box';
import { median } from '../ground/median';
import { cropped, type Pixels } from '../ground/pixels';
import { resample } from '../ground/resample';
import { contrast, luminance, rgba, toHex } from '../colour/srgb';
import type { Traced } from '../values/traced';
import { filledIn } from './fill-in';
import { type Inked, inked, inksIn, labPlane, strokeOf } from './ink';
import { alike, mainInk, oneInk } from './one-ink';
import { outlineOf } from './outline';
import { grownMask, type Part } from '../ground/parts';
import { blocksOf, emOf, type Glyph, inWords, lettersOfLine, linesJoined, type ReadLine, type SetLine } from './set';

/** A text that was found in a picture. */
export interface FoundText {
  /** Its frame, pixels of the picture. */
  box: Box;
  text: string;
  traced: Traced;
  /** Type size, pixels of the picture. */
  fontSize: number;
  /** Hex of most of its letters, and of parts that have another. */
  ink: string;
  parts: { start: number; end: number; ink: string }[];
}
export interface Lettering {
  texts: FoundText[];
  /** The picture with the letters taken out. */
  clean: Pixels;
  /** Lines in which no letters could be told from the picture. */
  unread: Box[];
}

/** A letter, or what hangs together like one. */
interface Letter extends Box {
  /** Its pixels, indices into the picture of its line. */
  body: number[];
  ink: [number, number, number];
}

/** A part of the picture round a line, enlarged where its letters are small. */
interface Near {
  region: Box;
  /** Pixels here to one of the picture. */
  k: number;
  pixels: Pixels;
  /** Height of its letters, about, pixels here. */
  high: number;
}

const letterOf = (p: Part, { labels }: Inked, { pixels }: Near): Letter => {
  const body: number[] = [];
  for (let y = p.y; y < p.y + p.height; y++)
    for (let x = p.x; x < p.x + p.width; x++)
      if (labels[y * pixels.width + x] === p.label) body.push(y * pixels.width + x);
  return { x: p.x, y: p.y, width: p.width, height: p.height, body, ink: inkOf(body, pixels) };
};

/** The colour of a letter where it is fully itself: the median of its pixels that are surrounded by it. */
function inkOf(body: readonly number[], { width, data }: Pixels): [number, number, number] {
  const own = new Set(body),
    inner = body.filter((i) => own.has(i - 1) && own.has(i + 1) && own.has(i - width) && own.has(i + width)),
    from = inner.length >= 4 ? inner : body;
  return [0, 1, 2].map((c) => median(from.map((i) => data[i * 4 + c]))) as [number, number, number];
}

/** Points, accents and strokes that belong to letters of the same ink. */
function besides({ parts, letters }: Inked, high: number): Part[] {
  const stroke = median(letters.map(strokeOf)),
    top = Math.min(...letters.map((l) => l.y)) - 0.35 * high,
    bottom = Math.max(...letters.map((l) => l.y + l.height)) + 0.25 * high,
    left = Math.min(...letters.map((l) => l.x)) - 0.5 * high,
    right = Math.max(...letters.map((l) => l.x + l.width)) + 0.5 * high;
  return parts.filter(
    (p) =>
      !letters.includes(p) &&
      !p.atEdge &&
      strokeOf(p) >= 0.45 * stroke &&
      p.height <= 0.5 * high &&
      p.width <= 1.2 * high &&
      p.y >= top &&
      p.y + p.height <= bottom &&
      p.x >= left &&
      p.x + p.width <= right,
  );
}

/** Do two lie so much one above the other that they are one letter, as a point over its stem? */
function stacked(a: Box, b: Box): boolean {
  const over = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  return over >= 0.6 * Math.min(a.width, b.width);
}

/** Letters from left to right, points with their stems. */
function joined(all: Letter[]): Letter[] {
  const out: Letter[] = [];
  for (const l of all.sort((a, b) => a.x - b.x)) {
    const to = out.find((o) => stacked(o, l));
    if (!to) {
      out.push({ ...l, body: [...l.body] });
      continue;
    }
    Object.assign(to, union([to, l]));
    if (l.body.length > to.body.length) to.ink = l.ink;
    for (const i of l.body) to.body.push(i);
  }
  return out.sort((a, b) => a.x - b.x);
}

/** Least likeness to a line of letters that counts as one. */
const LEAST_WORTH = 0.06;
/** Colours are weighed with letters so high, pixels; letters are told from what lies behind with no lower ones. */
const WEIGHED = 48,
  LEAST_HIGH = 60;
const MOST_TRIED = 5;

const atSize = (p: Pixels, width: number, height: number): Pixels =>
  resample(p, { x: 0, y: 0, width: p.width, height: p.height }, width, height);

/** The part of the picture round a line. */
function nearTo(picture: Pixels, box: Box): Near | null {
  const high = box.height,
    region = pixelsWithin(
      { x: box.x - 0.3 * high, y: box.y - 0.2 * high, width: box.width + 0.6 * high, height: high * 1.4 },
      picture,
    );
  if (region.width < 3 || region.height < 3) return null;
  const k = Math.max(1, Math.min(4, Math.round(LEAST_HIGH / high))),
    own = cropped(picture, region);
  return { region, k, pixels: k > 1 ? atSize(own, region.width * k, region.height * k) : own, high: high * k };
}

/** The letters of a line, from left to right, in pixels near it. */
function lettersOf(near: Near, count: number | null): Letter[] {
  const { pixels, high } = near,
    { width, height } = pixels,
    small = Math.min(1, WEIGHED / high),
    inks = inksIn(
      small < 1 ? atSize(pixels, Math.ceil(width * small), Math.ceil(height * small)) : pixels,
      high * small,
      count,
    ),
    lab = labPlane(pixels),
    taken = new Uint8Array(width),
    found: Letter[] = [];
  let usual = 0;
  for (const ink of inks.slice(0, MOST_TRIED)) {
    if (ink.worth < LEAST_WORTH) break;
    const own = inked(lab, width, height, ink, high, count);
    if (!own) continue;
    // Of a second ink only what stands beside the letters of the first: counters and backings lie between them.
    const letters = own.letters.filter((p) => {
      if (!usual) return true;
      let free = 0;
      for (let x = p.x; x < p.x + p.width; x++) free += 1 - taken[x];
      return free >= 0.85 * p.width && p.height >= 0.5 * usual && p.height <= 1.6 * usual;
    });
    if (!letters.length) continue;
    usual ||= median(letters.map((l) => l.height));
    for (const p of letters) taken.fill(1, p.x, p.x + p.width);
    for (const p of [...letters, ...besides({ ...own, letters }, high)]) found.push(letterOf(p, own, near));
  }
  return joined(found);
}

/** How far beyond the body of a letter its edge may still colour pixels. */
const rimOf = (high: number): number => (high > 48 ? 3 : 2);

/**
 * The ink of each letter. Where strokes are so thin that no pixel is wholly covered, what is seen lies between the ink
 * and what is behind: such a letter has the ink of those with the thickest strokes.
 */
function settledInks(letters: readonly Letter[], behind: Pixels): Letter['ink'][] {
  const thick = [...letters].sort((a, b) => b.body.length - a.body.length).slice(0, Math.ceil(letters.length / 3)),
    main = [0, 1, 2].map((c) => median(thick.map((l) => l.ink[c]))) as Letter['ink'];
  return letters.map(({ ink, body }) => {
    if (oneInk(ink, main)) return ink;
    const ground = [0, 1, 2].map((c) => median(body.map((i) => behind.data[i * 4 + c]))),
      way = main.reduce((sum, v, c) => sum + (v - ground[c]) ** 2, 0),
      along = main.reduce((sum, v, c) => sum + (ink[c] - ground[c]) * (v - ground[c]), 0) / Math.max(1, way),
      between = ground.map((g, c) => g + along * (main[c] - g));
    return along > 0.3 && along < 1 && oneInk(ink, between) ? main : ink;
  });
}

/** The letters of a line with their outlines, in pixels of the picture; lays where they stand into `hole`. */
function glyphsOf(near: Near, letters: readonly Letter[], picture: Pixels, hole: Uint8Array): Glyph[] {
  const { region, k, pixels, high } = near,
    { width, height } = pixels,
    rim = rimOf(high / k) * k,
    // Each pixel round a letter is the nearest letter's; what lies behind is taken from beyond.
    owner = new Int32Array(width * height),
    body = new Uint8Array(width * height);
  for (const [n, l] of letters.entries())
    for (const i of l.body) {
      owner[i] = n + 1;
      body[i] = 1;
    }
  const covered = grownMask(body, width, height, rim);
  spread(owner, width, height, rim);
  const behind = filledIn(pixels, covered),
    inks = settledInks(letters, behind);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++)
      if (covered[i]) hole[(region.y + Math.floor(y / k)) * picture.width + region.x + Math.floor(x / k)] = 1;
  return letters.map((l, n): Glyph => {
    const area = pixelsWithin(grown(l, rim + 1), pixels),
      cover = new Float32Array(area.width * area.height);
    for (let y = 0, i = 0; y < area.height; y++)
      for (let x = 0; x < area.width; x++, i++) {
        const at = (area.y + y) * width + area.x + x;
        if (owner[at] === n + 1) cover[i] = coverage(pixels, behind, at, inks[n]);
      }
    const most = cover.reduce((m, c) => Math.max(m, c), 0),
      level = Math.min(0.5, most * 0.5);
    return {
      x: region.x + l.x / k,
      y: region.y + l.y / k,
      width: l.width / k,
      height: l.height / k,
      ink: toHex(...inks[n]),
      stroke: strokeOfBody(l.body, width) / k,
      d: outlineOf(cover, area.width, area.height, level, (x, y) => ({
        x: region.x + (area.x + x) / k,
        y: region.y + (area.y + y) / k,
      })),
    };
  });
}

/**
 * Tells letters from a picture.
 * @param lines where they stand, each a box of one line, pixels of the picture, with what is written there where it is
 * known
 */
export function letteringIn(picture: Pixels, lines: readonly ReadLine[]): Lettering {
  const hole = new Uint8Array(picture.width * picture.height),
    unread: Box[] = [],
    set: SetLine[] = [];
  for (const line of lines) {
    const near = nearTo(picture, line.box),
      signs = line.signs?.filter((s) => s.sign.trim()).length ?? null,
      letters = near ? lettersOf(near, signs) : [];
    if (!near || !letters.length) {
      unread.push(line.box);
      continue;
    }
    // What is no letter of what is written there stays in the picture.
    const boxes = letters.map((l) => atPicture(l, near)),
      own = lettersOfLine(line, boxes),
      words = inWords(
        line,
        glyphsOf(
          near,
          own.map((i) => letters[i]),
          picture,
          hole,
        ).filter((g) => g.d),
      );
    if (words.glyphs.length) set.push(words);
    else unread.push(line.box);
  }
  return {
    texts: blocksOf(linesJoined(set)).map((block) => asText(block, picture)),
    clean: filledIn(picture, hole),
    unread,
  };
}

const atPicture = (l: Letter, { region, k }: Near): Box => ({
  x: region.x + l.x / k,
  y: region.y + l.y / k,
  width: l.width / k,
  height: l.height / k,
});

/** Gives pixels without an owner that of a neighbour, so many times. */
function spread(owner: Int32Array, width: number, height: number, times: number): void {
  for (let n = 0; n < times; n++) {
    const fresh: number[] = [];
    for (let y = 0, i = 0; y < height; y++)
      for (let x = 0; x < width; x++, i++) {
        if (owner[i]) continue;
        const o =
          (x > 0 && owner[i - 1]) ||
          (x < width - 1 && owner[i + 1]) ||
          (y > 0 && owner[i - width]) ||
          (y < height - 1 && owner[i + width]);
        if (o) fresh.push(i, o);
      }
    for (let f = 0; f < fresh.length; f += 2) owner[fresh[f]] = fresh[f + 1];
  }
}

/** How much of a pixel the ink covers, from what lies behind it: the share of the way from there to the ink. */
function coverage(picture: Pixels, behind: Pixels, at: number, ink: readonly number[]): number {
  let along = 0,
    way = 0;
  for (let c = 0; c < 3; c++) {
    const b = behind.data[at * 4 + c];
    along += (picture.data[at * 4 + c] - b) * (ink[c] - b);
    way += (ink[c] - b) ** 2;
  }
  return way < 30 ? 1 : Math.min(1, Math.max(0, along / way));
}

function strokeOfBody(body: readonly number[], width: number): number {
  const own = new Set(body);
  let perimeter = 0;
  for (const i of body) for (const d of [1, -1, width, -width]) if (!own.has(i + d)) perimeter++;
  // Sides of pixels are 4/pi times as long as the outline they follow, on average.
  return (2 * body.length) / ((perimeter * Math.PI) / 4);
}

/**
 * Letters that could not be told from the picture, and the least of their contrast ratios: most of what lies where one
 * should stand is what lies behind it, so the ratio of its ink with three quarters of that is taken.
 */
function unfoundIn(lines: readonly SetLine[], { width, height, data }: Pixels): Traced['unfound'] {
  const letters = lines.reduce((n, l) => n + l.unfound.length, 0);
  if (!letters) return null;
  let least = 21;
  for (const { unfound, glyphs, baseline, capHeight } of lines) {
    const { r, g, b } = rgba(mainInk(glyphs.map((x) => x.ink))),
      ink = luminance(r, g, b);
    for (const middle of unfound) {
      const ratios: number[] = [];
      for (let y = Math.max(0, Math.floor(baseline - capHeight)); y < Math.min(height, baseline); y++)
        for (
          let x = Math.max(0, Math.floor(middle - 0.4 * capHeight));
          x < Math.min(width, middle + 0.4 * capHeight);
          x++
        ) {
          const i = (y * width + x) * 4;
          ratios.push(contrast(ink, luminance(data[i], data[i + 1], data[i + 2])));
        }
      if (ratios.length) least = Math.min(least, ratios.sort((p, q) => p - q)[Math.floor(ratios.length * 0.75)]);
    }
  }
  return { letters, ratio: least };
}

/** A block of lines as a text: its frame, and everything in it in pixels from the frame's corner. */
function asText(block: ReturnType<typeof blocksOf>[number], picture: Pixels): FoundText {
  const glyphs = block.lines.flatMap((l) => l.glyphs),
    fontSize = emOf(block.lines),
    box = union(glyphs),
    move = (d: string): string => {
      let odd = false;
      return d.replace(/-?\d+(?:\.\d+)?/g, (v) => {
        odd = !odd;
        return String(Math.round((Number(v) - (odd ? box.x : box.y)) * 100) / 100);
      });
    };
  let text = '';
  const letters: Traced['letters'] = [],
    lines: Traced['lines'] = [],
    inks: { start: number; end: number; ink: string }[] = [];
  for (const [n, line] of block.lines.entries()) {
    if (n) text += '\n';
    const from = text.length;
    text += line.text;
    lines.push({ start: from, end: text.length, baseline: round(line.baseline - box.y) });
    for (const g of line.glyphs) {
      letters.push({ start: from + g.start, end: from + g.end, line: n, d: move(g.d) });
      inks.push({ start: from + g.start, end: from + g.end, ink: g.ink });
    }
  }
  const stroke = median(glyphs.map((g) => g.stroke)),
    main = mainInk(inks.map((i) => i.ink));
  return {
    box,
    text,
    fontSize,
    ink: main,
    parts: inks.filter((i) => !alike(i.ink, main)),
    traced: {
      size: fontSize,
      width: box.width,
      height: box.height,
      weight: stroke > HEAVY * fontSize ? 700 : 400,
      letters,
      lines,
      unfound: unfoundIn(block.lines, picture),
    },
  };
}
const round = (v: number): number => Math.round(v * 100) / 100;
/** Mean stroke in em from which letters count as bold: between the regular and the bold of common text faces. */
const HEAVY = 0.115;
