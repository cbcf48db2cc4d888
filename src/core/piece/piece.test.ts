import { readFileSync } from 'node:fs';
import { type Layer } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { flat, headline, ids, scene } from '../testing/scenes';
import { solid } from '../values/made';
import { BANDS } from '../values/plain';
import { hexOf } from '../values/swatches';
import { DESTINATIONS } from './destinations';
import { addLayer, changeLayers, duplicateLayers, moveLayer, removeLayers, shiftLayers } from './edits';
import { setIn } from './set-in-size';
import { emptyHistory, redo, remember, stepBetween, undo } from './history';
import { makePiece } from './make';
import { layerIn } from './resolve';
import { type Piece, PieceSchema } from './schema';
import { openPiece } from './upgrade';

const order = (p: Piece): string[] => p.slides[0].layers.map((l) => l.id);
const band = (p: Piece): boolean =>
  p.slides[0].layers.every((l, i, all) => i === 0 || BANDS.indexOf(all[i - 1].band) <= BANDS.indexOf(l.band));

describe('the document', () => {
  it('is made valid from every destination, companions included', () => {
    for (const d of DESTINATIONS) {
      const piece = makePiece(d.name, { destination: d.id }, ids(), (z) => [
        makePhoto('p', 'a'.repeat(64), 'Photo', z),
        makeTint('t', '#101820', 0.4, z),
        makeText('x', 'Words', z),
      ]);
      expect(openPiece(JSON.parse(JSON.stringify(piece)))).toEqual({ ok: true, piece: PieceSchema.parse(piece) });
      expect(piece.sizes).toHaveLength(d.companion ? 2 : 1);
      for (const z of d.keepClear) expect(Math.min(z.x, z.y, z.width, z.height)).toBeGreaterThanOrEqual(0);
    }
    expect(DESTINATIONS.map((d) => d.id)).toEqual(
      expect.arrayContaining([
        'profile-banner',
        'square-post',
        'portrait-post',
        'story',
        'carousel',
        'video-thumbnail',
        'tall-picture',
        'link-card',
        'email-header',
        'hero',
        'book-cover',
        'slide',
      ]),
    );
    expect(() => makePiece('x', { destination: 'nowhere' }, ids())).toThrow(RangeError);
  });

  it('says where and why it is not valid', () => {
    const piece = makePiece('x', { width: 100, height: 100 }, ids(), (z) => [
      makeText('a', 'A', z),
      makeText('a', 'B', z),
    ]);
    const wrong = JSON.parse(JSON.stringify(piece)) as {
      slides: { layers: { opacity: unknown; fill: { colour: unknown } }[] }[];
    };
    wrong.slides[0].layers[0].opacity = 2;
    wrong.slides[0].layers[1].fill.colour = { swatch: 'nowhere' };
    const opened = openPiece(wrong);
    if (opened.ok) throw new Error('it must not open');
    expect(opened.faults[0]).toMatchObject({ path: '/slides/0/layers/0/opacity' });
    const twins = openPiece(JSON.parse(JSON.stringify(piece)));
    expect(twins.ok ? [] : twins.faults.map((f) => f.path)).toEqual(['/slides/0/layers/1/id']);
    const upside = openPiece({
      ...JSON.parse(
        JSON.stringify(
          makePiece('x', { width: 100, height: 100 }, ids(), (z) => [
            makeText('a', 'A', z),
            makeTint('b', '#000000', 1, z),
          ]),
        ),
      ),
    });
    expect(upside.ok ? '' : upside.faults[0].path).toBe('/slides/0/layers/1/band');
  });

  it.each([
    [null],
    [[]],
    ['text'],
    [{}],
    [{ format: 'other' }],
    [{ format: 'plavo-piece', version: 0 }],
    [{ format: 'plavo-piece', version: 99 }],
    [{ format: 'plavo-piece', version: 2 }],
  ])('refuses %j without throwing', (raw) => {
    expect(openPiece(raw).ok).toBe(false);
  });

  it('opens a document of the first version', () => {
    const { sizes, swatches: _s, ...rest } = makePiece('Old', { width: 800, height: 400, shownWidth: 400 }, ids());
    const opened = openPiece({ ...rest, version: 1, width: 800, height: 400, shownWidth: 400 });
    expect(opened.ok && opened.piece.sizes[0]).toMatchObject({ width: 800, height: 400, shownWidth: 400, id: 'base' });
    expect(sizes).toHaveLength(1);
  });

  it('is described with every layer kind of the schema', () => {
    const doc = readFileSync('docs/document.md', 'utf8');
    for (const kind of ['fill', 'photo', 'tint', 'text']) expect(doc).toContain(`\`${kind}\``);
  });

  it('finds swatches, and shows grey for one that is gone', () => {
    expect(hexOf({ swatch: 'a' }, { swatches: [{ id: 'a', name: 'A', colour: '#123456', house: false }] })).toBe(
      '#123456',
    );
    expect(hexOf({ swatch: 'b' }, { swatches: [] })).toBe('#808080');
  });
});

describe('edits', () => {
  const start = (): Piece =>
    scene((z) => [
      flat('photo', '#888888')(z),
      makeTint('tint', '#000000', 0.5, z),
      headline('One', '#ffffff', 0, 0, { id: 'one' })(z),
      headline('Two', '#ffffff', 0, 0, { id: 'two' })(z),
    ]).piece;

  it('a layer lands on top of its own band', () => {
    const p = start(),
      size = p.sizes[0];
    expect(order(addLayer(p, 'n1', makeTint('new', '#ffffff', 0.2, size)))).toEqual([
      'photo',
      'tint',
      'new',
      'one',
      'two',
    ]);
    expect(order(addLayer(p, 'n1', flat('new', '#ffffff')(size)))).toEqual(['photo', 'new', 'tint', 'one', 'two']);
  });

  it('order changes stay within the band, moves across change it', () => {
    let p = start();
    expect(order(shiftLayers(p, 'n1', ['one'], Infinity))).toEqual(['photo', 'tint', 'two', 'one']);
    expect(order(shiftLayers(p, 'n1', ['two'], -1))).toEqual(['photo', 'tint', 'two', 'one']);
    // At the end of its band nothing changes, and the document is the same one.
    for (const by of [-1, -Infinity]) expect(shiftLayers(p, 'n1', ['one'], by)).toBe(p);
    expect(shiftLayers(p, 'n1', ['one', 'two'], 1)).toBe(p);
    p = moveLayer(p, 'n1', 'tint', 'message', 'one');
    expect(order(p)).toEqual(['photo', 'one', 'tint', 'two']);
    expect(p.slides[0].layers[2].band).toBe('message');
    expect(band(p)).toBe(true);
    p = moveLayer(p, 'n1', 'two', 'backdrop', null);
    expect(order(p)[0]).toBe('two');
    expect(band(p)).toBe(true);
  });

  it('bands never mix, whatever is moved where', () => {
    let p = start();
    let seed = 7;
    const next = (n: number): number => (seed = (seed * 16807) % 2147483647) % n;
    for (let i = 0; i < 200; i++) {
      const list = order(p),
        above = next(5) === 0 ? null : list[next(list.length)];
      p = moveLayer(p, 'n1', list[next(list.length)], BANDS[next(3)], above);
      expect(band(p)).toBe(true);
      expect(order(p)).toHaveLength(4);
    }
  });

  it('leaves the document itself alone, and gives it back where nothing changes', () => {
    const p = start(),
      before = JSON.stringify(p);
    removeLayers(p, 'n1', ['one']);
    changeLayers(p, 'n1', ['one'], (l) => void (l.opacity = 0));
    expect(JSON.stringify(p)).toBe(before);
    expect(changeLayers(p, 'n1', ['nobody'], (l) => void (l.opacity = 0))).toBe(p);
  });

  it('duplicates above the original', () => {
    const { piece, ids: made } = duplicateLayers(start(), 'n1', ['one', 'tint'], ids('c'));
    expect(made).toEqual(['c1', 'c2']);
    expect(order(piece)).toEqual(['photo', 'tint', 'c2', 'one', 'c1', 'two']);
  });

  it('keeps the settings of each kind of fill', () => {
    const fill = solid('#123456');
    const switched = { ...fill, kind: 'gradient' as const };
    expect({ ...switched, kind: 'colour' as const }).toEqual(fill);
  });
});

describe('sizes', () => {
  const piece = makePiece('Hero', { destination: 'hero' }, ids(), (z) => [
    makePhoto('p', 'a'.repeat(64), 'Photo', z),
    {
      ...makeText('t', 'Words', z),
      box: { x: 100, y: 60, width: 900, height: 200 },
      anchors: { horizontal: 'left', vertical: 'top' },
    },
  ]);
  const [base, narrow] = piece.sizes;
  it('a photo stretches with the slide, a text keeps its corner and fits', () => {
    expect(layerIn(piece.slides[0].layers[0], narrow, base).box).toEqual({ x: 0, y: 0, width: 780, height: 1200 });
    const t = layerIn(piece.slides[0].layers[1], narrow, base);
    expect(t.box.x).toBeCloseTo(100 * (780 / 900), 5);
    expect(t.box.x + t.box.width).toBeLessThanOrEqual(780);
  });
  it('an override holds for its size only, and only what differs', () => {
    const moved = setIn(piece, 'n1', ['t'], 'narrow', { box: { x: 1, y: 2, width: 300, height: 50 }, fontSize: 44 });
    const t = moved.slides[0].layers[1];
    expect(t.box).toEqual(piece.slides[0].layers[1].box);
    expect(layerIn(t, narrow, base)).toMatchObject({ box: { x: 1, y: 2, width: 300, height: 50 }, fontSize: 44 });
    expect(Object.keys(t.overrides)).toEqual(['narrow']);
    expect(PieceSchema.safeParse(moved).success).toBe(true);
  });
});

describe('history', () => {
  it('goes back and forth over any edits, and drops what could be redone after a new one', () => {
    const p0 = scene((z) => [flat('a', '#000000')(z), headline('One', '#ffffff')(z)]).piece;
    const size = p0.sizes[0];
    const states: Piece[] = [p0];
    let h = emptyHistory;
    const edits: ((p: Piece) => Piece)[] = [
      (p) => addLayer(p, 'n1', makeTint('t', '#101010', 0.3, size)),
      (p) => changeLayers(p, 'n1', ['t'], (l) => void (l.opacity = 0.6)),
      (p) => moveLayer(p, 'n1', 't', 'message', null),
      (p) => removeLayers(p, 'n1', ['text']),
      (p) => ({ ...p, name: 'Other' }),
      (p) => setIn(p, 'n1', ['a'], 'base', { rotation: 12 }),
    ];
    for (const e of edits) {
      const next = e(states.at(-1)!);
      h = remember(h, stepBetween(states.at(-1)!, next, 'edit')!);
      states.push(next);
    }
    let p = states.at(-1)!;
    for (let i = states.length - 2; i >= 0; i--) {
      ({ piece: p, history: h } = undo(p, h));
      expect(p).toEqual(states[i]);
    }
    expect(undo(p, h).piece).toBe(p);
    for (let i = 1; i < states.length; i++) {
      ({ piece: p, history: h } = redo(p, h));
      expect(p).toEqual(states[i]);
    }
    ({ piece: p, history: h } = undo(p, h));
    h = remember(h, stepBetween(p, { ...p, name: 'New way' }, 'rename')!);
    expect(h.steps).toHaveLength(h.done);
  });
  it('a step holds only what differs', () => {
    const p = scene((z) =>
      Array.from(
        { length: 30 },
        (_, i) => headline('Long text '.repeat(40), '#ffffff', 0, 0, { id: `t${i}` })(z) as Layer,
      ),
    ).piece;
    const step = stepBetween(
      p,
      changeLayers(p, 'n1', ['t7'], (l) => void (l.box.x += 1)),
      'move',
    )!;
    expect(step.forward).toEqual([{ op: 'replace', path: ['slides', 0, 'layers', 7, 'box', 'x'], value: 1 }]);
    expect(stepBetween(p, p, 'nothing')).toBeNull();
  });
});
