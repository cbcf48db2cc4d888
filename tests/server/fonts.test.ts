// Fonts of one's own: every container, and what is no font.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { deflateSync } from 'node:zlib';
import { compress } from 'wawoff2';
import { sfntFacts } from '../../src/core/type/sfnt';
import { assetBytes } from '../../src/server/assets';
import { closeDatabase } from '../../src/server/database';
import { checkedFont, keepFont, listFonts, ownFamilies, removeFont, unpackWoff } from '../../src/server/fonts';
import { createCampaign } from '../../src/server/pieces';
import { Problem } from '../../src/server/problem';

const ttf = new Uint8Array(
  readFileSync(join('node_modules/@expo-google-fonts/lora/700Bold_Italic/Lora_700Bold_Italic.ttf')),
);
afterAll(closeDatabase);
const refused = async (bytes: Uint8Array, name = 'x.ttf'): Promise<string> => {
  try {
    await checkedFont(bytes, name);
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

it('says what a font says of itself', () => {
  expect(sfntFacts(ttf)).toEqual({ family: 'Lora', weight: 700, italic: true });
});

it('takes TTF, WOFF and WOFF2 alike; one that has a name of ours is told apart', async () => {
  for (const bytes of [ttf, woff(ttf), new Uint8Array(await compress(ttf))])
    expect(await checkedFont(bytes, 'a.font')).toMatchObject({ family: 'Lora (own)', weight: 700, italic: true });
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
  const collection = Uint8Array.from(ttf);
  collection.set([0x74, 0x74, 0x63, 0x66]);
  expect(await refused(collection)).toMatch(/422 .*one by one/);
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
  const font = await keepFont(id, ttf, 'lora.ttf', 'SIL Open Font License');
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
  await expect(keepFont('nowhere', ttf, 'a.ttf', 'x')).rejects.toMatchObject({ status: 404 });
});
