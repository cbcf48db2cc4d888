// The folder of a section: page, style sheet, pictures in every width, fonts cut down to their letters.
import { readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { Sharp } from 'sharp';
import subsetFont from 'subset-font';
import type { BackgroundCss } from '../../core/format/html/background';
import type { FaceUse } from '../../core/format/html/faces';
import type { SectionPage } from '../../core/format/html/section';
import type { Stand } from '../../core/format/html/stands';
import {
  partFile,
  PHOTO_TYPES,
  type PhotoFile,
  photoFile,
  type PhotoType,
  type WantedPart,
  type WantedPhoto,
} from '../../core/format/html/wanted';
import type { Box } from '../../core/ground/box';
import type { Extent } from '../../core/kinds/common';
import type { Painter, PaintOptions, View } from '../../core/scene/painter';
import { type Scene, sceneWith } from '../../core/scene/scene';
import { avifOptions } from './avif';
import { jpegOptions } from './jpeg';
import { bytesOf, raw } from './writer';

export type Files = Record<string, Uint8Array>;

/** A quality of 1 to 100 means about as much in each format. */
const ENCODERS: Readonly<Record<PhotoType, (image: Sharp, quality: number) => Sharp>> = {
  avif: (image, quality) => image.avif(avifOptions(quality)),
  webp: (image, quality) => image.webp({ quality, smartSubsample: true, effort: 2 }),
  jpg: (image, quality) => image.jpeg(jpegOptions(quality)),
};

/** A scene on transparent ground, so many pixels of it. */
function painted(painter: Painter, scene: Scene, { width, height }: Extent, view: View, options: PaintOptions): Sharp {
  const surface = painter.studio.surface(width, height);
  painter.paintScene(surface, scene, view, { ...options, transparent: true });
  const data = surface.read(0, 0, width, height);
  surface.free();
  return raw({ width, height, data });
}

/** What of a photo a file shows. */
function paintFile(painter: Painter, { layer }: WantedPhoto, { width, height, part }: PhotoFile): Sharp {
  const { crop } = layer,
    shown = {
      ...layer,
      box: { x: 0, y: 0, width, height },
      crop: {
        x: crop.x + part.x * crop.width,
        y: crop.y + part.y * crop.height,
        width: part.width * crop.width,
        height: part.height * crop.height,
      },
    },
    extent = { width, height };
  return painted(painter, sceneWith([shown], { swatches: [] }, extent), extent, { scale: 1, x: 0, y: 0 }, {});
}

/**
 * A whole photo in all its files: painted as large as it is wanted and made smaller from there, those of the layouts
 * painted for themselves. What is painted is encoded while the next is painted.
 */
async function photoFiles(painter: Painter, wanted: WantedPhoto, paper: string, quality: number): Promise<Files> {
  const out: Files = {},
    encoded: Promise<void>[] = [],
    largest = wanted.files.at(-1)!,
    whole = paintFile(painter, wanted, largest);
  const encode = (file: PhotoFile, painted: Sharp): void => {
    for (const type of PHOTO_TYPES)
      encoded.push(
        bytesOf(ENCODERS[type](painted.clone().flatten({ background: paper }), quality)).then(
          (b) => void (out[photoFile(wanted, file, type)] = b),
        ),
      );
  };
  encode(largest, whole);
  for (const file of wanted.files.slice(0, -1))
    if (largest.exact || file.exact) encode(file, paintFile(painter, wanted, file));
    else {
      const { data, info } = await whole
        .clone()
        .resize(file.width, file.height, { fit: 'fill' })
        .raw()
        .toBuffer({ resolveWithObject: true });
      encode(file, raw({ ...info, data: new Uint8ClampedArray(data) }));
    }
  await Promise.all(encoded);
  return out;
}

/** A layer alone, in a part of its scene. Its strength, blending and turn are left to the page. */
function paintLayer(painter: Painter, scene: Scene, id: string, { x, y, width, height }: Box, scale: number): Sharp {
  return painted(
    painter,
    scene,
    { width: Math.round(width * scale), height: Math.round(height * scale) },
    { scale, x: x * scale, y: y * scale },
    { only: (l) => l.id === id, alter: (l) => ({ ...l, opacity: 1, blend: 'normal', rotation: 0 }) },
  );
}

/** A layer as it lies in a layout, at its densities. */
async function partFiles(painter: Painter, wanted: WantedPart, { scene }: Stand): Promise<Files> {
  const out: Files = {};
  for (const d of wanted.densities)
    out[partFile(wanted, d)] = await bytesOf(
      paintLayer(painter, scene, wanted.layer, wanted.bounds, d).webp({
        quality: 90,
        alphaQuality: 100,
        smartSubsample: true,
      }),
    );
  return out;
}

/** The files of a background: its declarations and its photos, as large as the slide at that scale. */
export async function backgroundFiles(
  painter: Painter,
  scene: Scene,
  { css, photos }: BackgroundCss,
  scale: number,
  quality: number,
): Promise<Files> {
  const out: Files = { 'background.css': new TextEncoder().encode(css) },
    { width, height } = scene;
  for (const { file, layer } of photos)
    out[file] = await bytesOf(
      ENCODERS.jpg(
        paintLayer(painter, scene, layer, { x: 0, y: 0, width, height }, scale).flatten({
          background: scene.paper.slice(0, 7),
        }),
        quality,
      ),
    );
  return out;
}

/** The licence that comes with a font's package. */
async function licenceOf({ font }: FaceUse): Promise<string | null> {
  if (font.face.path === '') return null;
  const folder = join(process.cwd(), 'node_modules', dirname(dirname(font.face.path)));
  return readFile(join(folder, 'LICENSE_FONT'), 'utf8').catch(() => null);
}

/**
 * All files of the folder.
 * @param fontBytes the whole file of a face
 * @param quality of photos, 1..100
 */
export async function sectionFolder(
  painter: Painter,
  page: SectionPage,
  fontBytes: (face: FaceUse) => Promise<Uint8Array>,
  quality: number,
): Promise<Files> {
  const files: Files = {},
    text = (words: string): Uint8Array => new TextEncoder().encode(words);
  files['index.html'] = text(page.html);
  files['section.css'] = text(page.css);
  const { stands } = page,
    [{ scene }] = stands;
  // While the files of one photo are encoded, the next one is painted: two at a time, so that memory stays flat.
  let before: Promise<Files> = Promise.resolve({});
  for (const w of page.wanted) {
    const now =
      w.kind === 'photo'
        ? photoFiles(painter, w, scene.paper.slice(0, 7), quality)
        : partFiles(painter, w, stands[w.layout]);
    // Whoever waits for the one before hears of it next.
    now.catch(() => {});
    Object.assign(files, await before);
    before = now;
  }
  Object.assign(files, await before);
  const licences = new Set<string>();
  for (const face of page.faces) {
    files[face.file] = new Uint8Array(
      await subsetFont(Buffer.from(await fontBytes(face)), face.letters, { targetFormat: 'woff2' }),
    );
    const licence = await licenceOf(face);
    if (licence) licences.add(`${face.family}\n\n${licence.trim()}`);
  }
  if (licences.size) files['fonts/LICENCES.txt'] = text(`${[...licences].join('\n\n\n')}\n`);
  return files;
}
