// Places: which there are for what, what is painted in them, and how texts read there.
import fc from 'fast-check';
import { flat, headline, ids } from '../testing/scenes';
import { easelFor } from '../testing/pixels';
import type { TextLayer } from '../kinds/text';
import { DESTINATIONS } from '../piece/destinations';
import { makePiece } from '../piece/make';
import type { Piece, Size, Slide } from '../piece/schema';
import { readSlide } from '../reading/read';
import { paintPlace } from './paint';
import { cropTo, TONES } from './place';
import { PLACE_IDS, type PlaceId, placeOf, placesFor } from './places';
import { readInPlace } from './read';

const { painter } = easelFor();
const ABOUT = { headline: 'Slow trains', campaign: 'The Ostrel Line' };

/** A piece for a destination: dark ground, one text. */
async function pieceFor(
  destination: string,
  text: Partial<TextLayer>,
): Promise<{ piece: Piece; slide: Slide; size: Size }> {
  const { width, height, shownWidth } = DESTINATIONS.find((d) => d.id === destination)!,
    piece = makePiece('Scene', { width, height, shownWidth, destination }, ids(), (z) => [
      flat('ground', '#103040')(z),
      headline('Slow trains', '#ffffff', 100, 100, text)(z),
    ]),
    at = { piece, slide: piece.slides[0], size: piece.sizes[0] };
  await painter.prepare(at.slide);
  return at;
}
const read = async (place: PlaceId, destination: string, text: Partial<TextLayer>) => {
  const { piece, slide, size } = await pieceFor(destination, text);
  return {
    ...readInPlace(painter, placeOf(place), { piece, slide, size, about: ABOUT })[0],
    onStage: readSlide(painter, piece, slide, size)[0],
  };
};

describe('which places', () => {
  it('every destination has places of its own beside paper, but for the slide on a wall', () => {
    for (const { id, width, height } of DESTINATIONS) {
      const section = id === 'hero' ? ({} as Piece['section']) : null,
        found = placesFor({ section }, { width, height, destination: id });
      expect({ id, more: found.some((p) => p !== 'print') }).toEqual({ id, more: id !== 'slide' });
      expect(found.every((p) => (placeOf(p).page !== undefined) === (section !== null))).toBe(true);
    }
  });
  it('a size of one’s own goes by its shape; covers are first slides', () => {
    const size = (width: number, height: number) => ({ width, height, destination: null });
    expect(placesFor({ section: null }, size(1080, 1920))).toEqual(['story', 'board', 'print']);
    expect(placesFor({ section: null }, size(1000, 1000))).toEqual(['feed', 'grid', 'print']);
    expect(placesFor({ section: null }, size(1000, 1000), 1)).toEqual(['feed', 'print']);
  });
});

describe('readings', () => {
  it('where nothing lies in the way and nothing is small it reads as on the stage', async () => {
    const { reading, why, onStage } = await read('feed', 'square-post', { fontSize: 120 });
    expect(why).toEqual([]);
    expect(Math.abs(reading.ratio! - onStage.ratio!)).toBeLessThan(0.02 * onStage.ratio!);
    expect(reading.verdict).toBe('clear');
  });
  it('a portrait covers what lies under it, a duration mark what stands in its corner', async () => {
    const box = (x: number, y: number) => ({ x, y, width: 400, height: 66 }),
      under = await read('profile', 'profile-banner', { box: box(80, 300) }),
      free = await read('profile', 'profile-banner', { box: box(900, 160) });
    expect(under.why).toEqual(['covered']);
    expect(under.letters.covered).toBeGreaterThan(3);
    expect([under.reading.verdict, under.onStage.verdict]).toEqual(['lost', 'clear']);
    expect([free.why, free.reading.verdict]).toEqual([[], 'clear']);
    const marked = await read('videos', 'video-thumbnail', { box: box(1010, 640), fontSize: 44 });
    expect(marked.why).toContain('covered');
    // That it is in a keep-clear zone is known there, not guessed.
    expect(marked.reading.flags).not.toContain('keep-clear');
    expect(marked.onStage.flags).toContain('keep-clear');
  });
  it('what a phone cuts off at the sides is lost there', async () => {
    const { reading, why, letters } = await read('profile-phone', 'profile-banner', {
      box: { x: 20, y: 40, width: 400, height: 66 },
    });
    expect(why).toEqual(['cut-off']);
    expect(letters.cutOff).toBeGreaterThan(3);
    expect(reading.verdict).toBe('lost');
  });
  it('type that is small in a grid is said to be, with the size it is shown at', async () => {
    const { reading, why } = await read('grid', 'square-post', {
      fontSize: 40,
      fill: { ...headline('', '#5f8090')({ width: 1, height: 1 } as Size).fill },
    });
    expect(why).toContain('small');
    expect(reading.shownPx).toBeCloseTo((40 * 128) / 1080, 1);
    expect(reading.flags).toContain('too-small');
  });
});

describe('pictures', () => {
  it('the slide lies where the drawing says, the rest is the place, in light and in dark', async () => {
    const at = await pieceFor('square-post', { fontSize: 60 });
    for (const light of ['light', 'dark'] as const) {
      const { picture, at: box } = await paintPlace(painter, placeOf('feed'), { ...at, about: ABOUT }, light, 2),
        pixel = (x: number, y: number): number[] => [
          ...picture.data.slice((Math.round(y * 2) * picture.width + Math.round(x * 2)) * 4).slice(0, 3),
        ];
      expect(box).toEqual({ x: 0, y: 172, width: 390, height: 390 });
      expect(picture.width).toBe(780);
      expect(pixel(200, 172 + 300)).toEqual([0x10, 0x30, 0x40]);
      const card = TONES[light].card;
      expect(pixel(380, 100)).toEqual([1, 3, 5].map((i) => parseInt(card.slice(i, i + 2), 16)));
    }
  });
  it('print has no colour', async () => {
    const at = await pieceFor('square-post', { fontSize: 60 }),
      { picture } = await paintPlace(painter, placeOf('print'), { ...at, about: ABOUT }, 'light', 1);
    let coloured = 0;
    for (let i = 0; i < picture.data.length; i += 4)
      if (picture.data[i] !== picture.data[i + 1] || picture.data[i] !== picture.data[i + 2]) coloured++;
    expect(coloured).toBe(0);
  });
  it('every place can be drawn round a picture of any shape, which lies within it', () =>
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 4000 }), fc.integer({ min: 100, max: 4000 }), (width, height) => {
        for (const id of PLACE_IDS) {
          const d = placeOf(id).draw({ ...ABOUT, width, height });
          for (const v of [d.width, d.height, ...Object.values(d.at), ...Object.values(d.crop)])
            expect(Number.isFinite(v)).toBe(true);
          expect(d.at.x).toBeGreaterThanOrEqual(0);
          expect(d.at.x + d.at.width).toBeLessThanOrEqual(d.width + 1e-6);
          expect(d.at.y + d.at.height).toBeLessThanOrEqual(d.height + 1e-6);
          expect(d.crop.x + d.crop.width).toBeLessThanOrEqual(1 + 1e-9);
          // What shows is not stretched.
          expect((d.crop.width * width) / (d.crop.height * height)).toBeCloseTo(d.at.width / d.at.height, 6);
        }
      }),
      { numRuns: 60 },
    ));
  it('a crop is the middle of a picture', () => {
    expect(cropTo({ width: 400, height: 100 }, 3)).toEqual({ x: 0.125, y: 0, width: 0.75, height: 1 });
    expect(cropTo({ width: 100, height: 200 }, 1)).toEqual({ x: 0, y: 0.25, width: 1, height: 0.5 });
  });
});
