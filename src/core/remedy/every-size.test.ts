// Solve every size: every text Clear in each, one treatment where it will do, nothing changed where nothing was needed.
import { firstLayout } from '../arrange/new-size';
import { coloursOfPhoto } from '../colour/palette';
import type { Pixels } from '../ground/pixels';
import { isText } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { destinationById } from '../piece/destinations';
import { layersIn, slideOf } from '../piece/resolve';
import { PieceSchema, type Piece, type Size } from '../piece/schema';
import { addSize } from '../piece/sizes';
import { isTreatment } from '../piece/treatments';
import { readSlide } from '../reading/read';
import { areClear } from '../reading/verdict';
import { demoPhotos } from '../testing/photos';
import { easelFor } from '../testing/pixels';
import { ids, scene } from '../testing/scenes';
import { everySize, type SizeAnswer, SizeSolver } from './every-size';
import { costOfWay } from './way';

const photos = new Map<string, Pixels>();
const { painter } = easelFor(photos);
beforeAll(async () => {
  for (const [n, photo] of await demoPhotos()) photos.set(asset(n), photo);
});

/** What a picture is called in a document. */
const asset = (name: string): string => Buffer.from(name).toString('hex').padEnd(64, '0');

const TARGETS = ['story', 'profile-banner', 'link-card'];
const made = (d: string): Size => {
  const { id, name, width, height, shownWidth } = destinationById(d)!;
  // At half size: it takes a quarter of the time.
  return { id: d, name, width: width / 2, height: height / 2, shownWidth, destination: id };
};

/** A square post over a photo with a headline and a line, in further sizes. */
async function post(photo: string, ink = '#ffffff', tint?: number): Promise<Piece> {
  const { piece, slide } = scene(
    (z) => [
      makePhoto('photo', asset(photo), photo, z),
      ...(tint === undefined ? [] : [makeTint('tint', '#102030', tint, z)]),
      {
        ...makeText('head', 'Slow trains, long views', z, ink),
        box: { x: 37, y: 280, width: 450, height: 100 },
        fontSize: 55,
      },
      {
        ...makeText('line', 'From 2 May, every day', z, ink),
        box: { x: 37, y: 430, width: 350, height: 30 },
        fontSize: 24,
      },
    ],
    540,
    540,
    375,
  );
  await painter.prepare(slide);
  return TARGETS.map(made).reduce((p, s) => {
    const base = { ...p, sizes: [p.sizes[0]] };
    return addSize(p, s, { [slide.id]: firstLayout(painter, base, slideOf(base, slide.id), s) });
  }, piece);
}

function solved(piece: Piece, photo: string): { piece: Piece; of: { answers: SizeAnswer[] } } {
  const run = everySize(painter, piece, piece.slides[0].id, coloursOfPhoto(photos.get(asset(photo))!), ids('new'));
  for (;;) {
    const { done, value } = run.next();
    if (done) return { piece: { ...piece, slides: [value.slide] }, of: value };
  }
}
const clearIn = (p: Piece, size: Size): boolean => areClear(readSlide(painter, p, slideOf(p, p.slides[0].id), size));

it('what may be the best in a size is solved there; of the others it is said about what they would be', async () => {
  const piece = await post('lake-sill-winter'),
    colours = coloursOfPhoto(photos.get(asset('lake-sill-winter'))!);
  for (const size of piece.sizes) {
    const run = new SizeSolver(painter, piece, piece.slides[0].id, size, colours).survey();
    let step = run.next();
    while (!step.done) step = run.next();
    const { clear, ways, rough } = step.value,
      least = Math.min(...ways.map(costOfWay));
    expect(clear).toBe(false);
    expect(ways.every((w) => areClear(w.readings))).toBe(true);
    expect(rough.map((w) => w.kinds[0])).toContain('tint');
    for (const w of rough) expect([size.id, w.kinds[0], costOfWay(w) > least]).toEqual([size.id, w.kinds[0], true]);
    // None is in both, and no kind that is quick is forgotten.
    const kinds = [...ways, ...rough].map((w) => w.kinds[0]);
    expect(new Set(kinds).size).toBe(kinds.length);
    expect(kinds).toEqual(expect.arrayContaining(['fade', 'tint', 'pool', 'plate', 'backing']));
  }
}, 60_000);

it.each(['lake-sill-winter'])('%s: all four sizes are Clear', async (photo) => {
  const before = await post(photo),
    { piece, of } = solved(before, photo);
  expect(PieceSchema.safeParse(piece).error).toBeUndefined();
  for (const size of piece.sizes) expect([size.id, clearIn(piece, size)]).toEqual([size.id, true]);
  expect(of.answers.map((a) => a.size).sort()).toEqual(before.sizes.map((s) => s.id).sort());
  for (const a of of.answers) {
    expect(a.clear).toBe(true);
    // What was not needed was not done.
    expect(a.way === null).toBe(
      clearIn(
        before,
        before.sizes.find((s) => s.id === a.size)!,
      ),
    );
  }
  // Words, colours and places are what they were.
  const shared = piece.slides[0].layers.filter(isText).map(({ overrides: _, shadows: _s, backing: _b, ...l }) => l);
  expect(shared).toEqual(
    before.slides[0].layers.filter(isText).map(({ overrides: _, shadows: _s, backing: _b, ...l }) => l),
  );
  // Where one treatment does for all, there is one, as strong as each size needs.
  if (of.answers.every((a) => !a.way || a.way.shared))
    expect(piece.slides[0].layers.filter(isTreatment).length).toBeLessThanOrEqual(1);
});

it('a treatment that is there already is made stronger where that costs least, and only there', async () => {
  const before = await post('lake-sill-autumn', '#ffffff', 0.5),
    { piece, of } = solved(before, 'lake-sill-autumn');
  for (const size of piece.sizes) {
    expect(clearIn(piece, size)).toBe(true);
    if (!clearIn(before, size)) continue;
    expect(of.answers.find((a) => a.size === size.id)!.way).toBeNull();
    const tint = (p: Piece): number => layersIn(p, p.slides[0], size).find((l) => l.id === 'tint')!.opacity;
    expect(tint(piece)).toBe(tint(before));
  }
});

it('nothing is done where all is Clear, and what cannot be solved is said', async () => {
  const clear = await post('cairn-evening', '#ffffff', 0.9);
  expect(solved(clear, 'cairn-evening').piece).toEqual(clear);
  // Grey letters this small are not told from anything by as much as the stricter goal wants.
  const { piece: split, slide } = scene((z) => [{ ...makeText('head', 'Slow trains', z, '#757575'), fontSize: 16 }]);
  await painter.prepare(slide);
  const { of } = solved({ ...split, goal: 'strict' }, 'cairn-evening');
  expect(of.answers).toMatchObject([{ way: null, clear: false }]);
});
