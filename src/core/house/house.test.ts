// House styles: pieces follow them, and keep what is their own; changes of two are put together; a style is guessed
// from a picture.
import { contrastOfHex } from '../colour/srgb';
import type { PhotoLayer } from '../kinds/photo';
import { makePhoto } from '../kinds/photo';
import { makeText, type TextLayer } from '../kinds/text';
import { PieceSchema, type Piece } from '../piece/schema';
import { makePiece } from '../piece/make';
import { type HouseStyle, HouseStyleSchema, type TextStyle } from '../values/house';
import { PLAIN_TONE } from '../values/plain';
import { changedSlides, inHouseTone, inTextStyle, ownOfStyle, withHouse } from './follow';
import { changesBetween, merged, theirs } from './merge';
import { NO_HOUSE, toneAsHouse, toneOn } from './styled';
import { suggestedHouse } from './suggest';

const headline: TextStyle = {
    id: 'headline',
    name: 'Headline',
    use: 'headline',
    font: { family: 'Archivo', weight: 800, italic: false },
    size: 0.1,
    letterSpacing: -0.01,
    lineHeight: 1,
    case: 'upper',
    colour: { swatch: 'snow' },
    shadow: 'soft',
  },
  house: HouseStyle = {
    ...NO_HOUSE,
    swatches: [
      { id: 'snow', name: 'Snow', colour: '#ffffff', house: true, role: 'text' },
      { id: 'amber', name: 'Amber', colour: '#f0a020', house: true },
    ],
    textStyles: [headline],
    shadows: [
      {
        id: 'soft',
        name: 'Soft',
        shadows: [{ kind: 'drop', on: true, x: 0, y: 4, blur: 20, spread: 0, colour: '#000000', opacity: 0.5 }],
      },
    ],
    tone: { ...PLAIN_TONE, blur: { on: true, radius: 10 } },
  };

/** 2160 x 2160: lengths of the house count double. */
function piece(): Piece {
  const made = makePiece('Piece', { width: 2160, height: 2160, shownWidth: 1080 }, () => 'slide');
  made.slides[0].layers = [
    makePhoto('photo', 'a'.repeat(64), 'Photo', made.sizes[0]),
    makeText('one', 'One', made.sizes[0]),
    makeText('two', 'Two', made.sizes[0]),
  ];
  return made;
}
const text = (p: Piece, id: string): TextLayer => p.slides[0].layers.find((l) => l.id === id) as TextLayer;
const photo = (p: Piece): PhotoLayer => p.slides[0].layers[0] as PhotoLayer;
const styled = (): Piece => inTextStyle(piece(), 'slide', ['one', 'two'], 'headline', house);

describe('texts in a style', () => {
  it('have all that it sets, in pixels of their slide, and the piece has the colours', () => {
    const p = styled();
    expect(text(p, 'one')).toMatchObject({
      style: 'headline',
      font: headline.font,
      fontSize: 216,
      letterSpacing: -0.01,
      lineHeight: 1,
      case: 'upper',
      fill: { kind: 'colour', colour: { swatch: 'snow' } },
      shadows: [{ y: 8, blur: 40, opacity: 0.5 }],
    });
    expect(p.swatches.map((s) => [s.id, s.house])).toEqual([['snow', true]]);
    expect(PieceSchema.safeParse(p).error).toBeUndefined();
    expect(ownOfStyle(text(p, 'one'), p)).toEqual([]);
  });
  it('follow what changes of it; what they have of their own stays, and is told', () => {
    const p = styled();
    p.slides[0].layers = p.slides[0].layers.map((l) => (l.id === 'two' ? { ...l, fontSize: 100 } : l)) as never;
    expect(ownOfStyle(text(p, 'two'), p)).toEqual(['fontSize']);
    const after = withHouse(p, {
      ...house,
      textStyles: [{ ...headline, size: 0.05, font: { family: 'Fraunces', weight: 600, italic: false } }],
    });
    expect(text(after, 'one')).toMatchObject({ fontSize: 108, font: { family: 'Fraunces' }, case: 'upper' });
    expect(text(after, 'two')).toMatchObject({ fontSize: 100, font: { family: 'Fraunces' } });
    expect(changedSlides(p, after)).toEqual([0]);
  });
  it('a headline is one on a banner, too: wide slides count by twice their height', () => {
    const wide = makePiece(
      'Banner',
      { width: 1584, height: 396, shownWidth: 700 },
      () => 'slide',
      (z) => [makeText('one', 'One', z)],
    );
    expect(text(inTextStyle(wide, 'slide', ['one'], 'headline', house), 'one').fontSize).toBe(79.2);
  });
  it('parts with a size of their own go along', () => {
    const p = styled();
    text(p, 'one').spans = [{ start: 0, end: 1, look: { fontSize: 432 } }];
    const after = withHouse(p, { ...house, textStyles: [{ ...headline, size: 0.05 }] });
    expect(text(after, 'one').spans[0].look.fontSize).toBe(216);
  });
  it('keep their look when the style is gone, and are linked to none', () => {
    const p = styled(),
      after = withHouse(p, { ...house, textStyles: [] }),
      { style: _was, ...look } = text(p, 'one');
    expect(text(after, 'one')).toEqual(look);
    expect(after.house).toBeUndefined();
    expect(changedSlides(p, after)).toEqual([]);
    expect(text(inTextStyle(p, 'slide', ['one'], null, house), 'one')).toEqual(look);
  });
  it('nothing is done anew where nothing is different', () => {
    const p = styled();
    expect(withHouse(p, house)).toBe(p);
    expect(withHouse(piece(), { ...house, tone: null }).slides).toEqual(piece().slides);
  });
  it('a colour that a changed style refers to comes into the piece', () => {
    const after = withHouse(styled(), { ...house, textStyles: [{ ...headline, colour: { swatch: 'amber' } }] });
    expect(after.swatches.map((s) => s.id)).toEqual(['snow', 'amber']);
    expect(PieceSchema.safeParse(after).error).toBeUndefined();
  });
});

it('house swatches have their value from the campaign; the piece’s own have not; one that is gone becomes its own', () => {
  const own = { id: 'own', name: 'Own', colour: '#123456', house: false },
    p = { ...piece(), swatches: [{ ...house.swatches[0], colour: '#eeeeee' }, { ...house.swatches[1] }, own] },
    after = withHouse(p, { ...house, swatches: [house.swatches[0]] });
  expect(after.swatches.map((s) => [s.id, s.colour, s.house])).toEqual([
    ['snow', '#ffffff', true],
    ['amber', '#f0a020', false],
    ['own', '#123456', false],
  ]);
});

it('photos in the tone of the house follow it, until somebody changes theirs', () => {
  const p = inHouseTone(piece(), 'slide', ['photo'], true, house),
    next: HouseStyle = { ...house, tone: { ...PLAIN_TONE, blur: { on: true, radius: 3 } } };
  expect(photo(p).tone.blur).toEqual({ on: true, radius: 20 });
  expect(photo(withHouse(p, next)).tone.blur.radius).toBe(6);
  const own = { ...p, slides: [{ ...p.slides[0], layers: [{ ...photo(p), tone: PLAIN_TONE }] }] };
  expect(photo(withHouse(own, next)).tone).toEqual(PLAIN_TONE);
  const gone = withHouse(p, { ...house, tone: null });
  expect(photo(gone)).toMatchObject({ tone: photo(p).tone });
  expect(photo(gone).houseTone).toBeUndefined();
  expect(toneAsHouse(toneOn(house.tone!, p.sizes[0]), p.sizes[0])).toEqual(house.tone);
});

describe('two who change a house style', () => {
  const [snow, amber] = house.swatches,
    slate = { id: 'slate', name: 'Slate', colour: '#334455', house: true };
  it('both have what they changed; what both changed is one’s own, is said, and can be the other’s', () => {
    const mine: HouseStyle = { ...house, swatches: [{ ...snow, colour: '#fafafa' }, amber], treatment: 'fade' },
      other: HouseStyle = {
        ...house,
        swatches: [{ ...snow, colour: '#f0f0f0' }, { ...amber, name: 'Signal' }, slate],
        textStyles: [],
        tone: null,
      },
      { house: both, both: said, taken } = merged(house, mine, other);
    expect(both.swatches).toEqual([{ ...snow, colour: '#fafafa' }, { ...amber, name: 'Signal' }, slate]);
    expect(both).toMatchObject({ textStyles: [], tone: null, treatment: 'fade' });
    expect(said).toEqual([{ name: 'Snow', path: ['swatches', 'snow'] }]);
    expect(taken).toEqual(['Signal', 'Slate', 'Headline', 'The tone of photos']);
    expect(theirs(both, said[0], other).swatches[0].colour).toBe('#f0f0f0');
  });
  it('what one took out and the other changed is said, too', () => {
    const { house: both, both: said } = merged(
      house,
      { ...house, swatches: [snow] },
      { ...house, swatches: [snow, { ...amber, colour: '#ffcc00' }] },
    );
    expect(both.swatches).toEqual([snow]);
    expect(said.map((s) => s.name)).toEqual(['Amber']);
    expect(
      theirs(both, said[0], { ...house, swatches: [snow, { ...amber, colour: '#ffcc00' }] }).swatches.map((s) => s.id),
    ).toEqual(['snow', 'amber']);
  });
  it('changes are counted by entry', () => {
    expect(changesBetween(house, house)).toBe(0);
    expect(changesBetween(house, { ...house, swatches: [snow, slate], treatment: 'pool' })).toBe(3);
  });
});

describe('a house style from a picture', () => {
  const flat = (...colours: [number, number, number][]) => {
    const data = new Uint8ClampedArray(64 * 64 * 4);
    for (let i = 0; i < 64 * 64; i++) data.set([...colours[Math.floor((i / (64 * 64)) * colours.length)], 255], i * 4);
    return { width: 64, height: 64, data };
  };
  const ids = () => {
    let n = 0;
    return () => `id-${++n}`;
  };
  it.each([
    ['a dark photo', flat([12, 20, 30], [30, 44, 60], [60, 70, 80], [200, 120, 40], [20, 60, 50], [90, 90, 100]), true],
    ['a light one', flat([240, 240, 236], [200, 214, 230], [180, 190, 200], [250, 220, 90], [225, 225, 220]), false],
    ['a logo of one colour', flat([200, 30, 40]), false],
    ['a grey one', flat([40, 40, 40], [60, 60, 60], [90, 90, 90], [30, 30, 30], [20, 20, 20]), true],
  ])('%s: everything reads on its ground', (_what, picture, dark) => {
    const made = suggestedHouse(picture, ids()),
      of = (role: string): string => made.swatches.find((s) => s.role === role)!.colour!;
    expect(HouseStyleSchema.safeParse(made).error).toBeUndefined();
    expect(contrastOfHex(of('text'), of('ground'))).toBeGreaterThanOrEqual(7);
    expect(contrastOfHex(of('muted'), of('ground'))).toBeGreaterThanOrEqual(4.5);
    expect(contrastOfHex(of('accent'), of('ground'))).toBeGreaterThanOrEqual(3);
    expect(contrastOfHex(of('ground'), '#ffffff') > 7).toBe(dark);
    expect(made.textStyles.map((s) => s.use)).toEqual(['headline', 'descriptor', 'body', 'button']);
  });
  it('other fonts at another turn; the same for the same picture; nothing from nothing', () => {
    const picture = flat([12, 20, 30], [200, 120, 40], [60, 70, 80], [20, 60, 50]);
    expect(suggestedHouse(picture, ids())).toEqual(suggestedHouse(picture, ids()));
    expect(suggestedHouse(picture, ids(), 1).textStyles[0].font).not.toEqual(
      suggestedHouse(picture, ids()).textStyles[0].font,
    );
    expect(() => suggestedHouse({ width: 1, height: 1, data: new Uint8ClampedArray(4) }, ids())).toThrow(/nothing/i);
  });
});
