// What holds for every document and every edit, not only for those somebody thought of.
import fc from 'fast-check';
import { makeBorder } from '../kinds/border';
import { makeFade } from '../kinds/fade';
import { makeFill } from '../kinds/fill';
import { KINDS, type Layer, type LayerKind, scaleLengths } from '../kinds/layers';
import { makePhoto } from '../kinds/photo';
import { makePlate } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { makeShape } from '../kinds/shape';
import { strengthOf, strengthsOf, withStrength } from '../kinds/strengths';
import { makeText } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { makeWash } from '../kinds/wash';
import { ids } from '../testing/scenes';
import { BANDS, BLEND_MODES, SHAPE_FORMS } from '../values/plain';
import { addLayer, changeLayers, duplicateLayers, moveLayer, removeLayers, shiftLayers } from './edits';
import { scaleLayer, setIn } from './set-in-size';
import { groupLayers, ungroup } from './groups';
import { emptyHistory, redo, remember, stepBetween, undo } from './history';
import { lookOf, withLook } from './look';
import { makePiece } from './make';
import { layersIn } from './resolve';
import { type Piece, PieceSchema, type Size } from './schema';
import { putSwatch, removeSwatch } from './swatches';
import { openPiece } from './upgrade';

const SIZE = { width: 400, height: 300 };
const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
const box = fc.record({
  x: fc.integer({ min: -100, max: 400 }),
  y: fc.integer({ min: -100, max: 300 }),
  width: fc.integer({ min: 1, max: 500 }),
  height: fc.integer({ min: 1, max: 400 }),
});

/** A layer of each kind; a kind that is new must be made here, too. */
const MADE: Record<LayerKind, (id: string, colour: string, n: number) => Layer> = {
  fill: (id, colour) => makeFill(id, colour, SIZE),
  photo: (id) => makePhoto(id, 'a'.repeat(64), 'photo', SIZE),
  tint: (id, colour) => makeTint(id, colour, 0.4, SIZE),
  wash: (id, colour) => makeWash(id, colour, 0.4, SIZE),
  fade: (id, colour, n) => makeFade(id, colour, 0.6, SIZE, { shape: (['linear', 'vignette', 'glow'] as const)[n % 3] }),
  pool: (id, colour) => makePool(id, colour, 0.5, { x: 10, y: 10, width: 90, height: 40 }, 20, []),
  plate: (id, colour) => makePlate(id, colour, 0.5, { x: 10, y: 10, width: 90, height: 40 }, 20, []),
  border: (id, colour) => makeBorder(id, colour, SIZE),
  shape: (id, colour, n) => makeShape(id, SHAPE_FORMS[n % 8], colour, SIZE),
  text: (id, colour) => makeText(id, 'Slow trains, long views', SIZE, colour),
};
const layer = fc
  .record({
    kind: fc.constantFrom(...(Object.keys(KINDS) as LayerKind[])),
    colour: hex,
    n: fc.nat(20),
    box,
    rotation: fc.integer({ min: -180, max: 180 }),
    opacity: fc.integer({ min: 0, max: 100 }),
    blend: fc.constantFrom(...BLEND_MODES),
    visible: fc.boolean(),
  })
  .map(({ kind, colour, n, opacity, ...more }): Layer => ({
    ...MADE[kind]('new', colour, n),
    ...more,
    opacity: opacity / 100,
  }));
const piece = fc.array(layer, { maxLength: 8 }).map((layers): Piece => {
  const start = makePiece('Any', { destination: 'hero' }, ids('s'));
  return layers.reduce((p, l, i) => addLayer(p, p.slides[0].id, { ...l, id: `l${i}` }), start);
});

/** An edit, by numbers that mean something in any document. */
type Edit = (piece: Piece, newId: () => string) => Piece;
const slideOf = (p: Piece) => p.slides[0].id;
const idAt = (p: Piece, n: number): string =>
  p.slides[0].layers[n % Math.max(1, p.slides[0].layers.length)]?.id ?? 'none';
const nth = fc.nat(9);
const edit: fc.Arbitrary<Edit> = fc.oneof(
  layer.map(
    (l): Edit =>
      (p, newId) =>
        addLayer(p, slideOf(p), { ...l, id: newId() }),
  ),
  nth.map(
    (n): Edit =>
      (p) =>
        removeLayers(p, slideOf(p), [idAt(p, n)]),
  ),
  fc.tuple(nth, nth, fc.constantFrom(...BANDS)).map(
    ([a, b, band]): Edit =>
      (p) =>
        moveLayer(p, slideOf(p), idAt(p, a), band, b % 3 ? idAt(p, b) : null),
  ),
  fc.tuple(nth, fc.constantFrom(1, -1, Infinity, -Infinity)).map(
    ([n, by]): Edit =>
      (p) =>
        shiftLayers(p, slideOf(p), [idAt(p, n), idAt(p, n + 1)], by),
  ),
  nth.map(
    (n): Edit =>
      (p, newId) =>
        duplicateLayers(p, slideOf(p), [idAt(p, n)], newId).piece,
  ),
  fc.tuple(nth, nth).map(
    ([a, b]): Edit =>
      (p, newId) =>
        groupLayers(p, slideOf(p), [idAt(p, a), idAt(p, b)], newId).piece,
  ),
  nth.map(
    (n): Edit =>
      (p) =>
        p.slides[0].groups.length ? ungroup(p, slideOf(p), p.slides[0].groups[n % p.slides[0].groups.length].id) : p,
  ),
  fc.tuple(nth, box, fc.boolean()).map(
    ([n, to, base]): Edit =>
      (p) =>
        setIn(p, slideOf(p), [idAt(p, n)], p.sizes[base ? 0 : 1].id, { box: to, rotation: to.x % 360 }),
  ),
  fc.tuple(nth, box, fc.integer({ min: 1, max: 40 })).map(([n, to, k]): Edit => (p) => {
    const was = p.slides[0].layers[n % Math.max(1, p.slides[0].layers.length)];
    return was ? scaleLayer(p, slideOf(p), was, p.sizes[0].id, to, k / 10) : p;
  }),
  fc.tuple(nth, hex).map(
    ([n, colour]): Edit =>
      (p) =>
        putSwatch(p, { id: `w${n % 3}`, name: 'Swatch', colour, house: false }),
  ),
  nth.map(
    (n): Edit =>
      (p) =>
        p.swatches.some((w) => w.id === `w${n % 3}`)
          ? changeLayers(
              p,
              slideOf(p),
              [idAt(p, n)],
              (l) => void ('colour' in l && (l.colour = { swatch: `w${n % 3}` })),
            )
          : p,
  ),
  nth.map(
    (n): Edit =>
      (p) =>
        removeSwatch(p, `w${n % 3}`),
  ),
  fc.tuple(nth, nth).map(([a, b]): Edit => (p) => {
    const from = p.slides[0].layers[a % Math.max(1, p.slides[0].layers.length)];
    return from
      ? changeLayers(p, slideOf(p), [idAt(p, b)], (l) => void Object.assign(l, withLook(l, lookOf(from), 'whole', p)))
      : p;
  }),
);

it('a document that is written and read is the same document', () => {
  fc.assert(
    fc.property(piece, (p) => {
      const opened = openPiece(JSON.parse(JSON.stringify(p)));
      expect(opened).toEqual({ ok: true, piece: p });
      expect(openPiece(JSON.parse(JSON.stringify(opened.ok && opened.piece)))).toEqual(opened);
    }),
    { numRuns: 60 },
  );
});

it('after any edits the document is valid; undone one by one it is what it was, done again what it became', () => {
  fc.assert(
    fc.property(piece, fc.array(edit, { minLength: 1, maxLength: 12 }), (start, edits) => {
      const newId = ids('n');
      let now = start,
        history = emptyHistory;
      for (const e of edits) {
        const next = e(now, newId),
          step = stepBetween(now, next, 'Edit');
        if (step) history = remember(history, step);
        now = next;
        const valid = PieceSchema.safeParse(JSON.parse(JSON.stringify(now)));
        expect(valid.success ? [] : valid.error.issues).toEqual([]);
      }
      let back = { piece: now, history };
      while (back.history.done > 0) back = undo(back.piece, back.history);
      expect(back.piece).toEqual(start);
      while (back.history.done < back.history.steps.length) back = redo(back.piece, back.history);
      expect(back.piece).toEqual(now);
    }),
    { numRuns: 80 },
  );
});

it('layers stand in every size with room of their own, in order, and the document is left as it was', () => {
  fc.assert(
    fc.property(piece, (p) => {
      const before = JSON.stringify(p);
      for (const size of p.sizes as Size[]) {
        const layers = layersIn(p, p.slides[0], size);
        expect(layers.map((l) => l.id)).toEqual(p.slides[0].layers.map((l) => l.id));
        for (const l of layers) expect(Math.min(l.box.width, l.box.height)).toBeGreaterThanOrEqual(1);
      }
      expect(JSON.stringify(p)).toBe(before);
    }),
    { numRuns: 60 },
  );
});

it('a strength that is set is the strength there is; scaling there and back leaves lengths as they were', () => {
  fc.assert(
    fc.property(layer, fc.integer({ min: 1, max: 100 }), (l, percent) => {
      for (const property of strengthsOf(l)) {
        const at = withStrength(l, property, percent / 100, SIZE);
        // What has no backing or shadow yet keeps having none.
        if ((property !== 'backing' && property !== 'shadow') || strengthOf(l, property, SIZE) > 0)
          expect(strengthOf(at, property, SIZE)).toBeCloseTo(percent / 100, 6);
        expect(at.id).toBe(l.id);
      }
      const there = structuredClone(l);
      scaleLengths(there, 2);
      scaleLengths(there, 0.5);
      expect(JSON.parse(JSON.stringify(there))).toEqual(JSON.parse(JSON.stringify(l)));
    }),
    { numRuns: 120 },
  );
});
