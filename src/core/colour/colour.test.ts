import { converter } from 'culori';
import { type Pixels } from '../ground/pixels';
import { hexOfParts, partsOf } from './models';
import { hexFromOklab, lightness, oklab } from './oklab';
import { coloursOfPhoto } from './palette';
import { contrastOfHex, luminance, parseHex, toHex } from './srgb';

const toOklab = converter('oklab');

describe('sRGB', () => {
  it('reads hex in every form, and refuses what is none', () => {
    expect(parseHex('#0f8')).toEqual({ r: 0, g: 255, b: 136, a: 1 });
    expect(parseHex('  FFcc00 ')).toEqual({ r: 255, g: 204, b: 0, a: 1 });
    expect(parseHex('#11223380')).toMatchObject({ r: 17, a: 128 / 255 });
    for (const bad of ['', '#', '#12', '#12345', 'red', '#gggggg', '#123456789']) expect(parseHex(bad)).toBeNull();
    expect(toHex(17, 34, 51, 0.5)).toBe('#11223380');
  });
  it('contrast of known pairs', () => {
    expect(contrastOfHex('#000000', '#ffffff')).toBeCloseTo(21, 6);
    expect(contrastOfHex('#777777', '#ffffff')).toBeCloseTo(4.478, 3);
    expect(luminance(255, 255, 255)).toBeCloseTo(1, 9);
  });
});

describe('OKLab', () => {
  it('agrees with a second implementation, there and back', () => {
    for (let i = 0; i < 400; i++) {
      const [r, g, b] = [(i * 37) % 256, (i * 91) % 256, (i * 151) % 256];
      const mine = oklab(r, g, b),
        other = toOklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })!;
      expect(mine[0]).toBeCloseTo(other.l, 4);
      expect(mine[1]).toBeCloseTo(other.a, 4);
      expect(mine[2]).toBeCloseTo(other.b, 4);
      expect(lightness(r, g, b)).toBeCloseTo(mine[0], 9);
      expect(hexFromOklab(...mine)).toBe(toHex(r, g, b));
    }
  });
  it('keeps hue and lightness where a colour must be brought into sRGB', () => {
    const hex = hexFromOklab(0.5, 0.3, 0.3),
      { r, g, b } = parseHex(hex)!;
    const back = oklab(r, g, b);
    expect(back[0]).toBeCloseTo(0.5, 1);
    expect(Math.atan2(back[2], back[1])).toBeCloseTo(Math.PI / 4, 1);
  });
});

function picture(colour: (x: number, y: number) => [number, number, number], width = 120, height = 90): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) data.set([...colour(x, y), 255], (y * width + x) * 4);
  return { width, height, data };
}

describe('colours of a photo', () => {
  const found = coloursOfPhoto(
    picture((x, y) => {
      const n = ((x * 7 + y * 13) % 9) - 4;
      if (x < 8 && y < 20) return [236, 150 + n, 20];
      if (y < 30) return [168 + n, 200 + n, 236 + n];
      if (y < 45) return [120 + n, 140 + n, 150 + n];
      if (y < 60) return [70 + n, 84 + n, 70 + n];
      if (y < 75) return [40 + n, 52 + n, 40 + n];
      return [14 + n, 18 + n, 16 + n];
    }),
  );
  it('are 6 to 8, darkest first, the small bright patch an accent', () => {
    expect(found.length).toBeGreaterThanOrEqual(5);
    expect(found.length).toBeLessThanOrEqual(8);
    expect(found[0].role).toBe('darkest');
    const plain = found
      .filter((f) => !f.role.includes('accent'))
      .map((f) => oklab(...(Object.values(parseHex(f.hex)!) as [number, number, number]))[0]);
    expect(plain).toEqual([...plain].sort((a, b) => a - b));
    const accent = parseHex(found.find((f) => f.role === 'accent')!.hex)!;
    expect(accent.r).toBeGreaterThan(200);
    expect(accent.b).toBeLessThan(60);
  });
  it('have tints that are dark and greyed, of the same hue', () => {
    for (const f of found) {
      const c = parseHex(f.hex)!,
        t = parseHex(f.tint)!;
      const [L, a, b] = oklab(t.r, t.g, t.b),
        [, ca, cb] = oklab(c.r, c.g, c.b);
      expect(L).toBeLessThanOrEqual(0.305);
      expect(Math.hypot(a, b)).toBeLessThanOrEqual(0.055);
      if (Math.hypot(ca, cb) > 0.03) expect(Math.cos(Math.atan2(b, a) - Math.atan2(cb, ca))).toBeGreaterThan(0.85);
    }
  });
  it('are the same for the same photo, one for a flat one, none for nothing', () => {
    const flat = picture(() => [90, 100, 110]);
    expect(coloursOfPhoto(flat)).toEqual(coloursOfPhoto(flat));
    expect(coloursOfPhoto(flat)).toHaveLength(1);
    expect(coloursOfPhoto({ width: 4, height: 4, data: new Uint8ClampedArray(64) })).toEqual([]);
  });
});

describe('colour models', () => {
  it('known values, there and back', () => {
    expect(partsOf('#ff0000', 'hsl')).toEqual([0, 100, 50]);
    expect(partsOf('#336699', 'rgb')).toEqual([51, 102, 153]);
    const [l, c, h] = partsOf('#ff0000', 'oklch');
    expect([l, c, h].map((v) => Math.round(v * 1000) / 1000)).toEqual([62.796, 0.258, 29.234]);
    for (const hex of ['#1d3b2f', '#f2a31b', '#808080', '#000000', '#ffffff'])
      for (const model of ['rgb', 'hsl', 'oklch'] as const) expect(hexOfParts(partsOf(hex, model), model)).toBe(hex);
    expect(hexOfParts([51, 102, 153], 'rgb', 0.5)).toBe('#33669980');
  });
  it('what no screen can show loses chroma, not hue', () => {
    const [, c, h] = partsOf(hexOfParts([60, 0.4, 150], 'oklch'), 'oklch');
    expect(c).toBeLessThan(0.3);
    expect(Math.abs(h - 150)).toBeLessThan(8);
  });
});
