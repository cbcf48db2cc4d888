// Scenes on their way to a worker: what arrives is what was sent, what was sent before is not copied again, and what a
// worker is told to forget it forgets.
import fc from 'fast-check';
import { packedTo, unpacking } from './packing';

interface Layer {
  id: string;
  box: { x: number; y: number };
}
interface Piece {
  name: string;
  sizes: { id: string }[];
  slides: { id: string; layers: Layer[] }[];
}
const layer = (id: string): Layer => ({ id, box: { x: id.length, y: 2 } });
const pieceOf = (layers: Layer[], sizes = [{ id: 'square' }]): Piece => ({
  name: 'Re-opening',
  sizes,
  slides: [{ id: 's', layers }],
});

/** A worker that notes what it hears, as it is copied on the way. */
function workerHeard() {
  const raw: { argumentList: { value: unknown }[] }[] = [],
    heard: unknown[][] = [],
    unpacked = unpacking();
  const endpoint = packedTo({
    addEventListener: () => {},
    removeEventListener: () => {},
    postMessage: (message: unknown) => {
      const copy = structuredClone(message) as (typeof raw)[number];
      raw.push(copy);
      heard.push((unpacked(copy) as (typeof raw)[number]).argumentList.map((a) => a.value));
    },
  });
  return {
    raw,
    heard,
    say: (...values: unknown[]) =>
      endpoint.postMessage({
        id: '1',
        type: 'APPLY',
        path: ['show'],
        argumentList: values.map((value) => ({ type: 'RAW', value })),
      }),
  };
}
/** How much was copied, in characters of JSON. */
const weight = (message: unknown): number => JSON.stringify(message).length;

it('what arrives is what was sent; layers that came before are the very same, and are not copied again', () => {
  const { say, heard, raw } = workerHeard(),
    layers = Array.from({ length: 60 }, (_, i) => layer(`layer-${i}`)),
    first = pieceOf(layers),
    moved = { ...layers[30], box: { x: 9, y: 9 } },
    second = { ...first, slides: [{ ...first.slides[0], layers: layers.with(30, moved) }] };
  say('stage-1', { piece: first, slide: 's', size: 'square' }, 0.5);
  say('stage-1', { piece: second, slide: 's', size: 'square' }, 0.5);
  expect(heard).toEqual([
    ['stage-1', { piece: first, slide: 's', size: 'square' }, 0.5],
    ['stage-1', { piece: second, slide: 's', size: 'square' }, 0.5],
  ]);
  const [a, b] = heard.map((h) => (h[1] as { piece: Piece }).piece);
  expect(a.slides[0].layers.map((l, i) => l === b.slides[0].layers[i])).toEqual(layers.map((_, i) => i !== 30));
  expect(a.sizes[0]).toBe(b.sizes[0]);
  expect(weight(raw[1])).toBeLessThan(0.35 * weight(raw[0]));
});

it('of a layer that changed only what is new is copied; the rest of it is the very same', () => {
  const { say, heard, raw } = workerHeard(),
    first = { ...layer('a'), text: 'Every hour by the lake', fill: { colour: '#ffffff' }, opacity: 1, shadows: [] },
    moved = { ...first, box: { x: 30, y: 40 } },
    { shadows: _, ...fewer } = moved,
    other = { ...first, id: 'b' };
  for (const l of [first, moved, fewer, other]) say(pieceOf([l]));
  const arrived = heard.map(([p]) => (p as Piece).slides[0].layers[0]);
  expect(arrived).toEqual([first, moved, fewer, other]);
  expect((arrived[1] as typeof first).fill).toBe((arrived[0] as typeof first).fill);
  const copied = raw.map((r) => JSON.stringify(r));
  expect(copied.map((c) => c.includes('Every hour'))).toEqual([true, false, true, true]);
  expect(copied[1]).toContain('"x":30');
});

it('one that became quite another is copied, and can be what the next one is like', () => {
  const { say, heard, raw } = workerHeard(),
    first = { ...layer('a'), kind: 'fade', colour: '#000000', reach: 0.4 },
    other = { ...layer('a'), box: { x: 1, y: 1 }, kind: 'pool', colour: '#ffffff', reach: 0.9 },
    next = { ...other, reach: 0.8 };
  for (const l of [first, other, next]) say(pieceOf([l]));
  expect(heard.map(([p]) => (p as Piece).slides[0].layers[0])).toEqual([first, other, next]);
  expect(raw.map((r) => JSON.stringify(r).includes('"kind"'))).toEqual([true, true, false]);
});

it('swatches and house are copied once', () => {
  const { say, heard, raw } = workerHeard(),
    piece = {
      ...pieceOf([layer('a')]),
      swatches: [{ id: 'amber', colour: '#f2a31b' }],
      house: { radius: 4 },
      section: null,
    };
  say(piece);
  say({ ...piece, name: 'Other' });
  expect(heard).toEqual([[piece], [{ ...piece, name: 'Other' }]]);
  expect(raw.map((r) => JSON.stringify(r).includes('#f2a31b'))).toEqual([true, false]);
});

it('pieces are found alone, in scenes, and in questions about them; anything else goes as it is', () => {
  const { say, heard, raw } = workerHeard(),
    piece = pieceOf([layer('a')]),
    bytes = new Uint8Array([1, 2, 3]);
  say(piece, { scene: { piece, slide: 's' }, kinds: ['fade'] }, [piece], bytes, null, { slides: 3, sizes: [] });
  expect(heard[0]).toEqual([
    piece,
    { scene: { piece, slide: 's' }, kinds: ['fade'] },
    [piece],
    bytes,
    null,
    { slides: 3, sizes: [] },
  ]);
  // Twice in one question it is copied once.
  expect(JSON.stringify(raw[0].argumentList.slice(0, 2)).match(/"box"/g)).toHaveLength(1);
});

it('what is no call, and a call without a piece, is left alone', () => {
  const { say, raw } = workerHeard(),
    plain = { id: '2', type: 'GET', path: ['x'] };
  say(1, { a: 2 });
  expect('forget' in raw[0]).toBe(false);
  expect(unpacking()(plain)).toBe(plain);
  expect(unpacking()('word')).toBe('word');
});

it('whatever is said in whatever order arrives', () => {
  const parts = Array.from({ length: 900 }, (_, i) => layer(`p${i}`));
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.nat(parts.length - 1), { maxLength: 260 }), { minLength: 1, maxLength: 12 }),
      (said) => {
        const { say, heard } = workerHeard();
        for (const chosen of said) say(pieceOf(chosen.map((i) => parts[i])));
        expect(heard.map(([p]) => (p as Piece).slides[0].layers.map((l) => l.id))).toEqual(
          said.map((chosen) => chosen.map((i) => `p${i}`)),
        );
      },
    ),
    { numRuns: 40 },
  );
});

it('versions of the same layers, said in whatever order, each arrive as they are', () => {
  const versions = Array.from({ length: 700 }, (_, i) => ({
    ...layer(`p${i % 7}`),
    box: { x: i, y: 0 },
    opacity: i % 3,
    name: i % 2 ? 'odd' : 'even',
  }));
  fc.assert(
    fc.property(
      fc.array(fc.array(fc.nat(versions.length - 1), { maxLength: 260 }), { minLength: 1, maxLength: 12 }),
      (said) => {
        const { say, heard } = workerHeard();
        for (const chosen of said) say(pieceOf(chosen.map((i) => versions[i])));
        expect(heard.map(([p]) => (p as Piece).slides[0].layers)).toEqual(
          said.map((chosen) => chosen.map((i) => versions[i])),
        );
      },
    ),
    { numRuns: 40 },
  );
});

it('no more is remembered than some slides are made of', () => {
  const { say, raw } = workerHeard(),
    parts = Array.from({ length: 1200 }, (_, i) => layer(`p${i}`));
  for (let i = 0; i < 1200; i += 60) say(pieceOf(parts.slice(i, i + 60)));
  say(pieceOf(parts.slice(0, 60)));
  // The first ones are gone by now, and are sent anew.
  expect(JSON.stringify(raw.at(-1)).match(/"box"/g)).toHaveLength(60);
});

it('what could not be sent is sent with the next question', () => {
  const unpacked = unpacking(),
    heard: unknown[] = [];
  let away = true;
  const { postMessage } = packedTo({
    addEventListener: () => {},
    removeEventListener: () => {},
    postMessage: (message: unknown) => {
      if (away) throw new Error('cannot be copied');
      heard.push(unpacked(structuredClone(message)));
    },
  });
  const piece = pieceOf([layer('a')]),
    call = { id: '1', type: 'APPLY', path: ['show'], argumentList: [{ type: 'RAW', value: piece }] };
  expect(() => postMessage(call)).toThrow('cannot be copied');
  away = false;
  postMessage(call);
  expect(heard).toMatchObject([{ argumentList: [{ value: piece }] }]);
});

it('a worker that never had a part says so', () => {
  const { say, raw } = workerHeard(),
    piece = pieceOf([layer('a')]);
  say(piece);
  say(piece);
  expect(() => unpacking()(structuredClone(raw[1]))).toThrow('never came');
});
