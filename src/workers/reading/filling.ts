// Templates and slides with somebody else's photo and words in them, tried small and made.
import { transfer } from 'comlink';
import { LRUCache } from 'lru-cache';
import { coloursOfPhoto, type FoundColour } from '../../core/colour/palette';
import { filled, type Filling, fillingOf, type Material, reducedTemplate } from '../../core/filling/fill';
import { coloursOnSlides, type Made, madeFromTemplate } from '../../core/filling/from-template';
import { photoGuess, photoTrial, type PhotoTrial, withPhotoBehind } from '../../core/filling/photo-trial';
import type { FillPicture } from '../../core/filling/picture';
import { justEnoughFilled, solvedFilling } from '../../core/filling/solve';
import type { Pixels } from '../../core/ground/pixels';
import { reducedTo } from '../../core/ground/resample';
import type { Extent } from '../../core/kinds/common';
import { isPhoto } from '../../core/kinds/layers';
import { standsOut } from '../../core/photo/subject';
import { layerIn, sizeOf, slideOf } from '../../core/piece/resolve';
import { placesOf } from '../../core/piece/roles';
import type { Piece, Size, Slide } from '../../core/piece/schema';
import { inShort, type Outcome, outcomeOf } from '../../core/remedy/outcome';
import { pixelsOf } from '../../core/scene/whole';
import type { Subject } from '../../core/values/photo';
import type { Shown } from '../stage';
import { breathe, breathing, painter, prepareWhole, studio } from './asked';
import { photos } from './photos';

/** A template with somebody's own photo and words in it, small. */
export interface TemplatePreview {
  picture: Pixels;
  outcome: Outcome;
  /** Names of texts whose words are too long for their place. */
  tooLong: string[];
}

/** The words of a slide on another photo. */
export interface TriedPhoto extends Omit<PhotoTrial, 'piece'> {
  picture: Pixels;
  /** It was tried as small as lists show it: about right. */
  guessed: boolean;
}

/** The slide that is looked at as a piece by itself, in the size it is looked at in. */
function sizedFor({ piece, slide: id, size: sizeId }: Shown): Piece {
  const slide = slideOf(piece, id),
    size = sizeOf(piece, sizeId),
    { show: _show, at: _at, ...own } = slide;
  return {
    ...piece,
    section: null,
    sizes: [size],
    slides: [
      {
        ...own,
        layers: slide.layers
          .filter((l) => !l.guest)
          .map((l) => ({ ...layerIn(l, size, piece.sizes[0]), overrides: {} })),
      },
    ],
  };
}

/** The newest question about templates; the pictures and words that are tried in them. */
let templatesAsked = -1;

/** Takes a question as the newest of its kind, unless one is newer; tells whether it still is. */
async function trialBegun(question: number): Promise<() => boolean> {
  templatesAsked = Math.max(templatesAsked, question);
  await breathe();
  return () => question >= templatesAsked;
}

/** Templates are tried out at so many pixels along the longer side. */
const TRIED_SIDE = 540;

/** Photos are made so small for that. */
const SMALL_PHOTO = 1100;

/** Words on a photo are guessed at this side, with as much of it as lists show: enough to tell which need little. */
const GUESSED_SIDE = 320;

/** A photo as small as it is tried in templates; as lists show it, where it is only guessed. */
async function smallPhoto(id: string, guessed = false): Promise<{ asset: string } & Extent> {
  const { name, ...extent } = await (guessed ? studio.thumbnail(id) : studio.reduced(id, SMALL_PHOTO));
  return { asset: name, ...extent };
}

/** A treatment's hue wants no more of a photo than this, px. */
const HUES_SIDE = 40;

/** Colours of a photo as far as a treatment's hue wants them. */
const guessedColours = (photo: Pixels | null): FoundColour[] =>
  photo ? coloursOfPhoto(reducedTo(photo, HUES_SIDE)) : [];

/** What stands out in small photos, where nothing was found in them. */
const salient = new LRUCache<string, Subject>({ max: 500 });

/** What fills the places for photos, as small as it is tried. */
async function smallFor(photo: FillPicture, guessed = false): Promise<FillPicture> {
  const small = await smallPhoto(photo.asset, guessed),
    of = small.asset;
  if (photo.subject) return { ...photo, ...small, subject: { ...photo.subject, of } };
  let subject = salient.get(of);
  if (!subject) {
    const box = standsOut(studio.picture(of)!);
    salient.set(of, (subject = { of, boxes: box ? [{ ...box, what: '' }] : [], said: false }));
  }
  return { ...photo, ...small, subject };
}

/** A piece with its photos as small as that. */
async function withSmallPhotos(piece: Piece): Promise<Piece> {
  const names = new Map<string, string>();
  for (const l of piece.slides.flatMap((s) => s.layers))
    if (isPhoto(l) && l.band === 'backdrop' && !l.asset.includes('@'))
      names.set(l.asset, (await smallPhoto(l.asset)).asset);
  return {
    ...piece,
    slides: piece.slides.map((s) => ({
      ...s,
      layers: s.layers.map((l) => (isPhoto(l) && names.has(l.asset) ? { ...l, asset: names.get(l.asset)! } : l)),
    })),
  };
}

/** A filled template with its own overlays alone, and how its slide stands. */
function* filledJustEnough(
  own: Piece,
  size: Size,
  colours: (slide: Slide) => readonly FoundColour[],
): Generator<void, { piece: Piece; outcomes: Outcome[] }> {
  const piece = yield* justEnoughFilled(painter, own, colours);
  return { piece, outcomes: [outcomeOf(painter, piece, own.slides[0].id, size, TRIED_SIDE)] };
}

export const filling = {
  /**
   * The first slide of a template with somebody's photo and words in it, what lies over it as strong as it needs to be;
   * null where a newer question came.
   * @param question the same for all templates that are tried together
   * @param ways take the best ways too, where its own overlays are not enough
   */
  async tryTemplate(
    question: number,
    template: Piece,
    fill: Material | Filling,
    ways: boolean,
  ): Promise<TemplatePreview | null> {
    const wanted = await trialBegun(question);
    if (!wanted()) return null;
    const first = reducedTemplate({ ...template, slides: template.slides.slice(0, 1) }, TRIED_SIDE),
      [size] = first.sizes,
      { pictures, words } = 'headline' in fill ? fillingOf(template, fill) : fill,
      places = new Set(placesOf(template).flatMap((p) => (p.role === 'photo' ? [p.key] : []))),
      small: Record<string, FillPicture> = {};
    for (const slide of first.slides) await painter.prepare(slide);
    for (const [key, picture] of Object.entries(pictures)) {
      if (places.has(key)) small[key] = await smallFor(picture);
      else await studio.load((small[key] = picture).asset);
    }
    const { piece: filledIn, tooLong } = filled(painter, first, { pictures: small, words }, studio.picture),
      own = await withSmallPhotos(filledIn);
    await prepareWhole(own);
    if (!wanted()) return null;
    const colours = await coloursOnSlides(own, (asset) => photos.palette(asset));
    let n = 0;
    const solved = ways
      ? await breathing(
          solvedFilling(painter, own, colours, () => `way-${n++}`),
          wanted,
        )
      : await breathing(filledJustEnough(own, size, colours), wanted);
    if (!solved) return null;
    const slide = slideOf(solved.piece, own.slides[0].id),
      [outcome] = solved.outcomes,
      picture = pixelsOf(painter, solved.piece, slide, size, 1);
    return transfer({ picture, outcome: inShort(outcome), tooLong }, [picture.data.buffer as ArrayBuffer]);
  },

  /**
   * The words of a slide on another photo, with the best of a few ways where they need one; null where a newer question
   * came.
   * @param question the same for all photos that are tried together
   * @param width of the picture, px
   * @param guessed with the photo as small as lists show it
   */
  async tryPhoto(
    question: number,
    scene: Shown,
    photo: FillPicture,
    width: number,
    guessed: boolean,
  ): Promise<TriedPhoto | null> {
    const wanted = await trialBegun(question);
    if (!wanted()) return null;
    const whole = sizedFor(scene),
      first = reducedTemplate(whole, guessed ? GUESSED_SIDE : TRIED_SIDE),
      [size] = first.sizes,
      [{ id }] = first.slides;
    await painter.prepare(first.slides[0]);
    const small = await smallFor(photo, guessed),
      own = withPhotoBehind(painter, first, id, small, studio.picture);
    await prepareWhole(own);
    if (!wanted()) return null;
    const tried = guessed
      ? photoGuess(painter, own, id, size, guessedColours(studio.picture(small.asset)))
      : await breathing(photoTrial(painter, own, id, size, await photos.palette(small.asset)), wanted);
    if (!tried) return null;
    // What was guessed is shown as it was looked at: the photo is fitted already.
    const scale = guessed ? 1 : width / size.width,
      picture = pixelsOf(painter, tried.piece, slideOf(tried.piece, id), size, scale),
      { clear, cost, kept, way } = tried;
    return transfer({ picture, clear, cost, kept, way, guessed }, [picture.data.buffer as ArrayBuffer]);
  },

  /** Makes ready to try templates: their fonts are loaded. */
  async warmTemplates(templates: readonly Piece[]): Promise<void> {
    for (const { slides } of templates) for (const slide of slides) await painter.prepare(slide);
  },

  /**
   * A piece made of a template: filled, laid out in all its sizes, Clear wherever that is possible.
   * @param ids for layers that are added: one for each slide and size
   */
  async fillTemplate(template: Piece, material: Material, ids: string[]): Promise<Made> {
    const left = [...ids],
      made = await madeFromTemplate(
        {
          painter,
          load: prepareWhole,
          picture: studio.picture,
          colours: (asset) => photos.palette(asset),
          newId: () => left.shift()!,
          pause: breathe,
        },
        template,
        fillingOf(template, material),
      );
    return { ...made, outcomes: made.outcomes.map(inShort) };
  },
};
