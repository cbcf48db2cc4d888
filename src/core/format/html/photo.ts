// A photo as `picture`: every width in the formats that browsers read, cut by the page as the painter cuts it.
import type { Box } from '../../ground/box';
import type { Extent } from '../../kinds/common';
import type { PhotoLayer } from '../../kinds/photo';
import { ratioOfPhoto } from '../../photo/fit';
import { block, empty } from './markup';
import { number, px, ROUNDS, type Sheet } from './sheet';
import { at, fillsSection, type Stand } from './stands';
import { MEDIA, PHOTO_TYPES, type PhotoFile, photoFile, type PhotoType, type WantedPhoto } from './wanted';

/** Widths of the files, as far as the photo has them. */
const WIDTHS = [480, 768, 1080, 1440, 1920, 2560, 3200, 3840];
/** Denser screens than this see no difference in a photo. */
const DENSE = 2;

/** What of a photo the page itself decides: how it lies in its box. The rest is painted into the file. */
const inFile = ({ asset, crop, turn, flipX, flipY, tone }: PhotoLayer): string =>
  JSON.stringify([asset, crop, turn, flipX, flipY, tone]);

/** Can the page show it from whole pictures? */
export function showsWhole(stands: readonly Stand[], layer: PhotoLayer): boolean {
  const photos = at(stands, layer);
  return photos.every(
    (p) =>
      p.fit === 'cover' &&
      p.straighten === 0 &&
      p.rotation === 0 &&
      !p.tone.blur.on &&
      !p.room?.on &&
      !p.cut?.on &&
      p.mask === null &&
      p.stroke.width === 0 &&
      p.oneColour === null &&
      !p.shadows.some((s) => s.on) &&
      inFile(p) === inFile(photos[0]),
  );
}

/** Lengths nearer to a whole pixel than this are one. */
const WHOLE = 0.02;

/**
 * Where the whole photo lies in its element, as the page lays it, and which whole pixels it covers wholly: what is cut
 * off lies beyond the element, except for less than a pixel.
 */
function layOut({ box, zoom }: PhotoLayer, ratio: number, focus: { x: number; y: number }): { exact: Box; whole: Box } {
  const width = zoom * Math.max(box.width, box.height * ratio),
    height = width / ratio,
    at = (room: number, extent: number, f: number): number =>
      Math.min(0, Math.max(room - extent, room / 2 - f * extent)),
    exact = { x: at(box.width, width, focus.x), y: at(box.height, height, focus.y), width, height },
    x = Math.ceil(exact.x - WHOLE),
    y = Math.ceil(exact.y - WHOLE);
  return {
    exact,
    whole: { x, y, width: Math.floor(exact.x + width + WHOLE) - x, height: Math.floor(exact.y + height + WHOLE) - y },
  };
}

/**
 * The markup of a photo that fills its element, and its rules. The focal point is brought as near to the middle as the
 * edges allow, at every width and height, in units of its own container. It lies on whole pixels, and each layout has a
 * file that was cut on just these: there it is shown pixel by pixel, as sharp as it was painted.
 * @param file pixels of the picture's file
 */
export function photoElement(
  stands: readonly Stand[],
  layer: PhotoLayer,
  cls: string,
  sheet: Sheet,
  file: Extent,
  name: string,
): { markup: string; wanted: WantedPhoto } {
  const photos = at(stands, layer),
    [photo] = photos,
    ratio = ratioOfPhoto(file, photo),
    native = Math.round(
      (photo.turn % 180 ? file.height : file.width) * (photo.turn % 180 ? photo.crop.height : photo.crop.width),
    ),
    // In the picture as it is shown.
    focus = photos.map((p) => ({
      x: p.flipX ? 1 - p.focus.x : p.focus.x,
      y: p.flipY ? 1 - p.focus.y : p.focus.y,
    })),
    laid = photos.map((p, i) => layOut(p, ratio, focus[i])),
    shown = laid.map((l) => l.exact.width),
    largest = Math.min(native, Math.ceil(Math.max(...shown) * DENSE)),
    own = laid
      .filter((l) => l.exact.width <= native && !photo.turn && !photo.flipX && !photo.flipY)
      .map(({ exact: e, whole: w }): PhotoFile => ({
        width: w.width,
        height: w.height,
        exact: true,
        part: {
          x: (w.x - e.x) / e.width,
          y: (w.y - e.y) / e.height,
          width: w.width / e.width,
          height: w.height / e.height,
        },
      })),
    plain = (width: number): PhotoFile => {
      const height = Math.max(1, Math.round(width / ratio));
      return { width, height, exact: false, part: { x: 0, y: 0, width: 1, height: 1 } };
    },
    files = [...new Map(own.map((f) => [f.width, f])).values()];
  for (const w of [...WIDTHS.filter((x) => x >= Math.min(...shown) * 0.6 && x < largest), largest])
    if (files.every((f) => Math.abs(f.width - w) > 0.06 * w)) files.push(plain(w));
  files.sort((a, b) => a.width - b.width);
  const wanted: WantedPhoto = {
    kind: 'photo',
    name,
    files,
    layer: { ...photo, zoom: 1, focus: { x: 0.5, y: 0.5 }, opacity: 1, blend: 'normal', visible: true, overrides: {} },
  };
  const img = `.${cls} img`;
  sheet.set(`.${cls}`, { 'container-type': 'size' });
  // As wide as the section, its own width tells how far it is between two layouts.
  const wide = fillsSection(stands, layer),
    put = (name: string, at: number[]): void =>
      wide
        ? sheet.shares(img, name, at)
        : sheet.steps(
            img,
            name,
            at.map((v) => number(v, 4)),
          );
  put(
    '--zoom',
    photos.map((p) => p.zoom),
  );
  put(
    '--focus-x',
    focus.map((f) => f.x),
  );
  put(
    '--focus-y',
    focus.map((f) => f.y),
  );
  sheet.set(img, {
    '--width': `calc(var(--zoom) * max(100cqw, ${number(ratio, 6)} * 100cqh))`,
    '--height': `calc(var(--width) / ${number(ratio, 6)})`,
    '--left': 'clamp(100cqw - var(--width), 50cqw - var(--focus-x) * var(--width), 0px)',
    '--top': 'clamp(100cqh - var(--height), 50cqh - var(--focus-y) * var(--height), 0px)',
    position: 'absolute',
    display: 'block',
    'max-width': 'none',
    left: 'var(--left)',
    top: 'var(--top)',
    width: 'var(--width)',
    height: 'var(--height)',
  });
  // Inwards, but never away from the edges of the element.
  const from = (v: string): string => `min(0px, round(up, ${v} - ${WHOLE}px, 1px))`,
    to = (v: string, edge: string): string => `max(${edge}, round(down, ${v} + ${WHOLE}px, 1px))`;
  sheet.where(ROUNDS, img, {
    left: from('var(--left)'),
    top: from('var(--top)'),
    width: `calc(${to('var(--left) + var(--width)', '100cqw')} - ${from('var(--left)')})`,
    height: `calc(${to('var(--top) + var(--height)', '100cqh')} - ${from('var(--top)')})`,
  });
  const sizes = stands
      .map((s, i) => ({ start: s.size.width, w: `max(${number(100 * photos[i].zoom)}vw, ${laid[i].whole.width}px)` }))
      .reverse()
      .map(({ start, w }, i, all) => (i === all.length - 1 ? w : `(min-width: ${px(start)}) ${w}`))
      .join(', '),
    set = (type: PhotoType): string => files.map((f) => `${photoFile(wanted, f, type)} ${f.width}w`).join(', '),
    middle = files[Math.floor((files.length - 1) / 2)];
  return {
    wanted,
    markup: block('picture', {}, [
      ...PHOTO_TYPES.slice(0, -1).map((type) => empty('source', { type: MEDIA[type], srcset: set(type), sizes })),
      empty('img', {
        src: photoFile(wanted, middle, 'jpg'),
        srcset: set('jpg'),
        sizes,
        width: middle.width,
        height: middle.height,
        alt: photo.name,
      }),
    ]),
  };
}
