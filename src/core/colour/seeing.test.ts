import { acuityBlur, lightMatrix, type Seeing, seen, strokesKept } from './seeing';
import { contrastOfHex, toHex } from './srgb';

const through = (hex: string, seeing: Seeing): string => {
  const n = parseInt(hex.slice(1), 16),
    [r, g, b] = seen(new Uint8ClampedArray([n >> 16, (n >> 8) & 255, n & 255, 255]), seeing);
  return toHex(r, g, b);
};

it('the matrices are those of the paper', () => {
  expect(
    lightMatrix({ kind: 'protan', severity: 1 })![0]
      .slice(0, 3)
      .map((v) => Number(v.toFixed(6))),
  ).toEqual([0.152286, 1.052583, -0.204868]);
  expect(
    lightMatrix({ kind: 'deutan', severity: 1 })![1]
      .slice(0, 3)
      .map((v) => Number(v.toFixed(6))),
  ).toEqual([0.280085, 0.672501, 0.047413]);
  expect(
    lightMatrix({ kind: 'tritan', severity: 1 })![2]
      .slice(0, 3)
      .map((v) => Number(v.toFixed(6))),
  ).toEqual([0.004733, 0.691367, 0.3039]);
});

it('severity 0 changes nothing; grey stays grey to every eye', () => {
  for (const kind of ['protan', 'deutan', 'tritan'] as const) {
    expect(through('#c83c28', { kind, severity: 0 })).toBe('#c83c28');
    for (const v of ['#000000', '#808080', '#ffffff'])
      expect(contrastOfHex(through(v, { kind, severity: 1 }), v)).toBeLessThan(1.02);
  }
});

it('red and green of one lightness come together without one of the cones', () => {
  const apart = (kind: 'deutan' | 'tritan') => {
    const a = through('#c05030', { kind, severity: 1 }),
      b = through('#5a8a20', { kind, severity: 1 });
    return [1, 3, 5].reduce(
      (s, i) => s + Math.abs(parseInt(a.slice(i, i + 2), 16) - parseInt(b.slice(i, i + 2), 16)),
      0,
    );
  };
  expect(apart('deutan')).toBeLessThan(0.6 * apart('tritan'));
});

it('grey keeps luminance, glare takes contrast away by its formula', () => {
  expect(contrastOfHex(through('#3a7bd5', { kind: 'grey' }), '#3a7bd5')).toBeLessThan(1.02);
  // White on black with a quarter of white reflected: (1 + 0.05) / (0.2 + 0.05).
  expect(
    contrastOfHex(through('#ffffff', { kind: 'sun', glare: 0.25 }), through('#000000', { kind: 'sun', glare: 0.25 })),
  ).toBeCloseTo(1.05 / 0.25, 1);
});

it('low vision blurs by acuity, and thin strokes lose more', () => {
  expect(acuityBlur(1)).toBe(0);
  expect(acuityBlur(0.1)).toBeCloseTo(3.31, 1);
  const low: Seeing = { kind: 'low', acuity: 0.1 };
  expect(strokesKept(low, 20)).toBeGreaterThan(0.85);
  expect(strokesKept(low, 3)).toBeLessThan(0.05);
  expect(strokesKept({ kind: 'plain' }, 3)).toBe(1);
});
