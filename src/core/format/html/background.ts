// What lies behind the message of any slide, as one `background` of CSS: layers one over the other, the first on top.
import { isPhoto, type Layer } from '../../kinds/layers';
import type { Scene } from '../../scene/scene';
import { groundCss } from './paint';
import { slug } from './sheet';
import { fills } from './stands';

/** A background, and what of the slide is not in it. */
export interface BackgroundCss {
  css: string;
  /** Names of layers that CSS cannot paint as one background. */
  leftOut: string[];
  /** Names of the files that it shows, and the layers they are of. */
  photos: { file: string; layer: string }[];
}

/**
 * The backdrop and the overlays of a slide as declarations of CSS. Photos are files that lie beside the style sheet,
 * cut and toned as they are seen on the slide.
 * @param scene of the slide in a size
 */
export function backgroundCss(scene: Scene): BackgroundCss {
  const images: string[] = [],
    blends: string[] = [],
    leftOut: string[] = [],
    photos: BackgroundCss['photos'] = [];
  for (const layer of [...scene.layers].reverse()) {
    if (!layer.visible || layer.band === 'message') continue;
    const image = fills(layer, scene) ? imageOf(layer, scene, photos) : null;
    if (image === null) leftOut.push(layer.name);
    else {
      images.push(image);
      blends.push(layer.blend);
    }
  }
  const lines = [
    ...(images.length ? [`background: ${images.join(',\n    ')};`] : []),
    // After the shorthand, which would take it back.
    `background-color: ${scene.paper.slice(0, 7)};`,
    ...(blends.some((b) => b !== 'normal') ? [`background-blend-mode: ${blends.join(', ')};`] : []),
  ];
  return { css: `${lines.join('\n')}\n`, leftOut, photos };
}

/** One layer as an image, position and size; null where CSS has none that looks alike. */
function imageOf(layer: Layer, scene: Scene, photos: BackgroundCss['photos']): string | null {
  if (isPhoto(layer)) {
    if (layer.opacity < 1) return null;
    const file = `${slug(layer.name)}.jpg`;
    photos.push({ file, layer: layer.id });
    return `url("${file}") center / cover no-repeat`;
  }
  const paint = groundCss(layer, scene, layer.opacity);
  if (paint === null || paint === 'none') return null;
  return 'image' in paint ? paint.image : `linear-gradient(${paint.colour}, ${paint.colour})`;
}
