// What is handed over and how: what the server is asked, and what is left of what this browser kept.
import { FORMATS, SLIDE_FORMAT_IDS } from '../../../core/format/formats';
import { type Choice, choiceFrom, encodingQuery, plainQuery, sizesOf } from './choice';

const usual = choiceFrom(undefined);
const asked = (some: Partial<Choice>): Record<string, string> =>
  Object.fromEntries(new URLSearchParams(encodingQuery({ ...usual, ...some })));

describe('what is asked of the server', () => {
  const all: Partial<Choice> = {
    quality: 60,
    colours: 16,
    transparent: true,
    text: true,
    page: { width: 210, bleed: 3, marks: true, grey: true },
  };
  it.each(SLIDE_FORMAT_IDS)('of %s only what it knows', (format) => {
    const knows = FORMATS[format],
      query = asked({ ...all, format });
    expect(query.format).toBe(format);
    expect('quality' in query).toBe(Boolean(knows.quality));
    expect('colours' in query).toBe(Boolean(knows.colours));
    expect('transparent' in query).toBe(Boolean(knows.alpha));
    expect('letters' in query).toBe(Boolean(knows.text));
    for (const name of ['pageWidth', 'bleed', 'marks', 'grey']) expect(name in query).toBe(Boolean(knows.pages));
  });
  it('a file of so many bytes chooses its colours itself; a drawing has no such size', () => {
    expect(asked({ format: 'png', colours: 16, target: 50_000 })).toEqual({
      format: 'png',
      scale: '1',
      target: '50000',
    });
    expect(asked({ format: 'svg', target: 50_000 })).not.toHaveProperty('target');
  });
  it('a page for the press says only what differs from a plain one', () => {
    expect(Object.keys(asked({ format: 'pdf' })).filter((k) => /page|bleed|marks|grey/.test(k))).toEqual([]);
    expect(asked({ format: 'pdf', page: { width: null, bleed: 3, marks: false, grey: false } })).toMatchObject({
      bleed: '3',
    });
  });
  it('beside it the same picture without loss, see-through where both can be', () => {
    const plain = (some: Partial<Choice>): Record<string, string> =>
      Object.fromEntries(new URLSearchParams(plainQuery({ ...usual, ...some })));
    expect(plain({ format: 'webp', transparent: true, quality: 3, scale: 2 })).toEqual({
      format: 'png',
      scale: '2',
      transparent: '1',
    });
    expect(plain({ format: 'jpeg', transparent: true })).not.toHaveProperty('transparent');
    expect(plain({ format: 'png', colours: 4, target: 900 })).toEqual({ format: 'png', scale: '1' });
  });
});

describe('what this browser kept', () => {
  it('comes back as it was', () => {
    const was: Choice = {
      ...usual,
      what: 'several',
      format: 'avif',
      motion: 'still',
      quality: 71,
      target: 300_000,
      scale: 2.5,
      page: { width: 148, bleed: 2, marks: true, grey: false },
      several: { formats: ['png', 'pdf'], sizes: ['a', 'b'], all: false, pattern: '{slide}' },
    };
    expect(choiceFrom(JSON.stringify(was))).toEqual(was);
  });
  it.each([
    ['nothing', undefined],
    ['no JSON', '{"what"'],
    ['another kind of thing', '17'],
    ['null', 'null'],
    ['what is no choice any more', '{"what":"fax","format":"bmp","motion":1,"quality":"high","scale":900,"colours":3}'],
    ['numbers out of their ranges', '{"quality":0,"target":-1,"scale":0,"page":{"width":-3,"bleed":1e9}}'],
    ['parts that are none', '{"several":[],"page":"A4","colours":{}}'],
  ])('where it is %s the usual is chosen', (_what, kept) => expect(choiceFrom(kept)).toEqual(usual));
  it('keeps what is good of it', () => {
    const { quality, several } = choiceFrom(
      '{"quality":40,"format":"bmp","several":{"formats":["bmp","webp"],"sizes":[1,"a"],"pattern":""}}',
    );
    expect(quality).toBe(40);
    expect(several).toEqual({ ...usual.several, formats: ['webp'], sizes: ['a'] });
  });
});

it('of the sizes that were wanted those are taken that are there, else all', () => {
  const there = [{ id: 'post' }, { id: 'story' }],
    of = (sizes: string[] | null): string[] => sizesOf({ ...usual.several, sizes }, there);
  expect(of(['story', 'gone'])).toEqual(['story']);
  expect(of(['gone'])).toEqual(['post', 'story']);
  expect(of(null)).toEqual(['post', 'story']);
});
