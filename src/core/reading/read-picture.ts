// The reading of texts in a picture that was made of their slide and then changed: made smaller, compressed. Where the
// letters are is known; what they look like is taken from the picture.
import type { Pixels } from '../ground/pixels';
import { median } from '../ground/median';
import { cropped } from '../ground/pixels';
import { textsIn } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import type { Painter } from '../scene/painter';
import { busyness, cellMeans } from './busyness';
import { readLetters, type LetterColours } from './contrast-of-letters';
import { isCovered, paintPair, probeAt, type Reading, readingFrom, type TextProbe } from './read';

/** A pixel is wholly ink where it differs from it by no more than this in any channel. */
const INK = 3;

/** For each letter the pixels of the region that are wholly its ink; those nearest to it where none is. */
function inkPixels(
  { halo, layout, scale }: TextProbe,
  letters: Uint8ClampedArray,
  inks: readonly Uint8ClampedArray[],
): Int32Array[] {
  const { region } = halo,
    boxes = new Map(halo.bounds.map((b) => [b.letter, b]));
  return halo.letters.map(({ letter, ink: near }) => {
    const box = boxes.get(letter)!,
      ink = inks[layout.letters[letter].ink],
      flat = ink.length === 4,
      own: number[] = [];
    let best = Infinity,
      nearest: number[] = [];
    const x0 = Math.max(0, Math.floor(box.x * scale - region.x)),
      x1 = Math.min(region.width, Math.ceil((box.x + box.width) * scale - region.x)),
      y0 = Math.max(0, Math.floor(box.y * scale - region.y)),
      y1 = Math.min(region.height, Math.ceil((box.y + box.height) * scale - region.y));
    for (let y = y0; y < y1; y++)
      for (let x = x0; x < x1; x++) {
        const at = y * region.width + x,
          i = flat ? 0 : at * 4,
          off = Math.max(...[0, 1, 2].map((c) => Math.abs(letters[at * 4 + c] - ink[i + c])));
        if (off <= INK) own.push(at);
        else if (off < best) [best, nearest] = [off, [at]];
        else if (off === best) nearest.push(at);
      }
    return Int32Array.from(own.length ? own : nearest.length ? nearest : [...new Set(near)]);
  });
}

/**
 * All visible texts of a slide as they read in a picture of it, bottom to top.
 * @param picture of the whole slide, in whatever size
 */
export function readPicture(painter: Painter, piece: Piece, slide: Slide, size: Size, picture: Pixels): Reading[] {
  const scale = picture.width / size.width;
  return textsIn(piece, slide, size).map((layer) => {
    const probe = probeAt(painter, piece, size, layer, scale),
      { region } = probe.halo;
    if (!region.width || !region.height) return readingFrom(probe, [], 0, false);
    const pair = paintPair(painter, piece, slide, size, probe),
      surface = painter.studio.surface(region.width, region.height);
    painter.paint(surface, piece, slide, size, { scale, x: region.x, y: region.y });
    const painted = surface.read(0, 0, region.width, region.height);
    surface.free();
    const seen = cropped(picture, {
        x: region.x,
        y: region.y,
        width: Math.min(region.width, picture.width - region.x),
        height: Math.min(region.height, picture.height - region.y),
      }),
      at = (i: number): number =>
        (Math.min(seen.height - 1, Math.floor(i / region.width)) * seen.width +
          Math.min(seen.width - 1, i % region.width)) *
        4,
      bodies = inkPixels(probe, painted, pair.inks),
      colours = probe.halo.letters.map(({ halo, delivered, at: pieces, rings }, n): LetterColours => {
        const around = new Uint8Array(halo.length * 3);
        halo.forEach((h, i) => around.set(seen.data.subarray(at(h), at(h) + 3), i * 3));
        const ink = [0, 1, 2].map((c) => median([...bodies[n]].map((b) => seen.data[at(b) + c])));
        return { halo: around, ink: Uint8Array.from(ink), delivered, at: pieces, rings };
      }),
      busy = probe.halo.letters.length ? busyness(probe.grid, cellMeans(probe.grid, pair.backdrop)) : 0;
    return readingFrom(
      probe,
      readLetters(colours),
      busy,
      isCovered(painter, piece, slide, size, probe),
      probe.layout,
      colours,
    );
  });
}
