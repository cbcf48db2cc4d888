import type { Pixels } from '../colour/palette';
import { panPhoto, placePhoto } from './fit';
import { halve, resample } from './resample';

const photo = { width: 2000, height: 1000 };
const layer = { fit: 'cover' as const, zoom: 1, focus: { x: 0.5, y: 0.5 }, flipX: false, flipY: false };

function ramp(width: number, height: number): Pixels {
  const data = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) data.set([(x * 255) / (width - 1), (y * 255) / (height - 1), 80, 255], (y * width + x) * 4);
  return { width, height, data };
}

describe('placing a photo', () => {
  it('cover fills the box and cuts evenly', () => {
    expect(placePhoto(photo, { width: 500, height: 500 }, layer)).toEqual({ source: { x: 500, y: 0, width: 1000, height: 1000 }, target: { x: 0, y: 0, width: 500, height: 500 } });
  });
  it('contain shows all of it', () => {
    expect(placePhoto(photo, { width: 500, height: 500 }, { ...layer, fit: 'contain' })).toEqual({ source: { x: 0, y: 0, width: 2000, height: 1000 }, target: { x: 0, y: 125, width: 500, height: 250 } });
  });
  it('the focal point stays in view in any box, and the photo always covers', () => {
    for (const focus of [{ x: 0, y: 0 }, { x: 0.9, y: 0.2 }, { x: 1, y: 1 }])
      for (const box of [{ width: 300, height: 900 }, { width: 900, height: 300 }])
        for (const zoom of [1, 2.5]) {
          const { source: s, target: t } = placePhoto(photo, box, { ...layer, focus, zoom });
          expect(t).toMatchObject({ width: expect.closeTo(box.width, 6) as number, height: expect.closeTo(box.height, 6) as number });
          expect(focus.x * 2000).toBeGreaterThanOrEqual(s.x - 1e-6);
          expect(focus.x * 2000).toBeLessThanOrEqual(s.x + s.width + 1e-6);
          expect(s.x).toBeGreaterThanOrEqual(0);
          expect(s.y + s.height).toBeLessThanOrEqual(1000 + 1e-6);
        }
  });
  it('dragging by the width of what shows moves it by just that', () => {
    const focus = panPhoto(photo, { width: 500, height: 500 }, layer, 100, 50);
    expect(focus.x).toBeCloseTo((1000 - 200) / 2000, 6);
    expect(focus.y).toBe(0.5);
    expect(panPhoto(photo, { width: 500, height: 500 }, { ...layer, flipX: true }, 100, 0).x).toBeCloseTo(0.6, 6);
  });
});

describe('resampling', () => {
  it('leaves a photo alone at its own size', () => {
    const p = ramp(40, 30);
    expect(resample(p, { x: 0, y: 0, width: 40, height: 30 }, 40, 30).data).toEqual(p.data);
  });
  it.each([[20, 15], [64, 48], [13, 29], [7, 5], [150, 9]])('keeps an even ramp even at %d x %d', (w, h) => {
    const p = resample(ramp(60, 60), { x: 0, y: 0, width: 60, height: 60 }, w, h);
    for (let x = 1; x < w - 1; x++) {
      const want = (((x + 0.5) / w) * 60 - 0.5) * (255 / 59), i = (Math.floor(h / 2) * w + x) * 4;
      if (want > 14 && want < 241) expect(Math.abs(p.data[i] - want)).toBeLessThan(2.5);
      expect(p.data[i + 2]).toBe(80);
      expect(p.data[i + 3]).toBe(255);
    }
  });
  it('flips', () => {
    const p = ramp(16, 8);
    const f = resample(p, { x: 0, y: 0, width: 16, height: 8 }, 16, 8, true, true);
    expect([f.data[0], f.data[1]]).toEqual([255, 255]);
    expect(f.data.at(-4)).toBe(0);
  });
  it('halves by means, odd sizes too', () => {
    const p = halve({ width: 3, height: 1, data: Uint8ClampedArray.from([10, 0, 0, 255, 20, 0, 0, 255, 90, 0, 0, 255]) });
    expect([p.width, p.height, p.data[0], p.data[4]]).toEqual([2, 1, 15, 90]);
  });
});
