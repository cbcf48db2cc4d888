// One way for several slides, and for all frames of one: what it promises is true on each.
import { coloursOfPhoto } from '../colour/palette';
import { blank, type Pixels } from '../ground/pixels';
import type { Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeTint } from '../kinds/tint';
import { makeMotion } from '../photo/motion';
import { slideAt } from '../piece/moments';
import { slideOf, slidesOf } from '../piece/resolve';
import type { Piece, Size, Slide } from '../piece/schema';
import { readMoments } from '../reading/over-time';
import { readSlide } from '../reading/read';
import { areClear } from '../reading/verdict';
import { demoPhotos } from '../testing/photos';
import { easelFor } from '../testing/pixels';
import { headline, scene } from '../testing/scenes';
import { withTreatmentAt } from './begin-treatment';
import { hardestMoments, justEnoughInTime, wayInTime } from './over-time';
import { applyWay, WAY_KINDS, type WayKind } from './way';
import { WaysOver } from './ways-over';

const photos = new Map<string, Pixels>();
const { painter } = easelFor(photos);
const load = async (): Promise<void> => {};
const name = (n: number): string => n.toString(16).padStart(64, '0');
const GREYS = [40, 90, 200, 120];
beforeAll(async () => {
  for (const [id, photo] of await demoPhotos()) photos.set(id, photo);
  GREYS.forEach((v, i) => {
    const grey = blank(60, 60);
    for (let p = 0; p < grey.data.length; p += 4) grey.data.set([v, v, v, 255], p);
    photos.set(name(i), grey);
  });
});

/** A piece with a slide for each photo, each with a headline. */
async function several(...names: string[]): Promise<{ piece: Piece; size: Size }> {
  const slides = names.map(
    (n, i) =>
      ({
        ...scene(
          (z) => [makePhoto('photo', n, n, z), headline('Long views', '#ffffff', 30, 60, { fontSize: 44 })(z)],
          480,
          480,
        ).slide,
        id: `s${i}`,
      }) satisfies Slide,
  );
  const { piece, size } = scene(() => [], 480, 480);
  for (const s of slides) await painter.prepare(s);
  return { piece: { ...piece, slides }, size };
}
const palette = (n: string) => coloursOfPhoto(photos.get(n)!);

describe('several slides', () => {
  const NAMES = ['morning-mist', 'wet-window'];
  it.each(WAY_KINDS)('%s: one treatment, every text Clear on every slide, none with less', async (kind) => {
    const { piece, size } = await several(...NAMES),
      over = new WaysOver(painter, { piece, slides: slidesOf(piece), size, colours: NAMES.map(palette) }),
      way = over.solve(kind);
    if (!way) {
      expect(['ink', 'move', 'tone', 'blur', 'shadow']).toContain(kind);
      return;
    }
    const taken = applyWay(piece, '', way, (i) => `n${i}`);
    for (const s of slidesOf(taken)) expect(areClear(readSlide(painter, taken, s, size))).toBe(true);
    if (way.strength === null) return;
    // The slides have one strength and one colour.
    const strengths = way.slides!.flatMap((s) => s.add.map((l) => [l.opacity, 'colour' in l ? l.colour : 0].join()));
    expect(new Set(strengths).size).toBeLessThan(2);
    expect(NAMES.map((_, i) => `s${i}`)).toContain(way.decides);
    // One percent less is not enough.
    if (kind === 'tint' || kind === 'plate') {
      const less = {
        ...way,
        slides: way.slides!.map((s) => ({
          ...s,
          add: s.add.map((l): Layer => ({ ...l, opacity: (way.strength! - 1) / 100 })),
        })),
      };
      const nearly = applyWay(piece, '', less, (i) => `n${i}`);
      expect(slidesOf(nearly).every((s) => areClear(readSlide(painter, nearly, s, size)))).toBe(false);
    }
  });
  it('is none where nothing is needed', async () => {
    const { piece, size } = await several('wet-window');
    const dark = {
      ...piece,
      slides: piece.slides.map((s) => ({
        ...s,
        layers: [s.layers[0], makeTint('t', '#000000', 0.9, size), s.layers[1]],
      })),
    };
    expect(
      new WaysOver(painter, { piece: dark as Piece, slides: slidesOf(dark as Piece), size }).solve('pool'),
    ).toBeNull();
  });
});

describe('frames', () => {
  const moving = async () => {
    const s = scene(
      (z) => [
        {
          ...makePhoto('photo', name(0), 'Film', z),
          motion: makeMotion(GREYS.map((_, i) => ({ asset: name(i), ms: 100 }))),
        },
        headline('Long views', '#ffffff', 30, 60, { fontSize: 44 })(z),
      ],
      480,
      480,
    );
    await painter.prepare(s.slide);
    return s;
  };
  it('the worst of them is the reading', async () => {
    const { piece, slide, size } = await moving(),
      [r] = await readMoments(painter, piece, slide, size, load);
    const each = GREYS.map((_, i) => readSlide(painter, piece, slideAt(slide, i * 100), size)[0].ratio!);
    expect(each[0]).toBeGreaterThan(10);
    expect(r).toMatchObject({ ratio: Math.min(...each), time: 200 });
    expect(await hardestMoments(painter, piece, slide, size, load, 2)).toEqual([200, 300]);
  });
  it('Just enough holds for all of them, also where it was begun with easy ones', async () => {
    const { piece, slide, size } = await moving(),
      ask = { overlay: null, kind: 'tint' as const, colour: '#000000' },
      found = await justEnoughInTime(painter, piece, slide, size, ask, load),
      begun = await justEnoughInTime(painter, piece, slide, size, ask, load, [0]);
    expect(begun.strength).toBe(found.strength);
    expect(found.after).toHaveLength(1);
    const verdicts = async (strength: number) => {
      const p = withTreatmentAt(piece, [slide], ask, strength / 100, () => 'new').piece;
      return areClear(await readMoments(painter, p, slideOf(p, slide.id), size, load));
    };
    expect(await verdicts(found.strength!)).toBe(true);
    expect(await verdicts(found.strength! - 1)).toBe(false);
  });
  it.each<WayKind>(['tint', 'plate', 'backing', 'ink', 'tone'])('%s: Clear in every frame', async (kind) => {
    const { piece, slide, size } = await moving(),
      way = await wayInTime(painter, piece, slide, size, {}, kind, load, [0]);
    // Black letters are lost on the darkest frame, white ones on the lightest.
    if (kind === 'ink') return expect(way).toBeNull();
    const taken = applyWay(piece, slide.id, way!, (i) => `n${i}`);
    expect(areClear(await readMoments(painter, taken, slideOf(taken, slide.id), size, load))).toBe(true);
  });
});
