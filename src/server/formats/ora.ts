// OpenRaster: each layer as a picture with its place, opacity and blend mode, and the whole slide.
import { zipSync } from 'fflate';
import type { About, Encoding } from '../../core/format/formats';
import { hasOperator, OPEN_RASTER_MEDIA, type RasterLayer, rasterName, stackXml } from '../../core/format/open-raster';
import { layerWords } from '../../core/format/vector/slide';
import { type NotKept } from '../../core/format/not-kept';
import type { Box } from '../../core/ground/box';
import { cropped, type Pixels } from '../../core/ground/pixels';
import type { Layer } from '../../core/kinds/layers';
import type { Painter, PaintOptions } from '../../core/scene/painter';
import type { Scene } from '../../core/scene/scene';
import { png } from './png';
import { raw } from './writer';

/** Longest side of the thumbnail. */
const THUMBNAIL = 256;

/** The part of a picture in which there is anything, or null. */
function filledPart({ width, height, data }: Pixels): Box | null {
  let left = width,
    right = -1,
    top = -1,
    bottom = -1;
  for (let y = 0, i = 3; y < height; y++)
    for (let x = 0; x < width; x++, i += 4)
      if (data[i]) {
        if (x < left) left = x;
        if (x > right) right = x;
        if (top < 0) top = y;
        bottom = y;
      }
  return top < 0 ? null : { x: left, y: top, width: right - left + 1, height: bottom - top + 1 };
}

export async function ora(
  painter: Painter,
  scene: Scene,
  scale: number,
  as: Encoding,
  about: About,
): Promise<{ bytes: Uint8Array; notKept: NotKept[] }> {
  const width = Math.max(1, Math.round(scene.width * scale)),
    height = Math.max(1, Math.round(scene.height * scale)),
    files: Record<string, Uint8Array> = {},
    layers: RasterLayer[] = [],
    notKept: NotKept[] = [],
    whole = { ...as, colours: null, transparent: true };
  const painted = (options: PaintOptions): Pixels => {
    const surface = painter.studio.surface(width, height);
    painter.paintScene(surface, scene, { scale, x: 0, y: 0 }, options);
    const data = surface.read(0, 0, width, height);
    surface.free();
    return { width, height, data };
  };
  const add = async (name: string, all: Pixels, opacity: number, blend: Layer['blend']): Promise<void> => {
    const part = filledPart(all);
    if (!part) return;
    const file = `data/layer${String(layers.length).padStart(3, '0')}.png`;
    files[file] = await png(cropped(all, part), whole);
    layers.push({ name, file, x: part.x, y: part.y, opacity, blend });
  };
  if (!as.transparent) await add('Paper', painted({ only: () => false }), 1, 'normal');
  const shown = scene.layers.filter((l) => l.visible && l.opacity > 0);
  for (const [i, layer] of shown.entries()) {
    const name = rasterName(layer);
    if (hasOperator(layer.blend)) {
      const alone = painted({
        transparent: true,
        only: (l) => l === layer,
        alter: (l) => ({ ...l, opacity: 1, blend: 'normal' }),
      });
      await add(name, alone, layer.opacity, layer.blend);
      continue;
    }
    // What it makes of all beneath, in its place.
    const under = shown.slice(0, i + 1);
    await add(name, painted({ transparent: as.transparent, only: (l) => under.includes(l) }), 1, 'normal');
    notKept.push({ layer: layerWords(layer), what: 'picture' });
  }
  const merged = painted({ transparent: as.transparent });
  files['mergedimage.png'] = await png(merged, { ...as, colours: null }, about);
  files['Thumbnails/thumbnail.png'] = new Uint8Array(
    await raw(merged).resize(THUMBNAIL, THUMBNAIL, { fit: 'inside', withoutEnlargement: true }).png().toBuffer(),
  );
  const words = new TextEncoder();
  return {
    // The first file says what the archive is, unpacked; pictures are packed already.
    bytes: zipSync(
      {
        mimetype: words.encode(OPEN_RASTER_MEDIA),
        'stack.xml': words.encode(stackXml(width, height, about.title, layers)),
        ...files,
      },
      { level: 0 },
    ),
    notKept,
  };
}
