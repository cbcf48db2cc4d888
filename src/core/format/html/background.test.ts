// A background as CSS: which layers are in it, in which order, and what cannot be.
import { validate } from 'csstree-validator';
import { makeFade } from '../../kinds/fade';
import { makeFill } from '../../kinds/fill';
import { makePhoto } from '../../kinds/photo';
import { makePlate } from '../../kinds/plate';
import { makeText } from '../../kinds/text';
import { makeTint } from '../../kinds/tint';
import { fadeAlpha } from '../../paint/fade-form';
import { TILES } from '../../pattern/catalogue';
import { easelFor } from '../../testing/pixels';
import { scene } from '../../testing/scenes';
import { PLAIN_PATTERN } from '../../values/plain';
import { backgroundCss } from './background';
import { fadeCss } from './paint';
import { patternCss } from './pattern';

const { painter } = easelFor(new Map());
const of = (...made: Parameters<typeof scene>): ReturnType<typeof backgroundCss> => {
  const { piece, slide, size } = scene(...made);
  return backgroundCss(painter.sceneOf(piece, slide, size));
};

it('holds what lies behind the message, the topmost first, and says what it cannot hold', () => {
  const { css, leftOut, photos } = of((z) => [
    makePhoto('photo', 'a'.repeat(64), 'Lake & hills', z),
    { ...makeTint('tint', '#102030', 0.4, z), blend: 'multiply' as const },
    makeFade('fade', '#000000', 0.5, z),
    { ...makePlate('plate', '#000000', 0.5, { x: 20, y: 20, width: 100, height: 50 }, 20, []), name: 'Label' },
    makeText('text', 'Words', z),
  ]);
  expect(leftOut).toEqual(['Label']);
  expect(photos).toEqual([{ file: 'lake-hills.jpg', layer: 'photo' }]);
  const order = ['linear-gradient(360deg', 'rgb(16 32 48 / 0.4)', 'url("lake-hills.jpg")'].map((s) => css.indexOf(s));
  expect(order.every((at, i) => at >= 0 && (i === 0 || at > order[i - 1]))).toBe(true);
  expect(css).toContain('background-color: #ffffff;');
  expect(css).toContain('background-blend-mode: normal, multiply, normal;');
  expect(validate(`.a { ${css} }`, 'a.css')).toEqual([]);
});

it('a fade runs as it is painted, to a hundredth, wherever one looks', () => {
  const fade = {
      shape: 'linear',
      angle: 0,
      solid: 0.15,
      reach: 0.8,
      centre: { x: 0.5, y: 0.5 },
      easing: 'strong',
    } as const,
    stops = [...fadeCss(fade, '#ff0000', 1).matchAll(/rgb\(255 0 0(?: \/ ([\d.]+))?\) ([\d.]+)%/g)].map((m) => ({
      a: Number(m[1] ?? 1),
      at: Number(m[2]) / 100,
    }));
  expect(stops.length).toBeGreaterThan(8);
  for (let u = 0; u <= 1; u += 0.01) {
    const i = Math.max(0, stops.findIndex((s) => s.at >= u) - 1),
      [p, q] = [stops[i], stops[i + 1] ?? stops[i]],
      t = q.at > p.at ? Math.min(1, (u - p.at) / (q.at - p.at)) : 0;
    expect(Math.abs(p.a + (q.a - p.a) * t - fadeAlpha(fade, u))).toBeLessThan(0.01);
  }
});

it('every tile of ours is an image of CSS, with its colours and no address in it', () => {
  for (const { id } of TILES) {
    const css = patternCss(
      { ...PLAIN_PATTERN, tile: id, foreground: '#112233', background: '#ffffff', angle: 30 },
      { width: 300, height: 200 },
      { swatches: [] },
      0.5,
    )!;
    expect(validate(`.a { background: ${css} }`, 'a.css')).toEqual([]);
    const svg = decodeURIComponent(css.slice('url("data:image/svg+xml,'.length, -2));
    expect(svg).toContain('#112233');
    expect(svg).toContain('rotate(30 150 100)');
    expect(svg.replace('http://www.w3.org/2000/svg', '')).not.toContain('http');
  }
});

it('a tile of somebody’s own is said to be left out', () => {
  const { leftOut } = of((z) => {
    const fill = makeFill('ground', '#1d3b2f', z);
    return [
      {
        ...fill,
        name: 'Own tile',
        fill: { ...fill.fill, kind: 'pattern', pattern: { ...fill.fill.pattern, tile: { asset: 'b'.repeat(64) } } },
      },
    ];
  });
  expect(leftOut).toEqual(['Own tile']);
});
