// A photo, a logo or another picture.
import { PhotoPainter } from '../paint/photo-painter';
import { makeMotion } from '../photo/motion';
import type { Frame } from '../values/motion';
import { NO_STROKE, PLAIN_TONE } from '../values/plain';
import { clamp, scaledRadii, scaledStroke } from '../values/scaled';
import { begun, CENTRED, type Extent, type LayerOf, type Schemas, STRETCHED, whole } from './common';
import type { Kind } from './kind';

const fields = ({ z, photoFields }: Schemas) => ({ kind: z.literal('photo'), ...photoFields });
export type PhotoLayer = LayerOf<typeof fields>;

/** What a photo is called: the name of its file without the ending. */
export const photoName = (file: string): string => file.replace(/\.[a-z0-9]+$/i, '') || 'Photo';

/** The photo fills the slide. @param frames of a picture that moves */
export const makePhoto = (
  id: string,
  asset: string,
  name: string,
  size: Extent,
  frames: readonly Frame[] = [],
): PhotoLayer => ({
  ...begun(id, name, whole(size)),
  band: 'backdrop',
  kind: 'photo',
  asset,
  motion: frames.length > 1 ? makeMotion(frames) : null,
  fit: 'cover',
  zoom: 1,
  focus: { x: 0.5, y: 0.5 },
  flipX: false,
  flipY: false,
  crop: { x: 0, y: 0, width: 1, height: 1 },
  turn: 0,
  straighten: 0,
  tone: PLAIN_TONE,
  mask: null,
  stroke: NO_STROKE,
  shadows: [],
  oneColour: null,
  subject: null,
  room: null,
  cut: null,
  anchors: STRETCHED,
});

/**
 * A logo or picture of the message, as large as a fifth of the slide, in the middle.
 * @param photo width and height of the picture, for its ratio
 */
export function makePicture(
  id: string,
  asset: string,
  name: string,
  size: Extent,
  photo: Extent,
  frames: readonly Frame[] = [],
): PhotoLayer {
  const k = Math.min((size.width * 0.36) / photo.width, (size.height * 0.36) / photo.height);
  const width = Math.max(1, Math.round(photo.width * k)),
    height = Math.max(1, Math.round(photo.height * k));
  return {
    ...makePhoto(id, asset, name, size, frames),
    band: 'message',
    fit: 'free',
    box: { x: Math.round((size.width - width) / 2), y: Math.round((size.height - height) / 2), width, height },
    anchors: CENTRED,
  };
}

/** Standard deviation of the blur at full strength, as a share of the slide's shorter side. */
export const MOST_BLUR = 0.04;
const mostBlur = (size: Extent): number => Math.min(200, MOST_BLUR * Math.min(size.width, size.height));

export const photo = {
  fields,
  scale: (layer, k) => {
    if (layer.mask) layer.mask = { ...layer.mask, radius: scaledRadii(layer.mask.radius, k) };
    layer.stroke = scaledStroke(layer.stroke, k);
    if (layer.tone.blur.on)
      layer.tone = { ...layer.tone, blur: { ...layer.tone.blur, radius: clamp(layer.tone.blur.radius * k, 0, 200) } };
  },
  differs: ['zoom', 'focus', 'room'],
  strengths: (layer) => (layer.band === 'backdrop' ? ['darken', 'lighten', 'blur'] : []),
  strength: ({ tone: { levels, blur } }, property, size) => {
    if (property === 'darken') return levels.on ? 1 - levels.white / 255 : 0;
    if (property === 'lighten') return levels.on ? levels.black / 255 : 0;
    if (property === 'blur') return blur.on ? Math.min(1, blur.radius / mostBlur(size)) : 0;
    return 0;
  },
  withStrength: (layer, property, value, size) => {
    const { tone } = layer,
      { levels } = tone,
      on = value > 0;
    // Of the two ends of the levels one is moved: none of the one leaves the other where it is.
    if (!on && (property === 'darken' ? levels.white === 255 : property === 'lighten' && levels.black === 0))
      return layer;
    if (property === 'darken')
      return { ...layer, tone: { ...tone, levels: { on, black: 0, white: 255 * (1 - value) } } };
    if (property === 'lighten') return { ...layer, tone: { ...tone, levels: { on, black: 255 * value, white: 255 } } };
    if (property === 'blur') return { ...layer, tone: { ...tone, blur: { on, radius: value * mostBlur(size) } } };
    return layer;
  },
  switchedOff: ({ band, tone }) =>
    band === 'backdrop' && (tone.levels.on || tone.blur.on)
      ? { tone: { ...tone, levels: { ...tone.levels, on: false }, blur: { ...tone.blur, on: false } } }
      : null,
  reach: (layer) => layer.stroke.width + 1,
  shadowMargin: (layer) => layer.stroke.width * 2,
  isGroup: (layer) => layer.stroke.width > 0 || layer.mask !== null,
  work: (layer) =>
    5 +
    (layer.tone.blur.on ? 14 : 0) +
    (Object.values(layer.tone).some((t) => t.on) ? 4 : 0) +
    (layer.cut?.on || layer.room?.on ? 12 : 0),
  needsWhole: (layer) => layer.mask !== null,
  paint: (easel, layer, opacity) => easel.own('photos', () => new PhotoPainter()).paint(easel, layer, opacity),
  there: (layer, studio) => [
    studio.picture(layer.asset) !== null,
    Boolean(studio.drawing?.(layer.asset)),
    layer.cut && 'asset' in layer.cut.mask && studio.picture(layer.cut.mask.asset) !== null,
  ],
  assets: (layer) => [layer.asset, ...(layer.cut && 'asset' in layer.cut.mask ? [layer.cut.mask.asset] : [])],
  frames: (layer) => layer.motion?.frames.map((f) => f.asset) ?? [],
} satisfies Kind<PhotoLayer>;
