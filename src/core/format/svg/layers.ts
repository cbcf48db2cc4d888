// A cleaned SVG as layers: shapes, gradients, groups, pictures, texts whose font is there. What is none of that is left
// as drawings of their own, each cut out of the whole.
import { compose, STILL } from '../../ground/transform';
import type { Group } from '../../piece/schema';
import { partsById, sizeOfRoot, transformOf } from './clean';
import {
  type Among,
  type Found,
  type FoundLayer,
  type FoundLayers,
  type LayersAsk,
  nameOf,
  type Source,
  StaysDrawn,
} from './found';
import { dataOf, fitted, INHERITED, named, NOT_DRAWN, number, share, type Style, TooMuch } from './geometry';
import { asDrawing, joined, only } from './left';
import { pictureLayers } from './pictures';
import { shapeLayers } from './shapes';
import { TEXT_STYLES, textLayers } from './texts';
import type { SvgElement } from './tree';

/** More layers than these are no layers anybody works with: the drawing stays one. */
const MOST_LAYERS = 250;

/**
 * @param root as `cleanSvg` gives it
 * @returns null where it does not say how large it is, or draws nothing
 */
export function layersFrom(root: SvgElement, ask: LayersAsk): FoundLayers | null {
  const size = sizeOfRoot(root),
    groups: Group[] = [];
  if (!size) return null;
  const from: Source = { size, parts: partsById(root), ask, count: { outlined: 0, fontless: 0 } };

  const found = (e: SvgElement, among: Among): Found[] => {
    const a = e.attributes;
    if (NOT_DRAWN.has(e.name) || a.display === 'none') return [];
    const opacity = share(a.opacity, 1) * among.dim,
      blend = a['mix-blend-mode'] ?? 'normal',
      before = groups.length;
    if (opacity === 0) return [];
    try {
      if (
        among.path.length > 60 ||
        named(a.mask) ||
        named(a['clip-path']) ||
        named(a.filter) ||
        named(a['vector-effect'])
      )
        throw new StaysDrawn();
      const style: Style & Record<string, string | undefined> = { ...among.style };
      for (const key of [...INHERITED, ...TEXT_STYLES])
        if (a[key] !== undefined && a[key] !== 'inherit') style[key] = a[key];
      const t =
          e === root ? among.t : compose(among.t, (a.transform !== undefined && transformOf(a.transform)) || STILL),
        inner: Among = { ...among, style, t, dim: 1 };
      if (e.name === 'g' || e === root) return within(e, inner, opacity, blend);
      if (e.name === 'use') {
        const part = from.parts.get((a.href ?? '').slice(1));
        if (!part) return [];
        if (opacity < 1 || blend !== 'normal' || ['symbol', 'svg', 'g', 'use'].includes(part.name))
          throw new StaysDrawn();
        return found(part, { ...inner, t: compose(t, [1, 0, 0, 1, number(a.x), number(a.y)]), strict: true });
      }
      if (e.name === 'text') {
        if (blend !== 'normal') throw new StaysDrawn();
        return textLayers(from, e, inner, opacity);
      }
      if (e.name === 'image') {
        if (blend !== 'normal') throw new StaysDrawn();
        return pictureLayers(from, e, inner, opacity);
      }
      const d = dataOf(e.name, a);
      if (d === null) throw new StaysDrawn();
      return shapeLayers(from, e, d, inner, opacity);
    } catch (error) {
      if (!(error instanceof StaysDrawn) && !(error instanceof TooMuch)) throw error;
      groups.length = before;
      if (among.strict) throw new StaysDrawn();
      return asDrawing(e, among);
    }
  };

  /** What lies in a group, or in the drawing itself. @throws StaysDrawn where it cannot come apart */
  const within = (e: SvgElement, among: Among, opacity: number, blend: string): Found[] => {
    const drawn = e.children.filter((c) => typeof c !== 'string' && !NOT_DRAWN.has(c.name)).length,
      group = e !== root && drawn > 1 ? { id: ask.newId(), name: nameOf(e, 'Group'), within: among.group } : null;
    // What becomes translucent together, or lies on what is below as one, cannot come apart.
    if (e !== root && (blend !== 'normal' || (opacity < 1 && drawn > 1))) throw new StaysDrawn();
    if (group) groups.push(group);
    return e.children.flatMap((c, i) =>
      typeof c === 'string'
        ? []
        : found(c, { ...among, path: [...among.path, i], group: group?.id ?? among.group, dim: opacity }),
    );
  };

  const all = joined(
    found(root, { style: {}, t: fitted(root.attributes, size), path: [], strict: false, group: null, dim: 1 }),
  );
  if (!all.length) return null;
  if (all.length > MOST_LAYERS)
    return {
      ...size,
      layers: [{ drawing: root, name: 'Drawing', group: null, blend: 'normal' }],
      groups: [],
      notes: [`It has ${all.length} parts, more than anybody works with as layers: it stays one drawing.`],
    };
  const layers = all.map((f): FoundLayer => {
      if ('layer' in f) return f;
      const { paths, ...rest } = f;
      return { ...rest, drawing: only(root, paths) };
    }),
    used = new Set(all.map((f) => ('layer' in f ? f.layer.group : f.group))),
    stay = layers.filter((l) => 'drawing' in l).length,
    notes: string[] = [];
  // Groups round groups that hold layers stay.
  for (const g of [...groups].reverse()) if (used.has(g.id)) used.add(g.within);
  const said = (n: number, one: string, several: string): void =>
    void (n && notes.push(n === 1 ? one : `${n} ${several}`));
  said(
    stay,
    'One part stays a drawing: masks, filters, patterns and the like.',
    'parts stay drawings: masks, filters, patterns and the like.',
  );
  said(from.count.outlined, 'One line became its outline.', 'lines became their outlines.');
  said(
    from.count.fontless,
    'The font of one text is not here: it stays a drawing.',
    'texts stay drawings: their fonts are not here.',
  );
  return { ...size, layers, groups: groups.filter((g) => used.has(g.id)), notes };
}
