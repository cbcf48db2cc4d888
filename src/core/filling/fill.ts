// Filling a template: somebody's own photo, words and logo in its places. The photo is moved so that its subject is in
// view and clear of the words; words are set as large as their place allows, never larger than they were designed; what
// stands one over the other keeps its distances and holds to the side where it stood.
import { blocksOf, type Item, itemsOf, rowsOf } from '../arrange/blocks';
import { type Box, union } from '../ground/box';
import type { Pixels } from '../ground/pixels';
import type { Extent } from '../kinds/common';
import type { Setter } from '../kinds/kind';
import { isPhoto, isText, type Layer, scaledLayer } from '../kinds/layers';
import type { TextLayer } from '../kinds/text';
import { SMALLEST_SHOWN } from '../piece/destinations';
import { placeKey, placesOf } from '../piece/roles';
import type { Piece, Size, Slide } from '../piece/schema';
import { linesPlace, textFrame } from '../type/frame';
import { scaleType } from '../type/spans';
import type { Role } from '../values/plain';
import { type FillPicture, withLogo, withPhoto } from './picture';

/** What fills the places of a template, by their keys. A place that is not named keeps what stands there. */
export interface Filling {
  pictures: Readonly<Record<string, FillPicture>>;
  /** Without any words the text is hidden: nothing of the template's own is left in a finished piece. */
  words: Readonly<Record<string, string>>;
}

/** What somebody has at hand, before it is known which template it goes into. */
export interface Material {
  photo: FillPicture | null;
  headline: string;
  /** Further words in the order in which they are read. */
  lines: readonly string[];
  logo: FillPicture | null;
}

/**
 * Material in the places of a template: every photo the same one, lines one after the other. Where there are no words
 * at all, its own stay.
 */
export function fillingOf(template: Pick<Piece, 'slides'>, { photo, headline, lines, logo }: Material): Filling {
  const pictures: Record<string, FillPicture> = {},
    words: Record<string, string> = {},
    silent = !headline.trim() && !lines.some((l) => l.trim());
  let line = 0;
  for (const { key, role } of placesOf(template)) {
    const picture = role === 'photo' ? photo : role === 'logo' ? logo : null;
    if (picture) pictures[key] = picture;
    if (silent) continue;
    if (role === 'headline') words[key] = headline;
    if (role === 'line') words[key] = lines[line++] ?? '';
  }
  return { pictures, words };
}

/** How many places of a role a template has. */
export const countOf = (template: Pick<Piece, 'slides'>, role: Role): number =>
  placesOf(template).filter((p) => p.role === role).length;

export interface Filled {
  piece: Piece;
  /** Names of texts whose words are too long for their place even at the least size. */
  tooLong: string[];
}

/**
 * Fills the places of a template in its base size; sizes beyond it are to be laid out anew. Fonts and pictures must be
 * loaded.
 * @param pixelsOf a picture, where it is at hand: where its subject was not found, what stands out counts
 */
export function filled(
  setter: Setter,
  template: Piece,
  { pictures, words }: Filling,
  pixelsOf: (asset: string) => Pixels | null = () => null,
): Filled {
  const [size] = template.sizes,
    tooLong: string[] = [];
  const slides = template.slides.map((slide): Slide => {
    const set = slide.layers.map((layer): Layer => {
        const key = placeKey(slide.id, layer.id),
          said = isText(layer) ? words[key] : undefined;
        if (!isText(layer) || said === undefined) return layer;
        if (!said.trim()) return { ...layer, visible: false };
        const { text, fits } = fitted(setter, layer, said.trim(), size);
        if (!fits) tooLong.push(layer.name);
        return text;
      }),
      stacked = restacked(setter, slide.layers, set, size),
      lines = stacked
        .filter(isText)
        .filter((t) => t.visible)
        .flatMap((t) => linesPlace(t, setter.layout(t))?.box ?? []);
    return {
      ...slide,
      // What it shows is another picture now.
      alternative: '',
      // One of several on which nothing is said is not handed over.
      leftOut: slide.leftOut || (template.slides.length > 1 && saysNothing(slide, stacked)),
      layers: stacked.map((layer) => {
        const picture = pictures[placeKey(slide.id, layer.id)];
        if (!picture || !isPhoto(layer)) return layer;
        return layer.role === 'logo' ? withLogo(layer, picture) : withPhoto(layer, picture, lines, pixelsOf);
      }),
    };
  });
  const { template: _is, ...piece } = template;
  return { piece: { ...piece, named: false, slides }, tooLong };
}

/** Had a slide words of the template, and none are left? */
const saysNothing = (was: Slide, layers: readonly Layer[]): boolean =>
  was.layers.some((l) => isText(l) && l.visible) && !layers.some((l) => isText(l) && l.visible);

/**
 * A template in its base size alone, so small that its longer side is no longer than that, px: to be tried out, or to
 * be shown small. It is seen as large as before.
 */
export function reducedTemplate(template: Piece, longest: number): Piece {
  const [base] = template.sizes,
    k = Math.min(1, longest / Math.max(base.width, base.height));
  return {
    ...template,
    section: null,
    sizes: [{ ...base, width: Math.round(base.width * k), height: Math.round(base.height * k) }],
    slides: template.slides.map((s) => ({
      ...s,
      layers: s.layers.map((l) => ({ ...scaledLayer(l, k), overrides: {} })),
    })),
  };
}

/**
 * New words as large as their place allows: at most as wide and as high as what was designed there, and at most as
 * large.
 */
function fitted(setter: Setter, layer: TextLayer, words: string, size: Size): { text: TextLayer; fits: boolean } {
  const designed = setter.layout(layer),
    frame = textFrame(layer, designed),
    // Looks of parts belong to the words they were given to.
    text: TextLayer = { ...layer, text: words, spans: [], traced: null };
  if (layer.fit) return { text, fits: !setter.layout(text).broken };
  const least = Math.min(layer.fontSize, (SMALLEST_SHOWN * size.width) / size.shownWidth);
  if (layer.frame === 'line') {
    const width = Math.max(designed.width, size.width - Math.max(0, frame.x) * 2),
      k = Math.min(1, width / Math.max(1, setter.layout(text).width)),
      fontSize = Math.max(least, layer.fontSize * k);
    return { text: ofSize(text, fontSize), fits: layer.fontSize * k >= least - 0.5 };
  }
  const height = Math.max(frame.height, designed.height),
    asked = setter.layout({
      ...text,
      grow: false,
      box: { ...layer.box, height },
      fit: { least, most: layer.fontSize },
    });
  return {
    text: ofSize(text, asked.fontSize),
    fits: asked.height <= height + 0.5 && !asked.broken,
  };
}

function ofSize(text: TextLayer, fontSize: number): TextLayer {
  if (Math.abs(fontSize - text.fontSize) < 0.01) return text;
  const next = { ...text };
  scaleType(next, fontSize / text.fontSize);
  return next;
}

const bottom = (b: Box): number => b.y + b.height;

/** Blocks of the message with the distances they had between their rows, without those that are hidden now. */
function restacked(setter: Setter, was: readonly Layer[], now: readonly Layer[], size: Size): Layer[] {
  const shown = was.filter((l) => l.visible),
    moved = new Map<string, number>(),
    after = new Map(now.map((l) => [l.id, l]));
  for (const { items, box } of blocksOf(itemsOf(setter, shown, size))) {
    if (!items.some(({ layer }) => after.get(layer.id) !== layer)) continue;
    const rows = rowsOf(items).map((row) => stretch(setter, row, after)),
      left = rows.filter((r) => r.there);
    if (!left.length) continue;
    let height = 0;
    const tops = left.map((row, i) => {
      // The distance to what stood above it, or, where that is gone, to what stands above it now.
      const above = i > 0 ? left[i - 1] : null,
        gap = above ? row.top - rows[rows.indexOf(row) - 1].bottom : 0,
        top = height + gap;
      height = top + row.height;
      return top;
    });
    const hold = holdOf(items, size),
      start = hold === 'top' ? box.y : hold === 'bottom' ? bottom(box) - height : box.y + (box.height - height) / 2;
    for (const [i, row] of left.entries())
      for (const { layer } of row.items) moved.set(layer.id, start + tops[i] - row.top);
  }
  return now.map((layer) => {
    const by = moved.get(layer.id);
    return by ? { ...layer, box: { ...layer.box, y: layer.box.y + by } } : layer;
  });
}

/** A row as it stood, and how high it is now. */
function stretch(setter: Setter, items: readonly Item[], after: ReadonlyMap<string, Layer>) {
  const top = Math.min(...items.map((i) => i.frame.y)),
    low = Math.max(...items.map((i) => bottom(i.frame))),
    there = items.filter((i) => after.get(i.layer.id)!.visible),
    bottoms = there.map(({ layer, frame }) => {
      const now = after.get(layer.id)!;
      return isText(now) ? bottom(textFrame(now, setter.layout(now))) : bottom(frame);
    });
  return { items, top, bottom: low, there: there.length > 0, height: Math.max(0, ...bottoms.map((b) => b - top)) };
}

/** The side a block holds to: as its largest text says, by its anchor. */
function holdOf(items: readonly Item[], size: Extent): 'top' | 'middle' | 'bottom' {
  const [lead] = [...items].sort((a, b) => b.frame.height * b.frame.width - a.frame.height * a.frame.width),
    { vertical } = lead.layer.anchors;
  if (vertical === 'top' || vertical === 'bottom') return vertical;
  const box = union(items.map((i) => i.frame)),
    above = box.y,
    below = size.height - bottom(box);
  // Held to the middle, it keeps what is nearer: a block in the lower third grows upwards.
  return Math.abs(above - below) < 0.2 * size.height ? 'middle' : above < below ? 'top' : 'bottom';
}
