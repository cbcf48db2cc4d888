// What newly arrives can be seen, whatever lies beneath.
import fc from 'fast-check';
import { beneathOf, groundFor, inkOver } from './beneath';
import { contrastOfHex, toHex } from './srgb';

const flat = (r: number, g: number, b: number, n = 16): Uint8ClampedArray =>
  new Uint8ClampedArray(Array.from({ length: n }, () => [r, g, b, 255]).flat());
const hexes = fc
  .tuple(fc.nat(255), fc.nat(255), fc.nat(255))
  .map(([r, g, b]) => ({ hex: toHex(r, g, b), data: flat(r, g, b) }));

it('is the mean colour, and the luminance of its darkest and lightest tenth', () => {
  const half = new Uint8ClampedArray([...flat(0, 0, 0, 8), ...flat(255, 255, 255, 8)]);
  expect(beneathOf(half)).toEqual({ hex: '#808080', low: 0, high: 1 });
  expect(beneathOf(flat(34, 68, 102)).hex).toBe('#224466');
});

it('takes the wanted ink where it can be told from all of it, else the next that can', () => {
  expect(inkOver(beneathOf(flat(20, 30, 40)), ['#ffffff', '#16202a'])).toBe('#ffffff');
  expect(inkOver(beneathOf(flat(250, 250, 250)), ['#ffffff', '#16202a'])).toBe('#16202a');
  // Over black and white alike nothing is enough: what is told best from both.
  const both = { hex: '#808080', low: 0, high: 1 };
  expect(inkOver(both, ['#ffffff', '#767676'])).toBe('#767676');
});

it('over one colour, white or near black is always told from it', () => {
  fc.assert(
    fc.property(hexes, ({ hex, data }) => {
      expect(contrastOfHex(inkOver(beneathOf(data), ['#ffffff', '#101418']), hex)).toBeGreaterThanOrEqual(4.1);
    }),
  );
});

it('a ground behind letters holds them, and is not what lies round it', () => {
  fc.assert(
    fc.property(hexes, fc.constantFrom('#ffffff', '#16202a', '#f2a31b', '#f4efe6'), ({ hex, data }, ink) => {
      const ground = groundFor(ink, beneathOf(data));
      expect(contrastOfHex(ground, ink)).toBeGreaterThanOrEqual(4.5);
      if (ground !== '#000000' && ground !== '#ffffff') expect(ground).not.toBe(hex);
    }),
  );
  expect(contrastOfHex(groundFor('#ffffff', null), '#ffffff')).toBeGreaterThan(7);
});
