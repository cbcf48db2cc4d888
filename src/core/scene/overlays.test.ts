// Gradients, fades, pools, plates and borders, against what their settings promise.
import { lightness } from '../colour/oklab';
import { makeBorder } from '../kinds/border';
import type { FadeLayer } from '../kinds/fade';
import { makeFade } from '../kinds/fade';
import { makeFill } from '../kinds/fill';
import type { Layer } from '../kinds/layers';
import type { PlateLayer } from '../kinds/plate';
import { makePlate, plate as plateKind } from '../kinds/plate';
import { makePool } from '../kinds/pool';
import { fadeAlpha } from '../paint/fade-form';
import { poolAlphas, poolField, soften } from '../paint/pool';
import type { Size } from '../piece/schema';
import { easelFor } from '../testing/pixels';
import { flat, headline } from '../testing/scenes';
import type { Gradient } from '../values/fill';
import { endsOf, gradientTable } from '../values/gradient-table';
import { gradientThrough, solid } from '../values/made';

const { painter, paint } = easelFor();
const gradient =
  (g: Gradient, box?: Layer['box']) =>
  (z: Size): Layer[] => [
    {
      ...makeFill('g', '#000000', z),
      ...(box ? { box } : {}),
      fill: { ...solid('#000000'), kind: 'gradient', gradient: g },
    },
  ];
const fade =
  (more: Partial<FadeLayer>) =>
  (z: Size): Layer[] => [flat('w', '#ffffff')(z), makeFade('f', '#102030', 1, z, more)];
const plate =
  (more: Partial<PlateLayer>, colour = '#000000') =>
  (z: Size): Layer[] => [
    flat('w', '#ffffff')(z),
    { ...makePlate('p', colour, 1, { x: 20, y: 10, width: 60, height: 30 }, 20, []), radius: [0, 0, 0, 0], ...more },
  ];

describe('gradients', () => {
  it('reach the corners of their box at any angle, as CSS does', () => {
    for (const angle of [0, 30, 90, 200, -45]) {
      const { from, to } = endsOf({ shape: 'linear', angle, line: null, ratio: 1 }, { width: 100, height: 40 });
      const dx = to.x - from.x,
        dy = to.y - from.y,
        l2 = dx * dx + dy * dy;
      const at = [
        [0, 0],
        [100, 0],
        [0, 40],
        [100, 40],
      ].map(([x, y]) => ((x - from.x) * dx + (y - from.y) * dy) / l2);
      expect(Math.min(...at)).toBeCloseTo(0, 9);
      expect(Math.max(...at)).toBeCloseTo(1, 9);
    }
  });
  it('mix premultiplied: alpha 0 brings no colour of its own', () => {
    const table = gradientTable({
      space: 'srgb',
      stops: [
        { at: 0, colour: '#ff0000', mid: 0.5 },
        { at: 1, colour: '#00ff0000', mid: 0.5 },
      ],
    });
    expect([...table.slice(2048 * 4, 2048 * 4 + 4)]).toEqual([255, 0, 0, 0.5]);
  });
  it('midpoints put the even mix where they say; stops in one place make a step', () => {
    const of = (mid: number) =>
      gradientTable({
        space: 'srgb',
        stops: [
          { at: 0, colour: '#000000', mid },
          { at: 1, colour: '#ffffff', mid: 0.5 },
        ],
      });
    expect(of(0.25)[1024 * 4]).toBeCloseTo(127.5, 1);
    expect(of(0.75)[3072 * 4]).toBeCloseTo(127.5, 1);
    const step = gradientTable({
      space: 'srgb',
      stops: [
        { at: 0.5, colour: '#000000', mid: 0.5 },
        { at: 0.5, colour: '#ffffff', mid: 0.5 },
      ],
    });
    expect([step[2040 * 4], step[2056 * 4]]).toEqual([0, 255]);
    const all = gradientTable({
      space: 'oklab',
      stops: Array.from({ length: 12 }, () => ({ at: 0.3, colour: '#336699', mid: 0.5 })),
    });
    expect(all.every((v) => Number.isFinite(v))).toBe(true);
  });
  it('in OKLab lightness rises evenly', () => {
    const table = gradientTable({ space: 'oklab', stops: gradientThrough(['#000000', '#ffffff']).stops as never });
    for (const u of [0.25, 0.5, 0.75]) {
      const i = Math.round(u * 4096) * 4;
      expect(lightness(Math.round(table[i]), Math.round(table[i + 1]), Math.round(table[i + 2]))).toBeCloseTo(u, 2);
    }
  });
  it('are dithered: a shallow ramp has no band wider than the ramp itself explains', async () => {
    const s = await paint(gradient(gradientThrough(['#404040', '#444444'], { angle: 0, space: 'srgb' })), 400, 40);
    // Within a stretch between two values both occur, mixed; the mean over a column rises evenly.
    const mean = (x: number): number =>
      Array.from({ length: 40 }, (_, y) => s.at(x, y)[0]).reduce((a, b) => a + b, 0) / 40;
    for (let x = 10; x < 390; x += 20) {
      const m = Array.from({ length: 9 }, (_, i) => mean(x - 4 + i)).reduce((a, b) => a + b, 0) / 9;
      expect(Math.abs(m - (64 + (4 * (x + 0.5)) / 400))).toBeLessThan(0.2);
    }
    expect(new Set(Array.from({ length: 40 }, (_, y) => s.at(50, y)[0])).size).toBe(2);
  });
  it('radial, elliptical and conic have their middle where they were placed', async () => {
    const line = { from: { x: 0.25, y: 0.5 }, to: { x: 0.45, y: 0.5 } };
    const g = (shape: Gradient['shape'], ratio = 1) =>
      paint(gradient(gradientThrough(['#ff0000', '#0000ff'], { shape, line, ratio, space: 'srgb' })), 100, 50);
    const radial = await g('radial');
    expect(radial.at(25, 25)[0]).toBeGreaterThan(245);
    expect(radial.at(25, 46)[2]).toBe(255);
    expect(radial.at(35, 25)[0]).toBeGreaterThan(110);
    const ellipse = await g('elliptical', 0.5);
    // Half as high as wide: what is at 10 px across is at 5 px down.
    expect(Math.abs(ellipse.at(35, 25)[0] - ellipse.at(25, 30)[0])).toBeLessThan(20);
    const conic = await g('conic');
    expect(Math.abs(conic.at(25, 45)[2] - 64)).toBeLessThan(4);
    expect(Math.abs(conic.at(5, 25)[2] - 128)).toBeLessThan(4);
  });
  it('a zero line, or one dragged far outside, still paints', async () => {
    for (const line of [
      { from: { x: 0.5, y: 0.5 }, to: { x: 0.5, y: 0.5 } },
      { from: { x: -9, y: 9 }, to: { x: 9, y: -9 } },
    ])
      for (const shape of ['linear', 'radial', 'elliptical', 'conic'] as const)
        expect((await paint(gradient(gradientThrough(['#ff0000', '#0000ff'], { shape, line })))).at(50, 25)[3]).toBe(
          255,
        );
  });
});

describe('fades', () => {
  it('go from a colour to the same colour at alpha 0: over that very colour nothing shows, over white no grey', async () => {
    const over = await paint((z) => [flat('w', '#102030')(z), makeFade('f', '#102030', 1, z, {})]);
    for (let y = 0; y < 50; y++) expect(over.at(50, y)).toEqual([16, 32, 48, 255]);
    const s = await paint(fade({ angle: 0, solid: 0, reach: 1, easing: 'linear' }));
    for (let x = 5; x < 95; x += 10) {
      const a = 1 - (x + 0.5) / 100;
      [16, 32, 48].forEach((v, c) => expect(Math.abs(s.at(x, 25)[c] - (255 + (v - 255) * a))).toBeLessThan(3));
    }
  });
  it.each([
    [0, 2, 25, 97, 25],
    [90, 50, 1, 50, 48],
    [180, 97, 25, 2, 25],
    [270, 50, 48, 50, 1],
  ])('at %d degrees it is solid at one side and gone at the other', async (angle, sx, sy, cx, cy) => {
    const s = await paint(fade({ angle, solid: 0.1, reach: 0.8 }));
    expect(s.at(sx, sy)).toEqual([16, 32, 48, 255]);
    expect(s.at(cx, cy)).toEqual([255, 255, 255, 255]);
  });
  it('solid part and fading part join without an edge, in every easing', () => {
    for (const easing of ['linear', 'smooth', 'strong'] as const) {
      const f = { solid: 0.3, reach: 0.9, easing };
      expect(fadeAlpha(f, 0.3)).toBeCloseTo(1, 9);
      expect(fadeAlpha(f, 0.9)).toBeCloseTo(0, 9);
      let last = 1;
      for (let u = 0; u <= 1.2; u += 0.001) {
        const a = fadeAlpha(f, u);
        expect(a).toBeLessThanOrEqual(last + 1e-12);
        expect(last - a).toBeLessThan(0.006);
        last = a;
      }
    }
    // Ends that touch or cross are still a fade.
    expect(fadeAlpha({ solid: 0.5, reach: 0.2, easing: 'smooth' }, 0.51)).toBeCloseTo(0.5, 1);
    expect(fadeAlpha({ solid: 0, reach: 1, easing: 'strong' }, 2 / 3)).toBeCloseTo(0.5, 1);
  });
  it('a vignette darkens the edges, a glow the middle', async () => {
    const v = await paint(fade({ shape: 'vignette', solid: 0, reach: 0.5 }));
    expect(v.at(50, 25)).toEqual([255, 255, 255, 255]);
    expect(v.at(0, 0)[0]).toBeLessThan(25);
    const g = await paint(fade({ shape: 'glow', solid: 0.1, reach: 0.6, centre: { x: 0.2, y: 0.5 } }));
    expect(g.at(20, 25)).toEqual([16, 32, 48, 255]);
    expect(g.at(95, 25)).toEqual([255, 255, 255, 255]);
  });
  it('limited to a part of the slide it touches nothing else', async () => {
    const s = await paint(fade({ box: { x: 50, y: 0, width: 50, height: 50 }, angle: 180, reach: 1 }));
    expect(s.at(49, 25)).toEqual([255, 255, 255, 255]);
    expect(s.at(99, 25)[0]).toBeLessThan(25);
  });
});

describe('pools', () => {
  it('soften with no slope and no bend at both ends', () => {
    expect([soften(-1), soften(0), soften(0.5), soften(1), soften(2)]).toEqual([1, 1, 0.5, 0, 0]);
    const d = 1e-3;
    for (const t of [0, 1]) {
      expect(Math.abs(soften(t + d) - soften(t - d)) / (2 * d)).toBeLessThan(1e-4);
      expect(Math.abs(soften(t + d) - 2 * soften(t) + soften(t - d)) / (d * d)).toBeLessThan(0.1);
    }
  });
  it('never show an outline: along any way out, alpha changes gently and its change changes gently', () => {
    const boxes = [
        { x: 0, y: 0, width: 200, height: 40 },
        { x: 0, y: 60, width: 120, height: 40 },
      ],
      feather = 50;
    for (const [dx, dy] of [
      [1, 0],
      [0, 1],
      [0.7, 0.7],
      [-0.6, 0.8],
    ]) {
      const a = Array.from({ length: 400 }, (_, i) => poolField(boxes, 0, 4, feather)(100 + dx * i, 40 + dy * i));
      for (let i = 1; i < a.length - 1; i++) {
        expect(Math.abs(a[i] - a[i - 1])).toBeLessThan(2.2 / feather);
        expect(Math.abs(a[i + 1] - 2 * a[i] + a[i - 1])).toBeLessThan(14 / feather ** 2);
      }
    }
  });
  it('lines of different length make one form without stairs, which covers all of them', () => {
    const boxes = [
        { x: 0, y: 0, width: 300, height: 40 },
        { x: 0, y: 60, width: 180, height: 40 },
        { x: 0, y: 120, width: 60, height: 40 },
      ],
      at = poolField(boxes, 0, 0, 40);
    for (const b of boxes)
      for (const [u, v] of [
        [0.02, 0.5],
        [0.98, 0.5],
        [0.5, 0.05],
        [0.5, 0.95],
      ])
        expect(at(b.x + u * b.width, b.y + v * b.height)).toBeCloseTo(1, 6);
    // Between the lines it does not thin out, and in the corner of two steps it is fuller than either line by itself.
    expect(at(30, 50)).toBeCloseTo(1, 3);
    const corner = [190, 50] as const,
      alone = boxes.map((b) => poolField([b], 0, 0, 40)(...corner));
    expect(at(...corner)).toBeGreaterThan(Math.max(...alone));
    // There the outline of a stair turns at once: the way the colour falls off turns slowly.
    const fall = (x: number, y: number): number =>
      Math.atan2(at(x, y + 0.5) - at(x, y - 0.5), at(x + 0.5, y) - at(x - 0.5, y));
    for (let x = 195; x < 230; x++) expect(Math.abs(fall(x + 1, 56) - fall(x, 56))).toBeLessThan(Math.PI / 20);
  });
  it('upright they are computed line by line, turned point by point: the same', () => {
    const boxes = [
        { x: 20, y: 30, width: 90, height: 24 },
        { x: 20.4, y: 61.3, width: 61.7, height: 24 },
      ],
      region = { x: 3, y: 5, width: 150, height: 120 };
    const lines = poolAlphas(boxes, 0, 4, 22, region),
      points = poolField(boxes, 0, 4, 22),
      turned = poolAlphas(boxes, 360, 4, 22, region);
    for (let y = 0, i = 0; y < region.height; y++)
      for (let x = 0; x < region.width; x++, i++) {
        expect(Math.abs(lines[i] - points(region.x + x + 0.5, region.y + y + 0.5))).toBeLessThan(1e-6);
        expect(Math.abs(lines[i] - turned[i])).toBeLessThan(1e-6);
      }
  });
  it('their form is kept while only strength and colour change', async () => {
    const shot = (opacity: number, colour: string) =>
      paint(
        (z) => [
          flat('w', '#ffffff')(z),
          makePool('p', colour, opacity, { x: 30, y: 40, width: 60, height: 20 }, 30, []),
        ],
        120,
        100,
      );
    const [half, full] = [await shot(0.5, '#000000'), await shot(1, '#000000')];
    expect(full.at(60, 50)).toEqual([0, 0, 0, 255]);
    expect(Math.abs(half.at(60, 50)[0] - 128)).toBeLessThanOrEqual(1);
    expect((await shot(1, '#ff0000')).at(60, 50)).toEqual([255, 0, 0, 255]);
  });
  it('are at full strength behind the lines they follow, in the colour asked for, and follow them', async () => {
    const at = (x: number) =>
      paint(
        (z) => [
          flat('w', '#ffffff')(z),
          makePool('p', '#205030', 1, { x: 0, y: 0, width: 10, height: 10 }, 30, ['text']),
          headline('Halt', '#ffffff', x, 60, { fontSize: 40 })(z),
        ],
        400,
        160,
      );
    const left = await at(60),
      right = await at(220);
    expect(left.at(50, 85).slice(0, 3)).not.toEqual([255, 255, 255]);
    expect(left.at(390, 80)).toEqual([255, 255, 255, 255]);
    expect(right.at(10, 80)).toEqual([255, 255, 255, 255]);
    expect(left.at(59, 84)).toEqual([32, 80, 48, 255]);
  });
});

describe('plates', () => {
  it('fill their box; corners are cut as round as asked, one by one', async () => {
    const s = await paint(plate({ radius: [12, 0, 0, 0] }));
    expect(s.at(21, 11)).toEqual([255, 255, 255, 255]);
    expect(s.at(78, 11)).toEqual([0, 0, 0, 255]);
    expect(s.at(50, 25)).toEqual([0, 0, 0, 255]);
    expect(s.at(19, 25)).toEqual([255, 255, 255, 255]);
  });
  it.each([
    ['inside', [21, 24], [19, 26]],
    ['centred', [18, 22], [16, 24]],
    ['outside', [15, 18], [13, 21]],
  ] as const)('a stroke %s lies where it says', async (place, inside, outside) => {
    const s = await paint(
      plate({ fill: { ...solid('#ffffff'), kind: 'none' }, stroke: { width: 6, colour: '#ff0000', place, dash: [] } }),
    );
    for (const x of inside) expect(s.at(x, 25)).toEqual([255, 0, 0, 255]);
    for (const x of outside) expect(s.at(x, 25)).toEqual([255, 255, 255, 255]);
  });
  it('dashes leave gaps', async () => {
    const s = await paint(
      plate({
        fill: { ...solid('#ffffff'), kind: 'none' },
        stroke: { width: 4, colour: '#ff0000', place: 'inside', dash: [6, 6] },
      }),
    );
    const along = Array.from({ length: 50 }, (_, i) => s.at(24 + i, 12)[1] < 128);
    expect(along.filter((v, i) => i > 0 && v !== along[i - 1]).length).toBeGreaterThanOrEqual(6);
  });
  it('the fill may be weaker than the outline, which keeps the strength of the layer', async () => {
    const { at } = await paint(
      plate({ fillOpacity: 0.5, stroke: { colour: '#000000', width: 4, place: 'inside', dash: [] } }),
    );
    expect(at(50, 25)[0]).toBeGreaterThan(125);
    expect(at(50, 25)[0]).toBeLessThan(130);
    expect(at(21, 25)[0]).toBe(0);
  });
  it('with a stroke over its fill, opacity counts for both together', async () => {
    const s = await paint(plate({ opacity: 0.5, stroke: { width: 6, colour: '#000000', place: 'inside', dash: [] } }));
    expect(s.at(21, 25)).toEqual(s.at(50, 25));
    expect(Math.abs(s.at(50, 25)[0] - 127.5)).toBeLessThanOrEqual(2);
  });
  it('lie round the cap height of the texts they follow, with the padding asked for, turned like them', () => {
    const place = { box: { x: 100, y: 50, width: 200, height: 40 }, lines: [], rotation: 0, centre: { x: 200, y: 70 } };
    const p = {
      ...makePlate('p', '#000000', 1, place.box, 20, ['t']),
      padding: { top: 1, right: 2, bottom: 3, left: 4 },
    };
    expect(plateKind.behind(p, [place])).toEqual({ box: { x: 96, y: 49, width: 206, height: 44 }, rotation: 0 });
    const turned = plateKind.behind({ ...p, padding: { top: 5, right: 5, bottom: 5, left: 5 } }, [
      { ...place, rotation: 30 },
    ]);
    expect(turned.rotation).toBe(30);
    expect(turned.box.x + turned.box.width / 2).toBeCloseTo(200, 6);
    const two = plateKind.behind({ ...p, padding: { top: 0, right: 0, bottom: 0, left: 0 } }, [
      place,
      { ...place, box: { x: 150, y: 120, width: 300, height: 30 } },
    ]);
    expect(two.box).toEqual({ x: 100, y: 50, width: 350, height: 100 });
  });
  it('hide with the texts they follow, and keep their own box when those are gone', async () => {
    const layers =
      (hidden: boolean) =>
      (z: Size): Layer[] => [
        makePlate('p', '#000000', 1, { x: 0, y: 0, width: 10, height: 10 }, 20, ['text']),
        { ...headline('Halt', '#ffffff', 40, 10, { fontSize: 30 })(z), visible: !hidden },
      ];
    expect((await paint(layers(true))).at(5, 5)).toEqual([255, 255, 255, 255]);
    expect((await paint(layers(false))).at(5, 5)).toEqual([255, 255, 255, 255]);
    expect((await paint((z) => layers(false)(z).slice(0, 1))).at(5, 5)).toEqual([0, 0, 0, 255]);
  });
  it('of no size, or with radii beyond all measure, do no harm', async () => {
    const s = await paint(
      plate({
        box: { x: 20, y: 10, width: 1, height: 1 },
        radius: [90000, 90000, 90000, 90000],
        stroke: { width: 2000, colour: '#ff0000', place: 'inside', dash: [0.1] },
      }),
    );
    expect(s.at(60, 40)).toEqual([255, 255, 255, 255]);
  });
});

it('a border frames the slide at its inset, thickness for each side, and doubles', async () => {
  const s = await paint((z) => [
    flat('w', '#ffffff')(z),
    { ...makeBorder('b', '#112233', z), inset: 4, thickness: { top: 2, right: 3, bottom: 4, left: 5 }, gap: 2 },
  ]);
  const ink = (x: number, y: number): boolean => s.at(x, y)[0] < 128;
  expect([3, 4, 8, 9, 10, 11, 15, 16].map((x) => ink(x, 25))).toEqual([
    false,
    true,
    true,
    false,
    false,
    true,
    true,
    false,
  ]);
  expect([3, 4, 5, 6].map((y) => ink(50, y))).toEqual([false, true, true, false]);
  expect(ink(50, 45)).toBe(true);
  expect(ink(50, 25)).toBe(false);
});

it('texts, plates and borders take gradients and patterns, the letters only within their ink', async () => {
  const g = {
    ...solid('#ffffff'),
    kind: 'gradient' as const,
    gradient: gradientThrough(['#ff0000', '#0000ff'], { angle: 0, space: 'srgb' }),
  };
  const s = await paint(
    (z) => [flat('b', '#000000')(z), headline('IIIIIIII', '#ffffff', 10, 10, { fill: g })(z)],
    300,
    90,
  );
  let reds = 0,
    blues = 0;
  for (let y = 0; y < 90; y++)
    for (let x = 0; x < 300; x++) {
      const [r, , b] = s.at(x, y);
      if (r > 180 && b < 80) reds++;
      if (b > 180 && r < 80) blues++;
    }
  expect(Math.min(reds, blues)).toBeGreaterThan(20);
  expect(s.at(2, 2)).toEqual([0, 0, 0, 255]);
  expect(painter).toBeDefined();
});
