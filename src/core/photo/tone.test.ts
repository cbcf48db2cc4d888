import { picture } from '../testing/pixels';
import { PLAIN_TONE } from '../values/plain';
import type { Tone } from '../values/tone';
import { curveThrough } from './curve';
import { changesTone, contrastLeft, histogramOf, toned } from './tone';

type Parts = { [K in keyof Tone]?: Partial<Tone[K]> };
const tone = (parts: Parts): Tone =>
  Object.fromEntries(
    Object.entries(PLAIN_TONE).map(([k, v]) => [
      k,
      { ...v, ...(parts[k as keyof Tone] ? { on: true, ...parts[k as keyof Tone] } : {}) },
    ]),
  ) as Tone;
const plainHex = (c: unknown): string => c as string;
const one = (rgb: readonly [number, number, number], parts: Parts): number[] => [
  ...toned(
    picture(1, 1, () => rgb),
    tone(parts),
    plainHex,
  ).data.slice(0, 3),
];

describe('tone', () => {
  it('with everything off, or on at its beginning, nothing changes', () => {
    expect(changesTone(PLAIN_TONE)).toBe(false);
    const p = picture(16, 16, (x, y) => [x * 16, y * 16, (x * y) % 256]);
    expect(toned(p, PLAIN_TONE, plainHex).data).toEqual(p.data);
    for (const same of [
      { light: {} },
      { curve: {} },
      { saturation: {} },
      { levels: { black: 0, white: 255 } },
    ] as Parts[]) {
      const out = toned(p, tone(same), plainHex).data;
      for (let i = 0; i < out.length; i++) expect(Math.abs(out[i] - p.data[i])).toBeLessThanOrEqual(1);
    }
  });
  it('output levels: black becomes the lower, white the upper, the rest evenly between; the slope says what contrast is left', () => {
    const levels = { black: 190, white: 245 };
    expect(one([0, 0, 0], { levels })).toEqual([190, 190, 190]);
    expect(one([255, 255, 255], { levels })).toEqual([245, 245, 245]);
    expect(one([51, 102, 204], { levels })).toEqual([201, 212, 234]);
    expect(contrastLeft(levels)).toBeCloseTo(55 / 255, 9);
    // Changing places makes a negative.
    expect(one([0, 128, 255], { levels: { black: 255, white: 0 } })).toEqual([255, 127, 0]);
  });
  it('brightness moves, contrast stretches about the middle', () => {
    expect(one([100, 100, 100], { light: { brightness: 40 } })).toEqual([151, 151, 151]);
    expect(one([250, 5, 128], { light: { contrast: -100 } })).toEqual([128, 128, 128]);
    const [a, b] = one([100, 150, 0], { light: { contrast: 50 } });
    expect(a).toBeLessThan(100);
    expect(b).toBeGreaterThan(150);
  });
  it('saturation 0..: -100 leaves luma, greyscale takes its own weights', () => {
    expect(one([255, 0, 0], { saturation: { amount: -100 } })).toEqual([54, 54, 54]);
    expect(one([255, 0, 0], { grey: { red: 1, green: 0, blue: 0 } })).toEqual([255, 255, 255]);
    expect(one([30, 60, 90], { grey: { red: 1, green: 1, blue: 1 } })).toEqual([60, 60, 60]);
    expect(one([30, 60, 90], { grey: { red: 0, green: 0, blue: 0 } })).toEqual([60, 60, 60]);
    const [r, , b] = one([150, 120, 100], { saturation: { amount: 60 } });
    expect(r - b).toBeGreaterThan(50);
  });
  it('duotone runs from the dark to the light colour by lightness', () => {
    const duotone = { dark: '#102030', light: '#f0e0d0' };
    expect(one([0, 0, 0], { duotone })).toEqual([16, 32, 48]);
    expect(one([255, 255, 255], { duotone })).toEqual([240, 224, 208]);
    expect(one([128, 128, 128], { duotone })).toEqual([128, 128, 128]);
    expect(one([0, 0, 0], { duotone, levels: { black: 255, white: 255 } })).toEqual([255, 255, 255]);
  });
  it('curves bend a channel, or all alike; greyscale switched on and off leaves them alone', () => {
    const lift = [
      { x: 0, y: 0.2 },
      { x: 1, y: 1 },
    ];
    expect(one([0, 0, 0], { curve: { red: lift } })).toEqual([51, 0, 0]);
    expect(one([0, 0, 0], { curve: { lightness: lift } })).toEqual([51, 51, 51]);
    const t = tone({ curve: { red: lift }, grey: {} });
    expect(
      toned(
        picture(1, 1, () => [0, 0, 0]),
        { ...t, grey: { ...t.grey, on: false } },
        plainHex,
      ).data[0],
    ).toBe(51);
  });
  it('goes through its points, never beyond them, and only rises where they do', () => {
    const f = curveThrough([
      { x: 0, y: 0.1 },
      { x: 0.3, y: 0.15 },
      { x: 0.35, y: 0.8 },
      { x: 1, y: 0.9 },
    ]);
    expect(f(0.3)).toBeCloseTo(0.15, 9);
    expect(f(0.35)).toBeCloseTo(0.8, 9);
    let last = f(0);
    for (let x = 0; x <= 1; x += 0.01) {
      expect(f(x)).toBeGreaterThanOrEqual(last - 1e-9);
      expect(f(x)).toBeLessThanOrEqual(0.9 + 1e-9);
      last = f(x);
    }
    // Points in one place do not divide by nothing.
    expect(
      curveThrough([
        { x: 0.5, y: 0.2 },
        { x: 0.5, y: 0.9 },
      ])(0.7),
    ).toBe(0.2);
  });
  it('counts values', () => {
    const h = histogramOf(picture(10, 10, (x) => (x < 5 ? [0, 10, 20] : [255, 10, 20])).data);
    expect([h.count, h.red[0], h.red[255], h.green[10], h.blue[20]]).toEqual([100, 50, 50, 100, 100]);
    expect(h.luma.reduce((s, n) => s + n, 0)).toBe(100);
    expect(histogramOf(picture(4, 4, () => [9, 9, 9, 0]).data).count).toBe(0);
  });
});
