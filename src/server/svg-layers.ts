// Drawings (SVG) as layers: the core takes them apart; here are the work on paths, the pictures and the fonts it needs.
import { FillType, Path2D, StrokeCap, StrokeJoin } from '@napi-rs/canvas';
import sharp from 'sharp';
import { cleanSvg, serialised, sizeOfRoot } from '../core/format/svg/clean';
import type { PathWork } from '../core/format/svg/found';
import { drawnPath } from '../core/format/svg/geometry';
import { layersFrom } from '../core/format/svg/layers';
import { croppedTo } from '../core/format/svg/left';
import { placedText } from '../core/format/svg/texts';
import type { SvgElement } from '../core/format/svg/tree';
import type { Box } from '../core/ground/box';
import { CENTRED } from '../core/kinds/common';
import { isText, type Layer } from '../core/kinds/layers';
import { makePhoto } from '../core/kinds/photo';
import { emptySlide } from '../core/piece/make';
import type { Group } from '../core/piece/schema';
import type { Painter } from '../core/scene/painter';
import { FAMILIES, familiesOf, type Family } from '../core/type/catalogue';
import { nanoid } from 'nanoid';
import { type Asset, assetBytes, DECODING, findAsset, keepAsset, SVG_MIME } from './assets';
import { painter } from './crew/standing';
import { listFonts } from './fonts';
import { notFound, Problem } from './problem';

const CAPS = { butt: StrokeCap.Butt, round: StrokeCap.Round, square: StrokeCap.Square };
const JOINS = { miter: StrokeJoin.Miter, round: StrokeJoin.Round, bevel: StrokeJoin.Bevel };
/** Skia flattens curves of strokes for the size they have: paths are enlarged for it. */
const FINER = 16;

const work: PathWork = {
  plain: (d, rule) => {
    const path = new Path2D(d);
    path.setFillType(rule === 'evenodd' ? FillType.EvenOdd : FillType.Winding);
    return drawnPath(path.simplify().toSVGString());
  },
  stroked: (d, { width, cap, join, miter, dash, offset }) => {
    let path = new Path2D();
    path.addPath(new Path2D(d), { a: FINER, d: FINER });
    // Gaps are told in pairs.
    const even = dash.length % 2 ? [...dash, ...dash] : dash;
    if (even.length === 2) path = path.dash(even[0] * FINER, even[1] * FINER, offset * FINER);
    const out = new Path2D();
    out.addPath(path.stroke({ width: width * FINER, cap: CAPS[cap], join: JOINS[join], miterLimit: miter }), {
      a: 1 / FINER,
      d: 1 / FINER,
    });
    return drawnPath(out.toSVGString());
  },
  box: (d) => {
    const [left, top, right, bottom] = new Path2D(d).computeTightBounds();
    return [left, top, right, bottom].every(Number.isFinite)
      ? { x: left, y: top, width: right - left, height: bottom - top }
      : null;
  },
};

/** Longer side at which is looked where a drawing has anything, pixels. */
const LOOKED_AT = 800;

/** The box of what a drawing shows, pixels of the drawing, a little round it. */
async function shownOf(root: SvgElement): Promise<Box> {
  const size = sizeOfRoot(root)!,
    k = LOOKED_AT / Math.max(size.width, size.height),
    { data, info } = await sharp(Buffer.from(serialised(root)), DECODING)
      .resize({
        width: Math.max(1, Math.round(size.width * k)),
        height: Math.max(1, Math.round(size.height * k)),
        fit: 'fill',
      })
      .ensureAlpha()
      .extractChannel(3)
      .raw()
      .toBuffer({ resolveWithObject: true });
  let minX = info.width,
    minY = info.height,
    maxX = -1,
    maxY = -1;
  for (let y = 0, i = 0; y < info.height; y++)
    for (let x = 0; x < info.width; x++, i++)
      if (data[i]) {
        minX = Math.min(minX, x);
        maxX = Math.max(maxX, x);
        minY = Math.min(minY, y);
        maxY = Math.max(maxY, y);
      }
  if (maxX < 0) return { x: 0, y: 0, width: 0, height: 0 };
  const sx = size.width / info.width,
    sy = size.height / info.height,
    // Whole pixels, so that nothing is resampled where it is shown as large as it is.
    x = Math.floor(Math.max(0, minX - 1) * sx),
    y = Math.floor(Math.max(0, minY - 1) * sy);
  return {
    x,
    y,
    width: Math.min(size.width, Math.ceil((maxX + 2) * sx)) - x,
    height: Math.min(size.height, Math.ceil((maxY + 2) * sy)) - y,
  };
}

/** Data addresses of the pictures in a drawing. */
const picturesIn = (e: SvgElement): string[] => [
  ...(e.name === 'image' && e.attributes.href ? [e.attributes.href] : []),
  ...e.children.flatMap((c) => (typeof c === 'string' ? [] : picturesIn(c))),
];

export interface DrawingLayers {
  width: number;
  height: number;
  layers: Layer[];
  groups: Group[];
  notes: string[];
}

/**
 * A cleaned drawing as layers, in its own pixels; null where it draws nothing.
 * @param setter lays out its texts @param keep keeps a picture
 * @param own families of the campaign it is for
 */
export async function drawingLayers(
  root: SvgElement,
  setter: Painter,
  own: readonly Family[],
  keep: (bytes: Uint8Array, name: string) => Promise<Asset>,
): Promise<DrawingLayers | null> {
  const kept = new Map<string, Asset>();
  for (const href of new Set(picturesIn(root))) {
    const data = /^data:image\/[\w+.-]+;base64,([\s\S]*)$/.exec(href);
    // What is no picture stays in its drawing.
    if (data)
      await keep(new Uint8Array(Buffer.from(data[1], 'base64')), 'Picture').then(
        (a) => kept.set(href, a),
        () => {},
      );
  }
  const families = [...own, ...FAMILIES],
    found = layersFrom(root, {
      newId: () => nanoid(10),
      work,
      family: (names) => {
        for (const name of names) {
          const here = families.find((f) => f.name.toLowerCase() === name.toLowerCase());
          if (here) return here.name;
        }
        return null;
      },
      picture: (href) => {
        const a = kept.get(href);
        return a ? { asset: a.id, width: a.width, height: a.height } : null;
      },
    });
  if (!found) return null;
  setter.useFonts(own);
  const texts = found.layers.flatMap((l) => ('layer' in l && isText(l.layer) ? [l.layer] : []));
  await setter.prepare({ ...emptySlide('texts'), layers: texts });
  const layers: Layer[] = [];
  for (const f of found.layers) {
    if ('layer' in f) {
      const { layer, stands } = f;
      layers.push(stands && isText(layer) ? placedText(layer, setter.layout(layer), stands) : layer);
      continue;
    }
    const { root: part, box } = croppedTo(f.drawing, await shownOf(f.drawing));
    if (!(box.width > 0 && box.height > 0)) continue;
    const asset = await keep(new TextEncoder().encode(serialised(part)), f.name);
    layers.push({
      ...makePhoto(nanoid(10), asset.id, f.name, found),
      band: 'message',
      fit: 'contain',
      box,
      anchors: CENTRED,
      group: f.group,
      blend: f.blend,
    });
  }
  return { ...found, layers };
}

/** A stored drawing as layers. @throws Problem 404, 413, 422 */
export async function drawingApart(id: string, campaign: string | null): Promise<DrawingLayers> {
  const asset = await findAsset(id);
  if (!asset) throw notFound('picture');
  const text = asset.mime === SVG_MIME ? (await assetBytes(id)).toString('utf8') : null,
    own = campaign === null ? [] : familiesOf(await listFonts(campaign)),
    found =
      text === null
        ? null
        : await drawingLayers(cleanSvg(text), painter, own, (bytes, name) => keepAsset(bytes, name, false));
  if (!found)
    throw new Problem(422, 'There is nothing to take apart', 'Only a drawing (SVG) that draws something has layers.');
  return found;
}
