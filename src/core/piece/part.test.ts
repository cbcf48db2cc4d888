// Parts: kept with what they need, fitted to other sizes, shown by themselves.
import { makeTint } from '../kinds/tint';
import { makeText } from '../kinds/text';
import { makePiece } from './make';
import { fittedTo, type Part, PartSchema, pieceOfPart } from './part';
import { type Piece, PieceSchema } from './schema';

const SIZE = { width: 1000, height: 1000, shownWidth: 375 };
const text = { ...makeText('t', 'Slow trains', SIZE), box: { x: 100, y: 800, width: 400, height: 100 }, fontSize: 80 };
const part = (layers: Part['layers']): Part => PartSchema.parse({ size: SIZE, layers, groups: [], swatches: [] });
let n = 0;
const empty = (): Piece => makePiece('x', { width: 100, height: 100 }, () => `i${n++}`);

it('in its own size a part is what it was', () => {
  const p = part([text]);
  expect(fittedTo(p, SIZE).layers[0].box).toEqual(text.box);
});

it('in another it follows its anchors and scales with the shorter side', () => {
  const p = part([{ ...text, anchors: { horizontal: 'left', vertical: 'bottom' } }]),
    [fitted] = fittedTo(p, { width: 1600, height: 500 }).layers as (typeof text)[];
  // Half as high: half as large, as far from the lower left corner.
  expect(fitted.box).toMatchObject({ x: 50, y: 400, width: 200 });
  expect(fitted.fontSize).toBe(40);
});

it('what it had of its own in sizes, and where it went on, does not come along', () => {
  const had = { ...text, overrides: { wide: { opacity: 0.2 } }, carry: { left: 0, right: 1 } },
    p: Part = { ...part([text]), layers: [had as never] };
  for (const to of [SIZE, { width: 300, height: 600 }]) {
    const [l] = fittedTo(p, to).layers;
    expect([l.overrides, l.carry]).toEqual([{}, null]);
  }
});

it('is shown by itself in a valid piece, no larger than it is', () => {
  const shown = pieceOfPart(part([text]), empty());
  expect(PieceSchema.safeParse(shown).success).toBe(true);
  expect(shown.sizes[0].width).toBeLessThan(460);
  const whole = pieceOfPart(part([makeTint('tint', '#102030', 0.5, SIZE), text]), empty());
  expect(whole.sizes[0].width).toBeGreaterThanOrEqual(1000);
});

it('hangs over the edge, or is hostile: refused or bounded', () => {
  const far = pieceOfPart(part([{ ...text, box: { x: -5000, y: -5000, width: 100, height: 100 } }]), empty());
  expect(PieceSchema.safeParse(far).success).toBe(true);
  expect(PartSchema.safeParse({ size: SIZE, layers: [] }).success).toBe(false);
  expect(PartSchema.safeParse({ size: { ...SIZE, width: 1e9 }, layers: [text] }).success).toBe(false);
});
