// Letters that the chosen family lacks, by script, and emoji in colours: the same wherever they are painted.
import { diskFonts, nodeStudio } from '../../server/node-studio';
import { shot } from '../ground/surface';
import { makeText } from '../kinds/text';
import { makePiece } from '../piece/make';
import { readText } from '../reading/read';
import { Painter } from '../scene/painter';
import { ids } from '../testing/scenes';
import { EMOJI, fallbacksFor } from './catalogue';
import { colourLayers } from './colour-glyphs';
import { FontStore } from './font';
import { layoutText } from './layout';

const SIZE = { id: 's', name: 's', width: 400, height: 200, shownWidth: 400, destination: null };
const lay = async (text: string, fonts = diskFonts()) => {
  const layer = { ...makeText('t', text, SIZE), fontSize: 60, frame: 'line' as const };
  await fonts.ensure(layer.font, text);
  return layoutText(layer, fonts);
};

it.each([
  ['日本語のみずうみ', ['Noto Sans JP']],
  ['湖边慢车', ['Noto Sans SC']],
  ['호수 옆 느린 기차', ['Noto Sans KR']],
  ['รถไฟช้า', ['Noto Sans Thai']],
  ['धीमी रेलगाड़ियाँ', ['Noto Sans']],
  ['Αργά τρένα', ['Noto Sans']],
  ['Медленные поезда', ['Noto Sans']],
  ['רכבות איטיות', ['Noto Sans Hebrew']],
  ['قطارات بطيئة', ['Noto Naskh Arabic']],
  ['Slow trains', []],
])('%s is set whole, in %j', async (text, families) => {
  const layout = await lay(text);
  expect(layout.missing).toEqual([]);
  expect(layout.borrowed).toEqual(families);
});

it('is not changed by what other texts have had loaded', async () => {
  const fonts = diskFonts(),
    alone = await lay('湖边慢车', fonts);
  await lay('みずうみ', fonts);
  const after = await lay('湖边慢车', fonts);
  expect(after.borrowed).toEqual(alone.borrowed);
  expect(after.letters.map((l) => l.glyphs[0].glyph)).toEqual(alone.letters.map((l) => l.glyphs[0].glyph));
  // Beside kana the same signs are written as in Japan.
  expect(fallbacksFor('湖のそば')).toEqual(['Noto Sans', 'Noto Sans JP', 'Noto Sans SC']);
});

it('loads no more than a text needs', async () => {
  const asked: string[] = [],
    disk = diskFonts();
  const store = new FontStore((face) => {
    asked.push(face.id);
    return (disk as unknown as { source: (f: typeof face) => Promise<Uint8Array> }).source(face);
  });
  await lay('Slow trains', store);
  await lay('みずうみ', store);
  expect(asked).toEqual(['Archivo_700Bold', 'NotoSans_700Bold', 'NotoSansJP_700Bold']);
});

describe('emoji', () => {
  it.each([
    ['🚂', 1],
    ['👩‍🚒', 1],
    ['🇨🇭', 1],
    ['👍🏽', 1],
    ['1️⃣', 1],
    ['☀️', 1],
    ['a🚂b', 3],
  ])('%s is %i letters', async (text, count) => {
    const layout = await lay(text);
    expect(layout.letters).toHaveLength(count);
    expect(layout.missing).toEqual([]);
    expect(layout.borrowed).toEqual([EMOJI]);
    expect(
      layout.letters.some((l) => l.colour !== null && l.glyphs[0].font.outline(l.glyphs[0].glyph).length > 0),
    ).toBe(true);
  });
  it('digits and signs by themselves are letters', async () => {
    for (const l of (await lay('2026 #1 ©')).letters) expect(l.colour).toBeNull();
  });

  const painted = async (text: string, more: object = {}) => {
    const painter = new Painter(nodeStudio(new Map(), diskFonts()));
    const piece = makePiece('Emoji', { width: 200, height: 200 }, ids(), (z) => [
      {
        ...makeText('t', text, z),
        fontSize: 120,
        box: { x: 20, y: 20, width: 160, height: 160 },
        frame: 'frame' as const,
        ...more,
      },
    ]);
    piece.slides[0].paper = '#103060';
    await painter.prepare(piece.slides[0]);
    const data = shot(painter.studio, 200, 200, (on) =>
      painter.paint(on, piece, piece.slides[0], piece.sizes[0], { scale: 1, x: 0, y: 0 }),
    );
    const seen = new Map<string, number>();
    for (let i = 0; i < data.length; i += 4) {
      const k = `${data[i]},${data[i + 1]},${data[i + 2]}`;
      seen.set(k, (seen.get(k) ?? 0) + 1);
    }
    return { painter, piece, seen };
  };
  it('are painted in their own colours, whatever the ink, and read by the one most of them has', async () => {
    const { painter, piece, seen } = await painted('😀'),
      [yellow] = [...seen].filter(([k]) => k !== '16,48,96').sort((a, b) => b[1] - a[1])[0];
    const [r, g, b] = yellow.split(',').map(Number);
    expect(r).toBeGreaterThan(220);
    expect(g).toBeGreaterThan(170);
    expect(b).toBeLessThan(130);
    const [layer] = piece.slides[0].layers;
    const reading = readText(painter, piece, piece.slides[0], piece.sizes[0], layer as never);
    // Yellow on deep blue is told; the same ink flat white would read more.
    expect(reading.ratio).toBeGreaterThan(6);
    expect(reading.ratio).toBeLessThan(12.5);
  });
  it('half opaque they are so as a whole: no layer shines through another', async () => {
    const whole = (await painted('😀')).seen,
      half = (await painted('😀', { opacity: 0.5 })).seen;
    expect(Math.abs(whole.size - half.size)).toBeLessThan(whole.size * 0.5);
    const [flat] = [...whole].filter(([k]) => k !== '16,48,96').sort((a, b) => b[1] - a[1])[0],
      mixed = flat.split(',').map((v, i) => Math.round((Number(v) + [16, 48, 96][i]) / 2));
    const near = [...half].some(
      ([k, n]) => n > 500 && k.split(',').every((v, i) => Math.abs(Number(v) - mixed[i]) <= 1),
    );
    expect(near).toBe(true);
  });

  it('tables that are damaged give no colours, and do no harm', () => {
    expect(colourLayers(null, null)(1)).toBeNull();
    const bad = new Uint8Array(20).fill(255);
    expect(colourLayers(bad, bad)(1)).toBeNull();
    // Version 0, one glyph whose layers are not there.
    const colr = new Uint8Array(20);
    new DataView(colr.buffer).setUint16(2, 1);
    new DataView(colr.buffer).setUint32(4, 14);
    new DataView(colr.buffer).setUint16(18, 9);
    expect(colourLayers(colr, new Uint8Array(20))(0)).toBeNull();
  });
});
