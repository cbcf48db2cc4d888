// What is warned of before something is handed over: said in words, with the way there, and mended where it can be.
import { jest } from '@jest/globals';
import { flat, furtherSize, headline, scene } from '../../../core/testing/scenes';
import { destinationById } from '../../../core/piece/destinations';
import type { Piece } from '../../../core/piece/schema';
import { overviewOf } from '../../../core/reading/overview';
import type { Reading } from '../../../core/reading/read';
import { openBench, useBench } from '../state/store';
import { type Choice, choiceFrom } from './choice';
import { type Handed, otherWarnings, textWarnings } from './warned';

const { piece: one } = scene((z) => [flat('ground', '#203040')(z), headline('Slow trains, long views', '#ffffff')(z)]);
/** Two slides in two sizes. */
const many: Piece = {
  ...one,
  sizes: [...one.sizes, furtherSize('story', 300, 600)],
  slides: [one.slides[0], { ...one.slides[0], id: 'second' }],
};
const handedOf = (piece: Piece, more: Partial<Handed> = {}): Handed => ({
  slides: piece.slides.map((s) => s.id),
  sizes: piece.sizes.map((s) => s.id),
  scale: 1,
  bytes: null,
  ...more,
});
const reading = (more: Partial<Reading>): Reading => ({
  layer: 'text',
  ratio: 9,
  needed: 4.5,
  base: 4.5,
  verdict: 'clear',
  weakestWord: null,
  weakestRange: null,
  weakestBox: null,
  share: 1,
  count: 20,
  median: 9,
  busyness: 0,
  shownPx: 20,
  flags: [],
  cut: '',
  melting: '',
  words: [],
  lines: [],
  letters: [],
  ...more,
});

describe('of texts', () => {
  const mend = jest.fn();
  const said = (piece: Piece, more: Partial<Reading>, at = [0, 0], handed = handedOf(piece)) =>
    textWarnings(piece, overviewOf(piece, piece.slides[at[0]], piece.sizes[at[1]], [reading(more)]), handed, mend);

  it('a Clear one is no matter, nor what is no fault of a picture', () => {
    expect(said(one, {})).toEqual([]);
    expect(said(one, { flags: ['weak-hover', 'small-target'] })).toEqual([]);
    expect(said(one, { verdict: null, ratio: null, flags: ['empty'] })).toEqual([]);
  });
  it('one that is not Clear is told with its number and mended with one press', () => {
    const [warning, ...others] = said(one, { verdict: 'lost', ratio: 1.58, needed: 6.31 });
    expect(others).toEqual([]);
    expect(warning).toMatchObject({
      about: 'Slow trains, long views',
      words: 'Lost, 1.6 of 6.3',
      there: { slide: one.slides[0].id, size: one.sizes[0].id, layer: 'text' },
      mend: { label: 'Just enough' },
    });
    warning.mend!.run();
    expect(mend).toHaveBeenCalledWith(warning.there);
  });
  it('all that is wrong is told at once; what no strength mends is not offered to be', () => {
    const [both] = said(one, {
      verdict: 'strained',
      ratio: 3.2,
      flags: ['too-small', 'weak-hover', 'few'],
      share: 0.95,
    });
    expect(both.words).toBe(
      'Strained, 3.2 of 4.5; Shown smaller than 11 px; 1 letter of 20 is strained; the others are Clear',
    );
    const [small] = said(one, { flags: ['too-small'] });
    expect([small.words, small.mend]).toEqual(['Shown smaller than 11 px', undefined]);
  });
  it('where it is, is said only as far as it is not plain', () => {
    const lost: Partial<Reading> = { verdict: 'lost', ratio: 1 },
      words = (handed: Handed): string => said(many, lost, [1, 1], handed)[0].words;
    expect(words(handedOf(many))).toBe('Lost, 1.0 of 4.5 (slide 2, story)');
    expect(words(handedOf(many, { sizes: ['story'] }))).toBe('Lost, 1.0 of 4.5 (slide 2)');
    expect(words(handedOf(many, { slides: ['second'], sizes: ['story'] }))).toBe('Lost, 1.0 of 4.5');
  });
  it('what is no text, or gone, is not spoken of', () => {
    expect(said(one, { layer: 'ground', verdict: 'lost', ratio: 1 })).toEqual([]);
    expect(said(one, { layer: 'gone', verdict: 'lost', ratio: 1 })).toEqual([]);
  });
});

describe('of what is handed over', () => {
  const to = destinationById('square-post')!,
    posted = (piece: Piece): Piece => ({
      ...piece,
      sizes: piece.sizes.map((s, i) => (i ? s : { ...s, destination: to.id })),
      slides: piece.slides.map((s) => ({ ...s, alternative: 'A train in the hills.' })),
    });
  const set = jest.fn();
  const said = (piece: Piece, more: Partial<Handed> = {}, choice: Partial<Choice> = {}) =>
    otherWarnings(piece, handedOf(piece, more), { ...choiceFrom(undefined), ...choice }, set);

  it('nothing, where it is what its destination takes', () => {
    expect(said(posted(one), { bytes: to.bytes })).toEqual([]);
    // Of a size that goes nowhere in particular nothing is known.
    expect(said(posted(many), { sizes: ['story'], bytes: 1e9 })).toEqual([]);
  });
  it('more slides than it takes', () =>
    expect(said(posted(many)).map((w) => [w.about, w.words, w.mend])).toEqual([
      [to.name, 'takes one slide; 2 are handed over', undefined],
    ]));
  it('more bytes than it takes, kept within where the format can', () => {
    const [heavy] = said(posted(one), { bytes: 9_460_000 });
    expect(heavy.words).toBe('takes at most 8 MB; this has 9.5 MB');
    heavy.mend!.run();
    expect(set).toHaveBeenCalledWith({ target: to.bytes });
    expect(said(posted(one), { bytes: 9e6 }, { format: 'svg' })[0].mend).toBeUndefined();
  });
  it('what is shown is not said: of how many slides, and suggested from their own words in one step', () => {
    const silent: Piece = {
      ...posted(many),
      slides: many.slides.map((s, i) => ({ ...s, alternative: i ? 'Said.' : ' ' })),
    };
    openBench({ id: 'p', campaign: 'c', revision: 1, piece: silent });
    const alternative = said(silent).find((w) => w.key === 'alternative')!;
    expect(alternative.words).toBe('is missing on 1 of 2 slides');
    alternative.mend!.run();
    const now = useBench.getState().piece.slides.map((s) => s.alternative);
    expect(now).toEqual(['Slow trains, long views.', 'Said.']);
    expect(said(posted(one)).find((w) => w.key === 'alternative')).toBeUndefined();
    expect(said({ ...one, sizes: posted(one).sizes })[0].words).toBe('is missing');
  });
  it('a slide without words or a photo with a name has to be described by a person', () => {
    const bare: Piece = { ...one, slides: [{ ...one.slides[0], layers: [one.slides[0].layers[0]] }] };
    expect(said(bare).map((w) => [w.words, w.mend])).toEqual([['is missing', undefined]]);
  });
});
