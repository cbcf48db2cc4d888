import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { diskFonts } from '../../server/node-studio';
import type { TextLayer } from '../kinds/text';
import { makeText } from '../kinds/text';
import { caretMap, caretX, indexAbove, indexAt, selectionBoxes } from './caret';
import { faceFor, FAMILIES } from './catalogue';
import { FontStore } from './font';
import { overflows, textFrame } from './frame';
import { layoutText, type TextLayout } from './layout';

const fonts = diskFonts();
const SIZE = { id: 's', name: 's', width: 1000, height: 1000, shownWidth: 1000, destination: null };

async function lay(text: string, more: Partial<TextLayer> = {}): Promise<TextLayout & { layer: TextLayer }> {
  const layer = { ...makeText('t', text, SIZE), fontSize: 100, box: { x: 0, y: 0, width: 600, height: 100 }, ...more };
  await fonts.ensure(layer.font, text + text.toUpperCase());
  return { ...layoutText(layer, fonts), layer };
}
const shown = (l: TextLayout, text: string): string[] => l.lines.map((line) => text.slice(line.start, line.end));

describe('fonts', () => {
  it('are twelve families and more, of every kind, each face with its file', () => {
    expect(FAMILIES.length).toBeGreaterThanOrEqual(12);
    for (const kind of ['display', 'grotesque', 'serif', 'slab', 'script', 'mono'])
      expect(FAMILIES.some((f) => f.kind === kind)).toBe(true);
    for (const face of FAMILIES.flatMap((f) => f.faces))
      expect([face.id, existsSync(join('node_modules', face.path))]).toEqual([face.id, true]);
    expect(FAMILIES.filter((f) => f.faces.some((x) => x.italic)).length).toBeGreaterThan(6);
  });
  it('the nearest face answers where the asked one is missing', () => {
    expect(faceFor('Bebas Neue', 800, true).id).toBe('BebasNeue_400Regular');
    expect(faceFor('Archivo', 650, false).weight).toBe(600);
    expect(faceFor('Nobody Sans', 700, false).id).toBe('Archivo_700Bold');
  });
});

describe('shaping', () => {
  const one = (t: string, more: Partial<TextLayer> = {}) => lay(t, { frame: 'line', ...more });
  it('kerns', async () => {
    const [av, a, v] = await Promise.all([one('AV'), one('A'), one('V')]);
    expect(av.width).toBeLessThan(a.width + v.width - 1);
  });
  it('makes ligatures, and breaks them for letter spacing', async () => {
    const font = { family: 'EB Garamond', weight: 400, italic: false };
    expect((await one('ffi', { font })).letters).toHaveLength(1);
    expect((await one('ffi', { font, letterSpacing: 0.05 })).letters).toHaveLength(3);
  });
  it('letter spacing widens between letters only', async () => {
    const plain = await one('HHH', { letterSpacing: 0 }),
      wide = await one('HHH', { letterSpacing: 0.1 });
    expect(wide.letters[2].left - plain.letters[2].left).toBeCloseTo(20, 3);
    expect(wide.width).toBeCloseTo(plain.width + 20, 3);
  });
  it('a letter and its mark are one letter', async () => {
    expect((await one('e\u0301tude')).letters[0]).toMatchObject({ start: 0, end: 2 });
  });
  it('falls back for letters the font lacks, and says which none has', async () => {
    const l = await one('Slow שלום 𓀀');
    expect(new Set(l.letters.flatMap((x) => x.glyphs.map((g) => g.font.face.id)))).toEqual(
      new Set(['Archivo_700Bold', 'NotoSansHebrew_700Bold']),
    );
    expect(l.missing).toEqual(['𓀀']);
  });
  it('never hangs or throws on strange text', async () => {
    for (const text of [
      '',
      ' ',
      '\n\n\n',
      '\ud800',
      'a\udc00b',
      '\u200b\u200d\u202e',
      '🏔️👩‍👩‍👧',
      'x\u0301\u0302\u0303\u0304',
      '\u0000\u0007',
      'שלום 123 (abc) עולם',
    ]) {
      const l = await lay(text);
      expect(Number.isFinite(l.height)).toBe(true);
      expect(l.lines.length).toBeGreaterThan(0);
    }
    const long = await lay('Slow trains, long views. '.repeat(800));
    expect(long.letters.length).toBeGreaterThan(15_000);
  });
});

describe('lines', () => {
  const text = 'Slow trains, long views';
  it('break at words within the frame, never in one-line text', async () => {
    const l = await lay(text);
    expect(shown(l, text)).toEqual(['Slow trains,', 'long views']);
    for (const line of l.lines) expect(line.width).toBeLessThanOrEqual(600);
    expect((await lay(text, { frame: 'line' })).lines).toHaveLength(1);
  });
  it('a narrower frame re-wraps without changing the type; a word too long is broken rather than lost', async () => {
    const l = await lay('Incomprehensibilities', { box: { x: 0, y: 0, width: 300, height: 100 } });
    expect(l.lines.length).toBeGreaterThan(2);
    expect(shown(l, 'Incomprehensibilities').join('')).toBe('Incomprehensibilities');
    expect(l.fontSize).toBe(100);
  });
  it('keep hard breaks, CR LF as one, and empty lines', async () => {
    expect((await lay('a\r\nb\n\nc')).lines).toHaveLength(4);
  });
  it('every letter is laid exactly once, whatever the width', async () => {
    for (const width of [1, 40, 155, 300, 601, 1200]) {
      const l = await lay(`${text} ${text}`, { box: { x: 0, y: 0, width, height: 10 } });
      const seen = l.letters.map((x) => x.start).sort((a, b) => a - b);
      expect(new Set(seen).size).toBe(seen.length);
      for (const [i, c] of [...`${text} ${text}`].entries()) if (c !== ' ') expect(seen).toContain(i);
    }
  });
  it('align to start, centre and end', async () => {
    const at = async (align: TextLayer['align']) => (await lay('Slow', { align })).lines[0];
    const [s, c, e] = [await at('start'), await at('centre'), await at('end')];
    expect(s.left).toBe(0);
    expect(c.left).toBeCloseTo((600 - c.width) / 2, 5);
    expect(e.left).toBeCloseTo(600 - e.width, 5);
  });
  it('right-to-left text begins at the right and runs leftwards, numbers inside it forwards', async () => {
    const t = 'רכבת 25 איטית',
      l = await lay(t, { fontSize: 60 });
    const line = l.lines[0];
    expect(line.left).toBeCloseTo(600 - line.width, 3);
    const x = (i: number): number => l.letters.find((k) => k.start === i)!.left;
    expect(x(0)).toBeGreaterThan(x(1));
    expect(x(5)).toBeLessThan(x(6));
    expect(x(8)).toBeLessThan(x(5));
  });
  it('overflow is known, and a growing frame has none', async () => {
    const l = await lay(text, { grow: false });
    expect(overflows(l.layer, l)).toBe(true);
    const g = await lay(text);
    expect(overflows(g.layer, g)).toBe(false);
    expect(textFrame(g.layer, g).height).toBeCloseTo(2 * 110, 5);
  });
  it('capitals are laid with the same indices', async () => {
    const l = await lay('straße', { case: 'upper', frame: 'line' });
    expect(l.letters.at(-1)!.end).toBe(6);
  });
});

describe('the caret', () => {
  const text = 'Slow trains, long views';
  it('a click comes back to the index it was computed from', async () => {
    const map = caretMap(await lay(text));
    for (let i = 0; i < text.length; i++) {
      if (i === 12) continue;
      const line = map.lines.findLast((l) => i >= l.start)!;
      expect(indexAt(map, caretX(map, i) + 0.01, (line.top + line.bottom) / 2)).toBe(i);
    }
  });
  it('goes up and down by lines, and stops at the ends', async () => {
    const map = caretMap(await lay(text));
    const down = indexAbove(map, 2, 1);
    expect(down).toBeGreaterThanOrEqual(13);
    expect(indexAbove(map, down, -1)).toBeLessThan(5);
    expect(indexAbove(map, 2, -1)).toBe(0);
    expect(indexAbove(map, 20, 1)).toBe(text.length);
  });
  it('a selection covers its letters, one box a line', async () => {
    const map = caretMap(await lay(text));
    expect(selectionBoxes(map, 0, text.length)).toHaveLength(2);
    expect(selectionBoxes(map, 3, 3)).toHaveLength(0);
  });
});

describe('fonts that come and go', () => {
  it('a load that failed, or brought no font, is tried again', async () => {
    const bytes = new Uint8Array(readFileSync(join(process.cwd(), 'node_modules', faceFor('Lora', 400, false).path)));
    const answers: (() => Promise<Uint8Array>)[] = [
      () => Promise.reject(new Error('away')),
      () => Promise.resolve(new Uint8Array(20)),
      () => Promise.resolve(bytes),
    ];
    const store = new FontStore((face) =>
      face.id.startsWith('Lora') ? answers.shift()!() : Promise.reject(new Error('not asked')),
    );
    const choice = { family: 'Lora', weight: 400, italic: false };
    await expect(store.ensure(choice, 'a')).rejects.toThrow('away');
    await expect(store.ensure(choice, 'a')).rejects.toThrow();
    const before = store.generation;
    await store.ensure(choice, 'a');
    expect(store.fonts(choice, 'a')).toHaveLength(1);
    expect(store.generation).toBeGreaterThan(before);
  });
  it('families of another campaign take the place of those before, and texts are laid out anew', () => {
    const store = new FontStore(() => Promise.reject(new Error('no')));
    const own = (id: string) => [
      { name: 'House', kind: 'own' as const, faces: [{ id, weight: 400, italic: false, path: '' }] },
    ];
    store.register(own('a'));
    const first = store.generation;
    store.register(own('a'));
    expect(store.generation).toBe(first);
    store.register(own('b'));
    expect(store.generation).toBeGreaterThan(first);
    expect(store.families.find((f) => f.name === 'House')!.faces[0].id).toBe('b');
  });
});
