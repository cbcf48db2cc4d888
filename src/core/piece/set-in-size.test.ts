// What is set in one size: for that one or for all, and let go again.
import { makeFade } from '../kinds/fade';
import type { Layer } from '../kinds/layers';
import { makePhoto, type PhotoLayer } from '../kinds/photo';
import { makeText, readingShadow, type TextLayer } from '../kinds/text';
import { makeTint } from '../kinds/tint';
import { furtherSize as size, scene } from '../testing/scenes';
import { addLayer, changeLayers } from './edits';
import { layerIn } from './resolve';
import { PieceSchema, type Piece, type Size } from './schema';
import { changeIn, editIn, followAgain, setIn, type SizeScope } from './set-in-size';
import { addSize } from './sizes';

const STORY = size('story', 500, 1000),
  WIDE = size('wide', 2000, 500);
const piece = (): Piece => {
  const { piece: p } = scene(
    (z) => [
      { ...makePhoto('photo', '1'.repeat(64), 'P', z) },
      { ...makeFade('fade', '#102030', 0.6, z) },
      {
        ...makeText('head', 'Slow trains', z),
        fontSize: 100,
        padding: { top: 10, right: 10, bottom: 10, left: 10 },
        spans: [{ start: 0, end: 4, look: { fontSize: 50 } }],
        shadows: [readingShadow({ fontSize: 100 }, '#000000', 0.5)],
      },
    ],
    1000,
    1000,
  );
  return addSize(addSize(p, STORY, {}), WIDE, {});
};
const at = <L extends Layer>(p: Piece, id: string, z?: Size): L =>
  layerIn(
    p.slides[0].layers.find((l) => l.id === id)!,
    z ?? p.sizes[0],
    p.sizes[0],
  ) as L;
const slide = (p: Piece): string => p.slides[0].id;
const base = (p: Piece): string => p.sizes[0].id;
const set = (p: Piece, z: string, id: string, change: (l: Layer) => void, scope?: SizeScope): Piece => {
  const next = changeIn(p, slide(p), [id], z, change, scope);
  expect(PieceSchema.safeParse(next).error).toBeUndefined();
  return next;
};

it('what is set to what it is comes back as it is, in the base and elsewhere the rest is left alone', () => {
  const p = piece(),
    { box } = at(p, 'head');
  expect(setIn(p, slide(p), ['head'], base(p), { box: { ...box }, rotation: 0 })).toBe(p);
  const q = setIn(p, slide(p), ['head'], base(p), { box: { ...box, x: box.x + 5 } });
  expect(at(q, 'head').box).toEqual({ ...box, x: box.x + 5 });
  expect(q.slides[0].layers.map((l, i) => l === p.slides[0].layers[i])).toEqual([true, true, false]);
  expect(at(q, 'head').overrides).toBe(at(p, 'head').overrides);
  expect(setIn(p, slide(p), ['nobody'], base(p), { rotation: 9 })).toBe(p);
});

describe('for one size', () => {
  it('what is set in another size than the base is its own', () => {
    const p = piece(),
      q = setIn(p, slide(p), ['head'], 'story', { align: 'centre', lineHeight: 1.4, fontSize: 30 });
    expect(at<TextLayer>(q, 'head', STORY)).toMatchObject({ align: 'centre', lineHeight: 1.4, fontSize: 30 });
    expect(at<TextLayer>(q, 'head', STORY).spans[0].look.fontSize).toBe(15);
    expect(at(q, 'head')).toEqual({ ...at(p, 'head'), overrides: q.slides[0].layers[2].overrides });
    expect(at<TextLayer>(q, 'head', WIDE)).toMatchObject({ align: 'start', lineHeight: 1.1, fontSize: 50 });
  });

  it('what is set for the base alone leaves the others as they are', () => {
    const p = piece(),
      q = setIn(p, slide(p), ['fade'], base(p), { opacity: 0.2, reach: 0.3 }, 'this');
    expect(at(q, 'fade')).toMatchObject({ opacity: 0.2, reach: 0.3 });
    for (const z of [STORY, WIDE]) expect(at(q, 'fade', z)).toMatchObject({ opacity: 0.6, reach: 0.65 });
    expect(setIn(q, slide(q), ['fade'], base(q), { opacity: 0.4 }).slides[0].layers[1].overrides.wide.opacity).toBe(
      0.6,
    );
  });

  it('of several strengths only the one that was set is kept for the others', () => {
    const p = piece(),
      q = setIn(p, slide(p), ['head'], base(p), { strengths: { shadow: 0.8 } }, 'this');
    expect(q.slides[0].layers[2].overrides).toEqual({
      story: { strengths: { shadow: 0.5 } },
      wide: { strengths: { shadow: 0.5 } },
    });
  });

  it('a change of a layer is sorted: what may differ stays in the size, words and colours are for all', () => {
    const p = piece(),
      q = set(p, 'wide', 'head', (l) => {
        Object.assign(l, { lineHeight: 0.9, text: 'Long views' });
        (l as TextLayer).padding = { top: 30, right: 10, bottom: 10, left: 10 };
      });
    expect(at<TextLayer>(q, 'head', WIDE)).toMatchObject({ lineHeight: 0.9, text: 'Long views' });
    expect(at<TextLayer>(q, 'head', WIDE).padding.top).toBe(15);
    expect(at<TextLayer>(q, 'head')).toMatchObject({ lineHeight: 1.1, text: 'Long views' });
    expect(at<TextLayer>(q, 'head').padding.top).toBe(10);
  });

  it('strengths that lie within shadows, backings and tones are told from what they lie in', () => {
    const p = piece(),
      shadow = (l: Layer): number => (l as TextLayer).shadows[0].opacity,
      q = set(p, 'story', 'head', (l) => {
        (l as TextLayer).shadows = [{ ...(l as TextLayer).shadows[0], opacity: 0.9, colour: '#331100' }];
      });
    expect([shadow(at(q, 'head', STORY)), shadow(at(q, 'head')), shadow(at(q, 'head', WIDE))]).toEqual([0.9, 0.5, 0.5]);
    expect(at<TextLayer>(q, 'head').shadows[0].colour).toBe('#331100');
    // Another change in that size keeps its strength.
    const r = set(q, 'story', 'head', (l) => {
      (l as TextLayer).shadows = [{ ...(l as TextLayer).shadows[0], x: 8 }];
    });
    expect([shadow(at(r, 'head', STORY)), shadow(at(r, 'head'))]).toEqual([0.9, 0.5]);
    const dark = set(p, 'story', 'photo', (l) => {
      const photo = l as PhotoLayer;
      photo.tone = { ...photo.tone, levels: { on: true, black: 0, white: 102 } };
    });
    expect(at<PhotoLayer>(dark, 'photo', STORY).tone.levels).toMatchObject({ on: true, white: 102 });
    expect(at<PhotoLayer>(dark, 'photo').tone.levels.on).toBe(false);
  });

  it('is let go again, one property or all of it', () => {
    const p = piece(),
      q = setIn(p, slide(p), ['head'], 'story', { align: 'end', fontSize: 20, strengths: { shadow: 1 } });
    const one = followAgain(q, slide(q), ['head'], 'story', ['fontSize']);
    expect(one.slides[0].layers[2].overrides.story).toEqual({ align: 'end', strengths: { shadow: 1 } });
    expect(followAgain(one, slide(q), ['head'], 'story', ['strengths', 'align']).slides).toEqual(p.slides);
    expect(followAgain(q, slide(q), ['head'], 'story').slides).toEqual(p.slides);
    expect(followAgain(p, slide(p), ['head'], 'story')).toBe(p);
  });
});

describe('for all sizes, from another than the base', () => {
  it('all follow what is set, whatever they had of their own', () => {
    const p = piece(),
      own = setIn(p, slide(p), ['head'], 'wide', { align: 'end', padding: { top: 4, right: 4, bottom: 4, left: 4 } }),
      q = set(own, 'story', 'head', (l) => Object.assign(l, { align: 'centre' }), 'all');
    for (const z of [undefined, STORY, WIDE]) expect(at<TextLayer>(q, 'head', z).align).toBe('centre');
    expect(q.slides[0].layers[2].overrides.wide).toEqual({ padding: { top: 4, right: 4, bottom: 4, left: 4 } });
  });

  it('type keeps its ratio between sizes, and places stay those of their size', () => {
    const p = piece(),
      own = setIn(p, slide(p), ['head'], 'wide', { fontSize: 80 }),
      box = { x: 1, y: 2, width: 300, height: 60 },
      q = setIn(own, slide(own), ['head'], 'story', { fontSize: 60, box }, 'all');
    expect([undefined, STORY, WIDE].map((z) => at<TextLayer>(q, 'head', z).fontSize)).toEqual([120, 60, 96]);
    expect(at(q, 'head', STORY).box).toEqual(box);
    expect(at(q, 'head').box).toEqual(at(p, 'head').box);
  });
});

it('a text whose lines run on in one size keeps its words', () => {
  const p = set(piece(), 'wide', 'head', (l) => Object.assign(l, { breaks: 'free' }));
  expect(at<TextLayer>(p, 'head', WIDE).breaks).toBe('free');
  expect(at<TextLayer>(p, 'head').breaks).toBe('typed');
});

describe('an edit of the whole piece, for one size', () => {
  const tint = (p: Piece): Piece =>
    changeLayers(addLayer(p, slide(p), { ...makeTint('new', '#102030', 0.4, p.sizes[0]) }), slide(p), ['fade'], (l) => {
      l.opacity = 0.9;
    });

  it('what it adds shows there only, what it changes is changed there only', () => {
    const p = piece(),
      q = editIn(p, 'story', tint, 'this');
    expect(PieceSchema.safeParse(q).error).toBeUndefined();
    for (const [z, shown, opacity] of [
      [undefined, false, 0.6],
      [STORY, true, 0.9],
      [WIDE, false, 0.6],
    ] as const) {
      expect(at(q, 'new', z).visible).toBe(shown);
      expect(at(q, 'fade', z).opacity).toBe(opacity);
    }
    const base0 = editIn(p, base(p), tint, 'this');
    expect([undefined, STORY, WIDE].map((z) => at(base0, 'new', z).visible)).toEqual([true, false, false]);
    expect([undefined, STORY, WIDE].map((z) => at(base0, 'fade', z).opacity)).toEqual([0.9, 0.6, 0.6]);
  });

  it('or for all of them, from any', () => {
    const own = piece(),
      p = setIn(own, slide(own), ['fade'], 'wide', { opacity: 0.1 });
    for (const z of ['story', base(p)]) {
      const q = editIn(p, z, tint, 'all');
      expect([undefined, STORY, WIDE].map((s) => at(q, 'new', s).visible)).toEqual([true, true, true]);
      // From the base, sizes keep what they have of their own.
      expect(at(q, 'fade', WIDE).opacity).toBe(z === 'story' ? 0.9 : 0.1);
    }
  });
});
