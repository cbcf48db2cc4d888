// How texts, logos and pictures read as they are.
import { transfer } from 'comlink';
import type { Seeing } from '../../core/colour/seeing';
import type { Box } from '../../core/ground/box';
import type { Pixels } from '../../core/ground/pixels';
import { reducedTo } from '../../core/ground/resample';
import { isPhoto } from '../../core/kinds/layers';
import type { PhotoLayer } from '../../core/kinds/photo';
import type { TextLayer } from '../../core/kinds/text';
import type { Grid } from '../../core/photo/saliency';
import { changesTone, type Histogram, histogramOf, toned } from '../../core/photo/tone';
import { changeLayers } from '../../core/piece/edits';
import { picturesOn, slideOf, textsIn } from '../../core/piece/resolve';
import { aboutInPlaces, paintPlace } from '../../core/places/paint';
import type { Light } from '../../core/places/place';
import { type PlaceId, placeOf } from '../../core/places/places';
import { type PlaceReading, readInPlace } from '../../core/places/read';
import { checkMeasuring } from '../../core/reading/budget';
import { busyMap } from '../../core/reading/busy-map';
import { paintPair, probeText, type Reading, readSlide, readText, withoutLetters } from '../../core/reading/read';
import { type MarkReading, readMarks } from '../../core/reading/read-mark';
import { readingKey } from '../../core/reading/reading-key';
import { hexOf } from '../../core/values/swatches';
import type { Tone } from '../../core/values/tone';
import type { Shown } from '../stage';
import { begin, breathe, open, painter, studio } from './asked';

/** The last reading of each text, and what it depended on. */
const known = new Map<string, { key: string; reading: Reading }>();

/** Every part of a tone switched off, its values kept. */
const switchedOff = (tone: Tone): Tone =>
  Object.fromEntries(Object.entries(tone).map(([k, part]) => [k, { ...part, on: false }])) as Tone;

export interface Histograms {
  photo: { before: Histogram; after: Histogram };
  text: { before: Histogram; after: Histogram } | null;
}

export const readings = {
  /**
   * Readings of all visible texts of a slide, or null where a newer question came.
   * @param letters whether each letter's reading is wanted too; without them there is less to send
   * @param seeing to which eyes, in which light
   */
  async readings(scene: Shown, letters = true, seeing: Seeing = { kind: 'plain' }): Promise<Reading[] | null> {
    const current = begin('readings');
    const { piece, slide, size } = await open(scene);
    checkMeasuring(painter, piece, slide, size);
    const out: Reading[] = [];
    // A picture that could not be had yet is part of no key: nothing measured without it may be kept.
    const complete = picturesOn(slide).every((id) => studio.picture(id));
    if (!complete) known.clear();
    for (const layer of textsIn(piece, slide, size)) {
      if (!current()) return null;
      const key = readingKey(painter, piece, slide, size, layer) + JSON.stringify(seeing),
        before = known.get(layer.id);
      let reading = before?.key === key ? before.reading : null;
      if (!reading) {
        reading = readText(painter, piece, slide, size, layer, {}, undefined, null, seeing);
        if (complete) known.set(layer.id, { key, reading });
        await breathe();
      }
      out.push(letters ? reading : withoutLetters(reading));
    }
    return current() ? out : null;
  },

  /** Readings of logos and pictures in the message, or null where a newer question came. */
  async marks(scene: Shown): Promise<MarkReading[] | null> {
    const current = begin('marks');
    const { piece, slide, size } = await open(scene);
    await breathe();
    return current() ? readMarks(painter, piece, slide, size) : null;
  },

  /** Readings of one slide in one size for the overview; they are not kept. */
  async overview(scene: Shown): Promise<Reading[]> {
    const { piece, slide, size } = await open(scene);
    return readSlide(painter, piece, slide, size).map(withoutLetters);
  },

  /**
   * Histograms of a photo before and after its tone, and of what lies under a text (the topmost where none is named)
   * without and with
   * that tone. Null for the text where there is none to measure, or where a newer question came.
   */
  async histograms(scene: Shown, photo: string, text: string | null): Promise<Histograms | null> {
    const current = begin('histograms');
    const { piece, slide, size } = await open(scene);
    const layer = slide.layers.find((l): l is PhotoLayer => l.id === photo && isPhoto(l));
    const pixels = layer && studio.picture(layer.asset);
    if (!layer || !pixels || !current()) return null;
    const small = reducedTo(pixels, 320);
    const after = changesTone(layer.tone) ? toned(small, layer.tone, (c) => hexOf(c, piece)) : small;
    const texts = textsIn(piece, slide, size);
    const words = texts.find((t) => t.id === text) ?? texts.at(-1);
    let under: Histograms['text'] = null;
    if (words) {
      const probe = probeText(painter, piece, size, words);
      const { region } = probe.halo;
      if (region.width && region.height) {
        const plain = changeLayers(
          piece,
          slide.id,
          [photo],
          (l) => void (isPhoto(l) && (l.tone = switchedOff(l.tone))),
        );
        const shot = (p: typeof piece) =>
          histogramOf(paintPair(painter, p, slideOf(p, slide.id), size, probe).backdrop);
        under = { before: shot(plain), after: shot(piece) };
      }
    }
    return current()
      ? { photo: { before: histogramOf(small.data), after: histogramOf(after.data) }, text: under }
      : null;
  },

  /** A place with a slide in it, in pixels of the screen, and where the slide lies, CSS px. */
  async inPlace(
    scene: Shown,
    id: PlaceId,
    campaign: string,
    light: Light,
    density: number,
  ): Promise<{ picture: Pixels; at: Box }> {
    const opened = await open(scene),
      shown = { ...opened, about: aboutInPlaces(opened.piece, campaign) },
      made = await paintPlace(painter, placeOf(id), shown, light, density);
    return transfer(made, [made.picture.data.buffer as ArrayBuffer]);
  },

  /** How the texts of a slide read in a place. */
  async readPlace(scene: Shown, id: PlaceId, campaign: string): Promise<PlaceReading[]> {
    const opened = await open(scene);
    return readInPlace(painter, placeOf(id), { ...opened, about: aboutInPlaces(opened.piece, campaign) });
  },

  /** Calm and busy places of a slide, at the scale of a text (the largest where none is named). */
  async busyMap(scene: Shown, text: string | null): Promise<Grid | null> {
    const current = begin('busy map');
    const { piece, slide, size } = await open(scene);
    await breathe();
    if (!current()) return null;
    const texts = textsIn(piece, slide, size),
      layer =
        texts.find((t) => t.id === text) ??
        texts.reduce<TextLayer | null>((b, t) => (!b || t.fontSize > b.fontSize ? t : b), null);
    const probe = layer && probeText(painter, piece, size, layer),
      short = Math.min(size.width, size.height);
    return busyMap(
      painter,
      piece,
      slide,
      size,
      probe?.layout.xHeight || short * 0.04,
      probe?.halo.stroke ?? short * 0.01,
    );
  },
};
