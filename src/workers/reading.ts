// Measures and solves, away from the interface's thread. A question that a newer one of its kind has overtaken is dropped.
import { coloursOfPhoto, type FoundColour } from '../core/colour/palette';
import { resample } from '../core/photo/resample';
import { addLayer } from '../core/piece/edits';
import { makeTint } from '../core/piece/make';
import { assetsOf, layerIn, sizeOf } from '../core/piece/resolve';
import type { Slide } from '../core/piece/schema';
import { readText, type Reading } from '../core/reading/read';
import { readingKey } from '../core/reading/reading-key';
import { justEnough, leastConfirmed, StrengthModel, type JustEnough, type StrengthPoint } from '../core/remedy/strength';
import { BrowserStudio } from './browser-studio';
import type { Scene } from './stage';

const studio = new BrowserStudio();
const { painter } = studio;
/** The last reading of each text, and what it depended on. */
const known = new Map<string, { key: string; reading: Reading }>();
const palettes = new Map<string, FoundColour[]>();

const newest: Record<string, number> = {};
const channel = new MessageChannel();
const waiting: (() => void)[] = [];
channel.port1.onmessage = () => waiting.shift()?.();
/** Lets messages in, so that a newer question is noticed. */
const breathe = (): Promise<void> =>
  new Promise((resolve) => {
    waiting.push(resolve);
    channel.port2.postMessage(null);
  });

/** Takes a place as the newest question of a kind; the answer says whether that is still so. */
function begin(kind: string): () => boolean {
  const mine = (newest[kind] = (newest[kind] ?? 0) + 1);
  return () => newest[kind] === mine;
}

async function open(scene: Scene): Promise<{ piece: Scene['piece']; slide: Slide; size: ReturnType<typeof sizeOf> }> {
  const slide = scene.piece.slides.find((s) => s.id === scene.slide);
  if (!slide) throw new Error(`the slide ${scene.slide} is not in the piece`);
  await studio.prepare(scene.piece, slide);
  return { piece: scene.piece, slide, size: sizeOf(scene.piece, scene.size) };
}

export interface TintAsk {
  /** An existing tint, or null for one that would be added. */
  overlay: string | null;
  colour: string;
  texts?: string[];
}

/** The scene with the tint in question, at whatever strength. */
function withTint(at: { piece: Scene['piece']; slide: Slide; size: ReturnType<typeof sizeOf> }, ask: TintAsk) {
  if (ask.overlay) return { ...at, treatment: ask.overlay, texts: ask.texts };
  const piece = addLayer(at.piece, at.slide.id, makeTint('tint-to-try', ask.colour, 0, at.piece.sizes[0]));
  return { ...at, piece, slide: piece.slides.find((s) => s.id === at.slide.id)!, treatment: 'tint-to-try', texts: ask.texts };
}

export const api = {
  /**
   * Readings of all visible texts of a slide, or null where a newer question came.
   * @param letters whether each letter's reading is wanted too; without them there is less to send
   */
  async readings(scene: Scene, letters = true): Promise<Reading[] | null> {
    const current = begin('readings');
    const { piece, slide, size } = await open(scene);
    const out: Reading[] = [];
    // A picture that could not be had yet is part of no key: nothing measured without it may be kept.
    const complete = assetsOf({ ...piece, slides: [slide] }).every((id) => studio.picture(id));
    if (!complete) known.clear();
    for (const layer of slide.layers) {
      if (layer.kind !== 'text' || !layerIn(layer, size, piece.sizes[0]).visible) continue;
      if (!current()) return null;
      const key = readingKey(painter, piece, slide, size, layer), before = known.get(layer.id);
      let reading = before?.key === key ? before.reading : null;
      if (!reading) {
        reading = readText(painter, piece, slide, size, layer);
        if (complete) known.set(layer.id, { key, reading });
        await breathe();
      }
      out.push(letters ? reading : { ...reading, letters: [] });
    }
    return current() ? out : null;
  },

  /** The strength chart of a tint, or null where a newer question came. */
  async chart(scene: Scene, ask: TintAsk): Promise<{ points: StrengthPoint[]; enough: number | null } | null> {
    const current = begin('chart');
    const at = withTint(await open(scene), ask);
    const model = new StrengthModel(painter, at);
    if (!model.hasLetters) return { points: [], enough: null };
    const points: StrengthPoint[] = [];
    for (let s = 0; s <= 100; s += 5) {
      points.push(model.at(s));
      if (s % 25 === 0) {
        await breathe();
        if (!current()) return null;
      }
    }
    // The mark on the chart is what the button would give.
    const enough = leastConfirmed(painter, at, model, points)?.strength ?? null;
    return current() ? { points, enough } : null;
  },

  /** Just enough for a tint, confirmed at full size. */
  async solve(scene: Scene, ask: TintAsk): Promise<JustEnough> {
    return justEnough(painter, withTint(await open(scene), ask));
  },

  /** Colours of a photo. */
  async palette(asset: string): Promise<FoundColour[]> {
    let found = palettes.get(asset);
    if (!found) {
      await studio.load(asset);
      const p = studio.picture(asset)!;
      const k = Math.min(1, 240 / Math.max(p.width, p.height));
      found = coloursOfPhoto(resample(p, { x: 0, y: 0, width: p.width, height: p.height }, Math.max(1, Math.round(p.width * k)), Math.max(1, Math.round(p.height * k))));
      palettes.set(asset, found);
    }
    return found;
  },
};

export type ReadingApi = typeof api;

