// OKLab by the kernel, against the formula.
import { labOf, lightnessesOf } from './lab-planes';
import { oklab } from './oklab';

it('is that of the formula, for greys to the darkest and for colours, from any pixel on', () => {
  const n = 5000,
    bytes = new Uint8ClampedArray(4 * n),
    lab = new Float32Array(3 * n);
  for (let i = 0; i < n; i++)
    bytes.set(i < 256 ? [i, i, i, 255] : [(i * 37) & 255, (i * 91) & 255, (i * 13) & 255, 255], i * 4);
  labOf(bytes, 7, n - 7, lab, 3);
  for (let i = 7; i < n; i++) {
    const wanted = oklab(bytes[i * 4], bytes[i * 4 + 1], bytes[i * 4 + 2]);
    wanted.forEach((v, c) => expect(Math.abs(v - lab[3 + (i - 7) * 3 + c])).toBeLessThan(3e-6));
  }
  expect([...lab.slice(0, 3)]).toEqual([0, 0, 0]);
});

it('lightness of colours that are mixed', () => {
  const own = Float32Array.from([10, 200, 30.4, 255, 255, 255, 0, 0, 0]),
    full = Float32Array.from([250, 0, 30.4, 255, 255, 255, 100, 0, 200]),
    found = lightnessesOf(own, full, 0.25);
  [
    [70, 150, 30],
    [255, 255, 255],
    [25, 0, 50],
  ].forEach(([r, g, b], i) => expect(found[i]).toBeCloseTo(oklab(r, g, b)[0], 5));
  expect(lightnessesOf(own, own, 0)[0]).toBeCloseTo(oklab(10, 200, 30)[0], 5);
});
