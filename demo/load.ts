// Loads the Ostrel Line: photographs into the library, pieces into their campaign. A second run changes nothing.
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp, { type OutputInfo } from 'sharp';
import type { Pixels } from '../src/core/ground/pixels';
import { CutOut } from '../src/core/photo/cut-out';
import { oneColourForm } from '../src/core/photo/one-colour';
import type { Frame } from '../src/core/values/motion';
import { assetFrames, keepAsset } from '../src/server/assets';
import { closeDatabase, database } from '../src/server/database';
import { keepMask } from '../src/server/masks';
import { createCampaign } from '../src/server/pieces/campaigns';
import { saveHouse } from '../src/server/pieces/house';
import { createPiece, readPiece } from '../src/server/pieces/store';
import { keepPart } from '../src/server/pieces/shelf';
import { changePicture, notePictures } from '../src/server/pictures/traits';
import { postPiece } from '../src/server/posting/post';
import { closeCrews } from '../src/server/crew/crews';
import type { PostKind } from '../src/core/posting/rules';
import { houseStyle, PICTURES, piecesOf } from './ostrel-line';
import { tableFrom } from '../src/core/filling/table';
import { createBatch, setBatchState } from '../src/server/batches/store';
import { templatesOf } from './templates';

const CAMPAIGN = 'ostrel-line';
/** The label and the shadow are no part of the cup; its handle, grey before grey, is. */
const CUP_STROKES = [
  {
    keep: false,
    size: 0.04,
    points: [
      { x: 0.42, y: 0.74 },
      { x: 0.57, y: 0.72 },
    ],
  },
  {
    keep: false,
    size: 0.035,
    points: [
      { x: 0.945, y: 0.73 },
      { x: 0.99, y: 0.73 },
      { x: 0.99, y: 0.78 },
      { x: 0.91, y: 0.76 },
    ],
  },
  {
    keep: true,
    size: 0.03,
    points: [
      { x: 0.66, y: 0.74 },
      { x: 0.82, y: 0.76 },
    ],
  },
  {
    keep: true,
    size: 0.018,
    points: [
      { x: 0.885, y: 0.463 },
      { x: 0.915, y: 0.488 },
      { x: 0.937, y: 0.545 },
      { x: 0.941, y: 0.6 },
      { x: 0.928, y: 0.665 },
      { x: 0.905, y: 0.7 },
      { x: 0.88, y: 0.71 },
    ],
  },
  {
    keep: false,
    size: 0.02,
    points: [
      { x: 0.892, y: 0.53 },
      { x: 0.905, y: 0.6 },
      { x: 0.89, y: 0.65 },
    ],
  },
  {
    keep: false,
    size: 0.025,
    points: [
      { x: 0.888, y: 0.76 },
      { x: 0.9, y: 0.8 },
      { x: 0.86, y: 0.84 },
    ],
  },
];
/** What the stand-in shows of it: four are shown, one waits for its time, one is no story and was refused. */
const POSTS: { piece: string; kind: PostKind; words: string; days: number }[] = [
  { piece: 'ostrel-banner', kind: 'banner', words: '', days: -20 },
  { piece: 'ostrel-autumn-walks', kind: 'post', words: 'Six walks, six platforms, one pot of tea.', days: -6 },
  { piece: 'ostrel-carousel', kind: 'story', words: '', days: -4 },
  { piece: 'ostrel-tickets', kind: 'post', words: 'Tickets from 14 March, at every halt.', days: -3 },
  { piece: 'ostrel-early-train', kind: 'story', words: '', days: -1 },
  { piece: 'ostrel-timetable', kind: 'post', words: 'From 2 May: four trains a day, both ways.', days: 7 },
];
const pixelsFrom = ({ data, info }: { data: Buffer; info: OutputInfo }): Pixels => ({
  width: info.width,
  height: info.height,
  data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.byteLength),
});
const folder = join(process.cwd(), 'demo', 'pictures');

try {
  if (!(await database()('campaigns').where({ id: CAMPAIGN }).first())) {
    const photos: Record<string, string> = {},
      films: Record<string, Frame[]> = {};
    // Newest first is how the library lists them.
    for (const p of [...PICTURES].reverse()) {
      const asset = await keepAsset(new Uint8Array(await readFile(join(folder, p.file))), p.title);
      await changePicture(asset.id, { tags: p.tags });
      photos[p.file] = asset.id;
      films[p.file] = await assetFrames(asset);
    }
    await notePictures();
    await createCampaign('The Ostrel Line', CAMPAIGN);
    const mark = await sharp(await readFile(join(folder, 'ostrel-mark.svg')), { density: 360 })
      .resize(1200, 1200, { fit: 'inside' })
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const form = oneColourForm(pixelsFrom(mark))!,
      plain = await keepAsset(
        new Uint8Array(
          await sharp(form.data, { raw: { width: form.width, height: form.height, channels: 4 } })
            .png()
            .toBuffer(),
        ),
        'Ostrel Line mark in one colour',
        false,
      );
    await saveHouse(CAMPAIGN, 0, houseStyle(photos['ostrel-mark.svg'], plain.id));
    // The cup's mask is found as the product finds it.
    const cupPicture = await sharp(await readFile(join(folder, 'enamel-cup.jpg')))
      .ensureAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const cup = await keepMask(new CutOut(pixelsFrom(cupPicture)).mask(CUP_STROKES));
    for (const { id, piece } of piecesOf(
      (file) => photos[file],
      () => ({ mask: cup, strokes: CUP_STROKES }),
      (file) => films[file],
    ).reverse())
      await createPiece(piece, CAMPAIGN, id);
    for (const { id, piece } of templatesOf((file) => photos[file]).reverse()) await createPiece(piece, CAMPAIGN, id);
    // On the shelf: the mark and the prices of the ticket sale.
    const { piece: sale } = await readPiece('ostrel-tickets'),
      { width, height, shownWidth } = sale.sizes[0];
    for (const name of ['Prices', 'Ostrel Line mark'])
      await keepPart(CAMPAIGN, name, {
        size: { width, height, shownWidth },
        layers: sale.slides[0].layers.filter((l) => l.name === name),
        groups: [],
        swatches: sale.swatches,
      });
    // A batch that waits for whoever wants to see it go.
    const { columns, rows } = tableFrom(await readFile(join(process.cwd(), 'demo', 'halts.csv'), 'utf8'));
    await setBatchState(
      await createBatch({
        template: 'template-portrait-poster',
        name: 'Posters for the halts',
        columns,
        rows,
        sizes: [],
      }),
      'paused',
    );
    await Promise.all(
      POSTS.map(async ({ piece, days, ...post }) =>
        postPiece(
          await readPiece(piece),
          {
            format: 'jpeg',
            quality: 90,
            scale: 1,
            ...post,
            at: new Date(Date.now() + days * 86_400_000).toISOString(),
          },
          {},
        ),
      ),
    );
  }
} finally {
  closeCrews();
  await closeDatabase();
}
