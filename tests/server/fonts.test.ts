// Fonts of one's own: every container, and what is no font.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { compress } from 'wawoff2';
import { loadFont } from '../../src/core/type/font';
import { axesOf, mayGoAlong, sfntFacts } from '../../src/core/type/sfnt';
import { assetBytes } from '../../src/server/assets';
import { closeDatabase } from '../../src/server/database';
import { checkedFonts, keepFonts, listFonts, ownFamilies, removeFont, unpackWoff } from '../../src/server/fonts';
import { createCampaign } from '../../src/server/pieces/campaigns';
import { Problem } from '../../src/server/problem';

const ttf = new Uint8Array(
  readFileSync(join('node_modules/@expo-google-fonts/lora/700Bold_Italic/Lora_700Bold_Italic.ttf')),
);
afterAll(closeDatabase);
const refused = async (bytes: Uint8Array, name = 'x.ttf'): Promise<string> => {
  try {
    await checkedFonts(bytes, name);
  } catch (e) {
    if (e instanceof Problem) return `${e.status} ${e.detail}`;
    throw e;
  }
  return 'taken';
};
/** A TTF packed as WOFF 1.0. */
function woff(font: Uint8Array): Uint8Array {
  const view = new DataView(font.buffer, font.byteOffset, font.byteLength),
    n = view.getUint16(4);
  const parts: Buffer[] = [],
    entries = Buffer.alloc(n * 20);
  let at = 44 + n * 20;
  for (let i = 0; i < n; i++) {
    const e = 12 + i * 16,
      length = view.getUint32(e + 12),
      raw = Buffer.from(font.subarray(view.getUint32(e + 8), view.getUint32(e + 8) + length));
    const packed = deflateSync(raw),
      kept = packed.length < length ? packed : raw;
    entries.writeUInt32BE(view.getUint32(e), i * 20);
    entries.writeUInt32BE(at, i * 20 + 4);
    entries.writeUInt32BE(kept.length, i * 20 + 8);
    entries.writeUInt32BE(length, i * 20 + 12);
    entries.writeUInt32BE(view.getUint32(e + 4), i * 20 + 16);
    const padded = Buffer.concat([kept, Buffer.alloc((4 - (kept.length % 4)) % 4)]);
    parts.push(padded);
    at += padded.length;
  }
  const head = Buffer.alloc(44);
  head.write('wOFF', 0, 'latin1');
  head.writeUInt32BE(view.getUint32(0), 4);
  head.writeUInt32BE(at, 8);
  head.writeUInt16BE(n, 12);
  head.writeUInt32BE(font.byteLength, 16);
  return new Uint8Array(Buffer.concat([head, entries, ...parts]));
}

/** Fonts put together as a collection: each with its directory, all with tables of their own. */
function collectionOf(fonts: readonly Uint8Array[]): Uint8Array {
  const head = 12 + fonts.length * 4,
    out = Buffer.alloc(head + fonts.reduce((n, f) => n + f.byteLength, 0));
  out.write('ttcf', 0, 'latin1');
  out.writeUInt32BE(0x00010000, 4);
  out.writeUInt32BE(fonts.length, 8);
  let at = head;
  fonts.forEach((font, i) => {
    out.writeUInt32BE(at, 12 + i * 4);
    out.set(font, at);
    const tables = new DataView(font.buffer, font.byteOffset).getUint16(4);
    for (let t = 0; t < tables; t++) {
      const e = at + 12 + t * 16 + 8;
      out.writeUInt32BE(out.readUInt32BE(e) + at, e);
    }
    at += font.byteLength;
  });
  return new Uint8Array(out);
}
const fileOf = (path: string): Uint8Array => new Uint8Array(readFileSync(join('node_modules', path)));

it('of a collection every font is taken, as it was by itself', async () => {
  const upright = fileOf('@expo-google-fonts/lora/400Regular/Lora_400Regular.ttf'),
    faces = await checkedFonts(collectionOf([upright, ttf]), 'lora.ttc');
  expect(faces).toMatchObject([
    { family: 'Lora (own)', weight: 400, italic: false },
    { family: 'Lora (own)', weight: 700, italic: true },
  ]);
  const outline = (bytes: Uint8Array): number[] => [
    ...loadFont({ id: 'x', weight: 400, italic: false, path: '' }, bytes).outline(40),
  ];
  expect(outline(faces[0].bytes)).toEqual(outline(upright));
});

it('of a font with axes there are faces for its weights, widths and slants, which differ as they should', async () => {
  const faces = await checkedFonts(
    fileOf('@fontsource-variable/roboto-flex/files/roboto-flex-latin-full-normal.woff2'),
    'flex.woff2',
  );
  const named = (family: RegExp) => faces.filter((f) => family.test(f.family));
  expect([...new Set(faces.map((f) => f.weight))].sort()).toEqual([100, 200, 300, 400, 500, 600, 700, 800, 900]);
  expect([...new Set(faces.map((f) => f.italic))].sort()).toEqual([false, true]);
  expect(named(/ Condensed$/)).toHaveLength(18);
  expect(named(/ Expanded$/)).toHaveLength(18);
  expect(faces).toHaveLength(54);
  const font = ({ bytes }: { bytes: Uint8Array }) => loadFont({ id: 'x', weight: 400, italic: false, path: '' }, bytes);
  const ink = (f: (typeof faces)[number], letter = 'n'): number => {
    const loaded = font(f),
      e = loaded.extent(loaded.hbFont.nominalGlyph(letter.codePointAt(0)!)!)!;
    return e.right - e.left;
  };
  const normal = faces.filter((f) => !/Condensed|Expanded/.test(f.family)),
    at = (weight: number, italic = false, of = normal) => of.find((f) => f.weight === weight && f.italic === italic)!;
  // Bolder strokes: an i is wider. Condensed letters are narrower, expanded wider. Nothing has axes any more.
  expect(ink(at(900), 'i')).toBeGreaterThan(1.5 * ink(at(300), 'i'));
  expect(ink(at(400, false, named(/ Condensed$/)))).toBeLessThan(0.9 * ink(at(400)));
  expect(ink(at(400, false, named(/ Expanded$/)))).toBeGreaterThan(1.1 * ink(at(400)));
  expect(ink(at(400, true), 'l')).toBeGreaterThan(1.2 * ink(at(400), 'l'));
  for (const f of faces.slice(0, 3)) expect(axesOf(f.bytes)).toEqual([]);
});

it('says what a font says of itself', () => {
  expect(sfntFacts(ttf)).toEqual({ family: 'Lora', weight: 700, italic: true });
  // OS/2 fsType says whether it may be put into other files.
  expect(mayGoAlong(ttf)).toBe(true);
  const restricted = ttf.slice(),
    at = Buffer.from(restricted).indexOf('OS/2'),
    view = new DataView(restricted.buffer);
  view.setUint16(view.getUint32(at + 8) + 8, 2);
  expect(mayGoAlong(restricted)).toBe(false);
});

it('takes TTF, WOFF and WOFF2 alike; one that has a name of ours is told apart', async () => {
  for (const bytes of [ttf, woff(ttf), new Uint8Array(await compress(ttf))])
    expect(await checkedFonts(bytes, 'a.font')).toMatchObject([{ family: 'Lora (own)', weight: 700, italic: true }]);
  // Unpacked, every table is what it was.
  expect(sfntFacts(unpackWoff(woff(ttf)))).toEqual(sfntFacts(ttf));
});

it('what is no font is refused with its reason, whatever its name', async () => {
  expect(await refused(new Uint8Array(0))).toMatch(/^400/);
  expect(await refused(new TextEncoder().encode('<html>hello, this is no font at all</html>'))).toMatch(
    /422 .*none of TTF/,
  );
  expect(await refused(ttf.slice(0, 5000))).toMatch(/422 .*cut short/);
  expect(await refused(woff(ttf).slice(0, 3000))).toMatch(/422 .*cut short/);
  expect(await refused(new Uint8Array(await compress(ttf)).slice(0, 2000))).toMatch(/^422/);
  const hostile = Uint8Array.from(ttf);
  new DataView(hostile.buffer).setUint32(12 + 8, 0xfffffff0);
  expect(await refused(hostile)).toMatch(/422 .*outside/);
  const bomb = woff(ttf);
  new DataView(bomb.buffer).setUint32(16, 0x7fffffff);
  expect(await refused(bomb)).toMatch(/422 .*too much/);
  // A collection that is none, one whose fonts lie outside, one that unfolds to far more than it is.
  const collection = Uint8Array.from(ttf);
  collection.set([0x74, 0x74, 0x63, 0x66]);
  expect(await refused(collection)).toMatch(/422 /);
  const outside = collectionOf([ttf, ttf]);
  new DataView(outside.buffer).setUint32(16, 0xfffffff0);
  expect(await refused(outside)).toMatch(/422 .*cut short/);
  const many = collectionOf(Array.from({ length: 70 }, () => ttf));
  expect(await refused(many)).toMatch(/422 .*at most 64/);
});

it('tables of noise never hang or crash it', async () => {
  let seed = 9;
  for (let i = 0; i < 40; i++) {
    const noisy = Uint8Array.from(ttf);
    for (let k = 0; k < 300; k++) {
      seed = (seed * 48271) % 2147483647;
      noisy[300 + (seed % (noisy.length - 300))] = seed & 255;
    }
    expect(await refused(noisy)).toMatch(/^(422|taken)/);
  }
});

it('is kept in its campaign with its licence, known by its family, and can go', async () => {
  const { id } = await createCampaign(`Fonts ${Date.now()}`);
  const [font] = await keepFonts(id, ttf, 'lora.ttf', 'SIL Open Font License');
  expect(await listFonts(id)).toEqual([font]);
  expect((await assetBytes(font.id)).length).toBe(ttf.length);
  expect(await ownFamilies(id, ['Lora (own)'])).toEqual([
    { name: 'Lora (own)', kind: 'own', faces: [{ id: font.id, weight: 700, italic: true, path: '' }] },
  ]);
  // Another campaign's font of the same name is another font.
  const other = await createCampaign(`Other fonts ${Date.now()}`);
  expect(await ownFamilies(other.id, ['Lora (own)'])).toEqual([]);
  await removeFont(id, font.id);
  expect(await listFonts(id)).toEqual([]);
  await expect(keepFonts('nowhere', ttf, 'a.ttf', 'x')).rejects.toMatchObject({ status: 404 });
});
