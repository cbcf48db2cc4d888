import type { PlateLayer } from '../kinds/plate';
import { makePlate } from '../kinds/plate';
import type { TextLayer } from '../kinds/text';
import type { TintLayer } from '../kinds/tint';
import { makeTint } from '../kinds/tint';
import { flat, headline, scene } from '../testing/scenes';
import { gradientOf, reversed, reversedHere, turnedTo, withGradient, withStopChanged } from '../values/gradient';
import { gradientThrough, solid } from '../values/made';
import { hexOf, plainGradient, swatchesOf } from '../values/swatches';
import { lookOf, partsFor, withLook } from './look';
import type { Piece } from './schema';
import { putSwatch, removeSwatch, usesOf } from './swatches';

const AMBER = { id: 'amber', name: 'Amber', colour: '#f2a31b', house: true };
const DUSK = {
  id: 'dusk',
  name: 'Dusk',
  gradient: plainGradient(gradientThrough(['#102030', '#f0a040']), { swatches: [] }),
  house: false,
};

function linked(): Piece {
  const { piece } = scene((z) => [
    {
      ...flat('b', '#ffffff')(z),
      fill: { ...solid({ swatch: 'amber' }), kind: 'gradient', gradientSwatch: 'dusk' },
    } as never,
    { ...makeTint('t', '#000000', 0.4, z), colour: { swatch: 'amber' } },
    { ...headline('Halt', '#ffffff')(z), fill: { ...solid('#ffffff'), kind: 'gradient', gradientSwatch: 'dusk' } },
  ]);
  return { ...piece, swatches: [AMBER, DUSK] };
}
const layer = <L>(p: Piece, i: number): L => p.slides[0].layers[i] as L;

describe('swatches', () => {
  it('changed once, all that is linked follows: colours, and one gradient for text and overlay', () => {
    const p = putSwatch(putSwatch(linked(), { ...AMBER, colour: '#123456' }), {
      ...DUSK,
      gradient: { ...DUSK.gradient, angle: 17 },
    });
    expect(hexOf(layer<TintLayer>(p, 1).colour, p)).toBe('#123456');
    expect(gradientOf(layer<TextLayer>(p, 0).fill, p).angle).toBe(17);
    expect(gradientOf(layer<TextLayer>(p, 2).fill, p)).toBe(gradientOf(layer<TextLayer>(p, 0).fill, p));
    expect(usesOf(p, 'dusk')).toBe(2);
    expect(usesOf(p, 'amber')).toBe(2);
  });
  it('taken away, everything keeps its look and no reference is left', () => {
    const before = linked(),
      p = removeSwatch(removeSwatch(before, 'amber'), 'dusk');
    expect(p.swatches).toEqual([]);
    expect(p.slides[0].layers.flatMap(swatchesOf)).toEqual([]);
    expect(layer<TintLayer>(p, 1).colour).toBe('#f2a31b');
    expect(gradientOf(layer<TextLayer>(p, 2).fill, p).stops).toEqual(DUSK.gradient.stops);
    expect(removeSwatch(before, 'none')).toBe(before);
  });
  it('lies as one user says; its colours stay everybody’s', () => {
    const p = linked(),
      { fill } = layer<TextLayer>(p, 2),
      box = { width: 100, height: 50 };
    const turned = withGradient(fill, turnedTo(gradientOf(fill, p), 30, box), p);
    expect(turned.swatch).toBeNull();
    expect(gradientOf(turned.fill, p)).toEqual({ ...DUSK.gradient, angle: 30 });
    const both = reversedHere(turned.fill, p);
    expect(gradientOf(both, p)).toEqual({ ...reversed(DUSK.gradient), angle: 30 });
    // A colour changed here is changed at the end where the others have it.
    const red = withGradient(both, withStopChanged(gradientOf(both, p), 0, { colour: '#ff0000' }), p);
    expect(red.fill).toEqual(both);
    expect(red.swatch?.gradient).toEqual({
      ...DUSK.gradient,
      stops: [DUSK.gradient.stops[0], { ...DUSK.gradient.stops[1], colour: '#ff0000' }],
    });
    // Back as it was, nothing is kept; taken away, it stays as it lies.
    const back = withGradient(reversedHere(both, p), turnedTo(gradientOf(reversedHere(both, p), p), 90, box), p);
    expect(back.fill.gradientLie).toBeNull();
    const alone = removeSwatch(
      { ...p, slides: [{ ...p.slides[0], layers: [{ ...layer<TextLayer>(p, 2), fill: both }] }] },
      'dusk',
    );
    expect(layer<TextLayer>(alone, 0).fill).toMatchObject({
      gradient: { ...reversed(DUSK.gradient), angle: 30 },
      gradientSwatch: null,
      gradientLie: null,
    });
  });
  it('a swatch holds a colour or a gradient, not both and not none', async () => {
    const { SwatchSchema } = await import('../values/fill');
    expect(SwatchSchema.safeParse({ id: 'a', name: 'A' }).success).toBe(false);
    expect(SwatchSchema.safeParse({ ...DUSK, colour: '#000000' }).success).toBe(false);
    expect(SwatchSchema.safeParse(DUSK).success).toBe(true);
  });
});

describe('looks', () => {
  const z = { id: 'base', name: '', width: 100, height: 100, shownWidth: 100, destination: null };
  const from = { ...headline('A', '#ff0000')(z), opacity: 0.5, blend: 'multiply' as const, letterSpacing: 0.1 };
  const none = { swatches: [] };

  it('whole: opacity, blend, fill and type; the words and the place stay', () => {
    const to = withLook(headline('B', '#0000ff', 5, 5, { id: 'x' })(z), lookOf(from), 'whole', none);
    expect(to).toMatchObject({
      text: 'B',
      id: 'x',
      opacity: 0.5,
      blend: 'multiply',
      letterSpacing: 0.1,
      box: { x: 5 },
    });
    expect(to.fill.colour).toBe('#ff0000');
  });
  it('in part: only the fill, or only the type', () => {
    const to = headline('B', '#0000ff')(z);
    expect(withLook(to, lookOf(from), 'fill', none)).toMatchObject({
      opacity: 1,
      blend: 'normal',
      letterSpacing: 0,
      fill: { colour: '#ff0000' },
    });
    expect(withLook(to, lookOf(from), 'type', none)).toMatchObject({ letterSpacing: 0.1, fill: { colour: '#0000ff' } });
  });
  it('between kinds: a fill’s colour becomes a tint’s, a tint’s a fill, a link stays a link; strokes go to plates only', () => {
    const tint = makeTint('t', '#123456', 1, z),
      plate: PlateLayer = {
        ...makePlate('p', '#ffffff', 1, { x: 0, y: 0, width: 9, height: 9 }, 9, []),
        stroke: { width: 3, colour: '#00ff00', place: 'centred', dash: [1] },
      };
    expect(withLook(tint, lookOf(from), 'fill', none).colour).toBe('#ff0000');
    expect(withLook(from, lookOf({ ...tint, colour: { swatch: 'amber' } }), 'fill', none).fill).toMatchObject({
      kind: 'colour',
      colour: { swatch: 'amber' },
    });
    expect(partsFor(lookOf(plate), tint)).toEqual(['whole', 'fill']);
    expect(partsFor(lookOf(plate), plate)).toEqual(['whole', 'fill', 'stroke']);
    expect(
      withLook({ ...plate, stroke: { ...plate.stroke, width: 0 } }, lookOf(plate), 'stroke', none).stroke.width,
    ).toBe(3);
    expect(partsFor(lookOf(from), from)).toEqual(['whole', 'fill', 'type']);
  });
});
